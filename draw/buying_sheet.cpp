#include "draw/buying_sheet.h"

#include "common/phrase.h"
#include "draw/on_use.h"
#include "draw/paper_page.h"

#include <QCoreApplication>
#include <QPainterPath>
#include <QPdfWriter>

#include <algorithm>
#include <set>

namespace goodfold::draw {

namespace {

QPainterPath drawn(const Path& path, const Pose2& sheetFromFlat, const QPointF& origin, double scale) {
    QPainterPath outline;
    for (const Vec2& corner : flattened(path)) {
        const Vec2 at = sheetFromFlat * corner;
        const QPointF point = origin + QPointF(at.x(), -at.y()) * scale;
        outline.elementCount() ? outline.lineTo(point) : outline.moveTo(point);
    }
    outline.closeSubpath();
    return outline;
}

class BuyingSheet : public PaperPage {
    Q_DECLARE_TR_FUNCTIONS(BuyingSheet)
public:
    BuyingSheet(QPdfWriter& writer, QPainter& painter, const quantity::Reading& reading)
        : PaperPage(writer, painter), reading(reading) {}

    void paint(const Buying& buying) {
        line(tr("%1: to buy and to cut").arg(said(buying.title)), kLargeText, Weight::SemiBold);
        using Kind = stock::Purchase::Kind;
        group(tr("To buy"), buying.list, {Kind::Stock, Kind::Fastener});
        group(tr("To have ready"), buying.list, {Kind::Cutter});
        line(tr("Sizes are typical: a maker's or merchant's sheet goes before them."), kSmallText);
        for (const stock::BatchCut* cut : {&buying.cut, &buying.beyond}) {
            for (const stock::SectionCut& each : cut->bars)
                bars(each);
            for (const stock::SectionNest& each : cut->sheets)
                sheets(each);
        }
    }

private:
    static constexpr double kRow = 6.5, kBar = 7, kMostHigh = 110; // mm

    void group(const QString& title, const std::vector<stock::Purchase>& list,
               const std::set<stock::Purchase::Kind>& kinds) {
        const auto isOf = [&](const stock::Purchase& each) { return kinds.contains(each.kind); };
        if (std::none_of(list.begin(), list.end(), isOf)) return;
        room(2 * kRow + 6);
        y += 2;
        line(title, kText, Weight::SemiBold);
        for (const stock::Purchase& each : list) {
            if (!isOf(each)) continue;
            room(kRow);
            pen(kThin);
            painter.drawRect(QRectF(page.left(), y - 3, 3.4, 3.4));
            text(QPointF(page.left() + 14, y), QString::number(each.count), kText, Weight::SemiBold,
                 Qt::AlignRight);
            text(QPointF(page.left() + 17, y), said(each.says), kText);
            text(QPointF(page.right(), y), said(each.about), kSmallText, Weight::Regular, Qt::AlignRight);
            y += kRow;
        }
    }

    QString length(double mm) const { return said(quantity::printMm(mm, reading)); }
    QString size(double mm) const {
        return said(quantity::typesetSize(quantity::Length::mm(mm), reading.unit));
    }

    void missing(const std::vector<int>& counts, const auto& wanted) {
        for (size_t i = 0; i < counts.size(); ++i)
            if (counts[i] > 0)
                line(tr("%1 of %2 find no stock here.").arg(counts[i]).arg(said(wanted[i].name)), kText);
    }

    // ---- bars -----------------------------------------------------------------------------------------
    void bars(const stock::SectionCut& cut) {
        if (cut.list.bars.empty()) return missing(cut.list.missing, cut.section.wanted);
        room(40);
        y += 4;
        line(tr("Bars %1 × %2, each cut taking %3")
                 .arg(size(cut.section.width), size(cut.section.thickness), size(cut.sawing.kerf)),
             kText, Weight::SemiBold);
        double longest = 0;
        for (const stock::CutBar& bar : cut.list.bars)
            longest = std::max(longest, cut.bars[bar.bar].length);
        for (size_t i = 0; i < cut.list.bars.size();) {
            size_t next = i + 1;
            while (next < cut.list.bars.size() && isSame(cut.list.bars[i], cut.list.bars[next]))
                ++next;
            bar(cut, cut.list.bars[i], static_cast<int>(next - i), page.width() / longest);
            i = next;
        }
        line(cut.list.isLeast ? tr("No way of cutting takes less.")
                              : tr("No way of cutting takes less than %1 of what this does.")
                                    .arg(percent(cut.list.least / cut.list.cost)),
             kSmallText);
        missing(cut.list.missing, cut.section.wanted);
    }

    static bool isSame(const stock::CutBar& a, const stock::CutBar& b) {
        return a.bar == b.bar && a.pieces == b.pieces;
    }

    void bar(const stock::SectionCut& cut, const stock::CutBar& bar, int times, double scale) {
        room(kBar + 16);
        const stock::Bar& of = cut.bars[bar.bar];
        text(QPointF(page.left(), y),
             (times > 1 ? tr("%1 times ").arg(times) : QString()) +
                 tr("%1: %2 pieces, %3 left").arg(said(of.name)).arg(bar.pieces.size()).arg(length(bar.rest)),
             kSmallText);
        y += 1.6;
        pen(kBold);
        painter.drawRect(QRectF(page.left(), y, of.length * scale, kBar));
        double at = cut.sawing.squaring;
        for (const size_t piece : bar.pieces) {
            const stock::Wanted& wanted = cut.section.wanted[piece];
            const QRectF box(page.left() + at * scale, y, wanted.length * scale, kBar);
            pen(kThin);
            painter.fillRect(box, QColor(236, 236, 236));
            painter.drawRect(box);
            const QString says = length(wanted.length);
            if (textWidth(says, kSmallText, Weight::Regular) < box.width() - 1)
                text({box.center().x(), box.center().y() + 1}, says, kSmallText, Weight::Regular,
                     Qt::AlignHCenter);
            at += wanted.length + cut.sawing.kerf;
        }
        y += kBar + 3.6;
        line(piecesInWords(cut, bar), kSmallText);
    }

