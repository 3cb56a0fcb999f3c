// How the figures of a tool are named and typed, on its drawing and in its list.
#pragma once

#include "app/widgets/value_field.h"
#include "tool/parameters.h"

#include <QString>

namespace goodfold::app {

constexpr QLatin1String kFigureId("shop.figure.");

inline QString idOf(const tool::Parameter& figure) {
    return kFigureId + QString::fromUtf8(figure.key.data(), static_cast<qsizetype>(figure.key.size()));
}

/// Thicknesses and accuracies are finer than the rule's step.
inline ValueField::Kind fieldOf(const tool::Parameter& figure) {
    constexpr double kFine = 100; // mm
    if (figure.unit == tool::Parameter::Unit::Degrees) return ValueField::Kind::Angle;
    if (figure.unit == tool::Parameter::Unit::Newtons) return ValueField::Kind::Number;
    return figure.most <= kFine ? ValueField::Kind::Size : ValueField::Kind::Length;
}

} // namespace goodfold::app
