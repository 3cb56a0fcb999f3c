#include "files/logbook_csv.h"

#include "files/bench_log.h"
#include "files/csv_row.h"

#include <cmath>
#include <sstream>

namespace goodfold::files {

namespace {

using learn::KeptBend;
using learn::KeptPiece;
using learn::TestBend;

/// A figure of a test bend, and its column.
struct Figure {
    const char* column;
    double TestBend::*value;
};
constexpr Figure kFigures[] = {
    {"opening", &TestBend::opening},  {"width", &TestBend::width},      {"thickness", &TestBend::thickness},
    {"strip", &TestBend::strip},      {"line", &TestBend::line},        {"held_leg", &TestBend::heldLeg},
    {"free_leg", &TestBend::freeLeg}, {"wanted", &TestBend::wantedDeg}, {"pushed", &TestBend::pushedDeg},
    {"angle", &TestBend::angleDeg},   {"radius", &TestBend::radius}};

KeptBend bendFrom(const CsvRow& row) {
    KeptBend kept;
    kept.id = row.needed("id");
    kept.at = row.needed("at");
    kept.bend.material = row.needed("material");
    kept.bend.tool = row.text("tool");
    kept.bend.batch = row.text("batch");
    kept.bend.isHammered = row.flag("hammered", false);
    for (const Figure& figure : kFigures)
        kept.bend.*figure.value = row.number(figure.column, kept.bend.*figure.value);
    kept.counts = row.flag("counts", true);
    kept.note = row.text("note");
    if (const auto wrong = learn::whatIsWrong(kept.bend))
        row.fail(wrong->where.c_str(), "cannot be: " + wrong->says.substr(0, wrong->says.size() - 1));
    return kept;
}

KeptPiece pieceFrom(const CsvRow& row) {
    KeptPiece kept;
    kept.id = row.needed("id");
    kept.at = row.needed("at");
    kept.job = row.text("job");
    kept.jobFile = row.text("job_file");
    std::istringstream log(row.needed("log"));
    auto read = readBenchLog(log);
    if (!read) row.fail("log", "cannot be read: " + read.error().says);
    kept.log = *read;
    const auto outcome = learn::outcomeOf(row.needed("outcome"));
    if (!outcome) row.fail("outcome", "must be at-once, reworked or scrapped");
    kept.outcome = *outcome;
    kept.minutes = row.number("minutes", 0);
    kept.cost = row.number("cost", 0);
    kept.note = row.text("note");
    kept.photo = row.text("photo");
    return kept;
}

std::vector<std::string> columnsOfBends() {
    std::vector<std::string> columns{"id", "at", "material", "tool", "batch", "hammered"};
    for (const Figure& figure : kFigures)
        columns.emplace_back(figure.column);
    columns.insert(columns.end(), {"counts", "note"});
    return columns;
}

const std::vector<std::string>& columnsOfPieces() {
    static const std::vector<std::string> columns{"id",    "at",      "job",     "piece", "hand",
                                                  "batch", "outcome", "minutes", "cost",  "note",
                                                  "photo", "log",     "job_file"};
    return columns;
}

} // namespace

void writeTestBends(std::ostream& out, const std::vector<KeptBend>& bends) {
    writeCsvRow(out, columnsOfBends());
    for (const KeptBend& kept : bends) {
        const TestBend& bend = kept.bend;
        std::vector<std::string> cells{kept.id,   kept.at,    bend.material,
                                       bend.tool, bend.batch, bend.isHammered ? "yes" : "no"};
        for (const Figure& figure : kFigures)
            cells.push_back(csvNumber(bend.*figure.value));
        cells.insert(cells.end(), {kept.counts ? "yes" : "no", kept.note});
        writeCsvRow(out, cells);
    }
}

Result<ReadTable<KeptBend>> readTestBends(std::istream& in) {
    return readRows<KeptBend>(in, columnsOfBends(), bendFrom);
}

void writePieces(std::ostream& out, const std::vector<KeptPiece>& pieces) {
    writeCsvRow(out, columnsOfPieces());
    for (const KeptPiece& kept : pieces) {
        std::ostringstream log;
        writeBenchLog(log, kept.log);
        const char* hand = !kept.log.hand ? "" : *kept.log.hand == job::Hand::Left ? "left" : "right";
        writeCsvRow(out, {kept.id, kept.at, kept.job, std::to_string(kept.log.piece), hand, kept.log.batch,
                          std::string(wordOf(kept.outcome)), csvNumber(kept.minutes), csvNumber(kept.cost),
                          kept.note, kept.photo, log.str(), kept.jobFile});
    }
}

Result<ReadTable<KeptPiece>> readPieces(std::istream& in) {
    return readRows<KeptPiece>(in, columnsOfPieces(), pieceFrom);
}

bool isTableOfPieces(const std::string& firstLine) {
    return firstLine.find("job_file") != std::string::npos || firstLine.find("outcome") != std::string::npos;
}

} // namespace goodfold::files
