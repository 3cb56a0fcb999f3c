#include "propose/chain.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <functional>
#include <limits>
#include <numeric>

namespace goodfold::propose {

namespace {

constexpr double kLeastDeg = 4, kMostDeg = 125;
constexpr double kSameWay = 0.6; // cosine that the left of one fold has to the left of the next

/// Longer and longer chains, and what is asked of the bolts round each fold.
class Chains {
public:
    Chains(const std::vector<Station>& stations, const Clearances& room) : stations(stations), room(room) {}

    std::vector<Chain> all() {
        std::vector<Chain> chains{{{{stations[0].at, stations[0].normal, 0, false}}, {}}};
        for (size_t next = 1; next < stations.size(); ++next) {
            std::vector<Chain> longer;
            for (const Chain& chain : chains)
                extend(chain, next, longer);
            if (next + 1 < stations.size()) longer = thinned(std::move(longer));
            chains = std::move(longer);
        }
        return chains;
    }

private:
    /// How far the bolts of a leaf stay off a fold, ahead of it or behind it; no bolts: any.
    double spare(const Leaf& leaf, const FoldLine& fold, double sign) const {
        double least = std::numeric_limits<double>::infinity();
        if (leaf.station < 0) return least;
        for (const Bolt& bolt : stations[static_cast<size_t>(leaf.station)].bolts)
            least = std::min(least, sign * (bolt.at - fold.at).dot(onward(fold, leaf)) -
                                        room.cornerOf(bolt, fold.angleDeg));
        return least;
    }

    /// Over the line where the last leaf meets the next, in either direction; nothing where they are
    /// parallel.
    std::vector<Chain> folded(const Chain& chain, const Leaf& next) const {
        const Leaf& last = chain.leaves.back();
        const Vec3 line = last.normal.cross(next.normal);
        if (line.norm() < std::sin(radians(kLeastDeg))) return {};
        std::vector<Chain> both;
        for (const double sign : {1.0, -1.0}) {
            FoldLine fold;
            fold.along = sign * line.normalized();
            if (!chain.folds.empty() && fold.along.dot(chain.folds.back().along) < kSameWay) continue;
            // The point of both planes that lies nearest to where the last leaf begins.
            const Vec3 from = last.at;
            const Vec3 ahead = onward(fold, last);
            fold.at = from + ahead * ((next.at - from).dot(next.normal) / ahead.dot(next.normal));
            fold.angleDeg =
                degrees(std::atan2(onward(fold, next).dot(last.normal), last.normal.dot(next.normal)));
            if (std::abs(fold.angleDeg) > kMostDeg) continue;
            Chain longer = chain;
            longer.folds.push_back(fold);
            longer.leaves.push_back(next);
            both.push_back(std::move(longer));
        }
        return both;
    }

    /// Whether its last fold stands clear of the bolts on either side of it.
    bool isClear(const Chain& chain) const {
        const size_t last = chain.folds.size() - 1;
        return spare(chain.leaves[last], chain.folds[last], -1) >= 0 &&
               spare(chain.leaves[last + 1], chain.folds[last], 1) >= 0;
    }

    void extend(const Chain& chain, size_t next, std::vector<Chain>& into) const {
        const Station& station = stations[next];
        for (const bool onFace : {false, true}) {
            const Leaf leaf{station.at + (onFace ? room.thickness : 0) * station.normal,
                            onFace ? Vec3(-station.normal) : station.normal, static_cast<int>(next), onFace};
            for (Chain& longer : folded(chain, leaf))
                if (isClear(longer)) into.push_back(std::move(longer));
            for (const Vec3& toward : directions(chain.leaves.back(), station))
                for (const double angleDeg : webAngles(chain.leaves.back(), leaf))
                    byWeb(chain, toward, angleDeg, leaf, into);
            byJoggle(chain, station, leaf, into);
        }
    }

