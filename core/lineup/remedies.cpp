#include "lineup/remedies.h"

#include <cmath>
#include <set>

namespace goodfold::lineup {

using Kind = Remedy::Kind;

namespace {

constexpr const char *kNormalFit = "normal", *kLooseFit = "loose", *kNoFit = "";
constexpr const char *kFrom = "from", *kTo = "to";

} // namespace

job::Job applied(const Remedy& remedy, job::Job job) {
    const std::string maker = job.findHole(remedy.about) ? remedy.about : job::holeThatMakes(remedy.about);
    job::Hole* hole = job.findHole(maker);
    switch (remedy.kind) {
    case Kind::Larger:
        hole->diameter = remedy.size;
        if (hole->fastener)
            hole->fastener->fit =
                remedy.way == kNormalFit ? job::Fastener::Fit::Normal : job::Fastener::Fit::Loose;
        break;
    case Kind::Slot:
        hole->kind = job::Hole::Kind::Slot;
        if (remedy.width > 0) hole->diameter = remedy.width;
        hole->length = remedy.size;
        hole->angleDeg = remedy.angleDeg;
        break;
    case Kind::AfterBending:
        hole->afterBending = true;
        break;
    case Kind::ThroughMount:
        hole->afterBending = hole->throughMount = true;
        break;
    case Kind::WiderMount:
        for (std::optional<job::Mount>* mount : {&job.mount, &job.oppositeMount})
            if (*mount)
                for (job::MountPoint& point : (*mount)->points)
                    if (point.id == remedy.about) point.diameter = remedy.size;
        break;
    case Kind::OtherEnd:
        job.datum = job.datum == job::Edge::Start ? job::Edge::End : job::Edge::Start;
        break;
    case Kind::Tool:
        job.findBend(remedy.about)->tool = remedy.way;
        job.findBend(remedy.about)->die.reset();
        break;
    case Kind::HoldOther:
        job.findBend(remedy.about)->holds = remedy.way == kTo ? job::Holds::To : job::Holds::From;
        break;
    case Kind::Method:
        job.making[remedy.about] = {remedy.way, {}};
        break;
    }
    return job;
}

namespace {

/// The outer edge of what covers the hole under the head.
double coverOf(const job::Hole& hole, double bolt, const hardware::Book& hardware) {
    if (const hardware::Screw* screw = hardware.screwOfMajor(bolt))
        return hole.fastener && hole.fastener->washers == 0 ? screw->headAcrossFlats : screw->washerDiameter;
    return 2 * bolt;
}

bool hasSpacers(const job::Job& job) {
    return std::any_of(job.ties.begin(), job.ties.end(),
                       [](const job::Tie& tie) { return tie.spacer.value_or(0) > 0; });
}

class Possible {
public:
    Possible(const sequence::Settled& settled, const Judging& judging, const Mounting& mounting)
        : settled(settled), judging(judging), mounting(mounting) {}

    std::vector<Remedy> all() {
        std::set<std::string> seen;
        for (const Mounting::Tie& tie : mounting.ties) {
            const int index = settled.part.holeIndex(tie.hole);
            const job::Hole& hole =
                *settled.job.findHole(settled.part.holes[static_cast<size_t>(index)].source);
            if (seen.insert(hole.id).second) ofHole(hole, tie);
            ofPoint(tie);
        }
        if (settled.job.stock.form == job::StockForm::Bar) remedies.push_back({Kind::OtherEnd, "datum", {}});
        ofTools();
        ofMethods();
        return std::move(remedies);
    }

private:
    void ofHole(const job::Hole& hole, const Mounting::Tie& tie) {
        ofShape(hole, tie);
        if (hole.isThere) return;
        if (!hole.afterBending && !settled.part.bends.empty())
            remedies.push_back({Kind::AfterBending, hole.id, {}});
        const job::MountPoint& point = *settled.job.mount->findPoint(tie.point);
        const bool canBeDrilled =
            point.kind == job::MountPoint::Kind::Hole || point.kind == job::MountPoint::Kind::Mark;
        if (!hole.throughMount && canBeDrilled && !hole.pattern && mounting.ties.size() > 1)
            remedies.push_back({Kind::ThroughMount, hole.id, {}});
    }

