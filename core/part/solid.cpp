#include "part/solid.h"

#include "common/convex_body.h"
#include "part/prism.h"

#include <algorithm>
#include <cmath>
#include <tuple>

namespace goodfold::part {

namespace {

/// A plate or a bend zone. The box is cheap and may be too large; the pieces are made when boxes meet, once.
struct Body {
    Element about;
    bool isZone;
    int index;              // of the plate or the bend
    int fromPlate, toPlate; // a plate names itself twice; a zone the plates it joins
    Eigen::AlignedBox3d box;
    mutable std::vector<ConvexBody> pieces = {};
};

/// Round the plate's whole shape.
Eigen::AlignedBox3d plateBox(const Part& part, const Folded& folded, int index) {
    Eigen::AlignedBox3d box;
    for (const Vec2& p : flattened(part.plates[index].shapeInFlat, kPieceDeg))
        for (const double z : {0.0, part.thickness})
            box.extend(folded.rootFromFlat[index] * Vec3(p.x(), p.y(), z));
    return box;
}

const std::vector<ConvexBody>& piecesOf(const Part& part, const Folded& folded, const Body& body) {
    if (!body.pieces.empty()) return body.pieces;
    const int from = body.isZone ? part.bends[body.index].parent : body.index;
    std::vector<Prism> prisms =
        body.isZone ? zonePrisms(part, body.index, folded.turnedDeg[static_cast<size_t>(body.index)])
                    : platePrisms(part, body.index);
    for (Prism& prism : prisms)
        body.pieces.emplace_back(moved(folded.rootFromFlat[from], std::move(prism)));
    return body.pieces;
}

/// Round the whole arc: everything in it lies within R + T of the two tangent lines.
Eigen::AlignedBox3d zoneBox(const Part& part, const Folded& folded, int index) {
    const PartBend& bend = part.bends[index];
    Eigen::AlignedBox3d box;
    for (const auto& [plate, right, left] : {std::tuple{bend.parent, bend.zoneInFlat[0], bend.zoneInFlat[3]},
                                             {bend.child, bend.zoneInFlat[1], bend.zoneInFlat[2]}})
        for (const Vec2& p : {right, left})
            for (const double z : {0.0, part.thickness})
                box.extend(folded.rootFromFlat[plate] * Vec3(p.x(), p.y(), z));
    const Vec3 reach = Vec3::Constant(bend.shape.insideRadius + part.thickness);
    return {box.min() - reach, box.max() + reach};
}

bool overlap(const ConvexBody& one, const ConvexBody& other) {
    return one.box().intersects(other.box()) && meet(one, other, Pose3::Identity());
}

bool overlap(const Part& part, const Folded& folded, const Body& one, const Body& other) {
    if (!one.box.intersects(other.box)) return false;
    const auto& others = piecesOf(part, folded, other);
    for (const ConvexBody& a : piecesOf(part, folded, one))
        if (std::any_of(others.begin(), others.end(), [&](const ConvexBody& b) { return overlap(a, b); }))
            return true;
    return false;
}

/// A plate and its bend, or two bends on one plate: they join there.
bool areNeighbours(const Body& one, const Body& other) {
    if (!one.isZone && !other.isZone) return false;
    return one.fromPlate == other.fromPlate || one.fromPlate == other.toPlate ||
           one.toPlate == other.fromPlate || one.toPlate == other.toPlate;
}

/// All bodies that have an extent.
std::vector<Body> bodiesOf(const Part& part, const Folded& folded) {
    std::vector<Body> bodies;
    bodies.reserve(part.plates.size() + part.bends.size());
    for (size_t i = 0; i < part.plates.size(); ++i) {
        const PartPlate& plate = part.plates[i];
        const int index = static_cast<int>(i);
        if (plate.shortestStraight <= 0 || plate.width <= 0) continue;
        bodies.push_back(
            {Element::plate(plate.id), false, index, index, index, plateBox(part, folded, index)});
    }
    for (size_t i = 0; i < part.bends.size(); ++i) {
        const PartBend& bend = part.bends[i];
        const int index = static_cast<int>(i);
        if (bend.allowance <= 0) continue;
        bodies.push_back(
            {Element::bend(bend.id), true, index, bend.parent, bend.child, zoneBox(part, folded, index)});
    }
    return bodies;
}

} // namespace

std::vector<Clash> selfClashes(const Part& part, const Folded& folded, size_t most) {
    const std::vector<Body> bodies = bodiesOf(part, folded);
    std::vector<Clash> clashes;
    for (size_t i = 0; i < bodies.size(); ++i)
        for (size_t j = i + 1; j < bodies.size() && clashes.size() < most; ++j)
            if (!areNeighbours(bodies[i], bodies[j]) && overlap(part, folded, bodies[i], bodies[j]))
                clashes.push_back({bodies[i].about, bodies[j].about});
    return clashes;
}

struct Surroundings::Bodies {
    const Part& part;
    const Folded& folded;
    std::vector<Body> bodies;

