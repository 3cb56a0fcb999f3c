// The one question a new job begins with: bar or sheet, and of what size: "25 x 3" as people say it, a
// thickness alone of sheet.
#pragma once

#include "job/job.h"

#include <QWidget>

class QComboBox;
class QLabel;
class QToolButton;

namespace goodfold::app {

class NewJobQuestion : public QWidget {
    Q_OBJECT
public:
    explicit NewJobQuestion(QWidget* parent = nullptr);
    void setUnits(quantity::Unit unit);
    void enter();

signals:
    void answered(const job::Job& job);

private:
    job::Job asked() const;
    void suggestSize();
    Result<job::Job> understood() const;
    void begin();

    QToolButton *bar, *sheet, *millimetres, *inches;
    QComboBox* size; // what is sold, and whatever is typed
    QLabel *how, *notice;
    bool isTyped = false; // what is typed stays when the stock changes
};

} // namespace goodfold::app
