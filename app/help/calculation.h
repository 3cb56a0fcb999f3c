// How a figure is calculated: of what is in hand, and of the blank, each formula with the numbers put in and
// where it comes from. Stays beside the window and goes along with it.
#pragma once

#include "app/base/planner.h"

#include <QWidget>

class QTextBrowser;

namespace goodfold::app {

class OddsCounter;

class Calculation : public QWidget {
    Q_OBJECT
public:
    Calculation(Document& document, Planner& planner, OddsCounter& odds, QWidget* parent);

    /// What it says, without its form.
    QString text() const;

signals:
    void handbookWanted();

protected:
    void showEvent(QShowEvent* event) override;

private:
    void refresh();

    Document& document;
    Planner& planner;
    OddsCounter& odds;
    QTextBrowser* page;
};

} // namespace goodfold::app
