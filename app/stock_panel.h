// What the bracket is made from, how many, and how its lengths are meant.
#pragma once

#include "app/document.h"

#include <QWidget>

class QCheckBox;
class QComboBox;

namespace goodfold::app {

class ValueField;

class StockPanel : public QWidget {
    Q_OBJECT
public:
    explicit StockPanel(Document& document, QWidget* parent = nullptr);
    void enter();

private:
    void refresh();
    Document& document;
    ValueField *width, *thickness, *quantity;
    QComboBox *material, *dimensionTo, *hand;
    QCheckBox* opposite;
};

} // namespace goodfold::app
