// A mount of 40 points on two faces and 150 readings, one a centimetre long: solved with all suspects tried,
// against the floor of one adjustment: the slopes of all readings and the solution of the normal equations.
#include "mount/measured.h"

#include <Eigen/Cholesky>
#include <benchmark/benchmark.h>

#include <random>

using namespace goodfold;
using namespace goodfold::mount;

namespace {

job::Mount large() {
    std::mt19937 random(1);
    const auto real = [&](double low, double high) {
        return std::uniform_real_distribution(low, high)(random);
    };
    std::normal_distribution<double> normal;
    job::Mount mount;
    mount.faces = {{.id = "F"}, {.id = "G", .sketchAt = Vec3(205, 3, 40), .sketchNormal = Vec3(-1, 0.05, 0)}};
    std::vector<Vec3> places;
    for (int i = 0; i < 40; ++i) {
        const bool isOnG = i % 2 == 1 && i > 1;
        const Vec3 at = i == 0   ? Vec3(0, 0, 0)
                        : i == 1 ? Vec3(120, 0, 0)
                        : isOnG  ? Vec3(200, real(-90, 90), real(5, 150))
                                 : Vec3(real(-60, 180), real(-90, 90), 0);
        places.push_back(at);
        job::MountPoint point{.id = "p" + std::to_string(i), .face = isOnG ? "G" : "F", .diameter = 6};
        point.sketch = at + Vec3(real(-4, 4), real(-4, 4), isOnG ? real(-4, 4) : 0);
        mount.points.push_back(point);
    }
    const auto add = [&](job::MountReading reading, double value) {
        reading.id = "r" + std::to_string(mount.readings.size());
        reading.sigma = 0.25;
        reading.value = value + 0.25 * normal(random);
        mount.readings.push_back(reading);
    };
    using Kind = job::MountReading::Kind;
    add({.kind = Kind::Turn, .of = {"F", "G"}}, 90);
    for (size_t i = 0; i < places.size() && mount.readings.size() < 150; ++i) {
        if (mount.points[i].face == "F")
            add({.kind = Kind::Height, .of = {mount.points[i].id, "G"}}, 200 - places[i].x());
        if (mount.points[i].face == "G")
            add({.kind = Kind::Height, .of = {mount.points[i].id, "F"}}, places[i].z());
        for (const size_t step : {1, 2, 7}) {
            const size_t j = (i + step) % places.size();
            add({.kind = Kind::Between, .of = {mount.points[i].id, mount.points[j].id}},
                (places[i] - places[j]).norm());
        }
    }
    mount.readings.resize(150);
    mount.readings[77].value += 10;
    return mount;
}

void solvedWithSuspects(benchmark::State& state) {
    const job::Mount mount = large();
    size_t suspects = 0;
    for (auto _ : state) {
        const auto known = measured(mount, {});
        suspects = suspectsOf(mount, known->problem, known->solution, known->told, {{}, 3}).size();
        benchmark::DoNotOptimize(suspects);
    }
    state.counters["suspects"] = static_cast<double>(suspects);
}
BENCHMARK(solvedWithSuspects)->Unit(benchmark::kMillisecond);

void solvedAlone(benchmark::State& state) {
    const job::Mount mount = large();
    for (auto _ : state)
        benchmark::DoNotOptimize(measured(mount, {}));
}
BENCHMARK(solvedAlone)->Unit(benchmark::kMillisecond);

void oneAdjustment(benchmark::State& state) {
    const job::Mount mount = large();
    const auto problem = problemOf(mount, {});
    for (auto _ : state) {
        const Solution at = solveFrom(*problem, problem->sketch);
        const Eigen::MatrixXd information = at.slopes.transpose() * at.slopes;
        benchmark::DoNotOptimize(information.ldlt().solve(at.slopes.transpose() * at.rows).eval());
    }
}
BENCHMARK(oneAdjustment)->Unit(benchmark::kMillisecond);

} // namespace
