// A test bend as it is measured: its figures, what they tell, and writing it into the logbook. Kept from one
// start to the next until it is written.
#pragma once

#include "app/widgets/cell.h"
#include "learn/test_bend.h"
#include "learn/worth.h"

#include <QUndoStack>

namespace goodfold::app {

class Planner;

class TestBendForm : public QObject {
    Q_OBJECT
public:
    TestBendForm(Document& document, Planner& planner, QUndoStack& undo, QObject* parent = nullptr);

    const learn::TestBend& bend() const { return typed; }
    /// As one step that can be undone.
    void put(const QString& label, const learn::TestBend& bend);
    /// A batch that is known already brings its metal and its thickness along.
    void setBatch(const std::string& batch);
    std::vector<store::Batch> batches() const;
    /// Into the logbook, if it can be and nothing is asked about it; a sentence else.
    Cell::Answer write();

    /// What would teach most of this job, then the figures, then what they tell.
    std::vector<Block> blocks();
    /// What it tells, as the picture shows it; nothing until it is whole.
    std::optional<learn::Point> tells(learn::What what) const;

signals:
    void changed();
    void written();

private:
    friend class FormCommand;
    struct Figure;
    void set(const learn::TestBend& bend);
    const material::Material& material() const;
    learn::Points points() const;
    std::optional<learn::Doubt> doubt() const;
    std::vector<Block> proposals();
    Block stock();
    Block readings();
    Block told();
    QString asReader(double learn::TestBend::*figure, double value) const;
    Cell choiceOfTool();
    Line settingOf(const tool::Tool& tool);
    Cell figure(const char* key, const QString& name, ValueField::Kind kind, double learn::TestBend::*value);

    Document& document;
    Planner& planner;
    QUndoStack& undo;
    learn::TestBend typed;
    bool isKept = false; // however far off it is
};

} // namespace goodfold::app
