// The strip across the top: what is being made, from what, and the figures that matter. Each is a button
// that goes to its cause.
#pragma once

#include "app/base/odds_counter.h"

#include <QWidget>

class QLineEdit;
class QPushButton;
class QToolButton;

namespace goodfold::app {

/// A figure over its name, with the sign of a finding before it where it has one.
class HeadlineFigure : public QWidget {
    Q_OBJECT
public:
    explicit HeadlineFigure(QWidget* parent);
    void set(const QString& figure, const QString& name, std::optional<check::Severity> sign = {});

signals:
    void pressed();

protected:
    void paintEvent(QPaintEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    QSize sizeHint() const override;

private:
    QString figure, name;
    std::optional<check::Severity> sign;
};

class Headline : public QWidget {
    Q_OBJECT
public:
    Headline(Document& document, Planner& planner, OddsCounter& odds, QToolButton* menu, QAction* undo,
             QAction* redo, QWidget* parent = nullptr);

signals:
    void stockWanted();
    void blankWanted();
    void findingsWanted();
    void lineUpWanted();

private:
    void refresh();
    void refreshFindings();
    void refreshOdds();
    Document& document;
    Planner& planner;
    OddsCounter& odds;
    QLineEdit* title;
    QPushButton* stock;
    HeadlineFigure *blank, *lineUp, *toMind;
    QToolButton *millimetres, *inches;
};

/// "30 × 3 hot-rolled bar · 2 left hand, 2 right hand".
QString stockInWords(const Document& document);

} // namespace goodfold::app
