#include "text/reached.h"

#include "common/phrase.h"

#include <cmath>

namespace goodfold::text {

namespace {

using What = lineup::Dimension::What;

/// What is left of a tie, as the end of a sentence; empty where it is met.
std::string leftOf(const lineup::Reached::OfTie& tie, const quantity::Reading& reading) {
    if (tie.isMet) return {};
    constexpr double kMet = 0.01, kMetDeg = 0.02; // what is worth telling
    const auto mm = [&](double value) {
        return quantity::typesetSize(quantity::Length::mm(std::abs(value)), reading.unit);
    };
    std::vector<std::string> says;
    if (tie.off >= kMet) says.push_back("misses its point by " + mm(tie.off));
    if (tie.gap >= kMet) says.push_back("stands " + mm(tie.gap) + " off its face");
    if (tie.gap <= -kMet) says.push_back("stands " + mm(tie.gap) + " in its face");
    if (tie.tiltDeg >= kMetDeg) says.push_back("leans by " + quantity::printDegrees(tie.tiltDeg));
    return says.empty() ? std::string() : tie.hole + " " + listed(says);
}

std::string leftOf(const lineup::Reached::OfTab& tab, const quantity::Reading& reading) {
    if (tab.isMet) return {};
    constexpr double kMet = 0.01, kMetDeg = 0.02;
    const auto mm = [&](double value) {
        return quantity::typesetSize(quantity::Length::mm(std::abs(value)), reading.unit);
    };
    std::vector<std::string> says;
    if (tab.off >= kMet) says.push_back("misses its slot by " + mm(tab.off));
    if (tab.tiltDeg >= kMetDeg) says.push_back("leans in it by " + quantity::printDegrees(tab.tiltDeg));
    if (tab.through <= -kMet) says.push_back("ends " + mm(tab.through) + " short of it");
    if (tab.before <= -kMet) says.push_back("has its bend " + mm(tab.before) + " deep in it");
    return says.empty() ? std::string() : "leg " + tab.plate + " " + listed(says);
}

/// What the wedge is like: its two ends where it slopes along the leg or across it, else its four corners.
std::string wedgeInWords(const lineup::Shim& shim, const quantity::Reading& reading) {
    const auto mm = [&](double value) { return quantity::typeset(quantity::Length::mm(value), reading); };
    const double along = (shim.farRight + shim.farLeft - shim.nearRight - shim.nearLeft) / 2;
    const double across = (shim.nearLeft + shim.farLeft - shim.nearRight - shim.farRight) / 2;
    constexpr double kLevel = 0.1; // mm: filed flat
    const std::string size = mm(shim.length) + " along leg " + shim.plate + " by " + mm(shim.width);
    if (std::abs(across) < kLevel)
        return size + ", " + mm(shim.nearRight) + " thick toward the bend and " + mm(shim.farRight) +
               " at the other end";
    if (std::abs(along) < kLevel)
        return size + ", " + mm(shim.nearLeft) + " thick at the leg's left edge and " + mm(shim.nearRight) +
               " at its right";
    return size + ", toward the bend " + mm(shim.nearLeft) + " thick at the left edge and " +
           mm(shim.nearRight) + " at the right, at the other end " + mm(shim.farLeft) + " and " +
           mm(shim.farRight);
}

/// What is held and would have to give.
std::string takenInWords(const lineup::Reached& reached, const quantity::Reading& reading) {
    std::vector<std::string> figures;
    for (const lineup::Reached::Change& change : reached.wouldTake)
        figures.push_back(inWords(change.of) + " would have to be " +
                          figureInWords(change.of, change.now, reading) + ", past the " +
                          figureInWords(change.of, change.was, reading) + " that it is held to");
    return listed(figures);
}

} // namespace

std::string inWords(const lineup::Dimension& dimension) {
    switch (dimension.what) {
    case What::HoleAlong:
        return "how far along " + dimension.of + " is";
    case What::HoleAcross:
        return "how far across " + dimension.of + " is";
    case What::Pitch:
        return dimension.of + "'s pitch";
    case What::Length:
        return "the length of leg " + dimension.of;
    case What::Angle:
        return "the angle of bend " + dimension.of;
    case What::Skew:
        break;
    }
    return "the skew of bend " + dimension.of;
}

std::string figureInWords(const lineup::Dimension& dimension, double value,
                          const quantity::Reading& reading) {
    if (dimension.what == What::Angle || dimension.what == What::Skew) return quantity::printDegrees(value);
    return quantity::typesetSize(quantity::Length::mm(value), reading.unit);
}

std::string inWords(const std::vector<lineup::Shim>& shims, const quantity::Reading& reading) {
    std::vector<std::string> wedges;
    wedges.reserve(shims.size());
    for (const lineup::Shim& shim : shims)
        wedges.push_back("a bevelled shim " + wedgeInWords(shim, reading));
    return wedges.empty() ? std::string() : "With the bends as they are, " + listed(wedges) + " would do it.";
}

std::string inWords(const lineup::Reached::Change& change, const quantity::Reading& reading) {
    return inWords(change.of) + " from " + figureInWords(change.of, change.was, reading) + " to " +
           figureInWords(change.of, change.now, reading);
}

std::string inWords(const lineup::Reached& reached, const quantity::Reading& reading) {
    std::vector<std::string> parts;
    if (reached.isReached) {
        const std::string laid = lineup::inWords(reached.laid);
        if (reached.changed.empty() && !laid.empty())
            return sentence(laid + " every hole comes to its point, as far as that is known");
        if (reached.changed.empty())
            return "As it is drawn every hole comes to its point, as far as that is known.";
        for (const lineup::Reached::Change& change : reached.changed)
            parts.push_back(inWords(change, reading));
        const std::string shims = inWords(reached.shims, reading);
        return sentence((laid.empty() ? "changed " : laid + ": ") + listed(parts)) +
               (shims.empty() ? "" : " " + shims);
    }
    for (const lineup::Reached::OfTie& tie : reached.ties)
        if (const std::string left = leftOf(tie, reading); !left.empty()) parts.push_back(left);
    for (const lineup::Reached::OfTab& tab : reached.tabs)
        if (const std::string left = leftOf(tab, reading); !left.empty()) parts.push_back(left);
    std::string why;
    if (!reached.wouldTake.empty())
        why = takenInWords(reached, reading);
    else if (reached.alone.size() == 1)
        why = "without the bolt in " + reached.alone.front() + " the others come to their points";
    else if (!reached.alone.empty())
        why = "with one bolt less, in " + listed(reached.alone, "or") + ", the others come to their points";
    else
        why = "whatever may change: more legs, or other bends, would have to bring it there";
    const std::string shims = inWords(reached.shims, reading);
    return sentence(listed(parts) + (reached.wouldTake.empty() && reached.alone.empty() ? ", " : "; ") +
                    why) +
           (shims.empty() ? "" : " " + shims);
}

} // namespace goodfold::text
