// The stock itself: the blank to scale, marked out, over its running dimensions.
#pragma once

#include "app/bracket/drag_session.h"
#include "draw/blank_picture.h"

namespace goodfold::app {

class RibbonView : public QWidget {
    Q_OBJECT
public:
    RibbonView(Document& document, double textSize, QWidget* parent = nullptr);
    /// Shows the opposite hand's blank instead; that is looked at and not dragged.
    void showOppositeHand(bool on);
    /// While the part is bent: the line of one bend is lit, and bends that are made are shaded.
    void showWork(std::optional<int> bend, const std::vector<int>& made);
    /// Shows this instead, as it is marked out at the bench; that is looked at and not dragged.
    void showSet(part::Part part);
    /// Where a flat point falls on this widget, for tests and for whoever points at it.
    QPointF onScreen(const Vec2& flat) const;
    QSize minimumSizeHint() const override { return {320, 110}; }

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void leaveEvent(QEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    QRectF area() const;
    draw::BlankLayout layOut() const;
    Element elementAt(const QPointF& point) const;
    int plateOf(const edit::Grip& grip) const;
    /// What can be taken hold of there: a hole, a bend line, either end of the bar.
    std::optional<edit::Grip> gripAt(const QPointF& point) const;
    const part::Part& part() const { return set ? *set : twin ? *twin : document.part(); }
    void refreshTwin();
    void paintWork(QPainter& painter) const;
    Document& document;
    double textSize;
    bool showsTwin = false;
    std::optional<int> inWork; // the bend whose line is lit
    std::vector<int> bent;
    std::optional<part::Part> twin, set;
    DragSession* dragging;
    QTimer settling; // runs for a moment after an edit of a large blank: its smooth lines can wait
    std::optional<draw::BlankHold> hold; // while something is dragged
};

} // namespace goodfold::app
