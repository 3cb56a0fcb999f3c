#include "draw/template_sheet.h"

#include "draw/paper_pen.h"
#include "draw/running_dimensions.h"
#include "draw/type.h"
#include "part/mark.h"
#include "part/mirror.h"

#include <QBuffer>
#include <QPainter>
#include <QPdfWriter>

#include <algorithm>

namespace goodfold::draw {

namespace {

// All in millimetres on the paper.
constexpr double kAbove = 22; // bend labels over the blank
constexpr double kBelow = 22; // running dimensions under it
/// Room for the crosses of holes near an end and for the datum sign; of a sheet also for its second rule.
double besideOf(const part::Part& part) {
    return part.form == part::StockForm::Sheet ? 24 : 12;
}
constexpr double kHair = 0.1, kThin = 0.18, kBold = 0.35;
constexpr double kSmallText = 2.6, kText = 3.2, kLargeText = 5;

/// What stands in the title besides the drawing.
struct Title {
    QString title, stock, hand;
};

struct Sheet {
    part::Part part;
    Title title;
};

/// Content coordinates: the template's own sheet, x along the blank, y down.
QSizeF contentSize(const part::Part& part) {
    return {part.blank.length + 2 * besideOf(part), part.blank.width + kAbove + kBelow};
}

/// Paints one template, page by page, with a painter whose unit is a millimetre.
class TemplatePainter : PaperPen {
public:
    TemplatePainter(QPainter& painter, const Sheet& sheet, const TemplatePlan& plan,
                    const quantity::Reading& reading)
        : PaperPen(painter), part(sheet.part), title(sheet.title), plan(plan), reading(reading) {}

    void paintPage(int page) {
        head(page);
        checkBars();
        painter.save();
        painter.setClipRect(plan.window);
        painter.translate(plan.window.topLeft() - plan.shown(page).topLeft());
        content();
        registration();
        painter.restore();
        seamNotes(page);
    }

private:
    double beside() const { return besideOf(part); }

    QPointF at(const Vec2& flat) const {
        const Vec2 p = flat - part.blank.corner;
        return {beside() + p.x(), kAbove + part.blank.width - p.y()};
    }

    /// Of a drill or a radius.
    QString size(double mm) const {
        return QString::fromStdString(quantity::typesetSize(quantity::Length::mm(mm), reading.unit)) +
               (reading.unit == quantity::Unit::Inch ? QStringLiteral(" in") : QStringLiteral(" mm"));
    }

    QString length(double mm) const {
        return QString::fromStdString(quantity::typesetWithUnit(quantity::Length::mm(mm), reading));
    }

    void head(int page) {
        const double left = plan.window.left(), right = plan.window.right();
        double y = plan.window.top() - 30 + kLargeText;
        text({left, y}, title.title, kLargeText, Weight::SemiBold);
        text({right, y}, title.hand, kLargeText, Weight::SemiBold, Qt::AlignRight);
        y += 6;
        text({left, y}, title.stock, kText);
        text({right, y}, QStringLiteral("page %1 of %2").arg(page + 1).arg(plan.pages()), kText,
             Weight::Regular, Qt::AlignRight);
        y += 5;
        text({left, y},
             QStringLiteral("Blank %1 long, %2 wide. This side is the face; it looks at you.")
                 .arg(length(part.blank.length), length(part.blank.width)),
             kText);
        y += 5;
        text({left, y},
             QStringLiteral(
                 "Print at 100 %, not fitted to the page. Lay a rule on the bars below before you scribe."),
             kText, Weight::SemiBold);
    }

    void checkBar(const QPointF& left, double mm, int parts, const QString& name) {
        pen(kThin);
        painter.drawLine(left, left + QPointF(mm, 0));
        for (int i = 0; i <= parts; ++i) {
            const double tall = i == 0 || i == parts ? 5 : 2;
            const QPointF foot = left + QPointF(mm * i / parts, 0);
            painter.drawLine(foot, foot - QPointF(0, tall));
        }
        text(left + QPointF(mm + 2, 0), name, kText);
    }

    void checkBars() {
        const QPointF foot(plan.window.left() + 1, plan.window.bottom() + 26);
        checkBar(foot - QPointF(0, 12), 100, 10, QStringLiteral("100 mm exactly"));
        checkBar(foot, 4 * quantity::kMillimetresPerInch, 16, QStringLiteral("4 inches exactly"));
    }

    void content() {
        pen(kBold);
        painter.drawPolygon(onPaper(part.blank.outline));
        datum();
        trims();
        for (const part::PartBend& one : part.bends)
            bend(one);
        bendLabels();
        for (const part::PartHole& hole : part.holes)
            cross(hole);
        dimensions();
        if (part.form == part::StockForm::Sheet) dimensionsAcross();
    }

