// Exact bodies as shapes of the modelling kernel. Millimetres; the root frame. All throw what the kernel
// throws.
#pragma once

#include "part/exact_body.h"

#include <TopoDS_Face.hxx>
#include <TopoDS_Shape.hxx>
#include <gp_Trsf.hxx>

namespace goodfold::solid {

/// One solid of plates and bends, cuts taken out; several that touch where they cannot be joined.
TopoDS_Shape shapeOf(const part::ExactBody& body);

/// What is bent, true cylinders within and without. A side that leaves the bend at a slant is the ruled face
/// between two helices.
TopoDS_Shape bentShape(const part::ExactBend& bend, double thickness);

/// The face within an outline, in the plane z = 0.
TopoDS_Face faceWithin(const Path& outline);

gp_Trsf inKernel(const Pose3& pose);

/// One shape without another's part of it; the first where there is no other.
TopoDS_Shape cut(const TopoDS_Shape& shape, const std::vector<TopoDS_Shape>& away);

} // namespace goodfold::solid
