#include "lineup/putting_on.h"

#include "clearance/way.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <numeric>
#include <tuple>

namespace goodfold::lineup {

namespace {

/// One thing a direction has to suit: by how many degrees it does.
struct Bound {
    std::string hole; // or the leg of a tab
    Vec3 along;       // a stud's axis, or a face's outward side, a slot's too
    double mostDeg;
    bool isStud;
    bool isTab = false;
    double margin(const Vec3& direction) const {
        return mostDeg - degrees(std::acos(std::clamp(direction.dot(along), -1.0, 1.0)));
    }
};

std::vector<Bound> boundsOf(const Making& making) {
    const NominalFit nominal = nominalFit(making);
    std::vector<Bound> bounds{{making.mounting.rests, Vec3::UnitZ(), 90, false}};
    for (size_t i = 0; i < making.mounting.ties.size(); ++i) {
        const Mounting::Tie& tie = making.mounting.ties[i];
        if (tie.touches) bounds.push_back({tie.hole, tie.outward.value_or(tie.axis), 90, false});
        if (!tie.isStud) continue;
        const double out = making.part.thickness + kStudOut * tie.bolt;
        bounds.push_back(
            {tie.hole, tie.axis, degrees(std::atan2(2 * std::max(0.0, nominal.ties[i].play), out)), true});
    }
    for (size_t i = 0; i < making.mounting.tabs.size(); ++i) {
        const auto& free = nominal.tabs[i];
        const double play = 2 * std::max(0.0, std::min(free.along, free.across));
        const double deep = std::max(making.part.thickness, free.through);
        bounds.push_back({making.mounting.tabs[i].plate, making.mounting.tabs[i].outward,
                          degrees(std::atan2(play, deep)), true, true});
    }
    return bounds;
}

/// Evenly all round, about 2 degrees apart, and the bounds' own.
std::vector<Vec3> directionsFor(const std::vector<Bound>& bounds) {
    std::vector<Vec3> all;
    constexpr int kMany = 10000;
    all.reserve(bounds.size() + kMany);
    for (const Bound& bound : bounds)
        all.push_back(bound.along);
    const double golden = std::numbers::pi * (3 - std::sqrt(5.0));
    for (int i = 0; i < kMany; ++i) {
        const double z = 1 - 2 * (i + 0.5) / kMany, round = std::sqrt(1 - z * z);
        all.emplace_back(round * std::cos(golden * i), round * std::sin(golden * i), z);
    }
    return all;
}

} // namespace

namespace {

constexpr double kRounding = 1e-6; // degrees

double leastMargin(const std::vector<Bound>& bounds, const Vec3& direction) {
    double least = 360;
    for (const Bound& bound : bounds)
        least = std::min(least, bound.margin(direction));
    return least;
}

/// Of those that suit every bound not too many to look at, the one that suits them best first.
std::vector<Vec3> thinned(std::vector<Vec3> directions, const std::vector<Bound>& bounds) {
    constexpr size_t kMany = 400;
    std::erase_if(directions, [&](const Vec3& each) { return leastMargin(bounds, each) < -kRounding; });
    std::vector<Vec3> some;
    const size_t step = 1 + directions.size() / kMany;
    for (size_t i = 0; i < directions.size(); i += step)
        some.push_back(directions[i]);
    std::stable_sort(some.begin(), some.end(), [&](const Vec3& a, const Vec3& b) {
        return leastMargin(bounds, a) > leastMargin(bounds, b);
    });
    return some;
}

/// Whose stud is in the way, and against what, in the direction that comes nearest to suiting all.
void blame(const std::vector<Bound>& bounds, const Vec3& direction, WayOn& way) {
    const auto worst = std::min_element(bounds.begin(), bounds.end(), [&](const Bound& a, const Bound& b) {
        return std::pair(!a.isStud, a.margin(direction)) < std::pair(!b.isStud, b.margin(direction));
    });
    way.stud = worst->hole;
    way.isTab = worst->isTab;
    for (const Bound& bound : bounds)
        if (&bound != &*worst &&
            bound.along.dot(worst->along) < std::cos(radians(bound.mostDeg + worst->mostDeg)))
            way.against = bound.hole;
}

} // namespace

WayOn wayOn(const Making& making) {
    const std::vector<Bound> bounds = boundsOf(making);
    const std::vector<job::Clearance>& standing = making.standing;
    const bool hasStuds = std::any_of(bounds.begin(), bounds.end(), [](const Bound& b) { return b.isStud; });
    WayOn way;
    if (!hasStuds && standing.empty()) return way; // bolts come last
    const std::vector<Vec3> directions = directionsFor(bounds);
    const Vec3 best =
        *std::max_element(directions.begin(), directions.end(), [&](const Vec3& a, const Vec3& b) {
            return leastMargin(bounds, a) < leastMargin(bounds, b);
        });
    const Eigen::Matrix3d mountFromFace = making.mounting.mountFromFace.linear();
    way.off = mountFromFace * best;
    way.isStraight = leastMargin(bounds, best) >= -kRounding;
    if (!way.isStraight) {
        blame(bounds, best, way);
        return way;
    }
    if (standing.empty()) return way;
    std::vector<Vec3> inMount;
    for (const Vec3& direction : thinned(directions, bounds))
        inMount.push_back(mountFromFace * direction);
    const part::Folded folded = part::fold(making.part);
    const clearance::Way past =
        clearance::wayPast({making.part, folded, nominalFit(making).mountFromRoot}, standing, inMount);
    if (past.off) way.off = *past.off;
    way.isStraight = past.off.has_value();
    way.past = past.past;
    return way;
}

std::vector<size_t> boltsInOrder(const Making& making) {
    const NominalFit nominal = nominalFit(making);
    const auto rankOf = [&](size_t index) {
        const Mounting::Tie& tie = making.mounting.ties[index];
        const part::PartHole& hole = making.part.holes[static_cast<size_t>(making.part.holeIndex(tie.hole))];
        const part::PartHole::Glide glide = hole.glide();
        const double alongSlot = (glide.to - glide.from).norm() / 2;
        // To a hundredth: what is as good stays in the order of the points.
        return std::tuple(!tie.isStud, tie.drilledThroughMount, tie.touches,
                          std::round((nominal.ties[index].play + alongSlot) * 100));
    };
    std::vector<size_t> order(making.mounting.ties.size());
    std::iota(order.begin(), order.end(), size_t{0});
    std::stable_sort(order.begin(), order.end(), [&](size_t a, size_t b) { return rankOf(a) < rankOf(b); });
    return order;
}

} // namespace goodfold::lineup
