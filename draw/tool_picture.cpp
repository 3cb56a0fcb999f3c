#include "draw/tool_picture.h"

#include "draw/type.h"
#include "text/names.h"

#include <QLineF>
#include <QPainter>
#include <QPainterPath>

#include <algorithm>
#include <array>
#include <cmath>
#include <limits>

namespace goodfold::draw {

namespace {

constexpr double kFigureText = 12.5, kFirstLevel = 16;
constexpr double kLevel = 22;

/// One dimension on the drawing, in mm of the picture: x right, y up.
struct Line {
    std::string key;
    QPointF from, to;
    QString says;
    enum class Side { Left, Right, Above, Below, Point } side = Side::Point;
    int level = 0;
    bool isBroken = false; // drawn shorter than it is
};

class ToolPainter {
public:
    ToolPainter(QPainter& painter, const tool::Tool& tool, tool::View view, const quantity::Reading& reading,
                const Palette& palette)
        : painter(painter), tool(tool), sample(tool::sampleOf(tool)),
          outlines(tool::outlinesOf(sample, view)), reading(reading), palette(palette) {
        const auto dimensions = tool::dimensionsOf(sample, view);
        farthest = farthestOf(dimensions);
        for (const tool::Dimension& dimension : dimensions) {
            lines.push_back(
                {std::string(dimension.key), shown(dimension.from), shown(dimension.to), saysOf(dimension)});
            lines.back().isBroken = isBeyond(dimension.from) || isBeyond(dimension.to);
        }
        for (const Line& line : lines)
            room |= QRectF(line.from, line.to).normalized().adjusted(-0.01, -0.01, 0.01, 0.01);
        if (view == tool::View::Along) // widths have no heights of their own
            for (const tool::Outline& outline : outlines)
                if (!outline.isUnbounded)
                    for (const Vec2& corner : outline.shape)
                        room |= QRectF(shown(corner), QSizeF(0.01, 0.01));
        const double beyond = 0.12 * std::max(room.width(), room.height()) + 6;
        room.adjust(-beyond, -beyond, beyond, beyond);
        painter.setFont(typeface(kFigureText, Weight::SemiBold));
        for (const Line& line : lines)
            levelBeside = std::max(levelBeside, painter.fontMetrics().horizontalAdvance(line.says) + 14.0);
        placeLines();
    }

    std::vector<PlacedDimension> paint(const QRectF& area, const std::string& lit) {
        if (lines.empty()) return {};
        fit(area);
        paintBodies();
        std::vector<PlacedDimension> figures;
        for (const Line& line : lines)
            figures.push_back({line.key, paintLine(line, line.key == lit, figures)});
        return figures;
    }

private:
    /// A lever and a wall are far longer than all the rest: they are drawn with a break, so that the rest is
    /// large enough to be read.
    static double farthestOf(const std::vector<tool::Dimension>& dimensions) {
        constexpr double kBeyond = 1.5;
        double farthest = 0;
        for (const tool::Dimension& dimension : dimensions)
            if (dimension.key != "lever" && dimension.key != "bench.wall")
                for (const Vec2& end : {dimension.from, dimension.to})
                    farthest = std::max(farthest, end.cwiseAbs().maxCoeff());
        return farthest > 0 ? kBeyond * farthest : std::numeric_limits<double>::infinity();
    }
    bool isBeyond(const Vec2& point) const { return point.cwiseAbs().maxCoeff() > farthest; }
    QPointF shown(const Vec2& point) const {
        return {std::clamp(point.x(), -farthest, farthest), std::clamp(point.y(), -farthest, farthest)};
    }

    QString saysOf(const tool::Dimension& dimension) const {
        const std::string_view key = dimension.key;
        const auto length = [&](double mm) {
            return QString::fromStdString(quantity::print(quantity::Length::mm(mm), reading));
        };
        if (key == "radii") return QStringLiteral("R ") + length(sample.work.insideRadius);
        if (key == "lever")
            return (tool.isUpright() ? QStringLiteral("pipe ") : QStringLiteral("lever ")) +
                   length(tool.lever);
        if (key == "fingers") return length((dimension.to - dimension.from).norm());
        if (key == "openings") return length(sample.setup.opening);
        tool::Tool read = tool; // its figures are found by reference
        const tool::Parameter& figure = *tool::findParameter(key);
        const double value = figure.in(read);
        return figure.unit == tool::Parameter::Unit::Degrees ? QString::number(value) + QChar(0x00B0)
                                                             : length(value);
    }

