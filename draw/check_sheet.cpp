#include "draw/check_sheet.h"

#include "bench/accept.h"
#include "bench/on_mount.h"
#include "bench/words.h"
#include "common/phrase.h"
#include "draw/paper_page.h"
#include "part/gauge.h"
#include "part/mirror.h"

#include <QCoreApplication>
#include <QPainter>

namespace goodfold::draw {

Result<std::vector<bench::Accept>> limitsOf(const sequence::Settled& settled,
                                            const material::Material& material, bool isOpposite,
                                            const ShopBooks& shop) {
    const auto on = bench::onMount(settled.job, settled, isOpposite, material, shop.errors, shop.hardware);
    if (on->wrong) return *on->wrong;
    if (!on->making) return Error{"No hole of it takes a bolt: nothing has to line up.", {}};
    return bench::acceptedOf(*on->making, *on->settled.outcome.plan, {});
}

namespace {

QString tr(const char* says) {
    return QCoreApplication::translate("CheckSheet", says);
}

class CheckSheet : public PaperPage {
public:
    CheckSheet(QPdfWriter& writer, QPainter& painter, const quantity::Reading& reading)
        : PaperPage(writer, painter), reading(reading) {}

    void head(const job::Job& job) {
        line(tr("%1: final check").arg(said(job.title)), 5, Weight::SemiBold);
        line(tr("Measure each finished piece and write what stands there. Within its limits its bolts go in; "
                "one that is "
                "a little beyond may go on all the same: try it before it is filed."),
             3.4);
        line(tr("Stock:                                        By:                                        "
                "Date:"),
             3.4);
        y += 2;
    }

    /// A table of so many pieces, and further ones below where they don't go side by side.
    void hand(const QString& name, const std::vector<bench::Accept>& accepts, int pieces) {
        const int beside = std::max(1, static_cast<int>((page.width() - kWords - kLimits) / kBox));
        for (int first = 0; first < pieces; first += beside)
            table(name, accepts, first, std::min(beside, pieces - first));
    }

    /// Which is which of those that are printed, by their holes.
    void gauges(const part::Part& part) {
        const auto all = part::bendGauges(part);
        if (all.empty()) return;
        QStringList says;
        for (size_t i = 0; i < all.size(); ++i) {
            std::vector<std::string> bends;
            for (const int bend : all[i].bends)
                bends.push_back(part.bends[static_cast<size_t>(bend)].id);
            const QString holes = i == 0 ? tr("one hole") : tr("%1 holes").arg(i + 1);
            says << tr("%1, %2 (%3)")
                        .arg(said(job::namesOfBends(bends)),
                             said(quantity::printNumber(reading.bendAngle(all[i].angleDeg), 1)) + QChar(0xb0),
                             holes);
        }
        room(2 * kRow);
        line(tr("Printed gauges, pushed in between the legs: %1. Light at its ends: bent too little. Light "
                "at its corner: "
                "bent too far.")
                 .arg(says.join(QStringLiteral("; "))),
             3.4);
    }

private:
    static constexpr double kRow = 9, kWords = 68, kLimits = 32, kBox = 16; // mm

    QString limit(const bench::Accept& accept, double value) const {
        return bench::isAngle(accept.measure.kind)
                   ? said(quantity::printNumber(reading.bendAngle(value), 1)) + QChar(0xb0)
                   : said(quantity::printMm(value, reading)).replace(QLatin1Char('-'), QChar(0x2212));
    }

    void table(const QString& name, const std::vector<bench::Accept>& accepts, int first, int count) {
        room(kRow * (static_cast<double>(accepts.size()) + 3));
        text(QPointF(page.left(), y), name, 4, Weight::SemiBold);
        for (int i = 0; i < count; ++i)
            text(QPointF(page.left() + kWords + kLimits + kBox * (i + 0.5), y),
                 QString::number(first + i + 1), 3.6, Weight::SemiBold, Qt::AlignHCenter);
        y += 3;
        for (const bench::Accept& accept : accepts) {
            const QStringList words =
                wrapped(said(bench::measureInWords(accept.measure)), 3.2, Weight::Regular, kWords - 2);
            const double height = std::max(kRow, 2.5 + 4.2 * static_cast<double>(words.size()));
            double line = y + 4.6;
            for (const QString& each : words) {
                text(QPointF(page.left(), line), each, 3.2);
                line += 4.2;
            }
            // Both ends of a range, the smaller first, however the reader calls the angle.
            const double low = reading.bendAngle(accept.from), high = reading.bendAngle(accept.to);
            const bool isTurned = bench::isAngle(accept.measure.kind) && low > high;
            text(QPointF(page.left() + kWords, y + 5),
                 tr("%1 to %2")
                     .arg(limit(accept, isTurned ? accept.to : accept.from),
                          limit(accept, isTurned ? accept.from : accept.to)),
                 3.2, Weight::SemiBold);
            boxes(count, height);
            y += height;
        }
        text(QPointF(page.left(), y + 5), tr("It goes on, is filed, or is scrap"), 3.2);
        boxes(count, kRow);
        y += kRow + 8;
    }

    void boxes(int count, double height) {
        pen(0.2);
        painter.setBrush(Qt::NoBrush);
        for (int i = 0; i < count; ++i)
            painter.drawRect(QRectF(page.left() + kWords + kLimits + kBox * i, y, kBox, height));
    }

    quantity::Reading reading;
};

} // namespace

QByteArray checkSheetPdf(const sequence::Settled& settled, const sequence::Settled* opposite,
                         const material::Material& material, QPageSize::PageSizeId paper,
                         const quantity::Reading& reading, const ShopBooks& shop) {
    return pagesPdf(settled.job.title, paper, [&](QPdfWriter& writer, QPainter& painter) {
        CheckSheet sheet(writer, painter, reading);
        sheet.head(settled.job);
        for (const bool isOther : {false, true}) {
            const sequence::Settled* own = isOther ? opposite : &settled;
            if (!own || !own->outcome.plan) continue;
            const auto accepts = limitsOf(*own, material, isOther, shop);
            if (!accepts) {
                sheet.line(said(accepts.error().says), 3.6);
                continue;
            }
            const std::string name =
                settled.job.oppositeHand ? part::handInWords(settled.job.hand, isOther) : "Piece";
            sheet.hand(said(capital(name)), *accepts, settled.job.quantity);
        }
        sheet.gauges(settled.part);
    });
}

} // namespace goodfold::draw
