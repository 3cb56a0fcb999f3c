// A part of a column that folds away to its heading, and is found again as it was left.
#pragma once

#include <QToolButton>
#include <QWidget>

namespace goodfold::app {

class Foldable : public QWidget {
    Q_OBJECT
public:
    /// `key` names it in what is remembered. The heading is a button that says whether it is open.
    Foldable(const QString& heading, const QString& key, QWidget* content, bool opensAtFirst,
             QWidget* parent);

    void setOpen(bool open);
    bool isOpen() const { return button->isChecked(); }
    /// What stands beside the heading while it is folded: the figure that matters.
    void setSummary(const QString& says);

private:
    void refresh();

    QString heading, summary;
    QToolButton* button;
    QWidget* content;
};

} // namespace goodfold::app
