// What is known of a metal, over R/T: the book's line and band, the shop's bends, and the band of what is
// known by now.
#pragma once

#include "draw/palette.h"
#include "learn/along.h"

#include <QRectF>
#include <QString>

#include <optional>

class QPainter;

namespace goodfold::draw {

struct KnownChart {
    QString title;    // "K"
    int decimals = 2; // of the figures at its side
    std::vector<learn::Along> along;
    std::vector<learn::Seen> seen;
    std::optional<learn::Seen> inHand; // ringed
    std::string tool;                  // whose bends stand out; empty: all
    double letters = 13;               // pixels
};

/// Bands are of 95 in 100. Bends in other tools are hollow; a bar through each is what it is read to.
void paintKnown(QPainter& painter, const QRectF& area, const KnownChart& chart, const Palette& palette);

} // namespace goodfold::draw
