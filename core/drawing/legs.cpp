#include "drawing/legs.h"

#include "drawing/edges.h"
#include "drawing/outlines.h"
#include "part/part.h"

#include <algorithm>
#include <cmath>

namespace goodfold::drawing {

namespace {

constexpr double kOneX = 1e-6; // mm

Vec2 turnedBy(const Vec2& point, double deg) {
    return Eigen::Rotation2Dd(radians(deg)) * point;
}

std::string nameOf(size_t leg) {
    constexpr size_t kLetters = 26;
    return leg < kLetters ? std::string(1, static_cast<char>('A' + leg)) : "L" + std::to_string(leg + 1);
}

std::string numberOf(size_t bend) {
    return std::to_string(bend + 1);
}

std::vector<job::Bend> bendsOf(const std::vector<Fold>& folds) {
    std::vector<job::Bend> bends;
    for (size_t i = 0; i < folds.size(); ++i) {
        job::Bend bend{.id = numberOf(i), .from = nameOf(i), .to = nameOf(i + 1)};
        bend.angleDeg = folds[i].angleDeg;
        bend.turn = folds[i].turn;
        bend.relief.kind = job::Relief::Kind::None; // what is cut there is drawn
        bends.push_back(std::move(bend));
    }
    return bends;
}

std::vector<Fold> kindsOf(const std::vector<FoldAt>& folds) {
    std::vector<Fold> kinds;
    kinds.reserve(folds.size());
    for (const FoldAt& each : folds)
        kinds.push_back(each.fold);
    return kinds;
}

/// New vertices where an upright line crosses straight stretches of the outline. The lowest and the highest;
/// nothing where it does not cross just twice, or crosses an arc.
std::optional<std::array<Vec2, 2>> cutAt(Path& path, double x) {
    std::vector<Vec2> found;
    Path cut;
    for (size_t i = 0; i < path.size(); ++i) {
        const PathVertex &here = path[i], &next = path[(i + 1) % path.size()];
        cut.push_back(here);
        const double a = here.point.x() - x, b = next.point.x() - x;
        if (std::abs(a) < kOneX) found.push_back(here.point);
        if (here.bulge != 0) {
            const auto box = boxOf(here.point, next.point, here.bulge);
            if (box.min().x() < x - kOneX && box.max().x() > x + kOneX) return {};
            continue;
        }
        if (std::abs(a) < kOneX || std::abs(b) < kOneX || a * b >= 0) continue;
        const Vec2 point = here.point + a / (a - b) * (next.point - here.point);
        cut.push_back({point, 0});
        found.push_back(point);
    }
    if (found.size() != 2) return {};
    path = std::move(cut);
    if (found[0].y() > found[1].y()) std::swap(found[0], found[1]);
    return std::array{found[0], found[1]};
}

/// The straight upright stretch that is the free end of an outer leg: the one that is farthest out for its
/// height. `direction` 1: going up, the last leg's end; -1: the first leg's start. Its two vertices.
std::optional<std::array<Vec2, 2>> freeEnd(const Path& path, double from, double to, double direction) {
    std::optional<std::array<Vec2, 2>> best;
    double most = 0;
    for (size_t i = 0; i < path.size(); ++i) {
        const Vec2 a = path[i].point, b = path[(i + 1) % path.size()].point;
        const bool isUpright =
            path[i].bulge == 0 && std::abs(a.x() - b.x()) < kOneX && (b.y() - a.y()) * direction > kOneX;
        if (!isUpright || a.x() < from - kOneX || a.x() > to + kOneX) continue;
        const double out = direction > 0 ? a.x() - from : to - a.x(), worth = out * (b - a).norm();
        if (worth <= most) continue;
        most = worth;
        best = direction > 0 ? std::array{a, b} : std::array{b, a}; // low, high
    }
    return best;
}

class Cutting {
public:
    Cutting(const job::Job& sheet, Path outline, const std::vector<FoldAt>& folds,
            std::vector<double> reaches, Drawn drawn)
        : path(std::move(outline)), folds(folds), reaches(std::move(reaches)), drawn(drawn) {
        made.job = sheet;
        if (drawn == Drawn::InnerFaces) made.job.dimensionTo = job::DimensionTo::Inside;
    }

