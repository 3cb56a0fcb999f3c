// Where a flange hangs on: the same formed part, cut from another blank.
#pragma once

#include "edit/edit.h"
#include "part/part.h"

namespace goodfold::edit {

/// Hangs a plain flange (straight edges, nothing hanging on it) on another plate's free edge that it stands
/// at in the formed part. It stays where it is, its holes too; a seam is left where it hung before. One job
/// for each edge that will do; a job never comes out that would cut through itself where it did not.
std::vector<Edited> withSeamMoved(const Job& job, const material::Material& material,
                                  const std::string& plate);

} // namespace goodfold::edit
