#include "app/widgets/signs.h"

#include "app/widgets/theme.h"
#include "draw/blank_picture.h"

namespace goodfold::app {

void paintBadge(QPainter& painter, const QRect& box, const job::Element& element, int order) {
    const QPointF centre = QRectF(box).center();
    const QString text = QString::fromStdString(element.id);
    const draw::Palette& p = colours();
    if (element.kind == job::Element::Kind::Bend)
        return draw::paintBendBadge(painter, centre, box.width() * 0.43, order, text);
    painter.setPen(QPen(draw::mixed(p.face, Qt::black, 0.35), 1));
    painter.setBrush(p.face);
    painter.drawEllipse(centre, box.width() * 0.41, box.width() * 0.41);
    painter.setPen(draw::inkOn(p.face));
    painter.setFont(textFont(text.size() > 1 ? 11 : 14, draw::Weight::SemiBold));
    painter.drawText(box, Qt::AlignCenter, text);
}

void paintSeverity(QPainter& painter, const QRect& place, check::Severity severity) {
    painter.setPen(Qt::NoPen);
    const QRectF box = QRectF(place).adjusted(2, 2, -2, -2);
    switch (severity) {
    case check::Severity::Stop:
        painter.setBrush(colours().stop);
        return painter.drawRect(box.adjusted(1, 1, -1, -1));
    case check::Severity::Mind:
        painter.setBrush(colours().mind);
        painter.drawPolygon(
            QPolygonF{QPointF(box.center().x(), box.top()), box.bottomRight(), box.bottomLeft()});
        return;
    case check::Severity::Note:
        painter.setBrush(colours().ink);
        painter.drawEllipse(box.center(), box.width() * 0.32, box.width() * 0.32);
    }
}

} // namespace goodfold::app
