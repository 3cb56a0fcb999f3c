#include "drawing/svg_path.h"

#include "drawing/curves.h"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <numbers>
#include <utility>

namespace goodfold::drawing {

namespace {

constexpr double kTurn = 2 * std::numbers::pi;

/// Reads commands, numbers and flags, with whatever stands between them.
class PathData {
public:
    explicit PathData(std::string_view text) : text(text) {}

    bool isAtEnd() {
        skip();
        return at == text.size();
    }
    std::optional<char> command() {
        skip();
        if (at == text.size() || !std::isalpha(static_cast<unsigned char>(text[at]))) return {};
        return text[at++];
    }
    std::optional<double> number() {
        skip();
        const size_t from = at < text.size() && text[at] == '+' ? at + 1 : at;
        double value = 0;
        const auto [end, wrong] = std::from_chars(text.data() + from, text.data() + text.size(), value);
        constexpr double kMost = 1e7;
        if (wrong != std::errc() || !(std::abs(value) < kMost)) return {};
        at = static_cast<size_t>(end - text.data());
        return value;
    }
    /// Flags may stand together: "01".
    std::optional<bool> flag() {
        skip();
        if (at == text.size() || (text[at] != '0' && text[at] != '1')) return {};
        return text[at++] == '1';
    }

private:
    void skip() {
        while (at < text.size() && (std::isspace(static_cast<unsigned char>(text[at])) || text[at] == ','))
            ++at;
    }
    std::string_view text;
    size_t at = 0;
};

class PathReader {
public:
    PathReader(std::string_view data, double off) : data(data), off(off) {}

    std::optional<std::vector<PathStretch>> read() {
        std::optional<char> command = data.isAtEnd() ? std::nullopt : data.command();
        while (command) {
            if (!take(*command)) return {};
            if (data.isAtEnd()) return std::move(made);
            if (const auto next = data.command())
                command = next;
            else if (*command == 'M' || *command == 'm')
                command = *command == 'M' ? 'L' : 'l'; // more points of it are lines
            else if (*command == 'Z' || *command == 'z')
                return {};
        }
        if (!data.isAtEnd()) return {};
        return std::move(made);
    }

private:
    std::optional<Vec2> point(bool isRelative) {
        const auto x = data.number(), y = x ? data.number() : std::nullopt;
        if (!y) return {};
        return Vec2(*x, *y) + (isRelative ? now : Vec2(0, 0));
    }

    bool take(char command) {
        const char kind = static_cast<char>(std::toupper(command));
        const bool isRelative = command != kind;
        const Vec2 before = std::exchange(control, now);
        const bool followsCurve = std::exchange(curve, kind) == (kind == 'S' || kind == 'C' ? 'C' : 'Q');
        const Vec2 reflected = followsCurve ? Vec2(2 * now - before) : now;
        switch (kind) {
        case 'M':
            return moveTo(point(isRelative));
        case 'L':
            return lineTo(point(isRelative));
        case 'H':
        case 'V':
            return along(kind == 'H' ? 0 : 1, isRelative);
        case 'Z':
            return lineTo(begin);
        case 'C':
        case 'S': {
            const auto first = kind == 'C' ? point(isRelative) : std::optional(reflected);
            const auto second = point(isRelative), end = point(isRelative);
            curve = 'C';
            return first && second && end && curveBy({now, *first, *second, *end}, *second);
        }
        case 'Q':
        case 'T': {
            const auto middle = kind == 'Q' ? point(isRelative) : std::optional(reflected);
            const auto end = point(isRelative);
            curve = 'Q';
            return middle && end && curveBy({now, *middle, *end}, *middle);
        }
        case 'A':
            return arc(isRelative);
        default:
            return false;
        }
    }

