#include "app/shop/tool_view.h"

#include "app/widgets/theme.h"

#include <QMouseEvent>
#include <QPainter>

namespace goodfold::app {

ToolView::ToolView(Document& document, tool::View view, QWidget* parent)
    : QWidget(parent), document(document), view(view) {
    setMouseTracking(true);
    setMinimumSize(120, 110);
    connect(&document, &Document::changed, this, qOverload<>(&QWidget::update)); // its unit may be another
}

void ToolView::show(const tool::Tool& shown) {
    tool = shown;
    setVisible(view == tool::View::Section || draw::isWorthDrawing(shown, view));
    update();
}

void ToolView::light(const std::string& key) {
    lit = key;
    update();
}

void ToolView::paintEvent(QPaintEvent*) {
    if (!tool) return;
    QPainter painter(this);
    painted = draw::paintTool(painter, QRectF(rect()).adjusted(6, 6, -6, -6), *tool, view, document.reading(),
                              colours(), lit);
}

const draw::PlacedDimension* ToolView::under(const QPointF& point) const {
    for (const draw::PlacedDimension& figure : painted)
        if (figure.box.contains(point)) return &figure;
    return nullptr;
}

void ToolView::mousePressEvent(QMouseEvent* event) {
    if (const auto* figure = under(event->position())) emit pointedAt(figure->key);
}

void ToolView::mouseMoveEvent(QMouseEvent* event) {
    setCursor(under(event->position()) ? Qt::PointingHandCursor : Qt::ArrowCursor);
}

} // namespace goodfold::app
