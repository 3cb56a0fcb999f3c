// The window: headline, stage rail, ladder, picture, findings and ribbon round one document.
#pragma once

#include "app/document.h"

#include <QMainWindow>

#include <memory>

class QActionGroup;
class QLabel;
class QSlider;
class QStackedWidget;
class QPushButton;
class QToolButton;

namespace goodfold::app {

struct Actions;
class BlankStage;
class FindingsView;
class Ladder;
class PictureView;
class RibbonView;
class Sheet;

class MainWindow : public QMainWindow {
    Q_OBJECT
public:
    explicit MainWindow(part::Job job);
    /// A window on a file, or the sentence that says why there is none.
    static Result<MainWindow*> opened(const QString& path);
    ~MainWindow() override;

    Document& document() { return doc; }
    Actions& actions() { return *acts; }
    Ladder* ladder() const { return ladderView; }
    PictureView* picture() const { return pictureView; }
    const QString& path() const { return filePath; }

    /// In this window's place; on failure nothing changes and the sentence is returned.
    std::optional<QString> openFile(const QString& path);
    std::optional<QString> saveFile(const QString& path);
    enum class Export { TemplateA4, TemplateLetter, Dxf, Svg };
    std::optional<QString> exportTo(Export kind, const QString& path);
    enum class Stage { Bracket, Blank };
    void showStage(Stage stage);

signals:
    void painted(); // once, after the first full paint

protected:
    void closeEvent(QCloseEvent* event) override;
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;
    bool event(QEvent* event) override;

private:
    QWidget* makeRail();
    QWidget* makeLadderColumn();
    QWidget* makePicturePane();
    QWidget* makeRibbon();
    QToolButton* makeMenuButton();
    QMenu* makeThemes();
    QMenu* makeSteps();
    void connectActions();
    void toggleStock();
    void refreshTitle();
    void readSteps();
    void standFor(const QString& path, bool isOfNewerVersion);

    void openAsked();
    bool saveAsked();
    bool saveAsAsked();
    void exportAsked(Export kind);
    bool mayDiscard();
    void say(const QString& sentence);
    QByteArray exported(Export kind) const;

    Document doc;
    std::unique_ptr<Actions> acts;
    QString filePath;
    bool isNewer = false; // opened from a later version's file: not to be saved over
    bool wasPainted = false;
    Ladder* ladderView = nullptr;
    Sheet* stock = nullptr;
    PictureView* pictureView = nullptr;
    FindingsView* findings = nullptr;
    BlankStage* blankStage = nullptr;
    QStackedWidget* stages = nullptr;
    QPushButton *bracketButton = nullptr, *blankButton = nullptr;
};

} // namespace goodfold::app
