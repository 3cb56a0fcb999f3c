#include "cli/stock_commands.h"

#include "draw/save_bytes.h"
#include "files/cost.h"
#include "sequence/settle.h"
#include "stock/rack_files.h"

#include <QFileInfo>

#include <algorithm>
#include <deque>
#include <iostream>
#include <sstream>

namespace goodfold::cli {

namespace {

Result<std::vector<stock::SectionNest>> nestsOf(const std::vector<stock::Batched>& batch,
                                                const std::vector<stock::RackSheet>& rack,
                                                const Arguments& arguments) {
    std::vector<stock::SectionNest> nests;
    for (stock::SheetSection& section : stock::sheetSectionsOf(batch)) {
        stock::SectionNest each{std::move(section), {}, {}, {}};
        each.sheets = arguments.sheets.empty() ? stock::soldSheets(batch.front().job.units)
                                               : stock::sheetsFor(each.section, rack);
        each.laying.gap = arguments.gap.value_or(arguments.isShorn ? 0 : each.section.kerf);
        each.laying.margin = arguments.margin;
        each.laying.isShorn = arguments.isShorn;
        each.laying.seconds = arguments.seconds;
        auto nest = stock::nest(each.section.wanted, each.sheets, each.laying);
        if (!nest) return nest.error();
        each.nest = *std::move(nest);
        nests.push_back(std::move(each));
    }
    return nests;
}

int drawSheets(const std::vector<stock::SectionNest>& nests, const Arguments& arguments) {
    const QString path = QString::fromStdString(arguments.sheetsDxf);
    if (QFileInfo::exists(path) && !arguments.force)
        return complain(arguments.sheetsDxf, {"it is there already; --force writes over it.", "writing"},
                        kCannotBeWritten);
    std::ostringstream text;
    stock::writeDxf(text, nests);
    const auto wrong = draw::saveBytes(path, QByteArray::fromStdString(text.str()));
    return wrong ? complain(arguments.sheetsDxf, *wrong, kCannotBeWritten) : kFine;
}

} // namespace

int cutBatch(const Books& books, const Arguments& arguments) {
    std::vector<stock::RackBar> rack;
    if (!arguments.bars.empty()) {
        const auto read = readBars(arguments.bars);
        if (!read) return complain(arguments.bars, read.error());
        rack = *read;
    }
    std::vector<stock::RackSheet> sheets;
    if (!arguments.sheets.empty()) {
        const auto read = readSheets(arguments.sheets);
        if (!read) return complain(arguments.sheets, read.error());
        sheets = *read;
    }
    std::deque<sequence::Settled> jobs; // laid out as their tools bend them; they stay where they are
    std::vector<stock::Batched> batch;
    for (const std::string& path : arguments.jobs) {
        const auto job = readJob(path);
        if (!job) return complain(path, job.error());
        const auto material = materialOf(*job);
        if (!material) return complain(path, material.error(), kCannotBeMade);
        jobs.push_back(sequence::settle(*job, asTaught(**material, books), books.tools));
        const sequence::Settled& settled = jobs.back();
        batch.push_back({path, settled.job, settled.part});
    }
    std::vector<stock::SectionCut> cuts;
    bool isAll = true;
    for (stock::Section& section : stock::sectionsOf(batch)) {
        stock::SectionCut cut{std::move(section), {}, {}, {}};
        cut.bars = arguments.bars.empty() ? stock::soldBars(batch.front().job.units)
                                          : stock::barsFor(cut.section, rack);
        cut.sawing = {cut.section.kerf, arguments.squaring, arguments.grip};
        const auto list = stock::cutList(cut.section.wanted, cut.bars, cut.sawing);
        if (!list) return complain(arguments.jobs.front(), list.error(), kCannotBeMade);
        cut.list = *list;
        isAll =
            isAll && std::all_of(list->missing.begin(), list->missing.end(), [](int n) { return n == 0; });
        cuts.push_back(std::move(cut));
    }
    const auto nests = nestsOf(batch, sheets, arguments);
    if (!nests) return complain(arguments.jobs.front(), nests.error(), kCannotBeMade);
    for (const stock::SectionNest& each : *nests)
        isAll = isAll &&
                std::all_of(each.nest.missing.begin(), each.nest.missing.end(), [](int n) { return n == 0; });
    if (!arguments.sheetsDxf.empty())
        if (const int status = drawSheets(*nests, arguments)) return status;
    stock::writeCutLists(std::cout, cuts, *nests);
    return printed(isAll ? kFine : kCannotBeMade);
}

int costOf(const Books& books, const Arguments& arguments) {
    const auto work = readWork(arguments.work);
    if (!work) return complain(arguments.work, work.error());
    int status = kFine;
    for (const std::string& path : arguments.jobs)
        status = std::max(status,
                          withJob(
                              path, books,
                              [&](const job::Job& job, const material::Material& material) {
                                  const auto settled = sequence::settle(job, material, books.tools);
                                  if (!settled.outcome.plan)
                                      return complain(path,
                                                      {"It cannot be bent with these tools; `plan` says why.",
                                                       "the order of bending"},
                                                      kCannotBeMade);
                                  const int bolts = static_cast<int>(job.ties.size());
                                  const auto items = cost::itemsOf(settled, *work, readingOf(job), bolts);
                                  files::writeCost(std::cout, path, settled, items,
                                                   arguments.pieces * (job.oppositeHand ? 2 : 1), *work);
                                  return printed(kFine);
                              },
                              [&](const Error& why) { complain(path, why); }));
    return status;
}

} // namespace goodfold::cli
