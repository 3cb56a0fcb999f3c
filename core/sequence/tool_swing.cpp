#include "sequence/tool_swing.h"

#include "part/fold.h"
#include "sequence/sight.h"

#include <cmath>

namespace goodfold::sequence {

namespace {

std::vector<double> anglesTo(double lastDeg) {
    constexpr double kStepDeg = 0.5;
    const int count = std::max(1, static_cast<int>(std::ceil(lastDeg / kStepDeg)));
    std::vector<double> angles;
    for (int i = 0; i <= count; ++i)
        angles.push_back(lastDeg * i / count);
    return angles;
}

/// What a convex section, counter-clockwise, passes over when it moves `by`: its sides that face the way it
/// goes are moved, the others stay.
Polygon swept(const Polygon& section, const Vec2& by) {
    Polygon over;
    const auto isAhead = [&](size_t side) {
        const Vec2 along = section[(side + 1) % section.size()] - section[side % section.size()];
        return along.y() * by.x() - along.x() * by.y() > 0;
    };
    for (size_t i = 0; i < section.size(); ++i) {
        const bool comes = isAhead(i + section.size() - 1), goes = isAhead(i);
        over.push_back(comes ? section[i] + by : section[i]);
        if (comes != goes) over.push_back(goes ? section[i] + by : section[i]);
    }
    return over;
}

} // namespace

ToolSwing::ToolSwing(const part::Part& part, const Operation& operation)
    : operation(operation), sights(linesOfSight(part, operation)),
      angles(anglesTo(operation.setup.loadedAngleDeg)) {
    const part::PartBend& bend = part.bends[static_cast<size_t>(operation.bend)];
    for (const double angle : angles) {
        parentFromChild.push_back(part::foldedFromFlat(bend, bend.allowance, angle));
        auto& fromParent = solidFromParent.emplace_back(toolPlaces(part, operation, angle).parentFromSolid);
        auto& fromChild = solidFromChild.emplace_back();
        for (size_t motion = 0; motion < fromParent.size(); ++motion) {
            fromParent[motion] = fromParent[motion].inverse();
            fromChild[motion] = fromParent[motion] * parentFromChild.back();
        }
    }
    for (tool::Solid& solid : tool::solidsOf(operation.setup, operation.hold, operation.work))
        hulls.emplace_back(std::move(solid));
}

tool::Solid ToolHull::sweptSolid(Sweep sweep) const {
    constexpr double kWithoutEnd = 4000; // mm: beyond any part and tool
    constexpr double kDrawnOut = 240;    // mm
    tool::Solid made = solid;
    if (sweep == Sweep::Left)
        made.to += kWithoutEnd;
    else if (sweep == Sweep::Right)
        made.from -= kWithoutEnd;
    else
        made.section = sequence::swept(solid.section, {-kDrawnOut, 0});
    return made;
}

const Hull& ToolHull::swept(Sweep sweep) const {
    std::optional<Hull>& made = sweeps[static_cast<size_t>(sweep)];
    if (!made) made.emplace(std::vector<part::Prism>{prismOf(sweptSolid(sweep))});
    return *made;
}

Eigen::AlignedBox3d ToolHull::boxOfSweeps() const {
    Eigen::AlignedBox3d box;
    for (const Sweep sweep : {Sweep::Left, Sweep::Right, Sweep::Back})
        box.extend(part::boxOf(prismOf(sweptSolid(sweep))));
    return box;
}

bool isSameSwing(const Operation& a, const Operation& b) {
    return a.bend == b.bend && a.setup.tool == b.setup.tool && a.setup.opening == b.setup.opening &&
           a.setup.clampLength == b.setup.clampLength && a.setup.clampMiddle == b.setup.clampMiddle &&
           a.setup.bottomed == b.setup.bottomed && a.setup.isHammered == b.setup.isHammered &&
           a.holdsChild == b.holdsChild && a.hold == b.hold;
}

} // namespace goodfold::sequence
