// What readers for the blind get to know of a panel's cells.
#pragma once

#include <functional>

class QAccessibleEvent;

namespace goodfold::app {

class CellPanel;

/// Once is enough, more does no harm.
void makePanelsReadable();

/// That the hand has come to a cell.
void tellReaders(CellPanel& panel, int place);

/// Where events for readers go. Tests listen here: a window without a screen has no reader.
std::function<void(QAccessibleEvent*)>& readersHear();

/// Told after the cells were made anew: which values changed, and whether the cells are others or in another
/// order.
void tellReadersOfChanges(CellPanel& panel);

} // namespace goodfold::app
