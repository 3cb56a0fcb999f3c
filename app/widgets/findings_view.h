// What stops the job, what to mind, what to note, each with its remedy as a button.
#pragma once

#include "app/widgets/cell.h"

#include <QWidget>

#include <set>

namespace goodfold::app {

/// The worst first; nobody reads more than fifty. Cautions are a line each; those whose rules are in `opened`
/// in full. `toggle` opens and closes one.
std::vector<Block> findingBlocks(Document& document, const std::set<std::string>& opened,
                                 const std::function<void(const std::string& rule)>& toggle);

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
    std::set<std::string> opened; // rules whose cautions are open
};

} // namespace goodfold::app
