#include "draw/tags.h"

#include <QImage>
#include <QPainter>

#include <cmath>
#include <limits>
#include <numbers>

namespace goodfold::draw {

Vec3 anchorOf(const part::Part& part, const part::Folded& folded, const Camera& camera,
              const job::Element& element) {
    if (const int hole = part.holeIndex(element.id); element.kind == job::Element::Kind::Hole && hole >= 0) {
        const part::PartHole& own = part.holes[static_cast<size_t>(hole)];
        const part::FormedHole formed = part::formedPoint(folded, own.plate, own.centreOfShape());
        const bool faceSeen = formed.axis.dot(camera.towardViewer()) > 0;
        return formed.point + (faceSeen ? part.thickness : 0) * formed.axis;
    }
    if (const int bend = part.bendIndex(element.id); element.kind == job::Element::Kind::Bend && bend >= 0) {
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

/// How much of any box the part covers on the screen, counted in cells of a few pixels.
class Occupancy {
public:
    Occupancy(const std::vector<SeenFace>& seen, const QRectF& area)
        : area(area), columns(qMax(1, qCeil(area.width() / kCell))),
          rows(qMax(1, qCeil(area.height() / kCell))) {
        QImage cells(columns, rows, QImage::Format_Grayscale8);
        cells.fill(0);
        QPainter painter(&cells);
        painter.scale(1.0 / kCell, 1.0 / kCell);
        painter.translate(-area.topLeft());
        painter.setPen(Qt::NoPen);
        painter.setBrush(Qt::white);
        std::vector<QPointF> small; // in a cell each
        for (const SeenFace& face : seen) {
            if (face.side == Face::Side::Hole) continue; // a hole lies on its plate
            if (face.isWithin(kCell))
                small.push_back(face.outline[0]);
            else
                face.fill(painter);
        }
        painter.end();
        for (const QPointF& at : small)
            if (area.contains(at)) cells.scanLine(row(at.y()))[column(at.x())] = 255;
        sumUp(cells);
    }

    /// Share of the box that lies on the part.
    double covered(const QRectF& box) const {
        const int left = column(box.left()), right = column(box.right()) + 1;
        const int top = row(box.top()), bottom = row(box.bottom()) + 1;
        const int taken = at(right, bottom) - at(left, bottom) - at(right, top) + at(left, top);
        return static_cast<double>(taken) / qMax(1, (right - left) * (bottom - top));
    }

private:
    static constexpr double kCell = 6;

    /// sums[r][c]: cells taken above row r and left of column c, so that any box is four look-ups.
    void sumUp(const QImage& cells) {
        sums.assign(static_cast<size_t>(columns + 1) * static_cast<size_t>(rows + 1), 0);
        for (int r = 0; r < rows; ++r) {
            const uchar* line = cells.constScanLine(r);
            int inRow = 0;
            for (int c = 0; c < columns; ++c) {
                inRow += line[c] > 0;
                sums[index(c + 1, r + 1)] = at(c + 1, r) + inRow;
            }
        }
    }

    size_t index(int c, int r) const {
        return static_cast<size_t>(r) * static_cast<size_t>(columns + 1) + static_cast<size_t>(c);
    }
    int at(int c, int r) const { return sums[index(qMin(c, columns), qMin(r, rows))]; }
    int column(double x) const { return qBound(0, static_cast<int>((x - area.left()) / kCell), columns - 1); }
    int row(double y) const { return qBound(0, static_cast<int>((y - area.top()) / kCell), rows - 1); }

    QRectF area;
    int columns, rows;
    std::vector<int> sums;
};

double overlapShare(const QRectF& one, const QRectF& other) {
    const QRectF both = one.intersected(other);
    return both.isEmpty() ? 0 : both.width() * both.height() / (one.width() * one.height());
}

/// Lower is better. The weights say what matters: on the screen first, off other tags, off the part, near.
/// Gives up as soon as it is no better than `least`.
double cost(const QRectF& box, const QPointF& anchor, const Occupancy& occupancy,
            const std::vector<Tag>& placed, const QRectF& area, double least) {
    double sum = std::hypot(box.center().x() - anchor.x(), box.center().y() - anchor.y()) / 100;
    if (!area.contains(box)) sum += 50;
    if (sum >= least) return sum;
    sum += 8 * occupancy.covered(box);
    for (const Tag& other : placed) {
        if (sum >= least) return sum;
        const QRectF room = other.box.adjusted(-4, -4, 4, 4);
        sum += 20 * overlapShare(box, room);
        if (room.contains(anchor)) sum += 2;
    }
    return sum;
}

} // namespace

std::vector<Tag> placeTags(const std::vector<TagWish>& wishes, const std::vector<SeenFace>& seen,
                           const QRectF& area, const std::vector<QRectF>& taken) {
    if (wishes.empty()) return {};
    constexpr int kDirections = 16;
    const Occupancy occupancy(seen, area);
    std::vector<Tag> placed;
    for (const QRectF& box : taken)
        placed.push_back({{}, {}, box.center(), box});
    for (const TagWish& wish : wishes) {
        QRectF best;
        double least = std::numeric_limits<double>::max();
        for (const double away : {34.0, 52.0, 74.0, 104.0, 150.0})
            for (int i = 0; i < kDirections; ++i) {
                const double turn = 2 * std::numbers::pi * i / kDirections;
                QRectF box(QPointF(0, 0), wish.size);
                box.moveCenter(wish.anchor + QPointF(std::cos(turn) * (away + wish.size.width() / 2),
                                                     std::sin(turn) * away));
                const double here = cost(box, wish.anchor, occupancy, placed, area, least);
                if (here < least) {
                    least = here;
                    best = box;
                }
            }
        placed.push_back({wish.about, wish.text, wish.anchor, best, wish.figure});
    }
    placed.erase(placed.begin(), placed.begin() + static_cast<std::ptrdiff_t>(taken.size()));
    return placed;
}

} // namespace goodfold::draw
