// The one question a new job begins with: bar or sheet, and how thick.
#pragma once

#include "job/job.h"

#include <QWidget>

class QLabel;
class QLineEdit;
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
    void suggestThickness();
    void begin();

    QToolButton *bar, *sheet, *millimetres, *inches;
    QLineEdit* thickness;
    QLabel* notice;
    bool isTyped = false; // what is typed stays when the stock changes
};

} // namespace goodfold::app
