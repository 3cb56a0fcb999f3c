#include "app/bracket/ribbon_view.h"

#include "app/base/frame.h"
#include "app/widgets/pressed.h"
#include "app/widgets/reader_role.h"
#include "app/widgets/theme.h"
#include "part/mark.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include <algorithm>

namespace goodfold::app {

RibbonView::RibbonView(Document& document, double textSize, QWidget* parent)
    : QWidget(parent), document(document), textSize(textSize), dragging(new DragSession(document, this)) {
    setMouseTracking(true);
    setFocusPolicy(Qt::StrongFocus);
    readAs(*this, QAccessible::Graphic);
    setAccessibleName(tr("Blank with its marks"));
    setAccessibleDescription(
        tr("Left and right go from mark to mark. Holes, bend lines and ends can be dragged; digits typed "
           "meanwhile are the figure."));
    const auto repaint = [this] { update(); };
    constexpr int kSettled = 120; // ms
    constexpr size_t kLarge = 60; // holes and bends that are drawn smooth within a frame
    settling.setSingleShot(true);
    settling.setInterval(kSettled);
    connect(&settling, &QTimer::timeout, this, qOverload<>(&QWidget::update));
    connect(&document, &Document::changed, this, [this] {
        const bool isLarge = part().holes.size() + part().bends.size() > kLarge;
        if (isLarge) settling.start();
        refreshTwin();
        if (isLarge)
            QTimer::singleShot(2 * kFrame, this, qOverload<>(&QWidget::update));
        else
            update();
    });
    connect(&document, &Document::selectionChanged, this, repaint);
    connect(&document, &Document::planTaken, this, [this] {
        refreshTwin();
        update();
    });
}

void RibbonView::showOppositeHand(bool on) {
    showsTwin = on;
    refreshTwin();
    update();
}

void RibbonView::showWork(std::optional<int> bend, const std::vector<int>& made) {
    inWork = bend;
    bent = made;
    update();
}

void RibbonView::showSet(part::Part part) {
    set = std::move(part);
    update();
}

void RibbonView::paintWork(QPainter& painter) const {
    const QTransform screen = layOut().screenFromFlat;
    const auto at = [&](const Vec2& flat) { return screen.map(QPointF(flat.x(), flat.y())); };
    const draw::Palette& p = colours();
    QColor shade = p.paper;
    shade.setAlphaF(0.55F);
    const auto count = static_cast<int>(part().bends.size()); // a plan may be older than the part
    for (const int index : bent) {
        if (index >= count) continue;
        QPolygonF zone;
        for (const Vec2& corner : part().bends[static_cast<size_t>(index)].zoneInFlat)
            zone << at(corner);
        painter.setPen(Qt::NoPen);
        painter.setBrush(shade);
        painter.drawPolygon(zone);
        painter.setBrush(QBrush(p.marking, Qt::BDiagPattern));
        painter.drawPolygon(zone);
    }
    if (!inWork || *inWork >= count) return;
    const part::PartBend& bend = part().bends[static_cast<size_t>(*inWork)];
    const Vec2 by = (bend.setLine ? bend.setLine->fromNear : bend.allowance / 2) * bend.across;
    const QLineF line(at(bend.near.from + by), at(bend.near.to + by));
    for (const auto& [ink, wide] : {std::pair(p.paper, 7.0), std::pair(p.mind, 4.0)}) {
        painter.setPen(QPen(ink, wide, Qt::SolidLine, Qt::RoundCap));
        painter.drawLine(line);
    }
}

void RibbonView::refreshTwin() {
    twin.reset();
    if (showsTwin) twin = document.oppositePart();
}

QRectF RibbonView::area() const {
    return QRectF(rect()).adjusted(px(34), 6, -px(34), -4);
}

draw::BlankLayout RibbonView::layOut() const {
    return draw::layOutBlank(part(), area(), textSize * textScale(), hold);
}

QPointF RibbonView::onScreen(const Vec2& flat) const {
    return layOut().screenFromFlat.map(QPointF(flat.x(), flat.y()));
}

Element RibbonView::elementAt(const QPointF& point) const {
    return draw::blankElementAt(part(), layOut(), point);
}

std::optional<edit::Grip> RibbonView::gripAt(const QPointF& point) const {
    if (twin || set) return {};
    const Element element = elementAt(point);
    if (const auto grip = edit::gripOf(document.job(), element)) return grip;
    if (document.job().stock.form == job::StockForm::Sheet) return {};
    constexpr double kReach = 9; // pixels
    const QRectF blank = layOut().blank;
    if (point.y() < blank.top() - kReach || point.y() > blank.bottom() + kReach) return {};
    const part::Part& shown = part();
    if (std::abs(point.x() - blank.left()) < kReach)
        return edit::Grip{edit::Grip::Kind::Start, shown.plates[static_cast<size_t>(shown.root)].id};
    if (std::abs(point.x() - blank.right()) > kReach) return {};
    const auto last = std::find_if(shown.plates.begin(), shown.plates.end(),
                                   [](const part::PartPlate& plate) { return plate.childBends.empty(); });
    return edit::Grip{edit::Grip::Kind::End, last->id};
}

int RibbonView::plateOf(const edit::Grip& grip) const {
    return grip.isOfHole() ? part().holes[static_cast<size_t>(part().holeIndex(grip.id))].plate
                           : part().plateIndex(grip.id);
}

void RibbonView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing, !settling.isActive());
    draw::paintBlank(painter, part(), layOut(), document.reading(), colours(), document.lit());
    paintWork(painter);
    dragging->paint(painter);
    if (!hasFocus()) return;
    painter.setPen(QPen(colours().accent, 2));
    painter.setBrush(Qt::NoBrush);
    painter.drawRect(rect().adjusted(1, 1, -1, -1));
}

