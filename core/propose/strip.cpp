#include "propose/strip.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace goodfold::propose {

namespace {

constexpr double kMostSkewDeg = 35;

/// Leaf by leaf: where a place of it lies once the chain is flat; z off it.
std::vector<Pose3> flatFromMount(const Chain& chain) {
    const Leaf& first = chain.leaves.front();
    Pose3 mountFromFlat = Pose3::Identity();
    mountFromFlat.linear().col(2) = first.normal;
    mountFromFlat.linear().col(0) = first.normal.unitOrthogonal();
    mountFromFlat.linear().col(1) = first.normal.cross(mountFromFlat.linear().col(0));
    mountFromFlat.translation() = first.at;
    std::vector<Pose3> all{mountFromFlat.inverse()};
    for (const FoldLine& fold : chain.folds) {
        const Pose3 opened(Eigen::Translation3d(fold.at) *
                           Eigen::AngleAxisd(radians(fold.angleDeg), fold.along) *
                           Eigen::Translation3d(-fold.at));
        all.push_back(all.back() * opened);
    }
    return all;
}

struct FlatFold {
    Vec2 at, onward;
    double angleDeg;
    bool isJoggle;
};

struct FlatBolt {
    const Bolt* bolt;
    int leaf;
    Vec2 at;
};

/// A chain laid flat.
struct Flat {
    std::vector<Pose3> flatFromMount;
    std::vector<FlatFold> folds;
    std::vector<FlatBolt> bolts;
};

Flat flattened(const Chain& chain, const std::vector<Station>& stations) {
    Flat flat{flatFromMount(chain), {}, {}};
    for (size_t i = 0; i < chain.folds.size(); ++i) {
        const FoldLine& fold = chain.folds[i];
        const Vec3 at = flat.flatFromMount[i] * fold.at;
        const Vec3 on = flat.flatFromMount[i].linear() * onward(fold, chain.leaves[i]);
        flat.folds.push_back({at.head<2>(), on.head<2>().normalized(), fold.angleDeg, fold.isJoggle});
    }
    for (size_t i = 0; i < chain.leaves.size(); ++i) {
        if (chain.leaves[i].station < 0) continue;
        for (const Bolt& bolt : stations[static_cast<size_t>(chain.leaves[i].station)].bolts)
            flat.bolts.push_back(
                {&bolt, static_cast<int>(i), Vec3(flat.flatFromMount[i] * bolt.at).head<2>()});
    }
    return flat;
}

/// That a strip could run in: square to a fold, or along two bolts; as the folds are crossed.
std::vector<Vec2> ways(const Flat& flat) {
    std::vector<Vec2> all;
    const auto add = [&](const Vec2& way) {
        if (way.norm() < 1e-6) return;
        const Vec2 unit = way.normalized();
        const bool crosses = std::all_of(flat.folds.begin(), flat.folds.end(), [&](const FlatFold& fold) {
            return fold.onward.dot(unit) > std::cos(radians(kMostSkewDeg));
        });
        const bool isNew = std::none_of(all.begin(), all.end(), [&](const Vec2& other) {
            return other.dot(unit) > std::cos(radians(0.1));
        });
        if (crosses && isNew) all.push_back(unit);
    };
    for (const FlatFold& fold : flat.folds)
        add(fold.onward);
    for (size_t i = 0; i < flat.bolts.size(); ++i)
        for (size_t j = i + 1; j < flat.bolts.size(); ++j) {
            add(flat.bolts[j].at - flat.bolts[i].at);
            if (!flat.folds.empty()) add(flat.bolts[i].at - flat.bolts[j].at);
        }
    if (all.empty() && flat.folds.empty()) all.emplace_back(1, 0); // one bolt alone
    return all;
}

/// Its sides and ends, and where on it everything lies.
Strip laid(const Flat& flat, const Vec2& way) {
    const Vec2 left(-way.y(), way.x());
    double low = std::numeric_limits<double>::infinity(), high = -low;
    for (const FlatBolt& each : flat.bolts) {
        low = std::min(low, left.dot(each.at) - each.bolt->edge);
        high = std::max(high, left.dot(each.at) + each.bolt->edge);
    }
    const double middle = (low + high) / 2;
    Strip strip;
    strip.width = high - low;
    for (const FlatBolt& each : flat.bolts)
        strip.holes.push_back({each.bolt, each.leaf, way.dot(each.at), left.dot(each.at) - middle});
    for (const FlatFold& fold : flat.folds) {
        const double ahead = (fold.at - middle * left).dot(fold.onward) / way.dot(fold.onward);
        const double skew =
            std::atan2(way.x() * fold.onward.y() - way.y() * fold.onward.x(), way.dot(fold.onward));
        strip.folds.push_back({ahead, degrees(skew), fold.angleDeg, fold.isJoggle});
    }
    Pose3 flatFromStrip = Pose3::Identity();
    flatFromStrip.linear().col(0) << way, 0;
    flatFromStrip.linear().col(1) << left, 0;
    flatFromStrip.translation().head<2>() = middle * left;
    for (const Pose3& each : flat.flatFromMount)
        strip.mountFromStrip.push_back(each.inverse() * flatFromStrip);
    return strip;
}

/// How far a fold leans along the strip from its middle to an edge.
double leanOf(const Strip& strip, const Strip::Fold& fold) {
    return std::abs(std::tan(radians(fold.skewDeg))) * strip.width / 2;
}

/// Both ends, beyond bolts and folds; false where folds come too near to one another.
bool ended(Strip& strip, const Clearances& room) {
    strip.start = std::numeric_limits<double>::infinity();
    strip.end = -strip.start;
    const int last = static_cast<int>(strip.leaves.size()) - 1;
    for (const Strip::Hole& hole : strip.holes) {
        if (hole.leaf == 0) strip.start = std::min(strip.start, hole.along - hole.bolt->edge);
        if (hole.leaf == last) strip.end = std::max(strip.end, hole.along + hole.bolt->edge);
    }
    if (strip.folds.empty()) return true;
    const Strip::Fold &first = strip.folds.front(), &final = strip.folds.back();
    strip.start = std::min(strip.start, first.along - leanOf(strip, first) - room.leastLeg);
    strip.end = std::max(strip.end, final.along + leanOf(strip, final) + room.leastLeg);
    for (size_t i = 1; i < strip.folds.size(); ++i) {
        const Strip::Fold &one = strip.folds[i - 1], &other = strip.folds[i];
        const double half = strip.width / 2;
        const double at = std::tan(radians(one.skewDeg)) - std::tan(radians(other.skewDeg));
        const double least = one.isJoggle ? 0 : room.leastBetween(one.angleDeg, other.angleDeg);
        if (other.along - one.along - std::abs(at) * half < least) return false;
    }
    return true;
}

/// Bolts lie clear of folds on either side, each on its own leaf.
bool areClear(const Strip& strip, const Clearances& room) {
    constexpr double kSame = 1e-3;
    return std::all_of(strip.holes.begin(), strip.holes.end(), [&](const Strip::Hole& hole) {
        const auto ahead = [&](const Strip::Fold& fold) { // of the hole, square to the fold
            const double skew = radians(fold.skewDeg);
            return (fold.along - std::tan(skew) * hole.across - hole.along) * std::cos(skew);
        };
        const auto wants = [&](const Strip::Fold& fold) {
            return room.cornerOf(*hole.bolt, fold.angleDeg) - kSame;
        };
        const auto leaf = static_cast<size_t>(hole.leaf);
        return (leaf == 0 || -ahead(strip.folds[leaf - 1]) >= wants(strip.folds[leaf - 1])) &&
               (leaf == strip.folds.size() || ahead(strip.folds[leaf]) >= wants(strip.folds[leaf]));
    });
}

} // namespace

double Strip::skewed() const {
    double sum = 0;
    for (const Fold& fold : folds)
        sum += std::abs(fold.skewDeg);
    return sum;
}

std::vector<Strip> stripsOn(const Chain& chain, const std::vector<Station>& stations,
                            const Clearances& room) {
    const Flat flat = flattened(chain, stations);
    std::vector<Strip> strips;
    for (const Vec2& way : ways(flat)) {
        Strip strip = laid(flat, way);
        strip.leaves = chain.leaves;
        if (ended(strip, room) && areClear(strip, room)) strips.push_back(std::move(strip));
    }
    return strips;
}

} // namespace goodfold::propose
