// A figure typed over where it stands on a drawing.
#pragma once

#include "app/widgets/value_field.h"

#include <QPointer>

namespace goodfold::app {

/// Which figure of the thing is meant.
enum class Dimension {
    BendAngle,
    HoleDiameter,
    HoleAlong,
    PlateLength,
    PlateWidth,
    BendOffset,
    Pitch,
    RowPitch
};

/// Opens the figure in a field of its own over `view`. Enter, Escape and leaving it close it; the first two
/// give the keyboard back to the view. `typed` begins it, if it is not empty.
QPointer<ValueField> typeOver(Document& document, QWidget* view, Dimension figure, const Element& about,
                              const QRect& box, const QString& typed = {});

/// Closes what typeOver() opened, if it is still there; what is typed does not count.
void closeField(ValueField* field);

} // namespace goodfold::app
