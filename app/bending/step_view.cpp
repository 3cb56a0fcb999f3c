#include "app/bending/step_view.h"

#include "app/widgets/reader_role.h"
#include "app/widgets/theme.h"
#include "text/reasons.h"

#include <QMouseEvent>
#include <QPainter>

#include <algorithm>
#include <cmath>

namespace goodfold::app {

StepView::StepView(QWidget* parent) : QWidget(parent) {
    readAs(*this, QAccessible::Graphic);
    setFocusPolicy(Qt::StrongFocus);
    camera.yawDeg = 32;
    camera.pitchDeg = 22;
    constexpr int kFrame = 16; // ms
    carrying.setInterval(kFrame);
    connect(&carrying, &QTimer::timeout, this, &StepView::carry);
}

QSize StepView::minimumSizeHint() const {
    return {320, 200};
}

void StepView::show(std::shared_ptr<const Planned> newPlan, const sequence::Operation& newWay,
                    sequence::BendSet newBefore, double degrees, const quantity::Reading& reading,
                    const std::optional<sequence::Obstacle>& newObstacle, double newMovedBy) {
    planned = std::move(newPlan);
    operation = newWay;
    before = newBefore;
    turnedDeg = degrees;
    obstacle = newObstacle;
    movedBy = newMovedBy;
    const part::PartBend& bend = planned->part().bends[static_cast<size_t>(operation.bend)];
    words.angle = QString::fromStdString(
        quantity::printNumber(reading.bendAngle(operation.setup.loadedAngleDeg), 1) + "°");
    words.flushWith = bend.setLine && !obstacle
                          ? tr("in line with %1").arg(QString::fromStdString(bend.setLine->flushWith))
                          : QString();
    words.planned = tr("planned here");
    words.lit.clear();
    if (obstacle) words.lit.push_back(obstacle->one);
    rebuild();
}

void StepView::clear() {
    carrying.stop();
    planned.reset();
    seen.clear();
    update();
}

void StepView::setTurned(double degrees) {
    turnedDeg = degrees;
    rebuild();
}

void StepView::carryFrom(const sequence::Operation& earlier) {
    cameFrom = earlier;
    carried.start();
    carrying.start();
}

/// Slow to begin and to end.
void StepView::carry() {
    constexpr double kTakes = 1100; // ms
    const double passed = static_cast<double>(carried.elapsed()) / kTakes;
    if (!planned || passed >= 1) return rebuild();
    const double share = passed * passed * (3 - 2 * passed);
    made = draw::carriedScene(planned->part(), operation, before, *cameFrom, share);
    look();
}

void StepView::rebuild() {
    carrying.stop();
    if (!planned) return;
    made = draw::stepSceneOf(planned->part(), operation, before, turnedDeg, obstacle, movedBy);
    look();
}

void StepView::look() {
    if (!planned) return;
    const double margin = 14 + px(8); // for the words
    camera = draw::fitted(camera, made.fitted, QRectF(rect()).adjusted(margin, margin, -margin, -margin));
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
    words.textSize = px(14);
    draw::paintStep(painter, made, camera, seen, p, words, QRectF(rect()).adjusted(4, 4, -4, -4));
    paintMeeting(painter);
    if (!hasFocus()) return;
    painter.setPen(QPen(p.accent, 2));
    painter.setBrush(Qt::NoBrush);
    painter.drawRect(rect().adjusted(1, 1, -1, -1));
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
                                  QString::fromStdString(text::metBy(*obstacle, *made.kind)));
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
}

void StepView::mouseMoveEvent(QMouseEvent* event) {
    if (event->buttons() == Qt::NoButton) return;
    const QPointF by = event->position() - dragFrom;
    dragFrom = event->position();
    camera.yawDeg = std::remainder(camera.yawDeg - by.x() * 0.5, 360.0);
    camera.pitchDeg = std::clamp(camera.pitchDeg + by.y() * 0.5, -90.0, 90.0);
    look();
}

} // namespace goodfold::app
