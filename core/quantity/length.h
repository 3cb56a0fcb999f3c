// Lengths and angles as people type them and as they read them.
#pragma once

#include "common/result.h"

#include <compare>
#include <string>
#include <string_view>

namespace goodfold::quantity {

enum class Unit { Millimetre, Inch };

inline constexpr double kMillimetresPerInch = 25.4;

/// A length whose unit was said. Stored in millimetres.
class Length {
public:
    static constexpr Length mm(double value) { return Length(value); }
    static constexpr Length inches(double value) { return Length(value * kMillimetresPerInch); }
    constexpr double mm() const { return millimetres; }
    constexpr double inches() const { return millimetres / kMillimetresPerInch; }
    auto operator<=>(const Length&) const = default;

private:
    constexpr explicit Length(double value) : millimetres(value) {}
    double millimetres;
};

/// Longest length anybody may type: 100 m. Longer is a slip of the keyboard.
inline constexpr double kLongestMm = 100'000;

/// Reads `40`, `4cm`, `1 3/16`, `1-3/16"`, `3/8`, `1.25 in`, `1' 2"`, `2 1/2 + 1/8`, `40 - 1.5`.
/// A bare number takes `bare`. A dash without spaces joins a whole number and its fraction; with spaces it
/// subtracts. Decimal comma and point are the same. Typographic fractions (1 ³⁄₁₆, ½) read like typed ones.
/// On failure: a sentence with the place, counted in characters from 1.
Result<Length> parseLength(std::string_view text, Unit bare);

/// Reads `90`, `90°`, `22.5 deg`, `22 1/2`, and a slope as rise over run: `1:4`, `3 in 12`. Degrees.
Result<double> parseAngleDeg(std::string_view text);

/// A plain number such as a K-factor or a count.
Result<double> parseNumber(std::string_view text);

/// How lengths and bend angles are read: the unit, the finest step that a reader wants to see, and which of
/// its two angles a bend is called by.
struct Reading {
    enum class Style { Decimal, Fraction };
    enum class Angles { Turned, Included }; // from flat, or between the legs
    Unit unit = Unit::Millimetre;
    Style style = Style::Decimal;
    /// Decimal: the step in `unit` (0.1, 0.5, 0.01, 0.001).
    double step = 0.1;
    /// Fraction: the finest denominator (16, 32, 64).
    int denominator = 32;
    Angles angles = Angles::Turned;
    bool operator==(const Reading&) const = default;

    static Reading millimetres(double step = 0.1) { return {Unit::Millimetre, Style::Decimal, step}; }
    static Reading fractions(int denominator = 32) {
        return {Unit::Inch, Style::Fraction, 0.001, denominator};
    }
    static Reading decimalInches(double step = 0.001) { return {Unit::Inch, Style::Decimal, step}; }

    /// A bend angle as it is read, and one as it is read back into degrees turned from flat: the same
    /// formula.
    double bendAngle(double deg) const { return angles == Angles::Included ? 180 - deg : deg; }
};

/// The length rounded to the reading's step, half away from zero; no unit sign.
/// Fractions are typed ones (`1 3/16`); `typeset` gives the same with set fractions (1 ³⁄₁₆).
/// Parses back, in the reading's unit, to within half a step.
std::string print(Length length, const Reading& reading);
std::string typeset(Length length, const Reading& reading);
/// The same of a length in mm: "57.0", `2 1/4`.
inline std::string printMm(double mm, const Reading& reading) {
    return print(Length::mm(mm), reading);
}

/// What a drill, a radius or a sheet is called: millimetres to 0.01 without trailing zeros (6.6, 6.75);
/// inches as a fraction to 1/64 where it is one, else as decimals (¹⁷⁄₆₄, 0.257). Not rounded to the
/// reader's step: a 17/64 drill is no 9/32. `printSize` is the typed form of the same.
std::string typesetSize(Length length, Unit unit);
std::string printSize(Length length, Unit unit);

/// `typeset` with its unit: `40 mm`, `1 ³⁄₁₆ in`.
std::string typesetWithUnit(Length length, const Reading& reading);

/// What rounding to the reading leaves out: length less what is printed, with its sign and to 0.01 mm or
/// 0.001 in ("+0.03"); empty where nothing is.
std::string remainder(Length length, const Reading& reading);

/// The size of one step: nothing printed is off by more than half of it.
Length stepOf(const Reading& reading);

/// Up to `decimals` digits behind the point, trailing zeros dropped, never "-0".
std::string printNumber(double value, int decimals);

/// "90°", "12.5°".
std::string printDegrees(double deg);

} // namespace goodfold::quantity
