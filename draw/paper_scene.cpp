#include "draw/paper_scene.h"

#include <QPainter>

namespace goodfold::draw {

/// Its lines are drawn for a screen, four of whose pixels are a millimetre here.
std::vector<SeenFace> paintOnPaper(QPainter& painter, const Scene& scene, Camera camera) {
    constexpr double kPixels = 4;
    camera.pixelsPerMm *= kPixels;
    camera.centre *= kPixels;
    auto seen = look(scene, camera);
    painter.save();
    painter.scale(1 / kPixels, 1 / kPixels);
    paintFormed(painter, seen, Palette::print(), {});
    painter.restore();
    for (SeenFace& face : seen)
        for (QPointF& corner : face.outline)
            corner /= kPixels;
    return seen;
}

} // namespace goodfold::draw