    void byJoggle(const Chain& chain, const Station& station, const Leaf& leaf,
                  std::vector<Chain>& into) const {
        const Leaf& last = chain.leaves.back();
        constexpr double kLeast = 0.8, kMost = 20, kSteepDeg = 45; // mm that are pressed in one
        const double step = (leaf.at - last.at).dot(last.normal);
        const bool isParallel = last.normal.dot(leaf.normal) > std::cos(radians(kOnePlaneDeg));
        if (!isParallel || std::abs(step) < kLeast || std::abs(step) > kMost) return;
        for (const Vec3& toward : directions(last, station))
            byWeb(chain, toward, std::copysign(kSteepDeg, step), leaf, into, true);
    }

    /// With a leaf between, at several places along its way.
    void byWeb(const Chain& chain, const Vec3& toward, double angleDeg, const Leaf& leaf,
               std::vector<Chain>& into, bool isJoggle = false) const {
        const Leaf& last = chain.leaves.back();
        const FoldLine fold{last.at, last.normal.cross(toward), angleDeg, isJoggle};
        if (!chain.folds.empty() && fold.along.dot(chain.folds.back().along) < kSameWay) return;
        const double first = firstPlace(chain, fold, toward);
        for (const double place : places(chain, fold, toward, leaf, first))
            for (Chain& longer : folded(withWeb(chain, fold, toward, place), leaf))
                if (isClear(longer) && isLongEnough(longer)) into.push_back(std::move(longer));
    }

    Chain withWeb(const Chain& chain, FoldLine fold, const Vec3& toward, double place) const {
        const Leaf& last = chain.leaves.back();
        fold.at = last.at + toward * place;
        const double angle = radians(fold.angleDeg);
        Chain longer = chain;
        longer.folds.push_back(fold);
        longer.leaves.push_back(
            {fold.at, Vec3(std::cos(angle) * last.normal - std::sin(angle) * toward), -1, false});
        return longer;
    }

    /// The nearest that the web may come to the bolts behind it, or to the fold there.
    double firstPlace(const Chain& chain, const FoldLine& fold, const Vec3& toward) const {
        const Leaf& last = chain.leaves.back();
        double least = chain.folds.empty()
                           ? -std::numeric_limits<double>::infinity()
                           : (chain.folds.back().at - last.at).dot(toward) +
                                 room.leastBetween(chain.folds.back().angleDeg, fold.angleDeg);
        if (last.station >= 0) {
            const double spareHere = spare(last, fold, -1);
            if (std::isfinite(spareHere)) least = std::max(least, -spareHere);
        }
        return std::isfinite(least) ? least : 0;
    }

    /// Close to the bolts behind it, close to those ahead, and between.
    std::vector<double> places(const Chain& chain, const FoldLine& fold, const Vec3& toward, const Leaf& leaf,
                               double first) const {
        constexpr double kMore = 12, kMuchMore = 35;
        std::vector<double> all{first, first + kMore, first + kMuchMore};
        // What the bolts ahead have to spare falls evenly as the web moves: where nothing is left?
        const auto spareAt = [&](double place) -> std::optional<double> {
            double most = -std::numeric_limits<double>::infinity();
            for (const Chain& longer : folded(withWeb(chain, fold, toward, place), leaf))
                most = std::max(most, spare(longer.leaves.back(), longer.folds.back(), 1));
            if (!std::isfinite(most)) return {};
            return most;
        };
        const auto here = spareAt(first), there = spareAt(first + 1);
        if (!here || !there || std::abs(*there - *here) < 1e-3) return all;
        const double last = first - *here / (*there - *here);
        for (const double each : {last - 1e-6, last - kMore, last - kMuchMore, (first + last) / 2})
            if (each > first + 1) all.push_back(each);
        return all;
    }

    /// Two folds on one leaf stand far enough apart, where the way crosses them.
    bool isLongEnough(const Chain& chain) const {
        const size_t last = chain.folds.size() - 1;
        if (last == 0) return true;
        const FoldLine &before = chain.folds[last - 1], &fold = chain.folds[last];
        const Leaf& leaf = chain.leaves[last];
        const double along = (fold.at - before.at).dot(onward(fold, leaf));
        if (before.isJoggle) return along > 0;
        return leaf.station >= 0 || along >= room.leastBetween(before.angleDeg, fold.angleDeg);
    }

