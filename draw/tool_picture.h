// A tool to scale, its figures on it as dimensions.
#pragma once

#include "draw/palette.h"
#include "quantity/length.h"
#include "tool/dimensions.h"

#include <QRectF>
#include <QString>

#include <string>
#include <vector>

class QPainter;

namespace goodfold::draw {

/// A figure as it stands on the drawing, so that it can be pointed at.
struct PlacedDimension {
    std::string key; // as in tool::Dimension
    QRectF box;
};

/// `lit`: key of the figure in hand. Empty where there is nothing to dimension in that view.
std::vector<PlacedDimension> paintTool(QPainter& painter, const QRectF& area, const tool::Tool& tool,
                                       tool::View view, const quantity::Reading& reading,
                                       const Palette& palette, const std::string& lit);

/// Whether the tool has anything to dimension in that view.
bool isWorthDrawing(const tool::Tool& tool, tool::View view);

} // namespace goodfold::draw
