#include "lineup/real_part.h"

#include "bend/bend.h"

#include <cmath>

namespace goodfold::lineup {

using part::PartBend;

namespace {

Vec2 turned(const Vec2& vector, double degrees) {
    return Eigen::Rotation2Dd(radians(degrees)) * vector;
}

/// From the tangent line to what an x counts from, square to the bend line.
double setbackOf(const PartBend& bend, job::Hole::XFrom from) {
    using XFrom = job::Hole::XFrom;
    return bend::setback(bend.shape, from == XFrom::Outside  ? bend::DimensionTo::Outside
                                     : from == XFrom::Inside ? bend::DimensionTo::Inside
                                                             : bend::DimensionTo::Tangent);
}

} // namespace

RealPart::RealPart(const job::Job& job, const part::Part& part, std::vector<HeldLine> held)
    : job(job), part(part), held(std::move(held)), bends(part.bends),
      rootFromFlat(part.plates.size(), Pose3::Identity()), moved(part.holes.size(), Vec2(0, 0)), filed(moved),
      realThickness(part.thickness) {
    for (const part::PartHole& hole : part.holes)
        glides.push_back(hole.glide());
    std::vector<int> plates{part.root};
    for (size_t i = 0; i < plates.size(); ++i)
        for (const int bend : part.plates[static_cast<size_t>(plates[i])].childBends) {
            order.push_back(bend);
            plates.push_back(part.bends[static_cast<size_t>(bend)].child);
        }
}

/// Where the held line came to lie decides the near tangent line, and the fold starts there.
void RealPart::setLine(int index, const Errors::OfBend& error) {
    const PartBend& drawn = part.bends[static_cast<size_t>(index)];
    const HeldLine& line = held[static_cast<size_t>(index)];
    PartBend& bend = bends[static_cast<size_t>(index)];
    bend.shape.angleDeg = drawn.shape.angleDeg + error.angleDeg;
    bend.shape.insideRadius = drawn.shape.insideRadius + error.radius;
    bend.shape.thickness = realThickness;
    bend.k = drawn.k + error.k;
    bend.allowance = radians(bend.shape.angleDeg) * (bend.shape.insideRadius + bend.k * realThickness);
    bend.across = turned(drawn.across, error.turnDeg);
    // The line that is set lies an edge radius past the held tangent line where the tool's edge makes it.
    const bool isNear = line.which == HeldLine::Which::Near, isFar = line.which == HeldLine::Which::Far;
    const double ahead = isNear ? 1 : isFar ? -1 : 0; // from the held tangent line into the bend
    const double drawnRadius = line.follows ? drawn.shape.insideRadius : 0;
    const double realRadius = line.follows ? bend.shape.insideRadius : 0;
    const Vec2 middle = isNear ? drawn.near.middle() : isFar ? drawn.far.middle() : drawn.centre.middle();
    const Vec2 set = middle + (ahead * drawnRadius + error.line) * drawn.across;
    const Vec2 heldLine = set - ahead * realRadius * bend.across;
    const double back = isNear ? 0 : isFar ? bend.allowance : bend.allowance / 2;
    const Vec2 near = heldLine - back * bend.across;
    const Vec2 along = (drawn.near.to - drawn.near.from) / 2;
    const Vec2 half = turned(along, error.turnDeg);
    bend.near = {near - half, near + half};
    bend.far = {bend.near.from + bend.allowance * bend.across, bend.near.to + bend.allowance * bend.across};
}

void RealPart::form(const Errors& errors, const std::vector<bool>& made) {
    realThickness = part.thickness + errors.thickness;
    for (const int index : order) {
        setLine(index, errors.bends[static_cast<size_t>(index)]);
        const PartBend& bend = bends[static_cast<size_t>(index)];
        const bool isMade = made.empty() || made[static_cast<size_t>(index)];
        rootFromFlat[static_cast<size_t>(bend.child)] =
            rootFromFlat[static_cast<size_t>(bend.parent)] *
            part::foldedFromFlat(bend, bend.allowance, isMade ? bend.shape.angleDeg : 0);
    }
    for (size_t i = 0; i < part.holes.size(); ++i) {
        Vec2 by = errors.holes[i];
        if (part.holes[i].afterBending) by.x() += movedWithItsReference(static_cast<int>(i), errors);
        const auto flatFromPlate =
            part.plates[static_cast<size_t>(part.holes[i].plate)].flatFromPlate.linear();
        moved[i] = flatFromPlate * by;
        filed[i] = flatFromPlate * errors.filed[i];
    }
}

double RealPart::movedWithItsReference(int index, const Errors& errors) const {
    const part::PartHole& hole = part.holes[static_cast<size_t>(index)];
    const part::PartPlate& plate = part.plates[static_cast<size_t>(hole.plate)];
    const job::Hole* source = job.findHole(hole.source);
    while (source->xFrom == job::Hole::XFrom::Hole) // it is stepped off that one, which was before or after
        source = job.findHole(source->xFromHole);
    if (source->xFrom == job::Hole::XFrom::Start) return 0;
    if (source->xFrom == job::Hole::XFrom::End) return errors.cuts[static_cast<size_t>(hole.plate)];
    const bool fromParent = plate.parentBend >= 0;
    if (!fromParent && plate.childBends.empty()) return 0;
    const auto which = static_cast<size_t>(fromParent ? plate.parentBend : plate.childBends.front());
    const PartBend &real = bends[which], &drawn = part.bends[which];
    // Where the plate's middle line meets the tangent line that is this plate's own.
    const Vec2 along = plate.flatFromPlate.linear() * Vec2(1, 0);
    const Vec2 onMiddle = plate.flatFromPlate * Vec2(0, plate.width / 2);
    const auto meets = [&](const PartBend& bend) {
        const Vec2& on = fromParent ? bend.far.from : bend.near.from;
        return (on - onMiddle).dot(bend.across) / along.dot(bend.across);
    };
    const double setback =
        (setbackOf(real, source->xFrom) - setbackOf(drawn, source->xFrom)) / std::cos(radians(drawn.skewDeg));
    return meets(real) - meets(drawn) + (fromParent ? -setback : setback);
}

Pose3 RealPart::rootFromPlate(int plate) const {
    Pose3 flatFromPlate = Pose3::Identity();
    const Pose2& own = part.plates[static_cast<size_t>(plate)].flatFromPlate;
    flatFromPlate.linear().topLeftCorner<2, 2>() = own.linear();
    flatFromPlate.translation().head<2>() = own.translation();
    return rootFromFlat[static_cast<size_t>(plate)] * flatFromPlate;
}

RealPart::Spine RealPart::spineOf(int index) const {
    const part::PartHole& hole = part.holes[static_cast<size_t>(index)];
    const Pose3& pose = rootFromFlat[static_cast<size_t>(hole.plate)];
    const Vec2& by = moved[static_cast<size_t>(index)];
    const auto at = [&](const Vec2& flat) -> Vec3 {
        return pose * Vec3(flat.x() + by.x(), flat.y() + by.y(), 0);
    };
    part::PartHole::Glide glide = glides[static_cast<size_t>(index)];
    const Vec2& out = filed[static_cast<size_t>(index)];
    (out.dot(glide.to - glide.from) < 0 ? glide.from : glide.to) += out;
    Spine spine{at(glide.from), at(glide.to), pose.linear().col(2)};
    if (glide.middle && out.isZero()) { // filed, it is no arc any more
        spine.bowMiddle = at(*glide.middle);
        spine.halfSwingDeg = glide.halfSwingDeg;
    }
    return spine;
}

std::array<Vec3, 4> RealPart::cornersOf(int index, bool onFace) const {
    const part::PartPlate& plate = part.plates[static_cast<size_t>(index)];
    const Pose3& pose = rootFromFlat[static_cast<size_t>(index)];
    std::array<Vec3, 4> corners;
    for (size_t i = 0; i < 4; ++i)
        corners[i] =
            pose * Vec3(plate.outlineInFlat[i].x(), plate.outlineInFlat[i].y(), onFace ? realThickness : 0);
    return corners;
}

} // namespace goodfold::lineup
