#include "draw/blank_picture.h"

#include "draw/pixel.h"
#include "draw/running_dimensions.h"
#include "draw/type.h"
#include "part/mark.h"

#include <QHash>
#include <QPainterPath>

#include <algorithm>

namespace goodfold::draw {

BlankLayout layOutBlank(const part::Part& part, const QRectF& area, double textSize,
                        const std::optional<BlankHold>& hold) {
    const double ruleHeight = textSize * 3.2;
    // A sheet is read from two edges: its second rule stands at its left.
    const double besideWidth = part.form == job::StockForm::Sheet ? textSize * 4.2 : 0;
    const QRectF room = area.adjusted(besideWidth, 0, 0, -ruleHeight);
    const double fitting = std::max(
        1e-6, std::min(room.width() / part.blank.length, std::max(8.0, room.height()) / part.blank.width));
    const double scale = hold ? hold->scale : fitting;
    const QSizeF size(part.blank.length * scale, part.blank.width * scale);
    const double left =
        hold ? hold->left + part.blank.corner.x() * scale : room.center().x() - size.width() / 2;
    const QRectF blank(QPointF(left, room.center().y() - size.height() / 2), size);
    QTransform screenFromFlat;
    screenFromFlat.translate(blank.left(), blank.bottom());
    screenFromFlat.scale(scale, -scale);
    screenFromFlat.translate(-part.blank.corner.x(), -part.blank.corner.y());
    return {area,           blank,   blank.bottom() + textSize * 0.9, blank.left() - textSize * 0.9,
            screenFromFlat, textSize};
}

namespace {

class BlankPainter {
public:
    BlankPainter(QPainter& painter, const part::Part& part, const BlankLayout& layout, const Palette& palette,
                 const std::vector<job::Element>& lit)
        : painter(painter), part(part), layout(layout), palette(palette), lit(lit),
          marks(part::marksOf(part)) {}

    void paint(const quantity::Reading& reading) {
        painter.setPen(palette.edge == palette.marking ? QPen(Qt::NoPen) : QPen(palette.edge, 1));
        painter.setBrush(palette.marking);
        painter.drawPolygon(onScreen(flattened(part.blank.outline)));
        trims();
        for (const part::PartPlate& plate : part.plates)
            litPlate(plate);
        for (size_t i = 0; i < part.bends.size(); ++i)
            bend(static_cast<int>(i));
        for (const part::PartHole& hole : part.holes)
            this->hole(hole);
        painter.setPen(QPen(palette.scribe, isSmooth() ? 1 : 0));
        painter.drawLines(crosses); // at once: there may be hundreds
        grain();
        rule(reading);
        if (part.form == job::StockForm::Sheet) ruleAcross(reading);
    }

private:
    QPointF at(const Vec2& p) const { return layout.screenFromFlat.map(QPointF(p.x(), p.y())); }

    QPolygonF onScreen(const Polygon& polygon) const {
        QPolygonF out;
        for (const Vec2& p : polygon)
            out << at(p);
        return out;
    }

    /// In the moment after an edit of a large blank lines are hairlines.
    bool isSmooth() const { return painter.testRenderHint(QPainter::Antialiasing); }

    bool isLit(const job::Element& element) const {
        return std::find(lit.begin(), lit.end(), element) != lit.end();
    }

    void litPlate(const part::PartPlate& plate) {
        if (!isLit(job::Element::plate(plate.id)) || plate.shortestStraight <= 0) return;
        painter.setPen(QPen(palette.scribe, 2));
        painter.setBrush(mixed(palette.marking, palette.scribe, 0.18));
        painter.drawPolygon(onScreen(flattened(plate.shapeInFlat)));
    }

    void line(double share, const part::PartBend& bend, const QPen& pen) {
        const Segment kept = part::keptLine(bend, share);
        painter.setPen(pen);
        painter.drawLine(at(kept.from), at(kept.to));
    }

    void bend(int index) {
        const part::PartBend& bend = part.bends[static_cast<size_t>(index)];
        if (bend.allowance <= 0) return;
        const bool bright = isLit(job::Element::bend(bend.id));
        if (bright) {
            painter.setPen(Qt::NoPen);
            painter.setBrush(mixed(palette.marking, bendColour(bend.order), 0.4));
            painter.drawPolygon(onScreen(bend.zoneInFlat));
        }
        QPen tangent(bright ? palette.scribe : palette.faintScribe, isSmooth() ? 1.2 : 0);
        if (isSmooth()) tangent.setDashPattern({4, 3});
        line(0, bend, tangent);
        line(1, bend, tangent);
        line(0.5, bend, QPen(mixed(bendColour(bend.order), palette.scribe, 0.25), bright ? 2.6 : 1.8));
        if (bend.setLine && bend.bumps == 1) setLine(bend, bright);
        // On a short bend the number is smaller, so that it does not hide the next one.
        const double length = (bend.near.to - bend.near.from).norm() * layout.screenFromFlat.m11();
        const double size = std::clamp(length * 0.38, 6.5, layout.textSize * 0.95);
        paintBendBadge(painter, at(bend.centre.middle()), size, bend.order, QString::fromStdString(bend.id));
    }

