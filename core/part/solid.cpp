#include "part/solid.h"

#include "part/prism.h"

#include <fcl/narrowphase/collision.h>
#include <fcl/narrowphase/distance.h>

#include <algorithm>
#include <cmath>
#include <exception>
#include <tuple>

namespace goodfold::part {

namespace {

struct Piece {
    fcl::Convexd convex;
    Eigen::AlignedBox3d box;
};

/// A plate or a bend zone. The box is cheap and may be too large; the pieces are made when boxes meet, once.
struct Body {
    Element about;
    bool isZone;
    int index;              // of the plate or the bend
    int fromPlate, toPlate; // a plate names itself twice; a zone the plates it joins
    Eigen::AlignedBox3d box;
    mutable std::vector<Piece> pieces = {};
};

/// Round the plate's whole shape.
Eigen::AlignedBox3d plateBox(const Part& part, const Folded& folded, int index) {
    Eigen::AlignedBox3d box;
    for (const Vec2& p : flattened(part.plates[index].shapeInFlat, kPieceDeg))
        for (const double z : {0.0, part.thickness})
            box.extend(folded.rootFromFlat[index] * Vec3(p.x(), p.y(), z));
    return box;
}

const std::vector<Piece>& piecesOf(const Part& part, const Folded& folded, const Body& body) {
    if (!body.pieces.empty()) return body.pieces;
    const int from = body.isZone ? part.bends[body.index].parent : body.index;
    std::vector<Prism> prisms =
        body.isZone ? zonePrisms(part, body.index, folded.turnedDeg[static_cast<size_t>(body.index)])
                    : platePrisms(part, body.index);
    for (Prism& prism : prisms) {
        prism = moved(folded.rootFromFlat[from], std::move(prism));
        body.pieces.push_back({convexOf(prism), boxOf(prism)});
    }
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

bool overlap(const Piece& one, const Piece& other) {
    if (!one.box.intersects(other.box)) return false;
    fcl::CollisionRequestd request;
    request.gjk_solver_type = fcl::GST_LIBCCD;
    fcl::CollisionResultd result;
    return fcl::collide(&one.convex, Pose3::Identity(), &other.convex, Pose3::Identity(), request, result) >
           0;
}

bool overlap(const Part& part, const Folded& folded, const Body& one, const Body& other) {
    if (!one.box.intersects(other.box)) return false;
    const auto& others = piecesOf(part, folded, other);
    for (const Piece& a : piecesOf(part, folded, one))
        if (std::any_of(others.begin(), others.end(), [&](const Piece& b) { return overlap(a, b); }))
            return true;
    return false;
}

/// The distance and where it is. What FCL's first way gives up on its second does.
Nearest between(const fcl::Convexd& ofPart, const fcl::Convexd& other) {
    fcl::DistanceRequestd request(true);
    for (const auto solver : {fcl::GST_LIBCCD, fcl::GST_INDEP})
        try {
            request.gjk_solver_type = solver;
            fcl::DistanceResultd result;
            fcl::distance(&ofPart, Pose3::Identity(), &other, Pose3::Identity(), request, result);
            if (result.min_distance <= 0) return {};
            return {{}, result.min_distance, result.nearest_points[0], result.nearest_points[1]};
        } catch (const std::exception&) {
        }
    return {};
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
        fcl::CollisionRequestd request;
        request.gjk_solver_type = fcl::GST_LIBCCD;
        for (const Body& body : bodies) {
            if (!body.box.intersects(box)) continue;
            for (const Piece& piece : piecesOf(part, folded, body)) {
                fcl::CollisionResultd result;
                if (!piece.box.intersects(box)) continue;
                if (fcl::collide(&piece.convex, Pose3::Identity(), &shape, pose, request, result) == 0)
                    continue;
                hit.push_back(body.about);
                break;
            }
        }
        return hit;
    }
};

Surroundings::Surroundings(const Part& part, const Folded& folded)
    : bodies_(new Bodies{part, folded, bodiesOf(part, folded)}) {}

Surroundings::~Surroundings() = default;

std::vector<Element> Surroundings::hitBy(const Cylinder& cylinder) const {
    const fcl::Cylinderd shape(cylinder.diameter / 2 - kTouching, cylinder.length - 2 * kTouching);
    Pose3 pose = Pose3::Identity();
    pose.linear() = Eigen::Quaterniond::FromTwoVectors(Vec3::UnitZ(), cylinder.along).toRotationMatrix();
    pose.translation() = cylinder.start + cylinder.length / 2 * cylinder.along;
    const double reach = std::hypot(cylinder.length / 2, cylinder.diameter / 2);
    const Vec3 corner = Vec3::Constant(reach);
    return bodies_->hitBy(shape, pose, {pose.translation() - corner, pose.translation() + corner});
}

std::vector<Element> Surroundings::hitBy(const std::vector<Vec3>& prism) const {
    return bodies_->hitBy(convexOf(prism), Pose3::Identity(), boxOf(prism));
}

std::optional<Nearest> Surroundings::nearestTo(const std::vector<Vec3>& corners, double below) const {
    const fcl::Convexd other = convexRound(corners);
    const Eigen::AlignedBox3d box = boxOf(corners);
    std::optional<Nearest> nearest;
    for (const Body& body : bodies_->bodies) {
        if (body.box.exteriorDistance(box) >= below) continue;
        for (const Piece& piece : piecesOf(bodies_->part, bodies_->folded, body)) {
            if (piece.box.exteriorDistance(box) >= below) continue;
            Nearest found = between(piece.convex, other);
            if (found.distance >= below) continue;
            below = found.distance;
            found.of = body.about;
            nearest = found;
        }
    }
    return nearest;
}

std::optional<Nearest> Surroundings::nearestToPlane(const Vec3& at, const Vec3& normal) const {
    std::optional<Nearest> nearest;
    for (const Body& body : bodies_->bodies)
        for (const Piece& piece : piecesOf(bodies_->part, bodies_->folded, body))
            for (const Vec3& corner : piece.convex.getVertices()) {
                const double over = (corner - at).dot(normal);
                if (!nearest || over < nearest->distance)
                    nearest = {body.about, over, corner, corner - over * normal};
            }
    return nearest;
}

void Surroundings::add(const Element& about, const std::vector<Vec3>& corners) {
    Body body{about, false, -1, -1, -1, boxOf(corners)};
    body.pieces.push_back({convexRound(corners), body.box});
    bodies_->bodies.push_back(std::move(body));
}

} // namespace goodfold::part
