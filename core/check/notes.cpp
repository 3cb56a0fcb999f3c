// Notes: nothing is wrong, but whoever makes the part should know.
#include "check/finding.h"

#include <algorithm>
#include <cmath>

namespace goodfold::check {

/// A skewed bend turns the legs by less than its angle and moves the centreline sideways.
std::vector<Finding> skewedLine(const Subject& s) {
    std::vector<Finding> findings;
    for (const part::PartBend& bend : s.part.bends) {
        if (bend.skewDeg == 0) continue;
        const std::string& child = s.part.plates[bend.child].id;
        const double between = part::angleBetweenPlatesDeg(bend);
        findings.push_back({.severity = Severity::Note,
                            .about = job::Element::bend(bend.id),
                            .headline = "Bend " + bend.id + " is skewed",
                            .says = "The legs turn " + quantity::printNumber(between, 1) +
                                    "° from straight, and " + child + "'s centreline moves " +
                                    s.length(std::abs(part::centrelineMiss(bend))) +
                                    " sideways at the corner. Both are counted in.",
                            .value = between});
    }
    return findings;
}

namespace {

void tell(std::vector<Finding>& findings, const job::KeptKeys& kept, const job::Element& about,
          const std::string& whose) {
    if (kept.empty()) return;
    constexpr size_t kNamed = 4;
    std::vector<std::string> names;
    for (const auto& [key, text] : kept)
        if (names.size() < kNamed) names.push_back("\"" + key + "\"");
    const bool isOne = kept.size() == 1;
    if (kept.size() > kNamed) names.push_back(std::to_string(kept.size() - kNamed) + " more");
    findings.push_back({.severity = Severity::Note,
                        .about = about,
                        .headline = listed(names) + (isOne ? " is not used" : " are not used"),
                        .says = "The file says something about " + whose +
                                " that this version keeps but neither draws nor cuts."});
}

} // namespace

/// Members of the file that this version keeps without knowing what they mean.
std::vector<Finding> keptButUnused(const Subject& s) {
    std::vector<Finding> findings;
    tell(findings, s.job.kept, {}, "the job");
    tell(findings, s.job.stock.kept, {}, "the stock");
    tell(findings, s.job.allowanceKept, {}, "the allowance");
    for (const job::Plate& plate : s.job.plates) {
        tell(findings, plate.kept, job::Element::plate(plate.id), "leg " + plate.id);
        for (const job::Hole& hole : plate.holes)
            tell(findings, hole.kept, job::Element::hole(hole.id), "hole " + hole.id);
    }
    for (const job::Bend& bend : s.job.bends)
        tell(findings, bend.kept, job::Element::bend(bend.id), "bend " + bend.id);
    return findings;
}

namespace {

std::vector<Finding> oneCaution(std::string headline, std::string says) {
    std::vector<Finding> findings(1);
    findings[0].isCaution = true;
    findings[0].headline = std::move(headline);
    findings[0].says = std::move(says);
    return findings;
}

} // namespace

/// Cautions of the operations this job takes.
std::vector<Finding> eyesAndHands(const Subject& s) {
    std::string says = "Wear eye protection, and take the burr off cut edges before you handle them.";
    const auto& holes = s.part.holes;
    if (!holes.empty())
        says += " Clamp the work to drill it: it spins when the drill breaks through. No gloves, loose "
                "sleeves or "
                "loose hair near a turning drill.";
    if (std::any_of(holes.begin(), holes.end(), [](const part::PartHole& hole) { return hole.isSlot(); }))
        says += " A slot is two drilled holes first: saw and file between them, never drill into a drilled "
                "hole's side.";
    const auto& bends = s.part.bends;
    if (!bends.empty())
        says += " Stand beside the bar as it swings, and let it spring back before you let go.";
    if (std::any_of(bends.begin(), bends.end(), [](const auto& bend) { return isHem(bend.shape); }))
        says += " Keep fingers out of a hem as it closes.";
    const auto& hot = s.material.hotWork;
    if (!bends.empty() && hot && s.part.thickness >= hot->thicknessFrom)
        says += " Stock this thick is often bent hot: gloves that take heat, nothing that burns near, and "
                "mark what is hot as hot until it is cold.";
    if (s.job.load)
        says += " What hangs where people pass gets a second hold, a chain or wire that takes it all, and is "
                "tried first with more than its load.";
    says +=
        " Where people, towing, lifting, steering, brakes, gas or mains power depend on the part, a licensed "
        "trade and local rules decide.";
    return oneCaution("Eyes and hands", std::move(says));
}

std::vector<Finding> materialCautions(const Subject& s) {
    std::string says;
    for (const std::string& caution : s.material.cautions)
        says += (says.empty() ? "" : " ") + caution;
    if (says.empty()) return {};
    return oneCaution(s.material.name, std::move(says));
}

} // namespace goodfold::check
