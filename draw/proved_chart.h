// Tools as they proved: where each one's line is to be set, and how far its angles scatter, beside what the
// book says.
#pragma once

#include "draw/palette.h"
#include "learn/taught.h"

#include <QRectF>
#include <QString>

#include <functional>

class QPainter;

namespace goodfold::draw {

struct ProvedRow {
    QString tool;
    learn::Proved proved;
};

struct ProvedChart {
    std::vector<ProvedRow> rows;
    double bookOffsetSigma = 0;                // mm, of a tool that nobody tried
    std::function<QString(double mm)> asReads; // a size with its sign as the reader has it
    double letters = 13;                       // pixels
};

/// So wide: names that are long for it take two lines.
double heightOf(const ProvedChart& chart, double width);

/// Bars are of 95 in 100.
void paintProved(QPainter& painter, const QRectF& area, const ProvedChart& chart, const Palette& palette);

} // namespace goodfold::draw
