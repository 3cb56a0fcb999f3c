#include "part/driven.h"
#include "part/outline.h"
#include "part/part.h"
#include "part/shape.h"

#include <algorithm>
#include <array>
#include <cassert>
#include <cmath>

namespace goodfold::part {

double usualInsideRadius(const material::Material& material, double thickness) {
    return std::max(thickness, material::leastInsideRadius(material, thickness));
}

bend::Shape shapeOf(const Job& job, const Bend& bend, const material::Material& material) {
    return {bend.angleDeg, bend.insideRadius.value_or(usualInsideRadius(material, job.thickness)),
            job.thickness};
}

namespace {

class Solver {
public:
    Solver(const Job& job, const material::Material& material) : job(job), material(material) {
        part.form = job.stock.form;
        part.dimensionTo = job.dimensionTo;
        part.thickness = job.thickness;
        part.datum = job.datum;
    }

    Part solved() && {
        takeOverPlates();
        takeOverBends();
        layOut();
        placeHoles();
        part.blank = blankOf(job, part, material.density);
        return std::move(part);
    }

private:
    void takeOverPlates() {
        part.plates.resize(job.plates.size());
        for (size_t i = 0; i < job.plates.size(); ++i)
            part.plates[i].id = job.plates[i].id;
    }

    void takeOverBends() {
        part.bends.resize(job.bends.size());
        for (size_t i = 0; i < job.bends.size(); ++i) {
            const Bend& from = job.bends[i];
            PartBend& bend = part.bends[i];
            bend.id = from.id;
            bend.parent = part.plateIndex(from.from);
            bend.child = part.plateIndex(from.to);
            bend.edge = from.edge;
            bend.turn = from.turn;
            bend.skewDeg = from.skewDeg;
            bend.shape = shapeOf(job, from, material);
            bend.radiusIsTyped = from.insideRadius.has_value();
            const bend::KFactor byRule = bend::kFactor(job.allowance, material, bend.shape);
            bend.k = from.k.value_or(byRule.k);
            bend.kSigma = from.k ? std::nullopt : byRule.sigma;
            bend.kSource = from.k ? "typed" : bend::nameOf(job.allowance);
            bend.allowance = bend::allowance(bend.shape, bend.k);
            bend.deduction = bend::deduction(bend.shape, bend.k);
            bend.outsideSetback = bend::setback(bend.shape, DimensionTo::Outside);
            part.plates[bend.child].parentBend = static_cast<int>(i);
            part.plates[bend.parent].childBends.push_back(static_cast<int>(i));
        }
    }

    /// From a bend's tangent line to where a plate's dimension ends, along the plate.
    double reference(const PartBend& bend, int plateIndex, Edge edge) const {
        const Plate& plate = job.plates[static_cast<size_t>(plateIndex)];
        if (plate.flatFirst) return bend.alongBar(bend.allowance / 2);
        const auto own = plate.dimensionTo.find(edge);
        const DimensionTo to = own == plate.dimensionTo.end() ? job.dimensionTo : own->second;
        return bend.alongBar(bend::setback(bend.shape, to));
    }

    /// What the bends on one edge take off a dimension; flanges of different setback share the largest.
    double referenceAt(int plateIndex, Edge edge) const {
        const PartPlate& plate = part.plates[plateIndex];
        if (edge == Edge::Start && plate.parentBend >= 0)
            return reference(part.bends[plate.parentBend], plateIndex, edge);
        double largest = 0;
        for (const int child : plate.childBends)
            if (part.bends[child].edge == edge)
                largest = std::max(largest, reference(part.bends[child], plateIndex, edge));
        return largest;
    }

    void layOut() {
        const auto root = std::find_if(part.plates.begin(), part.plates.end(),
                                       [](const PartPlate& plate) { return plate.parentBend < 0; });
        part.root = static_cast<int>(root - part.plates.begin());
        std::vector<int> toPlace{part.root};
        while (!toPlace.empty()) {
            const int index = toPlace.back();
            toPlace.pop_back();
            sizePlate(index);
            placePlate(index);
            for (const int bend : part.plates[index].childBends) {
                placeBend(part.bends[bend]);
                toPlace.push_back(part.bends[bend].child);
            }
        }
        for (size_t i = 0; i < part.plates.size(); ++i)
            drawPlate(i);
    }

    double edgeLength(const PartPlate& plate, Edge edge) const {
        return edge == Edge::Start || edge == Edge::End ? plate.width : plate.length;
    }

    /// A flange's stated width: its own, or what its parent's edge offers.
    double statedWidth(const PartPlate& plate, size_t index) const {
        if (job.plates[index].width) return *job.plates[index].width;
        const PartBend& own = part.bends[plate.parentBend];
        return edgeLength(part.plates[own.parent], own.edge);
    }

