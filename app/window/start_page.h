// What there is to begin with: the question a new job asks, or one of the jobs that come with Good Fold.
#pragma once

#include "job/job.h"

#include <QWidget>

namespace goodfold::app {

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
    void guideWanted(const job::Job& job); // that it begins with

private:
    NewJobQuestion* question;
};

} // namespace goodfold::app
