// Where a bracket has to hold, before there is one.
#pragma once

#include "hardware/hardware.h"
#include "job/job.h"
#include "material/material.h"

namespace goodfold::propose {

/// A bolt that the bracket takes, and the room it wants there.
struct Bolt {
    std::string point; // of the mount
    Vec3 at{0, 0, 0};
    double size = 0; // of the bolt
    double hole = 0; // that it wants in the bracket: normal fit
    double edge =
        0; // least from its centre to an edge, so that it does not tear out and its washer is carried
    double room = 0; // radius of what turns the head, or of the washer
};

/// Faces in one plane, looking the same way, with the bolts on them. A plate lies on each.
struct Station {
    Vec3 at{0, 0, 0};        // the middle of its bolts
    Vec3 normal{0, 0, 1};    // outward: where the bracket is
    std::string face;        // the first of them
    std::vector<Bolt> bolts; // none: only a plane that the bracket passes
};

/// Faces a plate cannot tell apart: this far off one another, and this far from parallel.
inline constexpr double kOnePlane = 0.3, kOnePlaneDeg = 0.5;

/// The faces that bolts go in, each with them: the job's ties where it has any, else every point but marks.
/// First the one that the job says it rests on, else the one with most bolts. `mount` has every place stated.
/// An error says what is missing.
Result<std::vector<Station>> stationsOf(const job::Job& job, const job::Mount& mount,
                                        const material::Material& material, const hardware::Book& hardware);

} // namespace goodfold::propose
