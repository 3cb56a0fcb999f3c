// A batch's readings of one measure, piece after piece: where the process lies, and between which limits
// bolts go in.
#pragma once

#include "bench/control.h"
#include "draw/palette.h"

#include <QRectF>

class QPainter;

namespace goodfold::draw {

/// Limits of the final check as lines, those of the process dashed, the mean between them; a piece that is
/// beyond the final check is a square, the last one is ringed.
void paintControl(QPainter& painter, const QRectF& area, const bench::Chart& chart, const QString& title,
                  const Palette& palette, double letters);

} // namespace goodfold::draw
