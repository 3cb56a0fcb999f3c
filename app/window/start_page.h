// What there is to begin with: the question a new job asks, or one of the jobs that come with Good Fold.
#pragma once

#include "job/job.h"

#include <QAbstractButton>
#include <QWidget>

namespace goodfold::app {

/// A card with a picture of a formed bracket and what it is.
class StartCard : public QAbstractButton {
    Q_OBJECT
public:
    StartCard(job::Job job, const QString& title, const QString& says, QWidget* parent);
    const job::Job& job() const { return shown; }
    QSize sizeHint() const override;

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    job::Job shown;
    QString says;
};

class NewJobQuestion;

class StartPage : public QWidget {
    Q_OBJECT
public:
    explicit StartPage(QWidget* parent = nullptr);
    /// Brings the keyboard to the question a new job begins with.
    void askForNew(quantity::Unit unit);

signals:
    void chosen(const job::Job& job);
    void openWanted();

private:
    NewJobQuestion* question;
};

} // namespace goodfold::app
