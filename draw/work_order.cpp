#include "draw/work_order.h"

#include "common/phrase.h"
#include "cost/words.h"
#include "draw/paper_page.h"
#include "draw/template_pages.h"
#include "files/revisions.h"
#include "part/mirror.h"
#include "text/step.h"
#include "text/tasks.h"

#include <QCoreApplication>
#include <QDate>
#include <QLocale>
#include <QPdfWriter>

#include <algorithm>
#include <array>
#include <cmath>
#include <set>

namespace goodfold::draw {

namespace {

class WorkOrder : public PaperPage {
    Q_DECLARE_TR_FUNCTIONS(WorkOrder)
public:
    WorkOrder(QPdfWriter& writer, QPainter& painter, const sequence::Settled& settled,
              const quantity::Reading& reading)
        : PaperPage(writer, painter), settled(settled), job(settled.job), part(settled.part),
          plan(*settled.outcome.plan), pieces(job.quantity * (job.oppositeHand ? 2 : 1)), reading(reading) {}

    void paint(const material::Material& material, const std::vector<cost::Item>& items,
               const cost::Rates& rates, const std::vector<check::Needed>& fasteners) {
        head(material);
        fetch(fasteners);
        operations(items);
        falling(items, rates);
        signatures();
    }

private:
    static constexpr double kRow = 7.2; // mm

    QString length(double mm) const { return said(quantity::printMm(mm, reading)); }

    void head(const material::Material& material) {
        line(tr("Work order: %1").arg(said(job.title)), kLargeText, Weight::SemiBold);
        text({page.right(), page.top() + 5}, QLocale().toString(QDate::currentDate(), QLocale::ShortFormat),
             kText, Weight::Regular, Qt::AlignRight);
        line(job.oppositeHand
                 ? tr("Make %1: %2 %3 and %2 %4")
                       .arg(pieces)
                       .arg(job.quantity)
                       .arg(said(part::handInWords(job.hand, false)), said(part::handInWords(job.hand, true)))
                 : tr("Make %1").arg(pieces),
             kText, Weight::SemiBold);
        if (const std::string revision = files::revisionInWords(job); !revision.empty())
            line(said(sentence(revision)), kText);
        line(tr("Stock: %1; each blank %2 × %3")
                 .arg(stockInWords(job, material), length(part.blank.length), length(part.blank.width)),
             kText);
    }

    void tick(const QString& says) {
        room(kRow);
        pen(kThin);
        painter.drawRect(QRectF(page.left(), y - 3, 3.4, 3.4));
        const QStringList lines = wrapped(says, kText, Weight::Regular, page.width() - 8);
        for (const QString& each : lines) {
            text({page.left() + 7, y}, each, kText);
            y += kText * 1.6;
        }
        y += 1;
    }

    void fetch(const std::vector<check::Needed>& fasteners) {
        y += 2;
        line(tr("Fetch"), kText, Weight::SemiBold);
        std::set<std::string> told;
        for (const sequence::Step& step : plan.steps) {
            std::string tool = capital(step.operation.setup.tool->name);
            if (const std::string with = text::setWith(step.operation.setup, reading); !with.empty())
                tool += ", " + with;
            if (told.insert(tool).second) tick(said(tool));
        }
        const std::vector<std::string> sizes = text::drillSizes(part, reading);
        if (!sizes.empty()) tick(tr("Drills: %1").arg(said(listed(sizes))));
        for (const check::Needed& each : fasteners)
            tick(said(check::inWords({each.says, each.count * pieces})));
    }

