#include "app/shop/tool_view.h"

#include "app/widgets/overlay_field.h"
#include "app/widgets/reader_role.h"
#include "app/widgets/theme.h"

#include <QMouseEvent>
#include <QPainter>

namespace goodfold::app {

ToolView::ToolView(Document& document, tool::View view, QWidget* parent)
    : QWidget(parent), document(document), view(view) {
    readAs(*this, QAccessible::Graphic);
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

void ToolView::pointAt(const std::string& key) {
    setCursor(key.empty() ? Qt::ArrowCursor : Qt::PointingHandCursor);
    if (key != std::exchange(pointed, key)) emit pointedAt(key);
}

void ToolView::typeAt(const QRectF& box, const std::function<void(ValueField&)>& open) {
    closeField(field);
    field = new ValueField(document, this);
    field->setProperty("role", "overlay");
    field->setGeometry(box.adjusted(-4, -4, 20, 4).toRect());
    open(*field);
    for (const auto done : {&ValueField::committed, &ValueField::abandoned, &ValueField::left})
        connect(field, done, this, [this] { closeField(field); });
    field->show();
    field->setFocus();
}

void ToolView::mousePressEvent(QMouseEvent* event) {
    const auto* figure = under(event->position());
    if (!figure) return;
    const draw::PlacedDimension chosen = *figure; // taking it in hand may paint anew
    emit pressed(chosen.key, chosen.box);
}

void ToolView::mouseMoveEvent(QMouseEvent* event) {
    const auto* figure = under(event->position());
    pointAt(figure ? figure->key : std::string());
}

void ToolView::leaveEvent(QEvent*) {
    pointAt({});
}

} // namespace goodfold::app
