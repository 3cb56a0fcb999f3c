// The Bending stage: the steps as a ladder, the chosen one in full; its picture with the swing, the
// instruction large beneath it, and the ribbon with its line lit; and where no order works, what is in the
// way.
#pragma once

#include "app/base/stage.h"
#include "app/bending/step_view.h"
#include "app/widgets/cell.h"

#include <QTimer>

class QLabel;
class QSlider;

namespace goodfold::app {

class BatchWork;
class CellPanel;
class RibbonView;

class BendingStage : public Stage {
    Q_OBJECT
public:
    /// `sheet` writes the job sheet.
    BendingStage(Document& document, Planner& planner, BatchWork& work, QAction* sheet,
                 QWidget* parent = nullptr);

    /// Its own ladder stands there.
    bool hasRoomForLadder(int, double) const override { return false; }
    void enter() override { setFocus(); }
    QString hint() const override;
    std::optional<QString> takeOut() override;
    bool showsElements() const override { return false; }

    /// Which step is large, from 0.
    int current() const { return chosen; }
    void choose(int step);
    int stepCount() const;
    const StepView* picture() const { return large; }
    /// What the ladder and the instruction say.
    QString says() const;

protected:
    void showEvent(QShowEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    /// The plan of the hand that is shown.
    std::shared_ptr<const Planned> shown() const;
    const sequence::Plan* plan() const;
    void takePlan();
    void showStep();
    /// The bend of a step that somebody went to; a plan alone takes nothing in hand.
    void selectStep();
    void play();
    /// Its order as it is, but for one step, which goes to another place in it.
    Cell::Answer moveStep(int from, int to);
    QWidget* makeLadder();
    QWidget* makePicture();
    QWidget* makeRibbon();
    void sizeRibbon();
    void showTurning();
    QString turned() const;
    /// The step whose rung, or what stands under it, is at a point of the ladder; -1 for none.
    int stepAt(const QPoint& inLadder) const;
    Block rung(int index);
    std::vector<Block> blocks();
    std::vector<Block> stepBlocks(const sequence::Step& step);
    std::vector<Block> stuckBlocks();
    /// Of a bend that cannot be made: one line a tool, and the picture of the one in hand.
    std::vector<Block> reasonBlocks(size_t stuck);
    void showStuck();
    void showReason(size_t stuck, size_t reason);
    Block taskBlock(size_t afterStep) const;
    Block timeBlock();
    Cell bestAgain();
    Block stopButton(const QString& says);
    Block handChoice();
    void addDieChoice(Block& block, const sequence::Step& step);
    Cell toolChoice(const sequence::Step& step);
    Cell heldChoice(const job::Bend& bend);

    Document& document;
    Planner& planner;
    BatchWork& work;
    QAction* sheet;
    int chosen = 0;
    bool showsTwin = false;             // the opposite hand's steps
    std::pair<size_t, size_t> lookedAt; // where nothing works: which bend that is stuck, and in which tool
    QTimer playing;
    QLabel* heading;
    StepView* large;
    QSlider* slider;
    QLabel* angle;
    QLabel *stepName, *instruction;
    RibbonView* ribbon;
    CellPanel* ladder;
    std::vector<int> stepOfBlock; // of the ladder's, -1 for what belongs to none
    int pulled = -1;              // the step whose rung is being pulled to another place
};

} // namespace goodfold::app
