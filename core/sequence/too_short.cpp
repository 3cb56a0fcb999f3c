// Whether there is enough stock to hold, to lay over a die, to fold or to pull on.
#include "bend/forming.h"
#include "sequence/collisions.h"
#include "sequence/pull.h"

#include <algorithm>

namespace goodfold::sequence {

namespace {

job::Element plateAt(const part::Part& part, const Operation& operation, bool child) {
    const part::PartBend& bend = part.bends[static_cast<size_t>(operation.bend)];
    return job::Element::plate(part.plates[static_cast<size_t>(child ? bend.child : bend.parent)].id);
}

} // namespace

std::optional<Obstacle> tooShort(const part::Part& part, const Operation& operation, BendSet made) {
    const tool::Tool& tool = *operation.setup.tool;
    using Kind = Obstacle::Kind;
    if (tool.isDie()) {
        // From the apex along its outside, as the angle is reached: flat, it lay further over the shoulder.
        const double setback = part.bends[static_cast<size_t>(operation.bend)].outsideSetback;
        for (const bool child : {false, true})
            if (const double has = flatReach(part, operation, made, child) + setback;
                has < operation.setup.leastPlateLength)
                return Obstacle{Kind::ShortPlate,
                                plateAt(part, operation, child),
                                {},
                                {},
                                0,
                                has,
                                operation.setup.leastPlateLength};
        return {};
    }
    const auto shortOf = [&](Kind kind, bool child, double has, double needs) {
        return Obstacle{kind, plateAt(part, operation, child), {}, {}, 0, has, needs};
    };
    const bool holdsChild = operation.holdsChild;
    if (const double held = flatReach(part, operation, made, holdsChild); held < tool.clamp.leastGrip)
        return shortOf(Kind::Grip, holdsChild, held, tool.clamp.leastGrip);
    const double free = flatReach(part, operation, made, !holdsChild);
    if (tool.kind->hasStop && (free < tool.leastFold || free > tool.mostFold))
        return shortOf(Kind::FoldDepth, !holdsChild, free,
                       free < tool.leastFold ? tool.leastFold : tool.mostFold);
    if (const double needs = leastFree(part, operation, made); !tool.kind->hasStop && free < needs)
        return shortOf(Kind::ShortFree, !holdsChild, free, needs);
    if (operation.setup.isHammered) return {};
    const Pull pull = pullOf(part, operation, made);
    if (tool.kind->drive == tool::Kind::Drive::Arm && !pull.withPipe && pull.reach < kShortToPull)
        return shortOf(Kind::ShortToPull, !holdsChild, pull.reach, kShortToPull);
    if (pull.force > bend::kPullNever) return shortOf(Kind::Pull, !holdsChild, pull.force, bend::kPullNever);
    return {};
}

} // namespace goodfold::sequence
