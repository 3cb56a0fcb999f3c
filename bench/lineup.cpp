// Counting the odds of a bar with six bends and six tied holes, against the floor of as many folds alone.
#include "edit/edit.h"
#include "lineup/odds.h"

#include <benchmark/benchmark.h>

using namespace goodfold;
using namespace goodfold::lineup;

namespace {

/// A zigzag, a hole in each of six legs, its points where the drawn holes are.
struct Mounted {
    Mounted() {
        job = edit::emptyBar(quantity::Unit::Millimetre);
        job.plates[0].length = 60;
        for (int i = 0; i < 6; ++i) {
            job::Bend bend;
            bend.angleDeg = i % 2 ? 60 : 45;
            bend.turn = i % 3 == 0 ? job::Turn::Up : job::Turn::Down;
            job = edit::withBendAtEnd(job, job.plates.back().id, bend, 50)->job;
        }
        for (size_t i = 0; i < 6; ++i)
            job.plates[i].holes.push_back({.id = "h" + std::to_string(i + 1),
                                           .x = 25,
                                           .xFrom = i ? job::Hole::XFrom::Outside : job::Hole::XFrom::Start});
        part = part::solve(job, *material::standardMaterials().find(job.material));
        const part::Folded folded = part::fold(part);
        mounting.rests = "A";
        for (const part::PartHole& hole : part.holes) {
            const part::FormedHole formed = part::formedHole(part, folded, part.holeIndex(hole.id));
            Mounting::Tie tie;
            tie.hole = hole.id;
            tie.at = formed.point;
            tie.axis = formed.axis;
            tie.bolt = 6;
            tie.touches = hole.plate != part.root;
            mounting.ties.push_back(tie);
            for (const SourceKind kind : {SourceKind::Mark, SourceKind::Punch, SourceKind::Drill})
                sources.push_back({kind, {{hole.id, 0.1}}, {}});
        }
        for (const part::PartBend& bend : part.bends)
            for (const auto& [kind, sigma] : {std::pair{SourceKind::Line, 0.1},
                                              {SourceKind::Place, 0.1},
                                              {SourceKind::Square, 0.2},
                                              {SourceKind::Angle, 0.4},
                                              {SourceKind::K, 0.03},
                                              {SourceKind::Radius, 0.15}})
                sources.push_back({kind, {{bend.id, sigma}}, {}});
        held.assign(part.bends.size(), {HeldLine::Which::Near, true});
    }

    job::Job job;
    part::Part part;
    Mounting mounting;
    std::vector<Source> sources;
    std::vector<HeldLine> held;
};

void counted(benchmark::State& state) {
    const Mounted mounted;
    const Making making{mounted.job, mounted.part, mounted.mounting, mounted.sources, mounted.held};
    Odds odds;
    for (auto _ : state)
        odds = count(making, static_cast<int>(state.range(0)), 1);
    state.counters["odds"] = odds.odds;
}
BENCHMARK(counted)->Arg(100000)->Unit(benchmark::kMillisecond)->Iterations(1)->UseRealTime();

/// The odds alone, without how much room there is.
void decided(benchmark::State& state) {
    const Mounted mounted;
    const Making making{mounted.job, mounted.part, mounted.mounting, mounted.sources, mounted.held};
    double odds = 0;
    for (auto _ : state)
        odds = oddsOf(making, static_cast<int>(state.range(0)), 1);
    state.counters["odds"] = odds;
}
BENCHMARK(decided)->Arg(100000)->Unit(benchmark::kMillisecond)->Iterations(1)->UseRealTime();

/// The same number of pieces made, none fitted, on one thread.
void folded(benchmark::State& state) {
    const Mounted mounted;
    RealPart real(mounted.job, mounted.part, mounted.held);
    Errors errors;
    errors.holes.assign(mounted.part.holes.size(), Vec2(0, 0));
    errors.bends.assign(mounted.part.bends.size(), {});
    errors.cuts.assign(mounted.part.plates.size(), 0);
    for (auto _ : state)
        for (int64_t i = 0; i < state.range(0); ++i) {
            errors.bends[0].angleDeg = 1e-6 * static_cast<double>(i);
            real.form(errors);
            benchmark::DoNotOptimize(real);
        }
}
BENCHMARK(folded)->Arg(100000)->Unit(benchmark::kMillisecond)->Iterations(1)->UseRealTime();

} // namespace
