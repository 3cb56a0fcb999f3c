// Plates, holes and bends of a job file. Inside of files/ only: it throws what is wrong as Error.
#pragma once

#include "files/words.h"

namespace goodfold::files {

struct ReadPlate {
    job::Plate plate;
    std::vector<bool> holeSaysXFrom;
};
ReadPlate plateFrom(Members& members);

/// A bend without an angle: that of a joggle or beside a pipe, whose angle follows.
inline constexpr double kNoAngle = 0;
job::Bend bendFrom(Members& members);

} // namespace goodfold::files