    /// Outside of the drawing, on the side that is nearer; short ones next to it, none over another.
    void placeLines() {
        for (Line& line : lines) {
            const QPointF along = line.to - line.from, middle = (line.from + line.to) / 2;
            if (std::hypot(along.x(), along.y()) < 1e-9) continue;
            const bool lies = std::abs(along.x()) > std::abs(along.y());
            line.side = lies ? middle.y() > room.center().y() ? Line::Side::Above : Line::Side::Below
                        : middle.x() > room.center().x() ? Line::Side::Right
                                                         : Line::Side::Left;
        }
        std::stable_sort(lines.begin(), lines.end(), [](const Line& a, const Line& b) {
            return QLineF(a.from, a.to).length() < QLineF(b.from, b.to).length();
        });
        for (auto line = lines.begin(); line != lines.end(); ++line)
            while (std::any_of(lines.begin(), line, [&](const Line& other) { return overlap(*line, other); }))
                ++line->level;
        for (const Line& line : lines)
            if (line.side != Line::Side::Point) {
                int& count = levels[static_cast<size_t>(line.side)];
                count = std::max(count, line.level + 1);
            }
    }

    static std::pair<double, double> extentOf(const Line& line) {
        const bool lies = line.side == Line::Side::Above || line.side == Line::Side::Below;
        const double a = lies ? line.from.x() : line.from.y(), b = lies ? line.to.x() : line.to.y();
        return std::minmax(a, b);
    }
    /// Figures are wider than short lines: they take a level to themselves.
    bool overlap(const Line& line, const Line& other) const {
        if (line.side == Line::Side::Point || line.side != other.side || line.level != other.level)
            return false;
        const auto [a0, a1] = extentOf(line);
        const auto [b0, b1] = extentOf(other);
        // What is too short for its figure has it beside.
        const double reach = std::max(room.width(), room.height());
        const double gap = std::min(a1 - a0, b1 - b0) < 0.15 * reach ? 0.15 * reach : 0.02 * reach;
        return a0 < b1 + gap && b0 < a1 + gap;
    }

    void fit(const QRectF& given) {
        area = given;
        const auto margin = [&](Line::Side side, double each) {
            const int count = levels[static_cast<size_t>(side)];
            return count == 0 ? 8.0 : kFirstLevel + count * each;
        };
        // Beside a small drawing lines stand closer, and their figures under one another.
        const int beside =
            levels[static_cast<size_t>(Line::Side::Left)] + levels[static_cast<size_t>(Line::Side::Right)];
        if (beside > 0) levelBeside = std::min(levelBeside, 0.4 * area.width() / beside);
        const double left = margin(Line::Side::Left, levelBeside),
                     right = margin(Line::Side::Right, levelBeside), top = margin(Line::Side::Above, kLevel),
                     bottom = margin(Line::Side::Below, kLevel);
        const QRectF inner = area.adjusted(left, top, -right, -bottom);
        scale = std::max(0.01, std::min(inner.width() / room.width(), inner.height() / room.height()));
        const QPointF middle = room.center();
        origin = inner.center() - QPointF(middle.x() * scale, -middle.y() * scale);
        drawn = QRectF(onPaper(room.topLeft()), onPaper(room.bottomRight())).normalized();
    }

    QPointF onPaper(const QPointF& point) const {
        return origin + QPointF(point.x() * scale, -point.y() * scale);
    }

