#include "text/reached.h"

#include "common/phrase.h"

#include <cmath>

namespace goodfold::text {

namespace {

using What = lineup::Dimension::What;

std::string figureOf(What what, double value, const quantity::Reading& reading) {
    if (what == What::Angle || what == What::Skew) return quantity::printDegrees(value);
    return quantity::typesetSize(quantity::Length::mm(value), reading.unit);
}

std::string nounOf(const lineup::Dimension& dimension) {
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

} // namespace

std::string inWords(const lineup::Reached::Change& change, const quantity::Reading& reading) {
    return nounOf(change.of) + " from " + figureOf(change.of.what, change.was, reading) + " to " +
           figureOf(change.of.what, change.now, reading);
}

std::string inWords(const lineup::Reached& reached, const quantity::Reading& reading) {
    std::vector<std::string> parts;
    if (reached.isReached) {
        if (reached.changed.empty())
            return "As it is drawn every hole comes to its point, as far as that is known.";
        for (const lineup::Reached::Change& change : reached.changed)
            parts.push_back(inWords(change, reading));
        return sentence("changed " + listed(parts));
    }
    for (const lineup::Reached::OfTie& tie : reached.ties)
        if (const std::string left = leftOf(tie, reading); !left.empty()) parts.push_back(left);
    return sentence(listed(parts) +
                    ", whatever may change: more legs, or other bends, would have to bring it there");
}

} // namespace goodfold::text
