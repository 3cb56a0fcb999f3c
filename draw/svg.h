// The blank as SVG at full size, one shape a path, exact circles.
#pragma once

#include "part/part.h"

#include <QByteArray>

namespace goodfold::draw {

/// Groups "cut" (outline, holes), "bend-up", "bend-down" (centrelines) and "notes". User units are mm.
QByteArray blankSvg(const part::Part& part, const QString& title);

} // namespace goodfold::draw