    Result<Legs> legs() {
        for (size_t i = 0; i < folds.size(); ++i)
            if (auto wrong = cross(i)) return *wrong;
        for (size_t leg = 0; leg <= folds.size(); ++leg)
            if (auto wrong = add(leg)) return *wrong;
        made.job.bends = bendsOf(kindsOf(folds));
        return std::move(made);
    }

private:
    using Ends = std::array<Vec2, 2>; // low, high

    double from(size_t leg) const {
        return leg == 0 ? boxOf(path).min().x() : folds[leg - 1].x + reaches[leg - 1];
    }
    double to(size_t leg) const {
        return leg == folds.size() ? boxOf(path).max().x() : folds[leg].x - reaches[leg];
    }

    /// A bend needs its strip of metal, straight on both sides.
    std::optional<Error> cross(size_t i) {
        const auto near = cutAt(path, to(i)), far = cutAt(path, from(i + 1));
        const std::string line = "Bend line " + numberOf(i) + " from the left ";
        if (!near || !far)
            return Error{line +
                             "does not cross the outline just twice, on straight stretches: it is brought in "
                             "only where it runs once across the piece.",
                         "drawing"};
        constexpr double kStraight = 0.05; // mm
        if (((*near)[0] - (*far)[0]).y() > kStraight || ((*far)[0] - (*near)[0]).y() > kStraight ||
            std::abs(((*near)[1] - (*far)[1]).y()) > kStraight)
            return Error{
                line + "crosses where the outline runs aslant or steps: the strip that is bent there, " +
                    quantity::printNumber(2 * reaches[i], 1) + " mm wide, has to have straight sides.",
                "drawing"};
        if (folds[i].high < (*near)[0].y() || folds[i].low > (*near)[1].y())
            return Error{line + "lies beside the piece.", "drawing"};
        ends.push_back({*near, *far});
        return {};
    }

    std::optional<Error> add(size_t leg) {
        const bool isFirst = leg == 0, isLast = leg == folds.size();
        const double start = from(leg), end = to(leg);
        if (end - start < kOneX)
            return Error{"Bend lines " + numberOf(leg - 1) + " and " + numberOf(leg) +
                             " from the left are closer than the metal that they take.",
                         "drawing"};
        const auto first = isFirst ? freeEnd(path, start, end, -1) : std::optional(ends[leg - 1].second);
        const auto last = isLast ? freeEnd(path, start, end, 1) : std::optional(ends[leg].first);
        if (!first || !last)
            return Error{std::string("The ") + (isFirst ? "left" : "right") +
                             " end of the piece has no straight side along its bend lines to measure from.",
                         "drawing"};
        const Corners corners{vertexAt(path, (*first)[0]), vertexAt(path, (*last)[0]),
                              vertexAt(path, (*last)[1]), vertexAt(path, (*first)[1])};
        std::set<job::Edge> bent;
        if (!isFirst) bent.insert(job::Edge::Start);
        if (!isLast) bent.insert(job::Edge::End);
        job::Plate plate = plateOf(path, corners, bent);
        plate.id = nameOf(leg);
        plate.flatFirst = drawn == Drawn::Blank;
        plate.length =
            (isLast ? (*last)[0].x() : folds[leg].x) - (isFirst ? (*first)[0].x() : folds[leg - 1].x);
        if (!isFirst) plate.width.reset(); // the whole edge
        Pose2 own = Pose2::Identity();
        own.translation() = -(*first)[0];
        constexpr double kFar = 1e6; // mm: across it is the whole piece
        made.legs.push_back(
            {own, {Vec2(0, -kFar), Vec2((isLast ? (*last)[0].x() : end) - (*first)[0].x(), kFar)}});
        made.job.plates.push_back(std::move(plate));
        return {};
    }

