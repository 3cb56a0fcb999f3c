#!/usr/bin/env bash
# bench/run.sh BIN: all benchmarks. docs/performance.md says what they mean.
set -euo pipefail
bin=$1
"$bin/bench_solve" --benchmark_repetitions=5 --benchmark_report_aggregates_only=true
"$bin/bench_plan"
"$bin/bench_lineup"
"$bin/bench_mount"
"$bin/bench_piece"
"$bin/bench_logbook"
QT_QPA_PLATFORM=offscreen "$bin/bench_paint"
for job in data/demo/*.gfold; do
    echo "$job, in a window under Xvfb:"
    QT_QPA_PLATFORM=xcb xvfb-run -a "$bin/bench_start" "$bin/bare_window" "$bin/goodfold" --first-paint "$job"
done
