// Plates and bends put together to one body.
#pragma once

#include <TopoDS_Compound.hxx>
#include <TopoDS_Shape.hxx>
#include <gp_Ax3.hxx>
#include <vector>

namespace goodfold::solid {

/// Where a bend goes over into a plate: the rectangle from its frame's origin, `wide` along x and `high`
/// along y.
struct Joint {
    gp_Ax3 frame;
    double wide = 0, high = 0;
};

/// Sewn up along the joints, whose walls go. Where that leaves a gap, as where a hole lies over a joint, the
/// kernel's own ways of joining are tried; where all fail the pieces stay bodies of their own that touch.
TopoDS_Shape joined(const std::vector<TopoDS_Shape>& pieces, const std::vector<Joint>& joints);

/// mm3
double volumeOf(const TopoDS_Shape& shape);

/// Shapes as one, each for itself.
TopoDS_Compound together(const std::vector<TopoDS_Shape>& shapes);

} // namespace goodfold::solid
