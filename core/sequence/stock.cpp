// Whether there is enough stock to hold, to lay over a die, to fold or to pull on.
#include "bend/forming.h"
#include "sequence/hits.h"

#include <algorithm>

namespace goodfold::sequence {

namespace {

part::Element plateAt(const part::Part& part, const Way& way, bool child) {
    const part::PartBend& bend = part.bends[static_cast<size_t>(way.bend)];
    return part::Element::plate(part.plates[static_cast<size_t>(child ? bend.child : bend.parent)].id);
}

} // namespace

std::optional<Obstacle> tooShort(const part::Part& part, const Way& way, Made made) {
    const tool::Tool& tool = *way.setup.tool;
    using Kind = Obstacle::Kind;
    if (tool.isDie()) {
        // From the apex along its outside, as the angle is reached: flat, it lay further over the shoulder.
        const double setback = part.bends[static_cast<size_t>(way.bend)].outsideSetback;
        for (const bool child : {false, true})
            if (const double has = flatReach(part, way, made, child) + setback; has < way.setup.leastLeg)
                return Obstacle{Kind::ShortLeg, plateAt(part, way, child), {}, 0, has, way.setup.leastLeg};
        return {};
    }
    const double held = flatReach(part, way, made, way.holdsChild);
    const double free = flatReach(part, way, made, !way.holdsChild);
    if (held < tool.clamp.leastGrip)
        return Obstacle{Kind::Grip, plateAt(part, way, way.holdsChild), {}, 0, held, tool.clamp.leastGrip};
    if (tool.mostFold > 0 && (free < tool.leastFold || free > tool.mostFold))
        return Obstacle{Kind::FoldDepth,
                        plateAt(part, way, !way.holdsChild),
                        {},
                        0,
                        free,
                        free < tool.leastFold ? tool.leastFold : tool.mostFold};
    const double pull = bend::handPull(way.setup.moment, tool::leverOf(tool, free));
    if (pull > bend::kPullNever)
        return Obstacle{Kind::Pull, plateAt(part, way, !way.holdsChild), {}, 0, pull, bend::kPullNever};
    return {};
}

} // namespace goodfold::sequence
