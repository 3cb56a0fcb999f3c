// The bracket on its mount, and at every bolt where its hole comes to lie in some hundred pieces: dots inside
// what the bolt leaves it, magnified. Drag turns it, the wheel zooms.
#pragma once

#include "app/base/odds_counter.h"
#include "app/widgets/when_seen.h"
#include "draw/formed_picture.h"

#include <QWidget>

namespace goodfold::app {

class SpreadView : public QWidget {
    Q_OBJECT
public:
    SpreadView(Document& document, OddsCounter& counter, QWidget* parent = nullptr);

    /// How many times larger than the bracket the dots are drawn.
    double magnification() const {
        made->settle();
        return times;
    }
    const draw::Scene& drawn() const {
        made->settle();
        return scene;
    }
    /// Where a tie's middle is on the screen.
    QPointF middleOf(size_t tie) const;

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void leaveEvent(QEvent* event) override;

private:
    void take();
    void build();
    void addWrench(const part::Folded& folded);
    void fit();
    /// As large as the discs can be without lying over one another.
    void magnify();
    /// From the rest face's frame to the root's, in which the camera looks.
    Vec3 inRoot(const Vec3& onFace) const;
    Vec3 directionInRoot(const Vec3& onFace) const;
    void paintMount(QPainter& painter) const;
    void paintThings(QPainter& painter) const;
    void paintBolt(QPainter& painter, size_t tie) const;
    void paintCaption(QPainter& painter) const;
    void paintSpread(QPainter& painter, size_t tie) const;
    /// The tie under the pointer, or -1.
    int tieAt(const QPointF& point) const;

    Document& document;
    OddsCounter& counter;
    WhenSeen* made;
    std::shared_ptr<const Counted> shown;
    draw::Scene scene;
    std::string turned; // the hole in hand, whose bolt's wrench is drawn; empty: none
    draw::Camera camera;
    double times = 1;
    QPointF dragged;
};

} // namespace goodfold::app
