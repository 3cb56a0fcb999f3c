// The brackets that would reach, side by side: each as a picture with its figures; one is taken at a press.
#pragma once

#include "app/mount/shapes.h"

#include <QLabel>
#include <QWidget>

class QGridLayout;

namespace goodfold::app {

class ShapesPage : public QWidget {
    Q_OBJECT
public:
    ShapesPage(Document& document, Shapes& shapes, QWidget* parent = nullptr);

signals:
    void taken();

private:
    void refresh();

    Document& document;
    Shapes& shapes;
    QLabel* says;
    QWidget* cards;
    QGridLayout* grid;
};

} // namespace goodfold::app
