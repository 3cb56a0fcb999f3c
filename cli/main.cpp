// goodfold-cli: the computation for scripts and for checking.
#include "check/finding.h"
#include "cli/bench_commands.h"
#include "cli/drawing_commands.h"
#include "cli/revision_commands.h"
#include "cli/solved.h"
#include "cli/stock_commands.h"
#include "draw/exports.h"
#include "draw/papers.h"
#include "draw/save_bytes.h"
#include "draw/type.h"
#include "files/job_file.h"
#include "files/lineup.h"
#include "files/mount.h"
#include "files/plan.h"
#include "files/proposals.h"
#include "files/reached.h"
#include "files/show.h"
#include "lineup/reaching.h"
#include "lineup/targets.h"
#include "text/reasons.h"

#include <QFileInfo>
#include <QGuiApplication>

#include <algorithm>
#include <iostream>
#include <set>
#include <sstream>

using namespace goodfold;
using cli::Books, cli::complain, cli::printed, cli::withJob;

namespace {

int show(const std::string& path, const Books& books, bool plans) {
    return withJob(
        path, books,
        [&](const job::Job& job, const material::Material& material) {
            const cli::Solved solved(job, material, books, plans);
            files::writeShow(
                std::cout, path,
                {solved.job(), solved.part(), solved.folded, material, cli::readingOf(job), books.hardware},
                solved.findings);
            return printed(check::hasStop(solved.findings) ? cli::kCannotBeMade : cli::kFine);
        },
        [&](const Error& why) { files::writeUnsolved(std::cout, path, why); });
}

int planJob(const std::string& path, const Books& books) {
    return withJob(
        path, books,
        [&](const job::Job& job, const material::Material& material) {
            const cli::Solved solved(job, material, books);
            files::writePlan(std::cout, path, solved.settled, solved.opposite, material);
            return printed(solved.outcome().plan ? cli::kFine : cli::kCannotBeMade);
        },
        [&](const Error& why) { files::writeUnsolved(std::cout, path, why); });
}

/// What one hand is made from, by its plan where there is one.
Result<lineup::Making> makingOf(const sequence::Settled& settled, const job::Mount& mount,
                                const material::Material& material, const Books& books) {
    const sequence::Plan* plan = settled.outcome.plan ? &*settled.outcome.plan : nullptr;
    return lineup::makingOf({settled.job, settled.part, material, plan, books.errors}, mount, books.hardware);
}

int lineUp(const std::string& path, const Books& books, const cli::Arguments& arguments) {
    return withJob(
        path, books,
        [&](const job::Job& job, const material::Material& material) {
            if (!job.mount)
                return complain(path, {"The job says nothing of a mount.", "mount"}, cli::kCannotBeMade);
            const sequence::Settled settled = sequence::settle(job, material, books.tools);
            const auto making = makingOf(settled, *job.mount, material, books);
            if (!making) return complain(path, making.error(), cli::kCannotBeMade);
            const lineup::Judging judging{material,      books.tools,         books.hardware,
                                          books.errors,  cli::readingOf(job), arguments.trials,
                                          arguments.seed};
            files::LineUp lineUp{*making, nullptr, settled, judging, arguments.reach, arguments.within};
            std::optional<sequence::Settled> twin;
            std::optional<lineup::Making> opposite;
            if (job.oppositeHand && settled.outcome.plan) {
                twin.emplace(sequence::settleOpposite(settled, material, books.tools));
                const job::Mount other =
                    job.oppositeMount ? *job.oppositeMount : lineup::mirrored(*job.mount);
                const auto made = makingOf(*twin, other, material, books);
                if (!made) return complain(path, made.error(), cli::kCannotBeMade);
                lineUp.opposite = &opposite.emplace(*made);
            }
            files::writeLineUp(std::cout, path, lineUp);
            return printed(lineup::nominalFit(*making).fitting.room >= 0 ? cli::kFine : cli::kCannotBeMade);
        },
        [&](const Error& why) { files::writeUnsolved(std::cout, path, why); });
}

/// Fine as long as nothing that a tie needs is open.
int measure(const std::string& path, const Books& books) {
    return withJob(
        path, books,
        [&](const job::Job& job, const material::Material& material) {
            if (!job.mount)
                return complain(path, {"The job says nothing of a mount.", "mount"}, cli::kCannotBeMade);
            const auto measured = mount::measured(*job.mount, books.errors.instruments);
            if (!measured) return complain(path, measured.error(), cli::kCannotBeMade);
            files::MeasuredMount out{job, *measured, books.errors.instruments};
            if (!job.ties.empty()) {
                constexpr int kPieces = 4000;
                const sequence::Settled settled = sequence::settle(job, material, books.tools);
                const sequence::Plan* plan = settled.outcome.plan ? &*settled.outcome.plan : nullptr;
                out.askNext = lineup::askNext({settled.job, settled.part, material, plan, books.errors},
                                              *job.mount, books.hardware, kPieces, 1);
            }
            if (job.oppositeMount)
                out.sides =
                    mount::sidesApart(*job.mount, *measured, *job.oppositeMount, books.errors.instruments);
            files::writeMount(std::cout, path, out);
            const std::vector<std::string> open = mount::openPoints(*measured);
            const bool isTieOpen = std::any_of(job.ties.begin(), job.ties.end(), [&](const job::Tie& tie) {
                return std::find(open.begin(), open.end(), tie.point) != open.end();
            });
            return printed(isTieOpen ? cli::kCannotBeMade : cli::kFine);
        },
        [&](const Error& why) { files::writeUnsolved(std::cout, path, why); });
}

/// Made by an export; or what is in the way of every order, where it needs one.
Result<QByteArray> exported(const draw::Export& row, const cli::Solved& planned, draw::ExportInput input) {
    if (row.needsPlan) {
        const sequence::Outcome& outcome = planned.outcome();
        if (!outcome.plan)
            return Error{outcome.stuck.empty()
                             ? "There is no order of bending."
                             : text::inWords(input.part, outcome.stuck.front(), input.reading),
                         "bends"};
        input.settled = &planned.settled;
        input.opposite = planned.opposite ? &*planned.opposite : nullptr;
        input.findings = &planned.findings;
    }
    return row.write(input);
}

int writeOut(const std::string& path, const QByteArray& bytes) {
    if (path == "-") {
        std::cout.write(bytes.data(), bytes.size());
        return printed(cli::kFine);
    }
    const auto wrong = draw::saveBytes(QString::fromStdString(path), bytes);
    return wrong ? complain(path, *wrong, cli::kCannotBeWritten) : cli::kFine;
}

/// What must not be written over: the job itself, another output, and unasked anything that is there.
std::optional<Error> wrongOutput(const cli::Arguments& arguments) {
    const auto fileOf = [](const std::string& path) { return QFileInfo(QString::fromStdString(path)); };
    const QFileInfo job = fileOf(arguments.jobs.front());
    std::set<QString> taken;
    for (const auto& [key, path] : arguments.exports) {
        const QFileInfo file = fileOf(path);
        const QString where = file.exists()
                                  ? file.canonicalFilePath()
                                  : QFileInfo(file.path()).canonicalFilePath() + '/' + file.fileName();
        if (path != "-" && file.exists() && file == job)
            return Error{"this is the job itself, and is not written over.", path};
        if (!taken.insert(path == "-" ? QStringLiteral("-") : where).second)
            return Error{"two outputs have this name.", path};
        if (path != "-" && file.exists() && !arguments.force)
            return Error{"it is there already; --force writes over it.", path};
    }
    return {};
}

Result<lineup::Reached> reachedIn(const job::Job& job, const material::Material& material, const Books& books,
                                  const cli::Arguments& arguments) {
    const auto known = lineup::knownMount(*job.mount, books.errors.instruments);
    if (!known) return known.error();
    if (const auto doubted = lineup::whatIsDoubted(job, *known, books.errors.instruments)) return *doubted;
    return lineup::reachAsBent(job, *known, material, books.tools, books.hardware,
                               {cli::readingOf(job), {arguments.held.begin(), arguments.held.end()}});
}

int solveJob(const std::string& path, const Books& books, const cli::Arguments& arguments) {
    return withJob(
        path, books,
        [&](const job::Job& job, const material::Material& material) -> int {
            if (!job.mount || job.ties.empty())
                return complain(path, {"The job says nothing of a mount that it is bolted to.", "mount"},
                                cli::kCannotBeMade);
            const auto reached = reachedIn(job, material, books, arguments);
            if (!reached) return complain(path, reached.error(), cli::kCannotBeMade);
            const cli::Solved solved(reached->job, material, books);
            files::writeReached(std::cout, path, *reached, solved.findings);
            if (!arguments.out.empty()) {
                if (QFileInfo::exists(QString::fromStdString(arguments.out)) && !arguments.force)
                    return complain(arguments.out,
                                    {"it is there already; --force writes over it.", "writing"},
                                    cli::kCannotBeWritten);
                std::ostringstream text;
                files::writeJob(text, reached->job);
                if (const int status = writeOut(arguments.out, QByteArray::fromStdString(text.str())))
                    return status;
            }
            return printed(reached->isReached && !check::hasStop(solved.findings) ? cli::kFine
                                                                                  : cli::kCannotBeMade);
        },
        [&](const Error& why) { files::writeUnsolved(std::cout, path, why); });
}

/// Fine where the shop can make one of them.
int proposeFor(const std::string& path, const Books& books) {
    return withJob(
        path, books,
        [&](const job::Job& job, const material::Material& material) -> int {
            if (!job.mount)
                return complain(path, {"The job says nothing of a mount.", "mount"}, cli::kCannotBeMade);
            const auto known = lineup::knownMount(*job.mount, books.errors.instruments);
            if (!known) return complain(path, known.error(), cli::kCannotBeMade);
            const auto proposals = propose::proposalsFor(
                job, *known, {material, books.tools, books.hardware, books.errors, cli::readingOf(job)});
            if (!proposals) return complain(path, proposals.error(), cli::kCannotBeMade);
            files::writeProposals(std::cout, *proposals, cli::readingOf(job));
            return printed(proposals->front().isBuildable() ? cli::kFine : cli::kCannotBeMade);
        },
        [&](const Error& why) { files::writeUnsolved(std::cout, path, why); });
}

int exportJob(const cli::Arguments& arguments, const Books& books) {
    const std::string& path = arguments.jobs.front();
    const auto work = cli::readWork(arguments.work);
    if (!work) return complain(arguments.work, work.error());
    if (const auto wrong = wrongOutput(arguments))
        return complain(wrong->where, {wrong->says, "writing"}, cli::kCannotBeWritten);
    return withJob(
        path, books,
        [&](const job::Job& job, const material::Material& material) -> int {
            const bool needsPlan =
                sequence::takesToolRadii(job) ||
                std::any_of(arguments.exports.begin(), arguments.exports.end(),
                            [](const auto& each) { return draw::findExport(each.first)->needsPlan; });
            cli::Solved planned(job, material, books, needsPlan);
            const bool areOfPlace =
                std::all_of(arguments.exports.begin(), arguments.exports.end(),
                            [](const auto& each) { return draw::findExport(each.first)->isOfPlace; });
            if (areOfPlace) planned.findings.clear();
            if (const auto stop = check::firstStop(planned.findings); stop && !arguments.force)
                return cli::refuseStopped(path, *stop);
            for (const auto& [key, file] : arguments.exports) {
                const draw::Export& row = *draw::findExport(key);
                const auto bytes = exported(row, planned,
                                            {.job = planned.job(),
                                             .material = material,
                                             .part = planned.part(),
                                             .folded = planned.folded,
                                             .reading = cli::readingOf(job),
                                             .paper = draw::paperOf(arguments.paper).size,
                                             .hardware = books.hardware,
                                             .errors = books.errors,
                                             .work = *work});
                if (!bytes) return complain(path, bytes.error(), cli::kCannotBeMade);
                if (const int status = writeOut(file, *bytes)) return status;
            }
            return check::hasStop(planned.findings) ? cli::kCannotBeMade : cli::kFine;
        },
        [&](const Error& why) { complain(path, why); });
}

} // namespace