    /// What is set flush in the tool: a full line in scribe white, an arrow head at either end that points at
    /// it.
    void setLine(const part::PartBend& bend, bool bright) {
        const Segment kept = part::keptLine(bend, bend.setLine->fromNear / bend.allowance);
        painter.setPen(QPen(palette.scribe, !isSmooth() ? 0 : bright ? 2 : 1.3));
        painter.drawLine(at(kept.from), at(kept.to));
        if (!isSmooth()) return;
        painter.setBrush(palette.scribe);
        painter.setPen(Qt::NoPen);
        const QPointF along = at(kept.to) - at(kept.from);
        const double length = std::hypot(along.x(), along.y()), size = layout.textSize * 0.5;
        if (length < 4 * size) return;
        const QPointF ahead = along / length * size, aside(-ahead.y() / 2, ahead.x() / 2);
        for (const auto& [tip, inward] : {std::pair{at(kept.from), ahead}, {at(kept.to), -ahead}})
            painter.drawPolygon(QPolygonF{tip + inward, tip + aside, tip - aside});
    }

    void hole(const part::PartHole& hole) {
        const bool bright = isLit(job::Element::hole(hole.source));
        const double radius = layout.screenFromFlat.m11() * hole.diameter / 2;
        const bool isLarge = !hole.isRound() && !hole.isSlot();
        const double arm = isLarge ? 5 : radius + 5;
        painter.setPen(QPen(palette.scribe, !isSmooth() ? 0 : bright ? 2.4 : 1.5));
        painter.setBrush(bright ? QBrush(mixed(palette.marking, palette.scribe, 0.35)) : QBrush());
        if (hole.afterBending) painter.setPen(QPen(palette.scribe, 1.5, Qt::DotLine));
        constexpr double kRoughDeg = 30;
        const bool isDot = hole.isRound() && 2 * radius < pixelOf(painter); // its cross tells where it is
        if (isDot)
            painter.drawPoint(at(hole.centreInFlat));
        else if (!isSmooth())
            painter.drawPolygon(onScreen(flattened(hole.shapeInFlat, kRoughDeg)));
        else if (hole.isRound())
            painter.drawEllipse(at(hole.centreInFlat), radius, radius);
        else
            painter.drawPolygon(onScreen(flattened(hole.shapeInFlat)));
        if (hole.countersink && isSmooth()) { // dashed where it is sunk from the side that looks away
            const double wide = layout.screenFromFlat.m11() * hole.countersink->diameter / 2;
            painter.setPen(QPen(palette.scribe, 1, hole.countersink->onBack ? Qt::DashLine : Qt::SolidLine));
            painter.setBrush(Qt::NoBrush);
            painter.drawEllipse(at(hole.centreInFlat), wide, wide);
        }
        for (const Vec2& punch : {hole.spineInFlat.from, hole.spineInFlat.to}) {
            const QPointF centre = at(punch);
            crosses << QLineF(centre - QPointF(arm, 0), centre + QPointF(arm, 0))
                    << QLineF(centre - QPointF(0, arm), centre + QPointF(0, arm));
            if (!hole.isSlot()) break; // both ends are one
        }
    }

    /// What is trimmed after bending is hatched, up to the finished end.
    void trims() {
        if (!hasTrims()) return;
        QPainterPath rest;
        rest.addPolygon(onScreen(flattened(part.blank.outline)));
        QPainterPath finished;
        finished.addPolygon(onScreen(flattened(part.blank.finished)));
        finished.closeSubpath();
        painter.setPen(QPen(palette.scribe, 1.2, Qt::DashDotLine));
        painter.setBrush(QBrush(palette.faintScribe, Qt::BDiagPattern));
        painter.drawPath(rest.subtracted(finished));
    }

    bool hasTrims() const {
        return std::any_of(marks.begin(), marks.end(),
                           [](const part::Mark& mark) { return mark.kind == part::Mark::Kind::Trim; });
    }

