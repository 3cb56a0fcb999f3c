// The job's named revisions: what it was when pieces were made, what changed since and why, and the earlier
// one over the picture.
#pragma once

#include "app/base/document.h"

#include <QDialog>

class QCheckBox;
class QComboBox;
class QLineEdit;
class QPushButton;
class QTextBrowser;

namespace goodfold::app {

class Revisions : public QDialog {
    Q_OBJECT
public:
    Revisions(Document& document, QWidget* parent);

    /// What it says of the two that are compared.
    QString says() const;

signals:
    /// The earlier of the two, to be seen over the picture; nothing where it is not to be seen.
    void shown(const std::optional<job::Job>& earlier);

protected:
    void showEvent(QShowEvent* event) override;
    void hideEvent(QHideEvent* event) override;

private:
    QWidget* makeKeeping();
    void refresh();
    void compare();
    void keep();
    void goBack();
    /// Of a row of a list: a revision, or what is here now.
    std::optional<job::Job> jobAt(const QComboBox& choice) const;

    Document& document;
    QComboBox *from, *to;
    QTextBrowser* page;
    QCheckBox* over;
    QPushButton *back, *keeping;
    QLineEdit *why, *made;
};

} // namespace goodfold::app
