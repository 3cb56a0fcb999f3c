// A step of bending painted: the partly bent part in its tool, what hits lit, and where. Large to look at
// from all sides, small to choose.
#pragma once

#include "app/base/planner.h"
#include "draw/formed_picture.h"
#include "draw/step_scene.h"

#include <QWidget>

namespace goodfold::app {

class StepView : public QWidget {
    Q_OBJECT
public:
    enum class Size { Large, Small };
    explicit StepView(Size size, QWidget* parent = nullptr);

    void show(std::shared_ptr<const Planned> planned, const sequence::Operation& operation,
              sequence::BendSet before, double turnedDeg,
              const std::optional<sequence::Obstacle>& obstacle = {});
    void clear();
    bool isEmpty() const { return !planned; }
    void setTurned(double degrees);
    double turned() const { return turnedDeg; }
    void setCaption(const QString& text) { caption = text; }
    void setChosen(bool on);

signals:
    void clicked();
    /// Of a small one: pulled over the row, in its coordinates, and let go there.
    void dragged(const QPoint& inRow);
    void dropped(const QPoint& inRow);

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    QSize minimumSizeHint() const override;

private:
    void rebuild();
    void look();
    void paintMeeting(QPainter& painter) const;

    Size size;
    std::shared_ptr<const Planned> planned;
    sequence::Operation operation;
    sequence::BendSet before = 0;
    double turnedDeg = 0;
    std::optional<sequence::Obstacle> obstacle;
    QString caption;
    bool chosen = false;
    draw::StepScene made;
    draw::Camera camera;
    std::vector<draw::SeenFace> seen;
    QPointF dragFrom;
    bool isDragged = false;
};

} // namespace goodfold::app
