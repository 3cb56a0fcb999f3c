// Tools as they proved, as a picture with the same in words.
#pragma once

#include "app/base/document.h"
#include "draw/proved_chart.h"

#include <QWidget>

namespace goodfold::app {

class ProvedView : public QWidget {
    Q_OBJECT
public:
    explicit ProvedView(Document& document, QWidget* parent = nullptr);

    /// Of what the logbook knows now; out of sight where nothing was measured of any tool.
    void refresh();
    const draw::ProvedChart& shown() const { return chart; }

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

private:
    void fitHeight();
    QString size(double mm) const;
    QString inWords(const learn::Proved& of) const;

    Document& document;
    draw::ProvedChart chart;
};

} // namespace goodfold::app
