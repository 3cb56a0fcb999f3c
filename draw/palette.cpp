#include "draw/palette.h"

#include <array>
#include <cmath>

namespace goodfold::draw {

Palette Palette::light() {
    return {.paper = "#F6F3EC",
            .panel = "#ECE7DC",
            .rule = "#CFC8B8",
            .ink = "#1F2A33",
            .faintInk = "#5E6870",
            .field = "#FFFFFF",
            .face = "#CCD4D9",
            .back = "#98A5AD",
            .rim = "#B4BFC6",
            .hole = "#37424B",
            .tool = "#C9BFA8",
            .marking = "#234A73",
            .scribe = "#EDF4FA",
            .faintScribe = "#A9C1D9",
            .stop = "#A6281E",
            .mind = "#B7791F",
            .accent = "#234A73",
            .edge = "#234A73"};
}

Palette Palette::print() {
    Palette p = light();
    p.paper = p.field = p.panel = p.marking = "#FFFFFF";
    p.edge = p.scribe = p.ink = "#000000";
    p.faintInk = p.faintScribe = "#4A545C";
    p.face = "#FAFBFB";
    p.rim = "#F1F4F5";
    p.back = "#E6EBEE";
    p.tool = "#F4F1EA";
    return p;
}

Palette Palette::dark() {
    return {.paper = "#191F25",
            .panel = "#232B32",
            .rule = "#3D4852",
            .ink = "#EEF1F3",
            .faintInk = "#A3AEB7",
            .field = "#10151A",
            .face = "#C3CCD2",
            .back = "#6F7C85",
            .rim = "#98A4AC",
            .hole = "#10151A",
            .tool = "#5B5548",
            .marking = "#234A73",
            .scribe = "#EDF4FA",
            .faintScribe = "#A9C1D9",
            .stop = "#E8776C",
            .mind = "#DFA347",
            .accent = "#8DB9E2",
            .edge = "#234A73"};
}

QColor bendColour(int order) {
    static const std::array<QColor, 6> colours{"#E8D08A", "#D9A441", "#A8642A",
                                               "#6E3F72", "#2F4F8F", "#6C9BC4"};
    return colours[static_cast<size_t>(order) % colours.size()];
}

QColor inkOn(const QColor& ground) {
    const QColor dark("#1F2A33"), light("#FFFFFF");
    return contrast(ground, dark) >= contrast(ground, light) ? dark : light;
}

QColor mixed(const QColor& one, const QColor& other, double share) {
    return QColor::fromRgbF(static_cast<float>(std::lerp(one.redF(), other.redF(), share)),
                            static_cast<float>(std::lerp(one.greenF(), other.greenF(), share)),
                            static_cast<float>(std::lerp(one.blueF(), other.blueF(), share)));
}

double contrast(const QColor& one, const QColor& other) {
    const auto luminance = [](const QColor& colour) {
        const auto linear = [](double c) {
            return c <= 0.03928 ? c / 12.92 : std::pow((c + 0.055) / 1.055, 2.4);
        };
        return 0.2126 * linear(colour.redF()) + 0.7152 * linear(colour.greenF()) +
               0.0722 * linear(colour.blueF());
    };
    const double a = luminance(one), b = luminance(other);
    return (std::max(a, b) + 0.05) / (std::min(a, b) + 0.05);
}

} // namespace goodfold::draw
