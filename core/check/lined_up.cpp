#include "check/lined_up.h"

#include "check/finding.h"
#include "common/phrase.h"

#include <cmath>

namespace goodfold::check {

namespace {

std::string percent(double share) {
    return quantity::printNumber(std::floor(share * 100 + 0.5), 0) + " %";
}

/// What misses: a hole, or a leg beside its slot.
job::Element worstOf(const LineUpFacts& facts) {
    return facts.worstTab.empty() ? job::Element::hole(job::holeThatMakes(facts.worst))
                                  : job::Element::plate(facts.worstTab);
}
std::string nameOfWorst(const LineUpFacts& facts) {
    return facts.worstTab.empty() ? facts.worst : "leg " + facts.worstTab + " in its slot";
}

} // namespace

/// Under nine in ten there is something to do, under one in two it is no way to work.
std::vector<Finding> oddsAreLow(const Subject& s) {
    constexpr double kToCheck = 0.9, kStops = 0.5;
    if (!s.lineUp || s.lineUp->roomAsDrawn < 0 || s.lineUp->odds >= kToCheck) return {};
    Finding finding;
    const bool stops = s.lineUp->odds < kStops && !s.job.filedToFit;
    finding.severity = stops ? Severity::Stop : Severity::Mind;
    finding.about = worstOf(*s.lineUp);
    finding.headline = percent(s.lineUp->odds) + " of brackets go on at the first try";
    finding.says = "Made as it is planned, all bolts go in on " + percent(s.lineUp->odds) + " of them; " +
                   nameOfWorst(*s.lineUp) +
                   " misses most often. Line-up says which step is to blame, "
                   "and what would help.";
    finding.value = s.lineUp->odds;
    finding.limit = kToCheck;
    if (stops) {
        job::Job filed = s.job;
        filed.filedToFit = true;
        finding.remedies.push_back({"holes that miss are filed to fit", std::move(filed)});
    }
    return {finding};
}

/// Nothing made at the bench can better it.
std::vector<Finding> nominalMisses(const Subject& s) {
    if (!s.lineUp || s.lineUp->roomAsDrawn > -1e-4) return {};
    Finding finding;
    finding.severity = Severity::Stop;
    finding.about = worstOf(*s.lineUp);
    finding.headline = "As drawn it does not go on its mount";
    const std::string by = s.length(-s.lineUp->roomAsDrawn);
    finding.says = s.lineUp->worstTab.empty()
                       ? "Put where it fits best, a bolt still misses by " + by + ", at " + s.lineUp->worst +
                             " first: the holes are not where the mount's are."
                       : "Put where it fits best, leg " + s.lineUp->worstTab + " still misses its slot by " +
                             by + ": it is too wide or too short for it, or not where it is.";
    finding.value = s.lineUp->roomAsDrawn;
    finding.limit = 0;
    return {finding};
}

/// It fits where it is, and does not come there.
std::vector<Finding> cannotBePutOn(const Subject& s) {
    if (!s.lineUp) return {};
    const LineUpFacts& facts = *s.lineUp;
    if (facts.stud.empty() && facts.tab.empty() && facts.past.empty()) return {};
    Finding finding;
    finding.severity = Severity::Mind;
    if (!facts.tab.empty()) {
        finding.about = job::Element::plate(facts.tab);
        finding.headline = "Leg " + facts.tab + " does not go straight into its slot";
        finding.says = "Pushed in, the bracket runs against " +
                       (facts.against.empty() ? "the mount" : "what is at " + facts.against) +
                       ": see whether it hooks in with a turn, or file the slot wider.";
        return {finding};
    }
    if (s.lineUp->stud.empty()) {
        finding.headline = "It does not get past the " + s.lineUp->past;
        finding.says =
            "No straight way leads to its place: " + s.lineUp->past +
            " is in most of them. See whether it goes in with a turn, or whether what stands there "
            "can be taken off meanwhile.";
        return {finding};
    }
    finding.about = job::Element::hole(job::holeThatMakes(s.lineUp->stud));
    finding.headline = "It does not go on straight over its studs";
    finding.says = "Pushed over the stud in " + s.lineUp->stud + " it runs against " +
                   (s.lineUp->against.empty() ? "the mount" : "that of " + s.lineUp->against) +
                   ": make one of them a bolt that is put in last, or see whether it hooks on with a turn.";
    return {finding};
}

/// A head or nut then bears on one side, and bends its bolt.
std::vector<Finding> boltsTilt(const Subject& s) {
    if (!s.lineUp) return {};
    constexpr double kMostDeg = 2;
    std::vector<Finding> findings;
    for (const LineUpFacts::Bolt& bolt : s.lineUp->bolts) {
        if (bolt.tiltDeg <= kMostDeg) continue;
        Finding finding;
        finding.severity = Severity::Mind;
        finding.about = job::Element::hole(bolt.hole);
        finding.headline = "The bolt leans in " + bolt.hole;
        finding.says =
            "It stands " + quantity::printNumber(bolt.tiltDeg, 1) +
            " degrees from square to its leg, and its head bears on one side: a bevelled washer, or "
            "another angle of the bend.";
        finding.value = bolt.tiltDeg;
        finding.limit = kMostDeg;
        findings.push_back(std::move(finding));
    }
    return findings;
}

/// Where the user said how far a leg may stand off.
std::vector<Finding> gapsTooWide(const Subject& s) {
    if (!s.lineUp) return {};
    std::vector<Finding> findings;
    for (const LineUpFacts::Bolt& bolt : s.lineUp->bolts) {
        if (bolt.most <= 0 || bolt.gap <= bolt.most) continue;
        Finding finding;
        finding.severity = Severity::Mind;
        finding.about = job::Element::hole(bolt.hole);
        finding.headline = bolt.hole + "'s leg stands off the mount";
        finding.says = "By " + s.length(bolt.gap) + " as drawn, where " + s.length(bolt.most) +
                       " is the most: a shim, or a longer leg before it.";
        finding.value = bolt.gap;
        finding.limit = bolt.most;
        findings.push_back(std::move(finding));
    }
    return findings;
}

namespace {

/// ", swung by 40 degrees".
std::string whereOnItsWay(const clearance::Least& least) {
    if (least.afterDeg == 0) return "";
    return ", swung by " + quantity::printNumber(std::abs(least.afterDeg), 0) + "\u00b0";
}

} // namespace

std::string nameOfNearest(const job::Element& element) {
    return element.kind == job::Element::Kind::Hole ? "the bolt in " + element.id : nameOf(element);
}

/// Everything that comes of it is then wrong.
std::vector<Finding> readingIsDoubted(const Subject& s) {
    if (!s.lineUp || !s.lineUp->doubt) return {};
    const LineUpFacts::Doubt& doubt = *s.lineUp->doubt;
    job::Job mended = s.job;
    job::MountReading& reading = mended.mount->readings[doubt.reading];
    reading.value = doubt.likely;
    const bool isTurn = reading.kind == job::MountReading::Kind::Turn;
    Finding finding;
    finding.severity = Severity::Mind;
    finding.headline = "Reading " + reading.id + " of the mount cannot be right";
    finding.says =
        doubt.says + " Until it is mended, or said to be right on the Mount stage, the odds go by it.";
    finding.remedies.push_back(
        {"make it " + (isTurn ? quantity::printDegrees(doubt.likely) : s.size(doubt.likely)),
         std::move(mended)});
    return {finding};
}

namespace {

/// What stands there, or passes over it on its way; `whose` begins the headline of the other hand's.
void addClearances(std::vector<Finding>& findings, const Subject& s, const std::vector<clearance::Least>& all,
                   const std::string& whose) {
    for (const clearance::Least& least : all) {
        if (!least.meets && !least.isTooClose()) continue;
        Finding finding;
        finding.severity = least.meets ? Severity::Stop : Severity::Mind;
        finding.about = {least.of.kind, job::holeThatMakes(least.of.id)};
        finding.value = std::max(0.0, least.distance);
        finding.limit = least.keep;
        const std::string of = nameOfNearest(least.of);
        if (least.meets) {
            finding.headline = capital(whose + of) + " is where the " + least.id + " is";
            finding.says = "In its place the bracket runs into the " + least.id + whereOnItsWay(least) +
                           ", at " + of +
                           ": Propose a bracket, on the Mount stage, looks for a shape that goes round it.";
        } else {
            finding.headline = capital(whose + of) + " is close to the " + least.id;
            finding.says = "Between them " + s.length(least.distance) + " is left" + whereOnItsWay(least) +
                           ", where " + s.length(least.keep) + " is asked for.";
        }
        findings.push_back(std::move(finding));
    }
}

} // namespace

std::vector<Finding> runsIntoThings(const Subject& s) {
    if (!s.lineUp) return {};
    std::vector<Finding> findings;
    addClearances(findings, s, s.lineUp->clearances, "");
    addClearances(findings, s, s.lineUp->otherHands, "of the other hand ");
    return findings;
}

} // namespace goodfold::check
