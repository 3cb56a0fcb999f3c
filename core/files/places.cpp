#include "files/places.h"

#include <dxflib/dl_creationadapter.h>
#include <dxflib/dl_dxf.h>

#include <charconv>
#include <cmath>
#include <istream>
#include <sstream>

namespace goodfold::files {

namespace {

constexpr size_t kMostBytes = 20'000'000, kMostPlaces = 50;

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

/// What a drawing has, as it is read.
class Holes : public DL_CreationAdapter {
public:
    std::vector<edit::FacePlace> places; // in the drawing's unit
    std::optional<double> millimetres;   // that the unit is

    void addCircle(const DL_CircleData& data) override { add({data.cx, data.cy}, 2 * data.radius); }
    void addPoint(const DL_PointData& data) override { add({data.x, data.y}, {}); }
    void addBlock(const DL_BlockData&) override { isInBlock = true; }
    void endBlock() override { isInBlock = false; }
    void setVariableInt(const std::string& key, int value, int) override {
        constexpr int kInches = 1, kMillimetres = 4, kCentimetres = 5, kMetres = 6;
        if (key != "$INSUNITS") return;
        if (value == kInches) millimetres = quantity::kMillimetresPerInch;
        if (value == kMillimetres) millimetres = 1;
        if (value == kCentimetres) millimetres = 10;
        if (value == kMetres) millimetres = 1000;
    }

private:
    void add(const Vec2& at, std::optional<double> diameter) {
        if (isInBlock || !at.allFinite() || places.size() > 10 * kMostPlaces) return;
        places.push_back({{}, at, diameter});
    }
    bool isInBlock = false;
};

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
    std::string text(kMostBytes + 1, '\0');
    in.read(text.data(), static_cast<std::streamsize>(text.size()));
    text.resize(static_cast<size_t>(in.gcount()));
    if (text.size() > kMostBytes) return Error{"It is larger than a drawing of a few holes is.", "places"};
    if (text.find('\0') != std::string::npos)
        return Error{"This is a binary DXF: save it as ASCII.", "places"};
    if (text.find("SECTION") == std::string::npos) return Error{"This is no DXF drawing.", "places"};
    Holes holes;
    std::istringstream stream(text);
    DL_Dxf().in(stream, &holes);
    constexpr double kLargest = 100; // mm
    std::vector<edit::FacePlace> places;
    const double mm = holes.millimetres.value_or(millimetresIn(unit));
    for (edit::FacePlace place : holes.places) {
        place.at *= mm;
        if (place.diameter) *place.diameter *= mm;
        const bool isHole = !place.diameter || (*place.diameter > 0.5 && *place.diameter <= kLargest);
        if (isHole && place.at.cwiseAbs().maxCoeff() < 1e5) places.push_back(place);
    }
    if (places.size() > kMostPlaces) return tooMany();
    if (places.empty()) return Error{"There are no circles or points in it.", "places"};
    return places;
}

} // namespace goodfold::files
