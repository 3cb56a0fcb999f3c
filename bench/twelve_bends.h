// The job that the figures in docs/performance.md are about: a bar with twelve bends and a hole in each leg.
#pragma once

#include "job/job.h"

namespace goodfold::bench {

inline job::Job twelveBends() {
    job::Job job;
    job.title = "Louvre ladder";
    job.thickness = 3;
    job.stock.width = 30;
    for (int i = 0; i <= 12; ++i) {
        job::Plate plate{.id = std::string(1, static_cast<char>('A' + i)), .length = 60};
        plate.holes.push_back({.id = "h" + std::to_string(i + 1), .x = 30});
        if (i == 0) plate.holes[0].xFrom = job::Hole::XFrom::Start;
        job.plates.push_back(plate);
    }
    // A staircase: it goes on and on without meeting itself.
    for (size_t i = 0; i < 12; ++i)
        job.bends.push_back({.id = std::to_string(i + 1),
                             .from = job.plates[i].id,
                             .to = job.plates[i + 1].id,
                             .angleDeg = 75,
                             .turn = i % 2 ? job::Turn::Down : job::Turn::Up,
                             .skewDeg = i % 3 ? 0.0 : 8.0});
    return job;
}

} // namespace goodfold::bench
