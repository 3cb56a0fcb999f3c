// A step of bending painted: the partly bent part in its tool, what is done to it, and where it does not go,
// what hits and where. It can be looked at from all sides, and stays turned so from step to step.
#pragma once

#include "app/base/planner.h"
#include "draw/step_picture.h"

#include <QElapsedTimer>
#include <QTimer>
#include <QWidget>

namespace goodfold::app {

class StepView : public QWidget {
    Q_OBJECT
public:
    explicit StepView(QWidget* parent = nullptr);

    void show(std::shared_ptr<const Planned> planned, const sequence::Operation& operation,
              sequence::BendSet before, double turnedDeg, const quantity::Reading& reading,
              const std::optional<sequence::Obstacle>& obstacle = {}, double movedBy = 0);
    void clear();
    /// What is shown comes to its place from where the step before, in the same tool, had left it. The
    /// picture stands there at once, and is the same again after a moment.
    void carryFrom(const sequence::Operation& earlier);
    bool isCarried() const { return carrying.isActive(); }
    bool isEmpty() const { return !planned; }
    void setTurned(double degrees);
    double turned() const { return turnedDeg; }
    const sequence::Operation& way() const { return operation; }
    const draw::StepScene& scene() const { return made; }

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    QSize minimumSizeHint() const override;

private:
    void rebuild();
    void carry();
    void look();
    void paintMeeting(QPainter& painter) const;

    std::shared_ptr<const Planned> planned;
    sequence::Operation operation;
    sequence::BendSet before = 0;
    double turnedDeg = 0;
    std::optional<sequence::Obstacle> obstacle;
    double movedBy = 0; // of the line that is set, from where it was planned
    draw::StepWords words;
    std::optional<sequence::Operation> cameFrom;
    QTimer carrying;
    QElapsedTimer carried;
    draw::StepScene made;
    draw::Camera camera;
    std::vector<draw::SeenFace> seen;
    QPointF dragFrom;
};

} // namespace goodfold::app
