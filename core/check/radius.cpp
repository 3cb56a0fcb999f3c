// Whether the metal stands the radius that it is bent to.
#include "check/finding.h"

#include <algorithm>
#include <cmath>

namespace goodfold::check {

using job::Edge;
using job::Element;

bool isHem(const bend::Shape& shape) {
    constexpr double kHemDeg = 150, kFlatDeg = 190; // beyond it is rolled up
    constexpr double kTightest = 4;                 // thicknesses; a wider one goes round something
    return shape.angleDeg >= kHemDeg && shape.angleDeg <= kFlatDeg &&
           shape.insideRadius < kTightest * shape.thickness;
}

namespace {

constexpr double kRounding = 1e-9;

const PlanFacts::Formed* formedOf(const Subject& s, const std::string& bend) {
    if (!s.plan) return nullptr;
    const auto found = std::find_if(s.plan->formed.begin(), s.plan->formed.end(),
                                    [&](const PlanFacts::Formed& formed) { return formed.bend == bend; });
    return found == s.plan->formed.end() ? nullptr : &*found;
}

/// What comes out: of its tool where one is chosen. Hems are pressed shut to what they are laid out with; a
/// row of small bends and a wrap go by their own radius.
double radiusMade(const Subject& s, const part::PartBend& bend) {
    const job::Bend& own = *s.job.findBend(bend.id);
    const PlanFacts::Formed* formed = formedOf(s, bend.id);
    const bool isByTool = formed && !isHem(bend.shape) && bend.bumps == 1 && !own.wrap;
    return isByTool ? formed->insideRadius : bend.shape.insideRadius;
}

material::LeastRadius leastOf(const Subject& s, const part::PartBend& bend, bool isAlongGrain) {
    material::LeastRadius least = material::leastInsideRadius(s.material, s.part.thickness, isAlongGrain);
    if (isHem(bend.shape)) least.safe += s.material.hemExtra * s.part.thickness;
    return least;
}

/// The strongest other temper or alloy of the metal that stands this radius; null where none does.
const material::Material* softer(const Subject& s, double radius) {
    const material::Material* found = nullptr;
    for (const material::Material& other : material::standardMaterials().materials) {
        if (other.family != s.material.family || other.id == s.material.id || !other.notBent.empty())
            continue;
        if (material::leastInsideRadius(other, s.part.thickness).safe > radius + kRounding) continue;
        if (!found || other.yieldLeast > found->yieldLeast) found = &other;
    }
    return found;
}

Remedy madeOf(const Subject& s, const material::Material& other) {
    job::Job mended = s.job;
    mended.material = other.id;
    return {"make it of " + other.shortName, std::move(mended)};
}

/// Tools of the shop that make it sound, and how to have them; and what else it could be made of.
std::vector<Remedy> waysOut(const Subject& s, size_t bend, double radius, double safe) {
    std::vector<Remedy> remedies;
    const job::Bend& own = s.job.bends[bend];
    if (s.plan)
        for (const PlanFacts::Option& option : s.plan->options) {
            if (option.bend != own.id || option.insideRadius < safe - kRounding) continue;
            if (!own.insideRadius && own.tool.empty()) continue; // the search was free to take it
            job::Job mended = s.job;
            mended.bends[bend].tool = option.tool;
            mended.bends[bend].insideRadius.reset();
            remedies.push_back({"bend it in the " + option.name + ", R " + s.length(option.insideRadius),
                                std::move(mended)});
            break;
        }
    const double rounded = s.roundedUp(safe);
    if (own.insideRadius && rounded > radius) {
        job::Job mended = s.job;
        mended.bends[bend].insideRadius = rounded;
        remedies.push_back({"make it R " + s.length(rounded), std::move(mended)});
    }
    if (const material::Material* other = softer(s, radius)) remedies.push_back(madeOf(s, *other));
    return remedies;
}

/// What can be done at the bench, after the buttons.
std::string advice(const Subject& s, const part::PartBend& bend, double safe) {
    const PlanFacts::Formed* formed = formedOf(s, bend.id);
    if (isHem(bend.shape)) return " Leave it open, round a strip of that thickness.";
    if (!formed) return {};
    std::string says;
    double largest = 0;
    for (const PlanFacts::Option& option : s.plan->options)
        if (option.bend == bend.id) largest = std::max(largest, option.insideRadius);
    if (largest > 0 && largest < safe - kRounding)
        says += " The largest that the shop makes in this stock is R " + s.length(largest) + ".";
    switch (formed->by) {
    case PlanFacts::Formed::By::Edge:
        return says + " Bend it round a bar, or over a block rounded to that, beside the jaw.";
    case PlanFacts::Formed::By::Nose:
        return says + " A strip folded over the nose first makes its radius larger by its thickness.";
    case PlanFacts::Formed::By::Die:
        return says + " A wider opening or a rounder punch makes it larger.";
    case PlanFacts::Formed::By::Round:
        return says + " Take a larger pin or bar.";
    }
    return says;
}

std::optional<Finding> tightness(const Subject& s, size_t index, bool isAlongGrain) {
    const part::PartBend& bend = s.part.bends[index];
    const material::LeastRadius least = leastOf(s, bend, isAlongGrain);
    const double radius = radiusMade(s, bend);
    if (radius >= least.safe - kRounding) return {};
    const bool cracks = radius < least.typical - kRounding;
    const PlanFacts::Formed* formed = formedOf(s, bend.id);
    const std::string made = formed && !isHem(bend.shape)
                                 ? "The " + formed->tool + " makes R " + s.length(radius) + "; "
                                 : "Inside radius " + s.length(radius) + "; ";
    const std::string stock = s.length(s.part.thickness) + " " + s.material.shortName;
    return Finding{
        .severity = cracks ? Severity::Stop : Severity::Mind,
        .about = Element::bend(bend.id),
        .headline = (isHem(bend.shape) ? "Hem " : "Bend ") + bend.id +
                    (cracks ? " cracks in " : " is tight for ") + s.material.shortName,
        .says = made + stock +
                (cracks ? " cracks below R " + s.length(least.typical) + ", and is sound" : " is sound") +
                " from R " + s.length(least.safe) + " on." + advice(s, bend, least.safe),
        .value = radius,
        .limit = cracks ? least.typical : least.safe,
        .remedies = s.mendsOneMore() ? waysOut(s, index, radius, least.safe) : std::vector<Remedy>()};
}

} // namespace

/// Under the least radius that usually goes a bend stops the job; under the safe one it is something to mind.
/// A hem, folded back on itself, asks for what the material book adds for it.
std::vector<Finding> radiusTooSmall(const Subject& s) {
    std::vector<Finding> findings;
    if (!s.material.notBent.empty()) return findings; // at any radius: that is another finding
    for (size_t i = 0; i < s.part.bends.size(); ++i)
        if (auto finding = tightness(s, i, false)) findings.push_back(*std::move(finding));
    return findings;
}

/// The same along the grain, where it cracks sooner, as far as that says more.
std::vector<Finding> alongTheGrain(const Subject& s) {
    std::vector<Finding> findings;
    for (size_t i = 0; i < s.part.bends.size(); ++i) {
        const part::PartBend& bend = s.part.bends[i];
        if (!part::runsAlongGrain(s.part, bend) || !s.material.notBent.empty()) continue;
        auto finding = tightness(s, i, true);
        const auto across = tightness(s, i, false);
        if (!finding || (across && across->severity <= finding->severity)) continue;
        finding->headline = "Bend " + bend.id + " runs along the grain";
        finding->says += " Or turn the blank round in the sheet, so that the bend lies across it.";
        findings.push_back(*std::move(finding));
    }
    return findings;
}

/// Some metal is sold for other work, and breaks.
std::vector<Finding> notToBeBent(const Subject& s) {
    if (s.material.notBent.empty() || s.part.bends.empty()) return {};
    Finding finding;
    finding.severity = Severity::Stop;
    finding.headline = s.material.name + " is not bent";
    finding.says = s.material.notBent;
    double tightest = s.part.bends.front().shape.insideRadius;
    for (const part::PartBend& bend : s.part.bends)
        tightest = std::min(tightest, bend.shape.insideRadius);
    if (const material::Material* other = softer(s, tightest)) finding.remedies.push_back(madeOf(s, *other));
    return {std::move(finding)};
}

/// Beyond the book's thickest row its figures are a guess.
std::vector<Finding> thickerThanBook(const Subject& s) {
    const double thickest = material::thickestInBook(s.material);
    if (s.part.bends.empty() || s.part.thickness <= thickest + kRounding) return {};
    return {Finding{.severity = Severity::Mind,
                    .headline = "Thicker than the book knows",
                    .says = "Least radii of " + s.material.shortName + " are known up to " +
                            s.length(thickest) + "; this is " + s.length(s.part.thickness) +
                            ". Bend a piece of it first, and look at the outside for cracks.",
                    .value = s.part.thickness,
                    .limit = thickest}};
}

} // namespace goodfold::check
