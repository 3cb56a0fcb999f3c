#include "stock/rack.h"

#include <algorithm>
#include <cmath>

namespace goodfold::stock {

namespace {

/// As somebody reads a tape.
double asRead(double length) {
    return std::floor(length * 10) / 10;
}

std::string restOf(const std::string& name) {
    constexpr std::string_view kRest = "rest of ";
    return name.starts_with(kRest) ? name : std::string(kRest) + name;
}

/// What was cut of one entry: of each of its whole stretches, one after the other, the rests that were left
/// of those that were taken.
using Rests = std::vector<std::vector<double>>;

/// The length from `from` to `to` of one of the entry, with what holes are in it.
RackStock partOf(const RackStock& entry, double from, double to) {
    RackStock part = entry;
    part.name = restOf(entry.name);
    part.length = asRead(to - from);
    part.count = 1;
    part.price = 0;
    part.isOffcut = true;
    part.id.clear();
    part.holes.clear();
    for (const StockHole& hole : entry.holes)
        if (hole.at > from && hole.at < to) part.holes.push_back({hole.at - from, hole.diameter});
    return part;
}

/// What is left of the `piece`th one that was taken: between what was cut off it.
std::vector<RackStock> leftOf(const RackStock& entry, const Rests& rests, size_t piece, double worthKeeping) {
    std::vector<RackStock> left;
    const auto keep = [&](double from, double to) {
        const RackStock part = partOf(entry, from, to);
        for (const Stretch& whole : wholeStretches(part))
            if (whole.length() >= worthKeeping) return left.push_back(part);
    };
    const auto whole = wholeStretches(entry);
    double from = 0;
    for (size_t i = 0; i < whole.size(); ++i) {
        if (piece >= rests[i].size()) continue; // this stretch of it stayed as it was
        keep(from, whole[i].from);
        from = whole[i].to - rests[i][piece];
    }
    keep(from, entry.length);
    return left;
}

bool areAlike(RackStock one, RackStock other) {
    for (RackStock* each : {&one, &other}) {
        each->id.clear();
        each->count = 1;
        each->price = 0;
    }
    return one == other;
}

/// Without what was taken, and one more of each offcut: of an entry that is alike, or a new one.
class Left {
public:
    Left(std::vector<RackStock> rack, double worthKeeping)
        : entries(std::move(rack)), worthKeeping(worthKeeping) {}

    void take(RackStock& entry, const Rests& rests) {
        size_t taken = 0;
        for (const auto& each : rests)
            taken = std::max(taken, each.size());
        for (size_t piece = 0; piece < taken; ++piece)
            for (RackStock& part : leftOf(entry, rests, piece, worthKeeping))
                offcuts.push_back(std::move(part));
        if (entry.count) *entry.count -= static_cast<int>(taken);
    }

    std::vector<RackStock>& rack() { return entries; }

    std::vector<RackStock> all() && {
        std::erase_if(entries, [](const RackStock& each) { return each.count && *each.count <= 0; });
        for (const RackStock& offcut : offcuts) {
            const auto same = std::find_if(entries.begin(), entries.end(), [&](const RackStock& each) {
                return each.count && areAlike(each, offcut);
            });
            if (same == entries.end())
                entries.push_back(offcut);
            else
                ++*same->count;
        }
        return std::move(entries);
    }

private:
    std::vector<RackStock> entries, offcuts;
    double worthKeeping;
};

/// By stretch, as barsFor() and sheetsFor() have them.
template <class Section, class Cuts, class StockOf>
void takeFromRack(Left& left, const Section& section, const Cuts& cuts, StockOf stockOf) {
    size_t first = 0;
    for (RackStock& entry : left.rack()) {
        if (!isOf(section, entry)) continue;
        Rests rests(wholeStretches(entry).size());
        for (const auto& cut : cuts)
            if (const size_t at = stockOf(cut); at >= first && at < first + rests.size())
                rests[at - first].push_back(cut.rest);
        first += rests.size();
        left.take(entry, rests);
    }
}

/// Where the rack is not known.
template <class Cuts, class StockOf> void takeAsSold(Left& left, const Cuts& cuts, StockOf stockOf) {
    for (const auto& cut : cuts) {
        RackStock sold = stockOf(cut);
        left.take(sold, {{cut.rest}});
    }
}

std::vector<RackStock> barsAfter(const Rack& rack, const std::vector<SectionCut>& cuts, double worthKeeping) {
    Left left(rack.bars.value_or(std::vector<RackStock>()), worthKeeping);
    for (const SectionCut& each : cuts)
        if (rack.bars)
            takeFromRack(left, each.section, each.list.bars, [](const CutBar& cut) { return cut.bar; });
        else
            takeAsSold(left, each.list.bars, [&](const CutBar& cut) {
                const Section& of = each.section;
                const Bar& bar = each.bars[cut.bar];
                return RackStock{job::StockForm::Bar, of.material, of.width,
                                 of.thickness,        bar.length,  bar.name};
            });
    return std::move(left).all();
}

std::vector<RackStock> sheetsAfter(const Rack& rack, const std::vector<SectionNest>& nests,
                                   double worthKeeping) {
    Left left(rack.sheets.value_or(std::vector<RackStock>()), worthKeeping);
    for (const SectionNest& each : nests)
        if (rack.sheets)
            takeFromRack(left, each.section, each.nest.sheets,
                         [](const NestedSheet& cut) { return cut.sheet; });
        else
            takeAsSold(left, each.nest.sheets, [&](const NestedSheet& cut) {
                const Sheet& sheet = each.sheets[cut.sheet];
                return RackStock{job::StockForm::Sheet,  each.section.material, sheet.width,
                                 each.section.thickness, sheet.length,          sheet.name};
            });
    return std::move(left).all();
}

} // namespace

Rack rackAfter(const Rack& rack, const BatchCut& cut, double worthKeeping) {
    return {barsAfter(rack, cut.bars, worthKeeping), sheetsAfter(rack, cut.sheets, worthKeeping)};
}

} // namespace goodfold::stock