    Path path;
    const std::vector<FoldAt>& folds;
    std::vector<double> reaches; // of each bend, to either side of its line
    Drawn drawn;
    std::vector<std::pair<Ends, Ends>> ends; // of each bend: at its near tangent line and at its far one
    Legs made;
};

} // namespace

std::vector<double> reachesOf(job::Job job, const std::vector<Fold>& folds,
                              const material::Material& material, Drawn drawn) {
    constexpr double kLong = 500; // mm
    job.bends = bendsOf(folds);
    for (size_t i = 0; i <= folds.size(); ++i)
        job.plates.push_back(
            {.id = nameOf(i), .length = kLong, .width = i == 0 ? std::optional(kLong) : std::nullopt});
    const part::Part part = part::solve(job, material);
    std::vector<double> all;
    for (const part::PartBend& bend : part.bends)
        all.push_back(drawn == Drawn::Blank
                          ? bend.allowance / 2
                          : bend::setback(bend.shape, drawn == Drawn::OuterFaces ? job::DimensionTo::Outside
                                                                                 : job::DimensionTo::Inside));
    return all;
}

double turnToUpright(const Drawing& drawing, const std::map<std::string, Fold>& layers) {
    for (const Stretch& each : drawing.stretches) {
        if (!layers.contains(each.layer) || each.bulge != 0) continue;
        const Vec2 way = each.to - each.from;
        double deg = 90 - degrees(std::atan2(way.y(), way.x()));
        while (deg > 90)
            deg -= 180;
        while (deg <= -90)
            deg += 180;
        return std::abs(deg) < 1e-9 ? 0 : deg;
    }
    return 0;
}

Drawing turned(const Drawing& drawing, double deg) {
    Drawing made = drawing;
    if (deg == 0) return made;
    for (Stretch& each : made.stretches) {
        each.from = turnedBy(each.from, deg);
        each.to = turnedBy(each.to, deg);
    }
    for (Circle& each : made.circles)
        each.at = turnedBy(each.at, deg);
    for (Point& each : made.points)
        each.at = turnedBy(each.at, deg);
    return made;
}

Result<std::vector<FoldAt>> foldsOf(const Drawing& upright, const std::map<std::string, Fold>& layers) {
    std::vector<FoldAt> all;
    for (const Stretch& each : upright.stretches) {
        const auto layer = layers.find(each.layer);
        if (layer == layers.end()) continue;
        const Vec2 way = each.to - each.from;
        constexpr double kAslant = 0.002; // a tenth of a degree
        if (each.bulge != 0 || std::abs(way.x()) > kAslant * way.norm() + kJoins)
            return Error{
                "The lines on layer " + each.layer +
                    " do not all run side by side: only a piece that is bent across, line after line, "
                    "is brought in bent. Leave the layer out, and add its legs anew.",
                "drawing"};
        const double x = (each.from.x() + each.to.x()) / 2;
        const auto [low, high] = std::minmax(each.from.y(), each.to.y());
        const auto same = std::find_if(all.begin(), all.end(),
                                       [&](const FoldAt& other) { return std::abs(other.x - x) < kJoins; });
        if (same == all.end()) {
            all.push_back({x, low, high, layer->second});
            continue;
        }
        same->low = std::min(same->low, low);
        same->high = std::max(same->high, high);
    }
    std::sort(all.begin(), all.end(), [](const FoldAt& a, const FoldAt& b) { return a.x < b.x; });
    return all;
}

Result<Legs> legsFrom(const job::Job& sheet, Path outline, const std::vector<FoldAt>& folds,
                      const material::Material& material, Drawn drawn) {
    return Cutting(sheet, std::move(outline), folds, reachesOf(sheet, kindsOf(folds), material, drawn), drawn)
        .legs();
}

} // namespace goodfold::drawing
