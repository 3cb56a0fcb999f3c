#include "part/gauge.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace goodfold::part {

namespace {

constexpr double kThick = 4, kArm = 35, kLeastArm = 6; // mm
constexpr double kBehind = 1.5;                        // past the end of the inside round
constexpr double kHole = 3, kBetween = 6, kRoom = 2.5; // of its number
constexpr double kApart = 8;                           // from one gauge to the next

double setbackOf(const PartBend& bend) {
    return bend.shape.insideRadius * std::tan(radians(bend.shape.angleDeg / 2));
}

/// What of two bends one gauge does for.
bool areAlike(double oneDeg, double otherDeg) {
    constexpr double kSame = 0.05;
    return std::abs(oneDeg - otherDeg) < kSame;
}

Path circle(const Vec2& centre, double radius) {
    return {{centre - Vec2(0, radius), 1}, {centre + Vec2(0, radius), 1}};
}

/// As many holes as its number says, wherever they have room; none where not all of them have.
void writeNumber(ExactPlate& plate, int number) {
    const auto box = boxOf(plate.outlineInFlat);
    std::vector<Vec2> spots;
    const auto isFree = [&](const Vec2& at) {
        constexpr int kRound = 12;
        for (int i = 0; i < kRound; ++i) {
            const double turn = 2 * std::numbers::pi * i / kRound;
            if (!contains(plate.outlineInFlat, at + kRoom * Vec2(std::cos(turn), std::sin(turn))))
                return false;
        }
        return true;
    };
    const auto steps = [](double length) { return static_cast<int>(length / kBetween) + 1; };
    const int most = steps(std::max(box.max().y(), -box.min().y()));
    for (int i = 0; i < steps(box.sizes().x()); ++i)
        for (int j = -most; j <= most; ++j) {
            const Vec2 at(box.max().x() - kHole - i * kBetween, j * kBetween);
            if (isFree(at)) spots.push_back(at);
        }
    if (std::ssize(spots) < number) return;
    std::stable_sort(spots.begin(), spots.end(),
                     [](const Vec2& a, const Vec2& b) { return std::abs(a.y()) < std::abs(b.y()); });
    for (int i = 0; i < number; ++i)
        plate.cuts.push_back(
            {circle(spots[static_cast<size_t>(i)], kHole / 2), spots[static_cast<size_t>(i)], {}});
}

/// Between the legs, its corner at 0, 0 and the bisector along x.
ExactPlate plateOf(double includedDeg, double arm, double corner, int number) {
    const double half = radians(includedDeg / 2);
    const Vec2 low(std::cos(half), -std::sin(half)), high(std::cos(half), std::sin(half));
    constexpr double kDeep = 16; // mm, of arms that stand far apart
    ExactPlate plate;
    plate.rootFromFlat = Pose3::Identity();
    constexpr double kFlatDeg = 120; // from there on what is between the arms' ends is too slim
    const bool isSlim = includedDeg >= kFlatDeg;
    if (!isSlim) {
        plate.outlineInFlat = straight({corner * low, arm * low, arm * high, corner * high});
    } else {
        const Vec2 lowIn(std::sin(half), std::cos(half)), highIn(std::sin(half), -std::cos(half));
        plate.outlineInFlat = straight({corner * low, arm * low, arm * low + kDeep * lowIn,
                                        arm * high + kDeep * highIn, arm * high, corner * high});
    }
    writeNumber(plate, number);
    return plate;
}

} // namespace

std::vector<Gauge> bendGauges(const Part& part) {
    constexpr double kLeastDeg = 5, kMostDeg = 150;
    struct Room {
        double corner = 0, arm = kArm;
    };
    std::vector<Gauge> all;
    std::vector<Room> rooms;
    for (size_t i = 0; i < part.bends.size(); ++i) {
        const PartBend& bend = part.bends[i];
        const double turned = bend.shape.angleDeg, setback = setbackOf(bend);
        if (turned < kLeastDeg || turned > kMostDeg) continue;
        double arm = kArm;
        for (const int leg : {bend.parent, bend.child})
            arm = std::min(arm, setback + part.plates[static_cast<size_t>(leg)].length);
        if (arm < setback + kBehind + kLeastArm) continue;
        auto same = std::find_if(all.begin(), all.end(),
                                 [&](const Gauge& gauge) { return areAlike(gauge.angleDeg, turned); });
        if (same == all.end()) {
            same = all.insert(all.end(), {{}, turned, 0, {}});
            rooms.emplace_back();
        }
        Room& room = rooms[static_cast<size_t>(same - all.begin())];
        const Room both{std::max(room.corner, setback + kBehind), std::min(room.arm, arm)};
        if (both.arm < both.corner + kLeastArm) continue; // it would do for the one or the other
        same->bends.push_back(static_cast<int>(i));
        room = both;
    }
    double at = 0;
    for (size_t i = 0; i < all.size(); ++i) {
        Gauge& gauge = all[i];
        gauge.arm = rooms[i].arm;
        ExactPlate plate =
            plateOf(180 - gauge.angleDeg, rooms[i].arm, rooms[i].corner, static_cast<int>(i) + 1);
        const auto box = boxOf(plate.outlineInFlat);
        plate.rootFromFlat.translation() = Vec3(0, at - box.min().y(), 0);
        at += box.sizes().y() + kApart;
        gauge.body = {"gauge " + std::to_string(i + 1), kThick, {std::move(plate)}, {}};
    }
    return all;
}

} // namespace goodfold::part
