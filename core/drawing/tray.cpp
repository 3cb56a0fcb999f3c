#include "drawing/tray.h"

#include "drawing/edges.h"
#include "drawing/outlines.h"
#include "drawing/tray_bottom.h"

#include <algorithm>
#include <cmath>
#include <numeric>

namespace goodfold::drawing {

namespace {

using job::Edge;
using Line = TrayLine;

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

class Tray {
public:
    Tray(const job::Job& sheet, const Path& outline, std::vector<Line> lines, TrayBottom bottom, Drawn drawn)
        : outline(outline), lines(std::move(lines)), bottom(std::move(bottom)), drawn(drawn) {
        made.job = sheet;
        if (drawn == Drawn::InnerFaces) made.job.dimensionTo = job::DimensionTo::Inside;
    }

    Result<Legs> legs() {
        addBottom();
        for (const Edge edge : kRound)
            for (Line& line : lines)
                if (!line.isTaken && bottom.has(line, edge))
                    if (auto wrong = flange(line, aheadOf(edge), outline,
                                            {letterOf(0), edge, bottom.box, bottom.bent}))
                        return *wrong;
        for (const Line& line : lines)
            if (!line.isTaken)
                return Error{"The bend line at " + placeOf(line) +
                                 " is at no edge of the leg it is on: leave its layer out, and add what is "
                                 "bent there anew.",
                             "drawing"};
        return std::move(made);
    }

private:
    /// What a leg hangs on.
    struct Parent {
        std::string id;
        Edge edge = Edge::End;
        Eigen::AlignedBox2d box; // between its bends, in the drawing
        std::set<Edge> bent;     // its edges that have some
    };

    static std::string placeOf(const Line& line) {
        return quantity::printNumber(line.middle().x(), 1) + ", " +
               quantity::printNumber(line.middle().y(), 1);
    }

    void addBottom() {
        job::Plate plate{.id = letterOf(0)};
        plate.length = bottom.side.at(Edge::End) - bottom.side.at(Edge::Start);
        plate.flatFirst = drawn == Drawn::Blank;
        plate.width = bottom.side.at(Edge::Left) - bottom.side.at(Edge::Right);
        made.job.plates.push_back(std::move(plate));
        Pose2 own = Pose2::Identity();
        own.translation() = -bottom.box.min();
        made.legs.push_back({own, {Vec2(0, 0), bottom.box.sizes()}});
    }

    /// One on an edge of another leg, `path` being what that is cut from, ahead; what is bent on at its end,
    /// and on its sides.
    std::optional<Error> flange(Line& own, const Pose2& ahead, const Path& around, const Parent& parent) {
        own.isTaken = true;
        const Vec2 at = ahead * own.middle();
        const auto cut = cutOffAt(moved(around, ahead), at.x() + own.reach, at.y());
        if (!cut)
            return Error{"Beyond the bend line at " + placeOf(own) + " there is no strip of metal.",
                         "drawing"};
        if (runsOnInMetal(own))
            return Error{"The bend line at " + placeOf(own) +
                             " ends in the metal: it has to run from edge to edge, or from cut to cut.",
                         "drawing"};
        const Path& piece = cut->beyond;
        Leg leg{piece, at.x(), piece.front().point.y(), piece.back().point.y(), {}};
        leg.next = following(piece, ahead, at.x());
        if (leg.next) leg.until = (ahead * leg.next->middle()).x();
        for (const Edge edge : {Edge::Right, Edge::Left})
            if (auto wrong = takeSides(leg, edge, ahead)) return wrong;
        const Vec2 one = ahead * parent.box.min(), other = ahead * parent.box.max();
        const auto [right, left] = std::minmax({one.y(), other.y()});
        toCorners(leg, parent, right, left);
        auto cutOut = plateFrom(leg);
        if (!cutOut) return cutOut.error();
        job::Bend bend{.id = std::to_string(made.job.bends.size() + 1),
                       .from = parent.id,
                       .edge = parent.edge,
                       .to = letterOf(made.job.plates.size())};
        bend.angleDeg = own.fold.angleDeg;
        bend.turn = own.fold.turn;
        job::Plate plate = *std::move(cutOut);
        plate.id = bend.to;
        place(plate, bend, leg.low - leg.taken[0] - right, leg.high + leg.taken[1] - right, left - right);
        Pose2 fromDrawing = ahead;
        fromDrawing.pretranslate(Vec2(-(at.x() + own.reach), -leg.low));
        const double far = leg.next ? leg.until - leg.next->reach : leg.end;
        made.legs.push_back({fromDrawing, {Vec2(0, 0), Vec2(far - at.x() - own.reach, leg.high - leg.low)}});
        made.job.plates.push_back(std::move(plate));
        made.job.bends.push_back(bend);
        Parent self{bend.to, Edge::End, {}, {Edge::Start}};
        if (leg.next) self.bent.insert(Edge::End);
        self.box.extend(ahead.inverse() * Vec2(at.x() + own.reach, leg.low));
        self.box.extend(ahead.inverse() * Vec2(far, leg.high));
        const Path inDrawing = moved(piece, ahead.inverse());
        if (leg.next)
            if (auto wrong = flange(*leg.next, ahead, inDrawing, self)) return wrong;
        for (const auto& [edge, line] : leg.sides) {
            self.edge = edge;
            if (auto wrong = flange(*line, aheadOf(edge) * ahead, inDrawing, self)) return wrong;
        }
        return {};
    }

