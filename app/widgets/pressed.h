// What pressing an element selects, the same in every view.
#pragma once

#include "app/base/document.h"

#include <QMouseEvent>

#include <algorithm>

namespace goodfold::app {

/// Selects what was pressed; with Ctrl beside what is selected already. True where the press is at an
/// end with that: nothing is dragged, no figure opened. The right button leaves what it finds selected.
inline bool selectPressed(Document& document, const Element& about, const QMouseEvent& event) {
    if (event.modifiers() & Qt::ControlModifier && event.button() == Qt::LeftButton && !about.isNothing()) {
        document.alsoSelect(about);
        return true;
    }
    const auto all = document.allSelected();
    if (event.button() != Qt::RightButton || std::find(all.begin(), all.end(), about) == all.end())
        document.select(about);
    return false;
}

} // namespace goodfold::app
