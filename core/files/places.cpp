#include "files/places.h"

#include "drawing/drawing.h"

#include <charconv>
#include <cmath>
#include <istream>
#include <sstream>

namespace goodfold::files {

namespace {

constexpr size_t kMostPlaces = 50;

double millimetresIn(quantity::Unit unit) {
    return unit == quantity::Unit::Inch ? quantity::kMillimetresPerInch : 1;
}

Error tooMany() {
    return {"There are more than " + std::to_string(kMostPlaces) +
                " holes in it: leave those in that the bracket is bolted to.",
            "places"};
}

std::vector<std::string> splitAt(const std::string& line, char separator) {
    std::vector<std::string> parts;
    std::istringstream in(line);
    for (std::string part; std::getline(in, part, separator);) {
        const auto from = part.find_first_not_of(" \"\r"), to = part.find_last_not_of(" \"\r");
        parts.push_back(from == std::string::npos ? std::string() : part.substr(from, to - from + 1));
    }
    return parts;
}

/// Nothing but a plain number, within what a mount can be.
std::optional<double> numberIn(std::string text, bool withCommas) {
    constexpr double kMost = 1e5;
    if (withCommas)
        for (char& each : text)
            if (each == ',') each = '.';
    if (text.starts_with('+')) text.erase(0, 1);
    double value = 0;
    const auto [end, wrong] = std::from_chars(text.data(), text.data() + text.size(), value);
    if (wrong != std::errc() || end != text.data() + text.size() || !(std::abs(value) < kMost)) return {};
    return value;
}

} // namespace

Result<std::vector<edit::FacePlace>> placesFromCsv(std::istream& in, quantity::Unit unit) {
    std::vector<edit::FacePlace> places;
    int number = 0;
    for (std::string line; std::getline(in, line);) {
        ++number;
        if (line.find_first_not_of(" \t\r,;") == std::string::npos) continue;
        const char separator = line.find(';') != std::string::npos    ? ';'
                               : line.find('\t') != std::string::npos ? '\t'
                                                                      : ',';
        const std::vector<std::string> parts = splitAt(line, separator);
        const auto figure = [&](size_t i) {
            return i < parts.size() ? numberIn(parts[i], separator != ',') : std::nullopt;
        };
        const auto x = figure(1), y = figure(2), diameter = figure(3);
        if (!x || !y) {
            if (number == 1 && parts.size() >= 3) continue; // headings
            return Error{"This is no hole: say its name, x, y and, where it is known, its diameter.",
                         "line " + std::to_string(number)};
        }
        if (places.size() == kMostPlaces) return tooMany();
        const double mm = millimetresIn(unit);
        places.push_back({parts[0], mm * Vec2(*x, *y), {}});
        if (diameter && *diameter > 0) places.back().diameter = mm * *diameter;
    }
    if (places.empty()) return Error{"There is no hole in it.", "places"};
    return places;
}

Result<std::vector<edit::FacePlace>> placesFromDxf(std::istream& in, quantity::Unit unit) {
    const auto drawing = drawing::readDxf(in, unit);
    if (!drawing) return drawing.error();
    constexpr double kSmallest = 0.5, kLargest = 100, kFarthest = 1e5; // mm
    std::vector<edit::FacePlace> places;
    const auto add = [&](const Vec2& at, std::optional<double> diameter) {
        const bool isHole = !diameter || (*diameter > kSmallest && *diameter <= kLargest);
        if (isHole && at.cwiseAbs().maxCoeff() < kFarthest) places.push_back({{}, at, diameter});
    };
    for (const drawing::Circle& circle : drawing->circles)
        add(circle.at, circle.diameter);
    for (const drawing::Point& point : drawing->points)
        add(point.at, {});
    if (places.size() > kMostPlaces) return tooMany();
    if (places.empty()) return Error{"There are no circles or points in it.", "places"};
    return places;
}

} // namespace goodfold::files