    /// A leg as it is cut out of the drawing, ahead.
    struct Leg {
        Path path;                                 // what is bent on at its sides cut off
        double x = 0;                              // of its bend line
        double low = 0, high = 0;                  // its sides
        std::array<double, 2> taken{};             // by what is bent on there: a width goes to its lines
        std::vector<std::pair<Edge, Line*>> sides; // what is bent on there
        Line* next = nullptr;                      // at its end
        double until = 0;                          // where that is
        double end = 0;                            // else where it ends
    };

    /// What is bent on at one side: all along the line that is nearest.
    std::optional<Error> takeSides(Leg& leg, Edge edge, const Pose2& ahead) {
        const Pose2 turn = aheadOf(edge), aside = turn * ahead;
        const double middle = (leg.low + leg.high) / 2;
        std::optional<double> nearest;
        const auto outOf = [&](const Line& line) -> std::optional<double> {
            const Vec2 way = ahead.linear() * (line.to - line.from), at = ahead * line.middle();
            const double out = edge == Edge::Left ? at.y() - middle : middle - at.y();
            const bool isBefore = at.x() > leg.x && (!leg.next || at.x() < leg.until);
            if (line.isTaken || std::abs(way.x()) < std::abs(way.y()) || out <= 0 || !isBefore ||
                !contains(leg.path, at))
                return {};
            return out;
        };
        for (const Line& line : lines)
            if (const auto out = outOf(line); out && (!nearest || *out < *nearest)) nearest = out;
        if (!nearest) return {};
        double reach = 0;
        for (Line& line : lines)
            if (const auto out = outOf(line); out && *out < *nearest + kJoins) {
                leg.sides.emplace_back(edge, &line);
                reach = std::max(reach, line.reach);
            }
        for (const auto& [side, line] : leg.sides) {
            if (side != edge) continue;
            const Vec2 at = aside * line->middle();
            const auto cut = cutOffAt(moved(leg.path, turn), at.x() - line->reach, at.y());
            if (!cut)
                return Error{"Beyond the bend line at " + placeOf(*line) + " there is no strip of metal.",
                             "drawing"};
            Path left = moved(cut->left, turn.inverse());
            if (edge == Edge::Right && left.front().point.x() > leg.path.front().point.x() + kJoins)
                std::rotate(left.rbegin(), left.rbegin() + 1, left.rend()); // the corner went with it
            constexpr double kCorner = 3; // mm, that may go: the bends' own relief
            if ((left.front().point - leg.path.front().point).norm() > kCorner ||
                (left.back().point - leg.path.back().point).norm() > kCorner)
                return Error{
                    "What is bent on at " + placeOf(*line) +
                        " takes the corner of the leg that it is on: leave its layer out, and add it "
                        "anew.",
                    "drawing"};
            leg.path = left;
        }
        leg.taken[edge == Edge::Left] = reach;
        (edge == Edge::Left ? leg.high : leg.low) =
            edge == Edge::Left ? middle + *nearest - reach : middle - *nearest + reach;
        return {};
    }

