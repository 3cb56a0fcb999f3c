#include "tool/setup.h"

#include "bend/forming.h"

#include <algorithm>
#include <cmath>

namespace goodfold::tool {

namespace {

constexpr double kUnloading = 1.15;    // springback beyond the model's: the modulus falls after straining
constexpr double kBottomedKeeps = 0.3; // of an air bend's springback, where the punch is driven home
constexpr double kFarRadius = 0.5;     // of what is made from what is wanted, in shares of it
constexpr double kMildUltimate = 420;  // MPa: what thicknesses are rated in

bend::Strength strengthOf(const material::Material& material) {
    return {material.yield, material.ultimate, material.elasticModulus};
}

/// Pins and formers are picked; an edge or a nose makes what it has, but never sharper than metal goes.
double radiusMade(const Tool& tool, const Work& work, const material::Material& material) {
    if (tool.isPickedByRadius())
        return *std::min_element(tool.radii.begin(), tool.radii.end(), [&](double a, double b) {
            return std::abs(a - work.insideRadius) < std::abs(b - work.insideRadius);
        });
    // Hammered or pulled over an edge, bar takes about its own thickness.
    const bool isByHand = tool.kind->drive == Kind::Drive::Arm;
    const double natural = isByHand ? work.thickness : 0;
    return std::max({tool.radii.front(), natural, material::leastInsideRadius(material, work.thickness)});
}

double springbackDeg(const Setup& setup, const Work& work, const material::Material& material) {
    const double at90 =
        setup.opening > 0
            ? material.airSpringback
            : material::typicalSpringbackAt90(material, setup.insideRadius / work.thickness) * kUnloading;
    return at90 * setup.restsAtDeg / 90 * (setup.bottomed ? kBottomedKeeps : 1);
}

void complete(Setup& setup, const Work& work, const material::Material& material) {
    setup.restsAtDeg = restsAtDeg(work.angleDeg);
    setup.loadedAngleDeg = setup.restsAtDeg + springbackDeg(setup, work, material);
    setup.springbackByFormula =
        bend::angleUnderLoad(setup.restsAtDeg, setup.insideRadius, work.thickness, strengthOf(material)) -
        setup.restsAtDeg;
    setup.moment =
        material::formingMoment(material, work.length, work.thickness, std::max(setup.insideRadius, 1e-3));
    if (setup.opening <= 0) return;
    setup.force = bend::airBendForce(material.ultimate, work.length, work.thickness, setup.opening) *
                  (setup.bottomed ? bend::kBottoming : 1);
    setup.leastPlateLength = bend::leastLengthInDie(setup.opening, work.angleDeg, work.thickness);
}

/// The widest row of fingers that goes between what stands at both sides; 0 where none does.
double fittingFingers(const std::vector<double>& fingers, double room) {
    std::vector<double> sums{0};
    for (const double finger : fingers) {
        const size_t count = sums.size();
        for (size_t i = 0; i < count; ++i)
            if (sums[i] + finger <= room) sums.push_back(sums[i] + finger);
    }
    return *std::max_element(sums.begin(), sums.end());
}

void addDies(Fit& fit, const Tool& tool, const Work& work, const material::Material& material) {
    const auto refuse = [&](Refusal::Kind kind, double has, double needs) {
        fit.refusal = Refusal{kind, tool.name, has, needs};
    };
    for (const Die::Opening& row : openingsOf(tool.die))
        for (const bool bottomed : {false, true}) {
            if (bottomed && !tool.die.bottoms) continue;
            Setup setup{&tool};
            setup.opening = row.opening;
            setup.setWith = row.setWith;
            setup.stack = row.stack;
            setup.clampLength = tool.length;
            setup.bottomed = bottomed;
            const double tip = tool.radii.front() + tool.die.punchFlat / 2;
            setup.insideRadius = bottomed ? tip : std::max(tip, material.airRadiusOverOpening * row.opening);
            complete(setup, work, material);
            const double over = row.opening / work.thickness;
            constexpr double kNarrowest = 5, kWidest = 16; // thicknesses; charts run from 6 to 12
            if (over < kNarrowest || over > kWidest)
                refuse(Refusal::Kind::Opening, row.opening, over);
            else if (bottomed && work.angleDeg + 0.5 < 180 - tool.die.angleDeg - 0.5)
                continue; // a bend is bottomed at the die's own angle
            else if (setup.force > bend::kPressShare * tool.die.ratedForce)
                refuse(Refusal::Kind::Force, bend::kPressShare * tool.die.ratedForce, setup.force);
            else if (setup.loadedAngleDeg > tool.mostAngleDeg)
                refuse(Refusal::Kind::AngleInDie, tool.mostAngleDeg, setup.loadedAngleDeg);
            else
                fit.setups.push_back(std::move(setup));
        }
}

/// Rows of fingers as wide as the bend, and narrower ones in its middle or pushed to either end of it, past
/// what stands in the others.
void addFingers(Fit& fit, Setup setup, double length) {
    constexpr double kPlay = 1, kUnheld = 40; // mm: beside the flanges; that may be left unheld at the ends
    for (const double leftOut : {0.0, 12.0, 24.0, 36.0}) {
        const double room = length - kPlay - leftOut;
        setup.clampLength = fittingFingers(setup.tool->fingers, room);
        if (setup.clampLength <= 0 || setup.clampLength < length - kUnheld) return;
        const double aside = (length - kPlay - setup.clampLength) / 2;
        for (const double side : {0.0, 1.0, -1.0}) {
            setup.clampMiddle = side * aside;
            fit.setups.push_back(setup);
            if (leftOut == 0) break;
        }
    }
}

void addClamps(Fit& fit, const Tool& tool, const Work& work, const material::Material& material) {
    Setup setup{&tool};
    setup.clampLength = tool.length;
    setup.insideRadius = radiusMade(tool, work, material);
    complete(setup, work, material);
    constexpr double kFold = 150; // from here on a hem is folded as far as it goes and then shut
    if (tool.kind->pressesShut() && work.angleDeg >= kFold && work.angleDeg <= 190) {
        setup.closed = true;
        setup.loadedAngleDeg = tool.mostAngleDeg;
    } else if (setup.loadedAngleDeg > tool.mostAngleDeg) {
        fit.refusal = Refusal{Refusal::Kind::Angle, tool.name, tool.mostAngleDeg, setup.loadedAngleDeg};
        return;
    }
    if (tool.fingers.empty()) return fit.setups.push_back(setup);
    fit.setups.push_back(setup); // all fingers in
    addFingers(fit, setup, work.length);
}

/// A radius that is quite another makes quite another part; a little off is only charged for.
void dropOtherRadii(Fit& fit, const Tool& tool, const Work& work) {
    const double far = std::max(2 * work.thickness, kFarRadius * work.insideRadius);
    if (work.bumps > 1) return;
    std::erase_if(fit.setups, [&](const Setup& setup) {
        if (std::abs(setup.insideRadius - work.insideRadius) <= far) return false;
        fit.refusal = Refusal{Refusal::Kind::OtherRadius, tool.name, setup.insideRadius, work.insideRadius};
        return true;
    });
}

} // namespace

double restsAtDeg(double angleDeg) {
    constexpr double kStrap = 270, kLeftOpen = 90;
    return angleDeg > kStrap ? angleDeg - kLeftOpen : angleDeg;
}

double thickestAt(const Tool& tool, double length, double ultimate) {
    constexpr double kMost = 2;
    const double load = std::sqrt(tool.length / std::max(length, 1e-6) * kMildUltimate / ultimate);
    return tool.thickest * std::min(load, kMost);
}

Fit fit(const Tool& tool, const Work& work, const material::Material& material) {
    const auto refused = [&](Refusal::Kind kind, double has, double needs) {
        return Fit{{}, Refusal{kind, tool.name, has, needs}};
    };
    if (work.length > tool.length) return refused(Refusal::Kind::TooShort, tool.length, work.length);
    const double thickest = thickestAt(tool, work.length, material.ultimate);
    if (work.thickness > thickest) return refused(Refusal::Kind::TooThin, thickest, work.thickness);
    if (tool.isPickedByRadius())
        if (const double has = radiusMade(tool, work, material);
            std::abs(has - work.insideRadius) > kFarRadius * work.insideRadius)
            return refused(Refusal::Kind::NoSuchRadius, has, work.insideRadius);
    Fit found;
    if (tool.isDie())
        addDies(found, tool, work, material);
    else
        addClamps(found, tool, work, material);
    dropOtherRadii(found, tool, work);
    return found;
}

double leverOf(const Tool& tool, double freeLength) {
    return std::max(tool.lever, freeLength);
}

namespace {

double lineFromTangent(const Setup& setup, const Work& work) {
    switch (setup.tool->kind->line) {
    case Kind::Line::EdgeTop:
        return setup.tool->radii.front();
    case Kind::Line::Sight:
        return setup.insideRadius;
    case Kind::Line::Middle:
        return work.allowance / 2;
    case Kind::Line::Tangent:
        return 0;
    }
    return 0;
}

} // namespace

ToolMark markOf(const Setup& setup, const Work& work) {
    return {lineFromTangent(setup, work) + setup.tool->markOffset, setup.tool->kind->flushWith};
}

} // namespace goodfold::tool
