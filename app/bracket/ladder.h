// The part as rungs and joints, root first, and the line at which a whole bracket can be typed.
#pragma once

#include "app/base/document.h"

#include <QLineEdit>
#include <QWidget>

namespace goodfold::app {

class CellPanel;

/// Understands the ladder's language and says what will come of it while it is typed; up and down go from
/// rung to rung. What is refused stays, the word that is not understood marked.
class EntryLine : public QLineEdit {
    Q_OBJECT
public:
    explicit EntryLine(Document& document, QWidget* parent = nullptr);

    /// What would come of what is typed, or what is not understood of it yet; empty where nothing is typed.
    const QString& outcome() const { return foreseen; }

signals:
    void foretold();

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    void enterTyped();
    void foretell();
    Result<edit::Edited> understood() const;

    Document& document;
    QString foreseen;
};

class Ladder : public QWidget {
    Q_OBJECT
public:
    explicit Ladder(Document& document, QWidget* parent = nullptr);
    EntryLine* entry() const { return entryLine; }
    CellPanel* rungs() const { return sheet; }

private:
    CellPanel* sheet;
    EntryLine* entryLine;
};

} // namespace goodfold::app
