// The blank large, its marks as a table to read aloud, what a wrongly cut blank means, and what can be taken
// to the bench or the cutter.
#pragma once

#include "app/base/stage.h"
#include "app/widgets/cell.h"
#include "app/widgets/when_seen.h"
#include "edit/cut_length.h"

class QLabel;
class QBoxLayout;
class QTableWidget;

namespace goodfold::app {

class RibbonView;
class CellPanel;

class BlankStage : public Stage {
    Q_OBJECT
public:
    BlankStage(Document& document, const QList<QAction*>& exports, QWidget* parent = nullptr);
    /// The blank takes its room, except where the window has plenty.
    bool hasRoomForLadder(int windowWidth, double textScale) const override;
    QString hint() const override;
    /// The blank with its marks on its own ground.
    QImage image() const override;

private:
    void arrange();
    void fitRows();
    void make();
    void refreshHeading();
    void showSelection();
    std::vector<Block> besideBlocks();
    std::vector<Block> cutBlocks();
    std::vector<Block> waysBlocks(const edit::Cut& cut, double off);

    Document& document;
    WhenSeen* made;
    QList<QAction*> exports;
    QLabel* heading;
    QBoxLayout *halves, *figures; // the blank and its figures; the table and what stands beside it
    QWidget* side;
    bool showsTwin = false; // the opposite hand's blank and marks
    RibbonView* blank;
    QTableWidget* table;
    CellPanel* beside;
    std::vector<Element> rowElements;
    // What it was really cut to, while somebody asks what that means.
    std::optional<double> cutAt, cutWide;
};

} // namespace goodfold::app
