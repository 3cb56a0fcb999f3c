// The typeface that ships with Good Fold, with tabular figures.
#pragma once

#include <QFont>

namespace goodfold::draw {

/// Makes the typeface known to Qt; once, after the application object stands.
void loadTypeface();

enum class Weight { Regular, SemiBold };

/// Size in pixels of the screen, or in the painter's units on paper.
QFont typeface(double pixelSize, Weight weight = Weight::Regular);

} // namespace goodfold::draw
