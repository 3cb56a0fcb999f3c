#include "draw/template_content.h"

#include "draw/running_dimensions.h"
#include "part/mark.h"
#include "text/names.h"

#include <algorithm>

namespace goodfold::draw {

namespace {

constexpr double kAbove = 22; // bend labels over the blank
constexpr double kBelow = 22; // running dimensions under it

/// Room for the crosses of holes near an end and for the datum sign; of a sheet also for its second rule.
double besideOf(const part::Part& part) {
    return part.form == job::StockForm::Sheet ? 24 : 12;
}

} // namespace

QSizeF templateSize(const part::Part& part) {
    return {part.blank.length + 2 * besideOf(part), part.blank.width + kAbove + kBelow};
}

double TemplateContent::beside() const {
    return besideOf(part);
}

QPointF TemplateContent::at(const Vec2& flat) const {
    const Vec2 p = flat - part.blank.corner;
    return {beside() + p.x(), kAbove + part.blank.width - p.y()};
}

/// Of a drill or a radius.
QString TemplateContent::size(double mm) const {
    return QString::fromStdString(quantity::typesetSize(quantity::Length::mm(mm), reading.unit)) +
           (reading.unit == quantity::Unit::Inch ? QStringLiteral(" in") : QStringLiteral(" mm"));
}

void TemplateContent::paint() {
    pen(kBold);
    painter.drawPolygon(onPaper(part.blank.outline));
    datum();
    trims();
    for (const part::PartBend& one : part.bends)
        bend(one);
    for (const part::PartHole& hole : part.holes) {
        cross(hole);
        labels.keepFree(crossRoom(hole));
    }
    keepLabelsOff();
    bendLabels();
    holeLabels();
    dimensions();
    if (part.form == job::StockForm::Sheet) dimensionsAcross();
}

void TemplateContent::datum() {
    const bool atEnd = part.datum == job::Edge::End;
    const Vec2 end(part::flatXAt(part, 0), part.blank.corner.y());
    const QPointF corner = at(end), top = corner - QPointF(0, part.blank.width);
    const double out = atEnd ? 4 : -4;
    painter.setPen(Qt::NoPen);
    painter.setBrush(Qt::black);
    const QPointF middle = (corner + top) / 2;
    painter.drawPolygon(QPolygonF{middle, middle + QPointF(out, -2.5), middle + QPointF(out, 2.5)});
    text(top - QPointF(0, 2),
         atEnd ? QStringLiteral("right end: measure from here")
               : QStringLiteral("left end: measure from here"),
         kSmallText, Weight::Regular, atEnd ? Qt::AlignRight : Qt::AlignLeft);
}

/// Arcs in chords that stay within a hundredth of a millimetre at any size a bar has.
QPolygonF TemplateContent::onPaper(const Path& path) const {
    QPolygonF polygon;
    for (const Vec2& p : flattened(path, 1))
        polygon << at(p);
    return polygon;
}

void TemplateContent::trims() {
    for (const part::Mark& mark : part::marksOf(part)) {
        if (mark.kind != part::Mark::Kind::Trim) continue;
        const double low = part.blank.corner.y();
        const QPointF right = at({part::flatXAt(part, mark.alongAtRight), low});
        const QPointF left = at({part::flatXAt(part, mark.alongAtLeft), low + part.blank.width});
        dashed(kBold, {3, 1, 1, 1});
        painter.drawLine(right, left);
        text(left + QPointF(1, 3), QStringLiteral("trim here after bending"), kSmallText);
    }
    const auto box = boxOf(part.blank.finished);
    if (box.sizes().x() < part.blank.length - kHair) {
        pen(kHair);
        painter.drawPolygon(onPaper(part.blank.finished));
    }
}

void TemplateContent::bend(const part::PartBend& bend) {
    if (bend.allowance <= 0) return;
    const bool toward = bend.turn == job::Turn::Up;
    const auto line = [&](double share) {
        const Segment kept = part::keptLine(bend, share);
        painter.drawLine(at(kept.from), at(kept.to));
    };
    dashed(kHair, {1, 1});
    line(0);
    line(1);
    // Toward: long dashes. Away: dash, dot, dot. The words stand above.
    dashed(kThin, toward ? QList<qreal>{5, 1.5} : QList<qreal>{5, 1.2, 0.6, 1.2, 0.6, 1.2});
    line(0.5);
    if (!bend.setLine || bend.bumps > 1) return;
    pen(kBold); // the one that is set in the tool: full
    line(bend.setLine->fromNear / bend.allowance);
}

QString TemplateContent::bendInWords(const part::PartBend& bend) const {
    const bool toward = bend.turn == job::Turn::Up;
    return QStringLiteral("bend %1: %2%3 %4")
        .arg(QString::fromStdString(bend.id),
             QString::fromStdString(quantity::printNumber(reading.bendAngle(bend.shape.angleDeg), 2)),
             reading.angles == quantity::Reading::Angles::Included ? QStringLiteral("° between the legs,")
                                                                   : QStringLiteral("°"),
             toward ? QStringLiteral("toward you") : QStringLiteral("away from you"));
}

QString TemplateContent::radiusInWords(const part::PartBend& bend) const {
    return QStringLiteral("inside radius %1").arg(size(bend.shape.insideRadius));
}

/// A line along a sheet carries its words itself, on the flange's side.
void TemplateContent::labelAlong(const part::PartBend& bend) {
    const bool isUpper = bend.across.y() > 0;
    const QPointF a = at(bend.far.from), b = at(bend.far.to), c = at(bend.near.from);
    const QString says = bendInWords(bend) + QStringLiteral(", ") + radiusInWords(bend);
    const QSizeF words = roomFor(says);
    constexpr double kOff = 0.6;
    const QPointF beyond(std::min(a.x(), b.x()) + 2, isUpper ? a.y() - kOff - words.height() : a.y() + kOff);
    const double before = isUpper ? c.y() + kOff : c.y() - kOff - words.height();
    write(labels.placeAlong(words, beyond, std::abs(a.x() - b.x()) - 4, before - beyond.y()), says);
}

QSizeF TemplateContent::roomFor(const QString& says) const {
    return {textWidth(says, kSmallText, Weight::Regular), kSmallText * 1.15};
}

void TemplateContent::write(const QRectF& room, const QString& says) {
    text(room.bottomLeft() - QPointF(0, kSmallText * 0.25), says, kSmallText);
}

void TemplateContent::bendLabels() {
    std::vector<const part::PartBend*> bends;
    for (const part::PartBend& bend : part.bends) {
        if (part.form == job::StockForm::Sheet && part::runsAlong(bend))
            labelAlong(bend);
        else
            bends.push_back(&bend);
    }
    if (bends.empty()) return;
    const auto topOf = [&](const part::PartBend* bend) { return at(part::keptLine(*bend, 0.5).to); };
    std::sort(bends.begin(), bends.end(), [&](auto* a, auto* b) { return topOf(a).x() < topOf(b).x(); });
    std::vector<double> wanted, widths;
    std::vector<QString> first, second;
    for (const part::PartBend* bend : bends) {
        first.push_back(bendInWords(*bend));
        second.push_back(radiusInWords(*bend));
        if (bend->skewDeg != 0) second.back() += leaning(*bend);
        wanted.push_back(topOf(bend).x());
        widths.push_back(std::max(textWidth(first.back(), kSmallText, Weight::SemiBold),
                                  textWidth(second.back(), kSmallText, Weight::Regular)));
    }
    const double right = beside() + part.blank.length + beside();
    const auto centres = spread(wanted, widths, 0, right, 3);
    for (size_t i = 0; i < bends.size(); ++i) {
        const QPointF top = topOf(bends[i]);
        const QRectF room(centres[i] - widths[i] / 2, kAbove - 14 - kSmallText, widths[i],
                          2 * kSmallText + 1);
        const double centre = labels.onOnePage(room).center().x();
        text({centre, kAbove - 14}, first[i], kSmallText, Weight::SemiBold, Qt::AlignHCenter);
        text({centre, kAbove - 10.5}, second[i], kSmallText, Weight::Regular, Qt::AlignHCenter);
        pen(kHair);
        painter.drawLine(QPointF(centre, kAbove - 9.5), top - QPointF(0, 0.8));
    }
}

/// A leaning line is scribed from edge to edge: where it meets both.
QString TemplateContent::leaning(const part::PartBend& bend) const {
    const Segment line = part::scribedLine(bend);
    const auto along = [&](const Vec2& p) {
        return QString::fromStdString(
            quantity::typeset(quantity::Length::mm(part::alongBlank(part, p)), reading));
    };
    return QStringLiteral("; from %1 on the lower edge to %2 on the upper")
        .arg(along(line.from), along(line.to));
}

void TemplateContent::cross(const part::PartHole& hole) {
    const QPointF centre = at(hole.centreInFlat);
    const bool isLarge = !hole.isRound() && !hole.isSlot();
    const double radius = isLarge ? 2 : hole.diameter / 2, arm = radius + 2;
    pen(kThin);
    if (hole.isRound())
        painter.drawEllipse(centre, radius, radius);
    else
        painter.drawPolygon(onPaper(hole.shapeInFlat));
    if (hole.countersink) { // dashed where it is sunk from the back
        const double wide = hole.countersink->diameter / 2;
        hole.countersink->onBack ? dashed(kHair, {1, 1}) : pen(kHair);
        painter.drawEllipse(centre, wide, wide);
    }
    pen(kHair);
    for (const Vec2& punch : {hole.spineInFlat.from, hole.spineInFlat.to}) {
        painter.drawLine(at(punch) - QPointF(arm, 0), at(punch) + QPointF(arm, 0));
        painter.drawLine(at(punch) - QPointF(0, arm), at(punch) + QPointF(0, arm));
    }
}

/// What its circle and the arms of its cross take; of a large opening only the middle, there is room in it.
QRectF TemplateContent::crossRoom(const part::PartHole& hole) const {
    const bool isLarge = !hole.isRound() && !hole.isSlot();
    const double reach = isLarge ? 2 : hole.diameter / 2 + 1;
    QRectF room;
    for (const Vec2& punch : {hole.spineInFlat.from, hole.spineInFlat.to})
        room |= QRectF(at(punch) - QPointF(reach, reach), QSizeF(2 * reach, 2 * reach));
    return room;
}

/// Outline and bend lines; and the figures of a sheet's second rule, that are written later.
void TemplateContent::keepLabelsOff() {
    const QPolygonF outline = onPaper(part.blank.outline);
    for (qsizetype i = 0; i < outline.size(); ++i)
        labels.keepOff(QLineF(outline[i], outline[(i + 1) % outline.size()]));
    for (const part::PartHole& hole : part.holes)
        if (!hole.isRound()) {
            const QPolygonF shape = onPaper(hole.shapeInFlat);
            for (qsizetype i = 0; i < shape.size(); ++i)
                labels.keepOff(QLineF(shape[i], shape[(i + 1) % shape.size()]));
        }
    for (const part::PartBend& bend : part.bends)
        for (const double share : {0.0, 0.5, 1.0}) {
            const Segment kept = part::keptLine(bend, share);
            labels.keepOff(QLineF(at(kept.from), at(kept.to)));
        }
    if (part.form == job::StockForm::Sheet)
        labels.keepFree(QRectF(0, kAbove, beside() - 3, part.blank.width));
}

/// Beside their holes; far from one a hair leads to it.
void TemplateContent::holeLabels() {
    for (const part::PartHole& hole : part.holes) {
        const QString says = holeInWords(hole);
        const QRectF about = crossRoom(hole), room = labels.place(roomFor(says), about);
        write(room, says);
        if (room.intersects(about.adjusted(-3, -3, 3, 3))) continue;
        const QPointF from(std::clamp(about.center().x(), room.left(), room.right()),
                           room.center().y() > about.center().y() ? room.top() : room.bottom());
        pen(kHair);
        painter.drawLine(from, about.center());
    }
}

QString TemplateContent::holeInWords(const part::PartHole& hole) const {
    QString says = QString::fromStdString(hole.id);
    const double slot = (hole.spineInFlat.to - hole.spineInFlat.from).norm();
    if (hole.isSlot())
        says += QStringLiteral(" slot %1 × %2").arg(size(hole.diameter), size(slot + hole.diameter));
    else if (hole.isRound() || hole.kind == job::Hole::Kind::D || hole.kind == job::Hole::Kind::Key)
        says += QStringLiteral(" ø%1").arg(size(hole.diameter));
    if (hole.isSunk()) says += ", " + QString::fromStdString(text::workOn(hole, reading.unit));
    return says;
}

void TemplateContent::dimensions() {
    const double base = kAbove + part.blank.width + 5;
    const auto all = runningDimensions(part, part::marksOf(part), reading);
    std::vector<double> wanted, widths;
    for (const RunningDimension& dimension : all) {
        wanted.push_back(beside() + dimension.x);
        widths.push_back(textWidth(dimension.text, kText, Weight::SemiBold));
    }
    const auto centres = spread(wanted, widths, 0, part.blank.length + 2 * beside(), 2);
    pen(kThin);
    painter.drawLine(QPointF(wanted.front(), base), QPointF(wanted.back(), base));
    for (size_t i = 0; i < all.size(); ++i) {
        pen(kThin);
        painter.drawLine(QPointF(wanted[i], base - 1.5), QPointF(wanted[i], base + 1.5));
        pen(kHair);
        painter.drawLine(QPointF(wanted[i], base + 1.5), QPointF(centres[i], base + 4));
        text({centres[i], base + 7.5}, all[i].text, kText, Weight::SemiBold, Qt::AlignHCenter);
    }
}

/// A sheet's second rule, from its lower edge up, at its left.
void TemplateContent::dimensionsAcross() {
    const auto all = runningDimensionsAcross(part, part::marksOf(part), reading);
    const double base = beside() - 5, lowest = kAbove + part.blank.width;
    std::vector<double> wanted, heights(all.size(), kText * 1.15);
    std::vector<int> ranks;
    for (const RunningDimension& dimension : all) {
        wanted.push_back(lowest - dimension.x);
        ranks.push_back(dimension.about.isNothing() ? 0 : 1);
    }
    const auto shown = withRoomInPlace(wanted, heights, ranks);
    pen(kThin);
    painter.drawLine(QPointF(base, wanted.front()), QPointF(base, wanted.back()));
    for (size_t i = 0; i < all.size(); ++i) {
        pen(kThin);
        painter.drawLine(QPointF(base - 1.5, wanted[i]), QPointF(base + 1.5, wanted[i]));
        if (shown[i])
            text({base - 2.5, wanted[i] + kText * 0.36}, all[i].text, kText, Weight::SemiBold,
                 Qt::AlignRight);
    }
}

} // namespace goodfold::draw
