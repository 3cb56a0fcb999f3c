// What a widget that paints itself is to a reader, and what it says there.
#pragma once

#include <QAccessible>

class QWidget;

namespace goodfold::app {

/// From now on the widget is read as that: a picture, a button that Space presses, words that call attention.
void readAs(QWidget& widget, QAccessible::Role role);

/// Reads out what a widget says now, wherever the reader is.
void callOut(QWidget& widget);

} // namespace goodfold::app
