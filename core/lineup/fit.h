// Whether one placement of the bracket brings every bolt in: the room that is left, over two shifts in the
// face and a turn about its normal.
#pragma once

#include "lineup/tie.h"

#include <vector>

namespace goodfold::lineup {

/// A plate that touches a face of its own: corners of the side that touches, and how far each may stand in.
struct Contact {
    std::array<Vec3, 4> corners;
    Vec3 onFace, outward; // a point of the face, and its normal to where the bracket is
    double press = 0;
};

/// Two directions square to an axis and to one another.
Eigen::Matrix<double, 2, 3> squareTo(const Vec3& axis);

struct Fitting {
    double room = 0; // mm, the most there is of the least slack; negative where it does not fit
    Pose3 placed = Pose3::Identity();
    int tightest = -1; // of the ties, or -1 where a contact is
    int contact = -1;  // that one, where it is known
};

/// The turn is linearised about the ties' middle, the best placement found, which is convex then, the turn
/// made exactly, and all done again where that can matter. Until decided: no further than it takes to
/// know whether there is room; `room` then has the right sign and no more.
Fitting fit(const std::vector<Tie>& ties, const std::vector<Contact>& contacts, bool untilDecided = false);

} // namespace goodfold::lineup
