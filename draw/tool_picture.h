// A tool's cross-section to scale, its figures on it as dimensions.
#pragma once

#include "draw/palette.h"
#include "quantity/length.h"
#include "tool/tool.h"

#include <QRectF>
#include <QString>

#include <string>
#include <vector>

class QPainter;

namespace goodfold::draw {

/// A figure as it stands on the drawing, so that it can be pointed at.
struct ToolFigure {
    std::string key; // as in tool::Dimension
    QRectF box;
};

/// `close`: the clamp or die itself, else what stands round it. `lit`: key of the figure in hand. Empty where
/// the tool has nothing round it.
std::vector<ToolFigure> paintTool(QPainter& painter, const QRectF& area, const tool::Tool& tool, bool close,
                                  const quantity::Reading& reading, const Palette& palette,
                                  const std::string& lit);

/// Whether anything stands round it that is worth a drawing of its own.
bool hasSurroundings(const tool::Tool& tool);

} // namespace goodfold::draw
