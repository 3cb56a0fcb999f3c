// Lines and words on paper, for a painter whose unit is a millimetre.
#pragma once

#include "draw/type.h"

#include <QPainter>

namespace goodfold::draw {

// All in millimetres on the paper.
inline constexpr double kHair = 0.1, kThin = 0.18, kBold = 0.35;
inline constexpr double kSmallText = 2.6, kText = 3.2, kLargeText = 5;

class PaperPen {
public:
    explicit PaperPen(QPainter& painter) : painter(painter) {}

    void pen(double width, Qt::PenStyle style = Qt::SolidLine);
    /// Dash and gap by turns, in millimetres.
    void dashed(double width, const QList<qreal>& millimetres);
    void text(const QPointF& baseline, const QString& says, double size, Weight weight = Weight::Regular,
              Qt::Alignment alignment = Qt::AlignLeft);
    double textWidth(const QString& says, double size, Weight weight) const;

protected:
    QPainter& painter;
};

} // namespace goodfold::draw
