// A flat face in the root frame.
#pragma once

#include "common/geometry.h"
#include "job/element.h"

#include <QVarLengthArray>

#include <vector>

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
    int liesOn = -1; // of a hole: the face of its plate, before it in the list, that it lies on as a whole
};

/// One more face, unless it is without extent.
void addFace(std::vector<Face>& faces, Face face);

/// By how much chords of what is round may turn to stand at most `off` mm off it. What is small needs fewer
/// to look round, and what is as small as `finest`, a pixel, hardly any.
double chordStepDeg(double radius, double off, double finest);

} // namespace goodfold::draw
