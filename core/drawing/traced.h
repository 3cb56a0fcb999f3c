// A pattern of card, pointed out on its picture: corner by corner, its folds end by end. Millimetres.
#pragma once

#include "drawing/blank.h"

namespace goodfold::drawing {

struct Traced {
    struct Folded {
        Vec2 from{0, 0}, to{0, 0}; // roughly on the outline
        Fold fold;
    };
    Polygon corners; // round it, either way
    std::vector<Folded> folds;
    std::vector<Circle> holes;
};

/// Turned so that its folds stand upright, or its longest side lies. What is pointed at by eye is a little
/// off: folds within 4 degrees of the first are made to run as it does, sides within 4 degrees of square to
/// them or of alongside are made so, each through the middle of its ends, and folds go from edge to edge.
/// Each way and angle of folding is a layer, as foldsOfTraced() has them. An error where the corners enclose
/// nothing.
Result<Drawing> drawingOf(const Traced& traced);
std::map<std::string, Fold> foldsOfTraced(const Traced& traced);

} // namespace goodfold::drawing
