#include "part/outline.h"

#include "part/corner_cuts.h"
#include "part/sheet_outline.h"

#include <algorithm>

namespace goodfold::part {

namespace {

/// A bar from its start to its end, with what stands at either.
struct BarOutline {
    std::array<Path, 4> corners; // as Corner counts
    double extraAtStart = 0, extraAtEnd = 0;
};

double extraOf(const Plate& plate, Edge edge) {
    const auto end = plate.ends.find(edge);
    return end == plate.ends.end() ? 0 : end->second.extra;
}

BarOutline barOutline(const Job& job, const Part& part) {
    const auto last = std::find_if(part.plates.begin(), part.plates.end(),
                                   [](const PartPlate& plate) { return plate.childBends.empty(); });
    const PartPlate& root = part.plates[part.root];
    return {{root.cornersInFlat[0], last->cornersInFlat[1], last->cornersInFlat[2], root.cornersInFlat[3]},
            extraOf(job.plates[static_cast<size_t>(part.root)], Edge::Start),
            extraOf(job.plates[static_cast<size_t>(last - part.plates.begin())], Edge::End)};
}

/// Square where something is left on, beyond all of the finished end.
Path withExtra(BarOutline bar, double width) {
    const Eigen::AlignedBox2d box = boxOf(joined(bar.corners));
    if (bar.extraAtStart > 0) {
        bar.corners[0] = {{Vec2(box.min().x() - bar.extraAtStart, 0), 0}};
        bar.corners[3] = {{Vec2(box.min().x() - bar.extraAtStart, width), 0}};
    }
    if (bar.extraAtEnd > 0) {
        bar.corners[1] = {{Vec2(box.max().x() + bar.extraAtEnd, 0), 0}};
        bar.corners[2] = {{Vec2(box.max().x() + bar.extraAtEnd, width), 0}};
    }
    return joined(bar.corners);
}

} // namespace

Blank blankOf(const Job& job, const Part& part, double density) {
    Blank blank;
    if (part.form == StockForm::Bar) {
        const BarOutline bar = barOutline(job, part);
        blank.finished = joined(bar.corners);
        blank.outline = withExtra(bar, job.stock.width);
    } else {
        blank.outline = blank.finished = traceBlank(job, part);
    }
    const Eigen::AlignedBox2d box = boxOf(blank.outline);
    blank.corner = box.min();
    blank.length = box.sizes().x();
    blank.width = box.sizes().y();
    blank.area = areaOf(blank.outline);
    for (const PartHole& hole : part.holes)
        if (!hole.afterBending) blank.area -= areaOf(hole.shapeInFlat);
    blank.mass = blank.area * part.thickness * 1e-9 * density;
    return blank;
}

Polygon leftOn(const Part& part, int index, Edge edge) {
    constexpr double kNothing = 1e-6;
    const bool atStart = edge == Edge::Start;
    if (part.form != StockForm::Bar || !(atStart ? part.hasFreeStart(index) : part.hasFreeEnd(index)))
        return {};
    const auto finished = boxOf(part.blank.finished);
    const Polygon& corner = part.plates[static_cast<size_t>(index)].outlineInFlat;
    if (atStart) {
        const double x = part.blank.corner.x();
        if (finished.min().x() - x < kNothing) return {};
        return {{x, corner[0].y()}, corner[0], corner[3], {x, corner[3].y()}};
    }
    const double x = part.blank.corner.x() + part.blank.length;
    if (x - finished.max().x() < kNothing) return {};
    return {corner[1], {x, corner[1].y()}, {x, corner[2].y()}, corner[2]};
}

} // namespace goodfold::part
