// What stops the job, what to mind, what to note, each with its remedy as a button.
#pragma once

#include "app/widgets/cell.h"

#include <QWidget>

namespace goodfold::app {

/// The worst first; nobody reads more than fifty.
std::vector<Block> findingBlocks(Document& document);

class CellPanel;

class FindingsView : public QWidget {
    Q_OBJECT
public:
    explicit FindingsView(Document& document, QWidget* parent = nullptr);
    /// Brings the keyboard to the first remedy.
    void enter();
    CellPanel* cards() const { return panel; }

private:
    CellPanel* panel;
};

} // namespace goodfold::app
