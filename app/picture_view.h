// The bracket formed, from any side, or on its way from the flat; its figures stand on it and are typed over
// where they stand.
#pragma once

#include "app/document.h"
#include "draw/formed_picture.h"
#include "draw/tags.h"

#include <QWidget>

class QSlider;

namespace goodfold::app {

class ValueField;

class PictureView : public QWidget {
    Q_OBJECT
public:
    explicit PictureView(Document& document, QWidget* parent = nullptr);

    /// 0 flat to 1 formed.
    void setFormedness(double share);
    double formedness() const { return shownFormedness; }
    void fit();
    void zoom(double factor);
    void orbit(double yawDeg, double pitchDeg);
    const draw::Camera& camera() const { return view; }
    /// The tags as they stand now; on the screen of this widget.
    const std::vector<draw::Tag>& tags() const { return placed; }
    /// Opens the figure of an element for typing, where it stands.
    void editTag(const Element& element);
    QSize minimumSizeHint() const override { return {320, 240}; }

signals:
    void formednessChanged(double share);

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void leaveEvent(QEvent* event) override;

private:
    /// A place on a free end where another bend can be added.
    struct Plus {
        QRectF box;
        bool atStart;
        std::string plate;
    };
    void rebuild();
    void reproject();
    void placeFigures();
    void placePluses();
    std::vector<Element> tagged() const;
    QString tagText(const Element& element) const;
    QRectF area() const;
    Element elementAt(const QPointF& point) const;
    void addBend(const Plus& plus);
    void paintTags(QPainter& painter);
    void paintPluses(QPainter& painter);
    void closeEditor();

    Document& document;
    double shownFormedness = 1;
    part::Folded shownFolded;
    draw::Scene scene;
    draw::Camera view;
    std::vector<draw::SeenFace> seen;
    std::vector<draw::Tag> placed;
    std::vector<Plus> pluses;
    bool fitsItself = true; // until the user zooms or moves
    bool moving = false;
    QPointF dragFrom;
    Qt::MouseButton dragButton = Qt::NoButton;
    ValueField* editor = nullptr;
};

} // namespace goodfold::app
