#include "propose/candidates.h"

#include "clearance/near.h"
#include "propose/drawn.h"
#include "propose/tabs.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace goodfold::propose {

namespace {

/// Orders that lead over all stations, the way back left out.
std::vector<std::vector<Station>> ordersOf(const std::vector<Station>& s) {
    if (s.size() == 3) return {{s[0], s[1], s[2]}, {s[0], s[2], s[1]}, {s[1], s[0], s[2]}};
    return {s};
}

/// Over what lies between two faces that look the same way: a plane some way above the higher of them.
std::optional<std::vector<Station>> overThem(const std::vector<Station>& s) {
    if (s.size() != 2 || s[0].normal.dot(s[1].normal) < std::cos(radians(kOnePlaneDeg))) return {};
    constexpr double kAbove = 30;
    const double higher = std::max(0.0, (s[1].at - s[0].at).dot(s[0].normal));
    Station crown;
    const Vec3 middle = (s[0].at + s[1].at) / 2;
    crown.normal = s[0].normal;
    crown.at = middle + (higher + kAbove - (middle - s[0].at).dot(crown.normal)) * crown.normal;
    return std::vector<Station>{s[0], crown, s[1]};
}

/// With a tab at the one end.
std::vector<std::vector<Station>> tabbedOrders(const std::vector<Station>& s, const job::Mount& mount,
                                               double beside) {
    std::vector<std::vector<Station>> orders;
    if (s.size() > 2 || !turnsFreely(s)) return orders;
    constexpr size_t kMost = 4;
    std::vector<Station> tabs = tabsOver(s, mount, beside);
    tabs.resize(std::min(tabs.size(), kMost));
    for (const Station& tab : tabs) {
        orders.push_back({s[0], tab});
        if (s.size() == 1) continue;
        orders.back() = {tab, s[0], s[1]};
        orders.push_back({tab, s[1], s[0]});
    }
    return orders;
}

/// A tab is bent straight off the leaf whose edge it goes over.
bool isStraightOff(const Strip& strip, const std::vector<Station>& stations) {
    const auto tab = tabOf(strip, stations);
    return !tab || strip.leaves[*tab == 0 ? 1 : *tab - 1].station >= 0;
}

std::string shapeWithTab(const Strip& strip, const std::vector<Station>& stations) {
    const std::string shape = shapeOf(withoutTab(strip, stations));
    return shape.empty() || !tabOf(strip, stations) ? shape : shape + " with a tab";
}

/// Any place of a strip, in the middle of its thickness, of which `isIn`.
template <class IsIn> bool anyPlace(const Strip& strip, double thickness, const IsIn& isIn) {
    constexpr int kSteps = 6;
    for (size_t leaf = 0; leaf < strip.leaves.size(); ++leaf) {
        const double from = leaf == 0 ? strip.start : strip.folds[leaf - 1].along;
        const double to = leaf == strip.folds.size() ? strip.end : strip.folds[leaf].along;
        for (int i = 0; i <= kSteps; ++i)
            for (int j = 0; j <= kSteps; ++j)
                if (isIn(Vec3(strip.mountFromStrip[leaf] * Vec3(from + (to - from) * i / kSteps,
                                                                strip.width * (j - kSteps / 2.0) / kSteps,
                                                                thickness / 2))))
                    return true;
    }
    return false;
}

/// Where something stands, swings or slides: what it leaves of the chains is measured once it is drawn.
bool runsIntoThings(const Strip& strip, const std::vector<job::Clearance>& things, double thickness) {
    constexpr int kOnItsWay = 12;
    return std::any_of(things.begin(), things.end(), [&](const job::Clearance& thing) {
        const int steps = thing.slides || thing.swings ? kOnItsWay : 0;
        return anyPlace(strip, thickness, [&](const Vec3& at) {
            for (int i = 0; i <= steps; ++i)
                if (clearance::isNear(at, thing, steps == 0 ? 0.0 : static_cast<double>(i) / steps))
                    return true;
            return false;
        });
    });
}

/// Any place of the bracket behind a face, near its bolts, where the mount itself is.
bool runsIntoMount(const Strip& strip, const std::vector<Station>& stations, double thickness) {
    constexpr double kIn = 0.6, kDeep = 40; // mm behind the face that the mount is taken to be
    const auto isIn = [&](const Vec3& at) {
        return std::any_of(stations.begin(), stations.end(), [&](const Station& station) {
            const double behind = (station.at - at).dot(station.normal);
            if (behind < kIn || behind > kDeep) return false;
            const Vec3 onFace = at + behind * station.normal;
            return std::any_of(station.bolts.begin(), station.bolts.end(),
                               [&](const Bolt& bolt) { return (bolt.at - onFace).norm() < bolt.room; });
        });
    };
    return anyPlace(strip, thickness, isIn);
}

/// What turns a bolt comes straight down on it: no other leaf may be there.
bool blocksTools(const Strip& strip, double thickness) {
    constexpr double kDriver = 45; // mm, of a socket with its handle, or a hand
    for (const Strip::Hole& hole : strip.holes) {
        const Leaf& own = strip.leaves[static_cast<size_t>(hole.leaf)];
        const Vec3 out = own.onFace ? Vec3(-own.normal) : own.normal;
        for (size_t leaf = 0; leaf < strip.leaves.size(); ++leaf) {
            if (static_cast<int>(leaf) == hole.leaf) continue;
            const Pose3 stripFromMount = strip.mountFromStrip[leaf].inverse();
            const Vec3 from = stripFromMount * hole.bolt->at,
                       to = stripFromMount * (hole.bolt->at + kDriver * out);
            const double low = leaf == 0 ? strip.start : strip.folds[leaf - 1].along;
            const double high = leaf == strip.folds.size() ? strip.end : strip.folds[leaf].along;
            if ((from.z() - thickness / 2) * (to.z() - thickness / 2) > 0) continue;
            const double share = std::abs(from.z()) / std::max(1e-9, std::abs(from.z() - to.z()));
            const Vec3 at = from + share * (to - from);
            const double near = hole.bolt->room;
            if (at.x() > low - near && at.x() < high + near && std::abs(at.y()) < strip.width / 2 + near)
                return true;
        }
    }
    return false;
}

/// Blank, stock wider than there is, lines askew and bends: what a shop would rather do without.
double costOf(const Strip& strip, const job::Job& base, double width) {
    constexpr double kWider = 2, kAskew = 2, kBend = 40;
    const double wider = base.stock.form == job::StockForm::Bar ? std::max(0.0, width - base.stock.width) : 0;
    return strip.end - strip.start + kWider * wider + kAskew * strip.skewed() +
           kBend * static_cast<double>(strip.folds.size());
}

bool isAlike(const Strip& one, const Strip& other) {
    constexpr double kNear = 4, kNearDeg = 3;
    for (size_t i = 0; i < one.folds.size(); ++i)
        if (std::abs((one.folds[i].along - one.start) - (other.folds[i].along - other.start)) > kNear ||
            std::abs(one.folds[i].angleDeg - other.folds[i].angleDeg) > kNearDeg ||
            std::abs(one.folds[i].skewDeg - other.folds[i].skewDeg) > kNearDeg)
            return false;
    return std::abs(one.width - other.width) < kNear;
}

/// The cheapest that differ, of one shape.
std::vector<Candidate> bestOf(std::vector<Candidate> of, const job::Job& base) {
    constexpr size_t kMost = 3;
    std::stable_sort(of.begin(), of.end(),
                     [](const Candidate& a, const Candidate& b) { return a.cost < b.cost; });
    std::vector<Candidate> best;
    for (Candidate& each : of) {
        if (best.size() == kMost) break;
        const bool isOld = std::any_of(best.begin(), best.end(), [&](const Candidate& other) {
            return isAlike(each.strip, other.strip);
        });
        if (isOld || runsIntoMount(each.strip, *each.stations, base.thickness) ||
            runsIntoThings(each.strip, base.mount->clearances, base.thickness) ||
            blocksTools(each.strip, base.thickness))
            continue;
        best.push_back(std::move(each));
    }
    return best;
}

/// Shapes that cost far more than the cheapest, twists that save no width over the same shape square, and of
/// more shapes than anyone looks at the dearest.
void dropNeedless(std::map<std::string, std::vector<Candidate>>& all) {
    std::erase_if(all, [](const auto& each) { return each.second.empty(); });
    double least = std::numeric_limits<double>::infinity();
    for (const auto& [shape, of] : all)
        least = std::min(least, of.front().cost);
    constexpr double kFarMore = 2, kMore = 150; // times, and mm
    std::erase_if(all, [&](const auto& each) {
        const std::string twisted = "twisted ";
        if (each.second.front().cost > kFarMore * least + kMore) return true;
        if (!each.first.starts_with(twisted)) return false;
        const auto square = all.find(each.first.substr(twisted.size()));
        return square != all.end() && square->second.front().strip.width <= each.second.front().strip.width;
    });
    constexpr size_t kMost = 7;
    while (all.size() > kMost)
        all.erase(std::max_element(all.begin(), all.end(), [](const auto& a, const auto& b) {
            return a.second.front().cost < b.second.front().cost;
        }));
}

} // namespace

