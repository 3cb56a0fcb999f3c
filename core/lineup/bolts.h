// What holds the bracket to its mount, as it stands there: for looking at.
#pragma once

#include "lineup/odds.h"

namespace goodfold::lineup {

/// A head or a nut on its washer, on the side of the bracket that looks away from the mount; in the root
/// plate's frame of the part as drawn. Millimetres.
struct Bolt {
    Vec3 at{0, 0, 0}; // on the stock, in the middle of the point's axis
    Vec3 outward{0, 0, 1};
    double acrossFlats = 0, height = 0;
    double washerDiameter = 0, washerThickness = 0; // 0: it has none
    double spacer = 0;                              // under the stock, on the mount's side
    double thickness = 0;                           // of the stock between
};

/// Of each tie; nothing where no head or nut stands there (a nut that is set in the stock, a sunk head), or
/// where the book does not have the size.
std::vector<std::optional<Bolt>> boltsOf(const Making& making, const NominalFit& nominal,
                                         const hardware::Book& hardware);

} // namespace goodfold::lineup
