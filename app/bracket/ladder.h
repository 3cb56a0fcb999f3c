// The part as rungs and joints, root first, and the line at which a whole bracket can be typed.
#pragma once

#include "app/base/document.h"

#include <QLineEdit>
#include <QWidget>

class QLabel;

namespace goodfold::app {

class CellPanel;

/// Understands the ladder's language; up and down go from rung to rung.
class EntryLine : public QLineEdit {
    Q_OBJECT
public:
    explicit EntryLine(Document& document, QWidget* parent = nullptr);

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    void enterTyped();
    Document& document;
};

class Ladder : public QWidget {
    Q_OBJECT
public:
    explicit Ladder(Document& document, QWidget* parent = nullptr);
    EntryLine* entry() const { return entryLine; }
    CellPanel* rungs() const { return sheet; }

private:
    void refreshHint();

    Document& document;
    CellPanel* sheet;
    EntryLine* entryLine;
    QLabel* hint;
};

} // namespace goodfold::app
