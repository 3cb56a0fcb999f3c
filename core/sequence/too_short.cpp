// Whether there is enough stock to hold, to lay over a die, to fold or to pull on.
#include "bend/forming.h"
#include "sequence/collisions.h"

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
    const double held = flatReach(part, operation, made, operation.holdsChild);
    const double free = flatReach(part, operation, made, !operation.holdsChild);
    if (held < tool.clamp.leastGrip)
        return Obstacle{Kind::Grip,          plateAt(part, operation, operation.holdsChild), {}, {}, 0, held,
                        tool.clamp.leastGrip};
    if (tool.kind->hasStop && (free < tool.leastFold || free > tool.mostFold))
        return Obstacle{Kind::FoldDepth,
                        plateAt(part, operation, !operation.holdsChild),
                        {},
                        {},
                        0,
                        free,
                        free < tool.leastFold ? tool.leastFold : tool.mostFold};
    const double pull = bend::handPull(operation.setup.moment, tool::leverOf(tool, free));
    if (pull > bend::kPullNever)
        return Obstacle{Kind::Pull,      plateAt(part, operation, !operation.holdsChild), {}, {}, 0, pull,
                        bend::kPullNever};
    return {};
}

} // namespace goodfold::sequence
