#include "tool/dimensions.h"

#include <algorithm>
#include <cmath>

namespace goodfold::tool {

namespace {

using Dimensions = std::vector<Dimension>;

/// Side by side in the order they are listed, from the left end on.
std::vector<std::pair<double, double>> fingerPlaces(const Tool& tool) {
    std::vector<std::pair<double, double>> places;
    double at = -tool.length / 2;
    for (const double width : tool.fingers) {
        places.emplace_back(at, at + width);
        at += width;
    }
    return places;
}

void addClamp(Dimensions& all, const Tool& tool, const Work& work) {
    const Clamp& c = tool.clamp;
    const double t = work.thickness, r = tool.radii.front();
    if (!tool.isPickedByRadius()) {
        const double back = r - c.innerDepth; // from the front of the edge, as a rule measures it
        all.push_back({"clamp.inner_depth", {back, c.innerHeight}, {r, c.innerHeight}});
        all.push_back({"clamp.inner_height", {back, 0}, {back, c.innerHeight}});
        const double half = c.innerHeight / 2;
        const Vec2 slope(std::max(-half * std::tan(radians(c.topDeg)), back), half);
        all.push_back({"clamp.top_angle", slope, slope});
    }
    const double round = work.insideRadius; // of a pin or former, from its middle
    all.push_back(tool.isPickedByRadius() ? Dimension{"radii", {0, round}, {0, 2 * round}}
                                          : Dimension{"radii", {0, r}, {0, r}});
    all.push_back({"clamp.outer_depth", {-c.outerDepth, -t - c.outerHeight}, {0, -t - c.outerHeight}});
    all.push_back({"clamp.outer_height", {-c.outerDepth, -t - c.outerHeight}, {-c.outerDepth, -t}});
    if (tool.apron.thickness > 0) {
        const double below = -t - tool.apron.thickness;
        all.push_back({"apron.thickness", {tool.apron.width, below}, {tool.apron.width, -t}});
        all.push_back({"apron.width", {0, below}, {tool.apron.width, below}});
    }
    if (tool.mostFold > 0) all.push_back({"most_fold", {0, 0}, {tool.mostFold, 0}});
}

void addDie(Dimensions& all, const Tool& tool, double opening) {
    const Die& d = tool.die;
    const double half = d.width / 2, w = d.punchWidth / 2;
    all.push_back({"openings", {-opening / 2, 0}, {opening / 2, 0}});
    all.push_back({"die.width", {-half, -d.height}, {half, -d.height}});
    all.push_back({"die.height", {half, -d.height}, {half, 0}});
    all.push_back({"die.punch_width", {-w, d.punchHeight}, {w, d.punchHeight}});
    all.push_back({"die.punch_height", {-w, 0}, {-w, d.punchHeight}});
    all.push_back({"radii", {0, 0}, {0, 0}});
    all.push_back({"die.angle", {opening / 4, -d.height / 3}, {opening / 4, -d.height / 3}});
}

void addBench(Dimensions& all, const Tool& tool) {
    const Bench& b = tool.bench;
    const double top = jawTopOf(tool);
    all.push_back({"bench.screw_depth", {top - b.screwDepth, 0}, {top, 0}});
    all.push_back({"bench.below", {top - b.below, b.edge}, {top, 0}});
    all.push_back({"bench.edge", {top - b.below, 0}, {top - b.below, b.edge}});
    all.push_back({"bench.wall", {top, 0}, {top, b.wall}});
}

void addPress(Dimensions& all, const Tool& tool) {
    const Die& d = tool.die;
    all.push_back({"die.bed_width", {-d.bedWidth / 2, -d.height}, {d.bedWidth / 2, -d.height}});
    if (d.throat > 0) all.push_back({"die.throat", {-d.throat, 0}, {0, 0}});
}

/// The lever, or the pipe over the stock, as it lies before the bend: past the tangent line.
constexpr double kLeverThick = 12, kOffTheJaw = 12; // mm

void addLever(Dimensions& all, const Tool& tool) {
    if (tool.isDie() || tool.lever <= kOffTheJaw) return;
    const double under = -kLeverThick;
    all.push_back({"lever", {0, under}, {tool.lever, under}});
}

/// Above the tool, where nothing else is written: x and y of the drawing.
void addWidths(Dimensions& all, const Tool& tool, double top) {
    all.push_back({"length", {-tool.length / 2, top}, {tool.length / 2, top}});
    if (tool.kind->drive == Kind::Drive::Press && tool.die.throat == 0)
        all.push_back({"die.between",
                       {-tool.die.between / 2, -tool.die.height},
                       {tool.die.between / 2, -tool.die.height}});
    if (tool.isUpright()) {
        const double under = jawTopOf(tool) - tool.bench.screwDepth - tool.bench.screwWidth;
        all.push_back(
            {"bench.screw_width", {-tool.bench.screwWidth / 2, under}, {tool.bench.screwWidth / 2, under}});
    }
    for (const auto& [from, to] : fingerPlaces(tool))
        all.push_back({"fingers", {from, 0}, {to, 0}});
}

} // namespace

Sample sampleOf(const Tool& tool) {
    Sample sample;
    sample.work.thickness = std::min(3.0, tool.thickest);
    sample.work.length = std::min(30.0, tool.length);
    sample.work.insideRadius =
        tool.isPickedByRadius() ? tool.radii[tool.radii.size() / 2] : std::max(tool.radii.front(), 0.2);
    sample.setup.tool = &tool;
    sample.setup.toolRadius = sample.setup.insideRadius = sample.work.insideRadius;
    sample.setup.clampLength = tool.length;
    if (tool.isDie())
        sample.setup.opening =
            tool.die.openings.empty() ? tool.die.spreadFrom : tool.die.openings.back().opening;
    return sample;
}

namespace {

/// In the drawing of a section.
Vec2 seen(const Tool& tool, const Vec2& point) {
    return tool.isUpright() ? Vec2(point.y(), point.x()) : point;
}

Polygon rectangle(double x0, double x1, double y0, double y1) {
    return {{x0, y0}, {x1, y0}, {x1, y1}, {x0, y1}};
}

/// What a solid covers, seen square to the bend line.
Polygon coverOf(const Tool& tool, const Solid& solid) {
    double low = std::numeric_limits<double>::infinity(), high = -low;
    for (const Vec2& corner : solid.section) {
        const double up = seen(tool, corner).y();
        low = std::min(low, up);
        high = std::max(high, up);
    }
    return rectangle(solid.from, solid.to, low, high);
}

/// The top of what is dimensioned along the bend line.
double topOf(const Sample& sample) {
    const Tool& tool = *sample.setup.tool;
    return tool.isUpright() ? jawTopOf(tool) : tool.isDie() ? tool.die.punchHeight : tool.clamp.innerHeight;
}

/// Hidden by what stands before it, or no sight from there.
bool isBehind(const Solid& solid) {
    return solid.body == Body::Wall || solid.body == Body::Bench || solid.body == Body::PressFrame;
}

Outline stockIn(const Sample& sample, View view) {
    const Tool& tool = *sample.setup.tool;
    const double t = sample.work.thickness, wide = sample.work.length / 2;
    const double held = tool.isDie() ? tool.die.width * 0.7 : std::max(tool.clamp.leastGrip, 20.0),
                 free = tool.isDie() ? held : 45;
    if (view == View::Along && tool.isUpright()) return {{}, rectangle(-wide, wide, -held, free), true};
    if (view == View::Along) return {{}, rectangle(-wide, wide, -t, 0), true};
    Polygon section = rectangle(-held, free, -t, 0);
    for (Vec2& corner : section)
        corner = seen(tool, corner);
    return {{}, section, true};
}

} // namespace

std::vector<Dimension> dimensionsOf(const Sample& sample, View view) {
    const Tool& tool = *sample.setup.tool;
    Dimensions all;
    if (view == View::Along) {
        addWidths(all, tool, topOf(sample));
        return all;
    }
    if (view == View::Around) {
        if (tool.isUpright()) addBench(all, tool);
        addLever(all, tool);
        if (tool.kind->drive == Kind::Drive::Press) addPress(all, tool);
    } else if (tool.isDie()) {
        addDie(all, tool, sample.setup.opening);
    } else {
        addClamp(all, tool, sample.work);
    }
    for (Dimension& dimension : all)
        for (Vec2* end : {&dimension.from, &dimension.to})
            *end = seen(tool, *end);
    return all;
}

std::vector<Outline> outlinesOf(const Sample& sample, View view) {
    const Tool& tool = *sample.setup.tool;
    std::vector<Outline> all;
    for (const Solid& solid : solidsOf(sample.setup, sample.hold, sample.work)) {
        if (view == View::Along ? isBehind(solid) : solid.body == Body::PressColumn) continue;
        const double down = solid.motion == Solid::Motion::Die ? -sample.work.thickness : 0;
        if (view == View::Along && solid.body == Body::Fingers) {
            const Polygon cover = coverOf(tool, solid);
            for (const auto& [from, to] : fingerPlaces(tool))
                all.push_back({{}, rectangle(from, to, cover[0].y(), cover[2].y())});
            continue;
        }
        Outline& outline =
            all.emplace_back(Outline{solid.body, view == View::Along ? coverOf(tool, solid) : solid.section,
                                     false, solid.isUnbounded});
        for (Vec2& corner : outline.shape) {
            if (view == View::Along)
                corner.y() += tool.isUpright() ? 0 : down; // in a vise the die comes from the side
            else
                corner = seen(tool, Vec2(corner + Vec2(0, down)));
        }
    }
    if (view == View::Around && !tool.isDie() && tool.lever > kOffTheJaw) {
        const double t = sample.work.thickness, side = (kLeverThick - t) / 2;
        // Over the stock, or of an apron under it.
        const double low =
            tool.kind->form == Kind::Form::Swing ? -t - tool.apron.thickness - kLeverThick : -t - side;
        Polygon lever = rectangle(kOffTheJaw, tool.lever, low, low + kLeverThick);
        for (Vec2& corner : lever)
            corner = seen(tool, corner);
        all.push_back({{}, lever, false, false, tool.isUpright() ? "pipe" : "lever"});
    }
    // Before a vise its near jaw hides the stock that it holds.
    all.insert(view == View::Along ? all.begin() : all.end(), stockIn(sample, view));
    return all;
}

} // namespace goodfold::tool