    void sizePlate(int index) {
        PartPlate& plate = part.plates[index];
        plate.stated = job.plates[index].length;
        plate.length = plate.stated - referenceAt(index, Edge::Start) - referenceAt(index, Edge::End);
        plate.width = part.form == StockForm::Bar
                          ? job.stock.width
                          : statedWidth(plate, index) - referenceAt(index, Edge::Left) -
                                referenceAt(index, Edge::Right);
    }

    void placePlate(int index) {
        PartPlate& plate = part.plates[index];
        if (plate.parentBend < 0) return;
        const PartBend& bend = part.bends[plate.parentBend];
        if (part.form == StockForm::Bar) {
            const PartPlate& parent = part.plates[bend.parent];
            const double start = parent.flatFromPlate.translation().x() + parent.length;
            plate.flatFromPlate.translation() = Vec2(start + bend.alongBar(bend.allowance), 0);
            return;
        }
        plate.flatFromPlate.linear() << bend.across.x(), -bend.across.y(), bend.across.y(), bend.across.x();
        plate.flatFromPlate.translation() = bend.far.from;
    }

    void placeBend(PartBend& bend) {
        const PartPlate& parent = part.plates[bend.parent];
        bend.near = part.form == StockForm::Bar ? nearLineOfBar(bend, parent) : nearLineOfSheet(bend, parent);
        bend.across = part.form == StockForm::Bar
                          ? Vec2(std::cos(radians(bend.skewDeg)), std::sin(radians(bend.skewDeg)))
                          : Vec2(parent.flatFromPlate.linear() * outwardOf(bend.edge));
        const Vec2 half = bend.across * bend.allowance / 2;
        bend.centre = {bend.near.from + half, bend.near.to + half};
        bend.far = {bend.centre.from + half, bend.centre.to + half};
    }

    /// From the bar's right edge to its left; leaning back at the left for a positive skew.
    Segment nearLineOfBar(const PartBend& bend, const PartPlate& parent) const {
        const double x = parent.flatFromPlate.translation().x() + parent.length;
        const double lean = std::tan(radians(bend.skewDeg)) * parent.width / 2;
        return {Vec2(x + lean, 0), Vec2(x - lean, parent.width)};
    }

    /// The stretch of the parent's edge that the flange takes, from its right end looking outward. A flange
    /// with flanges of its own at its sides gives up their setbacks at either end.
    Segment nearLineOfSheet(const PartBend& bend, const PartPlate& parent) const {
        const double l = parent.length, w = parent.width;
        const std::array<Segment, 4> edges{Segment{Vec2(0, w), Vec2(0, 0)}, Segment{Vec2(l, 0), Vec2(l, w)},
                                           Segment{Vec2(l, w), Vec2(0, w)}, Segment{Vec2(0, 0), Vec2(l, 0)}};
        const Segment& edge = edges[static_cast<size_t>(bend.edge)];
        const Vec2 outward = outwardOf(bend.edge);
        const Vec2 along(-outward.y(), outward.x());
        const PartPlate& child = part.plates[bend.child];
        const double taken = statedWidth(child, static_cast<size_t>(bend.child));
        const double start = offsetOf(bend) + referenceAt(bend.child, Edge::Right);
        const double end = offsetOf(bend) + taken - referenceAt(bend.child, Edge::Left);
        return {parent.flatFromPlate * Vec2(edge.from + start * along),
                parent.flatFromPlate * Vec2(edge.from + end * along)};
    }

    static Vec2 outwardOf(Edge edge) {
        switch (edge) {
        case Edge::Start:
            return {-1, 0};
        case Edge::End:
            return {1, 0};
        case Edge::Left:
            return {0, 1};
        case Edge::Right:
            return {0, -1};
        }
        return {1, 0};
    }

    double offsetOf(const PartBend& bend) const {
        return job.bends[static_cast<size_t>(&bend - part.bends.data())].offset;
    }

    /// How far the line at one end of a bar's plate leans along x at the right edge (and, negative, at the
    /// left): a skewed bend, or a free end cut at an angle.
    double leanAtRight(int bend, const Plate& plate, Edge edge) const {
        if (part.form == StockForm::Sheet) return 0;
        const auto end = plate.ends.find(edge);
        const double free = end == plate.ends.end() ? 0 : end->second.cutDeg;
        const double leanDeg = bend < 0 ? free : part.bends[bend].skewDeg;
        return std::tan(radians(leanDeg)) * job.stock.width / 2;
    }

