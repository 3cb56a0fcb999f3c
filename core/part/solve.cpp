#include "part/corner_cuts.h"
#include "part/driven.h"
#include "part/hole_places.h"
#include "part/outline.h"
#include "part/part.h"
#include "part/sheet_corners.h"
#include "part/sheet_outline.h"

#include <algorithm>
#include <array>
#include <cassert>
#include <cmath>
#include <string_view>
#include <unordered_map>

namespace goodfold::part {

double usualInsideRadius(const material::Material& material, double thickness) {
    return std::max(thickness, material::leastInsideRadius(material, thickness).safe);
}

bend::Shape shapeOf(const Job& job, const Bend& bend, const material::Material& material) {
    const std::optional<double> decided = bend.insideRadius ? bend.insideRadius : bend.toolRadius.mm;
    return {bend.angleDeg, decided.value_or(usualInsideRadius(material, job.thickness)), job.thickness};
}

namespace {

class Solver {
public:
    Solver(const Job& job, const material::Material& material) : job(job), material(material) {
        part.form = job.stock.form;
        part.dimensionTo = job.dimensionTo;
        part.thickness = job.thickness;
        part.kerf = job.stock.kerf;
        part.grain = job.stock.grain;
        part.datum = job.datum;
    }

    Part solved() && {
        takeOverPlates();
        takeOverBends();
        layOut();
        placeHoles(job, part);
        findLaps(job, part);
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
        std::unordered_map<std::string_view, int> plateOf;
        for (size_t i = 0; i < part.plates.size(); ++i)
            plateOf.emplace(part.plates[i].id, static_cast<int>(i));
        part.bends.resize(job.bends.size());
        for (size_t i = 0; i < job.bends.size(); ++i) {
            const Bend& from = job.bends[i];
            PartBend& bend = part.bends[i];
            bend.id = from.id;
            bend.order = static_cast<int>(&from - job.bends.data());
            bend.parent = plateOf.find(from.from)->second;
            bend.child = plateOf.find(from.to)->second;
            bend.edge = from.edge;
            bend.turn = from.turn;
            bend.skewDeg = from.skewDeg;
            bend.bumps = from.bumps;
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
        for (size_t i = 0; i < part.plates.size(); ++i)
            sizeLength(static_cast<int>(i));
        std::vector<int> toPlace{part.root};
        while (!toPlace.empty()) {
            const int index = toPlace.back();
            toPlace.pop_back();
            sizeWidth(index);
            placePlate(index);
            drawCorners(index);
            placeBends(index);
            for (const int bend : part.plates[index].childBends)
                toPlace.push_back(part.bends[bend].child);
        }
        for (size_t i = 0; i < part.plates.size(); ++i)
            drawPlate(i);
    }

    /// A flange's stated width: its own, or what its parent's edge offers.
    double statedWidth(size_t index, double edgeLength) const {
        return job.plates[index].width.value_or(edgeLength);
    }

    void sizeLength(int index) {
        PartPlate& plate = part.plates[index];
        plate.stated = job.plates[index].length;
        plate.length = plate.stated - referenceAt(index, Edge::Start) - referenceAt(index, Edge::End);
    }

    void sizeWidth(int index) {
        PartPlate& plate = part.plates[index];
        if (part.form == StockForm::Bar)
            plate.width = job.stock.width;
        else if (plate.parentBend < 0)
            plate.width = *job.plates[index].width - sideReference(index, Edge::Left) -
                          sideReference(index, Edge::Right);
        else {
            const PartBend& bend = part.bends[plate.parentBend];
            plate.width = bend.to - bend.from + bend.shoulderRight + bend.shoulderLeft;
        }
    }

    /// What a flange at a plate's side takes off its width. Along a side that tapers its setback, square to
    /// that side, takes more.
    double sideReference(int index, Edge side) const {
        const double reference = referenceAt(index, side);
        return reference == 0 ? 0
                              : reference * std::hypot(1, insetOf(index, side) / part.plates[index].length);
    }

    double insetOf(int index, Edge side) const {
        const auto& inset = job.plates[static_cast<size_t>(index)].inset;
        const auto own = inset.find(side);
        return own == inset.end() ? 0 : own->second;
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
        const Vec2 along(-bend.across.y(), bend.across.x());
        plate.flatFromPlate.translation() = bend.far.from - bend.shoulderRight * along;
    }

    void placeBends(int plate) {
        if (part.form == StockForm::Sheet) {
            for (const int bend : part.plates[plate].childBends)
                takeItsEdge(part.bends[bend]);
            for (const int bend : part.plates[plate].childBends)
                chooseRelief(part.bends[bend]);
            meetAtCorners(job, part, plate);
        }
        for (const int bend : part.plates[plate].childBends)
            placeBend(part.bends[bend]);
    }

    void placeBend(PartBend& bend) {
        const PartPlate& parent = part.plates[bend.parent];
        if (part.form == StockForm::Bar) {
            bend.near = nearLineOfBar(bend, parent);
            bend.across = Vec2(std::cos(radians(bend.skewDeg)), std::sin(radians(bend.skewDeg)));
        } else {
            const Segment edge = parent.edgeInFlat(bend.edge);
            const Vec2 along = bend.edgeLength == 0 ? Vec2(0, 1) : Vec2((edge.to - edge.from).normalized());
            bend.near = {edge.from + bend.from * along, edge.from + bend.to * along};
            bend.across = Vec2(along.y(), -along.x());
        }
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
    void takeItsEdge(PartBend& bend) {
        const Segment edge = part.plates[bend.parent].edgeInFlat(bend.edge);
        bend.edgeLength = (edge.to - edge.from).norm();
        const auto child = static_cast<size_t>(bend.child);
        const double offset = job.bends[static_cast<size_t>(&bend - part.bends.data())].offset;
        const double taken = statedWidth(child, bend.edgeLength);
        bend.from = offset + sideReference(bend.child, Edge::Right);
        bend.to = offset + taken - sideReference(bend.child, Edge::Left);
        const auto& shoulder = job.plates[child].shoulder;
        if (const auto own = shoulder.find(Edge::Right); own != shoulder.end())
            bend.shoulderRight = own->second;
        if (const auto own = shoulder.find(Edge::Left); own != shoulder.end())
            bend.shoulderLeft = own->second;
    }

    void chooseRelief(PartBend& bend) {
        const Bend& from = job.bends[static_cast<size_t>(&bend - part.bends.data())];
        const bool besideMetal = restOf(job, part, bend.parent, bend.edge) > 0;
        bend.relief = reliefOf(from.relief, bend.shape, job.stock.kerf, besideMetal);
    }

    /// How far the line at one end of a plate leans along x at the right edge (and, negative, at the left): a
    /// skewed bend, or a free end cut at an angle.
    double leanAtRight(int plate, Edge edge) const {
        const PartPlate& own = part.plates[plate];
        const auto& ends = job.plates[static_cast<size_t>(plate)].ends;
        const auto end = ends.find(edge);
        double leanDeg = end == ends.end() ? 0 : end->second.cutDeg;
        if (part.form == StockForm::Bar) {
            const int bend = edge == Edge::Start      ? own.parentBend
                             : own.childBends.empty() ? -1
                                                      : own.childBends.front();
            if (bend >= 0) leanDeg = part.bends[bend].skewDeg;
        }
        return std::tan(radians(leanDeg)) * own.width / 2;
    }

    /// The plate's four corners, uncut, from its own figures and what its meetings make of its sides.
    void drawCorners(int index) {
        PartPlate& plate = part.plates[index];
        const double startLean = leanAtRight(index, Edge::Start), endLean = leanAtRight(index, Edge::End);
        const double l = plate.length, w = plate.width;
        double right = insetOf(index, Edge::Right), left = insetOf(index, Edge::Left);
        if (plate.parentBend >= 0) {
            const PartBend& own = part.bends[plate.parentBend];
            right += own.taperRight;
            left += own.taperLeft;
        }
        for (const Vec2& corner :
             {Vec2(startLean, 0), Vec2(l + endLean, right), Vec2(l - endLean, w - left), Vec2(-startLean, w)})
            plate.outlineInFlat.push_back(plate.flatFromPlate * corner);
        plate.shortestStraight = l - std::abs(endLean - startLean);
    }

    void drawPlate(size_t index) {
        PartPlate& plate = part.plates[index];
        if (part.form == StockForm::Sheet) {
            Traced traced = tracePlate(job, part, static_cast<int>(index));
            plate.shapeInFlat = std::move(traced.outline);
            plate.jointAt = std::move(traced.jointAt);
            plate.cornersFit = traced.fits;
        } else {
            CutCorners shaped = cutCorners(job.plates[index], plate.outlineInFlat);
            plate.cornersFit = shaped.fits;
            const int end = plate.childBends.empty() ? -1 : plate.childBends.front();
            joinCorners(plate, shaped.corners, plate.parentBend, end);
            plate.cornersInFlat = std::move(shaped.corners);
        }
        for (const int bend : plate.childBends)
            drawZone(part.bends[bend]);
    }

    /// A bar's plate hangs on its start and goes on at its end.
    static void joinCorners(PartPlate& plate, const std::array<Path, 4>& corners, int startBend,
                            int endBend) {
        const Path all = joined(corners);
        plate.shapeInFlat = all;
        plate.jointAt.assign(all.size(), -1);
        const auto markFrom = [&](const Vec2& corner, int bend) {
            for (size_t i = 0; i < all.size(); ++i)
                if (all[i].point == corner) plate.jointAt[i] = bend;
        };
        if (endBend >= 0) markFrom(corners[1].back().point, endBend);
        if (startBend >= 0) markFrom(corners[3].back().point, startBend);
    }

    void drawZone(PartBend& bend) {
        if (part.form == StockForm::Sheet) {
            bend.zoneInFlat = {bend.near.from, bend.far.from, bend.far.to, bend.near.to};
            return;
        }
        const Vec2 step(bend.alongBar(bend.allowance), 0);
        bend.zoneInFlat = {bend.near.from, bend.near.from + step, bend.near.to + step, bend.near.to};
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
        if (isDriven(job, job.plates[i]))
            part.plates[i].stated = lengthTo(part, static_cast<int>(i), job.dimensionTo);
    return part;
}

} // namespace goodfold::part
