#include "draw/clearance_picture.h"

#include "clearance/least.h"

#include <QPolygonF>

#include <utility>

namespace goodfold::draw {

namespace {

using job::Clearance;
using Lines = std::vector<std::vector<Vec3>>;

constexpr double kPatch = 60; // mm that a plane is shown of, each way

Lines linesOfPlane(const Clearance& plane) {
    const Vec3 normal = plane.normal.normalized();
    const Vec3 x = normal.unitOrthogonal(), y = normal.cross(x);
    const auto at = [&](double u, double v) { return Vec3(plane.at + kPatch * (u * x + v * y)); };
    Lines lines{{at(-1, -1), at(1, -1), at(1, 1), at(-1, 1), at(-1, -1)}};
    for (double u = -0.5; u < 1; u += 0.5)
        lines.push_back({at(u - 0.5, -1), at(u + 0.5, 1)}); // hatched, as a wall is
    return lines;
}

Lines linesAfter(const Clearance& thing, double share) {
    const std::vector<Vec3> corners = clearance::cornersAfter(thing, share);
    Lines lines;
    if (thing.shape == Clearance::Shape::Box) {
        for (const auto& [from, to] : {std::pair{0, 1},
                                       {0, 2},
                                       {0, 4},
                                       {1, 3},
                                       {1, 5},
                                       {2, 3},
                                       {2, 6},
                                       {4, 5},
                                       {4, 6},
                                       {3, 7},
                                       {5, 7},
                                       {6, 7}})
            lines.push_back({corners[static_cast<size_t>(from)], corners[static_cast<size_t>(to)]});
        return lines;
    }
    std::vector<Vec3> here, there;
    for (size_t i = 0; i < corners.size(); i += 2) {
        here.push_back(corners[i]);
        there.push_back(corners[i + 1]);
    }
    constexpr size_t kSides = 4;
    for (size_t i = 0; i < here.size(); i += here.size() / kSides)
        lines.push_back({here[i], there[i]});
    here.push_back(here.front());
    there.push_back(there.front());
    lines.push_back(std::move(here));
    lines.push_back(std::move(there));
    return lines;
}

/// Of some corners, as it moves.
Lines ways(const Clearance& thing) {
    constexpr int kSteps = 24;
    const size_t count = clearance::cornersOf(thing).size();
    Lines lines;
    for (size_t corner = 0; corner < count; corner += thing.shape == Clearance::Shape::Box ? 2 : count / 4) {
        std::vector<Vec3>& line = lines.emplace_back();
        for (int step = 0; step <= kSteps; ++step)
            line.push_back(clearance::cornersAfter(thing, static_cast<double>(step) / kSteps)[corner]);
    }
    return lines;
}

} // namespace

void paintClearance(QPainter& painter, const Camera& camera, const Pose3& viewFromMount,
                    const Clearance& thing, const QColor& ink) {
    const Projection project(camera);
    const auto paint = [&](const Lines& lines, double width, Qt::PenStyle style) {
        painter.setPen(QPen(ink, width, style));
        for (const std::vector<Vec3>& line : lines) {
            QPolygonF shown;
            for (const Vec3& point : line)
                shown << project(viewFromMount * point);
            painter.drawPolyline(shown);
        }
    };
    painter.setBrush(Qt::NoBrush);
    if (thing.shape == Clearance::Shape::Plane) return paint(linesOfPlane(thing), 1, Qt::SolidLine);
    paint(linesAfter(thing, 0), 1.2, Qt::SolidLine);
    if (!thing.slides && !thing.swings) return;
    paint(linesAfter(thing, 1), 1, Qt::DashLine);
    paint(ways(thing), 1, Qt::DotLine);
}

std::vector<Vec3> extentOf(const Clearance& thing) {
    if (thing.shape == Clearance::Shape::Plane) return linesOfPlane(thing).front();
    std::vector<Vec3> all;
    for (const double share : {0.0, 0.5, 1.0})
        for (const Vec3& corner : clearance::cornersAfter(thing, share))
            all.push_back(corner);
    return all;
}

} // namespace goodfold::draw
