// What the user chooses once for all jobs: colours, text size, steps and angles as they are read. Kept in the
// settings.
#pragma once

#include "quantity/length.h"

#include <QMenu>
#include <QPageSize>

#include <functional>

namespace goodfold::app {

quantity::Reading chosenReading(quantity::Unit unit);

/// What PDFs are made for; until it was chosen, what printers hereabouts take.
QPageSize::PageSizeId chosenPaper();

/// Applies the chosen colours and text size to the application; `dark` wins over the choice.
void applyChosenLook(bool dark = false);

/// What the desktop asks for, from now on, and at the next start from the first; whether it changes anything.
bool takeDesktopColours(bool isDark);

/// A menu for each choice. `changed` is told after one was made.
QList<QMenu*> choiceMenus(QWidget* window, const std::function<void()>& changed);

} // namespace goodfold::app
