// A piece at the bench: what is believed after a reading, what is said at once, and the counted answer. The
// demo hanger on its beam (three bends, two bolts), its first bend made and read, one thread.
#include "bench/bench.h"
#include "files/job_file.h"
#include "lineup/mounting.h"

#include <benchmark/benchmark.h>

#include <fstream>

using namespace goodfold;

namespace {

class OnBeam {
public:
    OnBeam() {
        std::ifstream in("data/demo/hanger-on-beam.gfold");
        job = files::readJob(in)->job;
        material = material::standardMaterials().find(job.material);
        settled = sequence::settle(job, *material, tool::standardShop());
        making.emplace(*lineup::makingOf(
            {settled.job, settled.part, *material, &*settled.outcome.plan, lineup::standardErrors(), true},
            *job.mount, hardware::standardBook()));
        const sequence::Step& first = settled.outcome.plan->steps.front();
        const std::string& id = settled.part.bends[static_cast<size_t>(first.operation.bend)].id;
        log.entries = {{.kind = bench::Entry::Kind::Done, .of = {id}},
                       {.kind = bench::Entry::Kind::Angle, .of = {id}, .value = 88.4}};
    }
    bench::Work work(const bench::Counting& counting = {}) const {
        return {settled, *making, *material, lineup::standardErrors(), quantity::Reading::millimetres(),
                counting};
    }

    job::Job job;
    const material::Material* material = nullptr;
    sequence::Settled settled;
    std::optional<lineup::Making> making;
    bench::Log log;
};

const OnBeam& onBeam() {
    static const OnBeam made;
    return made;
}

void believed(benchmark::State& state) {
    const bench::Work work = onBeam().work();
    for (auto _ : state)
        benchmark::DoNotOptimize(
            bench::knownOf(work.making, *work.settled.outcome.plan, onBeam().log, work.errors.instruments));
}
BENCHMARK(believed)->Unit(benchmark::kMillisecond);

void makingOfIt(benchmark::State& state) {
    const OnBeam& of = onBeam();
    for (auto _ : state)
        benchmark::DoNotOptimize(lineup::makingOf({of.settled.job, of.settled.part, *of.material,
                                                   &*of.settled.outcome.plan, lineup::standardErrors(), true},
                                                  *of.job.mount, hardware::standardBook()));
}
BENCHMARK(makingOfIt)->Unit(benchmark::kMillisecond);

void saidAtOnce(benchmark::State& state) {
    const bench::Work work = onBeam().work(bench::kAtOnce);
    for (auto _ : state)
        benchmark::DoNotOptimize(bench::replanned(work, onBeam().log).best.odds);
}
BENCHMARK(saidAtOnce)->Unit(benchmark::kMillisecond)->UseRealTime();

void counted(benchmark::State& state) {
    const bench::Work work = onBeam().work();
    for (auto _ : state)
        benchmark::DoNotOptimize(bench::replanned(work, onBeam().log).best.odds);
}
BENCHMARK(counted)->Unit(benchmark::kMillisecond)->UseRealTime();

} // namespace
