// The rack as a picture; a press on a bar or a sheet takes it in hand.
#pragma once

#include "app/base/document.h"
#include "draw/rack_picture.h"

#include <QWidget>

namespace goodfold::app {

class RackView : public QWidget {
    Q_OBJECT
public:
    explicit RackView(Document& document, QWidget* parent = nullptr);

    void show(std::vector<stock::RackStock> entries, const std::string& lit);
    /// Where each entry lies.
    std::vector<draw::PlacedStock> placed() const { return paint(nullptr); }

signals:
    void pressed(const std::string& id);

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;

private:
    std::vector<draw::PlacedStock> paint(QPainter* painter) const;
    void takeHeight();

    Document& document;
    draw::RackPicture picture;
};

} // namespace goodfold::app
