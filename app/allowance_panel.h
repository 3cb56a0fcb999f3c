// The allowance rule in force, and what the other schools would cut.
#pragma once

#include "app/document.h"

#include <QWidget>

class QComboBox;
class QLabel;

namespace goodfold::app {

class ValueField;

class AllowancePanel : public QWidget {
    Q_OBJECT
public:
    explicit AllowancePanel(Document& document, QWidget* parent = nullptr);

private:
    void refresh();
    void chooseRule(int index);
    QString differences() const;
    QString factors() const;

    Document& document;
    QComboBox* rule;
    QLabel *factor, *others, *figureName;
    ValueField *constantK, *thicknesses, *deduction;
};

} // namespace goodfold::app