    void drawPlate(size_t index) {
        PartPlate& plate = part.plates[index];
        const Plate& from = job.plates[index];
        const double startLean = leanAtRight(plate.parentBend, from, Edge::Start);
        const double endLean =
            leanAtRight(plate.childBends.empty() ? -1 : plate.childBends.front(), from, Edge::End);
        const double l = plate.length, w = plate.width;
        const Polygon square{Vec2(startLean, 0), Vec2(l + endLean, 0), Vec2(l - endLean, w),
                             Vec2(-startLean, w)};
        for (const Vec2& corner : square)
            plate.outlineInFlat.push_back(plate.flatFromPlate * corner);
        plate.shortestStraight = l - std::abs(endLean - startLean);
        const Shaped shaped = shapePlate(from, square);
        for (size_t i = 0; i < 4; ++i)
            plate.cornersInFlat[i] = moved(shaped.corners[i], plate.flatFromPlate);
        plate.cornersFit = shaped.fits;
        for (const int bend : plate.childBends)
            drawZone(part.bends[bend]);
    }

    void drawZone(PartBend& bend) {
        if (part.form == StockForm::Sheet) {
            bend.zoneInFlat = {bend.near.from, bend.far.from, bend.far.to, bend.near.to};
            return;
        }
        const Vec2 step(bend.alongBar(bend.allowance), 0);
        bend.zoneInFlat = {bend.near.from, bend.near.from + step, bend.near.to + step, bend.near.to};
    }

    void placeHoles() {
        for (size_t p = 0; p < job.plates.size(); ++p)
            for (const Hole& hole : job.plates[p].holes) {
                const Pose2& flatFromPlate = part.plates[p].flatFromPlate;
                const Vec2 inPlate(xInPlate(static_cast<int>(p), hole), yInPlate(part.plates[p], hole));
                const double turn = radians(hole.angleDeg);
                const bool isSlot = hole.kind == Hole::Kind::Slot;
                const Vec2 half =
                    isSlot ? Vec2(Vec2(std::cos(turn), std::sin(turn)) * (hole.length - hole.diameter) / 2)
                           : Vec2(0, 0);
                part.holes.push_back(
                    {hole.id,
                     static_cast<int>(p),
                     hole.diameter,
                     flatFromPlate * inPlate,
                     {flatFromPlate * Vec2(inPlate - half), flatFromPlate * Vec2(inPlate + half)}});
            }
    }

    /// The bend that a plate's own x dimensions start from: the one it hangs on, or a root's at its start.
    const PartBend* ownBend(const PartPlate& plate) const {
        if (plate.parentBend >= 0) return &part.bends[plate.parentBend];
        for (const int child : plate.childBends)
            if (part.bends[child].edge == Edge::Start) return &part.bends[child];
        return nullptr;
    }

    double xInPlate(int index, const Hole& hole) const {
        const PartPlate& plate = part.plates[index];
        const auto fromBend = [&](DimensionTo to) {
            const PartBend* own = ownBend(plate);
            assert(own);
            return hole.x - own->alongBar(bend::setback(own->shape, to));
        };
        switch (hole.xFrom) {
        case Hole::XFrom::Outside:
            return fromBend(DimensionTo::Outside);
        case Hole::XFrom::Inside:
            return fromBend(DimensionTo::Inside);
        case Hole::XFrom::Tangent:
            return fromBend(DimensionTo::Tangent);
        case Hole::XFrom::Start:
            return hole.x;
        case Hole::XFrom::End:
            return plate.length - hole.x;
        case Hole::XFrom::Hole: {
            const auto& holes = job.plates[static_cast<size_t>(index)].holes;
            const auto other = std::find_if(holes.begin(), holes.end(),
                                            [&](const Hole& h) { return h.id == hole.xFromHole; });
            assert(other != holes.end());
            return hole.x + xInPlate(index, *other);
        }
        }
        return hole.x;
    }

    static double yInPlate(const PartPlate& plate, const Hole& hole) {
        switch (hole.yFrom) {
        case Hole::YFrom::Right:
            return hole.y;
        case Hole::YFrom::Left:
            return plate.width - hole.y;
        case Hole::YFrom::Centre:
            return plate.width / 2 + hole.y;
        }
        return hole.y;
    }

    const Job& job;
    const material::Material& material;
    Part part;
};

} // namespace

Part layOut(const Job& job, const material::Material& material) {
    return Solver(job, material).solved();
}

Part solve(const Job& job, const material::Material& material) {
    assert(!whatIsWrong(job));
    if (!isDriven(job)) return layOut(job, material);
    Driven driven = drive(job, material);
    Part part = layOut(driven.job, material);
    part.undrivable = std::move(driven.undrivable);
    for (size_t i = 0; i < job.plates.size(); ++i)
        if (isDriven(job.plates[i]))
            part.plates[i].stated = lengthTo(part, static_cast<int>(i), job.dimensionTo);
    return part;
}

} // namespace goodfold::part
