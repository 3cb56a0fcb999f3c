#include "draw/blank_picture.h"

#include "draw/running_dimensions.h"
#include "draw/type.h"
#include "part/mark.h"

#include <QPainterPath>

#include <algorithm>

namespace goodfold::draw {

BlankLayout layOutBlank(const part::Part& part, const QRectF& area, double textSize,
                        const std::optional<BlankHold>& hold) {
    const double ruleHeight = textSize * 3.2;
    const QRectF room = area.adjusted(0, 0, 0, -ruleHeight);
    const double fitting = std::max(
        1e-6, std::min(room.width() / part.blank.length, std::max(8.0, room.height()) / part.blank.width));
    const double scale = hold ? hold->scale : fitting;
    const QSizeF size(part.blank.length * scale, part.blank.width * scale);
    const double left =
        hold ? hold->left + part.blank.corner.x() * scale : area.center().x() - size.width() / 2;
    const QRectF blank(QPointF(left, room.center().y() - size.height() / 2), size);
    QTransform screenFromFlat;
    screenFromFlat.translate(blank.left(), blank.bottom());
    screenFromFlat.scale(scale, -scale);
    screenFromFlat.translate(-part.blank.corner.x(), -part.blank.corner.y());
    return {area, blank, blank.bottom() + textSize * 0.9, screenFromFlat, textSize};
}

namespace {

class BlankPainter {
public:
    BlankPainter(QPainter& painter, const part::Part& part, const BlankLayout& layout, const Palette& palette,
                 const std::vector<part::Element>& lit)
        : painter(painter), part(part), layout(layout), palette(palette), lit(lit) {}

    void paint(const quantity::Reading& reading) {
        painter.setPen(Qt::NoPen);
        painter.setBrush(palette.marking);
        painter.drawPolygon(onScreen(flattened(part.blank.outline)));
        trims();
        for (const part::PartPlate& plate : part.plates)
            litPlate(plate);
        for (size_t i = 0; i < part.bends.size(); ++i)
            bend(static_cast<int>(i));
        for (const part::PartHole& hole : part.holes)
            this->hole(hole);
        rule(reading);
    }

private:
    QPointF at(const Vec2& p) const { return layout.screenFromFlat.map(QPointF(p.x(), p.y())); }

    QPolygonF onScreen(const Polygon& polygon) const {
        QPolygonF out;
        for (const Vec2& p : polygon)
            out << at(p);
        return out;
    }

    bool isLit(const part::Element& element) const {
        return std::find(lit.begin(), lit.end(), element) != lit.end();
    }

    void litPlate(const part::PartPlate& plate) {
        if (!isLit(part::Element::plate(plate.id)) || plate.shortestStraight <= 0) return;
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
        const bool bright = isLit(part::Element::bend(bend.id));
        if (bright) {
            painter.setPen(Qt::NoPen);
            painter.setBrush(mixed(palette.marking, temper(index), 0.4));
            painter.drawPolygon(onScreen(bend.zoneInFlat));
        }
        QPen tangent(bright ? palette.scribe : palette.faintScribe, 1.2);
        tangent.setDashPattern({4, 3});
        line(0, bend, tangent);
        line(1, bend, tangent);
        line(0.5, bend, QPen(mixed(temper(index), palette.scribe, 0.25), bright ? 2.6 : 1.8));
        paintBendBadge(painter, at(bend.centre.middle()), layout.textSize * 0.95, index,
                       QString::fromStdString(bend.id));
    }

