// Rules of the stock: whether the blank can be had from it, and what is left on to hold.
#include "check/finding.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace goodfold::check {

using job::Edge;
using job::Element;

/// One blank from the piece there is. The remedy gives up what was left on the ends, where that is enough.
std::vector<Finding> blankLongerThanStock(const Subject& s) {
    if (!s.job.stock.onHand) return {};
    const double onHand = *s.job.stock.onHand, needed = s.part.blank.length;
    constexpr double kSameLength = 1e-9;
    if (needed <= onHand + kSameLength) return {};
    std::vector<Finding> findings{
        {.severity = Severity::Stop,
         .headline = "The stock is too short",
         .says = "The blank takes " + s.length(needed) + "; there is " + s.length(onHand) + ".",
         .value = needed,
         .limit = onHand}};
    job::Job mended = s.job;
    for (job::Plate& plate : mended.plates)
        for (auto& [edge, end] : plate.ends)
            end.extra = 0;
    if (mended != s.job && part::solve(mended, s.material).blank.length <= onHand + kSameLength)
        findings[0].remedies = {Remedy{"leave nothing on the ends", std::move(mended)}};
    return findings;
}

/// The whole batch from the bar there is, a saw cut between two; its last blank may end where the bar does.
std::vector<Finding> stockShorterThanBatch(const Subject& s) {
    if (!s.job.stock.onHand || s.part.form != job::StockForm::Bar) return {};
    constexpr double kSameLength = 1e-9;
    const double onHand = *s.job.stock.onHand, needed = s.part.blank.length, kerf = s.job.stock.kerf;
    const int hands = s.job.oppositeHand ? 2 : 1, wanted = s.job.quantity * hands;
    const double room = std::floor((onHand + kerf + kSameLength) / (needed + kerf));
    if (room < 1 || room >= wanted) return {}; // not even one is another rule's
    const int fit = static_cast<int>(room), missing = wanted - fit;
    std::vector<Finding> findings{
        {.severity = Severity::Mind,
         .headline = "Stock for " + std::to_string(fit) + " of " + std::to_string(wanted),
         .says = "With saw cuts of " + s.length(kerf) + " the " + s.length(onHand) + " on hand give " +
                 std::to_string(fit) + "; " + std::to_string(missing) +
                 (missing == 1 ? " more takes another " : " more take another ") +
                 s.length(missing * (needed + kerf) - kerf) + ".",
         .value = wanted * (needed + kerf) - kerf,
         .limit = onHand}};
    if (const int many = fit / hands; many > 0) {
        job::Job mended = s.job;
        mended.quantity = many;
        findings[0].remedies = {
            Remedy{"make " + std::to_string(many) + (hands == 2 ? " of each hand" : ""), std::move(mended)}};
    }
    return findings;
}

/// A leg at a free end shorter than the tool can hold or bend. Left long and trimmed after bending it can be
/// made all the same; a leg between two bends must be longer.
std::vector<Finding> plateShorterThanLeast(const Subject& s) {
    if (!s.job.leastPlateLength || s.part.bends.empty()) return {};
    constexpr double kSameLength = 1e-9;
    std::vector<Finding> findings;
    for (size_t i = 0; i < s.part.plates.size(); ++i) {
        const part::PartPlate& plate = s.part.plates[i];
        const int index = static_cast<int>(i);
        const bool endIsFree = s.part.hasFreeEnd(index), startIsFree = s.part.hasFreeStart(index);
        const Edge free = endIsFree ? Edge::End : Edge::Start;
        const auto end = s.job.plates[i].ends.find(free);
        const double extra = end == s.job.plates[i].ends.end() ? 0 : end->second.extra;
        const double length = part::lengthTo(s.part, index, job::DimensionTo::Outside) + extra;
        const double missing = *s.job.leastPlateLength - length;
        if (s.job.plates[i].joggle || missing <= kSameLength) continue;
        Finding finding{.severity = Severity::Mind,
                        .about = Element::plate(plate.id),
                        .headline = plate.id + " is short to bend",
                        .says = "It is " + s.length(length) + " outside; the least for your tool is " +
                                s.length(*s.job.leastPlateLength) + ".",
                        .value = length,
                        .limit = s.job.leastPlateLength};
        if (!s.mendsOneMore()) {
            findings.push_back(std::move(finding));
            continue;
        }
        job::Job mended = s.job;
        if (s.part.form == job::StockForm::Bar && (endIsFree || startIsFree)) {
            const double left = s.roundedUp(extra + missing);
            mended.plates[i].ends[free].extra = left;
            finding.remedies = {Remedy{"leave " + s.length(left) + " on, trim later", std::move(mended)}};
        } else if (s.job.plates[i].measure == job::Plate::Measure::Along) {
            mended.plates[i].length = s.roundedUp(mended.plates[i].length + missing);
            finding.remedies = {Remedy{"make " + plate.id + " " + s.length(mended.plates[i].length), mended}};
        }
        findings.push_back(std::move(finding));
    }
    return findings;
}

/// Merchants keep some thicknesses, and roll them no closer than their standard asks. Bar that is not sold so
/// thin is cut from sheet.
std::vector<Finding> asItIsSold(const Subject& s) {
    const double thickness = s.part.thickness;
    const auto isBar = s.part.form == job::StockForm::Bar;
    const auto barSizes = material::soldSizes(s.material, material::Sold::Bar, s.reading.unit);
    const bool isStrip = barSizes.thicknesses.empty() || thickness < barSizes.thicknesses.front() - 0.05;
    const auto form = isBar && !isStrip ? material::Sold::Bar : material::Sold::Sheet;
    const material::SoldSizes sold = material::soldSizes(s.material, form, s.reading.unit);
    if (sold.thicknesses.empty() || material::gaugeOf(s.material, thickness)) return {};
    const std::string& called = s.material.soldAs[form == material::Sold::Bar ? 0 : 1];
    const double offBy = sold.plusMinus(thickness);
    constexpr double kSameThickness = 0.02, kWorthSaying = 0.1; // mm
    const auto above = std::find_if(sold.thicknesses.begin(), sold.thicknesses.end(),
                                    [&](double t) { return t > thickness - kSameThickness; });
    const bool isKept = above != sold.thicknesses.end() && *above < thickness + kSameThickness;
    Finding finding;
    finding.headline = s.size(thickness) + " is not a usual thickness";
    finding.value = thickness;
    if (isKept && (offBy < kWorthSaying || s.part.bends.empty())) return {};
    if (isKept) {
        // What a bend of 90 takes off its legs grows with the thickness by 2 - K pi/2.
        const double perMm = 2 - s.part.bends.front().k * std::numbers::pi / 2;
        finding.headline = "Measure the stock";
        finding.says = "The " + called + " may be " + s.size(offBy) + " thicker or thinner than " +
                       s.size(thickness) + ". That much makes a leg " + s.size(offBy * perMm) +
                       " longer or shorter at each bend of 90°: type what you measure.";
        return {std::move(finding)};
    }
    std::string near;
    if (above != sold.thicknesses.begin()) near = s.size(*(above - 1));
    if (above != sold.thicknesses.end()) near += (near.empty() ? "" : " or ") + s.size(*above);
    finding.says = "As " + called + " it is kept in " + near + ", and may be " + s.size(offBy) + " off.";
    return {std::move(finding)};
}

} // namespace goodfold::check