    /// Up to where the head or its washer still bears all round when the bolt stands at the hole's edge.
    void ofShape(const job::Hole& hole, const Mounting::Tie& tie) {
        const bool isPlain = hole.kind == job::Hole::Kind::Round && !hole.countersink &&
                             (!hole.fastener || hole.fastener->use == job::Fastener::Use::Bolt);
        if (!isPlain) return;
        constexpr double kBears = 1; // mm, all round
        const double most = asDrilled((coverOf(hole, tie.bolt, judging.hardware) + tie.bolt) / 2 - kBears);
        double widest = 0;
        if (const hardware::Screw* screw = judging.hardware.screwOfMajor(tie.bolt))
            for (const auto& [size, fit] :
                 {std::pair{screw->normal, kNormalFit}, {screw->loose, kLooseFit}, {most, kNoFit}}) {
                if (size <= std::max(hole.diameter, widest) + 0.05 || size > most) continue;
                remedies.push_back({Kind::Larger, hole.id, fit, size});
                widest = size;
            }
        // The plainest first: along, across, at half a right angle, then between.
        for (const double angle : {0.0, 90.0, 45.0, 135.0, 22.5, 67.5, 112.5, 157.5})
            for (const double more : {2.0, 4.0, 6.0})
                remedies.push_back({Kind::Slot, hole.id, {}, slotLength(hole.diameter + more), angle});
        if (widest > 0)
            for (const double angle : {0.0, 90.0, 45.0, 135.0})
                for (const double more : {4.0, 6.0})
                    remedies.push_back({Kind::Slot, hole.id, {}, slotLength(widest + more), angle, widest});
    }

    /// The largest drill that is no wider: half millimetres, or 64ths of an inch.
    double asDrilled(double mm) const {
        const double step = judging.reading.unit == quantity::Unit::Inch ? 25.4 / 64 : 0.5;
        return std::floor(mm / step + 1e-9) * step;
    }

    /// As it can be set out: to a tenth of a millimetre, or a sixteenth of an inch.
    double slotLength(double mm) const {
        const double step = judging.reading.unit == quantity::Unit::Inch ? 25.4 / 16 : 0.1;
        return std::round(mm / step) * step;
    }

    void ofPoint(const Mounting::Tie& tie) {
        if (!tie.through) return;
        if (const hardware::Screw* screw = judging.hardware.screwOfMajor(tie.bolt))
            for (const double size : {screw->normal, screw->loose})
                if (size > *tie.through + 0.05) remedies.push_back({Kind::WiderMount, tie.point, {}, size});
    }

    /// The other leg in the tool; and tools that are set or checked more exactly than the one the plan has.
    void ofTools() {
        if (!settled.outcome.plan) return;
        for (const sequence::Step& step : settled.outcome.plan->steps) {
            const tool::Tool& now = *step.operation.setup.tool;
            const std::string& bend = settled.part.bends[static_cast<size_t>(step.operation.bend)].id;
            if (!now.isDie())
                remedies.push_back({Kind::HoldOther, bend, step.operation.holdsChild ? kFrom : kTo});
            for (const tool::Tool& tool : judging.shop.tools) {
                const bool isFiner = tool.placeSigma < now.placeSigma || tool.angleSigma < now.angleSigma;
                if (tool.isThere && isFiner && tool.id != now.id &&
                    !tool::fit(tool, step.operation.work, judging.material).setups.empty())
                    remedies.push_back({Kind::Tool, bend, tool.id});
            }
        }
    }

    /// Methods that are out by less. What a stop does away with is the user's to choose.
    void ofMethods() {
        for (const Operation& operation : judging.errors.operations) {
            const Method& now = methodOf(judging.errors, settled.job, operation.id);
            if (judging.errors.fixed.contains(operation.kind)) continue;
            if (operation.kind == SourceKind::Spacer && !hasSpacers(settled.job)) continue;
            for (const Method& method : operation.methods)
                if (method.id != now.id && method.id != "stop" &&
                    (operation.id == "marks" ? method.id == "datum" : isFiner(method, now, operation)))
                    remedies.push_back({Kind::Method, operation.id, method.id});
        }
    }

    bool isFiner(const Method& method, const Method& now, const Operation& operation) const {
        if (method.tests > 0 && now.tests == 0 && !now.sigma) return true;
        if (method.tests != now.tests) return method.tests > now.tests;
        if (operation.kind == SourceKind::Springback) return method.share < now.share;
        if (!method.sigma) return false;
        return !now.sigma || *method.sigma < *now.sigma || !isChosen(settled.job, operation.id);
    }

    const sequence::Settled& settled;
    const Judging& judging;
    const Mounting& mounting;
    std::vector<Remedy> remedies;
};

} // namespace

std::vector<Remedy> remediesFor(const sequence::Settled& settled, const Judging& judging) {
    if (!settled.job.mount) return {};
    const auto mounting = mountingOf(settled.job, *settled.job.mount, settled.part, judging.hardware);
    return mounting ? Possible(settled, judging, *mounting).all() : std::vector<Remedy>{};
}

} // namespace goodfold::lineup
