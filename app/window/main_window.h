// The window: headline, stage rail, ladder and the stages round one document. One window a job.
#pragma once

#include "app/base/document.h"
#include "app/base/stage.h"
#include "app/base/undo_order.h"
#include "edit/clip.h"

#include <QMainWindow>

#include <memory>

class QPushButton;
class QSplitter;
class QStackedWidget;
class QToolButton;

namespace goodfold::app {

struct Actions;
class BatchCutter;
class BatchWork;
class BracketStage;
class CellPanel;
class Exporter;
class Headline;
class Calculation;
class Guide;
class Handbook;
class HelpList;
class JobFiles;
class OddsCounter;
class OwnRack;
class Ladder;
class Notice;
class PictureView;
class Planner;
struct Recovered;
class Revisions;
class StartPage;

class MainWindow : public QMainWindow {
    Q_OBJECT
public:
    /// The books must outlive it.
    MainWindow(job::Job job, Books& books);
    /// A window on a file, or the sentence that says why there is none.
    static Result<MainWindow*> opened(const QString& path, Books& books);
    /// A window on what a kill left unsaved.
    static MainWindow* recovered(const Recovered& left, Books& books);
    ~MainWindow() override;

    Document& document() { return doc; }
    Actions& actions() { return *acts; }
    JobFiles& files() { return *jobFiles; }
    Exporter& exporter() { return *out; }
    BatchCutter& cutter() { return *batchCutter; }
    Ladder* ladder() const { return ladderView; }
    PictureView* picture() const;

    /// By its key in stageRows().
    void showStage(const QString& key);
    QString shownStage() const;
    /// Whether the order of bending is still being looked for.
    bool isPlanning() const;
    /// What the documentation shows of the stage.
    void showExample(const QString& which);
    /// That, or something else that the stage shown waits for.
    bool isBusy() const;
    /// What there is to begin with, in place of the stages; the keyboard is at its question.
    void showStartPage();
    /// A sentence in the strip along the foot.
    void say(const QString& sentence);
    bool showsStartPage() const;
    /// The window's place and stage as they were when one was last closed.
    void restoreAsLeft();

    /// After it was chosen how things are read and look: every window shows it.
    static void allTakeChoices();

signals:
    void painted(); // once, after the first full paint

protected:
    void closeEvent(QCloseEvent* event) override;
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;
    bool event(QEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void contextMenuEvent(QContextMenuEvent* event) override;
    /// Letters and figures that nothing else takes are typed at the line.
    void keyPressEvent(QKeyEvent* event) override;

private:
    QWidget* makeRail();
    QWidget* makeLadderColumn();
    QToolButton* makeMenuButton();
    void sizePanels();
    void giveTableRoom();
    void takeChoices();
    void connectFileActions();
    void connectOutActions();
    void connectViewActions();
    void toggleStock();
    void refreshTitle();
    void leaveStartPage();
    Stage* stageAt(size_t row);
    /// In this window where nothing has been begun in it, else in one of its own.
    void openBeside(const QString& path);
    void guideFirst();
    void bringDrawing(const QString& path);
    void askForFolds(const QString& path);
    void tracePattern(const QString& path);
    void bringLog(const QString& path);
    void tellWhatCanBeDone();
    void removeInHand();
    void connectClipActions();
    bool isAtLadder() const;
    bool isAmongElements() const;
    bool copySelected();
    void pasteClip(const QString& label, const edit::Clip& clip, const Element& onto);
    void paste();
    void duplicate();
    void refreshHint();
    void connectNotice();
    void showHelpList();
    void showHandbook(const QString& page = {});
    void showCalculation();
    void showRevisions();
    void showRecent(QMenu* menu);
    MainWindow* another(job::Job job) const;

    Document doc;
    UndoOrder undoOrder; // of the document and of the stages that have steps of their own
    std::unique_ptr<Actions> acts;
    Planner* planner;
    OddsCounter* odds;
    OwnRack* rack;
    BatchWork* work;
    BatchCutter* batchCutter;
    JobFiles* jobFiles;
    Exporter* out;
    bool wasPainted = false;
    Headline* headline = nullptr;
    Notice* notice = nullptr;
    Element inHand; // when something was said last: it goes when another thing is taken in hand
    QWidget *rail = nullptr, *ladderColumn = nullptr, *body = nullptr;
    QSplitter* columns = nullptr; // the ladder's, and the stage
    Ladder* ladderView = nullptr;
    CellPanel* stock = nullptr;
    StartPage* start = nullptr;
    HelpList* helpList = nullptr; // made when it is first asked for, as the handbook is
    Handbook* handbook = nullptr;
    Calculation* calculation = nullptr;
    Revisions* revisions = nullptr;
    Guide* guide = nullptr; // while somebody makes a first bracket
    QStackedWidget *stages = nullptr, *pages = nullptr;
    std::vector<Stage*> made; // one a row of stageRows(); null until it is first gone to
    std::vector<QPushButton*> railButtons;
    BracketStage* bracket = nullptr;
};

} // namespace goodfold::app
