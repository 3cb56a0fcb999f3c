// A card with a picture of a formed bracket and what it is, to choose from several.
#pragma once

#include "job/job.h"

#include <QAbstractButton>

namespace goodfold::app {

class JobCard : public QAbstractButton {
    Q_OBJECT
public:
    struct Words {
        QString title, says;
        QString figure = {};    // large, across from the title
        bool isWarning = false; // the figure is no good one
    };
    JobCard(job::Job job, const Words& words, QWidget* parent);
    const job::Job& job() const { return shown; }
    const Words& words() const { return written; }
    QSize sizeHint() const override;

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    job::Job shown;
    Words written;
};

} // namespace goodfold::app
