#include "stock/rack_files.h"

#include "files/csv_row.h"

#include <nlohmann/json.hpp>

#include <cmath>
#include <ostream>

namespace goodfold::stock {

using nlohmann::ordered_json;

namespace {

RackBar barFrom(const files::CsvRow& row) {
    RackBar bar;
    bar.material = row.needed("material");
    bar.width = row.number("width");
    bar.thickness = row.number("thickness");
    bar.bar.length = row.number("length");
    const double count = row.number("count", -1);
    if (count >= 0 && (count != std::floor(count) || count > kMostPieces))
        row.fail("count", "must be a whole number");
    if (count >= 0) bar.bar.count = static_cast<int>(count);
    bar.bar.price = row.number("price", 0);
    bar.bar.isOffcut = row.flag("offcut", false);
    bar.bar.name = row.text("name");
    if (bar.bar.name.empty()) bar.bar.name = bar.bar.isOffcut ? "offcut" : "bar";
    for (const char* column : {"width", "thickness", "length"})
        if (!(row.number(column) > 0)) row.fail(column, "must be more than 0");
    return bar;
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

} // namespace

Result<std::vector<RackBar>> readBars(std::istream& in) {
    return files::readRows<RackBar>(in, barFrom);
}

void writeCutLists(std::ostream& out, const std::vector<SectionCut>& sections,
                   const std::vector<std::string>& sheets) {
    ordered_json all = ordered_json::array();
    for (const SectionCut& cut : sections)
        all.push_back(jsonOf(cut));
    out << ordered_json{{"sections", all}, {"sheets", sheets}}.dump() << '\n';
}

} // namespace goodfold::stock