    template <class Shape>
    std::vector<Element> hitBy(const Shape& shape, const Pose3& pose, const Eigen::AlignedBox3d& box) const {
        std::vector<Element> hit;
        for (const Body& body : bodies) {
            if (!body.box.intersects(box)) continue;
            const auto& pieces = piecesOf(part, folded, body);
            if (std::any_of(pieces.begin(), pieces.end(), [&](const ConvexBody& piece) {
                    return piece.box().intersects(box) && meet(piece, shape, pose);
                }))
                hit.push_back(body.about);
        }
        return hit;
    }
};

Surroundings::Surroundings(const Part& part, const Folded& folded)
    : bodies_(new Bodies{part, folded, bodiesOf(part, folded)}) {}

Surroundings::~Surroundings() = default;

std::vector<Element> Surroundings::hitBy(const Cylinder& cylinder) const {
    const RoundBar shape{cylinder.diameter / 2 - kTouching, cylinder.length - 2 * kTouching};
    Pose3 pose = Pose3::Identity();
    pose.linear() = Eigen::Quaterniond::FromTwoVectors(Vec3::UnitZ(), cylinder.along).toRotationMatrix();
    pose.translation() = cylinder.start + cylinder.length / 2 * cylinder.along;
    const double reach = std::hypot(cylinder.length / 2, cylinder.diameter / 2);
    const Vec3 corner = Vec3::Constant(reach);
    return bodies_->hitBy(shape, pose, {pose.translation() - corner, pose.translation() + corner});
}

std::vector<Element> Surroundings::hitBy(const std::vector<Vec3>& prism) const {
    const ConvexBody shape(prism);
    return bodies_->hitBy(shape, Pose3::Identity(), shape.box());
}

std::optional<Nearest> Surroundings::nearestTo(const std::vector<Vec3>& corners, double below) const {
    const ConvexBody other(corners);
    std::optional<Nearest> nearest;
    for (const Body& body : bodies_->bodies) {
        if (body.box.exteriorDistance(other.box()) >= below) continue;
        for (const ConvexBody& piece : piecesOf(bodies_->part, bodies_->folded, body)) {
            if (piece.box().exteriorDistance(other.box()) >= below) continue;
            const Approach found = nearestApproach(piece, other);
            if (found.distance >= below) continue;
            below = found.distance;
            nearest = {body.about, found.distance, found.onOne, found.onOther};
        }
    }
    return nearest;
}

std::optional<Nearest> Surroundings::nearestToPlane(const Vec3& at, const Vec3& normal) const {
    std::optional<Nearest> nearest;
    for (const Body& body : bodies_->bodies)
        for (const ConvexBody& piece : piecesOf(bodies_->part, bodies_->folded, body))
            for (const Vec3& corner : piece.corners()) {
                const double over = (corner - at).dot(normal);
                if (!nearest || over < nearest->distance)
                    nearest = {body.about, over, corner, corner - over * normal};
            }
    return nearest;
}

void Surroundings::add(const Element& about, const std::vector<Vec3>& corners) {
    const ConvexBody body(corners);
    bodies_->bodies.push_back({about, false, -1, -1, -1, body.box(), {body}});
}

} // namespace goodfold::part
