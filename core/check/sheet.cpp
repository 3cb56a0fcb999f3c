// Rules of sheet: the blank against itself, bend ends, corners, and large bends made of small ones.
#include "check/finding.h"
#include "edit/seam.h"
#include "edit/split.h"
#include "part/flat_overlap.h"

#include <algorithm>
#include <cmath>

namespace goodfold::check {

namespace {

using job::Element;

/// The plate that a piece of the blank belongs to; of a bend strip what hangs on it.
std::string plateOf(const job::Job& job, const Element& piece) {
    return piece.kind == Element::Kind::Bend ? job.findBend(piece.id)->to : piece.id;
}

int depthOf(const job::Job& job, const std::string& plate) {
    const job::Bend* own = job.bendTo(plate);
    return own ? 1 + depthOf(job, own->from) : 0;
}

bool involves(const Subject& s, const job::Job& job, const std::string& plate) {
    for (const part::FlatOverlap& pair : part::flatOverlaps(part::solve(job, s.material)))
        if (plateOf(job, pair.one) == plate || plateOf(job, pair.other) == plate) return true;
    return false;
}

/// The longest figure, a whole number of steps, with which the plate shares no metal; nothing where none
/// does.
std::optional<Remedy> bySmaller(const Subject& s, const std::string& id, double& (*figure)(job::Plate&),
                                const std::string& says) {
    job::Job job = s.job;
    double& value = figure(*job.findPlate(id));
    const double step = quantity::stepOf(s.reading).mm();
    int low = 1, high = static_cast<int>(value / step);
    const auto clearAt = [&](int steps) {
        value = steps * step;
        const part::Part made = part::solve(job, s.material);
        return made.plates[made.plateIndex(id)].length > 0 && !involves(s, job, id);
    };
    while (low < high && !clearAt(low))
        low = 2 * low; // too short a leg is no leg; begin where it is one
    if (low >= high || !clearAt(low)) return {};
    while (high - low > 1) {
        const int middle = (low + high) / 2;
        (clearAt(middle) ? low : high) = middle;
    }
    value = low * step;
    if (job::whatIsWrong(job)) return {};
    return Remedy{says + " " + s.length(value), std::move(job)};
}

std::optional<Remedy> bySplitting(const Subject& s, const std::string& plate) {
    const job::Bend* own = s.job.bendTo(plate);
    if (!own) return {};
    auto split = edit::splitAt(s.job, s.material, s.hardware, own->id);
    if (!split) return {};
    Remedy remedy{"rivet " + plate + " on as a part of its own", std::move(split->first)};
    remedy.other = std::move(split->second);
    return remedy;
}

/// Hangs the plate on another one that it stands at in the formed part, where that frees the blank.
std::optional<Remedy> byMovingTheSeam(const Subject& s, const std::string& plate) {
    for (edit::Edited& moved : edit::withSeamMoved(s.job, s.material, plate))
        if (!involves(s, moved.job, plate))
            return Remedy{"hang " + plate + " on " + moved.job.bendTo(plate)->from +
                              " instead, the seam moved",
                          std::move(moved.job)};
    return {};
}

/// Hangs the plate on the opposite edge of its parent instead.
std::optional<Remedy> byHangingOpposite(const Subject& s, const std::string& plate) {
    job::Job job = s.job;
    const job::Bend* before = s.job.bendTo(plate);
    if (!before) return {};
    using job::Edge;
    const std::map<Edge, Edge> opposite{{Edge::Left, Edge::Right},
                                        {Edge::Right, Edge::Left},
                                        {Edge::Start, Edge::End},
                                        {Edge::End, Edge::Start}};
    const Edge other = opposite.at(before->edge);
    if (job.bendAt(before->from, other) || (other == Edge::Start && job.bendTo(before->from))) return {};
    job.findBend(before->id)->edge = other;
    if (job::whatIsWrong(job) || involves(s, job, plate)) return {};
    return Remedy{"hang " + plate + " on the other side of " + before->from, std::move(job)};
}

Finding overlapFinding(const Subject& s, const part::FlatOverlap& pair, bool withRemedies) {
    Finding finding;
    finding.severity = Severity::Stop;
    finding.about = pair.other;
    finding.headline = "The blank overlaps itself";
    finding.says = "Flat, " + nameOf(pair.other) + " and " + nameOf(pair.one) + " need the same metal.";
    if (!withRemedies) return finding;
    const std::string a = plateOf(s.job, pair.one), b = plateOf(s.job, pair.other);
    const std::string deeper = depthOf(s.job, a) > depthOf(s.job, b) ? a : b;
    const auto offer = [&](std::optional<Remedy> remedy) {
        if (remedy) finding.remedies.push_back(*std::move(remedy));
    };
    for (const std::string& id : {deeper, deeper == a ? b : a}) {
        if (!s.job.bendTo(id) || s.job.findPlate(id)->joggle) continue;
        offer(bySmaller(s, id, edit::mainLength, "make " + id));
        if (!finding.remedies.empty()) break;
    }
    offer(bySplitting(s, deeper));
    offer(byMovingTheSeam(s, deeper));
    offer(byMovingTheSeam(s, deeper == a ? b : a));
    offer(byHangingOpposite(s, deeper));
    return finding;
}

} // namespace

/// Two places of the blank that need the same metal; touching is allowed. Ways out for the first.
std::vector<Finding> blankOverlapsItself(const Subject& s) {
    constexpr size_t kTold = 5;
    const auto overlaps = part::flatOverlaps(s.part);
    std::vector<Finding> findings;
    for (size_t i = 0; i < std::min(overlaps.size(), kTold); ++i)
        findings.push_back(overlapFinding(s, overlaps[i], i == 0));
    return findings;
}

/// Bends that end inside their edge with no relief tear a little at their ends. One note for all of them.
std::vector<Finding> tornBendEnds(const Subject& s) {
    if (s.part.form == job::StockForm::Bar) return {};
    constexpr double kSamePlace = 1e-6;
    std::vector<std::string> bends;
    for (const part::PartBend& bend : s.part.bends) {
        const bool inside = bend.from > kSamePlace || bend.to < bend.edgeLength - kSamePlace;
        const bool saidSo = s.job.findBend(bend.id)->relief.kind == job::Relief::Kind::None;
        if (inside && !saidSo && bend.relief.kind == job::Relief::Kind::None) bends.push_back(bend.id);
    }
    if (bends.empty()) return {};
    Finding finding;
    finding.about = Element::bend(bends.front());
    finding.headline = capital(job::namesOfBends(bends)) +
                       (bends.size() == 1 ? " ends inside its edge" : " end inside their edges");
    finding.says = "Without a relief the sheet tears a little there; a saw cut or a drilled hole gives it "
                   "somewhere to stop.";
    for (const auto& [kind, says] : {std::pair{job::Relief::Kind::Slit, "saw a slit at either end"},
                                     {job::Relief::Kind::Round, "drill a hole at either end"}}) {
        job::Job mended = s.job;
        for (const std::string& bend : bends)
            mended.findBend(bend)->relief.kind = kind;
        finding.remedies.push_back({says, std::move(mended)});
    }
    return {std::move(finding)};
}

/// A tab under the other flange is closed in by it: that flange comes last. Over it, the tab's own flange
/// does.
std::vector<Finding> cornersByOrder(const Subject& s) {
    std::vector<std::string> first, last;
    const auto add = [](std::vector<std::string>& bends, const std::string& bend) {
        if (std::find(bends.begin(), bends.end(), bend) == bends.end()) bends.push_back(bend);
    };
    for (const part::PartBend& bend : s.part.bends)
        for (const int closed : bend.closes) {
            add(first, s.part.bends[static_cast<size_t>(closed)].id);
            add(last, bend.id);
        }
    if (last.empty()) return {};
    const bool inARing = std::any_of(first.begin(), first.end(), [&](const std::string& bend) {
        return std::find(last.begin(), last.end(), bend) != last.end();
    });
    Finding finding;
    finding.severity = inARing ? Severity::Mind : Severity::Note;
    finding.about = Element::bend(last.front());
    finding.headline = inARing ? "Lapped corners close each other in" : "Lapped corners have an order";
    finding.says = inARing ? "Each of these laps wants another leg bent first, round in a ring: change "
                             "over which leg one of "
                             "the tabs lies."
                           : capital(job::namesOfBends(first)) + " before " + job::namesOfBends(last) +
                                 ": what comes last closes over the lap.";
    return {std::move(finding)};
}

/// What a bend in several hits comes to; and that a large radius can be made so.
std::vector<Finding> smallBends(const Subject& s) {
    constexpr double kLargeRadius = 10; // thicknesses: no press tool or jaw has it
    std::vector<Finding> findings;
    for (const part::PartBend& bend : s.part.bends) {
        const double radius = bend.shape.insideRadius, angle = bend.shape.angleDeg;
        const bool isLarge = radius >= kLargeRadius * s.part.thickness;
        if (bend.bumps == 1 && (!isLarge || s.job.findBend(bend.id)->wrap)) continue;
        Finding finding;
        finding.about = Element::bend(bend.id);
        if (bend.bumps > 1) {
            const double each = angle / bend.bumps;
            finding.headline = "Bend " + bend.id + " in " + std::to_string(bend.bumps) + " hits";
            finding.says =
                quantity::printNumber(each, 1) + "° each, " + s.length(bend.allowance / bend.bumps) +
                " apart, the first half of that past its "
                "start. Its flats stand " +
                s.length((radius + s.part.thickness) * (1 - std::cos(radians(each / 2)))) + " off the round.";
        } else {
            // As many as keep the flats within a tenth of the thickness, at least a fifth of a millimetre.
            const double off = std::max(0.2, 0.1 * s.part.thickness);
            const double each = 2 * degrees(std::acos(1 - off / (radius + s.part.thickness)));
            const int bumps = std::clamp(static_cast<int>(std::ceil(angle / each)), 2, 60);
            finding.headline = "Bend " + bend.id + " has a large radius";
            finding.says = "Form it over a bar or a pipe of " + s.length(2 * radius) +
                           "; without one it can be made in small bends side by side.";
            if (s.mendsOneMore()) {
                job::Job mended = s.job;
                mended.findBend(bend.id)->bumps = bumps;
                finding.remedies = {
                    Remedy{"make it in " + std::to_string(bumps) + " hits", std::move(mended)}};
            }
        }
        findings.push_back(std::move(finding));
    }
    return findings;
}

} // namespace goodfold::check
