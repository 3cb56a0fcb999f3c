// A tool drawn to scale with its dimensions; a click on one takes its figure in hand.
#pragma once

#include "app/base/document.h"
#include "app/widgets/value_field.h"
#include "draw/tool_picture.h"

#include <QPointer>
#include <QWidget>

namespace goodfold::app {

class ToolView : public QWidget {
    Q_OBJECT
public:
    ToolView(Document& document, tool::View view, QWidget* parent = nullptr);

    void show(const tool::Tool& tool);
    /// Key of the figure in hand, or pointed at; empty for none.
    void light(const std::string& key);
    /// Opens a figure for typing where it stands, as `open` opens it.
    void typeAt(const QRectF& box, const std::function<void(ValueField&)>& open);
    const std::vector<draw::PlacedDimension>& figures() const { return painted; }

signals:
    void pressed(const std::string& key, const QRectF& box);
    void pointedAt(const std::string& key); // empty: at none

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void leaveEvent(QEvent* event) override;

private:
    const draw::PlacedDimension* under(const QPointF& point) const;
    void pointAt(const std::string& key);

    Document& document;
    tool::View view;
    std::optional<tool::Tool> tool;
    std::string lit, pointed;
    QPointer<ValueField> field;
    std::vector<draw::PlacedDimension> painted;
};

} // namespace goodfold::app
