// The part as flat faces in the root frame, ready to be looked at from anywhere.
#pragma once

#include "job/element.h"
#include "part/fold.h"

#include <QVarLengthArray>

namespace goodfold::draw {

struct Face {
    enum class Side { Face, Back, Rim, Hole, Tool };
    // Held in place up to six: a picture has a thousand faces and is made anew on every edit.
    QVarLengthArray<Vec3, 6> corners; // convex, counter-clockwise as seen from outside
    QVarLengthArray<bool, 6> inked;   // whether the edge from each corner to the next is an edge of the part
    Vec3 normal;                      // unit, outward
    job::Element about;
    Side side = Side::Rim;
    int bendOrder = -1;         // for a bend zone: its place in the order of bending
    bool isSeenThrough = false; // of a tool: it stands between the viewer and the bend
};

struct Scene {
    std::vector<Face> faces;
    std::vector<Vec3> points; // all corners, for fitting
};

Scene sceneOf(const part::Part& part, const part::Folded& folded);

/// A body that is not the part: its section runs counter-clockwise in x and z, so seen along y from behind,
/// and goes along y.
void addPrism(Scene& scene, const Pose3& pose, const Polygon& section, double from, double to,
              bool isSeenThrough);

/// Back to front for a viewer in direction `towardViewer` (unit, root frame): faces turned away are left
/// out, faces that stand in each other's way are split.
std::vector<Face> backToFront(const Scene& scene, const Vec3& towardViewer);

} // namespace goodfold::draw