    /// Which way the sheet was rolled: three faint arrows, where it is known.
    void grain() {
        if (part.grain == job::Grain::Unsaid) return;
        const bool along = part.grain == job::Grain::Lengthwise;
        const QPointF way = along ? QPointF(1, 0) : QPointF(0, 1), aside(way.y(), way.x());
        const QRectF& blank = layout.blank;
        const double reach = std::min(40.0, (along ? blank.width() : blank.height()) / 4);
        const double apart = std::min(16.0, (along ? blank.height() : blank.width()) / 6);
        painter.setPen(QPen(palette.faintScribe, 1));
        for (const int i : {-1, 0, 1}) {
            const QPointF middle = blank.center() + i * apart * aside, tip = middle + reach * way;
            painter.drawLine(middle - reach * way, tip);
            for (const double side : {-1.0, 1.0})
                painter.drawLine(tip, tip - 5 * way + side * 3 * aside);
        }
    }

    double widthOf(const QFontMetricsF& metrics, QString figure) {
        for (QChar& sign : figure)
            if (sign.isDigit()) sign = u'0';
        const auto known = advances.constFind(figure);
        if (known != advances.constEnd()) return *known;
        return *advances.insert(figure, metrics.horizontalAdvance(figure));
    }

    bool isBright(const RunningDimension& dimension) const {
        return isLit(dimension.about) && !dimension.about.isNothing();
    }

    /// What is in hand first, then the ends, then bends, then holes.
    int rankOf(const RunningDimension& dimension) const {
        if (isBright(dimension)) return 0;
        if (dimension.about.isNothing()) return 1;
        return dimension.about.kind == job::Element::Kind::Bend ? 2 : 3;
    }

    void tick(const QPointF& at, bool upright, bool bright) {
        const double half = layout.textSize * 0.35;
        const QPointF reach = upright ? QPointF(0, half) : QPointF(half, 0);
        painter.setPen(QPen(bright ? palette.accent : palette.ink, bright ? 2 : 1.2));
        painter.drawLine(at - reach, at + reach);
    }

    /// The labels that have room, in order.
    struct Labels {
        std::vector<const RunningDimension*> dimensions;
        std::vector<double> wanted, extents;
    };

    std::vector<int> ranksOf(const std::vector<RunningDimension>& all) const {
        std::vector<int> ranks;
        for (const RunningDimension& dimension : all)
            ranks.push_back(rankOf(dimension));
        return ranks;
    }

    static Labels chosen(const std::vector<RunningDimension>& all, const std::vector<bool>& kept,
                         const std::vector<double>& wanted, const std::vector<double>& extents) {
        Labels labels;
        for (size_t i = 0; i < all.size(); ++i) {
            if (!kept[i]) continue;
            labels.dimensions.push_back(&all[i]);
            labels.wanted.push_back(wanted[i]);
            labels.extents.push_back(extents[i]);
        }
        return labels;
    }

    void rule(const quantity::Reading& reading) {
        const auto all = runningDimensions(part, marks, reading);
        const QFont font = typeface(layout.textSize, Weight::SemiBold);
        painter.setFont(font);
        const QFontMetricsF metrics(font);
        const auto xOf = [&](const RunningDimension& dimension) {
            return at(part.blank.corner + Vec2(dimension.x, 0)).x();
        };
        const double gap = layout.textSize * 0.7;
        std::vector<double> places, extents;
        for (const RunningDimension& dimension : all) {
            places.push_back(xOf(dimension));
            extents.push_back(widthOf(metrics, dimension.text));
        }
        // Figures may spread past the blank's ends, but not so far that their lines are lost.
        const double room = std::min(layout.area.width(), layout.blank.width() + 16 * layout.textSize);
        const Labels labels =
            chosen(all, withRoomInARow(places, extents, ranksOf(all), room, gap), places, extents);
        const std::vector<double>&wanted = labels.wanted, &widths = labels.extents;
        const auto centres =
            spread(wanted, widths, std::min(layout.area.left(), wanted.front() - widths.front() / 2),
                   std::max(layout.area.right(), wanted.back() + widths.back() / 2), gap);
        painter.setPen(QPen(palette.ink, 1.4));
        painter.drawLine(QPointF(layout.blank.left(), layout.ruleY),
                         QPointF(layout.blank.right(), layout.ruleY));
        for (const RunningDimension& dimension : all)
            tick({xOf(dimension), layout.ruleY}, true, isBright(dimension));
        const double labelTop = layout.ruleY + layout.textSize * 0.75, reach = layout.textSize * 0.35;
        for (size_t i = 0; i < wanted.size(); ++i) {
            const bool bright = isBright(*labels.dimensions[i]);
            painter.setPen(QPen(bright ? palette.accent : palette.ink, bright ? 2 : 1.2));
            if (std::abs(centres[i] - wanted[i]) > 1)
                painter.drawLine(QPointF(wanted[i], layout.ruleY + reach), QPointF(centres[i], labelTop + 1));
            painter.drawText(QPointF(centres[i] - widths[i] / 2, labelTop + metrics.ascent()),
                             labels.dimensions[i]->text);
        }
    }

