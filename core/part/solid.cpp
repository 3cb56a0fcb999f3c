#include "part/solid.h"

#include <fcl/narrowphase/collision.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <memory>
#include <tuple>

namespace goodfold::part {

namespace {

/// Eight corners: the back's four, then the face's four above them.
using Hexahedron = std::array<Vec3, 8>;

/// A plate or a bend zone. The box is cheap and may be too large; the pieces are made when boxes meet.
struct Body {
    Element about;
    bool isZone;
    int index;              // of the plate or the bend
    int fromPlate, toPlate; // a plate names itself twice; a zone the plates it joins
    Eigen::AlignedBox3d box;
};

/// A piece of arc turns by at most this, so that at R 10 its chord stands 0.09 mm off the arc.
constexpr double kPieceDeg = 15;

Polygon insetTowardMiddle(const Polygon& outline) {
    Vec2 middle(0, 0);
    for (const Vec2& corner : outline)
        middle += corner / static_cast<double>(outline.size());
    Polygon inset;
    for (const Vec2& corner : outline)
        inset.push_back(corner + kTouching * (middle - corner).normalized());
    return inset;
}

Hexahedron platePiece(const Part& part, const Folded& folded, int index) {
    const Polygon outline = insetTowardMiddle(part.plates[index].outlineInFlat);
    Hexahedron piece;
    for (size_t i = 0; i < 4; ++i) {
        const Vec2& p = outline[i];
        piece[i] = folded.rootFromFlat[index] * Vec3(p.x(), p.y(), kTouching);
        piece[i + 4] = folded.rootFromFlat[index] * Vec3(p.x(), p.y(), part.thickness - kTouching);
    }
    return piece;
}

std::vector<Hexahedron> zonePieces(const Part& part, const Folded& folded, int index) {
    const PartBend& bend = part.bends[index];
    const Polygon zone = insetTowardMiddle(bend.zoneInFlat);
    const int count = static_cast<int>(std::ceil(bend.shape.angleDeg * folded.formedness / kPieceDeg));
    const auto section = [&](int i, double z) {
        const double share = static_cast<double>(i) / count;
        return std::array{inRoot(part, folded, index, zone[0] + share * (zone[1] - zone[0]), z),
                          inRoot(part, folded, index, zone[3] + share * (zone[2] - zone[3]), z)};
    };
    std::vector<Hexahedron> pieces(static_cast<size_t>(count));
    for (int i = 0; i < count; ++i)
        for (const size_t layer : {0, 4}) {
            const double z = layer == 0 ? kTouching : part.thickness - kTouching;
            const auto before = section(i, z), after = section(i + 1, z);
            Hexahedron& piece = pieces[static_cast<size_t>(i)];
            piece[layer] = before[0];
            piece[layer + 1] = after[0];
            piece[layer + 2] = after[1];
            piece[layer + 3] = before[1];
        }
    return pieces;
}

std::vector<Hexahedron> piecesOf(const Part& part, const Folded& folded, const Body& body) {
    if (body.isZone) return zonePieces(part, folded, body.index);
    return {platePiece(part, folded, body.index)};
}

Eigen::AlignedBox3d boxOf(const Hexahedron& piece) {
    Eigen::AlignedBox3d box;
    for (const Vec3& corner : piece)
        box.extend(corner);
    return box;
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

fcl::Convexd convexOf(const Hexahedron& piece) {
    static const auto faces = std::make_shared<const std::vector<int>>(std::vector<int>{
        4, 0, 3, 2, 1, 4, 4, 5, 6, 7, 4, 0, 1, 5, 4, 4, 1, 2, 6, 5, 4, 2, 3, 7, 6, 4, 3, 0, 4, 7});
    return {std::make_shared<const std::vector<Vec3>>(piece.begin(), piece.end()), 6, faces};
}

bool overlap(const Hexahedron& one, const Hexahedron& other) {
    const fcl::Convexd a = convexOf(one), b = convexOf(other);
    fcl::CollisionRequestd request;
    request.gjk_solver_type = fcl::GST_LIBCCD;
    fcl::CollisionResultd result;
    return fcl::collide(&a, Pose3::Identity(), &b, Pose3::Identity(), request, result) > 0;
}

bool overlap(const Part& part, const Folded& folded, const Body& one, const Body& other) {
    if (!one.box.intersects(other.box)) return false;
    const auto others = piecesOf(part, folded, other);
    for (const Hexahedron& a : piecesOf(part, folded, one)) {
        const auto box = boxOf(a);
        if (std::any_of(others.begin(), others.end(),
                        [&](const Hexahedron& b) { return box.intersects(boxOf(b)) && overlap(a, b); }))
            return true;
    }
    return false;
}

/// A plate and its bend, two plates joined by a bend, or two bends on one plate.
bool areNeighbours(const Part& part, const Body& one, const Body& other) {
    if (one.fromPlate == other.fromPlate || one.fromPlate == other.toPlate ||
        one.toPlate == other.fromPlate || one.toPlate == other.toPlate)
        return true;
    const auto parentOf = [&](int plate) {
        const int bend = part.plates[plate].parentBend;
        return bend < 0 ? -1 : part.bends[bend].parent;
    };
    const bool bothPlates = !one.isZone && !other.isZone;
    return bothPlates &&
           (parentOf(one.fromPlate) == other.fromPlate || parentOf(other.fromPlate) == one.fromPlate);
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
            {Element::plate(plate.id), false, index, index, index, boxOf(platePiece(part, folded, index))});
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

std::vector<Clash> selfClashes(const Part& part, const Folded& folded) {
    const std::vector<Body> bodies = bodiesOf(part, folded);
    std::vector<Clash> clashes;
    for (size_t i = 0; i < bodies.size(); ++i)
        for (size_t j = i + 1; j < bodies.size(); ++j)
            if (!areNeighbours(part, bodies[i], bodies[j]) && overlap(part, folded, bodies[i], bodies[j]))
                clashes.push_back({bodies[i].about, bodies[j].about});
    return clashes;
}

} // namespace goodfold::part
