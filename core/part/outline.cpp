#include "part/outline.h"

#include <algorithm>
#include <limits>
#include <numbers>

namespace goodfold::part {

namespace {

/// Walks a sheet's plates counter-clockwise. On each edge the flanges come in the order of the walk; for
/// each the outline steps out over the bend strip, round the flange, and back.
class SheetTracer {
public:
    explicit SheetTracer(const Part& part) : part(part) {}

    Polygon traced() && {
        const Polygon& corners = part.plates[part.root].outlineInFlat;
        add(corners[0]);
        walkEdge(part.root, Edge::Right);
        add(corners[1]);
        walkRest(part.root);
        walkEdge(part.root, Edge::Start);
        if (outline.size() > 1 && (outline.front() - outline.back()).norm() < kSamePoint) outline.pop_back();
        return std::move(outline);
    }

private:
    // Corners closer than a nanometre are one: they come from the same edge by two sums.
    static constexpr double kSamePoint = 1e-6;

    void add(const Vec2& point) {
        if (outline.empty() || (outline.back() - point).norm() > kSamePoint) outline.push_back(point);
    }

    void walkRest(int plate) {
        const Polygon& corners = part.plates[plate].outlineInFlat;
        walkEdge(plate, Edge::End);
        add(corners[2]);
        walkEdge(plate, Edge::Left);
        add(corners[3]);
    }

    void walkEdge(int plate, Edge edge) {
        std::vector<const PartBend*> flanges;
        for (const int bend : part.plates[plate].childBends)
            if (part.bends[bend].edge == edge) flanges.push_back(&part.bends[bend]);
        std::sort(flanges.begin(), flanges.end(), [](const PartBend* a, const PartBend* b) {
            const Vec2 along(-a->across.y(), a->across.x());
            return along.dot(a->near.from) < along.dot(b->near.from);
        });
        for (const PartBend* bend : flanges) {
            add(bend->near.from);
            add(bend->far.from);
            walkEdge(bend->child, Edge::Right);
            add(part.plates[bend->child].outlineInFlat[1]);
            walkRest(bend->child);
            add(bend->far.to);
            add(bend->near.to);
        }
    }

    const Part& part;
    Polygon outline;
};

Polygon barOutline(const Part& part) {
    const PartPlate& root = part.plates[part.root];
    double end = 0;
    for (const PartPlate& plate : part.plates)
        if (plate.childBends.empty()) end = plate.flatFromPlate.translation().x() + plate.length;
    return {Vec2(0, 0), Vec2(end, 0), Vec2(end, root.width), Vec2(0, root.width)};
}

} // namespace

Blank blankOf(const Part& part, double density) {
    Blank blank;
    blank.outline = part.form == StockForm::Bar ? barOutline(part) : SheetTracer(part).traced();
    Vec2 low = Vec2::Constant(std::numeric_limits<double>::max());
    Vec2 high = -low;
    for (const Vec2& point : blank.outline) {
        low = low.cwiseMin(point);
        high = high.cwiseMax(point);
    }
    blank.corner = low;
    blank.length = high.x() - low.x();
    blank.width = high.y() - low.y();
    blank.area = areaOf(blank.outline);
    for (const PartHole& hole : part.holes)
        blank.area -= std::numbers::pi * hole.diameter * hole.diameter / 4;
    blank.mass = blank.area * part.thickness * 1e-9 * density;
    return blank;
}

} // namespace goodfold::part
