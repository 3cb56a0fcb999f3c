#include "drawing/blank.h"

#include "drawing/edges.h"
#include "drawing/legs.h"
#include "drawing/outlines.h"
#include "drawing/shapes.h"
#include "drawing/tray.h"

#include <algorithm>
#include <cmath>

namespace goodfold::drawing {

namespace {

constexpr double kSame = 1e-6; // mm

/// Four places on an outline, counter-clockwise: start right, end right, end left, start left. Start and end
/// run along y.
struct Chosen {
    Corners at{}; // vertices of the path
    double worth = 0;
};

bool isUpright(const Path& path, size_t i, double direction) {
    const PathVertex &here = path[i], &next = path[(i + 1) % path.size()];
    return here.bulge == 0 && std::abs(next.point.x() - here.point.x()) < kSame &&
           (next.point.y() - here.point.y()) * direction > kSame;
}

/// Upright straight stretches, the start's going down and the end's up: those that take in the most between
/// them, and are of one height rather than not.
std::optional<Chosen> uprightCorners(const Path& path) {
    std::optional<Chosen> best;
    for (size_t start = 0; start < path.size(); ++start) {
        if (!isUpright(path, start, -1)) continue;
        for (size_t end = 0; end < path.size(); ++end) {
            if (!isUpright(path, end, 1)) continue;
            const size_t startRight = (start + 1) % path.size(), endLeft = (end + 1) % path.size();
            const double length = path[end].point.x() - path[start].point.x();
            const double startWide = path[start].point.y() - path[startRight].point.y();
            const double endWide = path[endLeft].point.y() - path[end].point.y();
            const double aslant = std::abs(path[end].point.y() - path[startRight].point.y()) +
                                  std::abs(path[endLeft].point.y() - path[start].point.y());
            const double worth = length * std::min(startWide, endWide) / (1 + aslant / 10);
            if (length > kSame && (!best || worth > best->worth))
                best = Chosen{{startRight, end, endLeft, start}, worth};
        }
    }
    return best;
}

/// Where an upright line crosses the outline, with new vertices there: the lowest place and the highest.
std::optional<std::array<Vec2, 2>> crossings(Path& path, double x) {
    std::vector<Vec2> found;
    Path cut;
    for (size_t i = 0; i < path.size(); ++i) {
        const PathVertex &here = path[i], &next = path[(i + 1) % path.size()];
        cut.push_back(here);
        if (here.bulge != 0) continue;
        const double a = here.point.x() - x, b = next.point.x() - x;
        if (a * b >= 0) continue;
        const Vec2 point = here.point + a / (a - b) * (next.point - here.point);
        cut.push_back({point, 0});
        found.push_back(point);
    }
    if (found.size() < 2) return {};
    path = std::move(cut);
    const auto [low, high] = std::minmax_element(found.begin(), found.end(),
                                                 [](const Vec2& p, const Vec2& q) { return p.y() < q.y(); });
    return std::array{*low, *high};
}

/// Of an outline without upright sides: arcs in halves of halves, so that lines cross straight stretches only
/// where there are some, and else at vertices of the arcs.
Path inShortArcs(const Path& path) {
    Path out;
    for (size_t i = 0; i < path.size(); ++i) {
        const PathVertex &here = path[i], &next = path[(i + 1) % path.size()];
        if (here.bulge == 0) {
            out.push_back(here);
            continue;
        }
        const Arc arc = arcOf(here.point, next.point, here.bulge);
        constexpr double kStep = 0.35; // radians
        const int parts = std::max(1, static_cast<int>(std::ceil(std::abs(arc.sweepRad) / kStep)));
        for (int part = 0; part < parts; ++part) {
            const double at = arc.startRad + arc.sweepRad * part / parts;
            out.push_back(
                {part == 0 ? here.point : Vec2(arc.centre + arc.radius * Vec2(std::cos(at), std::sin(at))),
                 std::tan(arc.sweepRad / parts / 4)});
        }
    }
    return out;
}

/// At two vertices of the same x, or where upright lines cross straight stretches.
std::optional<Chosen> anyCorners(Path& path) {
    path = inShortArcs(path);
    const auto box = boxOf(path);
    const auto chordNear = [&](double share) -> std::optional<std::array<Vec2, 2>> {
        const double x = box.min().x() + share * box.sizes().x();
        if (auto crossed = crossings(path, x)) return crossed;
        std::optional<std::array<Vec2, 2>> nearest;
        double least = box.sizes().x() / 3;
        for (const PathVertex& one : path)
            for (const PathVertex& other : path)
                if (std::abs(one.point.x() - other.point.x()) < kSame &&
                    other.point.y() > one.point.y() + kSame && std::abs(one.point.x() - x) < least) {
                    least = std::abs(one.point.x() - x);
                    nearest = std::array{one.point, other.point};
                }
        return nearest;
    };
    const auto start = chordNear(0.15), end = chordNear(0.85);
    if (!start || !end || (*end)[0].x() - (*start)[0].x() < kSame) return {};
    return Chosen{{vertexAt(path, (*start)[0]), vertexAt(path, (*end)[0]), vertexAt(path, (*end)[1]),
                   vertexAt(path, (*start)[1])},
                  1};
}

/// Layers of lines that by themselves are no outline: bend lines and middles meet outlines anywhere.
std::set<std::string> closingNothing(const Drawing& drawing) {
    std::set<std::string> layers;
    for (const auto& [layer, count] : layersOf(drawing)) {
        std::vector<Stretch> own;
        for (const Stretch& each : drawing.stretches)
            if (each.layer == layer) own.push_back(each);
        const auto outlines = outlinesOf(own);
        if (!outlines || outlines->closed.empty()) layers.insert(layer);
    }
    return layers;
}

class Blank {
public:
    Blank(const Drawing& drawn, const Wanted& wanted)
        : drawing(turned(drawn, turnToUpright(drawn, wanted.folds))), wanted(wanted),
          leaveOut(wanted.leaveOut) {
        for (const auto& [layer, fold] : wanted.folds)
            leaveOut.insert(layer);
    }

