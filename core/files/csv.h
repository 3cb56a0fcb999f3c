// Marks and holes as a table that any spreadsheet reads (RFC 4180: commas, quotes doubled, lines end in CR
// LF).
#pragma once

#include "part/fold.h"

#include <iosfwd>

namespace goodfold::files {

/// One line a mark, then one a hole, millimetres and degrees throughout, decimal points whatever the locale.
/// Columns: kind, about, on, along, across, along_at_right, along_at_left, diameter, length, x, y, z, work.
/// The marks' distances count from the datum end; x, y, z are a hole's centre on the back of the formed part;
/// work is what else is done to a hole: tapped, countersunk.
void writeCsv(std::ostream& out, const part::Part& part, const part::Folded& folded);

} // namespace goodfold::files
