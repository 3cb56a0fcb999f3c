#include "cutting/laying.h"

#include <algorithm>
#include <array>
#include <numeric>

namespace goodfold::cutting {

namespace {

ClipperLib::cInt widthOf(const ClipperLib::IntRect& box) {
    return box.right - box.left;
}
ClipperLib::cInt heightOf(const ClipperLib::IntRect& box) {
    return box.bottom - box.top;
}

/// Farther left, then lower.
bool isBefore(const Micrometres& a, const Micrometres& b) {
    return a.X != b.X ? a.X < b.X : a.Y < b.Y;
}

} // namespace

Layer::Layer(const std::vector<WantedBlank>& wanted, const std::vector<Sheet>& sheets,
             std::vector<double> itsCosts, const Laying& laying)
    : wanted(wanted), sheets(sheets), costs(std::move(itsCosts)), laying(laying), bySize(sheets.size()) {
    for (const WantedBlank& each : wanted) {
        asDrawn.push_back(keptClear(each.outline, each.openings, laying.gap));
        std::array<Posed, 4> all;
        for (int quarters = 0; quarters < 4; ++quarters) {
            const Outlines clear = turned(asDrawn.back(), quarters);
            const auto box = boxOf(clear);
            const Micrometres by(-box.left, -box.top);
            Pose2 pose = Pose2::Identity();
            pose.linear() = Eigen::Rotation2Dd(radians(90 * quarters)).toRotationMatrix();
            pose.translation() = inMillimetres(by);
            all[static_cast<size_t>(quarters)] = {shifted(clear, by), by, pose};
        }
        poses.push_back(std::move(all));
    }
    std::iota(bySize.begin(), bySize.end(), size_t{0});
    std::stable_sort(bySize.begin(), bySize.end(), [&](size_t a, size_t b) {
        return std::pair(!sheets[a].isOffcut, sheets[a].length * sheets[a].width) <
               std::pair(!sheets[b].isOffcut, sheets[b].length * sheets[b].width);
    });
}

double Layer::sizeOf(size_t blank) const {
    return areaOf(wanted[blank].outline);
}

std::vector<int> Layer::turnsOf(const Next& next) const {
    std::vector<int> turns{0, 1, 2, 3};
    const Lies lies = wanted[next.blank].lies;
    if (lies != Lies::Either)
        std::erase_if(turns, [&](int quarters) { return (quarters % 2 == 1) != (lies == Lies::Across); });
    const bool isFree = next.quarters && std::find(turns.begin(), turns.end(), *next.quarters) != turns.end();
    return isFree ? std::vector{*next.quarters} : turns;
}

/// What is kept clear has half the gap in it, and along a sheet's edge the margin is enough.
ClipperLib::IntRect Layer::roomFor(const ClipperLib::IntRect& box, const Sheet& sheet) const {
    const auto edge = static_cast<ClipperLib::cInt>((laying.margin - laying.gap / 2) * kUnits);
    return {edge, edge, static_cast<ClipperLib::cInt>(sheet.length * kUnits) - edge - widthOf(box),
            static_cast<ClipperLib::cInt>(sheet.width * kUnits) - edge - heightOf(box)};
}

/// Turned together they forbid one another the same.
Outlines Layer::between(size_t lying, int quarters, size_t moving, int itsQuarters) {
    const int apart = (itsQuarters - quarters + 4) % 4;
    const auto [found, isNew] = known.try_emplace({lying, moving, apart});
    if (isNew) found->second = forbidden(asDrawn[lying], turned(asDrawn[moving], apart));
    const Micrometres from = posed(lying, quarters).shift, to = posed(moving, itsQuarters).shift;
    return shifted(turned(found->second, quarters), {from.X - to.X, from.Y - to.Y});
}

/// The corners of what is left of the room once all that lies there has taken its own, and of the room
/// itself.
std::optional<Micrometres> Layer::placeFor(size_t blank, int quarters, OpenSheet& open) {
    const auto rim = roomFor(boxOf(posed(blank, quarters).clear), sheets[open.sheet]);
    if (rim.left > rim.right || rim.top > rim.bottom) return {};
    if (open.placed.empty()) return Micrometres(rim.left, rim.top);
    OpenSheet::Room& room = open.rooms[{blank, quarters}];
    if (room.left.empty() && room.beside == 0) {
        // A line's room is given a micrometre, so that it is one to the polygon library.
        const auto right = std::max(rim.right, rim.left + 1), bottom = std::max(rim.bottom, rim.top + 1);
        room.left = {{{rim.left, rim.top}, {right, rim.top}, {right, bottom}, {rim.left, bottom}}};
    }
    if (!room.left.empty() && room.beside < open.placed.size()) {
        ClipperLib::Clipper taking;
        taking.AddPaths(room.left, ClipperLib::ptSubject, true);
        for (size_t i = room.beside; i < open.placed.size(); ++i) {
            const Placed& each = open.placed[i];
            taking.AddPaths(shifted(between(each.blank, each.quarters, blank, quarters), each.at),
                            ClipperLib::ptClip, true);
        }
        taking.Execute(ClipperLib::ctDifference, room.left, ClipperLib::pftNonZero, ClipperLib::pftNonZero);
    }
    room.beside = open.placed.size();
    std::optional<Micrometres> best;
    for (const ClipperLib::Path& path : room.left)
        for (const Micrometres& corner : path)
            if (!best || isBefore(corner, *best)) best = corner;
    return best;
}

/// The turn whose far end comes to lie farthest to the left.
bool Layer::lay(const Next& next, OpenSheet& open) {
    if (laying.isShorn) return layShorn(next, open);
    const size_t blank = next.blank;
    std::optional<Placed> best;
    std::pair<ClipperLib::cInt, ClipperLib::cInt> end;
    for (const int quarters : turnsOf(next)) {
        const auto at = placeFor(blank, quarters, open);
        if (!at) continue;
        const auto box = boxOf(posed(blank, quarters).clear);
        const std::pair its(at->X + widthOf(box), at->Y + heightOf(box));
        if (best && its >= end) continue;
        best = Placed{blank, quarters, *at};
        end = its;
    }
    if (best) open.placed.push_back(*best);
    return best.has_value();
}

/// Into the free rectangle that it leaves least of; what is left of that is cut from edge to edge in two, so
/// that the larger one is as large as can be.
bool Layer::layShorn(const Next& next, OpenSheet& open) {
    const size_t blank = next.blank;
    if (open.placed.empty()) {
        const auto room = roomFor({0, 0, 0, 0}, sheets[open.sheet]);
        open.free = {room};
    }
    size_t chosen = open.free.size();
    int turn = 0;
    ClipperLib::cInt least = 0;
    for (size_t i = 0; i < open.free.size(); ++i)
        for (const int quarters : turnsOf(next)) {
            const auto box = boxOf(posed(blank, quarters).clear);
            const auto over = widthOf(open.free[i]) - widthOf(box),
                       above = heightOf(open.free[i]) - heightOf(box);
            if (over < 0 || above < 0) continue;
            const auto rest = std::min(over, above);
            if (chosen < open.free.size() && rest >= least) continue;
            chosen = i;
            turn = quarters;
            least = rest;
        }
    if (chosen == open.free.size()) return false;
    const ClipperLib::IntRect from = open.free[chosen];
    const auto box = boxOf(posed(blank, turn).clear);
    open.placed.push_back({blank, turn, {from.left, from.top}});
    open.free.erase(open.free.begin() + static_cast<std::ptrdiff_t>(chosen));
    const auto x = from.left + widthOf(box), y = from.top + heightOf(box);
    const bool isAcross = widthOf(from) - widthOf(box) > heightOf(from) - heightOf(box);
    const ClipperLib::IntRect beside{x, from.top, from.right, isAcross ? from.bottom : y};
    const ClipperLib::IntRect above{from.left, y, isAcross ? x : from.right, from.bottom};
    for (const auto& rest : {beside, above})
        if (widthOf(rest) > 0 && heightOf(rest) > 0) open.free.push_back(rest);
    return true;
}

Nest Layer::laidInOrder(const std::vector<Next>& order, bool largestFirst) {
    Nest nest;
    nest.missing.assign(wanted.size(), 0);
    std::vector<OpenSheet> open;
    std::vector<int> taken(sheets.size(), 0);
    std::vector<size_t> toOpen = bySize;
    if (largestFirst)
        std::reverse(
            std::find_if(toOpen.begin(), toOpen.end(), [&](size_t i) { return !sheets[i].isOffcut; }),
            toOpen.end());
    for (const Next& next : order) {
        bool isLaid = std::any_of(open.begin(), open.end(), [&](OpenSheet& each) { return lay(next, each); });
        for (size_t i = 0; i < toOpen.size() && !isLaid; ++i) {
            OpenSheet another{toOpen[i], {}};
            if (!isLeft(toOpen[i], taken) || !lay(next, another)) continue;
            isLaid = true;
            ++taken[toOpen[i]];
            open.push_back(std::move(another));
        }
        if (!isLaid) ++nest.missing[next.blank];
    }
    for (OpenSheet& each : open) {
        makeCheaper(each, taken);
        nest.sheets.push_back(told(each));
    }
    return nest;
}

void Layer::makeCheaper(OpenSheet& open, std::vector<int>& taken) {
    for (const size_t sheet : bySize) {
        if (!isLeft(sheet, taken) || costs[sheet] >= costs[open.sheet]) continue;
        OpenSheet cheaper{sheet, {}};
        const bool goes = std::all_of(open.placed.begin(), open.placed.end(), [&](const Placed& each) {
            return lay({each.blank, {}}, cheaper);
        });
        if (!goes) continue;
        --taken[open.sheet];
        ++taken[sheet];
        open = std::move(cheaper);
        return;
    }
}

NestedSheet Layer::told(const OpenSheet& open) const {
    NestedSheet sheet{open.sheet, {}, 0, 0};
    ClipperLib::cInt end = 0;
    for (const Placed& each : open.placed) {
        const Posed& pose = posed(each.blank, each.quarters);
        sheet.blanks.push_back(
            {each.blank, Eigen::Translation2d(inMillimetres(each.at)) * pose.posedFromFlat});
        end = std::max(end, each.at.X + widthOf(boxOf(pose.clear)));
    }
    sheet.rest = std::max(0.0, sheets[open.sheet].length - static_cast<double>(end) / kUnits);
    return sheet;
}

} // namespace goodfold::cutting
