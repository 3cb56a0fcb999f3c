// What things are called that are named in more than one place.
#pragma once

#include "part/part.h"
#include "tool/kind.h"

namespace goodfold::text {

/// "the screw", "the moving jaw", as in "leg C hits the screw": what owners of such a tool call it. Drawings
/// leave the article away.
std::string nameOf(const tool::Kind& kind, tool::Body body);

/// Where marks are measured from, as the blank lies face up with its first leg to the left: "left end".
std::string_view nameOfEnd(job::Edge datum);

/// What is done to a hole beside cutting it: "tap M6", "countersink to 12.4, 90°, from the back"; else empty.
std::string workOn(const part::PartHole& hole, quantity::Unit unit);

} // namespace goodfold::text
