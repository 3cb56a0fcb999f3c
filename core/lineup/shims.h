// Wedges that make up for faces which are not square to each other. Inside of lineup/ only.
#pragma once

#include "lineup/brought.h"

namespace goodfold::lineup {

/// Angles and skews stay as they are; holes and lengths come to their points with wedges under the legs that
/// then lean, thin end 0.5 mm. None where that does not do it.
std::vector<Shim> shimsFor(const job::Job& job, const Goal& goal, const Pose3& faceFromRoot);

} // namespace goodfold::lineup