    /// A leg that ends this little before a corner with another bend ends at it: with another radius that one
    /// would leave it no edge to stand on.
    static void toCorners(Leg& leg, const Parent& parent, double right, double left) {
        constexpr double kNear = 0.5; // mm
        const size_t own =
            static_cast<size_t>(std::find(kRound.begin(), kRound.end(), parent.edge) - kRound.begin());
        const auto isBent = [&](size_t by) {
            return parent.bent.contains(kRound[(own + by) % kRound.size()]);
        };
        const auto isFree = [&](Edge edge) {
            return std::none_of(leg.sides.begin(), leg.sides.end(),
                                [&](const auto& side) { return side.first == edge; });
        };
        if (isBent(3) && isFree(Edge::Right) && leg.low > right && leg.low < right + kNear) leg.low = right;
        if (isBent(1) && isFree(Edge::Left) && leg.high < left && leg.high > left - kNear) leg.high = left;
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

    /// Up to what is bent on at its end.
    Result<job::Plate> plateFrom(Leg& leg) const {
        Path path = leg.path;
        std::optional<std::array<Vec2, 2>> end;
        std::set<Edge> bent{Edge::Start};
        for (const auto& side : leg.sides)
            bent.insert(side.first);
        if (leg.next) {
            const auto cut = cutOffAt(path, leg.until - leg.next->reach, (leg.low + leg.high) / 2);
            if (!cut) return Error{"A bend line does not cross its leg from edge to edge.", "drawing"};
            end = std::array{cut->beyond.front().point, cut->beyond.back().point};
            path = cut->left;
            bent.insert(Edge::End);
        } else {
            end = farthestSide(path);
        }
        if (!end) return Error{"A leg has no straight end along its bend line to measure from.", "drawing"};
        leg.end = (*end)[0].x();
        const Corners corners{0, vertexAt(path, (*end)[0]), vertexAt(path, (*end)[1]), path.size() - 1};
        job::Plate plate = plateOf(path, corners, bent);
        for (const auto& side : leg.sides) // it runs along what is bent on there
            plate.inset.erase(side.first);
        plate.flatFirst = drawn == Drawn::Blank;
        plate.length = (leg.next ? leg.until : leg.end) - leg.x;
        return plate;
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
    TrayBottom bottom;
    Drawn drawn;
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
    auto lines = trayLines(upright, layers, outline);
    if (!lines) return lines.error();
    std::vector<Line> all = *std::move(lines);
    std::vector<Fold> folds;
    folds.reserve(all.size());
    for (const Line& line : all)
        folds.push_back(line.fold);
    const std::vector<double> reaches = reachesOf(sheet, folds, material, drawn);
    for (size_t i = 0; i < all.size(); ++i)
        all[i].reach = reaches[i];
    // The bottom is amid the lines; where that is no piece, on one side or the other of one of them.
    std::vector<Vec2> middles{Vec2(0, 0)};
    for (const Line& line : all) {
        constexpr double kBeside = 2; // mm
        middles[0] += line.middle() / static_cast<double>(all.size());
        const Vec2 aside = (line.isUpright ? Vec2(1, 0) : Vec2(0, 1)) * (line.reach + kBeside);
        middles.insert(middles.end(), {line.middle() - aside, line.middle() + aside});
    }
    std::optional<Error> wrong;
    for (const Vec2& middle : middles) {
        const auto bottom = bottomRound(middle, outline, all);
        auto made = bottom ? Tray(sheet, outline, all, *bottom, drawn).legs() : Result<Legs>(bottom.error());
        if (made) return made;
        if (!wrong) wrong = made.error();
    }
    return *wrong;
}

} // namespace goodfold::drawing
