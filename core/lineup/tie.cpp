#include "lineup/tie.h"

#include <algorithm>
#include <cmath>

namespace goodfold::lineup {

Gliding glidingOf(const Tie& tie, size_t side, const Vec3& target) {
    const Tie::Rim& rim = tie.rims[side];
    const Vec3 chord = rim.to - rim.from, middle = (rim.from + rim.to) / 2;
    const double length = chord.norm();
    if (length == 0) return {middle};
    const Vec3 along = chord / length;
    if (!tie.bow) return {middle, along, length / 2, length / 2};
    const double half = tie.bow->halfSwingRad, radius = length / (2 * std::sin(half));
    const Vec3 out = (tie.bow->middles[side] - middle).normalized();
    const Vec3 pivot = tie.bow->middles[side] - radius * out;
    const double turn =
        std::clamp(std::atan2((target - pivot).dot(along), (target - pivot).dot(out)), -half, half);
    return {pivot + radius * (std::cos(turn) * out + std::sin(turn) * along),
            std::cos(turn) * along - std::sin(turn) * out, radius * (half + turn), radius * (half - turn),
            radius};
}

Vec3 nearestCentre(const Tie& tie, size_t side, const Vec3& target) {
    const Gliding glide = glidingOf(tie, side, target);
    if (tie.bow) return glide.centre;
    return glide.centre +
           std::clamp((target - glide.centre).dot(glide.along), -glide.back, glide.on) * glide.along;
}

} // namespace goodfold::lineup
