#include "tool/dimensions.h"

#include <algorithm>
#include <cmath>

namespace goodfold::tool {

namespace {

using Dimensions = std::vector<Dimension>;

void addClamp(Dimensions& all, const Tool& tool, const Work& work) {
    const Clamp& c = tool.clamp;
    const double t = work.thickness, r = tool.radii.front();
    if (!tool.isPicked()) {
        all.push_back({"clamp.inner_depth", {-c.innerDepth, c.innerHeight}, {0, c.innerHeight}});
        all.push_back({"clamp.inner_height", {-c.innerDepth, 0}, {-c.innerDepth, c.innerHeight}});
        const double half = c.innerHeight / 2;
        const Vec2 slope(std::max(-half * std::tan(radians(c.topDeg)), -c.innerDepth), half);
        all.push_back({"clamp.top_angle", slope, slope});
    }
    const double round = work.insideRadius; // of a pin or former, from its middle
    all.push_back(tool.isPicked() ? Dimension{"radii", {0, round}, {0, 2 * round}}
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
    const double top = tool.radii.front();
    all.push_back({"bench.screw_depth", {top - b.screwDepth, 0}, {top, 0}});
    all.push_back({"bench.below", {top - b.below, b.edge}, {top, 0}});
    all.push_back({"bench.edge", {top - b.below, 0}, {top - b.below, b.edge}});
    all.push_back({"bench.wall", {top, 0}, {top, b.wall}});
}

} // namespace

Sample sampleOf(const Tool& tool) {
    Sample sample;
    sample.work.thickness = std::min(3.0, tool.thickest);
    sample.work.length = std::min(30.0, tool.length);
    sample.work.insideRadius =
        tool.isPicked() ? tool.radii[tool.radii.size() / 2] : std::max(tool.radii.front(), 0.2);
    sample.setup.tool = &tool;
    sample.setup.insideRadius = sample.work.insideRadius;
    sample.setup.clampLength = tool.length;
    if (tool.isDie()) sample.setup.opening = tool.die.openings[tool.die.openings.size() / 2].opening;
    return sample;
}

std::vector<Dimension> dimensionsOf(const Sample& sample, bool close) {
    const Tool& tool = *sample.setup.tool;
    Dimensions all;
    if (!close) {
        if (tool.isInVise()) addBench(all, tool);
    } else if (tool.isDie()) {
        addDie(all, tool, sample.setup.opening);
    } else {
        addClamp(all, tool, sample.work);
    }
    return all;
}

} // namespace goodfold::tool