    /// In the leaf: from bolt to bolt, toward the other face's side and square to that.
    std::vector<Vec3> directions(const Leaf& leaf, const Station& next) const {
        std::vector<Vec3> all;
        const auto add = [&](const Vec3& way) {
            const Vec3 flat = way - way.dot(leaf.normal) * leaf.normal;
            if (flat.norm() < 1e-3) return;
            for (const Vec3& unit : {Vec3(flat.normalized()), Vec3(-flat.normalized())})
                if (std::none_of(all.begin(), all.end(),
                                 [&](const Vec3& other) { return other.dot(unit) > std::cos(radians(2.0)); }))
                    all.push_back(unit);
        };
        add(next.normal);
        add(leaf.normal.cross(next.normal));
        std::vector<Vec3> places;
        for (const Station& station : stations)
            for (const Bolt& bolt : station.bolts)
                places.push_back(bolt.at);
        for (size_t i = 0; i < places.size(); ++i)
            for (size_t j = i + 1; j < places.size(); ++j)
                add(places[j] - places[i]);
        // Bolts on one line, through faces that look at each other: any way round is the same, but for what a
        // tab holds on to.
        if (all.empty())
            for (const Station& station : stations) {
                add(station.normal);
                add(leaf.normal.cross(station.normal));
            }
        if (all.empty()) add(leaf.normal.unitOrthogonal());
        return all;
    }

    std::vector<double> webAngles(const Leaf& from, const Leaf& to) const {
        std::vector<double> all{90, 60, 45, 30, 20};
        const double between = degrees(std::acos(std::clamp(from.normal.dot(to.normal), -1.0, 1.0)));
        const double half = between / 2;
        if (half > kLeastDeg &&
            std::none_of(all.begin(), all.end(), [&](double each) { return std::abs(each - half) < 3; }))
            all.push_back(half);
        const size_t up = all.size();
        for (size_t i = 0; i < up; ++i)
            all.push_back(-all[i]);
        return all;
    }

    /// Of the many ways to a station on the way the short ones, some of each kind.
    static std::vector<Chain> thinned(std::vector<Chain> chains) {
        constexpr size_t kOfAKind = 12;
        const auto lengthOf = [](const Chain& chain) {
            double sum = 0;
            for (size_t i = 1; i < chain.folds.size(); ++i)
                sum += (chain.folds[i].at - chain.folds[i - 1].at).norm();
            return sum;
        };
        const auto kindOf = [](const Chain& chain) {
            std::vector<int> kind;
            for (const FoldLine& fold : chain.folds)
                kind.push_back(static_cast<int>(std::lround(fold.angleDeg / 15)));
            return kind;
        };
        std::stable_sort(chains.begin(), chains.end(),
                         [&](const Chain& a, const Chain& b) { return lengthOf(a) < lengthOf(b); });
        std::map<std::vector<int>, size_t> seen;
        std::erase_if(chains, [&](const Chain& chain) { return ++seen[kindOf(chain)] > kOfAKind; });
        return chains;
    }

    const std::vector<Station>& stations;
    const Clearances& room;
};

} // namespace

double Clearances::cornerOf(const Bolt& bolt, double angleDeg) const {
    return bolt.room + (thickness + radius) * std::tan(radians(std::abs(angleDeg)) / 2);
}

double Clearances::leastBetween(double oneDeg, double otherDeg) const {
    constexpr double kStraight = 12;
    return kStraight + (thickness + radius) * (std::tan(radians(std::abs(oneDeg)) / 2) +
                                               std::tan(radians(std::abs(otherDeg)) / 2));
}

std::vector<Chain> chainsOver(const std::vector<Station>& stations, const Clearances& room) {
    return Chains(stations, room).all();
}

} // namespace goodfold::propose