    void hole(const part::PartHole& hole) {
        const bool bright = isLit(part::Element::hole(hole.source));
        const double radius = layout.screenFromFlat.m11() * hole.diameter / 2;
        const bool isLarge = !hole.isRound() && !hole.isSlot();
        const double arm = isLarge ? 5 : radius + 5;
        painter.setPen(QPen(palette.scribe, bright ? 2.4 : 1.5));
        painter.setBrush(bright ? QBrush(mixed(palette.marking, palette.scribe, 0.35)) : QBrush());
        if (hole.afterBending) painter.setPen(QPen(palette.scribe, 1.5, Qt::DotLine));
        if (hole.isRound())
            painter.drawEllipse(at(hole.centreInFlat), radius, radius);
        else
            painter.drawPolygon(onScreen(flattened(hole.shapeInFlat)));
        painter.setPen(QPen(palette.scribe, 1));
        for (const Vec2& punch : {hole.spineInFlat.from, hole.spineInFlat.to}) {
            const QPointF centre = at(punch);
            painter.drawLine(centre - QPointF(arm, 0), centre + QPointF(arm, 0));
            painter.drawLine(centre - QPointF(0, arm), centre + QPointF(0, arm));
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
        const auto marks = part::marksOf(part);
        return std::any_of(marks.begin(), marks.end(),
                           [](const part::Mark& mark) { return mark.kind == part::Mark::Kind::Trim; });
    }

    void rule(const quantity::Reading& reading) {
        const auto dimensions = runningDimensions(part, reading);
        const QFont plain = typeface(layout.textSize, Weight::SemiBold);
        painter.setFont(plain);
        const QFontMetricsF metrics(plain);
        std::vector<double> wanted, widths;
        for (const RunningDimension& dimension : dimensions) {
            wanted.push_back(at(part.blank.corner + Vec2(dimension.x, 0)).x());
            widths.push_back(metrics.horizontalAdvance(dimension.text));
        }
        const auto centres =
            spread(wanted, widths, std::min(layout.area.left(), wanted.front() - widths.front() / 2),
                   std::max(layout.area.right(), wanted.back() + widths.back() / 2), layout.textSize * 0.7);
        painter.setPen(QPen(palette.ink, 1.4));
        painter.drawLine(QPointF(layout.blank.left(), layout.ruleY),
                         QPointF(layout.blank.right(), layout.ruleY));
        for (size_t i = 0; i < dimensions.size(); ++i) {
            const bool bright = isLit(dimensions[i].about) && !dimensions[i].about.isNothing();
            painter.setPen(QPen(bright ? palette.accent : palette.ink, bright ? 2 : 1.2));
            const double tick = layout.textSize * 0.35;
            painter.drawLine(QPointF(wanted[i], layout.ruleY - tick),
                             QPointF(wanted[i], layout.ruleY + tick));
            const double labelTop = layout.ruleY + layout.textSize * 0.75;
            if (std::abs(centres[i] - wanted[i]) > 1)
                painter.drawLine(QPointF(wanted[i], layout.ruleY + tick), QPointF(centres[i], labelTop + 1));
            painter.setPen(bright ? palette.accent : palette.ink);
            painter.drawText(QPointF(centres[i] - widths[i] / 2, labelTop + metrics.ascent()),
                             dimensions[i].text);
        }
    }

    QPainter& painter;
    const part::Part& part;
    const BlankLayout& layout;
    const Palette& palette;
    const std::vector<part::Element>& lit;
};

} // namespace

void paintBlank(QPainter& painter, const part::Part& part, const BlankLayout& layout,
                const quantity::Reading& reading, const Palette& palette,
                const std::vector<part::Element>& lit) {
    BlankPainter(painter, part, layout, palette, lit).paint(reading);
}

part::Element blankElementAt(const part::Part& part, const BlankLayout& layout, const QPointF& point) {
    const QPointF flat = layout.screenFromFlat.inverted().map(point);
    const Vec2 p(flat.x(), flat.y());
    constexpr double kReach = 6; // pixels: a line or a small hole is hard to hit
    const double reach = kReach / layout.screenFromFlat.m11();
    for (const part::PartHole& hole : part.holes)
        if (contains(hole.shapeInFlat, p) || (nearestOn(hole.shapeInFlat, p) - p).norm() < reach)
            return part::Element::hole(hole.source);
    for (const part::PartBend& bend : part.bends) {
        const bool inStrip = contains(bend.zoneInFlat, p);
        if (inStrip || distance(p, part::keptLine(bend, 0.5)) < 2 * reach)
            return part::Element::bend(bend.id);
    }
    for (const part::PartPlate& plate : part.plates)
        if (contains(plate.shapeInFlat, p)) return part::Element::plate(plate.id);
    return {};
}

void paintBendBadge(QPainter& painter, const QPointF& centre, double size, int order, const QString& number) {
    const QColor colour = temper(order);
    painter.setPen(QPen(mixed(colour, Qt::black, 0.35), size * 0.08));
    painter.setBrush(colour);
    painter.drawPolygon(QPolygonF{centre + QPointF(0, -size), centre + QPointF(size, 0),
                                  centre + QPointF(0, size), centre + QPointF(-size, 0)});
    painter.setPen(inkOn(colour));
    painter.setFont(typeface(size * (number.size() > 1 ? 0.8 : 0.95), Weight::SemiBold));
    painter.drawText(QRectF(centre.x() - size, centre.y() - size, 2 * size, 2 * size), Qt::AlignCenter,
                     number);
}

} // namespace goodfold::draw
