#include "app/mount/photo_view.h"

#include "app/widgets/theme.h"
#include "draw/picture_file.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>

#include <algorithm>
#include <cmath>

namespace goodfold::app {

PhotoView::PhotoView(QWidget* parent) : QWidget(parent) {
    setFocusPolicy(Qt::StrongFocus);
    setMinimumSize(px(200), px(160));
}

void PhotoView::load(const QImage& taken) {
    image = taken;
    raster = draw::rasterOf(taken);
    const double w = image.width(), h = image.height(), in = 0.12;
    corners = {Vec2(in * w, in * h), Vec2((1 - in) * w, in * h), Vec2((1 - in) * w, (1 - in) * h),
               Vec2(in * w, (1 - in) * h)};
    isPlaced = {};
    found.clear();
    pointedOut.clear();
    held = kNothing;
    newPlane();
    fit();
}

void PhotoView::setSize(const Vec2& mm) {
    size = mm;
    newPlane();
}

bool PhotoView::isWide() const {
    return (corners[1] - corners[0]).norm() + (corners[2] - corners[3]).norm() >=
           (corners[2] - corners[1]).norm() + (corners[3] - corners[0]).norm();
}

void PhotoView::nameInHand(const QString& point) {
    if (!inHand()) return;
    inHand()->point = point;
    update();
    emit changed();
}

/// Rings that were found are found again on it; those put by hand stay where they are in the picture.
void PhotoView::newPlane() {
    const Result<picture::Plane> before = seen;
    seen = picture::planeOf(corners, size);
    if (before && seen)
        for (Spot& spot : pointedOut)
            spot.at = seen->onPlane(before->inPicture(spot.at));
    if (before && seen)
        for (Ring& ring : found) {
            const Vec2 at = seen->onPlane(before->inPicture(ring.hole.at));
            const auto again =
                ring.isByHand ? Result<picture::FoundHole>(Error{}) : picture::holeNear(raster, *seen, at);
            if (again)
                ring.hole = *again;
            else
                ring.hole.at = at;
        }
    update();
    emit changed();
}

void PhotoView::fit() {
    if (image.isNull()) return;
    scale = std::min(width() / double(image.width()), height() / double(image.height()));
    origin = QPointF((width() - scale * image.width()) / 2, (height() - scale * image.height()) / 2);
    update();
}

void PhotoView::resizeEvent(QResizeEvent*) {
    fit();
}

QPointF PhotoView::onScreen(const Vec2& pixel) const {
    return origin + scale * QPointF(pixel.x(), pixel.y());
}

QPointF PhotoView::placeOnScreen(const Vec2& mm) const {
    return seen ? onScreen(seen->inPicture(mm)) : QPointF();
}

Vec2 PhotoView::inPicture(const QPointF& at) const {
    return {(at.x() - origin.x()) / scale, (at.y() - origin.y()) / scale};
}

Vec2 PhotoView::pixelOf(int handle) const {
    if (handle < kCorners) return corners[static_cast<size_t>(handle)];
    if (handle >= firstSpot())
        return seen->inPicture(pointedOut[static_cast<size_t>(handle - firstSpot())].at);
    return seen->inPicture(found[static_cast<size_t>(handle - kCorners)].hole.at);
}

int PhotoView::handleAt(const QPointF& at) const {
    constexpr double kNear = 13;
    int nearest = kNothing;
    double least = kNear;
    const int count = seen ? firstSpot() + static_cast<int>(pointedOut.size()) : kCorners;
    for (int handle = 0; handle < count; ++handle) {
        const double away = QLineF(onScreen(pixelOf(handle)), at).length();
        if (away < least) nearest = handle, least = away;
    }
    return nearest;
}

void PhotoView::moveTo(int handle, const Vec2& pixel) {
    const Vec2 kept(std::clamp(pixel.x(), 0.0, double(image.width())),
                    std::clamp(pixel.y(), 0.0, double(image.height())));
    if (handle < kCorners) {
        corners[static_cast<size_t>(handle)] = kept;
        isPlaced[static_cast<size_t>(handle)] = true;
        newPlane();
    } else if (handle >= firstSpot()) {
        pointedOut[static_cast<size_t>(handle - firstSpot())].at = seen->onPlane(kept);
        update();
        emit changed();
    } else {
        Ring& ring = found[static_cast<size_t>(handle - kCorners)];
        ring.hole.at = seen->onPlane(kept);
        ring.isByHand = true;
        update();
        emit changed();
    }
}

void PhotoView::addRing(const Vec2& pixel, bool isByHand) {
    if (!seen) return emit cannot(QString::fromStdString(seen.error().says));
    const Vec2 mm = seen->onPlane(pixel);
    if (puts) {
        pointedOut.push_back({*puts, mm});
        held = firstSpot() + static_cast<int>(pointedOut.size()) - 1;
        update();
        return emit changed();
    }
    constexpr double kUsual = 6;
    const auto hole = isByHand ? Result<picture::FoundHole>(picture::FoundHole{mm, kUsual, 0})
                               : picture::holeNear(raster, *seen, mm);
    if (!hole) return emit cannot(QString::fromStdString(hole.error().says));
    for (size_t i = 0; i < found.size(); ++i)
        if ((found[i].hole.at - hole->at).norm() < hole->diameter / 2) {
            held = kCorners + static_cast<int>(i);
            update();
            return emit changed();
        }
    found.push_back({*hole, isByHand, {}});
    held = kCorners + static_cast<int>(found.size()) - 1;
    update();
    emit changed();
}

void PhotoView::mousePressEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton || image.isNull()) return;
    pressed = last = event->position();
    isMoved = false;
    isDragging = true;
    if (const int handle = handleAt(pressed); handle != kNothing) {
        held = handle;
        if (held < kCorners) isPlaced[static_cast<size_t>(held)] = true; // where it is may be right
        emit changed();
    } else {
        held = kNothing;
    }
    update();
}

