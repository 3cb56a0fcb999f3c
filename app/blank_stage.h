// The blank large, its marks as a table to read aloud, and what can be taken to the bench or the cutter.
#pragma once

#include "app/document.h"

#include <QAction>
#include <QWidget>

class QTableWidget;

namespace goodfold::app {

class RibbonView;

class BlankStage : public QWidget {
    Q_OBJECT
public:
    BlankStage(Document& document, const std::vector<QAction*>& exports, QWidget* parent = nullptr);
    RibbonView* picture() const { return blank; }

private:
    void refresh();
    void showSelection();
    Document& document;
    RibbonView* blank;
    QTableWidget* table;
    std::vector<Element> rowElements;
};

} // namespace goodfold::app
