// What readers for the blind get to know of a sheet's cells.
#pragma once

namespace goodfold::app {

class CellPanel;

/// Once is enough, more does no harm.
void makePanelsReadable();

/// That the hand has come to a cell.
void tellReaders(CellPanel& panel, int place);

} // namespace goodfold::app
