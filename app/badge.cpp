#include "app/badge.h"

#include "app/theme.h"
#include "draw/blank_picture.h"
#include "draw/type.h"

#include <QPainter>

namespace goodfold::app {

Badge::Badge(const part::Element& element, int order, QWidget* parent)
    : QWidget(parent), element(element), order(order) {
    setFixedSize(30, 30);
}

void Badge::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const QPointF centre(width() / 2.0, height() / 2.0);
    const QString text = QString::fromStdString(element.id);
    const draw::Palette& p = colours();
    if (element.kind == part::Element::Kind::Bend)
        return draw::paintBendBadge(painter, centre, 13, order, text);
    painter.setPen(QPen(draw::mixed(p.face, Qt::black, 0.35), 1));
    painter.setBrush(p.face);
    painter.drawEllipse(centre, 12.5, 12.5);
    painter.setPen(draw::inkOn(p.face));
    painter.setFont(draw::typeface(text.size() > 1 ? 11 : 13, draw::Weight::SemiBold));
    painter.drawText(rect(), Qt::AlignCenter, text);
}

} // namespace goodfold::app