    Result<Brought> brought() {
        auto joined = outlinesOf(on(leaveOut));
        if (!joined && wanted.leaveOut.empty()) {
            auto some = outlinesOf(on(closingNothing(drawing)));
            if (some && !some->closed.empty()) joined = std::move(some);
        }
        if (!joined) return joined.error();
        Outlines outlines = *std::move(joined);
        for (const Circle& each : drawing.circles)
            if (!leaveOut.contains(each.layer)) outlines.closed.push_back(pathOf(each));
        std::stable_sort(outlines.closed.begin(), outlines.closed.end(),
                         [](const Path& a, const Path& b) { return areaOf(a) > areaOf(b); });
        if (outlines.closed.empty())
            return Error{"No closed outline is in it: its lines have to meet to 0.05 mm.", "drawing"};
        begin(outlines.closed.front());
        if (auto wrong = wanted.folds.empty() ? root() : legs()) return *wrong;
        holes(outlines);
        tell(outlines);
        if (const auto wrong = job::whatIsWrong(made.job)) return Error{wrong->says, "drawing"};
        return std::move(made);
    }

private:
    std::vector<Stretch> on(const std::set<std::string>& butNot) const {
        std::vector<Stretch> all;
        for (const Stretch& each : drawing.stretches)
            if (!butNot.contains(each.layer)) all.push_back(each);
        return all;
    }

    static Path pathOf(const Circle& circle) {
        const Vec2 radius(circle.diameter / 2, 0);
        return {{circle.at - radius, 1}, {circle.at + radius, 1}};
    }

    void begin(const Path& path) {
        job::Job& job = made.job;
        job.title = wanted.title;
        job.units = wanted.units;
        job.material = wanted.material;
        job.thickness = wanted.thickness;
        job.stock.form = job::StockForm::Sheet;
        outline = path;
    }

    std::optional<Error> root() {
        Path path = outline;
        auto corners = uprightCorners(path);
        if (!corners) corners = anyCorners(path);
        if (!corners) return Error{"The outline has no width anywhere: it makes no blank.", "drawing"};
        job::Plate plate = plateOf(path, corners->at);
        plate.id = "A";
        made.job.plates.push_back(std::move(plate));
        Legs::Leg own;
        own.plateFromDrawing.translation() = -path[corners->at[0]].point;
        own.box = boxOf(moved(path, own.plateFromDrawing));
        frames = {own};
        return {};
    }

    Result<Legs> cutAlongFolds() const {
        const material::Material* material = material::standardMaterials().find(wanted.material);
        if (!material) return Error{"\"" + wanted.material + "\" is not in the material book.", "material"};
        if (isTray(drawing, wanted.folds))
            return trayFrom(made.job, outline, drawing, wanted.folds, *material, wanted.drawn);
        const auto folds = foldsOf(drawing, wanted.folds);
        if (!folds) return folds.error();
        if (folds->empty()) return Error{"There is no line on the layers that are to be bent.", "drawing"};
        return legsFrom(made.job, outline, *folds, *material, wanted.drawn);
    }

