#include "drawing/curves.h"
#include "drawing/drawing.h"

#include <dxflib/dl_creationadapter.h>
#include <dxflib/dl_dxf.h>

#include <charconv>
#include <cmath>
#include <istream>
#include <numbers>
#include <optional>
#include <sstream>

namespace goodfold::drawing {

namespace {

constexpr size_t kMostBytes = 20'000'000;

/// What a block, or the drawing itself, has in the file's own unit.
struct Content {
    std::vector<Stretch> stretches;
    std::vector<Circle> circles;
    std::vector<Point> points;
    struct Insert {
        std::string block;
        Pose2 place = Pose2::Identity();
        double scale = 1;
        bool isMirrored = false;
        bool isUneven = false; // stretched one way: its arcs would be none
        int columns = 1, rows = 1;
        Vec2 toNextColumn{0, 0}, toNextRow{0, 0};
    };
    std::vector<Insert> inserts;
    Vec2 base{0, 0}; // of a block
};

/// Gathers what dxflib reads.
class Gatherer : public DL_CreationAdapter {
public:
    Content drawing;
    std::map<std::string, Content> blocks;
    std::map<std::string, int> leftOut;
    std::optional<double> millimetres; // that the file's unit is
    bool isTooMuch = false;

    void setVariableInt(const std::string& key, int value, int) override {
        constexpr int kInches = 1, kFeet = 2, kMillimetres = 4, kCentimetres = 5, kMetres = 6;
        if (key != "$INSUNITS") return;
        if (value == kInches) millimetres = quantity::kMillimetresPerInch;
        if (value == kFeet) millimetres = 12 * quantity::kMillimetresPerInch;
        if (value == kMillimetres) millimetres = 1;
        if (value == kCentimetres) millimetres = 10;
        if (value == kMetres) millimetres = 1000;
    }

    void addBlock(const DL_BlockData& data) override {
        now = &blocks[data.name];
        now->base = {data.bpx, data.bpy};
    }
    void endBlock() override { now = &drawing; }

    void addPoint(const DL_PointData& data) override {
        if (isMetal()) now->points.push_back({{data.x, data.y}, layer()});
    }
    void addLine(const DL_LineData& data) override {
        if (isMetal()) line({data.x1, data.y1}, {data.x2, data.y2}, 0, false);
    }
    void addCircle(const DL_CircleData& data) override {
        if (isMetal()) now->circles.push_back({seen({data.cx, data.cy}), 2 * data.radius, layer()});
    }
    void addArc(const DL_ArcData& data) override {
        if (!isMetal()) return;
        double sweep = std::fmod(data.angle2 - data.angle1, 360);
        if (sweep <= 1e-9) sweep += 360;
        const auto on = [&](double deg) -> Vec2 {
            return Vec2(data.cx, data.cy) +
                   data.radius * Vec2(std::cos(radians(deg)), std::sin(radians(deg)));
        };
        const double middle = data.angle1 + sweep / 2; // in halves: none turns by as much as a whole turn
        const double bulge = std::tan(radians(sweep / 2) / 4);
        line(on(data.angle1), on(middle), bulge);
        line(on(middle), on(data.angle1 + sweep), bulge);
    }
    void addEllipse(const DL_EllipseData& data) override {
        if (!isMetal()) return;
        const bool isBelow = isFromBelow(); // its angles run the other way
        chords(chordsOf(Ellipse{{data.cx, data.cy},
                                {data.mx, data.my},
                                data.ratio,
                                isBelow ? -data.angle2 : data.angle1,
                                isBelow ? -data.angle1 : data.angle2},
                        tolerance()));
    }

    void addPolyline(const DL_PolylineData& data) override {
        constexpr int kClosed = 1, kMeshes = 16 | 64;
        vertices.clear();
        isPolyline = isMetal() && !(data.flags & kMeshes);
        isClosed = data.flags & kClosed;
        if (data.flags & kMeshes) ++leftOut["mesh"];
    }
    void addVertex(const DL_VertexData& data) override {
        if (isPolyline) vertices.push_back({{data.x, data.y}, data.bulge});
    }
    void addSpline(const DL_SplineData& data) override {
        spline = Spline{static_cast<int>(data.degree), {}, {}};
        isSpline = isMetal();
    }
    void addControlPoint(const DL_ControlPointData& data) override {
        spline.controls.emplace_back(data.x, data.y);
        spline.weights.push_back(data.w);
    }
    void addFitPoint(const DL_FitPointData& data) override { spline.through.emplace_back(data.x, data.y); }
    void addKnot(const DL_KnotData& data) override { spline.knots.push_back(data.k); }

    /// Of polylines, old and new, and of splines.
    void endSequence() override { end(); }
    void endEntity() override { end(); }

