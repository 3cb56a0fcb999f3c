#include "part/outline.h"

#include "part/shape.h"

#include <algorithm>

namespace goodfold::part {

namespace {

/// Walks a sheet's plates counter-clockwise. On each edge the flanges come in the order of the walk; for
/// each the outline steps out over the bend strip, round the flange, and back.
class SheetTracer {
public:
    explicit SheetTracer(const Part& part) : part(part) {}

    Path traced() && {
        addCorner(part.root, Corner::StartRight);
        walkEdge(part.root, Edge::Right);
        walkRest(part.root);
        addCorner(part.root, Corner::StartLeft);
        walkEdge(part.root, Edge::Start);
        return withoutRepeats(std::move(outline));
    }

private:
    void add(const Vec2& point) { outline.push_back({point, 0}); }

    void addCorner(int plate, Corner corner) {
        const Path& cut = part.plates[plate].cornersInFlat[static_cast<size_t>(corner)];
        outline.insert(outline.end(), cut.begin(), cut.end());
    }

    void walkRest(int plate) {
        addCorner(plate, Corner::EndRight);
        walkEdge(plate, Edge::End);
        addCorner(plate, Corner::EndLeft);
        walkEdge(plate, Edge::Left);
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
            walkRest(bend->child);
            add(bend->far.to);
            add(bend->near.to);
        }
    }

    const Part& part;
    Path outline;
};

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
        blank.outline = blank.finished = SheetTracer(part).traced();
    }
    const Eigen::AlignedBox2d box = boxOf(blank.outline);
    blank.corner = box.min();
    blank.length = box.sizes().x();
    blank.width = box.sizes().y();
    blank.area = areaOf(blank.outline);
    for (const PartHole& hole : part.holes)
        blank.area -= hole.area();
    blank.mass = blank.area * part.thickness * 1e-9 * density;
    return blank;
}

} // namespace goodfold::part