    bool moveTo(const std::optional<Vec2>& to) {
        if (!to) return false;
        now = begin = control = *to;
        return true;
    }
    bool lineTo(const std::optional<Vec2>& to, double bulge = 0) {
        if (!to) return false;
        made.push_back({now, *to, bulge});
        now = *to;
        return made.size() < kMostPieces;
    }
    bool along(int axis, bool isRelative) {
        const auto figure = data.number();
        if (!figure) return false;
        Vec2 to = now;
        to[axis] = *figure + (isRelative ? now[axis] : 0);
        return lineTo(to);
    }

    bool curveBy(const std::vector<Vec2>& controls, const Vec2& last) {
        const auto degree = static_cast<int>(controls.size()) - 1;
        Spline spline{degree, controls, std::vector<double>(controls.size(), 0)};
        spline.knots.insert(spline.knots.end(), controls.size(), 1);
        const auto points = chordsOf(spline, off);
        for (size_t i = 1; i < points.size(); ++i)
            if (!lineTo(points[i])) return false;
        control = last;
        return true;
    }

    /// From end points to a centre (SVG 1.1, F.6.5).
    bool arc(bool isRelative) {
        auto rx = data.number(), ry = data.number(), turn = data.number();
        const auto isLarge = data.flag(), isPositive = data.flag();
        const auto end = point(isRelative);
        if (!rx || !ry || !turn || !isLarge || !isPositive || !end) return false;
        const double across = std::abs(*rx), high = std::abs(*ry);
        if (across < 1e-12 || high < 1e-12 || (*end - now).norm() < 1e-12) return lineTo(end);
        const Eigen::Rotation2Dd turned(radians(*turn));
        const Vec2 half = turned.inverse() * Vec2((now - *end) / 2);
        const double over = std::pow(half.x() / across, 2) + std::pow(half.y() / high, 2);
        const double grow = std::max(1.0, std::sqrt(over)), a = across * grow, b = high * grow;
        const double square = std::max(0.0, 1 / std::max(over, 1e-300) * grow * grow - 1);
        const double share = (*isLarge == *isPositive ? -1 : 1) * std::sqrt(square);
        const Vec2 own = share * Vec2(a * half.y() / b, -b * half.x() / a);
        const Vec2 centre = turned * own + (now + *end) / 2;
        const auto angleTo = [&](const Vec2& at) {
            return std::atan2((at.y() - own.y()) / b, (at.x() - own.x()) / a);
        };
        const double from = angleTo(half);
        double sweep = std::fmod(angleTo(-half) - from, kTurn);
        if (*isPositive && sweep < 0) sweep += kTurn;
        if (!*isPositive && sweep > 0) sweep -= kTurn;
        return std::abs(a - b) < 1e-9 * a ? circular(centre, a, from + radians(*turn), sweep, *end)
                                          : elliptic(centre, a, b, turned, from, sweep, *end);
    }

    /// In halves: none turns by as much as a whole turn.
    bool circular(const Vec2& centre, double radius, double from, double sweep, const Vec2& end) {
        const double bulge = std::tan(sweep / 8), middle = from + sweep / 2;
        return lineTo(Vec2(centre + radius * Vec2(std::cos(middle), std::sin(middle))), bulge) &&
               lineTo(end, bulge);
    }

    bool elliptic(const Vec2& centre, double a, double b, const Eigen::Rotation2Dd& turned, double from,
                  double sweep, const Vec2& end) {
        const double least = std::min(from, from + sweep), most = std::max(from, from + sweep);
        auto points = chordsOf(Ellipse{centre, turned * Vec2(a, 0), b / a, least, most}, off);
        if (sweep < 0) std::reverse(points.begin(), points.end());
        for (size_t i = 1; i + 1 < points.size(); ++i)
            if (!lineTo(points[i])) return false;
        return lineTo(end);
    }

    static constexpr size_t kMostPieces = 20000;
    PathData data;
    double off;
    std::vector<PathStretch> made;
    Vec2 now{0, 0}, begin{0, 0};
    Vec2 control{0, 0}; // of the curve before
    char curve = 'M';   // what that was
};

} // namespace

std::optional<std::vector<PathStretch>> readPath(std::string_view data, double off) {
    return PathReader(data, off).read();
}

} // namespace goodfold::drawing
