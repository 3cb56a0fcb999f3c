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

RackStock stockFrom(const files::CsvRow& row, job::StockForm form) {
    RackStock stock{form, row.needed("material"), row.number("width"), row.number("thickness"),
                    row.number("length")};
    if (!row.text("count").empty()) {
        const double count = row.number("count");
        if (count != std::floor(count) || count < 0 || count > cutting::kMostPieces)
            row.fail("count", "must be a whole number");
        stock.count = static_cast<int>(count);
    }
    stock.price = row.number("price", 0);
    stock.isOffcut = row.flag("offcut", false);
    stock.name = row.text("name");
    if (stock.name.empty())
        stock.name = stock.isOffcut ? "offcut" : form == job::StockForm::Sheet ? "sheet" : "bar";
    stock.batch = row.text("batch");
    stock.measured = row.number("measured", 0);
    const auto holes = typedHoles(row.text("holes"),
                                  [](const std::string& figure) { return quantity::parseNumber(figure); });
    if (!holes) row.fail("holes", holes.error().says);
    stock.holes = *holes;
    if (const auto wrong = whatIsWrong(stock)) row.fail(wrong->where.c_str(), wrong->says);
    return stock;
}

RackStock barFrom(const files::CsvRow& row) {
    return stockFrom(row, job::StockForm::Bar);
}
RackStock sheetFrom(const files::CsvRow& row) {
    return stockFrom(row, job::StockForm::Sheet);
}

const std::vector<std::string>& columns() {
    static const std::vector<std::string> all{"name",  "material", "width", "thickness", "length", "count",
                                              "price", "offcut",   "batch", "measured",  "holes"};
    return all;
}

std::string mm(double value) {
    return quantity::printNumber(value, 3);
}

void writeStock(std::ostream& out, const std::vector<RackStock>& all) {
    files::writeCsvRow(out, columns());
    for (const RackStock& each : all)
        files::writeCsvRow(out, {each.name, each.material, mm(each.width), mm(each.thickness),
                                 mm(each.length), each.count ? std::to_string(*each.count) : std::string(),
                                 each.price > 0 ? quantity::printNumber(each.price, 2) : std::string(),
                                 each.isOffcut ? "yes" : "no", each.batch,
                                 each.measured > 0 ? mm(each.measured) : std::string(),
                                 shownHoles(each.holes, mm)});
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

} // namespace

Result<files::ReadTable<RackStock>> readBars(std::istream& in) {
    return files::readRows<RackStock>(in, columns(), barFrom);
}

Result<files::ReadTable<RackStock>> readSheets(std::istream& in) {
    return files::readRows<RackStock>(in, columns(), sheetFrom);
}

void writeBars(std::ostream& out, const std::vector<RackStock>& bars) {
    writeStock(out, bars);
}

void writeSheets(std::ostream& out, const std::vector<RackStock>& sheets) {
    writeStock(out, sheets);
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
