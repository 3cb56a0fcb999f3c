#include "draw/tags.h"

#include <QImage>
#include <QPainter>

#include <cmath>
#include <limits>
#include <numbers>

namespace goodfold::draw {

Vec3 anchorOf(const part::Part& part, const part::Folded& folded, const Camera& camera,
              const part::Element& element) {
    if (const int hole = part.holeIndex(element.id); element.kind == part::Element::Kind::Hole && hole >= 0) {
        const part::FormedHole formed = part::formedHole(part, folded, hole);
        const bool faceSeen = formed.axis.dot(camera.towardViewer()) > 0;
        return formed.point + (faceSeen ? part.thickness : 0) * formed.axis;
    }
    if (const int bend = part.bendIndex(element.id); element.kind == part::Element::Kind::Bend && bend >= 0) {
        const Segment& centre = part.bends[static_cast<size_t>(bend)].centre;
        return part::inRoot(part, folded, bend, centre.middle(), part.thickness / 2);
    }
    const int plate = part.plateIndex(element.id);
    if (plate < 0) return {0, 0, 0};
    const Polygon& outline = part.plates[static_cast<size_t>(plate)].outlineInFlat;
    const Pose3& rootFromFlat = folded.rootFromFlat[static_cast<size_t>(plate)];
    Vec3 nearest(0, 0, 0);
    double best = -std::numeric_limits<double>::max();
    for (const auto& [from, to] : {std::pair{outline[0], outline[1]}, {outline[2], outline[3]}}) {
        const Vec2 middle = (from + to) / 2;
        const Vec3 point = rootFromFlat * Vec3(middle.x(), middle.y(), part.thickness / 2);
        if (const double toward = point.dot(camera.towardViewer()); toward > best) {
            best = toward;
            nearest = point;
        }
    }
    return nearest;
}

namespace {

/// What is taken on the screen, in cells of a few pixels: by the part, and by tags already placed.
class Occupancy {
public:
    Occupancy(const std::vector<SeenFace>& seen, const QRectF& area)
        : area(area), cells(qMax(1, qCeil(area.width() / kCell)), qMax(1, qCeil(area.height() / kCell)),
                            QImage::Format_Grayscale8) {
        cells.fill(0);
        QPainter painter(&cells);
        painter.scale(1.0 / kCell, 1.0 / kCell);
        painter.translate(-area.topLeft());
        painter.setPen(QPen(Qt::white, kCell));
        painter.setBrush(Qt::white);
        for (const SeenFace& face : seen)
            painter.drawConvexPolygon(face.outline);
    }

    /// Share of the box that lies on the part.
    double covered(const QRectF& box) const {
        const int columns = 1 + static_cast<int>(box.width() / kCell);
        const int rows = 1 + static_cast<int>(box.height() / kCell);
        int taken = 0;
        for (int row = 0; row < rows; ++row)
            for (int column = 0; column < columns; ++column)
                taken += isTaken(box.topLeft() + QPointF(column, row) * kCell);
        return static_cast<double>(taken) / (columns * rows);
    }

private:
    static constexpr double kCell = 6;

    bool isTaken(const QPointF& p) const {
        const QPoint cell(static_cast<int>((p.x() - area.left()) / kCell),
                          static_cast<int>((p.y() - area.top()) / kCell));
        return cells.valid(cell) && qGray(cells.pixel(cell)) > 0;
    }

    QRectF area;
    QImage cells;
};

double overlapShare(const QRectF& one, const QRectF& other) {
    const QRectF both = one.intersected(other);
    return both.isEmpty() ? 0 : both.width() * both.height() / (one.width() * one.height());
}

/// Lower is better. The weights say what matters: on the screen first, off other tags, off the part, near.
double cost(const QRectF& box, const QPointF& anchor, const Occupancy& occupancy,
            const std::vector<Tag>& placed, const QRectF& area) {
    double sum = std::hypot(box.center().x() - anchor.x(), box.center().y() - anchor.y()) / 100;
    if (!area.contains(box)) sum += 50;
    for (const Tag& other : placed) {
        const QRectF room = other.box.adjusted(-4, -4, 4, 4);
        sum += 20 * overlapShare(box, room);
        if (room.contains(anchor)) sum += 2;
    }
    return sum + 8 * occupancy.covered(box);
}

} // namespace

std::vector<Tag> placeTags(const std::vector<TagWish>& wishes, const std::vector<SeenFace>& seen,
                           const QRectF& area) {
    constexpr int kDirections = 16;
    const Occupancy occupancy(seen, area);
    std::vector<Tag> placed;
    for (const TagWish& wish : wishes) {
        QRectF best;
        double least = std::numeric_limits<double>::max();
        for (const double away : {34.0, 52.0, 74.0, 104.0, 150.0})
            for (int i = 0; i < kDirections; ++i) {
                const double turn = 2 * std::numbers::pi * i / kDirections;
                QRectF box(QPointF(0, 0), wish.size);
                box.moveCenter(wish.anchor + QPointF(std::cos(turn) * (away + wish.size.width() / 2),
                                                     std::sin(turn) * away));
                const double here = cost(box, wish.anchor, occupancy, placed, area);
                if (here < least) {
                    least = here;
                    best = box;
                }
            }
        placed.push_back({wish.about, wish.text, wish.anchor, best});
    }
    return placed;
}

} // namespace goodfold::draw
