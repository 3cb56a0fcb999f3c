// The logbook's test bends and pieces as tables, out and in again. Columns in docs/logbook.md; decimal
// points, millimetres and degrees whatever the locale.
#pragma once

#include "files/csv_table.h"
#include "learn/entries.h"

#include <iosfwd>

namespace goodfold::files {

void writeTestBends(std::ostream& out, const std::vector<learn::KeptBend>& bends);
Result<ReadTable<learn::KeptBend>> readTestBends(std::istream& in);

/// A piece's log and job are written whole, as the files they would be, into one cell each.
void writePieces(std::ostream& out, const std::vector<learn::KeptPiece>& pieces);
Result<ReadTable<learn::KeptPiece>> readPieces(std::istream& in);

/// Whether a table is one of pieces; else it is one of test bends.
bool isTableOfPieces(const std::string& firstLine);

} // namespace goodfold::files