    void addInsert(const DL_InsertData& data) override {
        if (!isMetal()) return;
        Content::Insert insert;
        insert.block = data.name;
        insert.isMirrored = ((data.sx < 0) != (data.sy < 0)) != isFromBelow();
        insert.isUneven = std::abs(std::abs(data.sx) - std::abs(data.sy)) > 1e-9 * std::abs(data.sx);
        insert.scale = std::abs(data.sx);
        // Mirrored over y it is mirrored over x and turned by half; columns and rows go on as they did.
        const bool isTurned = (data.sx < 0) != isFromBelow();
        const double angle = radians(isFromBelow() ? -data.angle : data.angle);
        insert.place = Eigen::Translation2d(seen({data.ipx, data.ipy})) *
                       Eigen::Rotation2Dd(angle + (isTurned ? std::numbers::pi : 0));
        insert.columns = data.cols;
        insert.rows = data.rows;
        const Eigen::Rotation2Dd own(radians(data.angle));
        insert.toNextColumn = seen(own * Vec2(data.colSp, 0));
        insert.toNextRow = seen(own * Vec2(0, data.rowSp));
        now->inserts.push_back(insert);
    }

    void addTrace(const DL_TraceData&) override { ++leftOut["trace"]; }
    void addSolid(const DL_SolidData&) override { ++leftOut["solid"]; }
    void add3dFace(const DL_3dFaceData&) override { ++leftOut["3D face"]; }
    void addXLine(const DL_XLineData&) override { ++leftOut["endless line"]; }
    void addRay(const DL_RayData&) override { ++leftOut["endless line"]; }
    void addImage(const DL_ImageData&) override { ++leftOut["picture"]; }

private:
    std::string layer() const { return attributes.getLayer(); }
    double tolerance() const { return kChordStandsOff / millimetres.value_or(1); }

    /// Nothing on a layer that holds no geometry, and no more than there may be.
    bool isMetal() {
        isTooMuch = isTooMuch || now->stretches.size() + now->circles.size() > kMostStretches;
        return !isTooMuch;
    }

    /// Drawn from below, as mirrored parts are stored, x runs the other way.
    Vec2 seen(const Vec2& at) const { return isFromBelow() ? Vec2(-at.x(), at.y()) : at; }
    bool isFromBelow() const {
        const DL_Extrusion* out = extrusion;
        return out && out->getDirection()[2] < 0;
    }

    /// `isFlat`: kept in its own plane, which may be seen from below; a plain line is not.
    void line(const Vec2& from, const Vec2& to, double bulge, bool isFlat = true) {
        const bool turns = isFlat && isFromBelow();
        now->stretches.push_back(
            {isFlat ? seen(from) : from, isFlat ? seen(to) : to, turns ? -bulge : bulge, layer()});
    }

    void chords(const std::vector<Vec2>& points) {
        for (size_t i = 1; i < points.size(); ++i)
            line(points[i - 1], points[i], 0, false);
    }

    void end() {
        if (std::exchange(isPolyline, false) && vertices.size() > 1) {
            const size_t stretches = vertices.size() - (isClosed ? 0 : 1);
            for (size_t i = 0; i < stretches; ++i)
                line(vertices[i].point, vertices[(i + 1) % vertices.size()].point, vertices[i].bulge);
        }
        if (std::exchange(isSpline, false)) {
            const std::vector<Vec2> points = chordsOf(spline, tolerance());
            points.empty() ? void(++leftOut["spline that makes no sense"]) : chords(points);
        }
    }

    Content* now = &drawing;
    Path vertices; // of the polyline that is read
    bool isPolyline = false, isClosed = false;
    Spline spline;
    bool isSpline = false;
};

/// Puts blocks where they are inserted.
class Placer {
public:
    Placer(const Gatherer& gathered, Drawing& into, double millimetres)
        : gathered(gathered), into(into), millimetres(millimetres) {}

