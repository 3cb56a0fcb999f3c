// The part as rungs and joints, root first, and the line at which a whole bracket can be typed.
#pragma once

#include "app/document.h"

#include <QLineEdit>
#include <QWidget>

class QLabel;
class QPushButton;
class QScrollArea;
class QVBoxLayout;

namespace goodfold::app {

class Rung;

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
    /// The rung of an element, or null.
    Rung* rungOf(const Element& element) const;

private:
    void refresh();
    void refreshLinks();
    void showSelection();
    bool standsAsItShould() const;
    Rung* makeRung(const Element& element);
    void rebuild();
    void orderTabs();

    Document& document;
    QScrollArea* scroll;
    QWidget* column;
    QVBoxLayout* rungLayout;
    std::vector<Rung*> rungs;
    QPushButton *addBend, *addHole;
    EntryLine* entryLine;
    QLabel* hint;
};

/// Legs, bends and holes in the ladder's order: root first, each leg's holes after it.
std::vector<Element> ladderOrder(const part::Job& job);

/// The same, but where there are very many, only the holes of the leg in hand.
std::vector<Element> shownRungs(const part::Job& job, const Element& selected);

} // namespace goodfold::app