std::map<std::string, std::vector<Candidate>> candidatesFor(const std::vector<Station>& stations,
                                                            const job::Mount& mount, const job::Job& base,
                                                            const material::Material& material) {
    Clearances room{base.thickness, 1.5 * base.thickness};
    std::vector<std::vector<Station>> orders = ordersOf(stations);
    if (const auto over = overThem(stations)) orders.push_back(*over);
    for (std::vector<Station>& tabbed : tabbedOrders(stations, mount, room.radius))
        orders.push_back(std::move(tabbed));
    std::map<std::string, std::vector<Candidate>> all;
    for (std::vector<Station>& order : orders) {
        const auto shared = std::make_shared<const std::vector<Station>>(std::move(order));
        for (const Chain& chain : chainsOver(*shared, room))
            for (Strip& strip : stripsOn(chain, *shared, room)) {
                if (base.stock.form == job::StockForm::Sheet && strip.skewed() > 0.1) continue;
                const auto width = stockWidth(strip, base, material);
                if (!width) continue;
                strip.width = *width;
                if (!isStraightOff(strip, *shared)) continue;
                const std::string shape = shapeWithTab(strip, *shared);
                if (shape.empty()) continue;
                const double cost = costOf(strip, base, *width);
                all[shape].push_back({shared, std::move(strip), shape, cost});
            }
    }
    for (auto& [shape, of] : all)
        of = bestOf(std::move(of), base);
    dropNeedless(all);
    return all;
}

} // namespace goodfold::propose
