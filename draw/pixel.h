// How fine what is painted on is.
#pragma once

#include <QPaintEngine>
#include <QPainter>

#include <cmath>

namespace goodfold::draw {

/// The side of a pixel of the screen in the painter's units; 0 on paper and in a drawing of lines, where
/// nothing is too small to be drawn.
inline double pixelOf(const QPainter& painter) {
    if (painter.paintEngine()->type() != QPaintEngine::Raster) return 0;
    const QTransform onDevice = painter.deviceTransform();
    return 1 / std::hypot(onDevice.m11(), onDevice.m12());
}

} // namespace goodfold::draw
