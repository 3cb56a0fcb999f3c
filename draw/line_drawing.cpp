#include "draw/line_drawing.h"

#include "draw/paper_pen.h"
#include "files/dxf.h"
#include "quantity/length.h"

#include <QPaintDevice>
#include <QPaintEngine>
#include <QPainterPath>
#include <QXmlStreamWriter>

#include <algorithm>
#include <cmath>
#include <sstream>

namespace goodfold::draw {

namespace {

constexpr double kOnTheEdge = 1e-3; // mm: what runs along the edge of an area is not under it

double distanceTo(const QLineF& side, const QPointF& point) {
    const QPointF along = side.p2() - side.p1(), way = point - side.p1();
    const double square = QPointF::dotProduct(along, along);
    const double share = square > 0 ? std::clamp(QPointF::dotProduct(way, along) / square, 0.0, 1.0) : 0;
    return std::hypot((way - share * along).x(), (way - share * along).y());
}

/// Something opaque.
class Area {
public:
    explicit Area(const QList<QPolygonF>& rings) {
        for (const QPolygonF& ring : rings) {
            path.addPolygon(ring);
            for (qsizetype i = 0; i < ring.size(); ++i)
                if (const QLineF side(ring[i], ring[(i + 1) % ring.size()]); side.length() > 0) sides << side;
        }
        path.setFillRule(Qt::OddEvenFill);
        box = path.boundingRect();
    }

    /// What of a line it leaves in sight.
    void cut(const LineDrawing::Line& line, QList<LineDrawing::Line>& into) const {
        const QRectF own = QRectF(line.at.p1(), line.at.p2()).normalized();
        if (own.right() < box.left() || own.left() > box.right() || own.bottom() < box.top() ||
            own.top() > box.bottom()) {
            into << line;
            return;
        }
        QList<double> at{0, 1};
        for (const QLineF& side : sides) {
            QPointF meets;
            if (line.at.intersects(side, &meets) == QLineF::BoundedIntersection && line.at.length() > 0)
                at << QLineF(line.at.p1(), meets).length() / line.at.length();
        }
        std::sort(at.begin(), at.end());
        double seenFrom = 0;
        const auto take = [&](double to) {
            if (to > seenFrom)
                into << LineDrawing::Line{{line.at.pointAt(seenFrom), line.at.pointAt(to)}, line.width};
        };
        for (qsizetype i = 0; i + 1 < at.size(); ++i)
            if (covers(line.at.pointAt((at[i] + at[i + 1]) / 2))) {
                take(at[i]);
                seenFrom = at[i + 1];
            }
        take(1);
    }

private:
    bool covers(const QPointF& point) const {
        return path.contains(point) && std::none_of(sides.begin(), sides.end(), [&](const QLineF& side) {
                   return distanceTo(side, point) < kOnTheEdge;
               });
    }

    QPainterPath path;
    QList<QLineF> sides;
    QRectF box;
};

class LineEngine : public QPaintEngine {
public:
    explicit LineEngine(LineDrawing& into) : QPaintEngine(AllFeatures), into(into) {}

    bool begin(QPaintDevice*) override { return true; }
    bool end() override { return true; }
    Type type() const override { return User; }
    void updateState(const QPaintEngineState&) override {}
    void drawPixmap(const QRectF&, const QPixmap&, const QRectF&) override {}

    void drawPath(const QPainterPath& path) override {
        constexpr double kFine = 100; // curves become chords as if they were so much larger
        QTransform fine = state->transform();
        fine *= QTransform::fromScale(kFine, kFine);
        QList<QPolygonF> rings = path.toSubpathPolygons(fine);
        for (QPolygonF& ring : rings)
            for (QPointF& point : ring)
                point /= kFine;
        take(rings);
    }
    void drawPolygon(const QPointF* points, int count, PolygonDrawMode mode) override {
        QPolygonF ring;
        for (int i = 0; i < count; ++i)
            ring << state->transform().map(points[i]);
        if (mode == PolylineMode) return stroke({ring});
        if (count > 0) ring << ring.front();
        take({ring});
    }
    void drawLines(const QLineF* lines, int count) override {
        for (int i = 0; i < count; ++i)
            stroke({{{state->transform().map(lines[i].p1()), state->transform().map(lines[i].p2())}}});
    }
    void drawTextItem(const QPointF& at, const QTextItem& item) override {
        const QTransform& by = state->transform();
        const QPointF along = by.map(QPointF(1, 0)) - by.map(QPointF(0, 0));
        into.words << LineDrawing::Words{
            by.map(at), item.text(), item.font().pixelSize() * std::hypot(along.x(), along.y()),
            std::atan2(-along.y(), along.x()) * 180 / M_PI, item.font().weight() > QFont::Medium};
    }

private:
    void take(const QList<QPolygonF>& rings) {
        if (state->brush().style() != Qt::NoBrush && state->brush().color().alpha() == 255) {
            const Area area(rings);
            QList<LineDrawing::Line> left;
            for (const LineDrawing::Line& line : into.lines)
                area.cut(line, left);
            into.lines = std::move(left);
        }
        stroke(rings);
    }

