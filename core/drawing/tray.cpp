#include "drawing/tray.h"

#include "drawing/edges.h"
#include "drawing/outlines.h"

#include <algorithm>
#include <cmath>
#include <numeric>

namespace goodfold::drawing {

namespace {

using job::Edge;

constexpr double kAslant = 0.002; // a tenth of a degree

/// A bend line, and what it takes to either side.
struct Line {
    Vec2 from{0, 0}, to{0, 0};
    Fold fold;
    double reach = 0;
    bool isUpright = true;
    bool isTaken = false; // by a bend
    Vec2 middle() const { return (from + to) / 2; }
};

/// Whether there is metal on both sides of a line there: not where it runs on along an edge.
bool isInMetal(const Path& outline, const Vec2& at, bool isUpright) {
    constexpr double kAside = 0.2; // mm
    const Vec2 aside = isUpright ? Vec2(kAside, 0) : Vec2(0, kAside);
    return contains(outline, at + aside) && contains(outline, at - aside);
}

/// Dashes of one line are joined, those of two flanges on one edge are not.
Result<std::vector<Line>> linesOf(const Drawing& upright, const std::map<std::string, Fold>& layers,
                                  const Path& outline) {
    std::vector<Line> all;
    for (const Stretch& each : upright.stretches) {
        const auto layer = layers.find(each.layer);
        if (layer == layers.end()) continue;
        const Vec2 way = (each.to - each.from).cwiseAbs();
        const bool isUpright = way.x() < way.y();
        if (each.bulge != 0 || way.minCoeff() > kAslant * way.norm() + kJoins)
            return Error{
                "A line on layer " + each.layer +
                    " runs aslant: a bottom with legs round it has its bend lines along and across it.",
                "drawing"};
        const int across = isUpright ? 0 : 1, along = 1 - across;
        const auto same = std::find_if(all.begin(), all.end(), [&](const Line& other) {
            if (other.isUpright != isUpright ||
                std::abs(other.middle()[across] - each.from[across]) >= kJoins)
                return false;
            const auto [low, high] = std::minmax(other.from[along], other.to[along]);
            const auto [from, to] = std::minmax(each.from[along], each.to[along]);
            Vec2 between = other.middle();
            between[along] = from > high ? (high + from) / 2 : to < low ? (to + low) / 2 : between[along];
            return isInMetal(outline, between, isUpright);
        });
        if (same == all.end()) {
            all.push_back({each.from, each.to, layer->second, 0, isUpright});
            continue;
        }
        double low = std::min({same->from[along], same->to[along], each.from[along], each.to[along]});
        double high = std::max({same->from[along], same->to[along], each.from[along], each.to[along]});
        same->from[along] = low;
        same->to[along] = high;
    }
    return all;
}

/// Metal is bent along one line or the other, not along both.
bool doCross(const Line& upright, const Line& lying) {
    constexpr double kTouches = 1; // mm: at a corner their ends may meet
    const auto [low, high] = std::minmax(upright.from.y(), upright.to.y());
    const auto [left, right] = std::minmax(lying.from.x(), lying.to.x());
    const Vec2 at(upright.middle().x(), lying.middle().y());
    const bool onUpright = at.y() > low - kTouches && at.y() < high + kTouches;
    const bool onLying = at.x() > left - kTouches && at.x() < right + kTouches;
    const bool isAtEnd = at.y() < low + kTouches || at.y() > high - kTouches;
    const bool isAtOthersEnd = at.x() < left + kTouches || at.x() > right - kTouches;
    return onUpright && onLying && !(isAtEnd && isAtOthersEnd);
}

std::string letterOf(size_t plate) {
    constexpr size_t kLetters = 26;
    return plate < kLetters ? std::string(1, static_cast<char>('A' + plate))
                            : "L" + std::to_string(plate + 1);
}

/// The drawing turned so that what lies beyond an edge of the bottom is ahead, along x.
Pose2 aheadOf(Edge edge) {
    const double deg = edge == Edge::End ? 0 : edge == Edge::Left ? -90 : edge == Edge::Start ? 180 : 90;
    return Pose2(Eigen::Rotation2Dd(radians(deg)));
}

/// What of a path lies beyond an upright line, at this height: from the lower crossing round to the upper
/// one. A line that runs through corners is taken a hundredth of a micron on.
std::optional<Path> beyond(const Path& path, double x, double height) {
    constexpr double kOn = 1e-6, kOneStep = 1e-5; // mm
    for (const PathVertex& vertex : path)
        if (std::abs(vertex.point.x() - x) < kOn) {
            x += kOneStep;
            break;
        }
    Path cut;
    std::vector<double> crossed;
    for (size_t i = 0; i < path.size(); ++i) {
        const PathVertex &here = path[i], &next = path[(i + 1) % path.size()];
        cut.push_back(here);
        const double a = here.point.x() - x, b = next.point.x() - x;
        if (here.bulge != 0 || a * b >= 0) continue;
        const Vec2 point(x, here.point.y() + (next.point.y() - here.point.y()) * a / (a - b));
        cut.push_back({point, 0});
        crossed.push_back(point.y());
    }
    std::sort(crossed.begin(), crossed.end());
    const auto above = std::upper_bound(crossed.begin(), crossed.end(), height);
    if (above == crossed.begin() || above == crossed.end()) return {};
    const size_t low = vertexAt(cut, {x, *(above - 1)}), high = vertexAt(cut, {x, *above});
    if (low == cut.size() || high == cut.size()) return {};
    Path own;
    for (size_t i = low; i != high; i = (i + 1) % cut.size())
        own.push_back(cut[i]);
    own.push_back({cut[high].point, 0});
    return own;
}

class Tray {
public:
    Tray(const job::Job& sheet, const Path& outline, std::vector<Line> lines, Drawn drawn)
        : outline(outline), lines(std::move(lines)), drawn(drawn) {
        made.job = sheet;
        if (drawn == Drawn::InnerFaces) made.job.dimensionTo = job::DimensionTo::Inside;
    }

