#include "bench/rework.h"

#include "lineup/workshop.h"

#include <algorithm>
#include <cmath>

namespace goodfold::bench {

namespace {

/// The tie's hole as if its bolt were thin: the others alone decide where the bracket goes.
lineup::Making letting(const lineup::Making& making, size_t tie) {
    constexpr double kNoBolt = -1000;
    lineup::Making others = making;
    others.mounting.ties[tie].bolt = kNoBolt;
    return others;
}

bool canBeFiled(const lineup::Making& making, const part::PartHole& hole) {
    const auto& fastener = making.job.findHole(hole.source)->fastener;
    return hole.isRound() && !hole.isSunk() && (!fastener || fastener->use == job::Fastener::Use::Bolt);
}

double oddsOf(const lineup::Making& making, const Known& known, const Counting& counting) {
    return lineup::oddsOf(inWork(making, known), counting.trials, counting.seed);
}

} // namespace

std::vector<OffHole> offHoles(const lineup::Making& making, const Known& known) {
    std::vector<OffHole> all;
    const lineup::Making piece = inWork(making, known);
    lineup::RealPart real(making.job, making.part, making.held);
    lineup::Workshop whole(piece);
    const Eigen::VectorXd none = Eigen::VectorXd::Zero(whole.normals());
    whole.make(none.data());
    real.form(whole.errorsInHand());
    const lineup::NominalFit seen = whole.placed(whole.fitted());
    for (size_t i = 0; i < making.mounting.ties.size(); ++i) {
        const lineup::Mounting::Tie& tie = making.mounting.ties[i];
        const lineup::Making others = letting(piece, i);
        lineup::Workshop workshop(others);
        workshop.make(none.data());
        const lineup::Fitting fitting = workshop.fitted();
        const Vec2 off = workshop.offsets(fitting)[i]; // from the axis to the hole
        OffHole each{tie.hole, off.norm(), seen.ties[i].play};
        if (each.by > 0) {
            const auto hole = static_cast<size_t>(making.part.holeIndex(tie.hole));
            const Pose3 faceFromRoot =
                making.mounting.mountFromFace.inverse() * workshop.placed(fitting).mountFromRoot;
            const Vec3 back = -(lineup::squareTo(tie.axis).transpose() * off);
            const Pose3 rootFromPlate = real.rootFromPlate(making.part.holes[hole].plate);
            const Vec3 inPlate = (faceFromRoot * rootFromPlate).linear().transpose() * back;
            each.toward = inPlate.head<2>().normalized();
        }
        all.push_back(each);
    }
    return all;
}

double mostNudgeDeg(const part::PartBend& bend, const material::Material& material) {
    constexpr double kFoldedShut = 170, kEasy = 5, kTight = 2, kWide = 1.5;
    if (bend.shape.angleDeg > kFoldedShut) return 0;
    const double least = material::leastInsideRadius(material, bend.shape.thickness).safe;
    return bend.shape.insideRadius >= kWide * least ? kEasy : kTight;
}

Entry entryOf(const Rework& rework, const lineup::Making& making, const Known& known) {
    switch (rework.kind) {
    case Rework::Kind::File:
        return {.kind = Entry::Kind::Filed, .of = {rework.of}, .by = rework.by * rework.toward};
    case Rework::Kind::Shim:
        return {.kind = Entry::Kind::Shim, .value = rework.by};
    case Rework::Kind::Nudge:
        break;
    }
    const auto bend = static_cast<size_t>(making.part.bendIndex(rework.of));
    lineup::Draws draws(making);
    const double angle = making.part.bends[bend].shape.angleDeg + known.chosen.bends[bend].angleDeg +
                         draws.errorsBy(known.mean.data()).bends[bend].angleDeg;
    return {.kind = Entry::Kind::AngleTo, .of = {rework.of}, .value = angle + rework.by};
}

namespace {

std::vector<Rework> filings(const lineup::Making& making, const Known& known, const Counting& counting) {
    std::vector<Rework> all;
    constexpr double kQuarter = 0.25, kHalf = 0.5, kMost = 6; // mm
    for (const OffHole& off : offHoles(making, known)) {
        const auto hole = static_cast<size_t>(making.part.holeIndex(off.hole));
        if (!canBeFiled(making, making.part.holes[hole])) continue;
        const double missing = std::max(0.0, off.by - off.allowed);
        const double by = std::ceil((missing + kQuarter) / kHalf) * kHalf;
        if (by > kMost) continue;
        Known filed = known;
        filed.chosen.filed[hole] += by * off.toward;
        all.push_back({Rework::Kind::File, off.hole, by, off.toward, oddsOf(making, filed, counting)});
    }
    return all;
}

std::vector<Rework> nudges(const lineup::Making& making, const Known& known,
                           const material::Material& material, const Counting& counting) {
    std::vector<Rework> all;
    for (size_t i = 0; i < making.part.bends.size(); ++i) {
        const part::PartBend& bend = making.part.bends[i];
        if (!known.progress.made[i]) continue;
        lineup::Draws draws(making);
        const auto angleOf = [&](const Known& of) {
            return draws.errorsBy(of.mean.data()).bends[i].angleDeg + of.chosen.bends[i].angleDeg;
        };
        Known anew = known; // it comes out as any bend does
        forget(anew, making, {lineup::SourceKind::Angle}, bend.id);
        anew.chosen.bends[i].angleDeg = 0;
        constexpr double kHalf = 0.5;
        const std::vector<Choice> choice{{Choice::What::Angle, static_cast<int>(i), kHalf}};
        const Best best = bestChoices(making, anew, choice, counting);
        const double by = std::round((angleOf(best.known) - angleOf(known)) / kHalf) * kHalf;
        if (by == 0 || std::abs(by) > mostNudgeDeg(bend, material)) continue;
        if (by < 0 && !material.canBeOpened) continue;
        all.push_back({Rework::Kind::Nudge, bend.id, by, {0, 0}, best.odds});
    }
    return all;
}

std::vector<Rework> shims(const lineup::Making& making, const Known& known, const Counting& counting) {
    const auto& ties = making.mounting.ties;
    if (std::none_of(ties.begin(), ties.end(), [](const auto& tie) { return tie.touches; })) return {};
    Rework best{Rework::Kind::Shim, making.mounting.rests};
    for (const double by : {0.5, 1.0, 1.5, 2.0, 3.0}) {
        Known raised = known;
        raised.chosen.shim = by;
        const double odds = oddsOf(making, raised, counting);
        if (odds <= best.odds) continue;
        best.odds = odds;
        best.by = by;
    }
    if (best.by == 0) return {};
    return {best};
}

} // namespace

std::vector<Rework> reworkOf(const lineup::Making& making, const Known& known,
                             const material::Material& material, const Counting& counting) {
    std::vector<Rework> all = filings(making, known, counting);
    for (const auto& more : {nudges(making, known, material, counting), shims(making, known, counting)})
        all.insert(all.end(), more.begin(), more.end());
    constexpr double kWorthIt = 0.005;
    const double asItIs = oddsOf(making, known, counting);
    std::erase_if(all, [&](const Rework& each) { return each.odds <= asItIs + kWorthIt; });
    std::stable_sort(all.begin(), all.end(),
                     [](const Rework& a, const Rework& b) { return a.odds > b.odds; });
    return all;
}

} // namespace goodfold::bench
