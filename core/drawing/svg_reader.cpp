#include "drawing/curves.h"
#include "drawing/drawing.h"
#include "drawing/svg_path.h"

#include <charconv>
#include <cmath>
#include <istream>
#include <iterator>
#include <numbers>
#include <optional>
#include <pugixml.hpp>
#include <sstream>
#include <string_view>
#include <unordered_map>
#include <utility>

namespace goodfold::drawing {

namespace {

using Transform = Eigen::Affine2d;

std::optional<double> figureIn(std::string_view text, std::string_view* rest = nullptr) {
    while (!text.empty() && (std::isspace(static_cast<unsigned char>(text.front())) || text.front() == ','))
        text.remove_prefix(1);
    double value = 0;
    const auto [end, wrong] = std::from_chars(text.data(), text.data() + text.size(), value);
    constexpr double kMost = 1e7;
    if (wrong != std::errc() || !(std::abs(value) < kMost)) return {};
    if (rest) *rest = text.substr(static_cast<size_t>(end - text.data()));
    return value;
}

std::vector<double> figuresIn(std::string_view text) {
    std::vector<double> figures;
    constexpr size_t kMany = 40000;
    while (const auto figure = figureIn(text, &text)) {
        figures.push_back(*figure);
        if (figures.size() >= kMany) break;
    }
    return figures;
}

/// Of a length with its unit; nothing where it has none.
std::optional<double> millimetresOf(std::string_view text) {
    std::string_view unit;
    const auto figure = figureIn(text, &unit);
    if (!figure) return {};
    constexpr double kInch = quantity::kMillimetresPerInch;
    const std::pair<std::string_view, double> units[]{
        {"mm", 1}, {"cm", 10}, {"in", kInch}, {"pt", kInch / 72}, {"pc", kInch / 6}, {"px", kInch / 96}};
    for (const auto& [name, size] : units)
        if (unit.starts_with(name)) return *figure * size;
    return {};
}

/// A list of "translate(10, 20) rotate(30)", the first outermost.
Transform transformOf(std::string_view text) {
    Transform all = Transform::Identity();
    for (;;) {
        const size_t open = text.find('('), close = text.find(')');
        if (open == std::string_view::npos || close == std::string_view::npos || close < open) return all;
        std::string_view name = text.substr(0, open);
        while (!name.empty() && !std::isalpha(static_cast<unsigned char>(name.front())))
            name.remove_prefix(1);
        const std::vector<double> n = figuresIn(text.substr(open + 1, close - open - 1));
        Transform one = Transform::Identity();
        if (name.starts_with("matrix") && n.size() == 6)
            one.matrix() << n[0], n[2], n[4], n[1], n[3], n[5], 0, 0, 1;
        else if (name.starts_with("translate") && !n.empty())
            one.translate(Vec2(n[0], n.size() > 1 ? n[1] : 0));
        else if (name.starts_with("scale") && !n.empty())
            one.scale(Vec2(n[0], n.size() > 1 ? n[1] : n[0]));
        else if (name.starts_with("rotate") && n.size() == 3)
            one.translate(Vec2(n[1], n[2])).rotate(radians(n[0])).translate(Vec2(-n[1], -n[2]));
        else if (name.starts_with("rotate") && !n.empty())
            one.rotate(radians(n[0]));
        else if (name.starts_with("skewX") && !n.empty())
            one.linear()(0, 1) = std::tan(radians(n[0]));
        else if (name.starts_with("skewY") && !n.empty())
            one.linear()(1, 0) = std::tan(radians(n[0]));
        all = all * one;
        text.remove_prefix(close + 1);
    }
}

class SvgReader {
public:
    explicit SvgReader(const pugi::xml_node& root) : root(root) {}

    /// False where there is too much in it.
    bool walk(const pugi::xml_node& node, const Transform& outer, const std::string& outerLayer, int depth) {
        constexpr int kDeep = 64;
        const std::string_view name = node.name();
        if (depth > kDeep || isHidden(node)) return true;
        const Transform own = outer * transformOf(node.attribute("transform").value());
        if (name == "use") return copy(node, own, outerLayer, depth);
        // A symbol is seen by its copies only.
        if (name == "g" || name == "svg" || name == "a" || (name == "symbol" && isCopied)) {
            const std::string label = node.attribute("inkscape:label").value(),
                              id = node.attribute("id").value();
            const std::string layer = name != "g"      ? outerLayer
                                      : !label.empty() ? label
                                      : !id.empty()    ? id
                                                       : outerLayer;
            for (const pugi::xml_node& child : node.children())
                if (!walk(child, own, layer, depth + 1)) return false;
            return drawing.stretches.size() + drawing.circles.size() <= kMostStretches;
        }
        at = own;
        this->layer = outerLayer;
        shape(node, name);
        return drawing.stretches.size() + drawing.circles.size() <= kMostStretches;
    }

