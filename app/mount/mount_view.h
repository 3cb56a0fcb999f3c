// The place, as far as it is told: faces, edges, holes and what was read between them. What is not told yet
// is dashed. A click points at a thing, a double click drops a point on a face, dragging a sketched point
// moves it, dragging elsewhere turns the picture; arrow keys go from thing to thing, and space points.
#pragma once

#include "app/mount/survey.h"
#include "draw/camera.h"

#include <QWidget>

namespace goodfold::app {

class MountView : public QWidget {
    Q_OBJECT
public:
    MountView(Document& document, Survey& survey, QWidget* parent = nullptr);

    /// Where a thing is on the screen, and what is at a place there; empty where nothing is.
    QPointF placeOnScreen(const std::string& id) const;
    std::string thingAt(const QPointF& at) const;

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    /// A face as it is drawn: a board round what is on it. A tube is the board through its middle line that
    /// looks at the viewer, as wide as the tube.
    struct Board {
        size_t face;
        Vec3 at, along, across, outward;
        Eigen::AlignedBox2d box;
        double tubeRadius = 0;
        Vec3 corner(Eigen::AlignedBox2d::CornerType type) const;
    };
    const job::Mount* placed() const;
    std::vector<Board> boards() const;
    void fit();
    bool isPointedAt(const std::string& id) const;
    /// On a face's plane, or on the side of a tube that is seen, under a place on the screen.
    Vec3 underScreen(const Board& board, const QPointF& at) const;
    void paintBoard(QPainter& painter, const Board& board) const;
    /// Round a tube, so far along it.
    QPolygonF ringOf(const Board& tube, double along) const;
    void paintPoint(QPainter& painter, size_t index) const;
    /// What it was read between, on the screen; nothing of turns and diameters, which have no length.
    std::optional<QLineF> lineOf(const job::MountReading& reading) const;
    void paintReading(QPainter& painter, size_t index) const;
    QPointF tagOf(const job::Clearance& thing) const;
    /// What can be pointed at; of these the next one on the screen that way from where the keys are.
    std::vector<std::string> things() const;
    std::string nextThing(const QPointF& way) const;
    void goTo(const std::string& id);
    void paintWhereKeysAre(QPainter& painter) const;
    void paintTag(QPainter& painter, const QPointF& at, const QString& says, const QColor& ink) const;

    Document& document;
    Survey& survey;
    draw::Camera camera;
    size_t fittedTo = 0;
    QPointF pressed, last;
    std::string dragging; // a point
    std::string atKeys;   // what the arrow keys have come to
    bool isMoved = false;
};

} // namespace goodfold::app
