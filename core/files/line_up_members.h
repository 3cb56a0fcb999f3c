// The mount, what lies on it and how it is made, in a job file. Inside of files/ only: reading throws what is
// wrong as Error.
#pragma once

#include "files/words.h"

namespace goodfold::files {

using nlohmann::ordered_json;

/// `mount`, `opposite_mount`, `rests`, `ties`, `may_change`, `making`, `filed_to_fit`.
void readLineUp(Members& members, job::Job& job);
void addLineUp(ordered_json& root, const job::Job& job);

ordered_json vecOf(const Vec3& vec);

/// Members that were not known are given back.
void addKept(ordered_json& object, const job::KeptKeys& kept);

} // namespace goodfold::files
