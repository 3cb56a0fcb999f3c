#include "draw/template_pages.h"

#include "draw/full_size.h"
#include "draw/template_content.h"
#include "part/mirror.h"

#include <algorithm>
#include <memory>

namespace goodfold::draw {

QString stockInWords(const job::Job& job, const material::Material& material) {
    const QString unit = job.units == quantity::Unit::Inch ? QStringLiteral("in") : QStringLiteral("mm");
    const auto size = [&](double mm) {
        return QString::fromStdString(quantity::typesetSize(quantity::Length::mm(mm), job.units));
    };
    const QString name = QString::fromStdString(material.name);
    return job.stock.form == job::StockForm::Bar
               ? QStringLiteral("%1 × %2 %3 bar, %4")
                     .arg(size(job.stock.width), size(job.thickness), unit, name)
               : QStringLiteral("%1 %2 sheet, %3").arg(size(job.thickness), unit, name);
}

namespace {

QStringList legendOf(const part::Part& part) {
    if (part.bends.empty()) return {};
    const auto isPlanned = [](const part::PartBend& bend) { return bend.setLine && bend.bumps == 1; };
    QStringList lines{QStringLiteral("Dashes: the middle of a bend; with dots"),
                      QStringLiteral("between where it bends away from you."),
                      QStringLiteral("Dots: where it begins and ends.")};
    if (std::any_of(part.bends.begin(), part.bends.end(), isPlanned))
        lines.prepend(QStringLiteral("Full lines are set in the tool."));
    return lines;
}

FullSize drawingOf(const job::Job& job, part::Part made, const material::Material& material,
                   const quantity::Reading& reading, bool isOpposite) {
    const auto part = std::make_shared<const part::Part>(std::move(made));
    const auto length = [&](double mm) {
        return QString::fromStdString(quantity::typesetWithUnit(quantity::Length::mm(mm), reading));
    };
    return {.title = QString::fromStdString(job.title),
            .hand = QString::fromStdString(part::handInWords(job.hand, isOpposite)),
            .stock = stockInWords(job, material),
            .says = QStringLiteral("Blank %1 long, %2 wide. This side is the face; it looks at you.")
                        .arg(length(part->blank.length), length(part->blank.width)),
            .before = QStringLiteral("scribe"),
            .legend = legendOf(*part),
            .size = templateSize(*part),
            .paint = [part, reading](QPainter& painter, const std::vector<QRectF>& pages) {
                TemplateContent(painter, *part, reading, pages).paint();
            }};
}

std::vector<FullSize> drawingsOf(const job::Job& job, const part::Part& part,
                                 const material::Material& material, const quantity::Reading& reading) {
    std::vector<FullSize> all{drawingOf(job, part, material, reading, false)};
    if (job.oppositeHand)
        all.push_back(drawingOf(job, part::oppositePart(job, part, material), material, reading, true));
    return all;
}

} // namespace

void paintTemplate(QPagedPaintDevice& device, const job::Job& job, const part::Part& part,
                   const material::Material& material, const QSizeF& paper,
                   const quantity::Reading& reading) {
    paintFullSize(device, drawingsOf(job, part, material, reading), paper);
}

QByteArray templatePdf(const job::Job& job, const part::Part& part, const material::Material& material,
                       QPageSize::PageSizeId paper, const quantity::Reading& reading) {
    return fullSizePdf(QString::fromStdString(job.title), drawingsOf(job, part, material, reading), paper);
}

} // namespace goodfold::draw
