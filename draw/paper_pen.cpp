#include "draw/paper_pen.h"

namespace goodfold::draw {

void PaperPen::pen(double width, Qt::PenStyle style) {
    QPen pen(Qt::black, width, style, Qt::FlatCap);
    painter.setPen(pen);
    painter.setBrush(Qt::NoBrush);
}

void PaperPen::dashed(double width, const QList<qreal>& millimetres) {
    QPen pen(Qt::black, width, Qt::SolidLine, Qt::FlatCap);
    QList<qreal> inWidths;
    for (const qreal mm : millimetres)
        inWidths << mm / width;
    pen.setDashPattern(inWidths);
    painter.setPen(pen);
}

/// Fonts have whole pixel sizes; text is set in tenths of a millimetre.
void PaperPen::text(const QPointF& baseline, const QString& says, double size, Weight weight,
                    Qt::Alignment alignment) {
    constexpr double kUnit = 0.1;
    painter.save();
    painter.setFont(typeface(size / kUnit, weight));
    const double width = QFontMetricsF(painter.font(), painter.device()).horizontalAdvance(says) * kUnit;
    const double shift = alignment & Qt::AlignHCenter ? width / 2 : alignment & Qt::AlignRight ? width : 0;
    painter.translate(baseline - QPointF(shift, 0));
    painter.scale(kUnit, kUnit);
    painter.setPen(Qt::black);
    painter.drawText(QPointF(0, 0), says);
    painter.restore();
}

double PaperPen::textWidth(const QString& says, double size, Weight weight) const {
    constexpr double kUnit = 0.1;
    return QFontMetricsF(typeface(size / kUnit, weight), painter.device()).horizontalAdvance(says) * kUnit;
}

} // namespace goodfold::draw
