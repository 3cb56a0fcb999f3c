#include "clearance/least.h"

#include <algorithm>
#include <cmath>

namespace goodfold::clearance {

namespace {

using job::Clearance;
using part::Nearest;

/// Round its bar, to be kept away from.
std::vector<Vec3> cornersOf(const part::Cylinder& bar) {
    Clearance round;
    round.shape = Clearance::Shape::Cylinder;
    round.at = bar.start;
    round.to = bar.start + bar.length * bar.along;
    round.diameter = bar.diameter;
    return clearance::cornersOf(round);
}

/// Looks along a swing for where it comes nearest.
class Swung {
public:
    Swung(const part::Surroundings& around, const Pose3& rootFromMount, const Clearance& thing)
        : around(around), rootFromMount(rootFromMount), thing(thing) {
        const Clearance::Swing& swing = *thing.swings;
        const Vec3 axis = swing.axis.normalized();
        double reach = 0;
        for (const Vec3& corner : clearance::cornersOf(thing))
            reach = std::max(reach, (corner - swing.at).cross(axis).norm());
        way = reach * radians(std::abs(swing.byDeg));
    }

    std::optional<Nearest> nearest(double& share) {
        for (const double end : {0.0, 1.0})
            look(end);
        between(0, 1);
        share = bestShare;
        return best;
    }

private:
    /// How near it is there, or nothing where that is farther than it may be to matter.
    std::optional<double> look(double at, double below = std::numeric_limits<double>::max()) {
        std::vector<Vec3> corners = cornersAfter(thing, at);
        for (Vec3& corner : corners)
            corner = rootFromMount * corner;
        const auto found = around.nearestTo(corners, below);
        if (!found) return {};
        if (!best || found->distance < best->distance) {
            best = found;
            bestShare = at;
        }
        return found->distance;
    }

    void between(double from, double to) {
        constexpr double kNearEnough = 0.05; // mm
        if (!best || best->distance <= 0) return;
        const double middle = (from + to) / 2, moves = way * (to - from) / 2;
        const auto distance = look(middle, best->distance + moves);
        if (!distance || moves < kNearEnough) return;
        if (*distance - moves >= best->distance - kNearEnough) return;
        between(from, middle);
        between(middle, to);
    }

    const part::Surroundings& around;
    const Pose3& rootFromMount;
    const Clearance& thing;
    double way = 0; // of its farthest point, all along
    std::optional<Nearest> best;
    double bestShare = 0;
};

std::optional<Nearest> nearestTo(const part::Surroundings& around, const Pose3& rootFromMount,
                                 const Clearance& thing, double& share) {
    if (thing.shape == Clearance::Shape::Plane)
        return around.nearestToPlane(rootFromMount * thing.at,
                                     rootFromMount.linear() * thing.normal.normalized());
    if (thing.swings) return Swung(around, rootFromMount, thing).nearest(share);
    std::vector<Vec3> corners = clearance::cornersOf(thing);
    if (thing.slides) { // convex all the way
        const std::vector<Vec3> there = cornersAfter(thing, 1);
        corners.insert(corners.end(), there.begin(), there.end());
    }
    for (Vec3& corner : corners)
        corner = rootFromMount * corner;
    return around.nearestTo(corners);
}

} // namespace

std::optional<Least> leastTo(const InPlace& bracket, const Clearance& thing) {
    part::Surroundings around(bracket.part, bracket.folded);
    for (const Bolt& bolt : bracket.bolts)
        around.add(job::Element::hole(bolt.hole), cornersOf(bolt.standing));
    double share = 0;
    const auto nearest = nearestTo(around, bracket.mountFromRoot.inverse(), thing, share);
    if (!nearest) return {};
    Least least{thing.id, thing.keep, nearest->distance, nearest->of};
    least.onBracket = bracket.mountFromRoot * nearest->onPart;
    least.onOther = bracket.mountFromRoot * nearest->onOther;
    constexpr double kPulledIn = 0.05;
    least.meets = nearest->distance <= (thing.shape == Clearance::Shape::Plane ? -kPulledIn : 0);
    if (thing.swings) least.afterDeg = share * thing.swings->byDeg;
    return least;
}

} // namespace goodfold::clearance
