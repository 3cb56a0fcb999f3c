#include "app/ribbon_view.h"

#include "app/theme.h"
#include "draw/blank_picture.h"
#include "part/mark.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include <algorithm>

namespace goodfold::app {

RibbonView::RibbonView(Document& document, double textSize, QWidget* parent)
    : QWidget(parent), document(document), textSize(textSize) {
    setMouseTracking(true);
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("Blank with its marks"));
    setAccessibleDescription(tr("Left and right go from mark to mark."));
    const auto repaint = [this] { update(); };
    connect(&document, &Document::changed, this, repaint);
    connect(&document, &Document::selectionChanged, this, repaint);
}

QRectF RibbonView::area() const {
    return QRectF(rect()).adjusted(34, 6, -34, -4);
}

QPointF RibbonView::onScreen(const Vec2& flat) const {
    return draw::layOutBlank(document.part(), area(), textSize)
        .screenFromFlat.map(QPointF(flat.x(), flat.y()));
}

Element RibbonView::elementAt(const QPointF& point) const {
    return draw::blankElementAt(document.part(), draw::layOutBlank(document.part(), area(), textSize), point);
}

void RibbonView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const auto layout = draw::layOutBlank(document.part(), area(), textSize);
    draw::paintBlank(painter, document.part(), layout, document.reading(), colours(), document.lit());
    if (!hasFocus()) return;
    painter.setPen(QPen(colours().accent, 2));
    painter.setBrush(Qt::NoBrush);
    painter.drawRect(rect().adjusted(1, 1, -1, -1));
}

void RibbonView::mousePressEvent(QMouseEvent* event) {
    document.select(elementAt(event->position()));
}

void RibbonView::mouseMoveEvent(QMouseEvent* event) {
    document.setHovered(elementAt(event->position()));
}

void RibbonView::leaveEvent(QEvent*) {
    document.setHovered({});
}

void RibbonView::keyPressEvent(QKeyEvent* event) {
    if (event->key() != Qt::Key_Left && event->key() != Qt::Key_Right) return QWidget::keyPressEvent(event);
    std::vector<Element> marks;
    for (const part::Mark& mark : part::marksOf(document.part()))
        if (mark.kind == part::Mark::Kind::BendCentre || mark.kind == part::Mark::Kind::HoleCentre)
            marks.push_back(mark.about);
    if (marks.empty()) return;
    auto here = std::find(marks.begin(), marks.end(), document.selected());
    if (here == marks.end())
        here = event->key() == Qt::Key_Right ? marks.begin() : marks.end() - 1;
    else if (event->key() == Qt::Key_Right && here + 1 != marks.end())
        ++here;
    else if (event->key() == Qt::Key_Left && here != marks.begin())
        --here;
    document.select(*here);
}

} // namespace goodfold::app