void RibbonView::mousePressEvent(QMouseEvent* event) {
    dragging->closeEditor();
    setFocus(Qt::MouseFocusReason);
    if (selectPressed(document, elementAt(event->position()), *event)) return;
    const auto grip = gripAt(event->position());
    if (!grip || event->button() != Qt::LeftButton) return;
    const draw::BlankLayout now = layOut();
    const double scale = now.screenFromFlat.m11();
    hold = draw::BlankHold{now.screenFromFlat.map(QPointF(0, 0)).x(), scale};
    const Eigen::Matrix2d flatFromPlate =
        part().plates[static_cast<size_t>(plateOf(*grip))].flatFromPlate.linear();
    const auto onScreenAxis = [&](const Vec2& axis) {
        const Vec2 inFlat = flatFromPlate * axis;
        return QPointF(scale * inFlat.x(), -scale * inFlat.y());
    };
    dragging->begin(*grip, event->position(), {onScreenAxis({1, 0}), onScreenAxis({0, 1})});
}

void RibbonView::mouseMoveEvent(QMouseEvent* event) {
    if (dragging->isActive()) return dragging->moveTo(event->position(), event->modifiers());
    const auto grip = gripAt(event->position());
    setCursor(!grip ? Qt::ArrowCursor
              : grip->kind == edit::Grip::Kind::End || grip->kind == edit::Grip::Kind::Start ||
                      grip->kind == edit::Grip::Kind::BendLine
                  ? Qt::SizeHorCursor
                  : Qt::SizeAllCursor);
    document.setHovered(elementAt(event->position()));
}

void RibbonView::mouseReleaseEvent(QMouseEvent*) {
    dragging->end();
    hold.reset();
    update();
}

void RibbonView::leaveEvent(QEvent*) {
    document.setHovered({});
}

void RibbonView::keyPressEvent(QKeyEvent* event) {
    if (dragging->isActive() && !event->text().isEmpty() && event->text().front().isPrint()) {
        hold.reset();
        return dragging->typeOver(event->text());
    }
    if (event->key() != Qt::Key_Left && event->key() != Qt::Key_Right) return QWidget::keyPressEvent(event);
    std::vector<Element> marks;
    for (const part::Mark& mark : part::marksOf(part()))
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
