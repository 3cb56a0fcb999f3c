// Lines and words on paper, for a painter whose unit is a millimetre.
#pragma once

#include "draw/type.h"

#include <QPainter>

namespace goodfold::draw {

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