    Drawing drawing;

private:
    /// What stands elsewhere in the drawing, once more; not without end where copies copy each other.
    bool copy(const pugi::xml_node& node, const Transform& own, const std::string& outerLayer, int depth) {
        constexpr int kMostCopies = 5000;
        const char* plain = node.attribute("href").value();
        const std::string_view link = *plain ? plain : node.attribute("xlink:href").value();
        const pugi::xml_node of =
            link.starts_with('#') ? named(std::string(link.substr(1))) : pugi::xml_node();
        if (!of || ++copies > kMostCopies) {
            ++drawing.leftOut["copy by reference"];
            return true;
        }
        Transform there = own;
        there.translate(Vec2(figure(node, "x"), figure(node, "y")));
        const bool was = std::exchange(isCopied, true);
        const bool goesOn = walk(of, there, outerLayer, depth + 1);
        isCopied = was;
        return goesOn;
    }

    pugi::xml_node named(const std::string& id) {
        if (byId.empty()) index(root, 0);
        const auto found = byId.find(id);
        return found == byId.end() ? pugi::xml_node() : found->second;
    }
    void index(const pugi::xml_node& node, int depth) {
        constexpr int kDeep = 64;
        if (const char* id = node.attribute("id").value(); *id) byId.emplace(id, node);
        if (depth < kDeep)
            for (const pugi::xml_node& child : node.children())
                index(child, depth + 1);
    }

    static bool isHidden(const pugi::xml_node& node) {
        return std::string_view(node.attribute("display").value()) == "none" ||
               std::string_view(node.attribute("style").value()).find("display:none") !=
                   std::string_view::npos;
    }

    static double figure(const pugi::xml_node& node, const char* name) {
        return figureIn(node.attribute(name).value()).value_or(0);
    }

    /// Turned, moved and grown alike both ways: circles stay circles.
    bool isEven() const {
        const Vec2 x = at.linear().col(0), y = at.linear().col(1);
        constexpr double kSame = 1e-9;
        return std::abs(x.norm() - y.norm()) < kSame * x.norm() &&
               std::abs(x.dot(y)) < kSame * x.squaredNorm();
    }
    double scale() const { return std::sqrt(std::abs(at.linear().determinant())); }
    bool isMirrored() const { return at.linear().determinant() < 0; }

    void shape(const pugi::xml_node& node, std::string_view name) {
        if (name == "path")
            path(node.attribute("d").value());
        else if (name == "line")
            points({figure(node, "x1"), figure(node, "y1"), figure(node, "x2"), figure(node, "y2")}, false);
        else if (name == "polyline" || name == "polygon")
            points(figuresIn(node.attribute("points").value()), name == "polygon");
        else if (name == "rect")
            rectangle(node);
        else if (name == "circle")
            ellipse({figure(node, "cx"), figure(node, "cy")}, figure(node, "r"), figure(node, "r"));
        else if (name == "ellipse")
            ellipse({figure(node, "cx"), figure(node, "cy")}, figure(node, "rx"), figure(node, "ry"));
        else if (name == "image")
            ++drawing.leftOut["picture"];
    }

    void add(const Vec2& from, const Vec2& to, double bulge) {
        const Vec2 a = at * from, b = at * to;
        constexpr double kMost = 1e6; // mm
        if (a.allFinite() && b.allFinite() && a.cwiseAbs().maxCoeff() < kMost &&
            b.cwiseAbs().maxCoeff() < kMost)
            drawing.stretches.push_back({a, b, isMirrored() ? -bulge : bulge, layer});
    }

    void path(std::string_view data) {
        const double size = scale();
        if (!(size > 0)) return;
        const auto stretches = readPath(data, kChordStandsOff / size);
        if (!stretches) {
            ++drawing.leftOut["path that makes no sense"];
            return;
        }
        for (const PathStretch& each : *stretches)
            each.bulge == 0 || isEven() ? add(each.from, each.to, each.bulge) : chords(each);
    }

    /// An arc of a circle that is stretched one way.
    void chords(const PathStretch& stretch) {
        const Arc arc = arcOf(stretch.from, stretch.to, stretch.bulge);
        const double least = std::min(arc.startRad, arc.startRad + arc.sweepRad);
        const auto all =
            chordsOf(Ellipse{arc.centre, {arc.radius, 0}, 1, least, least + std::abs(arc.sweepRad)},
                     kChordStandsOff / scale());
        for (size_t i = 1; i < all.size(); ++i)
            add(all[i - 1], all[i], 0);
    }