    std::optional<Error> legs() {
        auto cut = cutAlongFolds();
        if (!cut) return cut.error();
        made.job = cut->job;
        frames = cut->legs;
        const size_t bends = made.job.bends.size();
        if (isTray(drawing, wanted.folds))
            made.says.push_back("Where its bends end it has the usual reliefs, not those that are drawn.");
        made.says.push_back((bends == 1 ? "1 line is bent, " : std::to_string(bends) + " lines are bent, ") +
                            std::string(wanted.drawn == Drawn::Blank
                                            ? "each leg as long in the flat as it is drawn."
                                            : "each leg as long on its faces as it is drawn."));
        return {};
    }

    /// The leg that a hole is on: between its bends, else the nearest.
    size_t legAt(const Vec2& at) const {
        size_t nearest = 0;
        double least = std::numeric_limits<double>::infinity();
        for (size_t i = 0; i < frames.size(); ++i) {
            const double off = frames[i].offFrom(at);
            if (off >= least) continue;
            least = off;
            nearest = i;
        }
        return nearest;
    }

    void holes(const Outlines& outlines) {
        for (size_t i = 1; i < outlines.closed.size(); ++i) {
            const Path& path = outlines.closed[i];
            const bool isIn = std::all_of(path.begin(), path.end(), [&](const PathVertex& vertex) {
                return contains(outline, vertex.point);
            });
            if (!isIn) {
                ++beside;
                continue;
            }
            const size_t leg = legAt(boxOf(path).center());
            job::Hole hole = holeOf(moved(path, frames[leg].plateFromDrawing), {0, 0});
            if (leg > 0 || made.job.bendAt(made.job.plates[leg].id, job::Edge::Start))
                hole.xFrom = job::Hole::XFrom::Tangent;
            hole.id = "h" + std::to_string(++many);
            made.job.plates[leg].holes.push_back(std::move(hole));
        }
    }

    void tell(const Outlines& outlines) {
        const auto say = [&](int count, const std::string& one, const std::string& many,
                             const std::string& what) {
            if (count > 0)
                made.says.push_back((count == 1 ? "1 " + one : std::to_string(count) + " " + many) + what);
        };
        say(static_cast<int>(outlines.open.size()), "line joins up to no outline and is",
            "lines join up to no outline and are", " left out: bend lines are drawn anew, by what is bent.");
        say(outlines.doubled, "line is", "lines are", " drawn twice, and counted once.");
        say(beside, "outline lies outside the largest and is", "outlines lie outside the largest and are",
            " left out.");
        for (const auto& [what, count] : drawing.leftOut)
            say(count, what + " is", what + "s are", " left out.");
        if (!drawing.saysUnit)
            made.says.push_back(std::string("The file does not say its unit: it is read in ") +
                                (wanted.units == quantity::Unit::Inch ? "inches." : "millimetres."));
    }

    const Drawing drawing; // turned so that its bend lines stand upright
    const Wanted& wanted;
    std::set<std::string> leaveOut;
    Brought made;
    Path outline;
    std::vector<Legs::Leg> frames; // of the plates
    int beside = 0, many = 0;      // outlines beside it; holes in it
};

} // namespace

Result<Brought> blankFrom(const Drawing& drawing, const Wanted& wanted) {
    return Blank(drawing, wanted).brought();
}

std::map<std::string, FoldOffered> foldsOffered(const Drawing& drawing) {
    std::map<std::string, FoldOffered> offered;
    for (const std::string& layer : closingNothing(drawing)) {
        const bool hasLine =
            std::any_of(drawing.stretches.begin(), drawing.stretches.end(),
                        [&](const Stretch& each) { return each.layer == layer && each.bulge == 0; });
        if (!hasLine) continue;
        std::string name = layer;
        std::transform(name.begin(), name.end(), name.begin(),
                       [](unsigned char c) { return static_cast<char>(std::toupper(c)); });
        const auto says = [&](const char* word) { return name.find(word) != std::string::npos; };
        offered[layer] = {{90, says("DOWN") ? job::Turn::Down : job::Turn::Up}, says("BEND") || says("FOLD")};
    }
    const bool isAnyLikely =
        std::any_of(offered.begin(), offered.end(), [](const auto& each) { return each.second.isLikely; });
    for (auto& [layer, each] : offered)
        each.isLikely = each.isLikely || !isAnyLikely;
    return offered;
}

std::map<std::string, int> layersOf(const Drawing& drawing) {
    std::map<std::string, int> layers;
    for (const Stretch& each : drawing.stretches)
        ++layers[each.layer];
    for (const Circle& each : drawing.circles)
        ++layers[each.layer];
    return layers;
}

} // namespace goodfold::drawing
