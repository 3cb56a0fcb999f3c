#include "app/bending/step_view.h"

#include "app/widgets/theme.h"
#include "text/reasons.h"

#include <QApplication>
#include <QMouseEvent>
#include <QPainter>

#include <algorithm>
#include <cmath>

namespace goodfold::app {

StepView::StepView(Size size, QWidget* parent) : QWidget(parent), size(size) {
    camera.yawDeg = 32;
    camera.pitchDeg = 22;
    if (size == Size::Small) setCursor(Qt::PointingHandCursor);
}

QSize StepView::minimumSizeHint() const {
    return size == Size::Large ? QSize(320, 220) : QSize(px(150), px(112));
}

void StepView::show(std::shared_ptr<const Planned> newPlan, const sequence::Operation& newWay,
                    sequence::BendSet newBefore, double degrees,
                    const std::optional<sequence::Obstacle>& newObstacle) {
    planned = std::move(newPlan);
    operation = newWay;
    before = newBefore;
    turnedDeg = degrees;
    obstacle = newObstacle;
    rebuild();
}

void StepView::clear() {
    planned.reset();
    seen.clear();
    update();
}

void StepView::setTurned(double degrees) {
    turnedDeg = degrees;
    rebuild();
}

void StepView::setChosen(bool on) {
    chosen = on;
    update();
}

void StepView::rebuild() {
    if (!planned) return;
    made = draw::stepSceneOf(planned->part(), operation, before, turnedDeg, obstacle);
    look();
}

void StepView::look() {
    if (!planned) return;
    const double margin = size == Size::Large ? 18 : 8;
    const double foot = size == Size::Small ? px(22) : 0;
    camera =
        draw::fitted(camera, made.fitted, QRectF(rect()).adjusted(margin, margin, -margin, -margin - foot));
    seen = draw::look(made.scene, camera);
    update();
}

void StepView::resizeEvent(QResizeEvent*) {
    look();
}

void StepView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    const draw::Palette& p = colours();
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setClipRect(rect().adjusted(1, 1, -1, -1));
    std::vector<job::Element> lit;
    if (obstacle) lit.push_back(obstacle->one);
    draw::paintFormed(painter, seen, p, lit);
    paintMeeting(painter);
    if (size == Size::Large) return;
    painter.setFont(textFont(12, chosen ? draw::Weight::SemiBold : draw::Weight::Regular));
    painter.fillRect(QRect(0, height() - px(22), width(), px(22)), p.panel);
    painter.setPen(p.ink);
    painter.drawText(QRect(px(8), height() - px(22), width() - px(12), px(20)),
                     Qt::AlignLeft | Qt::AlignVCenter,
                     painter.fontMetrics().elidedText(caption, Qt::ElideRight, width() - px(14)));
    painter.setPen(QPen(chosen ? p.accent : p.rule, chosen ? 2.4 : 1));
    painter.setBrush(Qt::NoBrush);
    painter.drawRoundedRect(QRectF(rect()).adjusted(1.5, 1.5, -1.5, -1.5), 6, 6);
}

/// A ring round the place, over whatever lies before it, and the two that meet by name.
void StepView::paintMeeting(QPainter& painter) const {
    constexpr double kShown = 0.6; // degrees before they do
    if (!made.meeting || turnedDeg < obstacle->atDeg - kShown) return;
    const draw::Palette& p = colours();
    const QPointF at = camera.toScreen(*made.meeting);
    const double ring = px(11);
    painter.setBrush(Qt::NoBrush);
    for (const auto& [ink, width] : {std::pair(p.paper, 5.0), std::pair(p.stop, 2.4)}) {
        painter.setPen(QPen(ink, width));
        painter.drawEllipse(at, ring, ring);
    }
    painter.setBrush(p.stop);
    painter.setPen(Qt::NoPen);
    painter.drawEllipse(at, 2.5, 2.5);
    const QString says = tr("%1 meets %2")
                             .arg(QString::fromStdString(job::nameOf(obstacle->one)),
                                  QString::fromStdString(text::metBy(*obstacle)));
    painter.setFont(textFont(13, draw::Weight::SemiBold));
    QRectF box = painter.fontMetrics().boundingRect(says).toRectF().adjusted(-6, -3, 6, 3);
    box.moveCenter({at.x(), at.y() - ring - box.height()});
    box.moveLeft(std::clamp(box.left(), 6.0, std::max(6.0, width() - box.width() - 6)));
    painter.setPen(QPen(p.stop, 1.2));
    painter.setBrush(p.paper);
    painter.drawRoundedRect(box, 4, 4);
    painter.setPen(p.ink);
    painter.drawText(box, Qt::AlignCenter, says);
}

void StepView::mousePressEvent(QMouseEvent* event) {
    dragFrom = event->position();
    isDragged = false;
    emit clicked();
}

void StepView::mouseReleaseEvent(QMouseEvent* event) {
    if (std::exchange(isDragged, false)) emit dropped(mapToParent(event->pos()));
    if (size == Size::Small) setCursor(Qt::PointingHandCursor);
}

void StepView::mouseMoveEvent(QMouseEvent* event) {
    if (event->buttons() == Qt::NoButton) return;
    const QPointF by = event->position() - dragFrom;
    if (size == Size::Small) {
        if (!isDragged && by.manhattanLength() < QApplication::startDragDistance()) return;
        isDragged = true;
        setCursor(Qt::ClosedHandCursor);
        emit dragged(mapToParent(event->pos()));
        return;
    }
    dragFrom = event->position();
    camera.yawDeg = std::remainder(camera.yawDeg - by.x() * 0.5, 360.0);
    camera.pitchDeg = std::clamp(camera.pitchDeg + by.y() * 0.5, -90.0, 90.0);
    look();
}

} // namespace goodfold::app
