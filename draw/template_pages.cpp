#include "draw/template_pages.h"

#include "draw/template_content.h"
#include "part/mirror.h"

#include <QBuffer>
#include <QPainter>
#include <QPdfWriter>

#include <algorithm>

namespace goodfold::draw {

namespace {

/// What stands in the title besides the drawing.
struct Title {
    QString title, stock, hand;
};

struct Sheet {
    part::Part part;
    Title title;
};

/// Paints one template, page by page, with a painter whose unit is a millimetre.
class TemplatePainter : PaperPen {
public:
    TemplatePainter(QPainter& painter, const Sheet& sheet, const TemplatePlan& plan,
                    const quantity::Reading& reading)
        : PaperPen(painter), part(sheet.part), title(sheet.title), plan(plan), reading(reading) {}

    void paintPage(int page) {
        head(page);
        checkBars();
        legend();
        painter.save();
        painter.setClipRect(plan.window);
        painter.translate(plan.window.topLeft() - plan.shown(page).topLeft());
        painter.save();
        if (plan.turned) {
            painter.translate(0, templateSize(part).width());
            painter.rotate(-90);
        }
        std::vector<QRectF> pages;
        for (int i = 0; i < plan.pages(); ++i)
            pages.push_back(plan.shownOf(i, templateSize(part)));
        TemplateContent(painter, part, reading, std::move(pages)).paint();
        painter.restore();
        registration();
        painter.restore();
        seamNotes(page);
    }

private:
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

    /// Beside the bars, on every page.
    void legend() {
        if (part.bends.empty()) return;
        const auto isPlanned = [](const part::PartBend& bend) { return bend.setLine && bend.bumps == 1; };
        QStringList lines{QStringLiteral("Dashes: the middle of a bend; with dots"),
                          QStringLiteral("between where it bends away from you."),
                          QStringLiteral("Dots: where it begins and ends.")};
        if (std::any_of(part.bends.begin(), part.bends.end(), isPlanned))
            lines.prepend(QStringLiteral("Full lines are set in the tool."));
        QPointF at(plan.window.left() + 136, plan.window.bottom() + 13);
        for (const QString& line : lines) {
            text(at, line, kSmallText);
            at += QPointF(0, kSmallText * 1.35);
        }
    }

    /// The same crosses on both pages of a seam, above and below the blank; lay one on the other.
    void registration() {
        pen(kHair);
        const QSizeF size = plan.turned ? templateSize(part).transposed() : templateSize(part);
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

Title titleOf(const job::Job& job, const material::Material& material, bool isOpposite) {
    const QString unit = job.units == quantity::Unit::Inch ? QStringLiteral("in") : QStringLiteral("mm");
    const auto size = [&](double mm) {
        return QString::fromStdString(quantity::typesetSize(quantity::Length::mm(mm), job.units));
    };
    const QString name = QString::fromStdString(material.name);
    const QString stock =
        job.stock.form == job::StockForm::Bar
            ? QStringLiteral("%1 × %2 %3 bar, %4").arg(size(job.stock.width), size(job.thickness), unit, name)
            : QStringLiteral("%1 %2 sheet, %3").arg(size(job.thickness), unit, name);
    return {QString::fromStdString(job.title), stock,
            QString::fromStdString(part::handInWords(job.hand, isOpposite))};
}

std::vector<Sheet> sheetsOf(const job::Job& job, const part::Part& part, const material::Material& material) {
    std::vector<Sheet> sheets{{part, titleOf(job, material, false)}};
    if (job.oppositeHand)
        sheets.push_back({part::oppositePart(job, part, material), titleOf(job, material, true)});
    return sheets;
}

} // namespace

void paintTemplate(QPagedPaintDevice& device, const job::Job& job, const part::Part& part,
                   const material::Material& material, const QSizeF& paper,
                   const quantity::Reading& reading) {
    QPainter painter;
    for (const Sheet& sheet : sheetsOf(job, part, material)) {
        const TemplatePlan plan = planTemplate(templateSize(sheet.part), paper);
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

QByteArray templatePdf(const job::Job& job, const part::Part& part, const material::Material& material,
                       QPageSize::PageSizeId paper, const quantity::Reading& reading) {
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
        paintTemplate(writer, job, part, material, QPageSize::size(paper, QPageSize::Millimeter), reading);
    }
    return buffer.data();
}

} // namespace goodfold::draw
