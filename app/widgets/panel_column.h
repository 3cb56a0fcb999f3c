// Panels one under the other, each under its heading, scrolled together.
#pragma once

#include <QLabel>
#include <QScrollArea>
#include <QVBoxLayout>

namespace goodfold::app {

class CellPanel;

/// Words of a role of the style sheet, wrapped, that a reader finds.
QLabel* wordsOn(QWidget* parent, const char* role);

class PanelColumn : public QScrollArea {
    Q_OBJECT
public:
    explicit PanelColumn(QWidget* parent);

    /// Without a heading where that is empty; returned, to be hidden or worded anew.
    QLabel* add(const QString& heading, CellPanel* panel);
    /// One that folds away to its heading; `key` names it in what is remembered.
    void addFolded(const QString& heading, const QString& key, CellPanel* panel);

private:
    void put(QWidget* widget, CellPanel* panel);

    QWidget* inside;
    QVBoxLayout* all;
};

} // namespace goodfold::app
