// Readings and slips in the words of who holds the tape.
#pragma once

#include "mount/slips.h"
#include "quantity/length.h"

namespace goodfold::mount {

/// "how far a and b are apart, between the nearest edges".
std::string inWords(const job::MountReading& reading);
/// "with calipers"; nothing where nothing is said of it.
std::string withWhat(const job::MountReading& reading, const Instruments& instruments);
/// "r4 reads 63.7; the others say 53.7: a whole centimetre".
std::string inWords(const Suspect& suspect, const job::Mount& mount, quantity::Unit unit);
/// What is not told yet: "Point c may still be anywhere in a direction. Measure how far ...".
std::string inWords(const Open& open, const Instruments& instruments);

} // namespace goodfold::mount
