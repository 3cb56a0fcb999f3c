#include "app/shop/tool_view.h"

#include "app/theme.h"

#include <QMouseEvent>
#include <QPainter>

namespace goodfold::app {

ToolView::ToolView(Document& document, bool close, QWidget* parent)
    : QWidget(parent), document(document), close(close) {
    setMouseTracking(true);
    setMinimumSize(240, 180);
    connect(&document, &Document::changed, this, qOverload<>(&QWidget::update)); // its unit may be another
}

void ToolView::show(const tool::Tool& shown) {
    tool = shown;
    setVisible(close || draw::hasSurroundings(shown));
    update();
}

void ToolView::light(const std::string& key) {
    lit = key;
    update();
}

void ToolView::paintEvent(QPaintEvent*) {
    if (!tool) return;
    QPainter painter(this);
    painted = draw::paintTool(painter, QRectF(rect()).adjusted(6, 6, -6, -6), *tool, close,
                              document.reading(), colours(), lit);
}

const draw::ToolFigure* ToolView::under(const QPointF& point) const {
    for (const draw::ToolFigure& figure : painted)
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
