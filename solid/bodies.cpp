#include "solid/bodies.h"

#include "solid/joining.h"

#include <BRepAlgoAPI_Cut.hxx>
#include <BRepBuilderAPI_MakeEdge.hxx>
#include <BRepBuilderAPI_MakeFace.hxx>
#include <BRepBuilderAPI_MakeWire.hxx>
#include <BRepBuilderAPI_Transform.hxx>
#include <BRepPrimAPI_MakeCone.hxx>
#include <BRepPrimAPI_MakePrism.hxx>
#include <ShapeUpgrade_UnifySameDomain.hxx>
#include <Standard_Failure.hxx>
#include <TopTools_ListOfShape.hxx>
#include <cmath>
#include <gp_Ax2.hxx>
#include <gp_Circ.hxx>
#include <gp_Pln.hxx>
#include <gp_Pnt.hxx>

namespace goodfold::solid {

namespace {

/// What is cut out begins and ends beyond the stock.
constexpr double kBeyond = 1;
constexpr double kOnLine = 1e-6;

gp_Pnt inPlane(const Vec2& p) {
    return {p.x(), p.y(), 0};
}

TopoDS_Edge edgeOf(const PathVertex& from, const Vec2& to) {
    if (from.bulge == 0) return BRepBuilderAPI_MakeEdge(inPlane(from.point), inPlane(to));
    const Arc arc = arcOf(from.point, to, from.bulge);
    const double turn = arc.sweepRad > 0 ? 1 : -1;
    const gp_Ax2 axis(inPlane(arc.centre), gp_Dir(0, 0, turn),
                      gp_Dir(std::cos(arc.startRad), std::sin(arc.startRad), 0));
    return BRepBuilderAPI_MakeEdge(gp_Circ(axis, arc.radius), inPlane(from.point), inPlane(to));
}

TopoDS_Shape raised(const TopoDS_Shape& shape, double by) {
    gp_Trsf up;
    up.SetTranslation(gp_Vec(0, 0, by));
    return BRepBuilderAPI_Transform(shape, up, true);
}

TopoDS_Shape throughHole(const Path& shape, double thickness) {
    return BRepPrimAPI_MakePrism(raised(faceWithin(shape), -kBeyond), gp_Vec(0, 0, thickness + 2 * kBeyond));
}

/// From beyond the surface down to a point.
TopoDS_Shape sunkHead(const part::ExactCut& hole, double thickness) {
    const double slope = std::tan(radians(hole.countersink->angleDeg) / 2);
    const double deep = hole.countersink->diameter / 2 / slope;
    const double inward = hole.countersink->onBack ? 1 : -1;
    const double surface = hole.countersink->onBack ? 0 : thickness;
    const gp_Ax2 axis(gp_Pnt(hole.centreInFlat.x(), hole.centreInFlat.y(), surface - inward * kBeyond),
                      gp_Dir(0, 0, inward));
    return BRepPrimAPI_MakeCone(axis, (deep + kBeyond) * slope, 0, deep + kBeyond);
}

TopoDS_Shape flatShape(const part::ExactPlate& plate, double thickness) {
    const TopoDS_Shape whole =
        BRepPrimAPI_MakePrism(faceWithin(plate.outlineInFlat), gp_Vec(0, 0, thickness));
    std::vector<TopoDS_Shape> away;
    for (const part::ExactCut& hole : plate.cuts) {
        away.push_back(throughHole(hole.shapeInFlat, thickness));
        if (hole.countersink) away.push_back(sunkHead(hole, thickness));
    }
    return BRepBuilderAPI_Transform(cut(whole, away), inKernel(plate.rootFromFlat), true);
}

/// One face where several lie in one plane. Where edges are shared by more than two faces, as in lapped
/// corners that touch, the kernel may not manage: it stays one body then, with a few more edges.
TopoDS_Shape tidied(const TopoDS_Shape& shape) {
    try {
        ShapeUpgrade_UnifySameDomain tidying(shape);
        tidying.Build();
        return tidying.Shape();
    } catch (const Standard_Failure&) {
        return shape;
    }
}

TopTools_ListOfShape listOf(const std::vector<TopoDS_Shape>& shapes) {
    TopTools_ListOfShape list;
    for (const TopoDS_Shape& shape : shapes)
        list.Append(shape);
    return list;
}

/// Both ends of every bend.
std::vector<Joint> jointsOf(const part::ExactBody& body) {
    std::vector<Joint> joints;
    for (const part::ExactBend& bend : body.bends) {
        const double up = bend.isUp ? 1 : -1;
        const Vec3 axis(0, 0, bend.isUp ? body.thickness + bend.insideRadius : -bend.insideRadius);
        for (const double x : {0.0, bend.allowance}) {
            Eigen::AlignedBox1d across;
            for (const Vec2& corner : bend.zone)
                if (std::abs(corner.x() - x) < kOnLine)
                    across.extend(Eigen::Matrix<double, 1, 1>(corner.y()));
            if (across.isEmpty()) continue;
            const Eigen::AngleAxisd turned(-up * radians(bend.angleDeg) * x / bend.allowance, Vec3::UnitY());
            const auto inRoot = [&](double y, double z) -> Vec3 {
                return bend.rootFromBend * (axis + turned * (Vec3(0, y, z) - axis));
            };
            const double right = across.min()(0), left = across.max()(0);
            const Vec3 at = inRoot(right, 0), along = inRoot(left, 0) - at,
                       high = inRoot(right, body.thickness) - at;
            const Vec3 normal = along.cross(high);
            joints.push_back(
                {gp_Ax3(gp_Pnt(at.x(), at.y(), at.z()), gp_Dir(normal.x(), normal.y(), normal.z()),
                        gp_Dir(along.x(), along.y(), along.z())),
                 left - right, body.thickness});
        }
    }
    return joints;
}

} // namespace

gp_Trsf inKernel(const Pose3& pose) {
    const auto& m = pose.matrix();
    gp_Trsf trsf;
    trsf.SetValues(m(0, 0), m(0, 1), m(0, 2), m(0, 3), m(1, 0), m(1, 1), m(1, 2), m(1, 3), m(2, 0), m(2, 1),
                   m(2, 2), m(2, 3));
    return trsf;
}

TopoDS_Face faceWithin(const Path& outline) {
    BRepBuilderAPI_MakeWire wire;
    for (size_t i = 0; i < outline.size(); ++i)
        wire.Add(edgeOf(outline[i], outline[(i + 1) % outline.size()].point));
    return BRepBuilderAPI_MakeFace(gp_Pln(gp_Pnt(0, 0, 0), gp_Dir(0, 0, 1)), wire.Wire());
}

TopoDS_Shape cut(const TopoDS_Shape& shape, const std::vector<TopoDS_Shape>& away) {
    if (away.empty()) return shape;
    BRepAlgoAPI_Cut cutting;
    cutting.SetArguments(listOf({shape}));
    cutting.SetTools(listOf(away));
    cutting.Build();
    return cutting.Shape();
}

TopoDS_Shape shapeOf(const part::ExactBody& body) {
    std::vector<TopoDS_Shape> pieces;
    for (const part::ExactPlate& plate : body.plates)
        pieces.push_back(flatShape(plate, body.thickness));
    for (const part::ExactBend& bend : body.bends)
        pieces.push_back(
            BRepBuilderAPI_Transform(bentShape(bend, body.thickness), inKernel(bend.rootFromBend), true));
    if (pieces.empty()) throw Standard_Failure("empty");
    return pieces.size() < 2 ? pieces.front() : tidied(joined(pieces, jointsOf(body)));
}

} // namespace goodfold::solid
