// What the readings leave open, and what could be read to settle it.
#pragma once

#include "mount/solve.h"

namespace goodfold::mount {

/// Everything that could be read there with the instrument that is usual for it, easy ones first; without a
/// value.
std::vector<job::MountReading> everyReading(const job::Mount& mount);

/// One way in which the mount may still move: what moves most, and the reading that would settle it best;
/// without one where no reading here could.
struct Open {
    std::string about;
    std::optional<job::MountReading> wants;
};
std::vector<Open> openOf(const job::Mount& mount, const Problem& problem, const Solution& solution,
                         const Told& told, const Instruments& instruments);

/// Its rows' derivatives by the unknowns, as `compare` weights them.
Eigen::MatrixXd slopesOf(const Observation& seen, const Problem& problem, const Solution& solution);

} // namespace goodfold::mount
