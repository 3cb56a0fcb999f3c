// The blank to scale, dyed marking-out blue with bright scribed lines, over its running dimensions.
#pragma once

#include "draw/palette.h"
#include "job/element.h"
#include "part/part.h"
#include "quantity/length.h"

#include <QPainter>
#include <QTransform>

namespace goodfold::draw {

/// Where the blank lies on the screen: as large as it fits above its rule of dimensions.
struct BlankLayout {
    QRectF area;               // all there is; the dimensions' figures may spread over it
    QRectF blank;              // the outline's bounding box
    double ruleY;              // the base line of the running dimensions
    double ruleX;              // that of a sheet's second ones, from its lower edge up
    QTransform screenFromFlat; // y upward in the flat, downward on the screen
    double textSize;
};

/// Where the blank's datum-side corner stays and how large it is while something on it is dragged.
struct BlankHold {
    double left;  // of the flat's x = 0, on the screen
    double scale; // pixels per mm
};

BlankLayout layOutBlank(const part::Part& part, const QRectF& area, double textSize,
                        const std::optional<BlankHold>& hold = {});

void paintBlank(QPainter& painter, const part::Part& part, const BlankLayout& layout,
                const quantity::Reading& reading, const Palette& palette,
                const std::vector<job::Element>& lit);

/// Hole, bend strip or plate under a point; nothing outside the blank.
job::Element blankElementAt(const part::Part& part, const BlankLayout& layout, const QPointF& point);

/// A bend's number on its diamond, as it stands on blank, ladder and paper.
void paintBendBadge(QPainter& painter, const QPointF& centre, double size, int order, const QString& number);

} // namespace goodfold::draw
