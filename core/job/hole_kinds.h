// Kinds of hole: what each is called, and which figures its shape has. One row a kind, for reading and
// writing files, checking, panels and changing one into another. What a shape looks like stands in
// part/hole_shape.
#pragma once

#include "job/hole.h"

#include <string_view>

namespace goodfold::job {

/// One figure of a shape, besides the diameter or width that all but cut-outs have.
struct HoleFigure {
    double Hole::*value;
    std::string_view key;    // in the file
    std::string_view name;   // on a panel, and read aloud: "Corner radius"
    std::string_view before; // what stands before it on a panel: "corners R"
    std::string_view says;   // in "Hole h1's length over its round ends must be from ..."
    double (*least)(const Hole&);
    double (*most)(const Hole&);
    double (*usual)(double diameter); // of a hole that has just become one of this kind
    bool isAngle = false;
    bool mayBeLeftOut = false;  // of a file, where it is 0
    bool isBesideWidth = false; // on a panel: on the first line, next to the width
};

struct HoleKind {
    Hole::Kind kind;
    std::string_view key;      // in the file: "arc-slot"
    std::string_view name;     // "arc slot"
    std::string_view sign;     // on a panel: "ø"
    std::string_view noun;     // of the word that adds one: "key hole"
    std::string_view diameter; // what its diameter is called on a panel; empty for a cut-out, which has none
    bool canBeTurned = true;
    std::vector<HoleFigure> figures = {};
};

/// In the order that panels offer them.
const std::vector<HoleKind>& holeKinds();
const HoleKind& rowOf(Hole::Kind kind);

/// Gives a hole another shape of about its size: a slot half as long again, a slot about a pivot, and so on.
void makeKind(Hole& hole, Hole::Kind kind);

} // namespace goodfold::job
