#include "quantity/length.h"

#include <array>
#include <cassert>
#include <charconv>
#include <cmath>
#include <numeric>

namespace goodfold::quantity {

namespace {

struct Fraction {
    bool negative;
    long whole, numerator, denominator;
};

Fraction nearestFraction(double inches, int finest) {
    const long parts = std::lround(std::abs(inches) * finest);
    const long numerator = parts % finest;
    const long common = std::gcd(numerator, static_cast<long>(finest));
    return {inches < 0 && parts > 0, parts / finest, numerator / common, finest / common};
}

std::string inDigits(long number, const std::array<const char*, 10>& digits) {
    std::string out;
    for (const char c : std::to_string(number))
        out += digits[static_cast<size_t>(c - '0')];
    return out;
}

constexpr std::array<const char*, 10> kRaised{"⁰", "¹", "²", "³", "⁴", "⁵", "⁶", "⁷", "⁸", "⁹"};
constexpr std::array<const char*, 10> kLowered{"₀", "₁", "₂", "₃", "₄", "₅", "₆", "₇", "₈", "₉"};

std::string printFraction(double inches, int finest, bool set) {
    const Fraction f = nearestFraction(inches, finest);
    std::string out = f.negative ? "-" : "";
    if (f.whole > 0 || f.numerator == 0) out += std::to_string(f.whole);
    if (f.numerator == 0) return out;
    if (f.whole > 0) out += ' ';
    if (set) return out + inDigits(f.numerator, kRaised) + "⁄" + inDigits(f.denominator, kLowered);
    return out + std::to_string(f.numerator) + "/" + std::to_string(f.denominator);
}

/// Digits behind the point that a step needs: 0.5 and 0.1 need one, 0.25 two.
int decimalsFor(double step) {
    int decimals = 0;
    for (double scaled = step; decimals < 6 && std::abs(scaled - std::round(scaled)) > 1e-9; scaled *= 10)
        ++decimals;
    return decimals;
}

std::string fixed(double value, int decimals) {
    std::array<char, 64> buffer{};
    auto printed = std::to_chars(buffer.data(), buffer.data() + buffer.size(), value,
                                 std::chars_format::fixed, decimals);
    if (printed.ec != std::errc{}) // more digits than anything measured has
        printed = std::to_chars(buffer.data(), buffer.data() + buffer.size(), value);
    std::string out(buffer.data(), printed.ptr);
    const bool isZero = out.find_first_not_of("-0.") == std::string::npos;
    return isZero && out.front() == '-' ? out.substr(1) : out;
}

double inUnit(Length length, Unit unit) {
    return unit == Unit::Inch ? length.inches() : length.mm();
}

std::string printAny(Length length, const Reading& reading, bool set) {
    const double value = inUnit(length, reading.unit);
    if (reading.style == Reading::Style::Fraction) return printFraction(value, reading.denominator, set);
    return fixed(std::round(value / reading.step) * reading.step, decimalsFor(reading.step));
}

} // namespace

std::string print(Length length, const Reading& reading) {
    return printAny(length, reading, false);
}

std::string typeset(Length length, const Reading& reading) {
    return printAny(length, reading, true);
}

namespace {

std::string sizeOf(Length length, Unit unit, bool set) {
    if (unit == Unit::Millimetre) return printNumber(length.mm(), 2);
    constexpr int kFinest = 64;
    constexpr double kIsFraction = 5e-4; // inches: half of what three decimals can tell
    const double parts = length.inches() * kFinest;
    if (std::abs(parts - std::round(parts)) < kIsFraction * kFinest)
        return printFraction(length.inches(), kFinest, set);
    return printNumber(length.inches(), 3);
}

} // namespace

std::string typesetSize(Length length, Unit unit) {
    return sizeOf(length, unit, true);
}
std::string printSize(Length length, Unit unit) {
    return sizeOf(length, unit, false);
}

std::string typesetWithUnit(Length length, const Reading& reading) {
    return typeset(length, reading) + (reading.unit == Unit::Inch ? " in" : " mm");
}

std::string remainder(Length length, const Reading& reading) {
    const double step = inUnit(stepOf(reading), reading.unit);
    const double value = inUnit(length, reading.unit);
    const double left = value - std::round(value / step) * step;
    const std::string out = printNumber(left, reading.unit == Unit::Inch ? 3 : 2);
    if (out == "0") return {};
    return left > 0 ? "+" + out : out;
}

Length stepOf(const Reading& reading) {
    const double step = reading.style == Reading::Style::Fraction ? 1.0 / reading.denominator : reading.step;
    return reading.unit == Unit::Inch ? Length::inches(step) : Length::mm(step);
}

std::string printNumber(double value, int decimals) {
    std::string out = fixed(value, decimals);
    if (out.find('.') == std::string::npos) return out;
    out.erase(out.find_last_not_of('0') + 1);
    if (out.back() == '.') out.pop_back();
    return out;
}

std::string printDegrees(double deg) {
    return printNumber(deg, 1) + "°";
}

} // namespace goodfold::quantity