    /// A sheet's second rule, from its lower edge up.
    void ruleAcross(const quantity::Reading& reading) {
        const auto all = runningDimensionsAcross(part, marks, reading);
        const QFont font = typeface(layout.textSize * 0.92, Weight::SemiBold);
        painter.setFont(font);
        const QFontMetricsF metrics(font);
        const auto yOf = [&](const RunningDimension& dimension) {
            return at(part.blank.corner + Vec2(0, dimension.x)).y();
        };
        const double height = metrics.ascent() * 1.05, x = layout.ruleX;
        std::vector<double> places;
        for (const RunningDimension& dimension : all)
            places.push_back(yOf(dimension));
        const std::vector<double> heights(all.size(), height);
        const Labels labels = chosen(all, withRoomInPlace(places, heights, ranksOf(all)), places, heights);
        painter.setPen(QPen(palette.ink, 1.4));
        painter.drawLine(QPointF(x, layout.blank.top()), QPointF(x, layout.blank.bottom()));
        for (const RunningDimension& dimension : all)
            tick({x, yOf(dimension)}, false, isBright(dimension));
        for (size_t i = 0; i < labels.wanted.size(); ++i) {
            const RunningDimension& dimension = *labels.dimensions[i];
            painter.setPen(isBright(dimension) ? palette.accent : palette.ink);
            painter.drawText(QPointF(x - layout.textSize * 0.55 - metrics.horizontalAdvance(dimension.text),
                                     labels.wanted[i] + metrics.ascent() * 0.36),
                             dimension.text);
        }
    }

    QPainter& painter;
    QList<QLineF> crosses;
    const part::Part& part;
    const BlankLayout& layout;
    const Palette& palette;
    const std::vector<job::Element>& lit;
    const std::vector<part::Mark> marks;
    QHash<QString, double> advances; // of figures, in noughts: all figures of the typeface are as wide
};

} // namespace

void paintBlank(QPainter& painter, const part::Part& part, const BlankLayout& layout,
                const quantity::Reading& reading, const Palette& palette,
                const std::vector<job::Element>& lit) {
    BlankPainter(painter, part, layout, palette, lit).paint(reading);
}

job::Element blankElementAt(const part::Part& part, const BlankLayout& layout, const QPointF& point) {
    const QPointF flat = layout.screenFromFlat.inverted().map(point);
    const Vec2 p(flat.x(), flat.y());
    constexpr double kReach = 6; // pixels: a line or a small hole is hard to hit
    const double reach = kReach / layout.screenFromFlat.m11();
    for (const part::PartHole& hole : part.holes)
        if (contains(hole.shapeInFlat, p) || (nearestOn(hole.shapeInFlat, p) - p).norm() < reach)
            return job::Element::hole(hole.source);
    for (const part::PartBend& bend : part.bends) {
        const bool inStrip = contains(bend.zoneInFlat, p);
        if (inStrip || distance(p, part::keptLine(bend, 0.5)) < 2 * reach) return job::Element::bend(bend.id);
    }
    for (const part::PartPlate& plate : part.plates)
        if (contains(plate.shapeInFlat, p)) return job::Element::plate(plate.id);
    return {};
}

void paintBendBadge(QPainter& painter, const QPointF& centre, double size, int order, const QString& number) {
    const QColor colour = bendColour(order);
    painter.setPen(QPen(mixed(colour, Qt::black, 0.35), size * 0.08));
    painter.setBrush(colour);
    painter.drawPolygon(QPolygonF{centre + QPointF(0, -size), centre + QPointF(size, 0),
                                  centre + QPointF(0, size), centre + QPointF(-size, 0)});
    painter.setPen(inkOn(colour));
    painter.setFont(typeface(size * (number.size() > 1 ? 0.8 : 0.9), Weight::SemiBold));
    painter.drawText(QRectF(centre.x() - size, centre.y() - size, 2 * size, 2 * size), Qt::AlignCenter,
                     number);
}

} // namespace goodfold::draw
