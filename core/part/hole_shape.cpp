#include "part/hole_shape.h"

#include <cmath>

namespace goodfold::part {

namespace {

Vec2 direction(double degrees) {
    return {std::cos(radians(degrees)), std::sin(radians(degrees))};
}

Path circle(double diameter) {
    return {{Vec2(0, -diameter / 2), 1}, {Vec2(0, diameter / 2), 1}};
}

Path slot(double length, double width) {
    const double half = (length - width) / 2, r = width / 2;
    return {{Vec2(-half, -r), 0}, {Vec2(half, -r), 1}, {Vec2(half, r), 0}, {Vec2(-half, r), 1}};
}

/// About its pivot: the outer side, a round end, the inner side back, a round end.
Path arcSlot(double radius, double swingDeg, double width) {
    const Vec2 from = direction(-swingDeg / 2), to = direction(swingDeg / 2);
    const double outer = radius + width / 2, inner = radius - width / 2;
    const double bulge = std::tan(radians(swingDeg) / 4);
    return {{outer * from, bulge}, {outer * to, 1}, {inner * to, -bulge}, {inner * from, 1}};
}

Path rectangle(double length, double width, double radius) {
    const Polygon corners{Vec2(-length, -width) / 2, Vec2(length, -width) / 2, Vec2(length, width) / 2,
                          Vec2(-length, width) / 2};
    if (radius <= 0) return straight(corners);
    Path path;
    for (size_t i = 0; i < 4; ++i) {
        const auto round = roundedCorner(corners[(i + 3) % 4], corners[i], corners[(i + 1) % 4], radius);
        if (!round) return straight(corners);
        path.push_back(round->begins);
        path.push_back(round->ends);
    }
    return withoutRepeats(std::move(path));
}

/// A circle with a flat on its x side, `across` from there to the round opposite.
Path dShape(double diameter, double across) {
    const double r = diameter / 2, flat = across - r;
    const double half = std::sqrt(std::max(0.0, r * r - flat * flat));
    const double sweep = 2 * std::numbers::pi - 2 * std::atan2(half, flat);
    return {{Vec2(flat, -half), 0}, {Vec2(flat, half), std::tan(sweep / 4)}};
}

/// A circle and a round-ended neck along x.
Path key(double diameter, double neck, double length) {
    const double r = diameter / 2, n = neck / 2;
    const double shoulder = std::sqrt(std::max(0.0, r * r - n * n));
    const double sweep = 2 * std::numbers::pi - 2 * std::atan2(n, shoulder);
    return {{Vec2(shoulder, -n), 0},
            {Vec2(length - n, -n), 1},
            {Vec2(length - n, n), 0},
            {Vec2(shoulder, n), std::tan(sweep / 4)}};
}

Path cutOut(const std::vector<OutlinePoint>& points) {
    Path path;
    const size_t count = points.size();
    for (size_t i = 0; i < count; ++i) {
        const OutlinePoint &before = points[(i + count - 1) % count], &here = points[i],
                           &next = points[(i + 1) % count];
        const auto round = here.round > 0 && before.bow == 0 && here.bow == 0
                               ? roundedCorner(before.at, here.at, next.at, here.round)
                               : std::nullopt;
        if (round) {
            path.push_back(round->begins);
            path.push_back(round->ends);
        } else {
            path.push_back({here.at, bulgeOf(here.bow, (next.at - here.at).norm())});
        }
    }
    return withoutRepeats(std::move(path));
}

Path unturned(const Hole& hole) {
    switch (hole.kind) {
    case Hole::Kind::Round:
        return circle(hole.diameter);
    case Hole::Kind::Slot:
        return slot(hole.length, hole.diameter);
    case Hole::Kind::ArcSlot:
        return arcSlot(hole.radius, hole.swingDeg, hole.diameter);
    case Hole::Kind::Rectangle:
        return rectangle(hole.length, hole.diameter, hole.radius);
    case Hole::Kind::D:
        return dShape(hole.diameter, hole.length);
    case Hole::Kind::Key:
        return key(hole.diameter, hole.neck, hole.length);
    case Hole::Kind::CutOut:
        return cutOut(hole.outline);
    }
    return {};
}

Pose2 step(const Vec2& by) {
    Pose2 pose = Pose2::Identity();
    pose.translation() = by;
    return pose;
}

/// Turns about the pattern's middle, a row's step away.
std::vector<Pose2> round(const Pattern& pattern) {
    std::vector<Pose2> places;
    for (int i = 0; i < pattern.count; ++i) {
        Pose2 place = step(pattern.diameter / 2 * direction(pattern.angleDeg + 360.0 * i / pattern.count));
        place.linear() = Eigen::Rotation2Dd(radians(360.0 * i / pattern.count)).toRotationMatrix();
        places.push_back(place);
    }
    return places;
}

std::vector<Pose2> mirrored(const Pattern& pattern, double toMiddle, double toCentreline) {
    std::vector<Pose2> places{Pose2::Identity()};
    const auto add = [&](bool acrossCentre, bool endForEnd) {
        Pose2 place = step({endForEnd ? 2 * toMiddle : 0, acrossCentre ? 2 * toCentreline : 0});
        place.linear() << (endForEnd ? -1 : 1), 0, 0, (acrossCentre ? -1 : 1);
        places.push_back(place);
    };
    if (pattern.across) add(true, false);
    if (pattern.lengthwise) add(false, true);
    if (pattern.across && pattern.lengthwise) add(true, true);
    return places;
}

} // namespace

Path shapeOf(const Hole& hole) {
    Pose2 turn = Pose2::Identity();
    turn.linear() = Eigen::Rotation2Dd(radians(hole.angleDeg)).toRotationMatrix();
    return moved(unturned(hole), turn);
}

Segment spineOf(const Hole& hole) {
    if (hole.kind != Hole::Kind::Slot) return {};
    const Vec2 half = (hole.length - hole.diameter) / 2 * direction(hole.angleDeg);
    return {-half, half};
}

std::vector<Pose2> placesOf(const Hole& hole, double toMiddle, double toCentreline) {
    if (!hole.pattern) return {Pose2::Identity()};
    const Pattern& pattern = *hole.pattern;
    switch (pattern.kind) {
    case Pattern::Kind::Circle:
        return round(pattern);
    case Pattern::Kind::Mirror:
        return mirrored(pattern, toMiddle, toCentreline);
    default:
        break;
    }
    std::vector<Pose2> places;
    const Vec2 along = direction(pattern.angleDeg), left(-along.y(), along.x());
    const int rows = pattern.kind == Pattern::Kind::Grid ? pattern.rows : 1;
    for (int row = 0; row < rows; ++row)
        for (int i = 0; i < pattern.count; ++i)
            places.push_back(step(i * pattern.pitch * along + row * pattern.rowPitch * left));
    return places;
}

} // namespace goodfold::part
