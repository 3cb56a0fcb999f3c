// The Bending stage: the steps as a row of pictures, the chosen one large with its swing, what to do, what to
// check and what to mind; and where no order works, what is in the way.
#pragma once

#include "app/base/stage.h"
#include "app/bending/step_view.h"
#include "app/widgets/cell.h"

#include <QTimer>

class QLabel;
class QScrollArea;
class QSlider;

namespace goodfold::app {

class CellPanel;

class BendingStage : public Stage {
    Q_OBJECT
public:
    /// `sheet` writes the job sheet.
    BendingStage(Document& document, Planner& planner, QAction* sheet, QWidget* parent = nullptr);

    /// In a small window the step in its tool needs the ladder's room.
    bool hasRoomForLadder(int windowWidth, double textScale) const override;
    void enter() override { setFocus(); }
    QString hint() const override;
    std::optional<QString> takeOut() override;

    /// Which step is large, from 0.
    int current() const { return chosen; }
    void choose(int step);
    int stepCount() const;
    const StepView* picture() const { return large; }
    /// What the column beside the picture says.
    QString says() const;

protected:
    void showEvent(QShowEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    /// The plan of the hand that is shown.
    std::shared_ptr<const Planned> shown() const;
    const sequence::Plan* plan() const;
    void takePlan();
    void fillRow();
    void showStep();
    /// The bend of a step that somebody went to; a plan alone takes nothing in hand.
    void selectStep();
    void play();
    /// Its order as it is, but for one step, which goes to another place in it.
    Cell::Answer moveStep(int from, int to);
    /// Which step's picture stands nearest to a place in the row.
    int stepAt(const QPoint& inRow) const;
    std::vector<Block> blocks();
    std::vector<Block> stepBlocks(const sequence::Step& step);
    std::vector<Block> stuckBlocks();
    /// Of a bend that cannot be made: one line a tool, and the picture of the one in hand.
    std::vector<Block> reasonBlocks(size_t stuck);
    void showStuck();
    void showReason(size_t stuck, size_t reason);
    Block taskBlock(size_t afterStep) const;
    Cell bestAgain();
    Block handChoice();
    void addDieChoice(Block& block, const sequence::Step& step);
    Cell toolChoice(const sequence::Step& step);

    Document& document;
    Planner& planner;
    QAction* sheet;
    int chosen = 0;
    bool showsTwin = false;             // the opposite hand's steps
    std::pair<size_t, size_t> lookedAt; // where nothing works: which bend that is stuck, and in which tool
    QTimer playing;
    QLabel* heading;
    StepView* large;
    QSlider* slider;
    QLabel* angle;
    QWidget* row;
    QScrollArea* rowArea;
    std::vector<StepView*> small;
    CellPanel* beside;
};

} // namespace goodfold::app
