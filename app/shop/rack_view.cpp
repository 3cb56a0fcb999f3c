#include "app/shop/rack_view.h"

#include "app/base/text.h"
#include "app/widgets/reader_role.h"
#include "app/widgets/theme.h"

#include <QMouseEvent>
#include <QPainter>
#include <QStringList>

namespace goodfold::app {

RackView::RackView(Document& document, QWidget* parent) : QWidget(parent), document(document) {
    readAs(*this, QAccessible::Graphic);
    setCursor(Qt::PointingHandCursor);
}

void RackView::show(std::vector<stock::RackStock> entries, const std::string& lit) {
    picture.entries = std::move(entries);
    picture.lit = lit;
    const job::Job& job = document.job();
    picture.own =
        stock::sectionInWords({job.stock.form, job.material, job.stock.width, job.thickness}, document.reading());
    QStringList says;
    for (const stock::RackStock& each : picture.entries)
        says << text(each.name + ": " + inWords(each, document.reading()));
    setAccessibleName(says.isEmpty() ? tr("Nothing is on the rack yet") : says.join(QStringLiteral("; ")));
    takeHeight();
    update();
}

std::vector<draw::PlacedStock> RackView::paint(QPainter* painter) const {
    draw::RackPicture sized = picture;
    sized.letters = px(13);
    return draw::paintRack(painter, width(), sized, document.reading(), colours());
}

void RackView::takeHeight() {
    const auto all = placed();
    setFixedHeight(all.empty() ? px(40) : static_cast<int>(all.back().box.bottom()) + px(8));
}

void RackView::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    (void)paint(&painter);
}

void RackView::resizeEvent(QResizeEvent*) {
    takeHeight();
}

void RackView::mousePressEvent(QMouseEvent* event) {
    for (const draw::PlacedStock& each : placed())
        if (each.box.contains(event->position())) return emit pressed(each.id);
}

} // namespace goodfold::app
