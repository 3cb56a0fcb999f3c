#include "draw/quote.h"

#include "common/phrase.h"
#include "draw/paper_page.h"
#include "draw/paper_scene.h"
#include "draw/template_pages.h"
#include "part/mirror.h"

#include <QCoreApplication>
#include <QDate>
#include <QLocale>
#include <QPdfWriter>

#include <algorithm>
#include <map>

namespace goodfold::draw {

namespace {

class Quote : public PaperPage {
    Q_DECLARE_TR_FUNCTIONS(Quote)
public:
    Quote(QPdfWriter& writer, QPainter& painter, const sequence::Settled& settled,
          const quantity::Reading& reading)
        : PaperPage(writer, painter), job(settled.job), part(settled.part), reading(reading) {}

    void paint(const material::Material& material, const std::vector<std::pair<int, cost::Price>>& prices,
               const cost::Rates& rates) {
        head();
        picture();
        what(material);
        priced(prices, rates);
        small();
    }

private:
    static constexpr double kRow = 7, kHigh = 80; // mm

    void head() {
        text({page.left(), y + 2}, tr("Quote"), 8, Weight::SemiBold);
        text({page.right(), y + 2}, QLocale().toString(QDate::currentDate(), QLocale::ShortFormat), kText,
             Weight::Regular, Qt::AlignRight);
        y += 14;
        for (const QString& says : {tr("From"), tr("For"), tr("Number")}) {
            text({page.left(), y}, says, kText);
            pen(kHair);
            painter.drawLine(QPointF(page.left() + 20, y + 0.8), QPointF(page.left() + 110, y + 0.8));
            y += kRow;
        }
        y += 4;
    }

    void picture() {
        line(said(job.title), kLargeText, Weight::SemiBold);
        const QRectF area(page.left(), y, page.width(), kHigh);
        const Scene scene = sceneOf(part, part::fold(part));
        paintOnPaper(painter, scene, fitted(Camera(), scene.points, area.adjusted(4, 4, -4, -4)));
        y = area.bottom() + 6;
    }

    void row(const QString& says, const QString& is) {
        text({page.left(), y}, says, kText);
        text({page.left() + 42, y}, is, kText, Weight::SemiBold);
        y += kRow;
    }

    void what(const material::Material& material) {
        row(tr("Made from"), stockInWords(job, material));
        if (job.coat > 0)
            row(tr("Coated"), said(quantity::typesetSize(quantity::Length::mm(job.coat), reading.unit)) +
                                  tr(" on each side"));
        row(tr("Bends"), QString::number(part.bends.size()));
        if (const QString holes = holesInWords(); !holes.isEmpty()) row(tr("Holes"), holes);
        constexpr double kGrams = 1000;
        row(tr("Weighs"), said(quantity::printNumber(part.blank.mass * kGrams, 0)) + tr(" g each"));
    }

    /// "4 of 6.6, 2 slots, 1 opening"
    QString holesInWords() const {
        std::map<double, int> rounds;
        int slotted = 0, openings = 0;
        for (const part::PartHole& hole : part.holes)
            ++(hole.isRound() ? rounds[hole.diameter] : hole.isSlot() ? slotted : openings);
        std::vector<std::string> all;
        all.reserve(rounds.size() + 2);
        for (const auto& [diameter, count] : rounds)
            all.push_back(std::to_string(count) + " of " +
                          quantity::typesetSize(quantity::Length::mm(diameter), reading.unit));
        if (slotted) all.push_back(std::to_string(slotted) + (slotted == 1 ? " slot" : " slots"));
        if (openings) all.push_back(std::to_string(openings) + (openings == 1 ? " opening" : " openings"));
        return said(listed(all));
    }

    void priced(const std::vector<std::pair<int, cost::Price>>& prices, const cost::Rates& rates) {
        y += 4;
        const double each = page.left() + 90, all = page.left() + 140;
        text({page.left(), y}, tr("How many"), kText);
        text({each, y}, tr("Each"), kText, Weight::Regular, Qt::AlignRight);
        text({all, y}, tr("Together"), kText, Weight::Regular, Qt::AlignRight);
        y += 2;
        pen(kThin);
        painter.drawLine(QPointF(page.left(), y), QPointF(all, y));
        y += kRow - 1;
        bool first = true;
        for (const auto& [pieces, price] : prices) {
            const Weight weight = first ? Weight::SemiBold : Weight::Regular;
            text({page.left(), y}, first ? pieced(pieces) : QString::number(pieces), kText, weight);
            text({each, y}, money(price.sum(), rates), kText, weight, Qt::AlignRight);
            text({all, y}, money(price.sum() * pieces, rates), kText, weight, Qt::AlignRight);
            y += kRow;
            first = false;
        }
        const cost::Price& price = prices.front().second;
        line(price.fasteners > 0 && price.unpriced.empty() ? tr("With bolts, nuts and rivets.")
             : price.fasteners > 0                         ? tr("With some of its bolts, nuts and rivets.")
                                                           : tr("Without bolts, nuts and rivets."),
             kSmallText);
    }

    /// "4: 2 left hand and 2 right hand"
    QString pieced(int pieces) const {
        if (!job.oppositeHand) return QString::number(pieces);
        return tr("%1: %2 %3 and %2 %4")
            .arg(pieces)
            .arg(job.quantity)
            .arg(said(part::handInWords(job.hand, false)), said(part::handInWords(job.hand, true)));
    }

    void small() {
        y += 3;
        line(tr("Without tax and carriage. Made by hand to the drawing that goes with it. Its strength is "
                "not certified: where people, loads overhead, gas or mains power depend on a bracket, "
                "licensed practice and local rules decide."),
             kSmallText);
    }

    const job::Job& job;
    const part::Part& part;
    const quantity::Reading& reading;
};

} // namespace

QString money(double amount, const cost::Rates& rates) {
    const QString currency = rates.currency.empty() ? QLocale().currencySymbol(QLocale::CurrencyIsoCode)
                                                    : QString::fromStdString(rates.currency);
    return QLocale().toString(amount, 'f', 2) + (currency.isEmpty() ? QString() : QChar(0xa0) + currency);
}

Result<QByteArray> quotePdf(const sequence::Settled& settled, const material::Material& material,
                            const cost::WorkBook& work, QPageSize::PageSizeId paper,
                            const quantity::Reading& reading) {
    const auto items = cost::itemsOf(settled, work, reading, static_cast<int>(settled.job.ties.size()));
    const int batch = settled.job.quantity * (settled.job.oppositeHand ? 2 : 1);
    std::vector<std::pair<int, cost::Price>> prices;
    for (const int pieces : {batch, 1, 10, 50}) {
        if (!prices.empty() && pieces == batch) continue;
        const auto price = cost::priceFor(items, pieces, settled, work.rates);
        if (!price)
            return Error{"A quote needs what an hour costs, and a kilogram of " + material.name +
                             ": type them under Time on the Bending stage, or in the shop's work.json.",
                         "rates"};
        prices.emplace_back(pieces, *price);
    }
    return pagesPdf("Quote: " + settled.job.title, paper, [&](QPdfWriter& writer, QPainter& painter) {
        Quote(writer, painter, settled, reading).paint(material, prices, work.rates);
    });
}

} // namespace goodfold::draw
