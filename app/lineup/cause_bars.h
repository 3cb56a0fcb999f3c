// Which step of the work is to blame: a bar each, as long as what it costs in odds. Pointed at, it lights
// what it is about.
#pragma once

#include "app/base/odds_counter.h"

#include <QWidget>

namespace goodfold::app {

class CauseBars : public QWidget {
    Q_OBJECT
public:
    CauseBars(Document& document, OddsCounter& counter, QWidget* parent = nullptr);

    struct Row {
        QString says;
        double odds;  // without it
        double share; // of what moves the room
        Element about;
    };
    const std::vector<Row>& rows() const { return shown; }

protected:
    void paintEvent(QPaintEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void leaveEvent(QEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    QSize sizeHint() const override;

private:
    void take();
    int rowAt(double y) const;
    void layOut();

    Document& document;
    OddsCounter& counter;
    std::vector<Row> shown;
    std::vector<QRect> boxes; // of each: its words, over as many lines as they take, and its bar
    double now = 0;           // the odds with all of them
    int pointed = -1;
};

} // namespace goodfold::app