void PhotoView::mouseMoveEvent(QMouseEvent* event) {
    if (!isDragging) return;
    constexpr double kStill = 4;
    if (!isMoved && QLineF(pressed, event->position()).length() < kStill) return;
    isMoved = true;
    if (held == kNothing)
        origin += event->position() - last;
    else
        moveTo(held, inPicture(event->position()));
    last = event->position();
    update();
}

void PhotoView::mouseReleaseEvent(QMouseEvent* event) {
    if (!std::exchange(isDragging, false)) return;
    if (!isMoved && held == kNothing)
        return addRing(inPicture(event->position()), event->modifiers().testFlag(Qt::ControlModifier));
    // Once all four are put, the edges themselves say where they meet.
    const bool areAll = std::all_of(isPlaced.begin(), isPlaced.end(), [](bool each) { return each; });
    if (held < 0 || held >= kCorners || !areAll) return;
    corners = picture::refined(raster, corners);
    newPlane();
}

void PhotoView::wheelEvent(QWheelEvent* event) {
    const double by = std::pow(1.0015, event->angleDelta().y());
    const double next = std::clamp(scale * by, 0.02, 40.0);
    origin = event->position() - (event->position() - origin) * (next / scale);
    scale = next;
    update();
}

/// Delete is the window's, but for a ring in hand here.
bool PhotoView::event(QEvent* event) {
    if (event->type() == QEvent::ShortcutOverride && held >= kCorners &&
        static_cast<QKeyEvent*>(event)->key() == Qt::Key_Delete)
        event->accept();
    return QWidget::event(event);
}

void PhotoView::keyPressEvent(QKeyEvent* event) {
    const double by = event->modifiers().testFlag(Qt::ShiftModifier) ? 10 : 1;
    const std::map<int, Vec2> ways{
        {Qt::Key_Left, {-by, 0}}, {Qt::Key_Right, {by, 0}}, {Qt::Key_Up, {0, -by}}, {Qt::Key_Down, {0, by}}};
    const auto way = ways.find(event->key());
    if (held != kNothing && way != ways.end()) return moveTo(held, pixelOf(held) + way->second);
    if (held >= kCorners && event->key() == Qt::Key_Delete) return takeOut(held);
    QWidget::keyPressEvent(event);
}

void PhotoView::takeOut(int handle) {
    if (handle >= firstSpot())
        pointedOut.erase(pointedOut.begin() + (handle - firstSpot()));
    else
        found.erase(found.begin() + (handle - kCorners));
    held = kNothing;
    update();
    emit changed();
}

std::vector<std::pair<size_t, size_t>> PhotoView::folds() const {
    std::vector<std::pair<size_t, size_t>> all;
    std::map<Spot::Kind, size_t> begun;
    for (size_t i = 0; i < pointedOut.size(); ++i) {
        const Spot::Kind kind = pointedOut[i].kind;
        if (kind == Spot::Kind::Corner) continue;
        const auto first = begun.find(kind);
        if (first == begun.end()) {
            begun[kind] = i;
            continue;
        }
        all.emplace_back(first->second, i);
        begun.erase(first);
    }
    return all;
}

