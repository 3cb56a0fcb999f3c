// Finding the order of bending: zigzag bars of four to twenty bends, how soon the first order is there, and
// every order there is of a bar of seven.
#include "sequence/plan.h"

#include "edit/edit.h"

#include <benchmark/benchmark.h>

#include <numeric>

using namespace goodfold;

namespace {

part::Part zigzag(int bends) {
    job::Job job = edit::emptyBar(quantity::Unit::Millimetre);
    job.thickness = 2;
    job.stock.width = 25;
    job.plates[0].length = 45;
    for (int i = 0; i < bends; ++i) {
        job::Bend bend;
        bend.angleDeg = std::array{90.0, 45.0, 60.0, 30.0}[static_cast<size_t>(i * 7 % 4)];
        bend.turn = i % 3 == 0 ? job::Turn::Up : job::Turn::Down;
        job = edit::withBendAtEnd(job, job.plates.back().id, bend, 30 + 7.0 * (i * 5 % 6))->job;
    }
    return part::solve(job, *material::standardMaterials().find("steel-hot-rolled"));
}

const material::Material& steel() {
    return *material::standardMaterials().find("steel-hot-rolled");
}

void planned(benchmark::State& state) {
    const part::Part part = zigzag(static_cast<int>(state.range(0)));
    sequence::Outcome outcome;
    for (auto _ : state)
        outcome = sequence::plan(part, steel(), tool::standardShop());
    state.counters["steps tried"] = static_cast<double>(outcome.stepsTried);
    state.counters["exact checks"] = static_cast<double>(outcome.checksMade);
    state.counters["cost"] = outcome.plan ? outcome.plan->cost : -1;
    state.counters["nothing costs less than"] = outcome.plan ? outcome.plan->bound : -1;
}
BENCHMARK(planned)->DenseRange(4, 20, 2)->Unit(benchmark::kMillisecond)->Iterations(3);

/// Any order at all, as the window shows it while better ones are looked for.
void firstFound(benchmark::State& state) {
    const part::Part part = zigzag(static_cast<int>(state.range(0)));
    sequence::Outcome outcome;
    for (auto _ : state)
        outcome = sequence::plan(part, steel(), tool::standardShop(), {}, {}, 0);
    state.counters["cost"] = outcome.plan ? outcome.plan->cost : -1;
}
BENCHMARK(firstFound)->Arg(12)->Arg(16)->Arg(20)->Unit(benchmark::kMillisecond)->Iterations(3);

/// All orders of the cheapest ways, one after the other, with the same memory of what hits.
void everyOrder(benchmark::State& state) {
    const int bends = static_cast<int>(state.range(0));
    const part::Part part = zigzag(bends);
    const sequence::Operations operations = sequence::operationsOf(part, steel(), tool::standardShop());
    for (auto _ : state) {
        sequence::Collisions collisions(part);
        std::vector<int> order(static_cast<size_t>(bends));
        std::iota(order.begin(), order.end(), 0);
        size_t free = 0;
        do {
            sequence::BendSet made = 0;
            bool goesOn = true;
            for (size_t i = 0; i < order.size() && goesOn; ++i) {
                goesOn = false;
                for (const sequence::Operation& operation : operations.of[static_cast<size_t>(order[i])])
                    if (!collisions.inTheWay(operation, made)) {
                        goesOn = true;
                        break;
                    }
                made |= sequence::BendSet{1} << order[i];
            }
            free += goesOn;
        } while (std::next_permutation(order.begin(), order.end()));
        benchmark::DoNotOptimize(free);
    }
}
BENCHMARK(everyOrder)->Arg(4)->Arg(6)->Arg(7)->Unit(benchmark::kMillisecond)->Iterations(1);

} // namespace
