// The Bench stage: one act at a time, to be read from two metres and worked with greasy hands; what was
// measured goes into large boxes, and what is left moves.
#pragma once

#include "app/base/stage.h"
#include "app/bench/piece_in_work.h"
#include "app/widgets/cell.h"
#include "bench/acts.h"

class QComboBox;
class QLabel;
class QLineEdit;
class QPushButton;
class QScrollArea;
class QStackedWidget;
class QVBoxLayout;

namespace goodfold::app {

class Instrument;
class ReadingRows;
class RibbonView;
class StepView;

class BenchStage : public Stage {
    Q_OBJECT
public:
    BenchStage(Document& document, Planner& planner, QWidget* parent = nullptr);

    bool hasRoomForLadder(int, double) const override { return false; }
    QUndoStack* undoStack() override { return &piece->undoStack(); }
    QString hint() const override;
    std::optional<QString> takeOut() override;
    bool showsElements() const override { return false; }
    void showExample(const QString& which) override;
    bool isBusy() const override { return piece->isBusy(); }
    void enter() override { setFocus(); }

    PieceInWork& pieceInWork() { return *piece; }
    Instrument& measuringInstrument() { return *instrument; }
    const std::vector<bench::Act>& work() const { return acts; }
    int current() const { return shown; }
    void go(int act);
    /// What is in hand is done, and the next comes.
    void done();
    /// A piece as a log from elsewhere has it: what was noted of it here comes back by undoing.
    void takeLog(const bench::Log& log);
    ReadingRows* readings() const { return rows; }
    /// All that it says of the act in hand.
    QString says() const;

protected:
    void showEvent(QShowEvent* event) override;
    void hideEvent(QHideEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    QWidget* makeHead();
    QWidget* makeBeside();
    QWidget* makeFoot();
    void makeInstrument(QWidget* parent);
    void listenTo(const QString& line);
    enum Page { kStep, kBlank, kThings, kWhole }; // of the pictures
    void take();
    bool isDone(const bench::Act& act) const;
    void showAct();
    void fitFoot();
    void showPicture(const bench::Act& act);
    void showStep(const bench::Act& act);
    void showWhole();
    void showReadings(const bench::Act& act);
    void showAnswers(const bench::Act& act);
    void showLogbook();
    void showCharts();
    void practise();
    void showPractice(const bench::Act& act);
    QString triedInWords() const;
    QString tellsInWords(const bench::Entry& reading) const;
    static QPushButton* largeButton(QWidget* parent, const QString& says, const char* role);
    void addButton(const QString& says, std::function<void()> pressed);
    Cell::Answer takeReading(const bench::Act& act, const bench::Entry& read);
    /// What the log says when this is done, where it does not yet: what was set otherwise than planned first.
    std::vector<bench::Entry> doneWith(const bench::Act& act) const;
    void goToPiece(int piece);

    Document& document;
    Planner& planner;
    PieceInWork* piece;
    std::vector<bench::Act> acts;
    int shown = -1; // -1: the first that is not done
    QLabel *which, *count, *title, *instruction, *why, *odds, *oddsSay, *moves, *things;
    QPushButton *back, *next, *hand, *before, *after;
    QStackedWidget* pictures;
    QScrollArea* list; // of what to fetch
    QWidget* foot;
    StepView* step;
    QLabel* whole;
    RibbonView* blank;
    ReadingRows* rows;
    QVBoxLayout* answers;
    QLineEdit* batch; // of stock that the piece is cut from
    Instrument* instrument;
    QComboBox* lines; // that instruments are listened to on
    std::vector<QPushButton*> buttons;
};

} // namespace goodfold::app
