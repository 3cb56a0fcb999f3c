#include "draw/full_size.h"

#include "draw/paper_pen.h"
#include "quantity/length.h"

#include <QBuffer>
#include <QPdfWriter>

namespace goodfold::draw {

namespace {

/// Paints one drawing, page by page, with a painter whose unit is a millimetre.
class FullSizePainter : PaperPen {
public:
    FullSizePainter(QPainter& painter, const FullSize& drawing, const TemplatePlan& plan)
        : PaperPen(painter), drawing(drawing), plan(plan) {}

    void paintPage(int page) {
        head(page);
        checkBars();
        legend();
        painter.save();
        painter.setClipRect(plan.window);
        painter.translate(plan.window.topLeft() - plan.shown(page).topLeft());
        painter.save();
        if (plan.turned) {
            painter.translate(0, drawing.size.width());
            painter.rotate(-90);
        }
        std::vector<QRectF> pages;
        for (int i = 0; i < plan.pages(); ++i)
            pages.push_back(plan.shownOf(i, drawing.size));
        drawing.paint(painter, pages);
        painter.restore();
        registration();
        painter.restore();
        seamNotes(page);
    }

private:
    void head(int page) {
        const double left = plan.window.left(), right = plan.window.right();
        double y = plan.window.top() - 30 + kLargeText;
        text({left, y}, drawing.title, kLargeText, Weight::SemiBold);
        text({right, y}, drawing.hand, kLargeText, Weight::SemiBold, Qt::AlignRight);
        y += 6;
        text({left, y}, drawing.stock, kText);
        text({right, y}, QStringLiteral("page %1 of %2").arg(page + 1).arg(plan.pages()), kText,
             Weight::Regular, Qt::AlignRight);
        y += 5;
        text({left, y}, drawing.says, kText);
        y += 5;
        text({left, y},
             QStringLiteral(
                 "Print at 100 %, not fitted to the page. Lay a rule on the bars below before you %1.")
                 .arg(drawing.before),
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

    void legend() {
        QPointF at(plan.window.left() + 136, plan.window.bottom() + 13);
        for (const QString& line : drawing.legend) {
            text(at, line, kSmallText);
            at += QPointF(0, kSmallText * 1.35);
        }
    }

    /// The same crosses on both pages of a seam, above and below the blank; lay one on the other.
    void registration() {
        pen(kHair);
        const QSizeF size = plan.turned ? drawing.size.transposed() : drawing.size;
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

    const FullSize& drawing;
    const TemplatePlan& plan;
};

} // namespace

void paintFullSize(QPagedPaintDevice& device, const std::vector<FullSize>& drawings, const QSizeF& paper) {
    QPainter painter;
    for (const FullSize& drawing : drawings) {
        const TemplatePlan plan = planTemplate(drawing.size, paper);
        device.setPageOrientation(plan.landscape ? QPageLayout::Landscape : QPageLayout::Portrait);
        for (int page = 0; page < plan.pages(); ++page) {
            if (painter.isActive())
                device.newPage();
            else
                painter.begin(&device);
            painter.resetTransform();
            painter.scale(device.logicalDpiX() / 25.4, device.logicalDpiY() / 25.4);
            FullSizePainter(painter, drawing, plan).paintPage(page);
        }
    }
}

QByteArray fullSizePdf(const QString& title, const std::vector<FullSize>& drawings,
                       QPageSize::PageSizeId paper) {
    constexpr int kDotsPerInch = 1200;
    QBuffer buffer;
    buffer.open(QIODevice::WriteOnly);
    {
        QPdfWriter writer(&buffer);
        writer.setResolution(kDotsPerInch);
        writer.setCreator(QStringLiteral("Good Fold"));
        writer.setTitle(title);
        writer.setPageSize(QPageSize(paper));
        writer.setPageMargins(QMarginsF());
        paintFullSize(writer, drawings, QPageSize::size(paper, QPageSize::Millimeter));
    }
    return buffer.data();
}

} // namespace goodfold::draw