    Result<Legs> legs() {
        if (auto wrong = bottom()) return *wrong;
        for (const Edge edge : {Edge::Right, Edge::End, Edge::Left, Edge::Start})
            for (Line& line : lines)
                if (!line.isTaken && isOn(line, edge))
                    if (auto wrong = flange(line, edge)) return *wrong;
        for (const Line& line : lines)
            if (!line.isTaken)
                return Error{"The bend line at " + numberOf(line.middle().x()) + ", " +
                                 numberOf(line.middle().y()) +
                                 " stands on the side of a leg, or in the middle of a piece: leave its layer "
                                 "out, and add that leg anew.",
                             "drawing"};
        return std::move(made);
    }

private:
    static std::string numberOf(double mm) { return quantity::printNumber(mm, 1); }

    /// Where the bottom ends there: at its bend lines, or at the outline.
    double sideOf(Edge edge) const {
        const bool isUpright = edge == Edge::Start || edge == Edge::End;
        const int across = isUpright ? 0 : 1;
        const double sign = edge == Edge::End || edge == Edge::Left ? 1 : -1;
        std::optional<double> nearest;
        for (const Line& line : lines) {
            const double out = sign * (line.middle()[across] - middle[across]);
            if (line.isUpright == isUpright && out > 0 && (!nearest || out < *nearest)) nearest = out;
        }
        if (nearest) return middle[across] + sign * *nearest;
        const auto box = boxOf(outline);
        return sign > 0 ? box.max()[across] : box.min()[across];
    }

    bool isOn(const Line& line, Edge edge) const {
        const bool isUpright = edge == Edge::Start || edge == Edge::End;
        return line.isUpright == isUpright &&
               std::abs(line.middle()[isUpright ? 0 : 1] - side.at(edge)) < kJoins;
    }

    /// The most that a bend on that edge takes of the bottom.
    double reachAt(Edge edge) const {
        double most = 0;
        for (const Line& line : lines)
            if (isOn(line, edge)) most = std::max(most, line.reach);
        return most;
    }

    std::optional<Error> bottom() {
        for (const Line& line : lines)
            middle += line.middle() / static_cast<double>(lines.size());
        for (const Edge edge : {Edge::Right, Edge::End, Edge::Left, Edge::Start})
            side[edge] = sideOf(edge);
        corner = {side[Edge::Start] + reachAt(Edge::Start), side[Edge::Right] + reachAt(Edge::Right)};
        const Vec2 opposite(side[Edge::End] - reachAt(Edge::End), side[Edge::Left] - reachAt(Edge::Left));
        if ((opposite - corner).minCoeff() < 1)
            return Error{"The bend lines leave no bottom between them.", "drawing"};
        for (const Vec2& each : {Vec2(corner.x(), corner.y()), Vec2(opposite.x(), corner.y()), opposite,
                                 Vec2(corner.x(), opposite.y())}) {
            const Vec2 inward = (middle - each).normalized();
            constexpr double kRelief = 6; // mm that may be cut out at a corner
            if (!contains(outline, each + kRelief * inward))
                return Error{"The bottom between the bend lines is no rectangle.", "drawing"};
        }
        size = opposite - corner;
        job::Plate plate{.id = letterOf(0)};
        plate.length = side[Edge::End] - side[Edge::Start];
        plate.flatFirst = drawn == Drawn::Blank;
        plate.width = side[Edge::Left] - side[Edge::Right];
        made.job.plates.push_back(std::move(plate));
        Pose2 own = Pose2::Identity();
        own.translation() = -corner;
        made.legs.push_back({own, {Vec2(0, 0), size}});
        return {};
    }

