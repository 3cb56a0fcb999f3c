// goodfold-cli: the computation for scripts and for checking.
#include "check/finding.h"
#include "cli/arguments.h"
#include "draw/job_sheet.h"
#include "draw/svg.h"
#include "draw/template_pages.h"
#include "draw/type.h"
#include "files/csv.h"
#include "files/dxf.h"
#include "files/job_file.h"
#include "files/plan.h"
#include "files/show.h"
#include "sequence/say.h"

#include <QGuiApplication>

#include <cerrno>
#include <cstring>
#include <fstream>
#include <iostream>
#include <sstream>

using namespace goodfold;

namespace {

enum Exit { kFine = 0, kCannotBeMade = 1, kCannotBeRead = 2 };

Result<job::Job> load(const std::string& path) {
    if (path == "-") {
        auto read = files::readJob(std::cin);
        if (!read) return read.error();
        return read->job;
    }
    std::ifstream in(path, std::ios::binary);
    if (!in || in.peek() == std::ifstream::traits_type::eof()) {
        // A folder opens and then cannot be read; an empty file is for the reader to name.
        const int reason = errno;
        if (!in.is_open() || in.bad() || reason == EISDIR)
            return Error{std::string(std::strerror(reason)) + ".", "the file"};
        in.clear();
    }
    auto read = files::readJob(in);
    if (!read) return read.error();
    return read->job;
}

int complain(const std::string& path, const Error& error) {
    std::cerr << (path == "-" ? "standard input" : path) << ": " << error.where << ": " << error.says << '\n';
    return kCannotBeRead;
}

Result<const material::Material*> materialOf(const job::Job& job) {
    if (const material::Material* found = material::standardMaterials().find(job.material)) return found;
    return Error{"The material \"" + job.material + "\" is not in the material book.", "material"};
}

/// The book that ships, and over it the shop's own where one is named.
Result<hardware::Book> bookOf(const std::string& path) {
    if (path.empty()) return hardware::standardBook();
    std::ifstream in(path, std::ios::binary);
    if (!in) return Error{std::string(std::strerror(errno)) + ".", "the file"};
    const auto own = hardware::readBook(in);
    if (!own) return own.error();
    return hardware::withOwn(hardware::standardBook(), *own);
}

Result<tool::Shop> shopOf(const std::string& path) {
    if (path.empty()) return tool::standardShop();
    std::ifstream in(path, std::ios::binary);
    if (!in) return Error{std::string(std::strerror(errno)) + ".", "the file"};
    const auto own = tool::readShop(in);
    if (!own) return own.error();
    return tool::withOwn(tool::standardShop(), *own);
}

quantity::Reading readingOf(const job::Job& job) {
    return job.units == quantity::Unit::Inch ? quantity::Reading::fractions()
                                             : quantity::Reading::millimetres();
}

/// A job that can be worked with is given to `use`; one that cannot says why, as each command does.
template <class Use> int withJob(const std::string& path, const Use& use) {
    const auto job = load(path);
    if (!job) return complain(path, job.error());
    const auto material = materialOf(*job);
    if (material) return use(*job, **material);
    files::writeUnsolved(std::cout, path, material.error());
    return kCannotBeMade;
}

int show(const std::string& path, const hardware::Book& book) {
    return withJob(path, [&](const job::Job& job, const material::Material& material) {
        const part::Part part = part::solve(job, material);
        const part::Folded folded = part::fold(part);
        const check::Subject subject{job, part, folded, material, readingOf(job), book};
        const auto findings = check::check(subject);
        files::writeShow(std::cout, path, subject, findings);
        return check::hasStop(findings) ? kCannotBeMade : kFine;
    });
}

int planJob(const std::string& path, const tool::Shop& shop) {
    return withJob(path, [&](const job::Job& job, const material::Material& material) {
        const part::Part part = part::solve(job, material);
        const sequence::Outcome outcome = sequence::plan(part, material, shop, sequence::wishesOf(job));
        files::writePlan(std::cout, path, job, part, outcome);
        return outcome.plan ? kFine : kCannotBeMade;
    });
}

QPageSize::PageSizeId paperOf(const std::string& paper) {
    return paper == "a4" ? QPageSize::A4 : QPageSize::Letter;
}

/// The job sheet of the best order; or what is in the way of every one.
Result<QByteArray> sheetOf(const job::Job& job, const material::Material& material, const tool::Shop& shop,
                           QPageSize::PageSizeId paper) {
    part::Part part = part::solve(job, material);
    const sequence::Outcome outcome = sequence::plan(part, material, shop, sequence::wishesOf(job));
    if (outcome.plan) part::setOrder(part, sequence::orderOf(*outcome.plan));
    if (!outcome.plan)
        return Error{outcome.stuck.empty() ? "There is no order of bending."
                                           : sequence::inWords(part, outcome.stuck.front(), readingOf(job)),
                     "bends"};
    const part::Folded folded = part::fold(part);
    const auto findings = check::check({job, part, folded, material, readingOf(job)});
    return draw::jobSheetPdf(job, part, *outcome.plan, findings, paper, readingOf(job));
}

QByteArray exported(const std::string& kind, const job::Job& job, const material::Material& material,
                    const std::string& paper) {
    const part::Part part = part::solve(job, material);
    if (kind == "--svg") return draw::blankSvg(part, QString::fromStdString(job.title));
    if (kind == "--dxf") {
        std::ostringstream out;
        files::writeDxf(out, part);
        return QByteArray::fromStdString(out.str());
    }
    if (kind == "--csv") {
        std::ostringstream out;
        files::writeCsv(out, part, part::fold(part));
        return QByteArray::fromStdString(out.str());
    }
    return draw::templatePdf(job, material, paperOf(paper), readingOf(job));
}

bool writeOut(const std::string& path, const QByteArray& bytes) {
    if (path == "-") return static_cast<bool>(std::cout.write(bytes.data(), bytes.size()).flush());
    std::ofstream out(path, std::ios::binary);
    return static_cast<bool>(out.write(bytes.data(), bytes.size()).flush());
}

int exportJob(const cli::Arguments& arguments) {
    const std::string& path = arguments.jobs.front();
    const auto job = load(path);
    if (!job) return complain(path, job.error());
    const auto material = materialOf(*job);
    if (!material) {
        std::cerr << path << ": " << material.error().where << ": " << material.error().says << '\n';
        return kCannotBeMade;
    }
    const auto shop = shopOf(arguments.tools);
    if (!shop) return complain(arguments.tools, shop.error());
    for (const auto& [kind, file] : arguments.exports) {
        const auto bytes = kind == "--pdf-sheet"
                               ? sheetOf(*job, **material, *shop, paperOf(arguments.paper))
                               : Result<QByteArray>(exported(kind, *job, **material, arguments.paper));
        if (!bytes) {
            std::cerr << path << ": " << bytes.error().where << ": " << bytes.error().says << '\n';
            return kCannotBeMade;
        }
        if (!writeOut(file, *bytes))
            return complain(file, {std::string(std::strerror(errno)) + ".", "writing"});
    }
    return kFine;
}

} // namespace

int main(int argc, char** argv) {
    const auto arguments = cli::parseArguments({argv + 1, argv + argc});
    if (!arguments) {
        std::cerr << arguments.error().says << '\n' << cli::kUsage;
        return kCannotBeRead;
    }
    if (arguments->command == cli::Arguments::Command::Help) {
        std::cout << cli::kUsage;
        return kFine;
    }
    if (arguments->command == cli::Arguments::Command::Show) {
        const auto book = bookOf(arguments->hardware);
        if (!book) return complain(arguments->hardware, book.error());
        int worst = kFine;
        for (const std::string& path : arguments->jobs)
            worst = std::max(worst, show(path, *book));
        return worst;
    }
    if (arguments->command == cli::Arguments::Command::Plan) {
        const auto shop = shopOf(arguments->tools);
        if (!shop) return complain(arguments->tools, shop.error());
        int worst = kFine;
        for (const std::string& path : arguments->jobs)
            worst = std::max(worst, planJob(path, *shop));
        return worst;
    }
    // Paper needs fonts, and fonts need an application object, though no screen.
    qputenv("QT_QPA_PLATFORM", "offscreen");
    const QGuiApplication application(argc, argv);
    draw::loadTypeface();
    return exportJob(*arguments);
}
