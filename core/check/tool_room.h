// What turns the screw in a hole, as it stands there: for looking at.
#pragma once

#include "check/finding.h"

namespace goodfold::check {

/// A socket, key or riveter over the head, or where that has no room a spanner on its side that swings there
/// by 30 degrees. In the root plate's frame of the formed part; millimetres.
struct Wrench {
    Vec3 at{0, 0, 0}; // where it begins, on the head's axis
    Vec3 outward{0, 0, 1};
    double diameter = 0,
           length = 0;    // of what stands over the head; of a spanner its ring or fork, and how thick
    Vec3 handle{0, 0, 0}; // of a spanner, of length 1; else nothing
    double handleLength = 0, handleWidth = 0;
    bool isSpanner() const { return handleLength > 0; }
};

/// At the head of its own fastener, or of the screw that bolts it on (Subject::lineUp); nothing where the
/// book has none, or no tool goes on.
std::optional<Wrench> wrenchFor(const Subject& subject, const std::string& hole);

} // namespace goodfold::check
