#include "drawing/tray_bottom.h"

#include "drawing/outlines.h"

#include <algorithm>

namespace goodfold::drawing {

using job::Edge;

namespace {

bool isUprightAt(Edge edge) {
    return edge == Edge::Start || edge == Edge::End;
}

/// The part that `middle` is in; the path itself where the line does not cut it.
Path partRound(const Vec2& middle, const Path& path, const TrayLine& line) {
    if (!contains(path, line.middle())) return path;
    Pose2 upright = Pose2::Identity();
    if (!line.isUpright) upright = Pose2(Eigen::Rotation2Dd(radians(90)));
    const Vec2 at = upright * line.middle();
    const auto cut = cutOffAt(moved(path, upright), at.x(), at.y());
    if (!cut) return path;
    return moved(contains(cut->beyond, upright * middle) ? cut->beyond : cut->left, upright.inverse());
}

/// The most that a bend on that edge takes of it.
double reachAt(const TrayBottom& bottom, const std::vector<TrayLine>& lines, Edge edge) {
    double most = 0;
    for (const TrayLine& line : lines)
        if (bottom.has(line, edge)) most = std::max(most, line.reach);
    return most;
}

} // namespace

bool TrayBottom::has(const TrayLine& line, Edge edge) const {
    const bool isOwn = std::any_of(lines.begin(), lines.end(), [&](const Vec2& middle) {
        return (middle - line.middle()).norm() < kJoins;
    });
    return isOwn && line.isUpright == isUprightAt(edge) &&
           std::abs(line.middle()[line.isUpright ? 0 : 1] - side.at(edge)) < kJoins;
}

Result<TrayBottom> bottomRound(const Vec2& middle, const Path& outline, const std::vector<TrayLine>& lines) {
    if (!contains(outline, middle)) return Error{"The bend lines leave no bottom between them.", "drawing"};
    Path piece = outline;
    for (const TrayLine& line : lines)
        piece = partRound(middle, piece, line);
    TrayBottom bottom;
    const auto box = boxOf(piece);
    bottom.side = {{Edge::Start, box.min().x()},
                   {Edge::End, box.max().x()},
                   {Edge::Right, box.min().y()},
                   {Edge::Left, box.max().y()}};
    for (const TrayLine& line : lines) { // those along its edge
        constexpr double kBeside = 0.1;  // mm
        const Vec2 aside = line.isUpright ? Vec2(kBeside, 0) : Vec2(0, kBeside);
        if (contains(piece, line.middle() + aside) == contains(piece, line.middle() - aside)) continue;
        bottom.lines.push_back(line.middle());
        const bool isAfter = contains(piece, line.middle() - aside);
        bottom.side[line.isUpright ? (isAfter ? Edge::End : Edge::Start)
                    : isAfter      ? Edge::Left
                                   : Edge::Right] = line.middle()[line.isUpright ? 0 : 1];
    }
    const Vec2 low(bottom.side[Edge::Start] + reachAt(bottom, lines, Edge::Start),
                   bottom.side[Edge::Right] + reachAt(bottom, lines, Edge::Right)),
        high(bottom.side[Edge::End] - reachAt(bottom, lines, Edge::End),
             bottom.side[Edge::Left] - reachAt(bottom, lines, Edge::Left));
    if ((high - low).minCoeff() < 1) return Error{"The bend lines leave no bottom between them.", "drawing"};
    for (const Vec2& each : {low, Vec2(high.x(), low.y()), high, Vec2(low.x(), high.y())}) {
        constexpr double kRelief = 6; // mm that may be cut out at a corner
        if (!contains(outline, each + kRelief * (middle - each).normalized()))
            return Error{"The bottom between the bend lines is no rectangle.", "drawing"};
    }
    bottom.box = {low, high};
    for (const Edge edge : kRound)
        if (reachAt(bottom, lines, edge) > 0) bottom.bent.insert(edge);
    return bottom;
}

} // namespace goodfold::drawing
