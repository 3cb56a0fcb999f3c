// Small signs painted beside words: of a leg, a bend, a finding.
#pragma once

#include "check/finding.h"

#include <QPainter>

namespace goodfold::app {

/// `order`: which bend it is, for its temper colour.
void paintBadge(QPainter& painter, const QRect& box, const job::Element& element, int order);

/// Stop is a filled square, mind a triangle, note a dot.
void paintSeverity(QPainter& painter, const QRect& box, check::Severity severity);

} // namespace goodfold::app
