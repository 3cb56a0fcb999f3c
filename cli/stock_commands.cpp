#include "cli/stock_commands.h"

#include "cli/solved.h"
#include "draw/save_bytes.h"
#include "files/cost.h"
#include "stock/metal.h"
#include "stock/rack.h"
#include "stock/rack_files.h"
#include "stock/shopping.h"

#include <QFileInfo>

#include <algorithm>
#include <deque>
#include <iostream>
#include <sstream>

namespace goodfold::cli {

namespace {

const cutting::Cutters kCutters{cutting::cutList, cutting::nest};

/// What `write` writes, as a file; nothing where none is wanted.
template <class Write>
int writeFile(const std::string& file, const Arguments& arguments, const Write& write) {
    if (file.empty()) return kFine;
    const QString path = QString::fromStdString(file);
    if (QFileInfo::exists(path) && !arguments.force)
        return complain(file, {"it is there already; --force writes over it.", "writing"}, kCannotBeWritten);
    std::ostringstream text;
    write(text);
    const auto wrong = draw::saveBytes(path, QByteArray::fromStdString(text.str()));
    return wrong ? complain(file, *wrong, kCannotBeWritten) : kFine;
}

/// Jobs that are cut together, laid out as their tools bend them, and what they are cut from.
struct Batch {
    std::deque<material::Material> materials; // they stay where they are, as do the jobs
    std::deque<Solved> solved;
    std::vector<stock::Batched> jobs;
    stock::Rack rack;
    stock::BatchCut cut;
};

/// Nothing, and said, where something cannot be read or is more than can be reckoned with.
std::optional<Batch> batchOf(const Books& books, const Arguments& arguments, int& status,
                             std::optional<int> pieces = {}) {
    const auto refuse = [&](const std::string& file, const Error& why, int with) {
        status = complain(file, why, with);
        return std::nullopt;
    };
    stock::Rack rack;
    if (!arguments.bars.empty()) {
        const auto read = readBars(arguments.bars);
        if (!read) return refuse(arguments.bars, read.error(), kCannotBeRead);
        rack.bars = *read;
    }
    if (!arguments.sheets.empty()) {
        const auto read = readSheets(arguments.sheets);
        if (!read) return refuse(arguments.sheets, read.error(), kCannotBeRead);
        rack.sheets = *read;
    }
    Batch batch;
    for (const std::string& path : arguments.jobs) {
        const auto read = readWhole(path, books);
        if (!read) return refuse(path, read.error(), kCannotBeRead);
        job::Job job = *read;
        job.quantity = pieces.value_or(job.quantity);
        const auto material = materialOf(job);
        if (!material) return refuse(path, material.error(), kCannotBeMade);
        batch.materials.push_back(asTaught(**material, books));
        const Solved& solved = batch.solved.emplace_back(job, batch.materials.back(), books);
        if (const auto stop = check::firstStop(solved.findings); stop && !arguments.force) {
            status = refuseStopped(path, *stop);
            return std::nullopt;
        }
        batch.jobs.push_back({path, solved.job(), solved.part()});
    }
    auto cut = stock::cutBatch(batch.jobs, rack,
                               {.squaring = arguments.squaring,
                                .grip = arguments.grip,
                                .gap = arguments.gap,
                                .margin = arguments.margin,
                                .isShorn = arguments.isShorn,
                                .seconds = arguments.seconds},
                               kCutters);
    if (!cut) return refuse(arguments.jobs.front(), cut.error(), kCannotBeMade);
    batch.cut = *std::move(cut);
    batch.rack = std::move(rack);
    return batch;
}

} // namespace

int cutBatch(const Books& books, const Arguments& arguments) {
    int status = kFine;
    const auto batch = batchOf(books, arguments, status);
    if (!batch) return status;
    const stock::Rack left = stock::rackAfter(batch->rack, batch->cut);
    for (const int wrong : {writeFile(arguments.sheetsDxf, arguments,
                                      [&](std::ostream& out) { stock::writeDxf(out, batch->cut.sheets); }),
                            writeFile(arguments.barsAfter, arguments,
                                      [&](std::ostream& out) { stock::writeBars(out, *left.bars); }),
                            writeFile(arguments.sheetsAfter, arguments,
                                      [&](std::ostream& out) { stock::writeSheets(out, *left.sheets); })})
        if (wrong) return wrong;
    stock::writeCutLists(std::cout, batch->cut.bars, batch->cut.sheets);
    return printed(batch->cut.isAll() ? kFine : kCannotBeMade);
}

int buyFor(const Books& books, const Arguments& arguments) {
    int status = kFine;
    const auto batch = batchOf(books, arguments, status);
    if (!batch) return status;
    const job::Job& first = batch->jobs.front().job;
    const auto beyond = stock::cutMissing(batch->cut, first.units, kCutters);
    if (!beyond) return complain(arguments.jobs.front(), beyond.error(), kCannotBeMade);
    const quantity::Reading reading = readingOf(first);
    std::vector<stock::Shopped> shopped;
    for (size_t i = 0; i < batch->jobs.size(); ++i)
        shopped.push_back(stock::shoppedFor(batch->jobs[i], batch->materials[i], books.hardware,
                                            books.errors.instruments, reading));
    stock::writeShoppingList(std::cout, stock::shoppingList(shopped, batch->cut, *beyond, reading));
    return printed(beyond->isAll() ? kFine : kCannotBeMade);
}

int costOf(const Books& books, const Arguments& arguments) {
    const auto read = readWork(arguments.work);
    if (!read) return complain(arguments.work, read.error());
    cost::WorkBook work = *read;
    work.took = arguments.took;
    int status = kFine;
    const auto batch = batchOf(books, arguments, status, arguments.pieces);
    if (!batch) return status;
    const auto beyond = stock::cutMissing(batch->cut, batch->jobs.front().job.units, kCutters);
    if (!beyond) return complain(arguments.jobs.front(), beyond.error(), kCannotBeMade);
    for (size_t i = 0; i < batch->jobs.size(); ++i) {
        const std::string& path = arguments.jobs[i];
        const Solved& solved = batch->solved[i];
        if (!solved.outcome().plan)
            return complain(path,
                            {"It cannot be bent with these tools; `plan` says why.", "the order of bending"},
                            kCannotBeMade);
        work.rates.metal = stock::metalOf(batch->cut, *beyond, batch->jobs[i]);
        const auto items = cost::itemsOf(solved.settled, work, readingOf(solved.job()),
                                         static_cast<int>(solved.job().ties.size()));
        files::writeCost(std::cout, path, solved.settled, items,
                         arguments.pieces * (solved.job().oppositeHand ? 2 : 1), work);
    }
    return printed(kFine);
}

} // namespace goodfold::cli
