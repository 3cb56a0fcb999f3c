#include "app/logbook/proved_view.h"

#include "app/base/text.h"
#include "app/widgets/reader_role.h"
#include "app/widgets/theme.h"
#include "app/widgets/value_field.h"

#include <QPainter>

#include <cmath>

namespace goodfold::app {

ProvedView::ProvedView(Document& document, QWidget* parent) : QWidget(parent), document(document) {
    readAs(*this, QAccessible::Graphic);
}

QString ProvedView::size(double mm) const {
    return ValueField::shown(document, ValueField::Kind::Size, mm, false);
}

QString ProvedView::inWords(const learn::Proved& of) const {
    const auto fine = [](double value) { return QString::number(value, 'f', 2); };
    QStringList says;
    if (of.offset.bends > 0)
        says << (of.offset.mean >= 0 ? tr("its line is set %1 further on, ± %2")
                                     : tr("its line is set %1 nearer, ± %2"))
                    .arg(size(std::abs(of.offset.mean)), size(of.offset.sigma));
    if (of.radiusTimes.bends > 0)
        says << tr("its radius is %1 times what is reckoned").arg(fine(of.radiusTimes.mean));
    if (of.angle.bends > 0)
        says
            << tr("its angles come out ± %1°, the book says %2").arg(fine(of.angle.mean), fine(of.bookAngle));
    return says.join(QStringLiteral("; "));
}

void ProvedView::refresh() {
    const learn::Points& points = document.books().logbook.points();
    const lineup::ErrorBook& errors = document.books().errors.book();
    chart.rows.clear();
    chart.letters = px(13);
    chart.bookOffsetSigma = errors.alike.toolOffset;
    chart.asReads = [this](double mm) {
        return (mm < 0 ? QStringLiteral("\u2212") : QStringLiteral("+")) + size(std::abs(mm));
    };
    QStringList says;
    for (const tool::Tool& tool : document.books().tools.shop()->tools) {
        const learn::Proved of = learn::provedOf(tool, points, errors);
        if (!of.isAny()) continue;
        chart.rows.push_back({text(tool.name), of});
        says << QStringLiteral("%1: %2.").arg(text(tool.name), inWords(of));
    }
    setAccessibleName(says.join(QLatin1Char('\n')));
    setToolTip(accessibleName());
    fitHeight();
    setVisible(!chart.rows.empty());
    update();
}

void ProvedView::fitHeight() {
    setFixedHeight(static_cast<int>(std::ceil(draw::heightOf(chart, width() - px(6)))));
}

void ProvedView::resizeEvent(QResizeEvent*) {
    fitHeight();
}

void ProvedView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    draw::paintProved(painter, QRectF(rect()).adjusted(px(6), 0, 0, 0), chart, colours());
}

} // namespace goodfold::app
