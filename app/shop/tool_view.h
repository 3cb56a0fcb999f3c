// A tool drawn to scale with its dimensions; a click on one takes its figure in hand.
#pragma once

#include "app/base/document.h"
#include "draw/tool_picture.h"

#include <QWidget>

namespace goodfold::app {

class ToolView : public QWidget {
    Q_OBJECT
public:
    ToolView(Document& document, tool::View view, QWidget* parent = nullptr);

    void show(const tool::Tool& tool);
    /// Key of the figure in hand.
    void light(const std::string& key);
    const std::vector<draw::PlacedDimension>& figures() const { return painted; }

signals:
    void pointedAt(const std::string& key);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;

private:
    const draw::PlacedDimension* under(const QPointF& point) const;

    Document& document;
    tool::View view;
    std::optional<tool::Tool> tool;
    std::string lit;
    std::vector<draw::PlacedDimension> painted;
};

} // namespace goodfold::app
