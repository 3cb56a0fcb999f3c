// The Shop stage: the tools as they are, drawn to scale, their figures on the drawing and beside it; and the
// rack. Edits can be undone, are saved at once, and every plan is made anew with them.
#pragma once

#include "app/base/stage.h"
#include "app/shop/tool_view.h"
#include "app/widgets/cell.h"
#include "tool/parameters.h"

#include <QUndoStack>

class QLabel;
class QLineEdit;
class QStackedWidget;

namespace goodfold::app {

class CellPanel;
class OwnRack;
class RackPage;

class ShopStage : public Stage {
    Q_OBJECT
public:
    ShopStage(Document& document, OwnRack& rack, QWidget* parent = nullptr);

    QUndoStack* undoStack() override { return &undo; }
    bool hasRoomForLadder(int, double) const override { return false; } // it is of no one job
    void enter() override { setFocus(); }
    QString hint() const override;
    std::optional<QString> takeOut() override;
    bool showsElements() const override { return false; }
    void showExample(const QString& which) override;

    /// Id of the tool that is shown.
    const std::string& current() const { return chosen; }
    void choose(const std::string& id);
    RackPage& rack() { return *rackPage; }

protected:
    void showEvent(QShowEvent* event) override;

private:
    const tool::Tool& tool() const;
    Cell::Answer put(const QString& label, const std::string& id, const std::optional<tool::Tool>& after);
    Cell::Answer change(const QString& label, const std::function<void(tool::Tool&)>& make);
    Cell::Answer copy();
    QLineEdit* makeLine(const QString& name, const std::function<Cell::Answer(const QString&)>& take);
    QWidget* makeLists();
    QWidget* makeToolPage();
    bool isAtRack() const;
    void refresh();
    void light(const std::string& key);
    void typeOnDrawing(ToolView& view, const std::string& key, const QRectF& box);
    std::vector<Block> toolBlocks();
    std::vector<Block> figureBlocks();
    Block learnedBlock() const;
    void keepByDate(const std::string& id);
    Cell figureCell(const tool::Parameter& figure);
    QString named(const tool::Parameter& figure) const;
    Cell::Answer setFigure(const tool::Parameter& figure, double value);

    Document& document;
    QUndoStack undo;
    std::string chosen;
    QStackedWidget* pages; // the tool in hand, or the rack
    RackPage* rackPage;
    QWidget* toolPage;
    CellPanel *list, *figures = nullptr;
    std::vector<ToolView*> views;
    QLineEdit *name, *radii, *widths, *openings, *spacers;
    QLabel *kind, *radiiName, *widthsName, *openingsName, *spacersName;
};

} // namespace goodfold::app
