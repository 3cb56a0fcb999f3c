// A step of bending painted so that it can be read without words: the legs by letter, the line that is set,
// the way of what moves and how far, and where hand, pipe or hammer acts. The same for the window and for
// paper.
#pragma once

#include "draw/formed_picture.h"
#include "draw/step_scene.h"

namespace goodfold::draw {

struct StepWords {
    QString angle;                 // at the end of the swing: "60.8°"
    QString flushWith;             // "in line with the jaw top"
    QString planned;               // at a line that was moved from there
    bool namesBodies = true;       // of the tool
    double textSize = 13;          // pixels
    std::vector<job::Element> lit; // told apart
};

/// `seen` is the scene as the camera sees it; `area` keeps the words inside.
void paintStep(QPainter& painter, const StepScene& made, const Camera& camera,
               const std::vector<SeenFace>& seen, const Palette& palette, const StepWords& words,
               const QRectF& area);

} // namespace goodfold::draw