int main(int argc, char** argv) {
    int status = cli::kFine;
    const auto arguments = cli::parseArguments(argc, argv, status);
    if (!arguments) return status;
    const auto tools = cli::readTools(arguments->tools);
    if (!tools) return complain(arguments->tools, tools.error());
    const auto hardware = cli::readHardware(arguments->hardware);
    if (!hardware) return complain(arguments->hardware, hardware.error());
    const auto errors = cli::readErrors(arguments->errors);
    if (!errors) return complain(arguments->errors, errors.error());
    Books books{*tools, *hardware, *errors};
    if (!arguments->learned.empty()) {
        const auto bends = cli::readBends(arguments->learned);
        if (!bends) return complain(arguments->learned, bends.error());
        books = cli::taughtBy(books, *bends);
    }
    if (arguments->command == cli::Arguments::Command::Export) {
        // Paper needs fonts, and fonts need an application object, though no screen.
        qputenv("QT_QPA_PLATFORM", "offscreen");
        const QGuiApplication application(argc, argv);
        draw::loadTypeface();
        return exportJob(*arguments, books);
    }
    using Command = cli::Arguments::Command;
    if (arguments->command == Command::Cut) return cli::cutBatch(books, *arguments);
    if (arguments->command == Command::Import) return cli::importDrawing(*arguments);
    if (arguments->command == Command::Buy) return cli::buyFor(books, *arguments);
    if (arguments->command == Command::Cost) return cli::costOf(books, *arguments);
    const auto doneWith = [&](const std::string& path) {
        switch (arguments->command) {
        case Command::Plan:
            return planJob(path, books);
        case Command::Revisions:
            return cli::revisionsOf(path);
        case Command::Mount:
            return measure(path, books);
        case Command::Solve:
            return solveJob(path, books, *arguments);
        case Command::Propose:
            return proposeFor(path, books);
        case Command::Bench:
            return cli::atTheBench(path, books, *arguments);
        case Command::Practise:
            return cli::practiseWith(path, books, *arguments);
        case Command::Learn:
            return cli::learnFrom(path, books, *arguments);
        case Command::LineUp:
            return lineUp(path, books, *arguments);
        default:
            return show(path, books, arguments->plans);
        }
    };
    for (const std::string& path : arguments->jobs)
        status = std::max(status, doneWith(path));
    return status;
}
