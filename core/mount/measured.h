// A mount as it is known: every place, how surely, and what its readings say of one another.
#pragma once

#include "mount/slips.h"

namespace goodfold::mount {

struct Measured {
    Problem problem;
    Solution solution;
    Told told;
    Adjusted adjusted;
    /// The mount with every place stated, in its own frame.
    job::Mount placed;
};

/// An error says what is neither stated nor sketched.
Result<Measured> measured(const job::Mount& mount, const Instruments& instruments);

/// Of all points, three rows each in their order, mm^2: as seen from a face (by index) that is taken to lie
/// still, since a bracket that rests on it leans with it. The first face is the mount's own frame. On a tube
/// the bracket lies with a plane that touches it at `touching`, a point of it: that plane goes in and out
/// with the tube, leans with it, and rolls round it with the point.
Eigen::MatrixXd jointCovariance(const Measured& measured, int face = 0, int touching = 0);

/// How surely it is known how a face leans, degrees: root mean square of its two ways.
double leanSigmaDeg(const Measured& measured, int face);

/// The points whose places the readings leave open.
std::vector<std::string> openPoints(const Measured& measured);

} // namespace goodfold::mount