    void paintBody(const Polygon& outline, const QColor& fill, const QString& name) {
        QPolygonF shape;
        for (const Vec2& corner : outline)
            shape << onPaper(shown(corner));
        painter.setPen(QPen(palette.ink, 1.1));
        painter.setBrush(fill);
        painter.drawPolygon(shape);
        const QRectF box = shape.boundingRect() & drawn;
        painter.setFont(typeface(kFigureText - 1.5));
        const double wide = painter.fontMetrics().horizontalAdvance(name) + 8.0;
        painter.setPen(inkOn(fill));
        if (box.width() >= wide && box.height() >= kFigureText + 6)
            return painter.drawText(box, Qt::AlignCenter, name);
        if (box.height() < wide || box.width() < kFigureText + 2) return;
        painter.save(); // upright, as a wall stands
        painter.translate(box.center());
        painter.rotate(-90);
        painter.drawText(QRectF(-wide / 2, -kFigureText, wide, 2 * kFigureText), Qt::AlignCenter, name);
        painter.restore();
    }

    /// What its owner calls it.
    QString nameOnDrawing(const tool::Outline& outline) const {
        if (!outline.body)
            return QString::fromUtf8(outline.named.data(), static_cast<qsizetype>(outline.named.size()));
        constexpr size_t kThe = 4;
        return QString::fromStdString(text::nameOf(*tool.kind, *outline.body).substr(kThe));
    }

    void paintBodies() {
        painter.save();
        painter.setClipRect(drawn);
        for (const tool::Outline& outline : outlines) {
            paintBody(outline.shape, outline.isStock ? palette.face : palette.tool, nameOnDrawing(outline));
            const bool isLong = std::any_of(outline.shape.begin(), outline.shape.end(),
                                            [&](const Vec2& corner) { return isBeyond(corner); });
            if (isLong && !outline.isUnbounded && !outline.isStock) breakBody(outline.shape);
        }
        painter.restore();
    }

    /// A gap across, near the far end.
    void breakBody(const Polygon& outline) {
        QPolygonF shape;
        for (const Vec2& corner : outline)
            shape << onPaper(shown(corner));
        const QRectF box = shape.boundingRect() & drawn;
        const bool lies = box.width() > box.height();
        const QPointF far = onPaper(shown(outline[2])) - onPaper(shown(outline[0]));
        const QPointF at = box.center() + 0.25 * (lies ? QPointF(far.x(), 0) : QPointF(0, far.y()));
        const QPointF across = lies ? QPointF(3, box.height() / 2 + 1) : QPointF(box.width() / 2 + 1, 3);
        paintGap(at, across, lies ? QPointF(2.5, 0) : QPointF(0, 2.5), palette.ink);
    }

    /// Two strokes with nothing between them: what is drawn here goes on for longer.
    void paintGap(const QPointF& at, const QPointF& across, const QPointF& half, const QColor& ink) {
        painter.setPen(Qt::NoPen);
        painter.setBrush(palette.paper);
        painter.drawPolygon(
            QPolygonF({at - across - half, at - across + half, at + across + half, at + across - half}));
        painter.setPen(QPen(ink, 1));
        painter.drawLine(at - across - half, at + across - half);
        painter.drawLine(at - across + half, at + across + half);
    }

