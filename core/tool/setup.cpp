#include "tool/setup.h"

#include "bend/forming.h"
#include "bend/made_radius.h"
#include "bend/springback.h"

#include <algorithm>
#include <cmath>

namespace goodfold::tool {

namespace {

constexpr double kFarRadius = 0.5; // of what is made from what is wanted, in shares of it
constexpr double kSameRadius = 1e-9;
constexpr double kNearly = 5;         // degrees
constexpr double kMildUltimate = 420; // MPa: what thicknesses are rated in

/// Of a pin bender's pins or the shop's formers: where the radius is typed the nearest; else the smallest
/// that does not crack the stock.
double picked(const Tool& tool, const Work& work, const material::Material& material) {
    const auto& radii = tool.radii;
    if (!work.radiusIsTyped) {
        const double safe = material::leastInsideRadius(material, work.thickness, work.alongGrain).safe;
        const auto sound = std::lower_bound(radii.begin(), radii.end(), safe);
        return sound == radii.end() ? radii.back() : *sound;
    }
    return *std::min_element(radii.begin(), radii.end(), [&](double a, double b) {
        return std::abs(a - work.insideRadius) < std::abs(b - work.insideRadius);
    });
}

/// How far past its angle, how hard and how large it is pushed, once its tool and opening are set.
void complete(Setup& setup, const Work& work, const material::Material& material) {
    const Kind& kind = *setup.tool->kind;
    const double t = work.thickness, share = restsAtDeg(work.angleDeg) / 90;
    setup.restsAtDeg = restsAtDeg(work.angleDeg);
    const auto pushTo = [&](double springbackAt90) {
        const auto* learned = material::learnedSpringback(material, setup.tool->id);
        setup.loadedAngleDeg = setup.restsAtDeg + springbackAt90 * share * (learned ? learned->times : 1);
    };
    const auto makes = [&](const bend::MadeRadius& made) {
        setup.insideRadius = made.radius * setup.tool->radiusTimes;
        setup.radiusSigma = made.sigma;
    };
    if (kind.isDie()) {
        const double tip = setup.toolRadius + setup.tool->die.punchFlat / 2;
        makes(setup.bottomed ? bend::bottomed(tip, t)
                             : bend::airBent(tip, setup.opening, material.airRadiusOverOpening));
        pushTo(bend::airSpringbackAt90(material, setup.opening / t, setup.insideRadius / t) *
               (setup.bottomed ? bend::kBottomedKeeps : 1));
        setup.force = bend::airBendForce(material.ultimate, work.length, t, setup.opening) *
                      (setup.bottomed ? bend::kBottoming : 1);
        setup.leastPlateLength = bend::leastLengthInDie(setup.opening, work.angleDeg, t);
    } else if (kind.hold == Kind::Hold::Round) {
        pushTo(bend::springbackAt90(material, setup.toolRadius / t));
        makes(bend::bentRound(setup.toolRadius, setup.loadedAngleDeg, setup.restsAtDeg));
    } else {
        makes(kind.drive != Kind::Drive::Arm ? bend::foldedOver(setup.toolRadius, t)
              : setup.isHammered             ? bend::hammeredOver(setup.toolRadius, t)
                                             : bend::pulledOver(setup.toolRadius, t));
        pushTo(bend::springbackAt90(material, setup.insideRadius / t));
    }
    // A batch springs back a quarter less or more; a degree besides is what is read and set by hand.
    constexpr double kLeastOfIt = 0.75, kByHandDeg = 1;
    setup.stopFirstDeg =
        setup.restsAtDeg + std::max(0.0, kLeastOfIt * (setup.loadedAngleDeg - setup.restsAtDeg) - kByHandDeg);
    const material::LeastRadius least = material::leastInsideRadius(material, t, work.alongGrain);
    setup.safeRadius = least.safe;
    constexpr double kFolded = 150; // what is folded back on itself is made by pressing shut, not by the tool
    if (work.bumps == 1 && work.angleDeg < kFolded && setup.insideRadius < least.safe - kSameRadius)
        setup.cracks =
            setup.insideRadius < least.typical - kSameRadius ? Setup::Cracks::Surely : Setup::Cracks::Perhaps;
    const bend::Strength strength{material.yield, material.ultimate, material.elasticModulus};
    setup.springbackByFormula =
        bend::angleUnderLoad(setup.restsAtDeg, setup.insideRadius, t, strength) - setup.restsAtDeg;
    setup.moment = material::formingMoment(material, work.length, t, std::max(setup.insideRadius, 1e-3));
}

/// The widest row of fingers that goes between what stands at both sides; 0 where none does.
double fittingFingers(const std::vector<double>& fingers, double room) {
    constexpr double kSame = 0.05; // mm: rows no further apart are one, so there are only so many
    std::vector<double> sums{0};   // rising
    for (const double finger : fingers) {
        const std::vector<double> without = sums;
        for (const double sum : without)
            if (sum + finger <= room) sums.push_back(sum + finger);
        std::inplace_merge(sums.begin(), sums.begin() + static_cast<std::ptrdiff_t>(without.size()),
                           sums.end());
        sums.erase(
            std::unique(sums.begin(), sums.end(), [](double a, double b) { return std::abs(a - b) < kSame; }),
            sums.end());
    }
    return sums.back();
}

/// Why this opening will not do, whatever else the part has.
std::optional<Refusal> refusedInDie(const Setup& setup, const Work& work) {
    const Tool& tool = *setup.tool;
    const auto refuse = [&](Refusal::Kind kind, double has, double needs) {
        return Refusal{kind, tool.id, tool.name, has, needs};
    };
    constexpr double kNarrowest = 5, kWidest = 16; // thicknesses; charts run from 6 to 12
    const double over = setup.opening / work.thickness;
    if (over < kNarrowest || over > kWidest) return refuse(Refusal::Kind::Opening, setup.opening, over);
    if (const double most = bend::kPressShare * tool.die.ratedForce; setup.force > most)
        return refuse(Refusal::Kind::Force, most, setup.force);
    if (setup.loadedAngleDeg > tool.mostAngleDeg)
        return refuse(Refusal::Kind::AngleInDie, tool.mostAngleDeg, setup.loadedAngleDeg);
    return {};
}

void addDies(Fit& fit, const Tool& tool, const Work& work, const material::Material& material) {
    for (DieOption& option : dieOptions(tool, work, material)) {
        // That one is too wide says little where another that is not will not do either.
        const bool saysMore =
            option.refusal && (!fit.refusal || option.refusal->kind != Refusal::Kind::Opening);
        if (saysMore) fit.refusal = option.refusal;
        if (!option.refusal) fit.setups.push_back(std::move(option.setup));
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

/// Held and bent over an edge or round a pin; by hand it is pulled over, or hammered close to the line.
void addHeld(Fit& fit, const Tool& tool, const Work& work, const material::Material& material) {
    for (const bool isHammered : {false, true}) {
        if (isHammered && tool.kind->drive != Kind::Drive::Arm) continue;
        Setup setup{&tool};
        setup.clampLength = tool.length;
        setup.toolRadius = tool.isPickedByRadius() ? picked(tool, work, material) : tool.radii.front();
        setup.isHammered = isHammered;
        complete(setup, work, material);
        // What the tool does not reach is folded as far as it goes and then pressed shut.
        constexpr double kFold = 150, kFlat = 190;
        const bool isBeyond = work.angleDeg >= kFold || setup.loadedAngleDeg > tool.mostAngleDeg;
        if (tool.kind->pressesShut() && isBeyond && work.angleDeg > tool.mostAngleDeg - kNearly &&
            work.angleDeg <= kFlat) {
            setup.closed = true;
            setup.loadedAngleDeg = tool.mostAngleDeg;
        } else if (setup.loadedAngleDeg > tool.mostAngleDeg) {
            fit.refusal =
                Refusal{Refusal::Kind::Angle, tool.id, tool.name, tool.mostAngleDeg, setup.loadedAngleDeg};
            continue;
        }
        fit.setups.push_back(setup);
        if (!tool.fingers.empty()) addFingers(fit, setup, work.length); // fewer than all
    }
}

/// A radius that is quite another makes quite another part; a little off is only charged for.
void dropOtherRadii(Fit& fit, const Tool& tool, const Work& work) {
    const double far = std::max(2 * work.thickness, kFarRadius * work.insideRadius);
    if (work.bumps > 1 || !work.radiusIsTyped) return;
    std::erase_if(fit.setups, [&](const Setup& setup) {
        if (std::abs(setup.insideRadius - work.insideRadius) <= far) return false;
        fit.refusal =
            Refusal{Refusal::Kind::OtherRadius, tool.id, tool.name, setup.insideRadius, work.insideRadius};
        return true;
    });
}

} // namespace

double restsAtDeg(double angleDeg) {
    constexpr double kStrap = 270, kLeftOpen = 90;
    return angleDeg > kStrap ? angleDeg - kLeftOpen : angleDeg;
}

double thickestAt(const Tool& tool, double length, double ultimate) {
    // Handles and their hinges give way sooner than jaws and presses.
    const double most = tool.kind->drive == Kind::Drive::Handle ? 1.4 : 2;
    const double load = std::sqrt(tool.length / std::max(length, 1e-6) * kMildUltimate / ultimate);
    return tool.thickest * std::min(load, most);
}

bool canBottom(const Tool& tool, const Work& work) {
    constexpr double kSameAngle = 1; // degrees
    return tool.die.bottoms && work.angleDeg >= 180 - tool.die.angleDeg - kSameAngle;
}

namespace {

/// Why no setting of the tool will do.
std::optional<Refusal> refusedAnyhow(const Tool& tool, const Work& work, const material::Material& material) {
    const auto refused = [&](Refusal::Kind kind, double has, double needs) {
        return Refusal{kind, tool.id, tool.name, has, needs};
    };
    if (work.length > tool.length) return refused(Refusal::Kind::TooShort, tool.length, work.length);
    const double thickest = thickestAt(tool, work.length, material.ultimate);
    if (work.thickness > thickest) return refused(Refusal::Kind::TooThin, thickest, work.thickness);
    if (tool.isPickedByRadius() && work.radiusIsTyped)
        if (const double has = picked(tool, work, material);
            std::abs(has - work.insideRadius) > kFarRadius * work.insideRadius)
            return refused(Refusal::Kind::NoSuchRadius, has, work.insideRadius);
    return {};
}

} // namespace

std::vector<DieOption> dieOptions(const Tool& tool, const Work& work, const material::Material& material) {
    std::vector<DieOption> options;
    const auto anyhow = refusedAnyhow(tool, work, material);
    for (const Die::Opening& row : openingsOf(tool.die))
        for (const bool bottomed : {false, true}) {
            if (bottomed && !canBottom(tool, work)) continue;
            Setup setup{&tool};
            setup.opening = row.opening;
            setup.setWith = row.setWith;
            setup.stack = row.stack;
            setup.clampLength = tool.length;
            setup.bottomed = bottomed;
            setup.toolRadius = tool.radii.front();
            complete(setup, work, material);
            const auto refusal = anyhow ? anyhow : refusedInDie(setup, work);
            options.push_back({std::move(setup), refusal});
        }
    return options;
}

Fit fit(const Tool& tool, const Work& work, const material::Material& material) {
    if (const auto refusal = refusedAnyhow(tool, work, material)) return Fit{{}, refusal};
    Fit found;
    if (tool.isDie())
        addDies(found, tool, work, material);
    else
        addHeld(found, tool, work, material);
    dropOtherRadii(found, tool, work);
    return found;
}

namespace {

double lineFromTangent(const Setup& setup, const Work& work) {
    switch (setup.tool->kind->line) {
    case Kind::Line::EdgeTop:
    case Kind::Line::Sight:
        return setup.toolRadius;
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