    void points(const std::vector<double>& figures, bool isClosed) {
        const size_t count = figures.size() / 2;
        const auto point = [&](size_t i) { return Vec2(figures[2 * i], figures[2 * i + 1]); };
        for (size_t i = 1; i < count; ++i)
            add(point(i - 1), point(i), 0);
        if (isClosed && count > 2) add(point(count - 1), point(0), 0);
    }

    void rectangle(const pugi::xml_node& node) {
        const double x = figure(node, "x"), y = figure(node, "y"), w = figure(node, "width"),
                     h = figure(node, "height");
        if (!(w > 0 && h > 0)) return;
        const bool hasBoth = node.attribute("rx") && node.attribute("ry");
        const double rx = figure(node, node.attribute("rx") ? "rx" : "ry"),
                     ry = hasBoth ? figure(node, "ry") : rx;
        if (rx > 0 && std::abs(rx - ry) > 1e-9) ++drawing.leftOut["rounding that is no circle"];
        const double r = std::clamp(std::min(rx, ry), 0.0, std::min(w, h) / 2);
        const double bulge = std::tan(std::numbers::pi / 8);
        const Vec2 corners[]{{x, y}, {x + w, y}, {x + w, y + h}, {x, y + h}};
        const Vec2 ways[]{{1, 0}, {0, 1}, {-1, 0}, {0, -1}};
        for (size_t i = 0; i < 4; ++i) {
            const Vec2 from = corners[i] + r * ways[i], next = corners[(i + 1) % 4], to = next - r * ways[i];
            if ((to - from).norm() > 1e-12) add(from, to, 0);
            if (r > 0) add(to, next + r * ways[(i + 1) % 4], bulge);
        }
    }

    void ellipse(const Vec2& centre, double rx, double ry) {
        if (!(rx > 0 && ry > 0)) return;
        if (std::abs(rx - ry) < 1e-12 && isEven()) {
            const Vec2 middle = at * centre;
            if (middle.allFinite()) drawing.circles.push_back({middle, 2 * rx * scale(), layer});
            return;
        }
        const auto all = chordsOf(Ellipse{centre, {rx, 0}, ry / rx, 0, 0}, kChordStandsOff / scale());
        for (size_t i = 1; i < all.size(); ++i)
            add(all[i - 1], all[i], 0);
    }

    pugi::xml_node root;
    std::unordered_map<std::string, pugi::xml_node> byId; // once one is copied
    int copies = 0;
    bool isCopied = false;
    Transform at = Transform::Identity(); // of the shape in hand
    std::string layer;
};

} // namespace

Result<Drawing> readSvg(std::istream& in, quantity::Unit unit) {
    constexpr size_t kMostBytes = 20'000'000;
    std::string text(kMostBytes + 1, '\0');
    in.read(text.data(), static_cast<std::streamsize>(text.size()));
    text.resize(static_cast<size_t>(in.gcount()));
    if (text.size() > kMostBytes) return Error{"It is larger than the drawing of a blank is.", "drawing"};
    pugi::xml_document document;
    const pugi::xml_parse_result read = document.load_buffer(text.data(), text.size());
    const pugi::xml_node root = document.child("svg");
    if (!root && read) return Error{"This is no SVG drawing.", "drawing"};
    if (!read)
        return Error{"It is no whole SVG drawing: what follows here makes no sense.",
                     "byte " + std::to_string(read.offset)};
    const auto wide = millimetresOf(root.attribute("width").value());
    const std::vector<double> box = figuresIn(root.attribute("viewBox").value());
    const bool saysSize = wide && box.size() == 4 && box[2] > 0;
    const double usual = unit == quantity::Unit::Inch ? quantity::kMillimetresPerInch : 1;
    const double scale = saysSize ? *wide / box[2] : wide ? quantity::kMillimetresPerInch / 96 : usual;
    SvgReader reader(root);
    Transform upright = Transform::Identity(); // y goes up
    upright.scale(Vec2(scale, -scale));
    if (!reader.walk(root, upright, {}, 0))
        return Error{"There are more than " + std::to_string(kMostStretches) +
                         " lines in it: leave in what is cut and bent.",
                     "drawing"};
    reader.drawing.saysUnit = wide.has_value();
    return std::move(reader.drawing);
}

Result<Drawing> readDrawing(std::istream& in, quantity::Unit unit) {
    constexpr std::string_view kMark = "\xEF\xBB\xBF"; // of UTF-8
    std::string text(std::istreambuf_iterator<char>(in), {});
    std::string_view begins = text;
    if (begins.starts_with(kMark)) begins.remove_prefix(kMark.size());
    const size_t first = begins.find_first_not_of(" \t\r\n");
    const bool isSvg = first != std::string_view::npos && begins[first] == '<';
    std::istringstream whole(std::move(text));
    return isSvg ? readSvg(whole, unit) : readDxf(whole, unit);
}

} // namespace goodfold::drawing