    void datum() {
        const bool atEnd = part.datum == part::Edge::End;
        const Vec2 end(part::flatXAt(part, 0), part.blank.corner.y());
        const QPointF corner = at(end), top = corner - QPointF(0, part.blank.width);
        const double out = atEnd ? 4 : -4;
        painter.setPen(Qt::NoPen);
        painter.setBrush(Qt::black);
        const QPointF middle = (corner + top) / 2;
        painter.drawPolygon(QPolygonF{middle, middle + QPointF(out, -2.5), middle + QPointF(out, 2.5)});
        text(top - QPointF(0, 2), QStringLiteral("datum end: measure from here"), kSmallText, Weight::Regular,
             atEnd ? Qt::AlignRight : Qt::AlignLeft);
    }

    /// Arcs in chords that stay within a hundredth of a millimetre at any size a bar has.
    QPolygonF onPaper(const Path& path) const {
        QPolygonF polygon;
        for (const Vec2& p : flattened(path, 1))
            polygon << at(p);
        return polygon;
    }

    void trims() {
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

    void bend(const part::PartBend& bend) {
        if (bend.allowance <= 0) return;
        const bool toward = bend.turn == part::Turn::Up;
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
    }

    QString bendInWords(const part::PartBend& bend) const {
        const bool toward = bend.turn == part::Turn::Up;
        return QStringLiteral("bend %1: %2%3 %4")
            .arg(QString::fromStdString(bend.id),
                 QString::fromStdString(quantity::printNumber(reading.bendAngle(bend.shape.angleDeg), 2)),
                 reading.angles == quantity::Reading::Angles::Included ? QStringLiteral("° between the legs,")
                                                                       : QStringLiteral("°"),
                 toward ? QStringLiteral("toward you") : QStringLiteral("away from you"));
    }

    QString radiusInWords(const part::PartBend& bend) const {
        return QStringLiteral("inside radius %1").arg(size(bend.shape.insideRadius));
    }

    /// A line along a sheet carries its words itself, on the flange's side.
    void labelAlong(const part::PartBend& bend) {
        const bool isUpper = bend.across.y() > 0;
        const QPointF a = at(bend.far.from), b = at(bend.far.to);
        const QPointF corner(std::min(a.x(), b.x()) + 2, a.y());
        text(corner + QPointF(0, isUpper ? -1 : 1 + kSmallText),
             bendInWords(bend) + QStringLiteral(", ") + radiusInWords(bend), kSmallText);
    }

    void bendLabels() {
        std::vector<const part::PartBend*> bends;
        for (const part::PartBend& bend : part.bends) {
            if (part.form == part::StockForm::Sheet && part::runsAlong(bend))
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
            text({centres[i], kAbove - 14}, first[i], kSmallText, Weight::SemiBold, Qt::AlignHCenter);
            text({centres[i], kAbove - 10.5}, second[i], kSmallText, Weight::Regular, Qt::AlignHCenter);
            pen(kHair);
            painter.drawLine(QPointF(centres[i], kAbove - 9.5), top - QPointF(0, 0.8));
        }
    }

    /// A leaning line is scribed from edge to edge: where it meets both.
    QString leaning(const part::PartBend& bend) const {
        const Segment line = part::keptLine(bend, 0.5);
        const auto along = [&](const Vec2& p) {
            return QString::fromStdString(
                quantity::typeset(quantity::Length::mm(p.x() - part.blank.corner.x()), reading));
        };
        return QStringLiteral("; from %1 on the lower edge to %2 on the upper")
            .arg(along(line.from), along(line.to));
    }

    void cross(const part::PartHole& hole) {
        const QPointF centre = at(hole.centreInFlat);
        const bool isLarge = !hole.isRound() && !hole.isSlot();
        const double radius = isLarge ? 2 : hole.diameter / 2, arm = radius + 2;
        pen(kThin);
        if (hole.isRound())
            painter.drawEllipse(centre, radius, radius);
        else
            painter.drawPolygon(onPaper(hole.shapeInFlat));
        pen(kHair);
        for (const Vec2& punch : {hole.spineInFlat.from, hole.spineInFlat.to}) {
            painter.drawLine(at(punch) - QPointF(arm, 0), at(punch) + QPointF(arm, 0));
            painter.drawLine(at(punch) - QPointF(0, arm), at(punch) + QPointF(0, arm));
        }
        const double slot = (hole.spineInFlat.to - hole.spineInFlat.from).norm();
        const QString says =
            hole.isSlot()
                ? QStringLiteral("%1 slot %2 × %3")
                      .arg(QString::fromStdString(hole.id), size(hole.diameter), size(slot + hole.diameter))
            : hole.isRound() || hole.kind == part::Hole::Kind::D || hole.kind == part::Hole::Kind::Key
                ? QStringLiteral("%1 ø%2").arg(QString::fromStdString(hole.id), size(hole.diameter))
                : QString::fromStdString(hole.id);
        // On the side that has more room, so that the words stay off the end.
        const bool toTheRight = centre.x() < beside() + part.blank.length / 2;
        const QPointF corner(radius * 0.8 + 0.8, -radius * 0.8 - 0.8);
        text(centre + (toTheRight ? corner : QPointF(-corner.x(), corner.y())), says, kSmallText,
             Weight::Regular, toTheRight ? Qt::AlignLeft : Qt::AlignRight);
    }

    void dimensions() {
        const double base = kAbove + part.blank.width + 5;
        const auto all = runningDimensions(part, reading);
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
    void dimensionsAcross() {
        const auto all = runningDimensionsAcross(part, reading);
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

    /// The same crosses on both pages of a seam, above and below the blank; lay one on the other.
    void registration() {
        pen(kHair);
        const QSizeF size = contentSize(part);
        const auto crossAt = [&](const QPointF& p) {
            painter.drawLine(p - QPointF(3, 0), p + QPointF(3, 0));
            painter.drawLine(p - QPointF(0, 3), p + QPointF(0, 3));
            painter.drawEllipse(p, 1.5, 1.5);
        };
        // Two on every page of a seam: near both ends of the content, and where it runs over several pages
        // near the ends of each.
        std::vector<double> alongX{4, size.width() - 4}, alongY{4, size.height() - 4};
        for (const double seam : plan.seamsX())
            alongX.insert(alongX.end(), {seam - plan.overlap, seam + plan.overlap});
        for (const double seam : plan.seamsY())
            alongY.insert(alongY.end(), {seam - plan.overlap, seam + plan.overlap});
        for (const double x : plan.seamsX())
            for (const double y : alongY)
                crossAt({x, y});
        for (const double y : plan.seamsY())
            for (const double x : alongX)
                crossAt({x, y});
    }

    void seamNotes(int page) {
        if (plan.pages() == 1) return;
        const double y = plan.window.bottom() + 4;
        if (page % plan.columns > 0)
            text({plan.window.left(), y}, QStringLiteral("← lay the crosses on page %1").arg(page),
                 kSmallText);
        if (page % plan.columns < plan.columns - 1)
            text({plan.window.right(), y}, QStringLiteral("goes on with page %1 →").arg(page + 2), kSmallText,
                 Weight::Regular, Qt::AlignRight);
        if (page / plan.columns > 0)
            text({plan.window.center().x(), y},
                 QStringLiteral("↑ lay the crosses on page %1").arg(page + 1 - plan.columns), kSmallText,
                 Weight::Regular, Qt::AlignHCenter);
    }

    const part::Part& part;
    const Title& title;
    const TemplatePlan& plan;
    const quantity::Reading& reading;
};

Title titleOf(const part::Job& job, const material::Material& material, bool isOpposite) {
    const QString unit = job.units == quantity::Unit::Inch ? QStringLiteral("in") : QStringLiteral("mm");
    const auto size = [&](double mm) {
        return QString::fromStdString(quantity::typesetSize(quantity::Length::mm(mm), job.units));
    };
    const QString name = QString::fromStdString(material.name);
    const QString stock =
        job.stock.form == part::StockForm::Bar
            ? QStringLiteral("%1 × %2 %3 bar, %4").arg(size(job.stock.width), size(job.thickness), unit, name)
            : QStringLiteral("%1 %2 sheet, %3").arg(size(job.thickness), unit, name);
    return {QString::fromStdString(job.title), stock,
            QString::fromStdString(part::handInWords(job.hand, isOpposite))};
}

std::vector<Sheet> sheetsOf(const part::Job& job, const material::Material& material) {
    const part::Part part = part::solve(job, material);
    std::vector<Sheet> sheets{{part, titleOf(job, material, false)}};
    if (job.oppositeHand)
        sheets.push_back({part::solve(part::mirrored(job, part), material), titleOf(job, material, true)});
    return sheets;
}

} // namespace

void paintTemplate(QPagedPaintDevice& device, const part::Job& job, const material::Material& material,
                   QPageSize::PageSizeId paper, const quantity::Reading& reading) {
    QPainter painter;
    for (const Sheet& sheet : sheetsOf(job, material)) {
        const TemplatePlan plan = planTemplate(contentSize(sheet.part), paper);
        device.setPageOrientation(plan.landscape ? QPageLayout::Landscape : QPageLayout::Portrait);
        for (int page = 0; page < plan.pages(); ++page) {
            if (painter.isActive())
                device.newPage();
            else
                painter.begin(&device);
            painter.resetTransform();
            painter.scale(device.logicalDpiX() / 25.4, device.logicalDpiY() / 25.4);
            TemplatePainter(painter, sheet, plan, reading).paintPage(page);
        }
    }
}

QByteArray templatePdf(const part::Job& job, const material::Material& material, QPageSize::PageSizeId paper,
                       const quantity::Reading& reading) {
    constexpr int kDotsPerInch = 1200;
    QBuffer buffer;
    buffer.open(QIODevice::WriteOnly);
    {
        QPdfWriter writer(&buffer);
        writer.setResolution(kDotsPerInch);
        writer.setCreator(QStringLiteral("Good Fold"));
        writer.setTitle(QString::fromStdString(job.title));
        writer.setPageSize(QPageSize(paper));
        writer.setPageMargins(QMarginsF());
        paintTemplate(writer, job, material, paper, reading);
    }
    return buffer.data();
}

} // namespace goodfold::draw
