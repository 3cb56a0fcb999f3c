// What lies on the rack, to scale: bars and sheets of one metal and size under one heading, the longest
// first.
#pragma once

#include "draw/palette.h"
#include "quantity/length.h"
#include "stock/rack_stock.h"

#include <QRectF>

#include <string>
#include <vector>

class QPainter;

namespace goodfold::draw {

/// An entry as it lies there, so that it can be pointed at.
struct PlacedStock {
    std::string id;
    QRectF box;
};

struct RackPicture {
    std::vector<stock::RackStock> entries; // those alike one after the other
    std::string lit;                       // id of the one in hand
    std::string own;                       // the section that the job in hand is cut from, in words
    double letters = 13;                   // pixels
};

/// As wide as `width`, and as high as it takes; where each entry came to lie. Without a painter it is only
/// laid out.
std::vector<PlacedStock> paintRack(QPainter* painter, double width, const RackPicture& picture,
                                   const quantity::Reading& reading, const Palette& palette);

} // namespace goodfold::draw
