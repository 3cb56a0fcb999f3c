// The sign of a leg or a bend at its rung.
#pragma once

#include "part/element.h"

#include <QWidget>

namespace goodfold::app {

class Badge : public QWidget {
    Q_OBJECT
public:
    /// `order`: which bend it is, for its temper colour.
    Badge(const part::Element& element, int order, QWidget* parent = nullptr);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    part::Element element;
    int order;
};

} // namespace goodfold::app
