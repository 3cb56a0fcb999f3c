#include "solid/bodies.h"
#include "solid/joining.h"

#include <BRepBuilderAPI_MakeEdge.hxx>
#include <BRepBuilderAPI_MakeFace.hxx>
#include <BRepBuilderAPI_MakeSolid.hxx>
#include <BRepBuilderAPI_MakeWire.hxx>
#include <BRepBuilderAPI_Sewing.hxx>
#include <BRepFill.hxx>
#include <BRepLib.hxx>
#include <BRepTools.hxx>
#include <BRepTools_WireExplorer.hxx>
#include <BRep_Tool.hxx>
#include <Geom2d_Line.hxx>
#include <Geom_CylindricalSurface.hxx>
#include <TopExp.hxx>
#include <TopExp_Explorer.hxx>
#include <TopoDS.hxx>
#include <TopoDS_Solid.hxx>
#include <TopoDS_Wire.hxx>
#include <algorithm>
#include <cmath>
#include <gp_Ax3.hxx>

namespace goodfold::solid {

namespace {

/// An inside radius of nothing is no cylinder: this is a thousandth of what can be measured.
constexpr double kLeastRadius = 1e-5;
constexpr double kSewn = 1e-6;
constexpr double kSquare = 1e-7; // a wall that leans by less over its length does not
constexpr double kStepDeg = 3;   // of round holes that reach into the bend

/// One of the two cylinders, its u the turn and its v along the axis.
class Cylinder {
public:
    Cylinder(const part::ExactBend& bend, double thickness, double radius)
        : turnPer(radians(bend.angleDeg) / bend.allowance), upward(bend.isUp ? -1 : 1),
          surface(new Geom_CylindricalSurface(
              gp_Ax3(gp_Pnt(0, 0, bend.isUp ? thickness + bend.insideRadius : -bend.insideRadius),
                     gp_Dir(0, upward, 0), gp_Dir(0, 0, upward)),
              radius)) {}

    TopoDS_Edge edge(const Vec2& from, const Vec2& to) const {
        const gp_Pnt2d start(from.x() * turnPer, from.y() * upward), end(to.x() * turnPer, to.y() * upward);
        const Handle(Geom2d_Line) line = new Geom2d_Line(start, gp_Dir2d(gp_Vec2d(start, end)));
        TopoDS_Edge edge = BRepBuilderAPI_MakeEdge(line, surface, 0, start.Distance(end));
        BRepLib::BuildCurve3d(edge, 1e-7);
        return edge;
    }
    TopoDS_Face face(const TopoDS_Wire& outer) const { return BRepBuilderAPI_MakeFace(surface, outer); }

private:
    double turnPer, upward;
    Handle(Geom_CylindricalSurface) surface;
};

/// What is left of the zone, as outlines of straight lines: the outer one first, then what is open within it.
struct Region {
    std::vector<Polygon> outlines;
};

Polygon cornersOf(const TopoDS_Wire& wire, const TopoDS_Face& face) {
    Polygon corners;
    for (BRepTools_WireExplorer each(wire, face); each.More(); each.Next()) {
        const gp_Pnt p = BRep_Tool::Pnt(each.CurrentVertex());
        corners.emplace_back(p.X(), p.Y());
    }
    return corners;
}

std::vector<Region> regionsOf(const part::ExactBend& bend) {
    if (bend.cuts.empty()) return {{{bend.zone}}};
    std::vector<TopoDS_Shape> holes;
    for (const Path& hole : bend.cuts)
        holes.push_back(faceWithin(straight(flattened(hole, kStepDeg))));
    const TopoDS_Shape left = cut(faceWithin(straight(bend.zone)), holes);
    std::vector<Region> regions;
    for (TopExp_Explorer faces(left, TopAbs_FACE); faces.More(); faces.Next()) {
        const TopoDS_Face face = TopoDS::Face(faces.Current());
        const TopoDS_Wire outer = BRepTools::OuterWire(face);
        Region region{{cornersOf(outer, face)}};
        for (TopExp_Explorer wires(face, TopAbs_WIRE); wires.More(); wires.Next())
            if (!wires.Current().IsSame(outer))
                region.outlines.push_back(cornersOf(TopoDS::Wire(wires.Current()), face));
        regions.push_back(region);
    }
    return regions;
}

/// Square to the bend or along its axis the wall is plane; at a slant it is ruled between two helices.
TopoDS_Face wall(const TopoDS_Edge& in, const TopoDS_Edge& out, bool isSlanted) {
    if (isSlanted) return BRepFill::Face(in, out);
    const auto joined = [&](const TopoDS_Vertex& one, const TopoDS_Vertex& other) {
        return BRepBuilderAPI_MakeEdge(one, other).Edge();
    };
    BRepBuilderAPI_MakeWire round(in, joined(TopExp::LastVertex(in), TopExp::LastVertex(out)), out,
                                  joined(TopExp::FirstVertex(out), TopExp::FirstVertex(in)));
    return BRepBuilderAPI_MakeFace(round.Wire(), true);
}

/// Both skins and the walls between them, sewn up.
TopoDS_Shape between(const Region& region, const Cylinder& inside, const Cylinder& outside) {
    BRepBuilderAPI_Sewing sewing(kSewn);
    std::vector<TopoDS_Wire> inner, outer;
    for (const Polygon& outline : region.outlines) {
        BRepBuilderAPI_MakeWire within, without;
        for (size_t i = 0; i < outline.size(); ++i) {
            const Vec2& from = outline[i];
            const Vec2& to = outline[(i + 1) % outline.size()];
            const TopoDS_Edge in = inside.edge(from, to), out = outside.edge(from, to);
            within.Add(in);
            without.Add(out);
            const Vec2 way = (to - from).cwiseAbs();
            sewing.Add(wall(in, out, way.minCoeff() > kSquare));
        }
        inner.push_back(within.Wire());
        outer.push_back(without.Wire());
    }
    for (const auto& [cylinder, wires] : {std::pair(&inside, &inner), std::pair(&outside, &outer)}) {
        BRepBuilderAPI_MakeFace skin(cylinder->face(wires->front()));
        for (size_t hole = 1; hole < wires->size(); ++hole)
            skin.Add((*wires)[hole]);
        sewing.Add(skin.Face());
    }
    sewing.Perform();
    TopExp_Explorer shell(sewing.SewedShape(), TopAbs_SHELL);
    TopoDS_Solid solid = BRepBuilderAPI_MakeSolid(TopoDS::Shell(shell.Current()));
    BRepLib::OrientClosedSolid(solid);
    return solid;
}

} // namespace

TopoDS_Shape bentShape(const part::ExactBend& bend, double thickness) {
    const Cylinder inside(bend, thickness, std::max(bend.insideRadius, kLeastRadius));
    const Cylinder outside(bend, thickness, bend.insideRadius + thickness);
    std::vector<TopoDS_Shape> left;
    for (const Region& region : regionsOf(bend))
        left.push_back(between(region, inside, outside));
    return left.size() == 1 ? left.front() : together(left);
}

} // namespace goodfold::solid
