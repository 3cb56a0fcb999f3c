// Everything that can be typed at the ladder and every key, in one list that can be searched.
#pragma once

#include "quantity/length.h"

#include <QDialog>

class QLineEdit;
class QTreeWidget;

namespace goodfold::app {

class HelpList : public QDialog {
    Q_OBJECT
public:
    explicit HelpList(QWidget* window);

    /// Made anew: examples in the job's unit, and the keys of these actions.
    void fill(quantity::Unit unit, const QList<QAction*>& actions);

signals:
    /// An example that somebody took, to be typed.
    void taken(const QString& example);
    /// F1 once more.
    void handbookWanted();

private:
    void search(const QString& words);

    QLineEdit* wanted;
    QTreeWidget* list;
};

} // namespace goodfold::app
