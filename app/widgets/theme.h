// Light and dark: the palette in force, and the text size.
#pragma once

#include "draw/palette.h"
#include "draw/type.h"

#include <QIcon>
#include <QPalette>
#include <QString>

namespace goodfold::app {

enum class Theme { System, Light, Dark };

/// The palette in force; widgets that paint read it when they paint.
const draw::Palette& colours();

/// Sets the palette and the look of the whole application. System: as the desktop said, or else dark
/// where its own window colour is dark.
void applyTheme(Theme theme);
void setDesktopIsDark(bool dark);

/// Text and everything sized by it: 1 is usual, 1.5 half as large again.
double textScale();
void setTextScale(double scale);
/// Pixels for what takes `at100` at the usual text size.
int px(double at100);
/// The width of a column: it grows with the text, but less than that, so that the picture keeps its room.
int columnPx(double at100);
QFont textFont(double sizeAt100, draw::Weight weight = draw::Weight::Regular);

/// One of data/icons, drawn in the ink of the palette in force.
QIcon icon(const QString& name);

} // namespace goodfold::app
