// Readings and slips in the words of who holds the tape.
#pragma once

#include "mount/sides.h"
#include "quantity/length.h"

namespace goodfold::mount {

/// "how far a and b are apart, between the nearest edges".
std::string inWords(const job::MountReading& reading, const job::Mount& mount);
/// "with calipers"; nothing where nothing is said of it.
std::string withWhat(const job::MountReading& reading, const Instruments& instruments);
/// "r4 reads 63.7; the others say 53.7: a whole centimetre".
std::string inWords(const Suspect& suspect, const job::Mount& mount, quantity::Unit unit);
/// "How far a and b are apart: 41.5; a mirror image of this side would read 40".
std::string inWords(const SideApart& side, const job::Mount& mount, quantity::Unit unit);
/// What is not told yet: "Point c may still be anywhere in a direction. Measure how far ...".
std::string inWords(const Open& open, const job::Mount& mount, const Instruments& instruments);

} // namespace goodfold::mount
