#include "quantity/length.h"

#include <array>
#include <charconv>
#include <cmath>
#include <numbers>
#include <optional>
#include <vector>

namespace goodfold::quantity {

namespace {

struct Written {
    std::string_view set;
    std::string_view typed;
};

// Typographic signs people paste or copy from our own labels, and what they type for them.
// A whole set fraction gets a space in front so that "1½" reads as "1 1/2".
constexpr std::array<Written, 41> kSigns{{
    {"½", " 1/2"}, {"¼", " 1/4"}, {"¾", " 3/4"},   {"⅛", " 1/8"},   {"⅜", " 3/8"},   {"⅝", " 5/8"},
    {"⅞", " 7/8"}, {"⁄", "/"},    {"″", "\""},     {"′", "'"},      {"”", "\""},     {"’", "'"},
    {"−", "-"},    {"–", "-"},    {"\u00a0", " "}, {"\u2009", " "}, {"\u202f", " "}, {"°", "deg"},
    {"⁰", "0"},    {"¹", "1"},    {"²", "2"},      {"³", "3"},      {"⁴", "4"},      {"⁵", "5"},
    {"⁶", "6"},    {"⁷", "7"},    {"⁸", "8"},      {"⁹", "9"},      {"₀", "0"},      {"₁", "1"},
    {"₂", "2"},    {"₃", "3"},    {"₄", "4"},      {"₅", "5"},      {"₆", "6"},      {"₇", "7"},
    {"₈", "8"},    {"₉", "9"},    {",", "."},      {"×", "x"},      {"\t", " "},
}};

/// Plain ASCII of what was typed, and for each byte of it the character (from 1) it came from.
struct Typed {
    std::string text;
    std::vector<int> place;
};

Typed plain(std::string_view raw) {
    Typed typed;
    int character = 0;
    for (size_t i = 0; i < raw.size();) {
        ++character;
        const Written* found = nullptr;
        for (const Written& sign : kSigns)
            if (raw.substr(i).starts_with(sign.set)) found = &sign;
        size_t taken = 1;
        while (i + taken < raw.size() && (static_cast<unsigned char>(raw[i + taken]) & 0xC0) == 0x80)
            ++taken;
        const std::string_view piece = found ? found->typed : raw.substr(i, taken);
        typed.text += piece;
        typed.place.insert(typed.place.end(), piece.size(), character);
        i += found ? found->set.size() : taken;
    }
    return typed;
}

/// Walks over one typed quantity; every reader moves past what it understood.
class Scanner {
public:
    explicit Scanner(std::string_view raw) : typed(plain(raw)), raw(raw) {}

    void skipSpace() {
        while (at < text().size() && text()[at] == ' ')
            ++at;
    }
    bool atEnd() const { return at == text().size(); }
    char peek(size_t ahead = 0) const { return at + ahead < text().size() ? text()[at + ahead] : '\0'; }
    static bool isDigit(char c) { return c >= '0' && c <= '9'; }

    bool take(std::string_view word) {
        if (!std::string_view(text()).substr(at).starts_with(word)) return false;
        at += word.size();
        return true;
    }

    std::optional<double> takeDecimal() {
        if (!isDigit(peek()) && !(peek() == '.' && isDigit(peek(1)))) return std::nullopt;
        double value = 0;
        const char* first = text().data() + at;
        const auto [end, status] =
            std::from_chars(first, text().data() + text().size(), value, std::chars_format::fixed);
        if (status != std::errc{}) return std::nullopt;
        at += static_cast<size_t>(end - first);
        return value;
    }

    /// A whole number with nothing but digits, as fractions are made of.
    std::optional<double> takeWhole() {
        const size_t start = at;
        while (isDigit(peek()))
            ++at;
        if (at == start || at - start > 9) {
            at = start;
            return std::nullopt;
        }
        double value = 0;
        std::from_chars(text().data() + start, text().data() + at, value);
        return value;
    }

    size_t position() const { return at; }
    void goTo(size_t position) { at = position; }

