// A first bracket, step by step: what to do next, seen to be done by the job itself, with whatever figures
// somebody likes. A strip over the foot of the window that is left at any moment.
#pragma once

#include "app/base/document.h"

#include <QFrame>

#include <functional>

class QLabel;
class QToolButton;

namespace goodfold::app {

class Guide : public QFrame {
    Q_OBJECT
public:
    /// What it looks at of the window.
    struct Seen {
        std::function<QString()> stage;                    // that is shown, by its key
        std::function<QString(const QString&)> shortcutOf; // of a stage
    };
    Guide(Document& document, Seen seen, QWidget* parent);

    /// From the first step on.
    void begin();
    /// The stage was changed.
    void look();
    /// From 0; as many as there are once it is through.
    size_t step() const { return at; }
    QString says() const;

signals:
    void left();

private:
    void goTo(size_t step);

    Document& document;
    Seen seen;
    QLabel* label;
    QToolButton* next;
    size_t at = 0;
    job::Job before; // as it was when the step began
};

} // namespace goodfold::app