    /// False where there is too much of it.
    bool place(const Content& content, const Pose2& pose, double scale, bool isMirrored, int depth) {
        const auto at = [&](const Vec2& point) -> Vec2 {
            const Vec2 own = scale * (point - content.base);
            return millimetres * (pose * (isMirrored ? Vec2(own.x(), -own.y()) : own));
        };
        for (const Stretch& each : content.stretches)
            add(into.stretches,
                Stretch{at(each.from), at(each.to), isMirrored ? -each.bulge : each.bulge, each.layer});
        for (const Circle& each : content.circles)
            add(into.circles, Circle{at(each.at), millimetres * scale * each.diameter, each.layer});
        for (const Point& each : content.points)
            add(into.points, Point{at(each.at), each.layer});
        for (const Content::Insert& insert : content.inserts)
            if (!placed(insert, at, pose, scale, isMirrored, depth)) return false;
        return into.stretches.size() + into.circles.size() + into.points.size() <= kMostStretches;
    }

private:
    bool placed(const Content::Insert& insert, const auto& at, const Pose2& pose, double scale,
                bool isMirrored, int depth) {
        constexpr int kMostDeep = 8;
        const auto block = gathered.blocks.find(insert.block);
        if (block == gathered.blocks.end() || depth > kMostDeep || insert.isUneven || isMirrored) {
            ++into.leftOut["block"];
            return true;
        }
        constexpr int kMostCopies = 1000;
        if (insert.columns < 1 || insert.rows < 1 || insert.columns > kMostCopies ||
            insert.rows > kMostCopies)
            return true;
        for (int column = 0; column < insert.columns; ++column)
            for (int row = 0; row < insert.rows; ++row) {
                const Vec2 step = column * insert.toNextColumn + row * insert.toNextRow;
                Pose2 inner = Pose2::Identity();
                inner.linear() = pose.linear() * insert.place.linear();
                inner.translation() = at(insert.place.translation() + step) / millimetres;
                if (++placings > kMostStretches) return false; // blocks of blocks of nothing
                if (!place(block->second, inner, scale * insert.scale, insert.isMirrored, depth + 1))
                    return false;
            }
        return true;
    }

    template <class Each> static void add(std::vector<Each>& to, const Each& each) {
        constexpr double kMost = 1e6; // mm: farther away nothing is meant
        const auto isMeant = [](const Vec2& at) {
            return at.allFinite() && at.cwiseAbs().maxCoeff() < kMost;
        };
        if constexpr (requires { each.from; }) {
            if (isMeant(each.from) && isMeant(each.to) && std::isfinite(each.bulge)) to.push_back(each);
        } else if constexpr (requires { each.diameter; }) {
            if (isMeant(each.at) && each.diameter > 0 && each.diameter < kMost) to.push_back(each);
        } else if (isMeant(each.at)) {
            to.push_back(each);
        }
    }

    const Gatherer& gathered;
    Drawing& into;
    double millimetres;
    size_t placings = 0;
};

/// dxflib makes room for as many points as a file says that it has, whatever it truly holds.
std::optional<Error> whatIsPromised(const std::string& text) {
    std::istringstream lines(text);
    std::string code, value;
    const auto most = static_cast<long>(std::count(text.begin(), text.end(), '\n'));
    for (int number = 1; std::getline(lines, code) && std::getline(lines, value); number += 2) {
        const auto begins = code.find_first_not_of(" \t");
        if (begins == std::string::npos) continue;
        int group = -1;
        std::from_chars(code.data() + begins, code.data() + code.size(), group);
        constexpr int kCounts = 70, kMoreCounts = 99;
        if (group < kCounts || group > kMoreCounts) continue;
        const auto from = value.find_first_not_of(" \t+");
        long count = 0;
        if (from != std::string::npos)
            std::from_chars(value.data() + from, value.data() + value.size(), count);
        constexpr long kFlags = 100000; // in these groups stand flags as well
        if (count > most + kFlags)
            return Error{"It promises " + std::to_string(count) + " of something, and has " +
                             std::to_string(most) + " lines.",
                         "line " + std::to_string(number)};
    }
    return {};
}

} // namespace

Result<Drawing> readDxf(std::istream& in, quantity::Unit unit) {
    std::string text(kMostBytes + 1, '\0');
    in.read(text.data(), static_cast<std::streamsize>(text.size()));
    text.resize(static_cast<size_t>(in.gcount()));
    if (text.size() > kMostBytes) return Error{"It is larger than the drawing of a blank is.", "drawing"};
    if (text.find('\0') != std::string::npos)
        return Error{"This is a binary DXF: save it as ASCII.", "drawing"};
    if (text.find("SECTION") == std::string::npos) return Error{"This is no DXF drawing.", "drawing"};
    if (auto wrong = whatIsPromised(text)) return *wrong;
    Gatherer gathered;
    std::istringstream stream(text);
    DL_Dxf().in(stream, &gathered);
    Drawing drawing;
    drawing.saysUnit = gathered.millimetres.has_value();
    drawing.leftOut = gathered.leftOut;
    const double usual = unit == quantity::Unit::Inch ? quantity::kMillimetresPerInch : 1;
    Placer placer(gathered, drawing, gathered.millimetres.value_or(usual));
    if (gathered.isTooMuch || !placer.place(gathered.drawing, Pose2::Identity(), 1, false, 0))
        return Error{"There are more than " + std::to_string(kMostStretches) +
                         " lines in it: leave in what is cut and bent.",
                     "drawing"};
    return drawing;
}

} // namespace goodfold::drawing