    /// One on an edge of the bottom, and those that follow on its end.
    std::optional<Error> flange(Line& line, Edge edge) {
        const Pose2 ahead = aheadOf(edge);
        const Vec2 rootCorner = ahead * corner, rootOpposite = ahead * Vec2(corner + size);
        const double right = std::min(rootCorner.y(), rootOpposite.y()),
                     along = std::abs(rootCorner.y() - rootOpposite.y());
        std::string parent = letterOf(0);
        Path path = moved(outline, ahead);
        Line* next = &line;
        for (bool isFirst = true; next; isFirst = false) {
            Line& own = *next;
            own.isTaken = true;
            const Vec2 at = ahead * own.middle();
            const auto piece = beyond(path, at.x() + own.reach, at.y());
            if (!piece)
                return Error{"Beyond the bend line at " + numberOf(own.middle().x()) + ", " +
                                 numberOf(own.middle().y()) + " there is no strip of metal.",
                             "drawing"};
            if (runsOnInMetal(own))
                return Error{"The bend line at " + numberOf(own.middle().x()) + ", " +
                                 numberOf(own.middle().y()) +
                                 " ends in the metal: it has to run from edge to edge, or from cut to cut.",
                             "drawing"};
            next = following(*piece, ahead, at.x());
            const double until = next ? (ahead * next->middle()).x() : 0;
            auto plate = plateFrom(*piece, at.x(), next, until);
            if (!plate) return plate.error();
            job::Bend bend{.id = std::to_string(made.job.bends.size() + 1),
                           .from = parent,
                           .edge = isFirst ? edge : Edge::End,
                           .to = letterOf(made.job.plates.size())};
            bend.angleDeg = own.fold.angleDeg;
            bend.turn = own.fold.turn;
            job::Plate flange = *std::move(plate);
            flange.id = bend.to;
            const double low = piece->front().point.y(), high = piece->back().point.y();
            if (isFirst)
                place(flange, bend, low - right, high - right, along);
            else
                flange.width.reset(); // the whole edge
            Pose2 fromDrawing = ahead;
            fromDrawing.pretranslate(Vec2(-(at.x() + own.reach), -low));
            made.legs.push_back(
                {fromDrawing, {Vec2(0, 0), Vec2(boxOf(*piece).max().x() - at.x(), high - low)}});
            parent = bend.to;
            made.job.plates.push_back(std::move(flange));
            made.job.bends.push_back(std::move(bend));
            path = *piece;
        }
        return {};
    }

    /// Past its ends there has to be an edge, or what is cut out there.
    bool runsOnInMetal(const Line& line) const {
        const Vec2 way = (line.to - line.from).normalized();
        const auto isClosed = [&](const Vec2& end, const Vec2& on) {
            for (const double past : {0.0, 0.3, 1.0, 2.0, 4.0}) // mm: a line may stop before the edge
                if (!isInMetal(outline, end + past * on, line.isUpright)) return false;
            return true;
        };
        return isClosed(line.from, -way) || isClosed(line.to, way);
    }

    /// Along the bottom's edge from its right end; what stands beyond the edge reaches past the bend.
    static void place(job::Plate& flange, job::Bend& bend, double low, double high, double along) {
        constexpr double kWhole = 0.05; // mm
        const double from = std::max(0.0, low), to = std::min(along, high);
        bend.offset = from < kWhole ? 0 : from;
        flange.width = to - from;
        if (low < kWhole && high > along - kWhole) flange.width.reset();
        if (from - low > kWhole) flange.shoulder[Edge::Right] = from - low;
        if (high - to > kWhole) flange.shoulder[Edge::Left] = high - to;
    }

