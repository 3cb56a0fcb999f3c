#include "bench/forty_plates.h"
#include "bench/twelve_bends.h"
#include "check/finding.h"
#include "part/fold.h"

#include <benchmark/benchmark.h>

using namespace goodfold;

namespace {

const material::Material& hotRolled() {
    return *material::standardMaterials().find("steel-hot-rolled");
}

void solveOnly(benchmark::State& state) {
    const job::Job job = bench::twelveBends();
    for (auto _ : state)
        benchmark::DoNotOptimize(part::solve(job, hotRolled()));
}
BENCHMARK(solveOnly)->Unit(benchmark::kMicrosecond);

void foldOnly(benchmark::State& state) {
    const part::Part part = part::solve(bench::twelveBends(), hotRolled());
    for (auto _ : state)
        benchmark::DoNotOptimize(part::fold(part));
}
BENCHMARK(foldOnly)->Unit(benchmark::kMicrosecond);

void checkOnly(benchmark::State& state) {
    const job::Job job = bench::twelveBends();
    const part::Part part = part::solve(job, hotRolled());
    const part::Folded folded = part::fold(part);
    for (auto _ : state)
        benchmark::DoNotOptimize(
            check::check({job, part, folded, hotRolled(), quantity::Reading::millimetres()}));
}
BENCHMARK(checkOnly)->Unit(benchmark::kMicrosecond);

/// What every edit costs of sheet: forty plates, two hundred holes.
void wholeSheetEdit(benchmark::State& state) {
    const job::Job job = bench::fortyPlates();
    const material::Material& material = *material::standardMaterials().find(job.material);
    for (auto _ : state) {
        const part::Part part = part::solve(job, material);
        const part::Folded folded = part::fold(part);
        benchmark::DoNotOptimize(
            check::check({job, part, folded, material, quantity::Reading::millimetres()}));
    }
}
BENCHMARK(wholeSheetEdit)->Unit(benchmark::kMicrosecond);

/// What every edit costs: solve, flat, fold and all checks.
void wholeEdit(benchmark::State& state) {
    const job::Job job = bench::twelveBends();
    for (auto _ : state) {
        const part::Part part = part::solve(job, hotRolled());
        const part::Folded folded = part::fold(part);
        benchmark::DoNotOptimize(
            check::check({job, part, folded, hotRolled(), quantity::Reading::millimetres()}));
    }
}
BENCHMARK(wholeEdit)->Unit(benchmark::kMicrosecond);

} // namespace