    void stroke(const QList<QPolygonF>& rings) {
        if (state->pen().style() == Qt::NoPen) return;
        const QTransform& by = state->transform();
        const double width = state->pen().widthF() * std::sqrt(std::abs(by.determinant()));
        for (const QPolygonF& ring : rings)
            for (qsizetype i = 0; i + 1 < ring.size(); ++i)
                if (ring[i] != ring[i + 1]) into.lines << LineDrawing::Line{{ring[i], ring[i + 1]}, width};
    }

    LineDrawing& into;
};

/// A device whose pixel is a millimetre.
class LinePaper : public QPaintDevice {
public:
    explicit LinePaper(LineDrawing& into) : engine(into) {}
    QPaintEngine* paintEngine() const override { return &engine; }

protected:
    int metric(PaintDeviceMetric metric) const override {
        constexpr int kLarge = 10000; // mm: there is no end to it
        switch (metric) {
        case PdmWidth:
        case PdmHeight:
        case PdmWidthMM:
        case PdmHeightMM:
            return kLarge;
        case PdmDevicePixelRatio:
            return 1;
        case PdmDevicePixelRatioScaled:
            return static_cast<int>(devicePixelRatioFScale());
        case PdmNumColors:
            return 0;
        case PdmDepth:
            return 32;
        default:
            return 25; // to the inch
        }
    }

private:
    mutable LineEngine engine;
};

QString number(double value) {
    return QString::fromStdString(quantity::printNumber(value, 3));
}

} // namespace

LineDrawing lineDrawing(const std::function<void(QPainter&)>& paint) {
    LineDrawing drawing;
    LinePaper paper(drawing);
    QPainter painter(&paper);
    paint(painter);
    painter.end();
    return drawing;
}

QByteArray svgOf(const LineDrawing& drawing, const QString& title, const QSizeF& paper) {
    QByteArray bytes;
    QXmlStreamWriter xml(&bytes);
    xml.setAutoFormatting(true);
    xml.writeStartDocument();
    xml.writeStartElement(QStringLiteral("svg"));
    xml.writeDefaultNamespace(QStringLiteral("http://www.w3.org/2000/svg"));
    xml.writeAttribute(QStringLiteral("width"), number(paper.width()) + "mm");
    xml.writeAttribute(QStringLiteral("height"), number(paper.height()) + "mm");
    xml.writeAttribute(QStringLiteral("viewBox"),
                       QStringLiteral("0 0 %1 %2").arg(number(paper.width()), number(paper.height())));
    xml.writeTextElement(QStringLiteral("title"), title);
    xml.writeStartElement(QStringLiteral("g"));
    xml.writeAttribute(QStringLiteral("stroke"), QStringLiteral("#000000"));
    xml.writeAttribute(QStringLiteral("stroke-linecap"), QStringLiteral("round"));
    for (const LineDrawing::Line& line : drawing.lines) {
        xml.writeEmptyElement(QStringLiteral("line"));
        for (const auto& [name, value] : {std::pair{"x1", line.at.x1()},
                                          {"y1", line.at.y1()},
                                          {"x2", line.at.x2()},
                                          {"y2", line.at.y2()},
                                          {"stroke-width", std::max(kHair, line.width)}})
            xml.writeAttribute(QString::fromLatin1(name), number(value));
    }
    xml.writeEndElement();
    xml.writeStartElement(QStringLiteral("g"));
    xml.writeAttribute(QStringLiteral("font-family"), QStringLiteral("Good Fold Sans, sans-serif"));
    for (const LineDrawing::Words& words : drawing.words) {
        xml.writeStartElement(QStringLiteral("text"));
        xml.writeAttribute(QStringLiteral("transform"),
                           QStringLiteral("translate(%1 %2) rotate(%3)")
                               .arg(number(words.at.x()), number(words.at.y()), number(-words.angleDeg)));
        xml.writeAttribute(QStringLiteral("font-size"), number(words.size));
        if (words.isBold) xml.writeAttribute(QStringLiteral("font-weight"), QStringLiteral("600"));
        xml.writeCharacters(words.says);
        xml.writeEndElement();
    }
    xml.writeEndElement();
    xml.writeEndElement();
    xml.writeEndDocument();
    return bytes;
}

QByteArray dxfOf(const LineDrawing& drawing, double larger, const QSizeF& paper) {
    const auto at = [&](const QPointF& point) -> Vec2 {
        return larger * Vec2(point.x(), paper.height() - point.y());
    };
    std::vector<files::DxfLine> lines;
    for (const LineDrawing::Line& line : drawing.lines)
        lines.push_back({{at(line.at.p1()), at(line.at.p2())},
                         line.width > 0 && line.width < kThin + 0.01 ? "DIMENSIONS" : "DRAWN"});
    std::vector<files::DxfNote> notes;
    constexpr double kCapital = 0.7; // of the size of type: DXF tells the height of capitals
    for (const LineDrawing::Words& words : drawing.words)
        notes.push_back(
            {at(words.at), words.says.toStdString(), words.angleDeg, larger * kCapital * words.size});
    std::ostringstream out;
    files::writeDxf(out, lines, notes);
    return QByteArray::fromStdString(out.str());
}

} // namespace goodfold::draw
