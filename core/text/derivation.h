// Where a figure comes from: its formula with the numbers put in, for somebody with paper and pencil.
#pragma once

#include "quantity/length.h"
#include "sequence/plan.h"

namespace goodfold::text {

struct Derivation {
    std::string of;                 // "Bend 1"
    std::vector<std::string> lines; // "allowance = A (R + K T) = 1.5708 × (3.00 + 0.4 × 3.00) = 6.60"
    std::string source;             // "geometry of the neutral fibre"
};

/// K, allowance, setback and what is taken off. Lengths to a hundredth of a millimetre, or a thousandth of an
/// inch, so that their sum can be followed.
Derivation howBent(const part::Part& part, const part::PartBend& bend, const quantity::Reading& reading);

/// How far it is pushed, and what that takes, in the tool of its step.
Derivation howPushed(const part::Part& part, const sequence::Step& step, const material::Material& material);

/// A leg: from what is stated to what is flat.
Derivation howFlat(const job::Job& job, const part::Part& part, int plate, const quantity::Reading& reading);

/// Where the hole lies on the blank: from the datum end, leg by leg and bend by bend; on sheet in the flat.
Derivation howPlaced(const part::Part& part, const part::PartHole& hole, const quantity::Reading& reading);

/// The blank: of a bar the sum of its legs and bends.
Derivation howLong(const part::Part& part, const quantity::Reading& reading);

} // namespace goodfold::text