    /// The nearest bend line on a flange, ahead.
    Line* following(const Path& piece, const Pose2& ahead, double x) {
        Line* nearest = nullptr;
        for (Line& line : lines) {
            const Vec2 way = ahead.linear() * (line.to - line.from), at = ahead * line.middle();
            if (line.isTaken || std::abs(way.x()) > std::abs(way.y()) || !contains(piece, at)) continue;
            if (at.x() > x && (!nearest || at.x() < (ahead * nearest->middle()).x())) nearest = &line;
        }
        return nearest;
    }

    /// Of a piece beyond a bend line at `x`, up to the next one.
    Result<job::Plate> plateFrom(const Path& piece, double x, const Line* next, double until) const {
        Path path = piece;
        std::optional<std::array<Vec2, 2>> end;
        std::set<Edge> bent{Edge::Start};
        if (next) {
            const auto rest =
                beyond(path, until - next->reach, (piece.front().point.y() + piece.back().point.y()) / 2);
            if (!rest) return Error{"A bend line does not cross its leg from edge to edge.", "drawing"};
            end = std::array{rest->front().point, rest->back().point};
            path = withoutBeyond(path, *rest);
            bent.insert(Edge::End);
        } else {
            end = farthestSide(path);
        }
        if (!end) return Error{"A leg has no straight end along its bend line to measure from.", "drawing"};
        const Corners corners{0, vertexAt(path, (*end)[0]), vertexAt(path, (*end)[1]), path.size() - 1};
        job::Plate plate = plateOf(path, corners, bent);
        plate.flatFirst = drawn == Drawn::Blank;
        plate.length = (next ? until : (*end)[0].x()) - x;
        return plate;
    }

    static Path withoutBeyond(const Path& path, const Path& rest) {
        Path own;
        for (const PathVertex& vertex : path) {
            if (vertex.point.x() < rest.front().point.x()) {
                own.push_back(vertex);
                continue;
            }
            if (!own.empty() && own.back().point == rest.back().point) continue;
            own.push_back({rest.front().point, 0});
            own.push_back({rest.back().point, 0});
        }
        return own;
    }

    /// The upright side that is farthest out for its height.
    static std::optional<std::array<Vec2, 2>> farthestSide(const Path& path) {
        std::optional<std::array<Vec2, 2>> best;
        double most = 0;
        for (size_t i = 0; i + 1 < path.size(); ++i) {
            const Vec2 a = path[i].point, b = path[i + 1].point;
            const bool isSide = path[i].bulge == 0 && std::abs(a.x() - b.x()) < 1e-6 && b.y() > a.y();
            const double worth = (a.x() - path.front().point.x()) * (b.y() - a.y());
            if (!isSide || worth <= most) continue;
            most = worth;
            best = std::array{a, b};
        }
        return best;
    }

    const Path& outline;
    std::vector<Line> lines;
    Drawn drawn;
    Vec2 middle{0, 0};             // of all bend lines
    std::map<Edge, double> side;   // x or y of the bottom's bend lines
    Vec2 corner{0, 0}, size{0, 0}; // of the bottom between tangent lines
    Legs made;
};

} // namespace

bool isTray(const Drawing& upright, const std::map<std::string, Fold>& layers) {
    return std::any_of(upright.stretches.begin(), upright.stretches.end(), [&](const Stretch& each) {
        return layers.contains(each.layer) &&
               std::abs(each.to.x() - each.from.x()) > std::abs(each.to.y() - each.from.y());
    });
}

Result<Legs> trayFrom(const job::Job& sheet, const Path& outline, const Drawing& upright,
                      const std::map<std::string, Fold>& layers, const material::Material& material,
                      Drawn drawn) {
    auto lines = linesOf(upright, layers, outline);
    if (!lines) return lines.error();
    std::vector<Line> all = *std::move(lines);
    for (const Line& one : all)
        for (const Line& other : all)
            if (one.isUpright && !other.isUpright && doCross(one, other))
                return Error{"Bend lines cross one another: metal is bent along lines that run side by side, "
                             "or round a bottom.",
                             "drawing"};
    std::vector<Fold> folds;
    folds.reserve(all.size());
    for (const Line& line : all)
        folds.push_back(line.fold);
    const std::vector<double> reaches = reachesOf(sheet, folds, material, drawn);
    for (size_t i = 0; i < all.size(); ++i)
        all[i].reach = reaches[i];
    return Tray(sheet, outline, std::move(all), drawn).legs();
}

} // namespace goodfold::drawing
