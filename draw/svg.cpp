#include "draw/svg.h"

#include "part/mark.h"
#include "quantity/length.h"

#include <QPointF>
#include <QXmlStreamWriter>

namespace goodfold::draw {

namespace {

/// Nanometres are enough, and the text stays short.
QString number(double mm) {
    return QString::fromStdString(quantity::printNumber(mm, 6));
}

class BlankSvg {
public:
    BlankSvg(QByteArray& out, const part::Part& part) : xml(&out), part(part) {}

    void write(const QString& title) {
        xml.setAutoFormatting(true);
        xml.writeStartDocument();
        xml.writeStartElement(QStringLiteral("svg"));
        xml.writeDefaultNamespace(QStringLiteral("http://www.w3.org/2000/svg"));
        attribute("width", number(part.blank.length) + "mm");
        attribute("height", number(part.blank.width) + "mm");
        attribute("viewBox",
                  QStringLiteral("0 0 %1 %2").arg(number(part.blank.length), number(part.blank.width)));
        xml.writeTextElement(QStringLiteral("title"), title);
        group("cut", "#000000");
        closed(part.blank.outline, QStringLiteral("outline"));
        holes(false);
        xml.writeEndElement();
        group("after-bending", "#1f7f3f");
        holes(true);
        xml.writeEndElement();
        sunk();
        bends("bend-up", job::Turn::Up, "#1f5fbf");
        bends("bend-down", job::Turn::Down, "#bf1f1f");
        setLines();
        trims();
        notes();
        xml.writeEndElement();
        xml.writeEndDocument();
    }

private:
    void attribute(const char* name, const QString& value) {
        xml.writeAttribute(QString::fromLatin1(name), value);
    }

    QPointF at(const Vec2& flat) const {
        const Vec2 p = flat - part.blank.corner;
        return {p.x(), part.blank.width - p.y()};
    }

    void group(const char* id, const char* stroke) {
        xml.writeStartElement(QStringLiteral("g"));
        attribute("id", QString::fromLatin1(id));
        attribute("fill", QStringLiteral("none"));
        attribute("stroke", QString::fromLatin1(stroke));
        attribute("stroke-width", QStringLiteral("0.1"));
    }

    /// One path, its arcs exact.
    void closed(const Path& path, const QString& id) {
        const QPointF first = at(path.front().point);
        QString d = QStringLiteral("M%1 %2 ").arg(number(first.x()), number(first.y()));
        for (size_t i = 0; i < path.size(); ++i) {
            const Vec2 &from = path[i].point, &to = path[(i + 1) % path.size()].point;
            const QPointF end = at(to);
            if (path[i].bulge == 0) {
                if (i + 1 < path.size()) d += QStringLiteral("L%1 %2 ").arg(number(end.x()), number(end.y()));
                continue;
            }
            // y points down here, so that a counter-clockwise arc sweeps against the angle.
            const Arc arc = arcOf(from, to, path[i].bulge);
            d += QStringLiteral("A%1 %1 0 %2 %3 %4 %5 ")
                     .arg(number(arc.radius), std::abs(path[i].bulge) > 1 ? "1" : "0",
                          path[i].bulge > 0 ? "0" : "1", number(end.x()), number(end.y()));
        }
        xml.writeEmptyElement(QStringLiteral("path"));
        attribute("id", id);
        attribute("d", d + "Z");
    }

    void holes(bool afterBending) {
        for (const part::PartHole& hole : part.holes) {
            if (hole.afterBending != afterBending) continue;
            if (hole.isRound())
                circle(hole, hole.diameter);
            else
                closed(hole.shapeInFlat, QString::fromStdString(hole.id));
        }
    }

