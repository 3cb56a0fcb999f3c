#include "bench/bench.h"

#include "part/mark.h"
#include "text/tasks.h"

#include <algorithm>
#include <cmath>

namespace goodfold::bench {

std::set<std::string> drilledBy(const sequence::Settled& settled, const Progress& progress,
                                const quantity::Reading& reading) {
    std::set<std::string> drilled;
    for (const text::Task& task : text::tasksOf(settled.job, settled.part, *settled.outcome.plan, reading))
        if (progress.done.contains(task.id)) drilled.insert(task.drills.begin(), task.drills.end());
    for (const part::PartHole& hole : settled.part.holes)
        if (progress.isBegun() && !hole.afterBending) drilled.insert(hole.source);
    return drilled;
}

namespace {

bool isOfHole(lineup::SourceKind kind) {
    using enum lineup::SourceKind;
    return kind == Mark || kind == Punch || kind == Drill;
}

std::vector<Believed> believedOf(const lineup::Making& making, const Known& known) {
    std::vector<Believed> all;
    const lineup::Draws draws(making);
    Eigen::Index number = 0;
    for (size_t i = 0; i < making.sources.size(); ++i) {
        const lineup::Source& source = making.sources[i];
        const auto told = [&](Eigen::Index of, double sigma) {
            return std::pair(sigma * known.mean[of],
                             sigma * std::sqrt(std::max(0.0, known.covariance(of, of))));
        };
        if (source.kind != lineup::SourceKind::Target)
            for (const lineup::Source::Of& of : source.of) {
                Believed each{source.kind, of.id};
                std::tie(each.mean[0], each.sigma[0]) = told(number, of.sigma);
                if (isOfHole(source.kind)) std::tie(each.mean[1], each.sigma[1]) = told(number + 1, of.sigma);
                all.push_back(std::move(each));
            }
        number += draws.normalsOfSources()[i];
    }
    return all;
}

/// Degrees that a bend is believed to spring back less than reckoned.
double sprungLess(const lineup::Making& making, const Known& known, int bend) {
    lineup::Draws draws(making);
    return draws.errorsBy(known.mean.data()).bends[static_cast<size_t>(bend)].sprungDeg;
}

std::vector<Left> leftOf(const Work& work, const Known& measured, const Best& best) {
    std::vector<Left> all;
    const sequence::Plan& plan = *work.settled.outcome.plan;
    const Piece piece(work.making, plan);
    const auto readAt = [&](const Known& known, int bend) {
        return piece.plannedLine(bend) +
               known.chosen.bends[static_cast<size_t>(bend)].scribed / piece.acrossPerRead(bend);
    };
    for (const sequence::Step& step : plan.steps) {
        const int bend = step.operation.bend;
        if (measured.progress.made[static_cast<size_t>(bend)]) continue;
        const double drawn = work.making.part.bends[static_cast<size_t>(bend)].shape.angleDeg;
        const tool::Setup& setup = step.operation.setup;
        Left left{&step, readAt(measured, bend), readAt(best.known, bend)};
        left.angleWas = drawn + measured.chosen.bends[static_cast<size_t>(bend)].angleDeg;
        left.angle = drawn + best.known.chosen.bends[static_cast<size_t>(bend)].angleDeg;
        left.pushWas = setup.loadedAngleDeg + left.angleWas - drawn;
        left.push = setup.loadedAngleDeg + left.angle - drawn - sprungLess(work.making, measured, bend);
        all.push_back(left);
    }
    return all;
}

/// From where they are drawn, as a log has it: what was moved before is in it.
std::vector<MovedHole> movedOf(const Work& work, const Known& measured, const Best& best) {
    std::vector<MovedHole> all;
    const part::Part& part = work.making.part;
    for (size_t i = 0; i < part.holes.size(); ++i) {
        const Vec2 was = measured.chosen.holes[i], by = best.known.chosen.holes[i];
        if (was == by) continue;
        const part::PartHole& hole = part.holes[i];
        const auto onBlank = [&](const Vec2& shift) {
            const Vec2 flat = hole.centreInFlat +
                              part.plates[static_cast<size_t>(hole.plate)].flatFromPlate.linear() * shift;
            return Vec2(part::alongBlank(part, flat), flat.y() - part.blank.corner.y());
        };
        all.push_back({static_cast<int>(i), onBlank(was), onBlank(by), by});
    }
    return all;
}

/// Of holes that are believed to come farther from their points than their bolts allow.
std::vector<Cannot> cannotOf(const Work& work, const Best& best) {
    constexpr double kEven = 0.5; // of the odds
    if (best.odds >= kEven) return {};
    const std::vector<Rework> saves = reworkOf(work.making, best.known, work.material, work.counting);
    std::vector<Cannot> all;
    for (const OffHole& off : offHoles(work.making, best.known)) {
        if (off.by <= off.allowed) continue;
        Cannot cannot{off.hole, off.by, off.allowed, {}};
        for (const Rework& each : saves)
            if (each.odds > best.odds && (each.of == off.hole || each.kind != Rework::Kind::File))
                cannot.by.push_back(each);
        all.push_back(std::move(cannot));
    }
    return all;
}

} // namespace

Now replanned(const Work& work, const Log& log) {
    const sequence::Plan& plan = *work.settled.outcome.plan;
    Now now;
    now.known = knownOf(work.making, plan, log, work.errors.instruments, work.earlier);
    now.best =
        bestChoices(work.making, now.known,
                    choicesLeft(work.making, now.known,
                                drilledBy(work.settled, now.known.progress, work.reading), work.reading),
                    work.counting);
    now.believed = believedOf(work.making, now.known);
    now.left = leftOf(work, now.known, now.best);
    now.holes = movedOf(work, now.known, now.best);
    if (!work.counting.isWhole) return now;
    now.cannot = cannotOf(work, now.best);
    if (!now.known.progress.isFormed()) return now;
    now.rework = reworkOf(work.making, now.known, work.material, work.counting);
    std::erase_if(now.rework, [&](const Rework& each) { return each.odds <= now.best.oddsBefore; });
    now.accept = acceptedOf(work.making, plan, log);
    return now;
}

} // namespace goodfold::bench
