#include "sequence/way_table.h"

#include <algorithm>
#include <limits>

namespace goodfold::sequence {

namespace {

bool isWished(const Wishes& wishes, const Way& way) {
    const auto pinned = wishes.tool.find(way.bend);
    return pinned == wishes.tool.end() || pinned->second == way.setup.tool->id;
}

bool goOnAlike(const part::Part& part, const Way& a, const Way& b) {
    return a.setup.tool == b.setup.tool && changeBetween(part, a, b) == 0 &&
           a.work.angleDeg == b.work.angleDeg && headingOf(part, a).dot(headingOf(part, b)) > 1 - 1e-9;
}

unsigned indexOf(const tool::Shop& shop, const tool::Tool* tool) {
    constexpr unsigned kLast = 63;
    return std::min(kLast, static_cast<unsigned>(tool - shop.tools.data()));
}

} // namespace

WayTable::WayTable(const part::Part& part, const material::Material& material, const tool::Shop& shop,
                   const Wishes& wishes, Hits& hits)
    : byBend(part.bends.size()), leasts(part.bends.size(), std::numeric_limits<double>::infinity()),
      tools(part.bends.size(), 0) {
    const Ways all = waysOf(part, material, shop);
    why = all.why;
    for (const auto& [bend, tool] : wishes.tool)
        if (!shop.find(tool))
            why[static_cast<size_t>(bend)] = {"the tool \"" + tool +
                                              "\" it was settled for is not in the shop"};
    for (size_t bend = 0; bend < all.of.size(); ++bend)
        for (const Way& way : all.of[bend]) {
            if (!isWished(wishes, way)) continue;
            // What can never be is not searched, but told where there is nothing else.
            if (const auto obstacle = hits.alwaysInTheWay(way)) {
                never.push_back({way, *obstacle});
                continue;
            }
            byBend[bend].push_back(static_cast<int>(ways.size()));
            const double withoutLaps = costOf(part, way, 0).sum() - kLapShut * lapsShut(part, way.bend, 0);
            leasts[bend] = std::min(leasts[bend], withoutLaps);
            toolIndex.push_back(indexOf(shop, way.setup.tool));
            tools[bend] |= std::uint64_t{1} << toolIndex.back();
            ways.push_back(way);
        }
    for (size_t i = 0; i < part.bends.size(); ++i) {
        size_t same = 0;
        while (part.bends[same].shape.angleDeg != part.bends[i].shape.angleDeg)
            ++same;
        angles.push_back(same);
    }
    findKinds(part);
}

void WayTable::findKinds(const part::Part& part) {
    std::vector<const Way*> firsts; // of each kind
    for (const Way& way : ways) {
        const auto same = std::find_if(firsts.begin(), firsts.end(),
                                       [&](const Way* first) { return goOnAlike(part, *first, way); });
        kindOf.push_back(static_cast<size_t>(same - firsts.begin()));
        if (same == firsts.end()) firsts.push_back(&way);
    }
    for (const Way* first : firsts) {
        std::vector<double>& row = changes.emplace_back();
        for (const Way& way : ways)
            row.push_back(changeBetween(part, *first, way));
    }
}

} // namespace goodfold::sequence
