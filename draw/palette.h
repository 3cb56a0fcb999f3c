// The colours, light and dark. Nothing is told by colour alone.
#pragma once

#include <QColor>

namespace goodfold::draw {

struct Palette {
    QColor paper, panel, rule, ink, faintInk, field;
    QColor face, back, rim, hole, tool;
    QColor marking, scribe, faintScribe;
    QColor stop, mind;
    QColor accent; // focus, selection, links
    QColor edge;   // of the blank

    static Palette light();
    static Palette dark();
    /// For paper: lines, and next to no areas of ink.
    static Palette print();
};

/// Temper colour of the bend made as number `order` (0 first): pale straw, straw, bronze, purple, deep blue,
/// pale blue, then again. Always shown with the bend's number.
QColor bendColour(int order);

/// Ink that reads on a temper colour.
QColor inkOn(const QColor& ground);

/// A mix: `share` of `other`, the rest `one`.
QColor mixed(const QColor& one, const QColor& other, double share);

/// Contrast of two colours as WCAG 2 defines it: 1 to 21.
double contrast(const QColor& one, const QColor& other);

} // namespace goodfold::draw
