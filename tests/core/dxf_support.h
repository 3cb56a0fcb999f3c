// Drawings as their files have them: pairs of a code and a value, and what is made of them.
#pragma once

#include "core/support.h"
#include "drawing/blank.h"
#include "drawing/outlines.h"

namespace goodfold::test {

using drawing::Brought;
using drawing::Drawing;
using drawing::Wanted;

/// Pairs of a code and a value, as a DXF has them.
using Pairs = std::vector<std::pair<int, std::string>>;

inline std::string dxf(const Pairs& entities, const Pairs& blocks = {}, int unit = 4) {
    Pairs all{{0, "SECTION"}, {2, "HEADER"}, {9, "$INSUNITS"}, {70, std::to_string(unit)}, {0, "ENDSEC"}};
    const auto section = [&](const char* name, const Pairs& of) {
        all.push_back({0, "SECTION"});
        all.push_back({2, name});
        all.insert(all.end(), of.begin(), of.end());
        all.push_back({0, "ENDSEC"});
    };
    if (!blocks.empty()) section("BLOCKS", blocks);
    section("ENTITIES", entities);
    all.push_back({0, "EOF"});
    std::string text;
    for (const auto& [code, value] : all)
        text += "  " + std::to_string(code) + "\n" + value + "\n";
    return text;
}

inline void add(Pairs& to, const Pairs& more) {
    to.insert(to.end(), more.begin(), more.end());
}

inline std::string figure(double value) {
    return QString::number(value, 'f', 12).toStdString();
}

inline Pairs line(double x1, double y1, double x2, double y2, const char* layer = "0") {
    return {{0, "LINE"}, {8, layer},       {10, figure(x1)}, {20, figure(y1)},
            {30, "0"},   {11, figure(x2)}, {21, figure(y2)}, {31, "0"}};
}

inline Pairs circle(double x, double y, double radius, const char* layer = "0") {
    return {{0, "CIRCLE"}, {8, layer}, {10, figure(x)}, {20, figure(y)}, {30, "0"}, {40, figure(radius)}};
}

inline Pairs arc(double x, double y, double radius, double from, double to) {
    return {{0, "ARC"},           {8, "0"},           {10, figure(x)}, {20, figure(y)}, {30, "0"},
            {40, figure(radius)}, {50, figure(from)}, {51, figure(to)}};
}

inline Pairs polyline(const Path& path) {
    Pairs all{{0, "LWPOLYLINE"}, {8, "0"}, {90, std::to_string(path.size())}, {70, "1"}};
    for (const PathVertex& vertex : path)
        add(all,
            {{10, figure(vertex.point.x())}, {20, figure(vertex.point.y())}, {42, figure(vertex.bulge)}});
    return all;
}

inline Pairs rectangle(double x, double y, double length, double width, const char* layer = "0") {
    Pairs all;
    add(all, line(x, y, x + length, y, layer));
    add(all, line(x + length, y, x + length, y + width, layer));
    add(all, line(x + length, y + width, x, y + width, layer));
    add(all, line(x, y + width, x, y, layer));
    return all;
}

inline Drawing drawn(const std::string& text, quantity::Unit unit = quantity::Unit::Millimetre) {
    std::istringstream in(text);
    const auto drawing = drawing::readDxf(in, unit);
    if (!drawing) qFatal("%s", drawing.error().says.c_str());
    return *drawing;
}

inline Brought blank(const std::string& text, const Wanted& wanted = {}) {
    const auto brought = drawing::blankFrom(drawn(text), wanted);
    if (!brought) qFatal("%s", brought.error().says.c_str());
    return *brought;
}

inline part::Part solved(const job::Job& job) {
    return part::solve(job, materialOf(job));
}

/// Farthest that one outline stands off the other, both ways.
inline double apart(const Path& one, const Path& other) {
    double most = 0;
    for (const auto& [from, to] : {std::pair(&one, &other), {&other, &one}})
        for (const Vec2& point : flattened(*from, 2))
            most = std::max(most, (nearestOn(*to, point) - point).norm());
    return most;
}

/// The other moved so that their corners are one.
inline Path atOrigin(const Path& path) {
    Pose2 moved = Pose2::Identity();
    moved.translation() = -boxOf(path).min();
    return goodfold::moved(path, moved);
}

} // namespace goodfold::test