    /// "4 × 176.0 vent stay"
    QString piecesInWords(const stock::SectionCut& cut, const stock::CutBar& bar) const {
        std::vector<std::string> all;
        for (size_t i = 0; i < cut.section.wanted.size(); ++i) {
            const auto count = std::count(bar.pieces.begin(), bar.pieces.end(), i);
            const stock::Wanted& wanted = cut.section.wanted[i];
            if (count)
                all.push_back(std::to_string(count) + " × " + length(wanted.length).toStdString() + " " +
                              wanted.name);
        }
        return said(listed(all));
    }

    static QString percent(double share) {
        constexpr double kPercent = 100;
        return QStringLiteral("%1 %").arg(kPercent * share, 0, 'f', 1);
    }

    // ---- sheets ---------------------------------------------------------------------------------------
    void sheets(const stock::SectionNest& cut) {
        for (const stock::NestedSheet& sheet : cut.nest.sheets)
            this->sheet(cut, sheet);
        if (!cut.nest.sheets.empty())
            line(tr("%1 of what is taken is blanks; their own area is %2 of it, and no way of laying takes "
                    "less.")
                     .arg(percent(cut.nest.used), percent(cut.nest.least / cut.nest.taken)),
                 kSmallText);
        missing(cut.nest.missing, cut.section.wanted);
    }

    void sheet(const stock::SectionNest& cut, const stock::NestedSheet& sheet) {
        const stock::Sheet& of = cut.sheets[sheet.sheet];
        const double scale = std::min(page.width() / of.length, kMostHigh / of.width);
        room(of.width * scale + 18);
        y += 4;
        line(tr("%1, %2 thick, %3 × %4: %5 blanks, %6 of its length left whole; the grain runs along it")
                 .arg(said(of.name), size(cut.section.thickness), length(of.length), length(of.width))
                 .arg(sheet.blanks.size())
                 .arg(length(sheet.rest)),
             kText, Weight::SemiBold);
        const QPointF origin(page.left(), y + of.width * scale);
        pen(kBold);
        painter.drawRect(QRectF(page.left(), y, of.length * scale, of.width * scale));
        for (const stock::Laid& laid : sheet.blanks) {
            const stock::WantedBlank& blank = cut.section.wanted[laid.blank];
            pen(kThin);
            painter.fillPath(drawn(blank.outline, laid.sheetFromFlat, origin, scale), QColor(236, 236, 236));
            painter.drawPath(drawn(blank.outline, laid.sheetFromFlat, origin, scale));
            pen(kHair);
            for (const Path& hole : blank.holes)
                painter.drawPath(drawn(hole, laid.sheetFromFlat, origin, scale));
            name(blank, drawn(blank.outline, laid.sheetFromFlat, origin, scale).boundingRect());
        }
        y = origin.y() + 5;
    }

    /// Along the longer side of where it lies, if it fits.
    void name(const stock::WantedBlank& blank, const QRectF& box) {
        const QString says = said(blank.name);
        const double wide = textWidth(says, kSmallText, Weight::Regular);
        const bool isUpright = box.height() > box.width();
        if (wide > std::max(box.width(), box.height()) - 1 ||
            std::min(box.width(), box.height()) < kSmallText)
            return;
        painter.save();
        painter.translate(box.center());
        if (isUpright) painter.rotate(-90);
        text({0, 1}, says, kSmallText, Weight::Regular, Qt::AlignHCenter);
        painter.restore();
    }

    const quantity::Reading& reading;
};

} // namespace

Result<Buying> buyingFor(const std::string& title, const std::vector<stock::Shopped>& jobs,
                         const stock::Rack& rack, const stock::Cutting& how,
                         const quantity::Reading& reading) {
    const cutting::Cutters* cutters = cuttersOnUse();
    if (!cutters)
        return Error{"The library goodfold-cutting.so is not beside the program: install it again.", {}};
    std::vector<stock::Batched> batch;
    batch.reserve(jobs.size());
    for (const stock::Shopped& each : jobs)
        batch.push_back(each.made);
    auto cut = stock::cutBatch(batch, rack, how, *cutters);
    if (!cut) return cut.error();
    auto beyond = stock::cutMissing(*cut, batch.front().job.units, *cutters);
    if (!beyond) return beyond.error();
    auto list = stock::shoppingList(jobs, *cut, *beyond, reading);
    return Buying{title, std::move(list), *std::move(cut), *std::move(beyond)};
}

QPainterPath sheetOutlines(const stock::SectionNest& cut, const stock::NestedSheet& sheet,
                           const QPointF& origin, double scale) {
    QPainterPath all;
    for (const stock::Laid& laid : sheet.blanks) {
        const stock::WantedBlank& blank = cut.section.wanted[laid.blank];
        all.addPath(drawn(blank.outline, laid.sheetFromFlat, origin, scale));
        for (const Path& hole : blank.holes)
            all.addPath(drawn(hole, laid.sheetFromFlat, origin, scale));
    }
    return all;
}

QByteArray buyingSheetPdf(const Buying& buying, QPageSize::PageSizeId paper,
                          const quantity::Reading& reading) {
    return pagesPdf(buying.title, paper, [&](QPdfWriter& writer, QPainter& painter) {
        BuyingSheet(writer, painter, reading).paint(buying);
    });
}

} // namespace goodfold::draw
