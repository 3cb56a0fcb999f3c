// Rules of the straight parts between bends: something must be left of every leg and of every strip.
#include "check/finding.h"
#include "part/driven.h"

#include <algorithm>
#include <cmath>

namespace goodfold::check {

using job::Element;

namespace {

std::vector<int> bendsOf(const part::PartPlate& plate) {
    std::vector<int> bends = plate.childBends;
    if (plate.parentBend >= 0) bends.push_back(plate.parentBend);
    return bends;
}

bool cannotBeDriven(const Subject& s, const std::string& plate) {
    return std::any_of(s.part.undrivable.begin(), s.part.undrivable.end(),
                       [&](const part::Undrivable& u) { return u.plate == plate; });
}

} // namespace

namespace {

Finding cannotBeFinding(const Subject& s, const part::Undrivable& u) {
    Finding finding;
    finding.severity = Severity::Stop;
    finding.about = Element::plate(u.plate);
    finding.value = u.asked;
    finding.limit = u.least;
    job::Job mended = s.job;
    job::Plate& plate = *mended.findPlate(u.plate);
    if (u.what == part::Undrivable::What::Gap) {
        job::Bend& wrap = *mended.findBend(s.job.bendAt(u.plate, job::Edge::End)->id);
        finding.about = Element::bend(wrap.id);
        finding.headline = "The gap of bend " + wrap.id + " is wider than its pipe";
        finding.says = s.length(u.asked) + " leaves nothing round a pipe of " + s.length(u.least) + ".";
        wrap.wrap->gap = wrap.wrap->pipe / 10;
        finding.remedies = {Remedy{"make it " + s.length(wrap.wrap->gap), std::move(mended)}};
        return finding;
    }
    const double least = s.roundedUp(u.least);
    const bool isJoggle = u.what == part::Undrivable::What::Joggle;
    (isJoggle ? plate.joggle->length : plate.length) = least;
    finding.headline = isJoggle ? "Joggle " + u.plate + " is too short" : u.plate + " is too small across";
    finding.says = isJoggle ? "Its offset needs " + s.length(u.least) + " with these radii, not " +
                                  s.length(u.asked) + "."
                            : "Its bends alone measure more: " + s.length(u.least) + " is the least, not " +
                                  s.length(u.asked) + ".";
    finding.remedies = {Remedy{"make it " + s.length(least), std::move(mended)}};
    return finding;
}

} // namespace

/// A joggle too short for its offset (it is drawn with the least that can be), a dimension measured across
/// that leaves its leg nothing straight, or a gap wider than the pipe.
std::vector<Finding> cannotDrive(const Subject& s) {
    std::vector<Finding> findings;
    for (const part::Undrivable& u : s.part.undrivable)
        findings.push_back(cannotBeFinding(s, u));
    return findings;
}

/// A place in the formed part that a hole cannot have: it stands as near as it can.
std::vector<Finding> cannotReach(const Subject& s) {
    std::vector<Finding> findings;
    for (const std::string& id : s.part.unreachable) {
        const job::FormedPlace& place = *s.job.findHole(id)->formed;
        Finding finding;
        finding.severity = Severity::Stop;
        finding.about = Element::hole(id);
        finding.headline = id + " cannot be there";
        finding.says = place.kind == job::FormedPlace::Kind::Straight
                           ? "Its leg lies farther from " + place.of + " than " + s.length(place.distance) +
                                 ": it stands as near as it can."
                           : "Formed, its leg runs along what it is measured from (" + place.of +
                                 "): measure it another way.";
        findings.push_back(std::move(finding));
    }
    return findings;
}

/// Corners that take more of an edge than it has are left square.
std::vector<Finding> cornersTooLarge(const Subject& s) {
    std::vector<Finding> findings;
    for (const part::PartPlate& plate : s.part.plates) {
        if (plate.cornersFit) continue;
        job::Job mended = s.job;
        job::Plate& own = *mended.findPlate(plate.id);
        const double step = quantity::stepOf(s.reading).mm();
        const double most = std::floor(std::min(plate.width, plate.length) / 2 / step + 1e-6) * step;
        for (auto& [corner, cut] : own.corners)
            cut.size = std::min(cut.size, most);
        findings.push_back({.severity = Severity::Stop,
                            .about = Element::plate(plate.id),
                            .headline = "The corners of " + plate.id + " do not fit",
                            .says = "They take more of an edge than it has, so they are shown square."});
        if (!own.corners.empty() && most > 0 && s.mendsOneMore() && !job::whatIsWrong(mended) &&
            part::solve(mended, s.material)
                .plates[static_cast<size_t>(s.part.plateIndex(plate.id))]
                .cornersFit)
            findings.back().remedies = {Remedy{"make them " + s.length(most), std::move(mended)}};
    }
    return findings;
}

/// A leg that is all setback cannot be made. Touching counts: a straight of exactly 0 stops the job too.
/// The remedy leaves one thickness straight.
std::vector<Finding> straightsTooShort(const Subject& s) {
    std::vector<Finding> findings;
    for (size_t i = 0; i < s.part.plates.size(); ++i) {
        const part::PartPlate& plate = s.part.plates[i];
        const double straight = std::min(plate.shortestStraight, plate.width);
        if (straight > 0 || bendsOf(plate).empty() || cannotBeDriven(s, plate.id)) continue;
        if (s.job.plates[i].joggle || job::isBesideWrap(s.job, s.job.plates[i]))
            continue; // its two arcs may meet; what is too short for that is told above
        const bool linesMeet = plate.length > 0 && plate.width > 0; // they are skewed, and do at an edge
        Finding finding{.severity = Severity::Stop,
                        .about = job::Element::plate(plate.id),
                        .headline = linesMeet ? "Bend lines meet in " + plate.id : plate.id + " is all bend",
                        .says = linesMeet ? "At one edge its bends lie " + s.length(-straight) +
                                                " over each other; at the middle there is room."
                                          : "Its bends need " + s.length(-straight) +
                                                " more than it has: nothing straight is left.",
                        .value = straight,
                        .limit = 0.0};
        if (plate.shortestStraight <= 0 && s.mendsOneMore() &&
            s.job.plates[i].measure == job::Plate::Measure::Along) {
            const double length = s.roundedUp(s.job.plates[i].length - straight + s.part.thickness);
            job::Job mended = s.job;
            mended.plates[i].length = length;
            finding.remedies = {Remedy{"make " + plate.id + " " + s.length(length), std::move(mended)}};
        }
        findings.push_back(std::move(finding));
    }
    return findings;
}

/// A deduction larger than what two setbacks give leaves no metal for the bend.
std::vector<Finding> stripEatenUp(const Subject& s) {
    std::vector<Finding> findings;
    for (const part::PartBend& bend : s.part.bends) {
        if (bend.allowance > 0) continue;
        findings.push_back({.severity = Severity::Stop,
                            .about = job::Element::bend(bend.id),
                            .headline = "Bend " + bend.id + " has no metal",
                            .says = "The allowance rule leaves it a strip of " + s.length(bend.allowance) +
                                    ": give it a radius, or choose another rule.",
                            .value = bend.allowance,
                            .limit = 0.0});
    }
    return findings;
}

namespace {

Finding edgeFinding(const part::PartBend& bend, std::string headline, std::string says, double past) {
    return {.severity = Severity::Stop,
            .about = job::Element::bend(bend.id),
            .headline = std::move(headline),
            .says = std::move(says),
            .value = past,
            .limit = 0.0};
}

} // namespace

/// On sheet: a flange that reaches past its parent's edge, or into its neighbour on the same edge.
std::vector<Finding> flangeOffItsEdge(const Subject& s) {
    if (s.part.form == job::StockForm::Bar) return {};
    constexpr double kSameLine = 1e-6; // sums of the same lengths in another order differ by less
    std::vector<Finding> findings;
    for (const part::PartBend& bend : s.part.bends) {
        const part::PartPlate& parent = s.part.plates[bend.parent];
        const double past = std::max(-bend.from, bend.to - bend.edgeLength);
        if (past > kSameLine)
            findings.push_back(
                edgeFinding(bend, "Bend " + bend.id + " runs off its edge",
                            "It reaches " + s.length(past) + " past the edge of " + parent.id + ".", past));
        // Of all that it overlaps the one it shares most with: moving off that is where to begin.
        const part::PartBend* worst = nullptr;
        double most = kSameLine;
        for (const int otherIndex : s.part.bendsOn(bend.parent, bend.edge)) {
            const part::PartBend& other = s.part.bends[otherIndex];
            if (&other >= &bend) continue;
            const double shared = std::min(bend.to, other.to) - std::max(bend.from, other.from);
            if (shared > most) worst = &other, most = shared;
        }
        if (worst)
            findings.push_back(edgeFinding(
                bend, "Bends " + worst->id + " and " + bend.id + " overlap",
                "They share " + s.length(most) + " of the same edge of " + parent.id + ".", most));
    }
    return findings;
}

} // namespace goodfold::check