/// The outline as far as it goes, and the folds: those that go down in dashes of their own.
void PhotoView::paintSpots(const std::function<void(const QPainterPath&, bool)>& stroke) {
    QPolygonF outline;
    for (const Spot& spot : pointedOut)
        if (spot.kind == Spot::Kind::Corner) outline << placeOnScreen(spot.at);
    QPainterPath round;
    round.addPolygon(outline);
    if (outline.size() > 2) round.closeSubpath();
    stroke(round, false);
    for (const auto& [first, second] : folds()) {
        const QPointF from = placeOnScreen(pointedOut[first].at), to = placeOnScreen(pointedOut[second].at);
        const int dashes = pointedOut[first].kind == Spot::Kind::FoldDown ? 9 : 1;
        QPainterPath line;
        for (int i = 0; i < dashes; i += 2) {
            line.moveTo(from + (to - from) * i / dashes);
            line.lineTo(from + (to - from) * (i + 1) / dashes);
        }
        stroke(line, false);
    }
    for (size_t i = 0; i < pointedOut.size(); ++i) {
        QPainterPath dot;
        dot.addEllipse(placeOnScreen(pointedOut[i].at), 4, 4);
        stroke(dot, held == firstSpot() + static_cast<int>(i));
    }
}

void PhotoView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setRenderHint(QPainter::SmoothPixmapTransform, scale < 1);
    const draw::Palette& p = colours();
    painter.fillRect(rect(), p.paper);
    if (image.isNull()) return;
    painter.drawImage(QRectF(origin, scale * QSizeF(image.size())), image);
    QPolygonF round;
    for (int i = 0; i < kCorners; ++i)
        round << cornerOnScreen(i);
    // Light under dark: seen on any ground.
    const auto stroke = [&](const QPainterPath& path, bool isHeld) {
        painter.setBrush(Qt::NoBrush);
        painter.setPen(QPen(QColor(255, 255, 255, 210), isHeld ? 5.5 : 4));
        painter.drawPath(path);
        painter.setPen(QPen(p.accent, isHeld ? 2.6 : 1.6));
        painter.drawPath(path);
    };
    QPainterPath sides;
    sides.addPolygon(round);
    sides.closeSubpath();
    stroke(sides, false);
    painter.setFont(textFont(13, draw::Weight::SemiBold));
    const auto tag = [&](const QPointF& at, const QString& says) {
        const QRectF box =
            QFontMetricsF(painter.font()).boundingRect(says).translated(at).adjusted(-4, -2, 4, 2);
        painter.setPen(Qt::NoPen);
        painter.setBrush(QColor(255, 255, 255, 225));
        painter.drawRoundedRect(box, 3, 3);
        painter.setPen(QColor(25, 32, 40));
        painter.drawText(at, says);
    };
    for (int i = 0; i < kCorners; ++i) {
        QPainterPath dot;
        dot.addEllipse(cornerOnScreen(i), 7, 7);
        stroke(dot, held == i);
    }
    tag((round[0] + round[1]) / 2, QString::number(size.x(), 'g', 5));
    tag((round[1] + round[2]) / 2, QString::number(size.y(), 'g', 5));
    if (!seen) return;
    paintSpots(stroke);
    for (size_t i = 0; i < found.size(); ++i) {
        const Ring& ring = found[i];
        QPolygonF rim;
        for (int step = 0; step < 48; ++step) {
            const double turn = 2 * M_PI * step / 48;
            rim << placeOnScreen(ring.hole.at +
                                 ring.hole.diameter / 2 * Vec2(std::cos(turn), std::sin(turn)));
        }
        const QPointF middle = placeOnScreen(ring.hole.at);
        QPainterPath path;
        path.addPolygon(rim);
        path.closeSubpath();
        path.moveTo(middle - QPointF(5, 0));
        path.lineTo(middle + QPointF(5, 0));
        path.moveTo(middle - QPointF(0, 5));
        path.lineTo(middle + QPointF(0, 5));
        stroke(path, held == kCorners + static_cast<int>(i));
        const QString name = ring.point.isEmpty() ? QString::number(i + 1) : ring.point;
        tag(rim.boundingRect().topRight() + QPointF(4, 2),
            QStringLiteral("%1  ø %2").arg(name, QString::number(ring.hole.diameter, 'f', 1)));
    }
}

} // namespace goodfold::app
