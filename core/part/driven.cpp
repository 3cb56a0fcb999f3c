#include "part/driven.h"

#include "part/fold.h"

#include <algorithm>
#include <cmath>

namespace goodfold::part {

namespace {

double shift(Plate::Measure measure, double thickness) {
    if (measure == Plate::Measure::Overall) return -thickness;
    return measure == Plate::Measure::Opening ? thickness : 0;
}

/// Height of the child's mid thickness over the parent's, along the parent's normal.
double midHeight(const Job& job, const Part& part, const Plate& plate) {
    const Folded folded = fold(part);
    const Bend &own = *job.bendTo(plate.id), &next = *job.bendAt(plate.id, Edge::End);
    const auto parent = static_cast<size_t>(part.plateIndex(own.from));
    const auto child = static_cast<size_t>(part.plateIndex(next.to));
    const Vec2 origin = part.plates[child].flatFromPlate.translation();
    const Vec3 mid = folded.rootFromFlat[parent].inverse() * folded.rootFromFlat[child] *
                     Vec3(origin.x(), origin.y(), part.thickness / 2);
    return mid.z() - part.thickness / 2;
}

void toTangents(Plate& plate, double straight) {
    plate.measure = Plate::Measure::Along;
    plate.flatFirst = false;
    plate.dimensionTo = {{Edge::Start, DimensionTo::Tangent}, {Edge::End, DimensionTo::Tangent}};
    plate.length = straight;
}

void driveJoggle(Driven& driven, size_t index, const material::Material& material) {
    Plate& plate = driven.job.plates[index];
    const double d = plate.joggle->offset;
    double l = plate.joggle->length;
    std::vector<Bend*> bends;
    double rho = driven.job.thickness; // two half thicknesses
    for (Bend& bend : driven.job.bends)
        if (bend.to == plate.id || (bend.from == plate.id && bend.edge == Edge::End)) {
            bends.push_back(&bend);
            rho += shapeOf(driven.job, bend, material).insideRadius;
        }
    const double least = d < rho ? std::sqrt(2 * rho * d - d * d) : rho;
    if (l < least) {
        driven.undrivable.push_back({plate.id, l, least, Undrivable::What::Joggle});
        l = least;
    }
    const double straight = std::sqrt(std::max(0.0, l * l + d * d - 2 * rho * d));
    const double angle = std::atan2(d - rho, l) + std::atan2(rho, straight);
    for (Bend* bend : bends)
        bend->angleDeg = degrees(angle);
    toTangents(plate, straight);
}

void driveAcross(Driven& driven, size_t index, const material::Material& material) {
    Plate& plate = driven.job.plates[index];
    const Plate asked = plate;
    toTangents(plate, 0);
    const double atZero = midHeight(driven.job, layOut(driven.job, material), plate);
    plate.length = 1;
    const double slope = midHeight(driven.job, layOut(driven.job, material), plate) - atZero;
    const double toward = slope < 0 ? -1 : 1;
    const double wanted = asked.length + shift(asked.measure, driven.job.thickness);
    const auto straightFor = [&](double distance) { return (toward * distance - atZero) / slope; };
    plate.length = straightFor(wanted);
    if (plate.length > 0) return;
    // One thickness of straight is the least that leaves something to measure on.
    const double least = toward * (atZero + slope * driven.job.thickness);
    driven.undrivable.push_back({plate.id, asked.length, least - shift(asked.measure, driven.job.thickness),
                                 Undrivable::What::Across});
}

/// What one side of a bend over a pipe takes: its share of the wrap, the turn of the bend to the ear, and the
/// straight between them.
struct WrapSide {
    double shareDeg, earDeg, straight;
};

WrapSide strapSide(double p, double t, double gap, double r) {
    const double f = degrees(std::asin((gap / 2 + t + r) / (p + t + r)));
    return {180 - f, 90 - f, 0};
}

WrapSide saddleSide(double p, double t, double gap, double r) {
    const double straight = p - gap - t - r;
    if (straight >= 0) return {90, 90, straight};
    const double f = degrees(std::asin(-straight / (p + t + r)));
    return {90 - f, 90 - f, 0};
}

void driveWrap(Driven& driven, size_t index, const material::Material& material) {
    Bend& bend = driven.job.bends[index];
    const double p = bend.wrap->pipe / 2, t = driven.job.thickness;
    const bool isStrap = bend.wrap->kind == Wrap::Kind::Strap;
    const double most = 2 * p; // there the ears stand as far apart as the pipe is wide, the feet at its top
    constexpr double kLeastGap = 0.02; // of a gap that wide something is left to turn
    const double gap = std::min(bend.wrap->gap, most * (1 - kLeastGap));
    if (bend.wrap->gap > gap)
        driven.undrivable.push_back({bend.from, bend.wrap->gap, most, Undrivable::What::Gap});
    bend.insideRadius = p;
    bend.angleDeg = 0;
    const std::string before = bend.from, after = bend.to;
    for (const auto& [ear, between] : {std::pair{driven.job.bendTo(before)->id, before},
                                       {driven.job.bendAt(after, Edge::End)->id, after}}) {
        Bend& toEar = *driven.job.findBend(ear);
        const double r = shapeOf(driven.job, toEar, material).insideRadius;
        const WrapSide side = isStrap ? strapSide(p, t, gap, r) : saddleSide(p, t, gap, r);
        toEar.angleDeg = side.earDeg;
        bend.angleDeg += side.shareDeg;
        toTangents(*driven.job.findPlate(between), side.straight);
    }
}

} // namespace

double measuredAcross(const Part& part, const Job& job, const Plate& plate, Plate::Measure measure) {
    return std::abs(midHeight(job, part, plate)) - shift(measure, part.thickness);
}

Driven drive(const Job& job, const material::Material& material) {
    Driven driven{job, {}};
    for (size_t i = 0; i < job.bends.size(); ++i)
        if (job.bends[i].wrap) driveWrap(driven, i, material);
    for (size_t i = 0; i < job.plates.size(); ++i)
        if (job.plates[i].joggle) driveJoggle(driven, i, material);
    for (size_t i = 0; i < job.plates.size(); ++i)
        if (!job.plates[i].joggle && job.plates[i].measure != Plate::Measure::Along)
            driveAcross(driven, i, material);
    return driven;
}

} // namespace goodfold::part
