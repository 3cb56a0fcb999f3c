#include "material/material.h"

#include <nlohmann/json.hpp>

#include <algorithm>
#include <cctype>
#include <cmath>
#include <map>

namespace goodfold::material {

extern const std::string_view shippedGauges;

namespace {

using Sizes = std::map<int, double>; // gauge to mm

const std::map<std::string, Sizes>& families() {
    static const std::map<std::string, Sizes> all = [] {
        std::map<std::string, Sizes> read;
        const auto table = nlohmann::json::parse(shippedGauges); // ours, and read by the tests
        for (const auto& [family, rows] : table.at("families").items())
            for (const auto& row : rows)
                read[family][row.at(0).get<int>()] = row.at(1).get<double>();
        return read;
    }();
    return all;
}

const Sizes& sizesOf(const Material& material) {
    static const Sizes none;
    const auto found = families().find(material.gaugeFamily);
    return found == families().end() ? none : found->second;
}

/// "14ga", "14 gauge", "16 swg", "16 oz": the number and the letters after it; nothing where it is no such.
struct Counted {
    int number;
    std::string unit;
};
std::optional<Counted> countTyped(std::string_view text) {
    std::string letters, digits;
    for (const char c : text) {
        if (std::isdigit(static_cast<unsigned char>(c)) && letters.empty())
            digits += c;
        else if (std::isalpha(static_cast<unsigned char>(c)))
            letters += static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
        else if (c != ' ' && c != '.')
            return std::nullopt;
    }
    if (digits.empty() || digits.size() > 2) return std::nullopt;
    for (const char* gauge : {"ga", "gauge", "g"})
        if (letters == gauge) return Counted{std::stoi(digits), "gauge"};
    if (letters == "swg" || letters == "oz") return Counted{std::stoi(digits), letters};
    return std::nullopt;
}

Result<double> byGauge(int gauge, const std::string& called, const Sizes& sizes, const std::string& whose) {
    const auto found = sizes.find(gauge);
    if (found != sizes.end()) return found->second;
    const std::string range = sizes.empty() ? " is sold by its thickness: measure it."
                                            : " has gauges from " + std::to_string(sizes.begin()->first) +
                                                  " to " + std::to_string(sizes.rbegin()->first) + " here.";
    return Error{"There is no " + std::to_string(gauge) + " " + called + ": " + whose + range, {}};
}

/// Sheet of so many ounces to the square foot.
Result<double> byWeight(int ounces, const Material& material) {
    constexpr double kKgPerM2 = 0.028349523125 / 0.09290304;
    if (material.family == "copper") return ounces * kKgPerM2 / material.density * 1000;
    return Error{
        "Only copper is sold by the ounce: type the thickness of " + material.name + ", or its gauge.", {}};
}

} // namespace

Result<double> parseThickness(std::string_view text, quantity::Unit bare, const Material& material) {
    if (const auto counted = countTyped(text)) {
        if (counted->unit == "oz") return byWeight(counted->number, material);
        if (counted->unit == "swg")
            return byGauge(counted->number, "SWG", families().at("swg"), "British wire gauge");
        return byGauge(counted->number, "gauge", sizesOf(material), material.name);
    }
    const auto length = quantity::parseLength(text, bare);
    if (!length) return length.error();
    return length->mm();
}

std::optional<int> gaugeOf(const Material& material, double thickness) {
    constexpr double kSame = 0.005;
    for (const auto& [gauge, mm] : sizesOf(material))
        if (std::abs(mm - thickness) < kSame) return gauge;
    return std::nullopt;
}

} // namespace goodfold::material
