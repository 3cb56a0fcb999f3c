#include "app/logbook/known_view.h"

#include "app/widgets/reader_role.h"
#include "app/widgets/theme.h"

#include <QPainter>

namespace goodfold::app {

KnownView::KnownView(QWidget* parent) : QWidget(parent) {
    readAs(*this, QAccessible::Graphic);
    setMinimumSize(260, 240); // large text leaves it what is left
}

void KnownView::show(std::vector<draw::KnownChart> all, const QString& inWords) {
    charts = std::move(all);
    setAccessibleName(inWords);
    update();
}

void KnownView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    const double each =
        charts.empty() ? 0 : static_cast<double>(height()) / static_cast<double>(charts.size());
    for (size_t i = 0; i < charts.size(); ++i) {
        draw::KnownChart& chart = charts[i];
        chart.letters = px(13);
        draw::paintKnown(painter, QRectF(0, each * static_cast<double>(i), width(), each), chart, colours());
    }
}

} // namespace goodfold::app
