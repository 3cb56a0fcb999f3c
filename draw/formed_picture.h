// The formed part painted as one vector scene; the same code for the window, step pictures and paper.
#pragma once

#include "draw/camera.h"
#include "draw/palette.h"
#include "draw/scene.h"

#include <QPainter>

namespace goodfold::draw {

struct SeenFace {
    QVarLengthArray<QPointF, 6> outline;
    QVarLengthArray<bool, 6> inked;
    job::Element about;
    Face::Side side;
    int bendOrder;
    double light; // 0 to 1: how squarely it looks at the viewer
    bool isSeenThrough = false;

    void fill(QPainter& painter) const {
        painter.drawConvexPolygon(outline.data(), static_cast<int>(outline.size()));
    }
    /// Whether a square with sides of less than that would hold it.
    bool isWithin(double side) const;
};

/// What the camera sees, back to front; in the place of what was seen before, if there is any.
std::vector<SeenFace> look(const Scene& scene, const Camera& camera, std::vector<SeenFace> before = {});

/// `lit` are told apart by a heavier outline as well as by colour.
void paintFormed(QPainter& painter, const std::vector<SeenFace>& seen, const Palette& palette,
                 const std::vector<job::Element>& lit);

/// The frontmost thing at a point; holes come before the plate they are in. Nothing where there is none.
job::Element elementAt(const std::vector<SeenFace>& seen, const QPointF& point);

} // namespace goodfold::draw