    /// Gives the box of the figure; those of radii and angles keep clear of what is `written`.
    QRectF paintLine(const Line& line, bool isLit, const std::vector<PlacedDimension>& written) {
        const QColor ink = isLit ? palette.accent : palette.ink;
        painter.setFont(typeface(kFigureText, isLit ? Weight::SemiBold : Weight::Regular));
        painter.setPen(QPen(ink, isLit ? 1.8 : 0.9));
        const double wide = painter.fontMetrics().horizontalAdvance(line.says) + 8.0, high = kFigureText + 6;
        const QPointF a = onPaper(line.from), b = onPaper(line.to);
        if (line.side == Line::Side::Point) {
            const QPointF at = a + (line.key == "radii" ? QPointF(26, -26) : QPointF(36, -2));
            QRectF box(at.x(), at.y() - high / 2, wide, high);
            while (std::any_of(written.begin(), written.end(),
                               [&](const PlacedDimension& other) { return other.box.intersects(box); }))
                box.translate(0, -high);
            painter.drawLine(a, QPointF(box.left(), box.center().y()));
            return figure(box, line.says, ink);
        }
        const bool lies = line.side == Line::Side::Above || line.side == Line::Side::Below;
        const double off = kFirstLevel + line.level * (lies ? kLevel : levelBeside);
        const double at = line.side == Line::Side::Above   ? drawn.top() - off
                          : line.side == Line::Side::Below ? drawn.bottom() + off
                          : line.side == Line::Side::Left  ? drawn.left() - off
                                                           : drawn.right() + off;
        const QPointF c = lies ? QPointF(a.x(), at) : QPointF(at, a.y()),
                      d = lies ? QPointF(b.x(), at) : QPointF(at, b.y());
        QColor thin = ink;
        if (!isLit) thin.setAlphaF(0.35F);
        painter.setPen(QPen(thin, isLit ? 1 : 0.7));
        painter.drawLine(a, c);
        painter.drawLine(b, d);
        painter.setPen(QPen(ink, isLit ? 1.8 : 0.9));
        painter.drawLine(c, d);
        for (const QPointF& end : {c, d}) // a tick across, as on a rule
            painter.drawLine(end - QPointF(3, -3), end + QPointF(3, -3));
        if (line.isBroken)
            paintGap(c + 0.75 * (d - c), lies ? QPointF(2, 5) : QPointF(5, 2),
                     lies ? QPointF(2, 0) : QPointF(0, 2), ink);
        const QPointF middle = (c + d) / 2;
        QRectF box(middle.x() - wide / 2, middle.y() - high / 2, wide, high);
        if (!lies) box.moveLeft(line.side == Line::Side::Left ? at - wide - 3 : at + 3);
        if (lies && std::abs(c.x() - d.x()) < wide) box.moveLeft(std::max(c.x(), d.x()) + 5);
        return figure(clearOf(box, written), line.says, ink);
    }

    /// Moved down, or else up, until it lies over no other: in a small drawing lines stand closer than
    /// figures.
    QRectF clearOf(const QRectF& box, const std::vector<PlacedDimension>& written) const {
        const auto isClear = [&](const QRectF& at) {
            return at.top() >= area.top() && at.bottom() <= area.bottom() &&
                   std::none_of(written.begin(), written.end(),
                                [&](const PlacedDimension& other) { return other.box.intersects(at); });
        };
        for (double by = 0; by < area.height(); by += 2)
            for (const double way : {by, -by})
                if (const QRectF at = box.translated(0, way); isClear(at)) return at;
        return box;
    }

    QRectF figure(QRectF box, const QString& says, const QColor& ink) {
        box.moveLeft(std::clamp(box.left(), area.left(), std::max(area.left(), area.right() - box.width())));
        box.moveTop(std::clamp(box.top(), area.top(), std::max(area.top(), area.bottom() - box.height())));
        painter.fillRect(box.adjusted(1, 2, -1, -2), palette.paper);
        painter.setPen(ink);
        painter.drawText(box, Qt::AlignCenter, says);
        return box;
    }

    QPainter& painter;
    const tool::Tool& tool;
    const tool::Sample sample;
    const std::vector<tool::Outline> outlines;
    const quantity::Reading& reading;
    const Palette& palette;
    std::vector<Line> lines;
    std::array<int, 4> levels{}; // by side
    double levelBeside = 0;      // figures beside their lines take more
    double farthest = 0;         // mm: what is beyond is drawn there
    QRectF room;                 // mm
    QRectF area;                 // pixels
    double scale = 1;
    QPointF origin;
    QRectF drawn;
};

} // namespace

std::vector<PlacedDimension> paintTool(QPainter& painter, const QRectF& area, const tool::Tool& tool,
                                       tool::View view, const quantity::Reading& reading,
                                       const Palette& palette, const std::string& lit) {
    painter.save();
    painter.setRenderHint(QPainter::Antialiasing);
    auto figures = ToolPainter(painter, tool, view, reading, palette).paint(area, lit);
    painter.restore();
    return figures;
}

bool isWorthDrawing(const tool::Tool& tool, tool::View view) {
    return !tool::dimensionsOf(tool::sampleOf(tool), view).empty();
}

} // namespace goodfold::draw
