#include "part/solid.h"

#include <fcl/narrowphase/collision.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <memory>

namespace goodfold::part {

namespace {

/// Eight corners: the back's four, then the face's four above them.
using Hexahedron = std::array<Vec3, 8>;

/// A plate, or a bend zone cut into short straight pieces.
struct Body {
    Element about;
    int fromPlate, toPlate; // a plate names itself twice; a zone the plates it joins
    std::vector<Hexahedron> pieces;
    Eigen::AlignedBox3d box;
};

/// A piece of arc turns by at most this, so that at R 10 its chord stands 0.09 mm off the arc.
constexpr double kPieceDeg = 15;

void add(Body& body, const Hexahedron& piece) {
    body.pieces.push_back(piece);
    for (const Vec3& corner : piece) body.box.extend(corner);
}

Polygon insetTowardMiddle(const Polygon& outline) {
    Vec2 middle(0, 0);
    for (const Vec2& corner : outline) middle += corner / static_cast<double>(outline.size());
    Polygon inset;
    for (const Vec2& corner : outline) inset.push_back(corner + kTouching * (middle - corner).normalized());
    return inset;
}

Body plateBody(const Part& part, const Folded& folded, int index) {
    const PartPlate& plate = part.plates[index];
    Body body{Element::plate(plate.id), index, index, {}, {}};
    if (plate.shortestStraight <= 0 || plate.width <= 0) return body;
    const Polygon outline = insetTowardMiddle(plate.outlineInFlat);
    Hexahedron piece;
    for (size_t i = 0; i < 4; ++i) {
        piece[i] = folded.rootFromFlat[index] * Vec3(outline[i].x(), outline[i].y(), kTouching);
        piece[i + 4] = folded.rootFromFlat[index] * Vec3(outline[i].x(), outline[i].y(), part.thickness - kTouching);
    }
    add(body, piece);
    return body;
}

Body zoneBody(const Part& part, const Folded& folded, int index) {
    const PartBend& bend = part.bends[index];
    Body body{Element::bend(bend.id), bend.parent, bend.child, {}, {}};
    if (bend.allowance <= 0) return body;
    const Polygon zone = insetTowardMiddle(bend.zoneInFlat);
    const int pieces = static_cast<int>(std::ceil(bend.shape.angleDeg * folded.formedness / kPieceDeg));
    const auto section = [&](int i, double z) {
        const double share = static_cast<double>(i) / pieces;
        return std::array{inRoot(part, folded, index, zone[0] + share * (zone[1] - zone[0]), z),
                          inRoot(part, folded, index, zone[3] + share * (zone[2] - zone[3]), z)};
    };
    for (int i = 0; i < pieces; ++i) {
        Hexahedron piece;
        for (const size_t layer : {0, 4}) {
            const double z = layer == 0 ? kTouching : part.thickness - kTouching;
            const auto before = section(i, z), after = section(i + 1, z);
            piece[layer] = before[0];
            piece[layer + 1] = after[0];
            piece[layer + 2] = after[1];
            piece[layer + 3] = before[1];
        }
        add(body, piece);
    }
    return body;
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

Eigen::AlignedBox3d boxOf(const Hexahedron& piece) {
    Eigen::AlignedBox3d box;
    for (const Vec3& corner : piece) box.extend(corner);
    return box;
}

bool overlap(const Body& one, const Body& other) {
    if (!one.box.intersects(other.box)) return false;
    return std::any_of(one.pieces.begin(), one.pieces.end(), [&](const Hexahedron& a) {
        const auto box = boxOf(a);
        return std::any_of(other.pieces.begin(), other.pieces.end(), [&](const Hexahedron& b) {
            return box.intersects(boxOf(b)) && overlap(a, b);
        });
    });
}

/// A plate and its bend, two plates joined by a bend, or two bends on one plate.
bool areNeighbours(const Part& part, const Body& one, const Body& other) {
    if (one.fromPlate == other.fromPlate || one.fromPlate == other.toPlate || one.toPlate == other.fromPlate ||
        one.toPlate == other.toPlate)
        return true;
    const auto parentOf = [&](int plate) {
        const int bend = part.plates[plate].parentBend;
        return bend < 0 ? -1 : part.bends[bend].parent;
    };
    const bool bothPlates = one.fromPlate == one.toPlate && other.fromPlate == other.toPlate;
    return bothPlates && (parentOf(one.fromPlate) == other.fromPlate || parentOf(other.fromPlate) == one.fromPlate);
}

} // namespace

std::vector<Clash> selfClashes(const Part& part, const Folded& folded) {
    std::vector<Body> bodies;
    for (size_t i = 0; i < part.plates.size(); ++i) bodies.push_back(plateBody(part, folded, static_cast<int>(i)));
    for (size_t i = 0; i < part.bends.size(); ++i) bodies.push_back(zoneBody(part, folded, static_cast<int>(i)));
    std::vector<Clash> clashes;
    for (size_t i = 0; i < bodies.size(); ++i)
        for (size_t j = i + 1; j < bodies.size(); ++j)
            if (!areNeighbours(part, bodies[i], bodies[j]) && overlap(bodies[i], bodies[j]))
                clashes.push_back({bodies[i].about, bodies[j].about});
    return clashes;
}

} // namespace goodfold::part
