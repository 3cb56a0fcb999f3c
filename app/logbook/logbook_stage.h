// The Logbook stage: what is known of a metal as pictures, a test bend as it is measured, and what was kept.
#pragma once

#include "app/base/stage.h"
#include "app/logbook/entries_list.h"
#include "app/logbook/job_odds.h"
#include "app/logbook/known_view.h"
#include "app/logbook/proved_view.h"
#include "app/logbook/test_bend_form.h"

#include <QUndoStack>

class QLabel;
class QLineEdit;

namespace goodfold::app {

class CellPanel;

class LogbookStage : public Stage {
    Q_OBJECT
public:
    LogbookStage(Document& document, Planner& planner, QWidget* parent = nullptr);

    QUndoStack* undoStack() override { return &undo; }
    bool hasRoomForLadder(int, double) const override { return false; } // it is of no one job
    QString hint() const override;
    std::optional<QString> takeOut() override { return list->takeOut(); }
    bool showsElements() const override { return false; }
    void enter() override { setFocus(); }
    void showExample(const QString& which) override;
    QImage image() const override;

    TestBendForm& form() { return *testBend; }
    EntriesList& entries() { return *list; }
    const KnownView& known() const { return *view; }
    const ProvedView& tools() const { return *proved; }

    /// All test bends, or all pieces, as a table; and a table of either back in. What was done, or why not.
    QString writeTable(const QString& path, EntriesList::Kind kind);
    QString readTable(const QString& path);

protected:
    void showEvent(QShowEvent* event) override;

private:
    QWidget* makeKnown();
    QWidget* makeForm();
    QWidget* makeEntries();
    std::vector<Block> knownBlocks();
    std::vector<Block> tableBlocks();
    void refresh();
    void showCharts();
    void showPhoto();
    QLineEdit* makeLine(const QString& name, const QString& whileEmpty,
                        const std::function<Cell::Answer(const QString&)>& take);

    Document& document;
    QUndoStack undo;
    TestBendForm* testBend;
    EntriesList* list;
    KnownView* view;
    JobOdds* jobOdds;
    QLabel* photo; // of the piece that is open
    ProvedView* proved;
    CellPanel *knownPanel, *formPanel, *listPanel, *tablePanel;
    QLineEdit *batch, *search, *note;
    std::string knownTool, knownBatch; // whose figures the pictures show; empty: any
};

} // namespace goodfold::app