    Error nonsense(std::string_view example) const {
        const std::string quoted = "\"" + std::string(raw) + "\"";
        if (raw.empty() || text().find_first_not_of(' ') == std::string::npos)
            return {"Nothing was typed: " + std::string(example), {}};
        if (atEnd()) return {quoted + " stops too early: " + std::string(example), {}};
        return {quoted + " makes no sense from character " + std::to_string(typed.place[at]) + ": " +
                    std::string(example),
                {}};
    }

private:
    const std::string& text() const { return typed.text; }
    Typed typed;
    std::string_view raw;
    size_t at = 0;
};

constexpr std::string_view kLengthExample = "a length is like 40, 4cm, 1 3/16 or 1.25 in.";
constexpr std::string_view kAngleExample = "an angle is like 90, 22.5 or 1:4.";
constexpr std::string_view kNumberExample = "a number is like 2 or 0.44.";

/// `3/16` as it stands; nothing is taken when there is no fraction here.
std::optional<double> takeFraction(Scanner& scan) {
    const size_t start = scan.position();
    const auto numerator = scan.takeWhole();
    if (numerator && scan.take("/"))
        if (const auto denominator = scan.takeWhole(); denominator && *denominator > 0)
            return *numerator / *denominator;
    scan.goTo(start);
    return std::nullopt;
}

/// `1 3/16`, `1-3/16`, `3/16` or a decimal.
std::optional<double> takeAmount(Scanner& scan) {
    if (const auto fraction = takeFraction(scan)) return fraction;
    const auto number = scan.takeDecimal();
    if (!number || *number != std::floor(*number)) return number;
    const size_t afterWhole = scan.position();
    if (scan.peek() == '-') {
        scan.take("-");
    } else {
        scan.skipSpace();
        if (scan.position() == afterWhole) return number;
    }
    if (const auto fraction = takeFraction(scan)) return *number + *fraction;
    scan.goTo(afterWhole);
    return number;
}

/// Millimetres in the unit written here; nothing is taken when none is.
std::optional<double> takeUnit(Scanner& scan) {
    struct Sign {
        std::string_view text;
        double mm;
    };
    static constexpr std::array<Sign, 11> kUnits{{{"mm", 1},
                                                  {"cm", 10},
                                                  {"inches", kMillimetresPerInch},
                                                  {"inch", kMillimetresPerInch},
                                                  {"in", kMillimetresPerInch},
                                                  {"''", kMillimetresPerInch},
                                                  {"\"", kMillimetresPerInch},
                                                  {"feet", 12 * kMillimetresPerInch},
                                                  {"ft", 12 * kMillimetresPerInch},
                                                  {"'", 12 * kMillimetresPerInch},
                                                  {"m", 1000}}};
    for (const Sign& unit : kUnits)
        if (scan.take(unit.text)) return unit.mm;
    return std::nullopt;
}

/// Terms joined by + and -; feet and inches may simply follow each other (`1' 2"`).
std::optional<double> takeSum(Scanner& scan, double bareMm) {
    double sum = 0;
    double sign = 1;
    scan.skipSpace();
    if (scan.take("-")) sign = -1;
    while (true) {
        scan.skipSpace();
        const auto amount = takeAmount(scan);
        if (!amount) return std::nullopt;
        const size_t afterAmount = scan.position();
        scan.skipSpace();
        const auto unit = takeUnit(scan);
        if (!unit) scan.goTo(afterAmount);
        sum += sign * *amount * unit.value_or(bareMm);
        scan.skipSpace();
        const bool inchesFollowFeet = unit == 12 * kMillimetresPerInch && Scanner::isDigit(scan.peek());
        if (scan.atEnd()) return sum;
        if (scan.take("+"))
            sign = 1;
        else if (scan.take("-"))
            sign = -1;
        else if (!inchesFollowFeet)
            return std::nullopt;
        else
            bareMm = kMillimetresPerInch;
    }
}

} // namespace

Result<Length> parseLength(std::string_view text, Unit bare) {
    Scanner scan(text);
    const auto sum = takeSum(scan, bare == Unit::Inch ? kMillimetresPerInch : 1.0);
    if (!sum) return scan.nonsense(kLengthExample);
    if (std::abs(*sum) > kLongestMm)
        return Error{"\"" + std::string(text) + "\" is more than 100 metres: please check it.", {}};
    return Length::mm(*sum);
}

Result<double> parseAngleDeg(std::string_view text) {
    Scanner scan(text);
    scan.skipSpace();
    const double sign = scan.take("-") ? -1 : 1;
    const auto value = takeAmount(scan);
    if (!value) return scan.nonsense(kAngleExample);
    scan.skipSpace();
    if (scan.take(":") || scan.take("in ")) {
        scan.skipSpace();
        const auto run = takeAmount(scan);
        scan.skipSpace();
        if (!run || !scan.atEnd()) return scan.nonsense(kAngleExample);
        return sign * std::atan2(*value, *run) * 180 / std::numbers::pi;
    }
    if (!scan.take("degrees")) scan.take("deg");
    scan.skipSpace();
    if (!scan.atEnd()) return scan.nonsense(kAngleExample);
    return sign * *value;
}

Result<double> parseNumber(std::string_view text) {
    Scanner scan(text);
    scan.skipSpace();
    const double sign = scan.take("-") ? -1 : 1;
    const auto value = scan.takeDecimal();
    scan.skipSpace();
    if (!value || !scan.atEnd()) return scan.nonsense(kNumberExample);
    return sign * *value;
}

} // namespace goodfold::quantity
