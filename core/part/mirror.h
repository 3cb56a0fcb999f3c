// The opposite hand.
#pragma once

#include "part/part.h"

namespace goodfold::part {

/// The mirrored job: left and right change places, face stays face, every turn stays. Its formed part is
/// the mirror image of `job`'s in the plane through the root's middle. `part` is solve(job, ...).
Job mirrored(const Job& job, const Part& part);

/// That job solved, with the order and the set lines that were planned for `part`.
Part oppositePart(const Job& job, const Part& part, const material::Material& material);

/// "left hand", "right hand", or "as drawn" / "opposite hand" where the job does not say.
std::string handInWords(Hand hand, bool isOpposite);

} // namespace goodfold::part
