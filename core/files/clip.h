// What is copied, as text: a job file whose member "clip" names what of it was copied.
#pragma once

#include "edit/clip.h"

#include <iosfwd>

namespace goodfold::files {

void writeClip(std::ostream& out, const edit::Clip& clip);

/// The clip, or why the text holds none.
Result<edit::Clip> readClip(std::istream& in);

} // namespace goodfold::files
