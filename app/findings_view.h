// What stops the job, what to mind, what to note; each with its way out as a button.
#pragma once

#include "app/document.h"

#include <QFrame>

class QLabel;
class QScrollArea;
class QVBoxLayout;

namespace goodfold::app {

class FindingCard : public QFrame {
    Q_OBJECT
public:
    /// Of the document's finding at `index`.
    FindingCard(Document& document, size_t index, QWidget* parent);

protected:
    bool event(QEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;

private:
    void mend();
    Document& document;
    size_t index;
    Element about;
};

/// A filled square to stop, a triangle to mind, a dot to note.
class SeveritySign : public QWidget {
    Q_OBJECT
public:
    SeveritySign(check::Severity severity, int size, QWidget* parent = nullptr);
    void setSeverity(check::Severity severity);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    check::Severity severity;
};

class FindingsView : public QWidget {
    Q_OBJECT
public:
    explicit FindingsView(Document& document, QWidget* parent = nullptr);
    /// Brings the first card into view and the keyboard to it.
    void enter();

private:
    void refresh();
    Document& document;
    QStringList shown; // the words of the cards as they stand
    QScrollArea* scroll;
    QVBoxLayout* cards;
    QWidget* column;
};

} // namespace goodfold::app
