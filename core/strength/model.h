// The bracket as a chain of beams, and what pulls at it.
#pragma once

#include "job/element.h"
#include "part/fold.h"
#include "strength/beam.h"

namespace goodfold::strength {

/// Newtons that the part has to stand: the typed force, or the weight of what hangs there, whichever is more.
/// What hangs counts twice, as a weight that is let go, or a jolt of 1 g, asks of an elastic support.
double forceOf(const job::Load& load);
inline constexpr double kJolt = 2, kGravity = 9.81;

/// The bar's centreline from the held hole past the loaded one to its end, at mid thickness, and the load.
struct Model {
    Chain chain;
    std::vector<job::Element> about; // of each station
    PointLoad load;
};

/// Why such a part and load are not estimated, as the end of a sentence; nothing where they are.
std::optional<std::string> whyNotEstimated(const part::Part& part, const job::Load& load);

/// Nothing where whyNotEstimated() says why.
std::optional<Model> modelOf(const job::Job& job, const part::Part& part, const part::Folded& folded,
                             const material::Material& material, const job::Load& load);

} // namespace goodfold::strength
