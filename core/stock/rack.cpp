#include "stock/rack.h"

#include "files/csv_table.h"

#include <algorithm>
#include <cmath>
#include <ostream>

namespace goodfold::stock {

namespace {

/// As somebody reads a tape.
double measured(double length) {
    return std::floor(length * 10) / 10;
}

bool areAlike(const RackBar& one, const RackBar& other) {
    return one.material == other.material && one.width == other.width && one.thickness == other.thickness &&
           one.bar.length == other.bar.length && one.bar.name == other.bar.name && one.batch == other.batch;
}
bool areAlike(const RackSheet& one, const RackSheet& other) {
    return one.material == other.material && one.thickness == other.thickness &&
           one.sheet.length == other.sheet.length && one.sheet.width == other.sheet.width &&
           one.sheet.name == other.sheet.name && one.batch == other.batch;
}

/// Without what is used up, and one more of each offcut: of an entry that is alike, or a new one.
template <class Entry>
std::vector<Entry> withOffcuts(std::vector<Entry> left, const std::vector<Entry>& offcuts) {
    std::erase_if(left, [](Entry& each) { return stockOf(each).count && *stockOf(each).count <= 0; });
    for (const Entry& offcut : offcuts) {
        const auto same = std::find_if(left.begin(), left.end(), [&](Entry& each) {
            return stockOf(each).isOffcut && stockOf(each).count && areAlike(each, offcut);
        });
        if (same == left.end())
            left.push_back(offcut);
        else
            ++*stockOf(*same).count;
    }
    return left;
}

std::string restOf(const std::string& name) {
    constexpr std::string_view kRest = "rest of ";
    return name.starts_with(kRest) ? name : std::string(kRest) + name;
}

std::vector<RackBar> barsAfter(const Rack& rack, const std::vector<SectionCut>& cuts, double worthKeeping) {
    std::vector<RackBar> left = rack.bars.value_or(std::vector<RackBar>());
    std::vector<RackBar> offcuts;
    for (const SectionCut& cut : cuts) {
        std::vector<RackBar*> own; // as barsFor() has them
        if (rack.bars)
            for (RackBar& bar : left)
                if (!barsFor(cut.section, {bar}).empty()) own.push_back(&bar);
        for (const CutBar& bar : cut.list.bars) {
            const RackBar* from = rack.bars ? own[bar.bar] : nullptr;
            if (from)
                if (auto& count = own[bar.bar]->bar.count) --*count;
            const double rest = measured(bar.rest);
            if (rest < worthKeeping) continue;
            offcuts.push_back({cut.section.material, cut.section.width, cut.section.thickness,
                               Bar{restOf(cut.bars[bar.bar].name), rest, 1, 0, true},
                               from ? from->batch : std::string(), from ? from->measured : 0});
        }
    }
    return withOffcuts(std::move(left), offcuts);
}

std::vector<RackSheet> sheetsAfter(const Rack& rack, const std::vector<SectionNest>& nests,
                                   double worthKeeping) {
    std::vector<RackSheet> left = rack.sheets.value_or(std::vector<RackSheet>());
    std::vector<RackSheet> offcuts;
    for (const SectionNest& nest : nests) {
        std::vector<RackSheet*> own;
        if (rack.sheets)
            for (RackSheet& sheet : left)
                if (!sheetsFor(nest.section, {sheet}).empty()) own.push_back(&sheet);
        for (const NestedSheet& nested : nest.nest.sheets) {
            const RackSheet* from = rack.sheets ? own[nested.sheet] : nullptr;
            if (from)
                if (auto& count = own[nested.sheet]->sheet.count) --*count;
            const double rest = measured(nested.rest);
            if (rest < worthKeeping) continue;
            const Sheet& of = nest.sheets[nested.sheet];
            offcuts.push_back({nest.section.material, nest.section.thickness,
                               Sheet{restOf(of.name), rest, of.width, 1, 0, true},
                               from ? from->batch : std::string(), from ? from->measured : 0});
        }
    }
    return withOffcuts(std::move(left), offcuts);
}

std::string mm(double value) {
    return quantity::printNumber(value, 3);
}

template <class Stock>
std::vector<std::string> tailOf(const Stock& stock, const std::string& batch, double measured) {
    return {stock.count ? std::to_string(*stock.count) : std::string(),
            stock.price > 0 ? quantity::printNumber(stock.price, 2) : std::string(),
            stock.isOffcut ? "yes" : "no", batch, measured > 0 ? mm(measured) : std::string()};
}

void writeRow(std::ostream& out, std::vector<std::string> row, const std::vector<std::string>& tail) {
    row.insert(row.end(), tail.begin(), tail.end());
    files::writeCsvRow(out, row);
}

} // namespace

Rack rackAfter(const Rack& rack, const BatchCut& cut, double worthKeeping) {
    return {barsAfter(rack, cut.bars, worthKeeping), sheetsAfter(rack, cut.sheets, worthKeeping)};
}

void writeBars(std::ostream& out, const std::vector<RackBar>& bars) {
    files::writeCsvRow(out, {"name", "material", "width", "thickness", "length", "count", "price", "offcut",
                             "batch", "measured"});
    for (const RackBar& each : bars)
        writeRow(out, {each.bar.name, each.material, mm(each.width), mm(each.thickness), mm(each.bar.length)},
                 tailOf(each.bar, each.batch, each.measured));
}

void writeSheets(std::ostream& out, const std::vector<RackSheet>& sheets) {
    files::writeCsvRow(out, {"name", "material", "thickness", "length", "width", "count", "price", "offcut",
                             "batch", "measured"});
    for (const RackSheet& each : sheets)
        writeRow(
            out,
            {each.sheet.name, each.material, mm(each.thickness), mm(each.sheet.length), mm(each.sheet.width)},
            tailOf(each.sheet, each.batch, each.measured));
}

} // namespace goodfold::stock
