#include "stock/rack_files.h"

#include "files/csv_row.h"
#include "files/dxf.h"

#include <nlohmann/json.hpp>

#include <algorithm>
#include <cmath>
#include <ostream>
#include <sstream>

namespace goodfold::stock {

using nlohmann::ordered_json;

namespace {

/// What bars and sheets have alike.
template <class Stock> void readStock(const files::CsvRow& row, Stock& stock, const char* usualName) {
    const double count = row.number("count", -1);
    if (count >= 0 && (count != std::floor(count) || count > cutting::kMostPieces))
        row.fail("count", "must be a whole number");
    if (count >= 0) stock.count = static_cast<int>(count);
    stock.length = row.number("length");
    stock.price = row.number("price", 0);
    stock.isOffcut = row.flag("offcut", false);
    stock.name = row.text("name");
    if (stock.name.empty()) stock.name = stock.isOffcut ? "offcut" : usualName;
    for (const char* column : {"width", "thickness", "length"})
        if (!(row.number(column) > 0)) row.fail(column, "must be more than 0");
}

template <class Entry> void readBatch(const files::CsvRow& row, Entry& entry) {
    entry.batch = row.text("batch");
    entry.measured = row.number("measured", 0);
    if (entry.measured < 0) row.fail("measured", "must be a thickness");
}

RackBar barFrom(const files::CsvRow& row) {
    RackBar bar{row.needed("material"), row.number("width"), row.number("thickness"), {}};
    readStock(row, bar.bar, "bar");
    readBatch(row, bar);
    return bar;
}

RackSheet sheetFrom(const files::CsvRow& row) {
    RackSheet sheet{row.needed("material"), row.number("thickness"), {}};
    readStock(row, sheet.sheet, "sheet");
    readBatch(row, sheet);
    sheet.sheet.width = row.number("width");
    for (const char* column : {"width", "length"})
        if (row.number(column) > cutting::kLongestBar) row.fail(column, "is more than a sheet is");
    return sheet;
}

ordered_json jsonOf(const SectionCut& cut, const CutBar& bar) {
    ordered_json pieces = ordered_json::array();
    double at = cut.sawing.squaring;
    for (const size_t piece : bar.pieces) {
        const Wanted& wanted = cut.section.wanted[piece];
        pieces.push_back({{"job", wanted.name}, {"at", at}, {"length", wanted.length}});
        at += wanted.length + cut.sawing.kerf;
    }
    const Bar& of = cut.bars[bar.bar];
    return {{"bar", of.name}, {"length", of.length}, {"pieces", pieces}, {"rest", bar.rest}};
}

ordered_json jsonOf(const SectionCut& cut) {
    ordered_json bars = ordered_json::array(), missing = ordered_json::array();
    for (const CutBar& bar : cut.list.bars)
        bars.push_back(jsonOf(cut, bar));
    double length = 0;
    for (size_t i = 0; i < cut.section.wanted.size(); ++i) {
        const Wanted& wanted = cut.section.wanted[i];
        const int lacks = cut.list.missing[i];
        length += (wanted.count - lacks) * wanted.length;
        if (lacks > 0) missing.push_back({{"job", wanted.name}, {"length", wanted.length}, {"count", lacks}});
    }
    ordered_json out{{"material", cut.section.material},
                     {"width", cut.section.width},
                     {"thickness", cut.section.thickness},
                     {"kerf", cut.sawing.kerf},
                     {"bars", bars},
                     {"missing", missing},
                     {"taken", cut.list.taken},
                     {"used", length},
                     {"cost", cut.list.cost},
                     {"least", cut.list.least},
                     {"is_least", cut.list.isLeast}};
    return out;
}

/// `at` is where the blank's least corner, as its own DXF counts it, comes to lie once it is turned.
ordered_json jsonOf(const SectionNest& nest, const NestedSheet& nested) {
    ordered_json blanks = ordered_json::array();
    for (const Laid& laid : nested.blanks) {
        const WantedBlank& blank = nest.section.wanted[laid.blank];
        const Vec2 at = laid.sheetFromFlat * boxOf(blank.outline).min();
        const auto& turned = laid.sheetFromFlat.linear();
        const double turnedDeg = std::round(degrees(std::atan2(turned(1, 0), turned(0, 0))));
        blanks.push_back({{"job", blank.name}, {"at", {at.x(), at.y()}}, {"turned", turnedDeg + 0.0}});
    }
    const Sheet& sheet = nest.sheets[nested.sheet];
    return {{"sheet", sheet.name}, {"length", sheet.length}, {"width", sheet.width},
            {"blanks", blanks},    {"used", nested.used},    {"rest", nested.rest}};
}

ordered_json jsonOf(const SectionNest& nest) {
    ordered_json sheets = ordered_json::array(), missing = ordered_json::array();
    for (const NestedSheet& nested : nest.nest.sheets)
        sheets.push_back(jsonOf(nest, nested));
    for (size_t i = 0; i < nest.section.wanted.size(); ++i)
        if (const int lacks = nest.nest.missing[i]; lacks > 0)
            missing.push_back({{"job", nest.section.wanted[i].name}, {"count", lacks}});
    return {{"material", nest.section.material},
            {"thickness", nest.section.thickness},
            {"gap", nest.laying.gap},
            {"sheets", sheets},
            {"missing", missing},
            {"taken", nest.nest.taken},
            {"used", nest.nest.used},
            {"least", nest.nest.least}};
}

/// From where to where it is whole.
using Stretch = std::pair<double, double>;

std::vector<Stretch> wholeStretches(const files::CsvRow& row, double length) {
    constexpr double kOff = 2; // mm, of a hole's rim
    std::vector<Stretch> taken;
    std::istringstream holes(row.text("holes"));
    for (std::string hole; std::getline(holes, hole, ';');) {
        std::istringstream figures(hole);
        double at = 0, diameter = 0;
        std::string more;
        if (!(figures >> at >> diameter) || figures >> more || at < 0 || at > length || !(diameter > 0))
            row.fail("holes", "must say where each is and how wide: 20 6.6; 95 6.6");
        taken.emplace_back(at - diameter / 2 - kOff, at + diameter / 2 + kOff);
    }
    std::sort(taken.begin(), taken.end());
    std::vector<Stretch> whole;
    double from = 0;
    for (const auto& [begins, ends] : taken) {
        if (begins > from) whole.emplace_back(from, begins);
        from = std::max(from, ends);
    }
    if (length > from) whole.emplace_back(from, length);
    return whole;
}

/// Each entry as the pieces that its holes leave.
template <class Entry, Entry (*from)(const files::CsvRow&)>
std::vector<Entry> piecesFrom(const files::CsvRow& row) {
    std::vector<Entry> pieces;
    Entry all = from(row);
    const double length = stockOf(all).length;
    for (const auto& [begins, ends] : wholeStretches(row, length)) {
        pieces.push_back(all);
        if (ends - begins == length) continue;
        auto& piece = stockOf(pieces.back());
        piece.length = ends - begins;
        piece.name += ", " + quantity::printNumber(begins, 1) + " to " + quantity::printNumber(ends, 1);
    }
    return pieces;
}

template <class Entry, Entry (*from)(const files::CsvRow&)>
Result<std::vector<Entry>> readWhole(std::istream& in) {
    const auto rows = files::readRows<std::vector<Entry>>(in, piecesFrom<Entry, from>);
    if (!rows) return rows.error();
    std::vector<Entry> all;
    for (const std::vector<Entry>& pieces : *rows)
        all.insert(all.end(), pieces.begin(), pieces.end());
    return all;
}

} // namespace

Result<std::vector<RackBar>> readBars(std::istream& in) {
    return readWhole<RackBar, barFrom>(in);
}

Result<std::vector<RackSheet>> readSheets(std::istream& in) {
    return readWhole<RackSheet, sheetFrom>(in);
}

void writeCutLists(std::ostream& out, const std::vector<SectionCut>& sections,
                   const std::vector<SectionNest>& nests) {
    ordered_json all = ordered_json::array(), sheets = ordered_json::array();
    for (const SectionCut& cut : sections)
        all.push_back(jsonOf(cut));
    for (const SectionNest& nest : nests)
        sheets.push_back(jsonOf(nest));
    out << ordered_json{{"sections", all}, {"sheets", sheets}}.dump() << '\n';
}

void writeDxf(std::ostream& out, const std::vector<SectionNest>& nests) {
    constexpr double kBetween = 100; // mm
    std::vector<files::DxfShape> shapes;
    std::vector<files::DxfNote> notes;
    Vec2 at(0, 0);
    for (const SectionNest& each : nests)
        for (const NestedSheet& nested : each.nest.sheets) {
            const Sheet& sheet = each.sheets[nested.sheet];
            const Pose2 put(Eigen::Translation2d(at.x(), at.y()));
            shapes.push_back(
                {moved(straight({{0, 0}, {sheet.length, 0}, {sheet.length, sheet.width}, {0, sheet.width}}),
                       put),
                 "SHEET"});
            notes.push_back(
                {at + Vec2(0, sheet.width + 5), sheet.name + ", " + each.section.material + " " +
                                                    quantity::printNumber(each.section.thickness, 2)});
            for (const Laid& laid : nested.blanks) {
                const WantedBlank& blank = each.section.wanted[laid.blank];
                const Pose2 pose = put * laid.sheetFromFlat;
                shapes.push_back({moved(blank.outline, pose), "CUT"});
                notes.push_back({boxOf(shapes.back().path).center(), blank.name});
                for (const Path& hole : blank.holes)
                    shapes.push_back({moved(hole, pose), "CUT"});
            }
            at.x() += sheet.length + kBetween;
        }
    files::writeDxf(out, shapes, notes);
}

} // namespace goodfold::stock
