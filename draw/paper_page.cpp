#include "draw/paper_page.h"

#include <QBuffer>
#include <QPdfWriter>

namespace goodfold::draw {

PaperPages pagesOf(QPdfWriter& writer) {
    constexpr double kMmPerInch = 25.4;
    const double dots = writer.resolution() / kMmPerInch;
    return {QSizeF(writer.width(), writer.height()) / dots, dots, [&writer] { writer.newPage(); }};
}

PaperPage::PaperPage(PaperPages given, QPainter& painter) : PaperPen(painter), pages(std::move(given)) {
    constexpr double kMargin = 14;
    painter.scale(pages.dots, pages.dots);
    painter.setRenderHint(QPainter::Antialiasing);
    page = QRectF(QPointF(0, 0), pages.millimetres).adjusted(kMargin, kMargin, -kMargin, -kMargin);
    y = page.top() + 5;
}

void PaperPage::room(double wanted) {
    if (y + wanted <= page.bottom()) return;
    pages.turn();
    y = page.top() + 5;
}

QStringList PaperPage::wrapped(const QString& says, double size, Weight weight, double width) const {
    QStringList lines{QString()};
    for (const QString& word : says.split(QLatin1Char(' '))) {
        const QString longer = lines.last().isEmpty() ? word : lines.last() + QLatin1Char(' ') + word;
        if (textWidth(longer, size, weight) > width && !lines.last().isEmpty())
            lines << word;
        else
            lines.last() = longer;
    }
    return lines;
}

void PaperPage::line(const QString& says, double size, Weight weight) {
    for (const QString& each : wrapped(says, size, weight, page.width())) {
        room(size * 2);
        text(QPointF(page.left(), y), each, size, weight);
        y += size * 1.6;
    }
    y += size * 0.3;
}

QByteArray pagesPdf(const std::string& title, QPageSize::PageSizeId paper,
                    const std::function<void(QPdfWriter&, QPainter&)>& paint) {
    QByteArray bytes;
    QBuffer buffer(&bytes);
    buffer.open(QIODevice::WriteOnly);
    QPdfWriter writer(&buffer);
    writer.setPageSize(QPageSize(paper));
    writer.setPageMargins(QMarginsF());
    writer.setResolution(300);
    writer.setTitle(QString::fromStdString(title));
    QPainter painter(&writer);
    paint(writer, painter);
    painter.end();
    return bytes;
}

} // namespace goodfold::draw