    void trims() {
        group("trim", "#8a5a00");
        for (const part::Mark& mark : part::marksOf(part)) {
            if (mark.kind != part::Mark::Kind::Trim) continue;
            const double corner = part.blank.corner.x();
            xml.writeEmptyElement(QStringLiteral("path"));
            attribute("d", QStringLiteral("M%1 %2 L%3 0")
                               .arg(number(part::flatXAt(part, mark.alongAtRight) - corner),
                                    number(part.blank.width),
                                    number(part::flatXAt(part, mark.alongAtLeft) - corner)));
        }
        xml.writeEndElement();
    }

    /// How wide countersinks are at the surface.
    void sunk() {
        group("sink", "#1f8f9f");
        for (const part::PartHole& hole : part.holes)
            if (hole.countersink) circle(hole, hole.countersink->diameter, QStringLiteral(".sink"));
        xml.writeEndElement();
    }

    void circle(const part::PartHole& hole, double diameter, const QString& suffix = {}) {
        const QPointF centre = at(hole.centreInFlat);
        xml.writeEmptyElement(QStringLiteral("circle"));
        attribute("id", QString::fromStdString(hole.id) + suffix);
        attribute("cx", number(centre.x()));
        attribute("cy", number(centre.y()));
        attribute("r", number(diameter / 2));
    }

    void bends(const char* id, job::Turn turn, const char* stroke) {
        group(id, stroke);
        for (const part::PartBend& bend : part.bends) {
            if (bend.turn != turn) continue;
            QString d;
            for (int bump = 0; bump < bend.bumps; ++bump) {
                const Segment line = part::keptLine(bend, (bump + 0.5) / bend.bumps);
                const QPointF from = at(line.from), to = at(line.to);
                d += QStringLiteral("M%1 %2 L%3 %4 ")
                         .arg(number(from.x()), number(from.y()), number(to.x()), number(to.y()));
            }
            xml.writeEmptyElement(QStringLiteral("path"));
            attribute("id", QStringLiteral("bend-") + QString::fromStdString(bend.id));
            attribute("d", d.trimmed());
        }
        xml.writeEndElement();
    }

    /// What is set flush in the tools, once they are planned.
    void setLines() {
        group("set", "#7f7f00");
        for (const part::PartBend& bend : part.bends) {
            if (!bend.setLine || bend.bumps > 1) continue;
            const Segment line = part::keptLine(bend, bend.setLine->fromNear / bend.allowance);
            const QPointF from = at(line.from), to = at(line.to);
            xml.writeEmptyElement(QStringLiteral("path"));
            attribute("id", QStringLiteral("set-") + QString::fromStdString(bend.id));
            attribute("d", QStringLiteral("M%1 %2 L%3 %4")
                               .arg(number(from.x()), number(from.y()), number(to.x()), number(to.y())));
        }
        xml.writeEndElement();
    }

    void notes() {
        xml.writeStartElement(QStringLiteral("g"));
        attribute("id", QStringLiteral("notes"));
        attribute("font-family", QStringLiteral("sans-serif"));
        attribute("font-size", QStringLiteral("3"));
        for (const part::PartBend& bend : part.bends) {
            const QPointF p = at(bend.centre.middle());
            xml.writeStartElement(QStringLiteral("text"));
            attribute("x", number(p.x() + 1));
            attribute("y", number(p.y()));
            xml.writeCharacters(
                QStringLiteral("%1: %2° %3 R%4")
                    .arg(QString::fromStdString(bend.id),
                         QString::fromStdString(quantity::printNumber(bend.shape.angleDeg, 2)),
                         bend.turn == job::Turn::Up ? QStringLiteral("up") : QStringLiteral("down"),
                         QString::fromStdString(quantity::printNumber(bend.shape.insideRadius, 3))));
            xml.writeEndElement();
        }
        xml.writeEndElement();
    }

    QXmlStreamWriter xml;
    const part::Part& part;
};

} // namespace

QByteArray blankSvg(const part::Part& part, const QString& title) {
    QByteArray out;
    BlankSvg(out, part).write(title);
    return out;
}

} // namespace goodfold::draw