    void operations(const std::vector<cost::Item>& items) {
        const double often = page.left() + 92, minutes = page.left() + 122, done = page.left() + 128;
        room(4 * kRow);
        y += 4;
        text({page.left(), y}, tr("Work"), kText, Weight::SemiBold);
        text({often, y}, tr("times"), kSmallText, Weight::Regular, Qt::AlignRight);
        text({minutes, y}, tr("all together"), kSmallText, Weight::Regular, Qt::AlignRight);
        text({done, y}, tr("by, when"), kSmallText);
        y += 2;
        for (const cost::Item& item : items) {
            room(kRow);
            pen(kHair);
            painter.drawLine(QPointF(page.left(), y), QPointF(page.right(), y));
            y += kRow - 2;
            const int times = item.isOnce ? 1 : pieces;
            text({page.left(), y},
                 said(capital(item.work->says) + (item.about.empty() ? "" : ", " + item.about)), kText);
            text({often, y}, said(quantity::printNumber(item.times * times, 0)), kText, Weight::Regular,
                 Qt::AlignRight);
            text({minutes, y}, said(cost::timeInWords(item.minutes() * times)), kText, Weight::Regular,
                 Qt::AlignRight);
            y += 2;
        }
        pen(kThin);
        painter.drawLine(QPointF(page.left(), y), QPointF(page.right(), y));
        y += kRow - 1;
        const cost::Minutes all = cost::minutesFor(items, pieces);
        line(tr("In all %1, give or take %2.")
                 .arg(said(cost::timeInWords(all.mean)), said(cost::timeInWords(all.sigma))),
             kText, Weight::SemiBold);
    }

    /// What one of so many costs, or takes where an hour has no price: set-ups are shared.
    void falling(const std::vector<cost::Item>& items, const cost::Rates& rates) {
        constexpr std::array kCounts{1, 2, 5, 10, 20, 50};
        constexpr double kTall = 18, kWide = 12, kApart = 22; // mm
        const bool isPriced = cost::priceFor(items, 1, settled, rates).has_value();
        const auto of = [&](int count) {
            return isPriced ? cost::priceFor(items, count, settled, rates)->sum()
                            : cost::minutesFor(items, count).mean / count;
        };
        room(kTall + 4 * kRow);
        line(isPriced ? tr("What a piece costs, of so many") : tr("What a piece takes, of so many"), kText,
             Weight::SemiBold);
        y += kTall + 4;
        double left = page.left() + 2;
        for (const int count : kCounts) {
            const double value = of(count), tall = kTall * value / of(kCounts.front());
            painter.fillRect(QRectF(left, y - tall, kWide, tall),
                             QColor(0, 0, 0, count == nearest(kCounts) ? 120 : 50));
            text({left + kWide / 2, y - tall - 1.2},
                 isPriced ? QLocale().toString(value, 'f', 2) : said(cost::timeInWords(value)), kSmallText,
                 Weight::Regular, Qt::AlignHCenter);
            text({left + kWide / 2, y + 4}, QString::number(count), kSmallText, Weight::Regular,
                 Qt::AlignHCenter);
            left += kApart;
        }
        pen(kHair);
        painter.drawLine(QPointF(page.left(), y), QPointF(left - kApart + kWide + 2, y));
        y += kRow + 2;
    }

    /// The count that is nearest to this batch's, as something times.
    template <size_t N> int nearest(const std::array<int, N>& counts) const {
        return *std::min_element(counts.begin(), counts.end(), [&](int a, int b) {
            return std::abs(std::log(static_cast<double>(a) / pieces)) <
                   std::abs(std::log(static_cast<double>(b) / pieces));
        });
    }

    void signatures() {
        line(tr("The job sheet has each step; wear eye protection, and gloves for sharp edges."), kSmallText);
        room(2 * kRow);
        y += 4;
        for (const QString& says : {tr("Begun"), tr("Good"), tr("Scrap")}) {
            text({page.left(), y}, says, kText);
            pen(kHair);
            painter.drawLine(QPointF(page.left() + 18, y + 0.8), QPointF(page.left() + 80, y + 0.8));
            y += kRow;
        }
    }

    const sequence::Settled& settled;
    const job::Job& job;
    const part::Part& part;
    const sequence::Plan& plan;
    int pieces;
    const quantity::Reading& reading;
};

} // namespace

QByteArray workOrderPdf(const sequence::Settled& settled, const material::Material& material,
                        const cost::WorkBook& work, const std::vector<check::Needed>& fasteners,
                        QPageSize::PageSizeId paper, const quantity::Reading& reading) {
    const auto items = cost::itemsOf(settled, work, reading, static_cast<int>(settled.job.ties.size()));
    return pagesPdf("Work order: " + settled.job.title, paper, [&](QPdfWriter& writer, QPainter& painter) {
        WorkOrder(writer, painter, settled, reading).paint(material, items, work.rates, fasteners);
    });
}

} // namespace goodfold::draw
