// What readers for the blind get to know of a sheet's cells.
#pragma once

namespace goodfold::app {

class Sheet;

/// Once is enough, more does no harm.
void makeSheetsReadable();

/// That the hand has come to a cell.
void tellReaders(Sheet& sheet, int place);

} // namespace goodfold::app
