// What is known of the metal in hand, as two pictures: K, and what springs back.
#pragma once

#include "draw/known_chart.h"

#include <QWidget>

namespace goodfold::app {

class KnownView : public QWidget {
    Q_OBJECT
public:
    explicit KnownView(QWidget* parent = nullptr);

    void show(std::vector<draw::KnownChart> charts, const QString& inWords);
    const std::vector<draw::KnownChart>& shown() const { return charts; }

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    std::vector<draw::KnownChart> charts;
};

} // namespace goodfold::app
