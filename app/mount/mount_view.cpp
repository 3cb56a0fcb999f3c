#include "app/mount/mount_view.h"

#include "app/base/text.h"
#include "app/widgets/theme.h"
#include "draw/clearance_picture.h"
#include "draw/palette.h"
#include "edit/mount_edits.h"

#include <QMouseEvent>
#include <QPainter>
#include <QWheelEvent>

#include <algorithm>
#include <cmath>

namespace goodfold::app {

namespace {

constexpr double kBeyond = 16; // mm of a face round what is on it

double apart(const QPointF& a, const QPointF& b) {
    return std::hypot(a.x() - b.x(), a.y() - b.y());
}

} // namespace

MountView::MountView(Document& document, Survey& survey, QWidget* parent)
    : QWidget(parent), document(document), survey(survey) {
    camera.yawDeg = 32;
    camera.pitchDeg = 34;
    setFocusPolicy(Qt::StrongFocus);
    setMinimumSize(260, 220); // large text leaves it what is left
    connect(&survey, &Survey::changed, this, [this] {
        const size_t things =
            placed() ? placed()->points.size() + placed()->faces.size() + placed()->clearances.size() : 0;
        if (std::exchange(fittedTo, things) != things) fit();
        update();
    });
}

const job::Mount* MountView::placed() const {
    return survey.measured() ? &survey.measured()->placed : nullptr;
}

Vec3 MountView::Board::corner(Eigen::AlignedBox2d::CornerType type) const {
    const Vec2 c = box.corner(type);
    return at + c.x() * along + c.y() * across;
}

std::vector<MountView::Board> MountView::boards() const {
    std::vector<Board> all;
    const job::Mount* mount = placed();
    if (!mount) return all;
    for (size_t i = 0; i < mount->faces.size(); ++i) {
        const Eigen::Matrix3d& axes = survey.measured()->solution.scene.faces[i].axes;
        Board board{i, *mount->faces[i].at, axes.col(0), axes.col(1), axes.col(2), {}};
        if (const auto& tube = mount->faces[i].tube) {
            const Vec3 across = camera.towardViewer().cross(board.along);
            if (across.norm() > 1e-6) board.across = across.normalized(); // else it is seen from its end
            board.outward = board.along.cross(board.across);
            board.tubeRadius = *tube / 2;
        }
        const auto extend = [&](const Vec3& place) {
            board.box.extend(Vec2((place - board.at).dot(board.along), (place - board.at).dot(board.across)));
        };
        for (const job::MountPoint& point : mount->points)
            if (point.face == mount->faces[i].id) extend(*point.at);
        for (const job::MountEdge& edge : mount->edges)
            if (edge.face == mount->faces[i].id)
                for (const Vec3& end : *edge.at)
                    extend(end);
        for (const job::MountReading& reading : document.place()->readings)
            if (reading.kind == job::MountReading::Kind::Height && reading.of[1] == mount->faces[i].id)
                extend(*mount->findPoint(reading.of[0])->at); // its foot
        if (board.box.isEmpty()) extend(board.at);
        board.box = Eigen::AlignedBox2d(board.box.min() - Vec2(kBeyond, kBeyond),
                                        board.box.max() + Vec2(kBeyond, kBeyond));
        if (board.tubeRadius > 0) {
            board.box.min().y() = -board.tubeRadius;
            board.box.max().y() = board.tubeRadius;
        }
        all.push_back(board);
    }
    return all;
}

void MountView::fit() {
    std::vector<Vec3> points;
    for (const Board& board : boards())
        for (const auto type : {Eigen::AlignedBox2d::BottomLeft, Eigen::AlignedBox2d::BottomRight,
                                Eigen::AlignedBox2d::TopRight, Eigen::AlignedBox2d::TopLeft})
            points.push_back(board.corner(type));
    const int margin = px(40);
    // What has to stay free may be large: as much of it as is near.
    Eigen::AlignedBox3d near;
    for (const Vec3& point : points)
        near.extend(point);
    const Vec3 round = Vec3::Constant(kBeyond);
    if (document.place() && !points.empty())
        for (const job::Clearance& thing : document.place()->clearances)
            for (const Vec3& corner : draw::extentOf(thing))
                points.push_back(corner.cwiseMax(near.min() - round).cwiseMin(near.max() + round));
    if (!points.empty())
        camera = draw::fitted(camera, points, QRectF(rect()).adjusted(margin, margin, -margin, -margin));
}

/// The corner of a thing that is nearest to the middle of the picture.
QPointF MountView::tagOf(const job::Clearance& thing) const {
    const QPointF middle = QRectF(rect()).center();
    QPointF nearest;
    double least = std::numeric_limits<double>::max();
    for (const Vec3& corner : draw::extentOf(thing)) {
        const QPointF at = camera.toScreen(corner);
        if (apart(at, middle) >= least) continue;
        least = apart(at, middle);
        nearest = at;
    }
    return nearest;
}

void MountView::resizeEvent(QResizeEvent*) {
    fit();
}

QPointF MountView::placeOnScreen(const std::string& id) const {
    const job::Mount* mount = placed();
    if (!mount) return {};
    if (const job::MountPoint* point = mount->findPoint(id)) return camera.toScreen(*point->at);
    if (const job::MountEdge* edge = mount->findEdge(id))
        return camera.toScreen(((*edge->at)[0] + (*edge->at)[1]) / 2);
    for (const Board& board : boards()) // where its name stands
        if (mount->faces[board.face].id == id)
            return camera.toScreen(board.corner(Eigen::AlignedBox2d::TopLeft) +
                                   (board.along - board.across) * (kBeyond / 2));
    return {};
}

std::string MountView::thingAt(const QPointF& at) const {
    const job::Mount* mount = placed();
    if (!mount) return {};
    const double reach = px(16);
    for (const job::MountPoint& point : mount->points)
        if (apart(placeOnScreen(point.id), at) < reach) return point.id;
    for (const job::MountEdge& edge : mount->edges) {
        const QPointF from = camera.toScreen((*edge.at)[0]), to = camera.toScreen((*edge.at)[1]);
        const QPointF along = to - from, off = at - from;
        const double share =
            std::clamp(QPointF::dotProduct(off, along) / QPointF::dotProduct(along, along), 0.0, 1.0);
        if (apart(from + share * along, at) < reach / 2) return edge.id;
    }
    for (const Board& board : boards()) {
        QPolygonF outline;
        for (const auto type : {Eigen::AlignedBox2d::BottomLeft, Eigen::AlignedBox2d::BottomRight,
                                Eigen::AlignedBox2d::TopRight, Eigen::AlignedBox2d::TopLeft})
            outline << camera.toScreen(board.corner(type));
        if (outline.containsPoint(at, Qt::OddEvenFill)) return mount->faces[board.face].id;
    }
    return {};
}

Vec3 MountView::underScreen(const Board& board, const QPointF& at) const {
    const QPointF origin = camera.toScreen(board.at);
    const QPointF along = camera.toScreen(board.at + board.along) - origin;
    const QPointF across = camera.toScreen(board.at + board.across) - origin;
    const QPointF off = at - origin;
    const double area = along.x() * across.y() - along.y() * across.x();
    if (std::abs(area) < 1e-6) return board.at;
    const double u = (off.x() * across.y() - off.y() * across.x()) / area;
    const double v = (along.x() * off.y() - along.y() * off.x()) / area;
    if (board.tubeRadius == 0) return board.at + u * board.along + v * board.across;
    const double aside = std::clamp(v, -0.98 * board.tubeRadius, 0.98 * board.tubeRadius);
    return board.at + u * board.along + aside * board.across +
           std::sqrt(board.tubeRadius * board.tubeRadius - aside * aside) * board.outward;
}

bool MountView::isPointedAt(const std::string& id) const {
    const auto& picked = survey.pointedAt();
    return std::find(picked.begin(), picked.end(), id) != picked.end();
}

void MountView::mousePressEvent(QMouseEvent* event) {
    pressed = last = event->position();
    isMoved = false;
    dragging.clear();
    const std::string id = thingAt(pressed);
    const job::Mount* mount = document.place() ? &*document.place() : nullptr;
    const job::MountPoint* point = mount ? mount->findPoint(id) : nullptr;
    if (point && !point->at && mount->readings.empty()) dragging = id;
}

/// Before anything is read a point is wherever it is dropped; then the readings say where.
void MountView::mouseMoveEvent(QMouseEvent* event) {
    if (!(event->buttons() & Qt::LeftButton)) return;
    const QPointF at = event->position(), by = at - std::exchange(last, at);
    if (!isMoved && apart(at, pressed) < px(4)) return;
    isMoved = true;
    if (dragging.empty()) {
        constexpr double kDegreesAPixel = 0.4;
        camera.yawDeg -= by.x() * kDegreesAPixel;
        camera.pitchDeg = std::clamp(camera.pitchDeg + by.y() * kDegreesAPixel, -89.0, 89.0);
        return update();
    }
    const std::string& face = placed()->findPoint(dragging)->face;
    for (const Board& board : boards()) {
        if (placed()->faces[board.face].id != face) continue;
        const Vec3 there = underScreen(board, at).unaryExpr([](double each) { return std::round(each); });
        job::Job changed = document.job();
        for (job::MountPoint& point : document.placeOf(changed)->points)
            if (point.id == dragging) point.sketch = there;
        document.edit(tr("sketch"), changed, {}, QStringLiteral("sketch %1").arg(text(dragging)));
    }
}

void MountView::mouseReleaseEvent(QMouseEvent* event) {
    if (isMoved) return;
    if (const std::string id = thingAt(event->position()); !id.empty()) survey.pointAt(id);
}

void MountView::mouseDoubleClickEvent(QMouseEvent* event) {
    const std::string id = thingAt(event->position());
    for (const Board& board : boards()) {
        if (placed()->faces[board.face].id != id) continue;
        const Vec3 there =
            underScreen(board, event->position()).unaryExpr([](double each) { return std::round(each); });
        document.change(tr("point"),
                        [&](job::Job& changed) { edit::addPoint(*document.placeOf(changed), id, there); });
        return survey.pointAt(std::vector<std::string>());
    }
}

void MountView::wheelEvent(QWheelEvent* event) {
    camera = draw::zoomed(camera, std::pow(1.0015, event->angleDelta().y()), event->position());
    update();
}

void MountView::paintTag(QPainter& painter, const QPointF& at, const QString& says, const QColor& ink) const {
    QRectF tag = painter.fontMetrics().boundingRect(says).adjusted(-px(4), -1, px(4), 1);
    tag.moveCenter(at);
    QColor ground = colours().paper;
    ground.setAlphaF(0.88F);
    painter.setPen(Qt::NoPen);
    painter.setBrush(ground);
    painter.drawRoundedRect(tag, px(4), px(4));
    painter.setPen(ink);
    painter.drawText(tag, Qt::AlignCenter, says);
}

void MountView::paintBoard(QPainter& painter, const Board& board) const {
    const job::MountFace& face = placed()->faces[board.face];
    QPolygonF outline;
    for (const auto type : {Eigen::AlignedBox2d::BottomLeft, Eigen::AlignedBox2d::BottomRight,
                            Eigen::AlignedBox2d::TopRight, Eigen::AlignedBox2d::TopLeft})
        outline << camera.toScreen(board.corner(type));
    const bool isLit = isPointedAt(face.id);
    painter.setPen(QPen(isLit ? colours().accent : colours().rule, isLit ? 2.4 : 1));
    QColor ground = draw::mixed(colours().panel, colours().rule, board.outward.z() > 0.7 ? 0.25 : 0.5);
    ground.setAlphaF(0.75F);
    painter.setBrush(ground);
    const bool isTube = board.tubeRadius > 0;
    const bool seesFar = board.along.dot(camera.towardViewer()) > 0;
    const double ends[] = {board.box.min().x(), board.box.max().x()};
    if (isTube) painter.drawPolygon(ringOf(board, ends[seesFar ? 0 : 1]));
    painter.drawPolygon(outline);
    if (isTube) painter.drawPolygon(ringOf(board, ends[seesFar ? 1 : 0]));
    for (const job::MountEdge& edge : placed()->edges) {
        if (edge.face != face.id) continue;
        painter.setPen(
            QPen(isPointedAt(edge.id) ? colours().accent : colours().ink, isPointedAt(edge.id) ? 3.2 : 2));
        if (isTube)
            painter.drawPolyline(ringOf(board, ((*edge.at)[0] - board.at).dot(board.along)));
        else
            painter.drawLine(camera.toScreen((*edge.at)[0]), camera.toScreen((*edge.at)[1]));
        paintTag(painter, camera.toScreen((*edge.at)[1]), text(edge.id), colours().faintInk);
    }
    paintTag(painter, placeOnScreen(face.id), text(face.id), isLit ? colours().accent : colours().faintInk);
}

QPolygonF MountView::ringOf(const Board& tube, double along) const {
    const Vec3 middle = tube.at + along * tube.along, other = tube.along.cross(tube.across);
    QPolygonF ring;
    constexpr int kSides = 48;
    for (int i = 0; i <= kSides; ++i) {
        const double angle = radians(360.0 / kSides * i);
        ring << camera.toScreen(middle +
                                tube.tubeRadius * (std::cos(angle) * tube.across + std::sin(angle) * other));
    }
    return ring;
}

void MountView::paintPoint(QPainter& painter, size_t index) const {
    const job::MountPoint& point = placed()->points[index];
    const Eigen::Matrix3d axes = mount::axesAt(survey.measured()->solution.scene, static_cast<int>(index));
    const Vec3 along = axes.col(0), across = axes.col(1);
    const double radius = std::max(point.diameter.value_or(4) / 2, px(5) / camera.pixelsPerMm);
    const Vec3 slotted =
        point.slot ? Vec3((point.slot->length / 2 - radius) * point.slot->along.normalized()) : Vec3(0, 0, 0);
    QPolygonF rim;
    constexpr int kSides = 40;
    const bool isSquare = point.slot && point.slot->corner;
    if (isSquare)
        for (const auto& [on, aside] : {std::pair{-1, -1}, {1, -1}, {1, 1}, {-1, 1}}) {
            const Vec3 end = point.slot->length / 2 * point.slot->along.normalized();
            const Vec3 side = radius * axes.col(2).cross(end).normalized();
            rim << camera.toScreen(*point.at + on * end + aside * side);
        }
    for (int i = 0; i < kSides && !isSquare; ++i) {
        const double angle = radians(360.0 / kSides * i);
        const Vec3 out = std::cos(angle) * along + std::sin(angle) * across;
        rim << camera.toScreen(*point.at + radius * out + (out.dot(slotted) < 0 ? -1 : 1) * slotted);
    }
    const bool isLit = isPointedAt(point.id), isOpen = survey.isOpen(point.id);
    painter.setPen(QPen(isLit ? colours().accent : colours().ink, isLit ? 2.8 : 1.6,
                        isOpen ? Qt::DashLine : Qt::SolidLine));
    const bool isSolid = point.kind == job::MountPoint::Kind::Stud;
    painter.setBrush(isSolid ? draw::mixed(colours().paper, colours().ink, 0.4) : colours().paper);
    painter.drawPolygon(rim);
    const QPointF middle = camera.toScreen(*point.at);
    if (point.kind == job::MountPoint::Kind::Tapped || point.kind == job::MountPoint::Kind::Mark) {
        painter.setPen(QPen(colours().faintInk, 1));
        for (const Vec3& way : {along, across}) {
            const QPointF arm = camera.toScreen(*point.at + 1.4 * radius * way) - middle;
            painter.drawLine(middle - arm, middle + arm);
        }
    }
    painter.setFont(textFont(13, draw::Weight::SemiBold));
    paintTag(painter, rim.boundingRect().topRight() + QPointF(px(10), -px(6)), text(point.id),
             isLit ? colours().accent : colours().ink);
}

std::optional<QLineF> MountView::lineOf(const job::MountReading& reading) const {
    using Kind = job::MountReading::Kind;
    const auto things = job::thingsOf(reading.kind);
    if (things.size() < 2 || things.front() != job::MountThing::Point) return {};
    const job::Mount& mount = *placed();
    const Vec3 from = *mount.findPoint(reading.of[0])->at;
    Vec3 to = from;
    if (reading.kind == Kind::Height) {
        const job::MountFace& face = *mount.findFace(reading.of[1]);
        to = from - (from - *face.at).dot(*face.normal) * *face.normal;
        if (face.tube) { // to its skin
            const Vec3 on = *face.at + (from - *face.at).dot(*face.along) * *face.along;
            to = on + *face.tube / 2 * (from - on).normalized();
        }
    } else if (reading.kind == Kind::FromEdge) {
        const auto& ends = *mount.findEdge(reading.of[1])->at;
        const Vec3 along = (ends[1] - ends[0]).normalized();
        to = ends[0] + (from - ends[0]).dot(along) * along;
    } else {
        to = *mount.findPoint(reading.of[1])->at;
    }
    return QLineF(camera.toScreen(from), camera.toScreen(to));
}

/// A line with its figure where it cannot be right, or is pointed at.
void MountView::paintReading(QPainter& painter, size_t index) const {
    const job::MountReading& reading = document.place()->readings[index];
    const std::optional<QLineF> line = lineOf(reading);
    if (!line) return;
    const bool isSuspected = survey.suspicionOf(index) != nullptr;
    const bool isLit = std::all_of(reading.of.begin(), reading.of.end(),
                                   [&](const std::string& id) { return isPointedAt(id); });
    const QColor ink = isSuspected ? colours().stop : isLit ? colours().accent : colours().faintInk;
    painter.setPen(QPen(ink, isSuspected || isLit ? 2 : 1, isSuspected ? Qt::SolidLine : Qt::DotLine));
    painter.drawLine(*line);
    if (!isSuspected && !isLit) return;
    const QString figure =
        text(quantity::typesetSize(quantity::Length::mm(reading.value), document.job().units));
    paintTag(painter, line->center(), isSuspected ? figure + QLatin1Char('?') : figure, ink);
}

void MountView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setFont(textFont(13));
    if (!placed()) return;
    std::vector<Board> all = boards();
    std::sort(all.begin(), all.end(), [&](const Board& a, const Board& b) {
        return a.outward.dot(camera.towardViewer()) < b.outward.dot(camera.towardViewer());
    });
    for (const Board& board : all)
        paintBoard(painter, board);
    for (const job::Clearance& thing : placed()->clearances) {
        draw::paintClearance(painter, camera, Pose3::Identity(), thing,
                             draw::mixed(colours().faintInk, colours().paper, 0.45));
        paintTag(painter, tagOf(thing), text(thing.id), colours().faintInk);
    }
    const auto& readings = document.place()->readings;
    for (size_t i = 0; i < readings.size(); ++i)
        paintReading(painter, i);
    for (size_t i = 0; i < placed()->points.size(); ++i)
        paintPoint(painter, i);
    paintWhereKeysAre(painter);
}

} // namespace goodfold::app
