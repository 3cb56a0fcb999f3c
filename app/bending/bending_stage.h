// The Bending stage: the steps as a row of pictures, the chosen one large with its swing, what to do, what to
// check and what to mind; and where no order works, what is in the way.
#pragma once

#include "app/bending/step_view.h"
#include "app/cells/cell.h"

#include <QTimer>

class QLabel;
class QScrollArea;
class QSlider;

namespace goodfold::app {

class Sheet;

class BendingStage : public QWidget {
    Q_OBJECT
public:
    explicit BendingStage(Document& document, QWidget* parent = nullptr);

    /// Which step is large, from 0.
    int current() const { return chosen; }
    void choose(int step);
    int stepCount() const;
    bool isPlanning() const { return planner->isBusy() || waiting.isActive(); }
    const StepView* picture() const { return large; }
    /// What the column beside the picture says.
    QString says() const;

    /// The plan on paper; empty where there is none.
    QByteArray jobSheet() const;

signals:
    void planned();
    void jobSheetWanted();

protected:
    void showEvent(QShowEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    const sequence::Plan* plan() const;
    void beginPlan();
    void takePlan();
    void fillRow();
    void showStep();
    void play();
    void moveEarlier(int by);
    void wishFor(const sequence::Wishes& wishes);
    std::vector<Block> blocks();
    std::vector<Block> stepBlocks(const sequence::Step& step);
    std::vector<Block> stuckBlocks();
    Cell bestAgain();
    Cell toolChoice(const sequence::Step& step);

    Document& document;
    Planner* planner;
    sequence::Wishes wishes;
    int chosen = 0;
    bool isStale = true; // the job has changed since the plan
    QTimer waiting;      // a moment after an edit
    QTimer playing;
    QLabel* heading;
    StepView* large;
    QSlider* slider;
    QLabel* angle;
    QWidget* row;
    QScrollArea* rowArea;
    std::vector<StepView*> small;
    Sheet* beside;
};

} // namespace goodfold::app
