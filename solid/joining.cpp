#include "solid/joining.h"

#include <BOPAlgo_GlueEnum.hxx>
#include <BRepAlgoAPI_Fuse.hxx>
#include <BRepBuilderAPI_MakeSolid.hxx>
#include <BRepBuilderAPI_Sewing.hxx>
#include <BRepGProp.hxx>
#include <BRepLib.hxx>
#include <BRep_Builder.hxx>
#include <BRep_Tool.hxx>
#include <GProp_GProps.hxx>
#include <TopExp_Explorer.hxx>
#include <TopTools_ListOfShape.hxx>
#include <TopoDS.hxx>
#include <TopoDS_Solid.hxx>
#include <algorithm>
#include <cmath>
#include <gp_Trsf.hxx>

namespace goodfold::solid {

namespace {

/// Faces nearer to one another than this are one.
constexpr double kAlike = 1e-6;
/// Of volume: by how much a body may differ from its pieces, a share of them.
constexpr double kLost = 1e-7;

gp_Pnt middleOf(const TopoDS_Face& face) {
    GProp_GProps area;
    BRepGProp::SurfaceProperties(face, area);
    return area.CentreOfMass();
}

bool liesIn(const Joint& joint, const TopoDS_Face& face) {
    gp_Trsf jointFromRoot;
    jointFromRoot.SetTransformation(joint.frame);
    for (TopExp_Explorer each(face, TopAbs_VERTEX); each.More(); each.Next())
        if (std::abs(BRep_Tool::Pnt(TopoDS::Vertex(each.Current())).Transformed(jointFromRoot).Z()) > kAlike)
            return false;
    const gp_Pnt middle = middleOf(face).Transformed(jointFromRoot);
    return std::abs(middle.Z()) <= kAlike && middle.X() > 0 && middle.X() < joint.wide && middle.Y() > 0 &&
           middle.Y() < joint.high;
}

/// Null where gaps are left.
TopoDS_Shape sewn(const std::vector<TopoDS_Shape>& pieces, const std::vector<Joint>& joints) {
    BRepBuilderAPI_Sewing sewing(kAlike);
    for (const TopoDS_Shape& piece : pieces)
        for (TopExp_Explorer each(piece, TopAbs_FACE); each.More(); each.Next()) {
            const TopoDS_Face face = TopoDS::Face(each.Current());
            const bool isInside = std::any_of(joints.begin(), joints.end(),
                                              [&](const Joint& joint) { return liesIn(joint, face); });
            if (!isInside) sewing.Add(face);
        }
    sewing.Perform();
    TopExp_Explorer shell(sewing.SewedShape(), TopAbs_SHELL);
    if (sewing.NbFreeEdges() > 0 || !shell.More()) return {};
    TopoDS_Solid solid = BRepBuilderAPI_MakeSolid(TopoDS::Shell(shell.Current()));
    BRepLib::OrientClosedSolid(solid);
    shell.Next();
    return shell.More() ? TopoDS_Shape() : solid;
}

TopoDS_Shape fused(const std::vector<TopoDS_Shape>& pieces, double alike, BOPAlgo_GlueEnum glue) {
    TopTools_ListOfShape first, others;
    first.Append(pieces.front());
    for (size_t i = 1; i < pieces.size(); ++i)
        others.Append(pieces[i]);
    BRepAlgoAPI_Fuse fusing;
    fusing.SetArguments(first);
    fusing.SetTools(others);
    fusing.SetFuzzyValue(alike);
    fusing.SetGlue(glue);
    fusing.Build();
    return fusing.IsDone() ? fusing.Shape() : TopoDS_Shape();
}

} // namespace

TopoDS_Shape joined(const std::vector<TopoDS_Shape>& pieces, const std::vector<Joint>& joints) {
    double sum = 0;
    for (const TopoDS_Shape& piece : pieces)
        sum += volumeOf(piece);
    const auto holdsAll = [&](const TopoDS_Shape& shape) {
        return !shape.IsNull() && std::abs(volumeOf(shape) - sum) <= kLost * sum;
    };
    if (const TopoDS_Shape whole = sewn(pieces, joints); holdsAll(whole)) return whole;
    for (const auto& [alike, glue] : {std::pair(kAlike, BOPAlgo_GlueShift),
                                      std::pair(kAlike, BOPAlgo_GlueOff), std::pair(0.0, BOPAlgo_GlueOff)})
        if (const TopoDS_Shape whole = fused(pieces, alike, glue); holdsAll(whole)) return whole;
    return together(pieces);
}

double volumeOf(const TopoDS_Shape& shape) {
    GProp_GProps mass;
    BRepGProp::VolumeProperties(shape, mass);
    return mass.Mass();
}

TopoDS_Compound together(const std::vector<TopoDS_Shape>& shapes) {
    TopoDS_Compound all;
    BRep_Builder builder;
    builder.MakeCompound(all);
    for (const TopoDS_Shape& shape : shapes)
        builder.Add(all, shape);
    return all;
}

} // namespace goodfold::solid
