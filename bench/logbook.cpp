// A logbook of 20,000 pieces and 5,000 test bends: opened, and its pages shown.
#include "tests/store/support.h"

#include <QCoreApplication>
#include <QTemporaryDir>
#include <benchmark/benchmark.h>

namespace {

using namespace goodfold;

QString path() {
    static const QTemporaryDir folder;
    return folder.filePath(QStringLiteral("logbook.sqlite"));
}

std::unique_ptr<store::Logbook> opened() {
    auto logbook = store::Logbook::open(path());
    return logbook ? *std::move(logbook) : nullptr;
}

void fill() {
    const auto logbook = opened();
    std::vector<std::pair<learn::KeptPiece, learn::Points>> pieces;
    for (int i = 0; i < 20'000; ++i)
        pieces.emplace_back(test::keptPiece(i), test::taughtBy(i));
    std::vector<std::pair<learn::KeptBend, learn::Points>> bends;
    for (int i = 0; i < 5'000; ++i)
        bends.emplace_back(test::keptBend(i), test::taughtBy(i));
    (void)logbook->putAll(pieces);
    (void)logbook->putAll(bends);
}

void opens(benchmark::State& state) {
    for (auto _ : state)
        benchmark::DoNotOptimize(opened());
}
BENCHMARK(opens)->Unit(benchmark::kMillisecond);

void readsWhatIsKnown(benchmark::State& state) {
    const auto logbook = opened();
    for (auto _ : state)
        benchmark::DoNotOptimize(logbook->points());
}
BENCHMARK(readsWhatIsKnown)->Unit(benchmark::kMillisecond);

void showsAPage(benchmark::State& state) {
    const auto logbook = opened();
    for (auto _ : state)
        benchmark::DoNotOptimize(logbook->pieces({}, static_cast<int>(state.range(0)), 25));
}
BENCHMARK(showsAPage)->Arg(0)->Arg(10'000)->Arg(19'975)->Unit(benchmark::kMillisecond);

void findsByWords(benchmark::State& state) {
    const auto logbook = opened();
    for (auto _ : state) {
        benchmark::DoNotOptimize(logbook->countOfPieces(QStringLiteral("vent left")));
        benchmark::DoNotOptimize(logbook->pieces(QStringLiteral("vent left"), 0, 25));
    }
}
BENCHMARK(findsByWords)->Unit(benchmark::kMillisecond);

void writesOne(benchmark::State& state) {
    const auto logbook = opened();
    int number = 0;
    for (auto _ : state)
        benchmark::DoNotOptimize(logbook->put(test::keptPiece(number++), test::taughtBy(1)));
}
BENCHMARK(writesOne)->Unit(benchmark::kMillisecond);

} // namespace

int main(int argc, char** argv) {
    QCoreApplication application(argc, argv);
    fill();
    benchmark::Initialize(&argc, argv);
    benchmark::RunSpecifiedBenchmarks();
}
