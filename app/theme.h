// Light and dark: the palette in force, and the style of standard widgets made from it.
#pragma once

#include "draw/palette.h"

#include <QIcon>
#include <QPalette>
#include <QString>

namespace goodfold::app {

enum class Theme { System, Light, Dark };

/// The palette in force; widgets that paint read it when they paint.
const draw::Palette& colours();

/// Sets the palette and the style sheet of the whole application. System: dark where the desktop's own
/// window colour is dark.
void applyTheme(Theme theme);

/// One of data/icons, drawn in the ink of the palette in force.
QIcon icon(const QString& name);

} // namespace goodfold::app
