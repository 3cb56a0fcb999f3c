// Places of holes out of files that others made: circles and points of a drawing, lines of a table.
#pragma once

#include "common/result.h"
#include "edit/mount_edits.h"
#include "quantity/length.h"

#include <iosfwd>

namespace goodfold::files {

/// A line a hole: name, x, y and, where it is known, diameter; commas, semicolons or tabs between; with
/// semicolons or tabs decimal commas as well. A first line of headings is passed over. Millimetres, or the
/// unit that is said. An error names the line.
Result<std::vector<edit::FacePlace>> placesFromCsv(std::istream& in, quantity::Unit unit);

/// Circles, then points, of an ASCII DXF, in its own unit where it says so, else in the one that is said; seen
/// as it is drawn, blocks where they are inserted. What is no hole is left out: circles over 100 mm.
Result<std::vector<edit::FacePlace>> placesFromDxf(std::istream& in, quantity::Unit unit);

} // namespace goodfold::files
