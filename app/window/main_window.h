// The window: headline, stage rail, ladder, picture, findings and ribbon round one document. One window a
// job.
#pragma once

#include "app/base/document.h"

#include <QMainWindow>
#include <QUndoGroup>

#include <memory>

class QPushButton;
class QStackedWidget;
class QToolButton;

namespace goodfold::app {

struct Actions;
class BendingStage;
class Planner;
class ShopStage;
class BlankStage;
class FindingsView;
class Headline;
class Ladder;
class PictureView;
class Recovery;
struct Recovered;
class CellPanel;
class StartPage;

class MainWindow : public QMainWindow {
    Q_OBJECT
public:
    explicit MainWindow(job::Job job);
    /// A window on a file, or the sentence that says why there is none.
    static Result<MainWindow*> opened(const QString& path);
    /// A window on what a kill left unsaved.
    static MainWindow* recovered(const Recovered& left);
    ~MainWindow() override;

    Document& document() { return doc; }
    Actions& actions() { return *acts; }
    Ladder* ladder() const { return ladderView; }
    PictureView* picture() const { return pictureView; }
    const QString& path() const { return filePath; }

    /// In this window's place; on failure nothing changes and the sentence is returned.
    std::optional<QString> openFile(const QString& path);
    std::optional<QString> saveFile(const QString& path);
    /// The file as it was last saved, in place of what is here.
    std::optional<QString> revertToSaved();
    enum class Export { TemplateA4, TemplateLetter, JobSheet, Dxf, Svg, Csv };
    std::optional<QString> exportTo(Export kind, const QString& path);
    enum class Stage { Bracket, Blank, Bending, Shop };
    void showStage(Stage stage);
    /// Whether the order of bending is still being looked for.
    bool isPlanning() const;
    /// What there is to begin with, in place of the stages.
    void showStartPage();
    /// A sentence beside the line to type at.
    void say(const QString& sentence);
    /// The start page, at the question a new job begins with.
    void askForNew();
    bool showsStartPage() const;
    /// The window's place and stage as they were when one was last closed.
    void restoreAsLeft();
    /// Files opened lately, the last first.
    static QStringList recentFiles();

signals:
    void painted(); // once, after the first full paint

protected:
    void closeEvent(QCloseEvent* event) override;
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;
    bool event(QEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    QWidget* makeRail();
    QWidget* makeLadderColumn();
    QWidget* makePicturePane();
    QWidget* makeRibbon();
    QToolButton* makeMenuButton();
    void sizePanels();
    void giveTableRoom();
    void takeChoices();
    void connectFileActions();
    void connectOutActions();
    void connectViewActions();
    void toggleStock();
    void refreshTitle();
    void standFor(const QString& path, bool isOfNewerVersion);
    void leaveStartPage();

    void openAsked();
    /// In this window where nothing has been begun in it, else in one of its own.
    void openBeside(const QString& path);
    bool isUntouched() const;
    bool saveAsked();
    bool saveAsAsked();
    void exportAsked(Export kind);
    bool mayDiscard();
    void tellWhatCanBeDone();
    void showRecent(QMenu* menu);
    QByteArray exported(Export kind) const;

    Document doc;
    QUndoGroup undoGroup; // the document's, or the shop's while that is shown
    std::unique_ptr<Actions> acts;
    Recovery* recovery;
    QString filePath;
    bool isNewer = false; // opened from a later version's file: not to be saved over
    bool wasPainted = false;
    Headline* headline = nullptr;
    QWidget *rail = nullptr, *ladderColumn = nullptr, *ribbon = nullptr, *body = nullptr;
    Ladder* ladderView = nullptr;
    CellPanel* stock = nullptr;
    PictureView* pictureView = nullptr;
    FindingsView* findings = nullptr;
    BlankStage* blankStage = nullptr;
    Planner* planner = nullptr;
    BendingStage* bendingStage = nullptr;
    ShopStage* shopStage = nullptr;
    StartPage* start = nullptr;
    QStackedWidget *stages = nullptr, *pages = nullptr;
    QPushButton *bracketButton = nullptr, *blankButton = nullptr, *bendingButton = nullptr,
                *shopButton = nullptr;
};

} // namespace goodfold::app
