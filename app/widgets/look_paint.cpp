#include "app/widgets/look_paint.h"

#include "app/widgets/theme.h"

#include <algorithm>

namespace goodfold::app {

namespace {

/// A strip along one edge of a box.
QRect strip(const QRect& box, Qt::Edge edge, int width) {
    switch (edge) {
    case Qt::LeftEdge:
        return {box.left(), box.top(), width, box.height()};
    case Qt::RightEdge:
        return {box.right() + 1 - width, box.top(), width, box.height()};
    case Qt::TopEdge:
        return {box.left(), box.top(), box.width(), width};
    case Qt::BottomEdge:
        break;
    }
    return {box.left(), box.bottom() + 1 - width, box.width(), width};
}

constexpr QMargins kItem{14, 5, 26, 5}; // round the words of a menu's item
constexpr int kSignRoom = 22;           // for the icon or the tick before them
constexpr int kBeforeShortcut = 12;
constexpr int kSeparator = 9;

bool hasSigns(const QStyleOptionMenuItem& item) {
    return item.menuHasCheckableItems || item.maxIconWidth > 0;
}

void paintTick(QPainter& painter, const QRect& box) {
    const QPointF at = QRectF(box).center();
    painter.drawPolyline(QPolygonF{{at + QPointF(-4, 0), at + QPointF(-1, 3.5), at + QPointF(4.5, -3.5)}});
}

/// In the colour given: its own would not be read on what is marked.
void paintIcon(QPainter& painter, const QRect& box, const QIcon& icon, const QColor& colour) {
    const qreal scale = painter.device()->devicePixelRatioF();
    QPixmap drawn = icon.pixmap(box.size(), scale);
    QPainter over(&drawn);
    over.setCompositionMode(QPainter::CompositionMode_SourceIn);
    over.fillRect(drawn.rect(), colour);
    over.end();
    QRect place(QPoint(), drawn.deviceIndependentSize().toSize());
    place.moveCenter(box.center());
    painter.drawPixmap(place.topLeft(), drawn);
}

} // namespace

void paintBox(QPainter& painter, const QRect& box, const Dress& dress) {
    if (box.isEmpty() || !(dress.fill.isValid() || dress.line.isValid())) return;
    if (dress.radius == 0) {
        if (dress.fill.isValid()) painter.fillRect(box, dress.fill);
        if (!dress.line.isValid()) return;
        for (const Qt::Edge edge : {Qt::LeftEdge, Qt::TopEdge, Qt::RightEdge, Qt::BottomEdge})
            if (dress.lineAlong.value_or(edge) == edge)
                painter.fillRect(strip(box, edge, dress.lineWidth), dress.line);
        return;
    }
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    const double half = dress.line.isValid() ? dress.lineWidth / 2.0 : 0;
    painter.setPen(dress.line.isValid() ? QPen(dress.line, dress.lineWidth) : QPen(Qt::NoPen));
    painter.setBrush(dress.fill.isValid() ? QBrush(dress.fill) : QBrush(Qt::NoBrush));
    const QRectF on = QRectF(box).adjusted(half, half, -half, -half);
    const double radius = std::min({dress.radius - half, on.width() / 2, on.height() / 2});
    painter.drawRoundedRect(on, radius, radius);
    painter.restore();
}

void paintPane(QPainter& painter, const QRect& box, const Pane& pane) {
    paintBox(painter, box, {.fill = pane.ground, .radius = pane.radius});
    if (pane.ruled) painter.fillRect(strip(box, *pane.ruled, 1), colours().rule);
}

void paintChevron(QPainter& painter, const QRect& box) {
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(colours().faintInk, 1.5, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    const QPointF at = QRectF(box).center();
    painter.drawPolyline(
        QPolygonF{{at + QPointF(-3.75, -1.9), at + QPointF(0, 1.9), at + QPointF(3.75, -1.9)}});
    painter.restore();
}

QSize menuItemSize(const QStyleOptionMenuItem& item, const QSize& words) {
    if (item.menuItemType == QStyleOptionMenuItem::Separator) return {words.width(), kSeparator};
    const int beforeShortcut = item.text.contains(QLatin1Char('\t')) ? kBeforeShortcut : 0;
    return words.grownBy(kItem) + QSize((hasSigns(item) ? kSignRoom : 0) + beforeShortcut, 0);
}

void paintMenuItem(QPainter& painter, const QStyleOptionMenuItem& item) {
    const draw::Palette& p = colours();
    if (item.menuItemType == QStyleOptionMenuItem::Separator) {
        constexpr int kSides = 8;
        painter.fillRect(
            item.rect.adjusted(kSides, item.rect.height() / 2, -kSides, -(item.rect.height() / 2)), p.rule);
        return;
    }
    const bool isEnabled = item.state.testFlag(QStyle::State_Enabled);
    const bool isChosen = isEnabled && item.state.testFlag(QStyle::State_Selected);
    const QColor ink = isChosen ? p.scribe : isEnabled ? p.ink : p.faintInk;
    if (isChosen) paintBox(painter, item.rect, {.fill = p.marking, .radius = 4});
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setFont(item.font);
    painter.setPen(QPen(ink, 1.6, Qt::SolidLine, Qt::RoundCap, Qt::RoundJoin));
    QRect words = item.rect.marginsRemoved(kItem);
    if (hasSigns(item)) {
        const QRect sign(words.left() - 8, words.top(), kSignRoom, words.height());
        if (item.checked)
            paintTick(painter, sign);
        else if (!item.icon.isNull())
            paintIcon(painter, sign, item.icon, ink);
        words.setLeft(words.left() + kSignRoom);
    }
    const QStringList parts = item.text.split(QLatin1Char('\t'));
    constexpr int kFlags = Qt::AlignLeft | Qt::AlignVCenter | Qt::TextShowMnemonic | Qt::TextSingleLine;
    painter.drawText(words, kFlags, parts.first());
    if (parts.size() > 1)
        painter.drawText(words.adjusted(words.width() - item.reservedShortcutWidth, 0, 0, 0), kFlags,
                         parts[1]);
    if (item.menuItemType == QStyleOptionMenuItem::SubMenu) {
        const QPointF at(item.rect.right() - 12, item.rect.center().y() + 0.5);
        painter.drawPolyline(
            QPolygonF{{at + QPointF(-2, -3.5), at + QPointF(1.5, 0), at + QPointF(-2, 3.5)}});
    }
    painter.restore();
}

} // namespace goodfold::app
