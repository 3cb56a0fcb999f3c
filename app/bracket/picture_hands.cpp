// How mouse and keyboard work the picture.
#include "app/bracket/new_bend_box.h"
#include "app/bracket/picture_view.h"
#include "app/widgets/pressed.h"

#include <QApplication>
#include <QContextMenuEvent>
#include <QKeyEvent>
#include <QMouseEvent>

#include <algorithm>
#include <cmath>

namespace goodfold::app {

void PictureView::resizeEvent(QResizeEvent*) {
    closeEditor();
    const bool both = showsBothHands();
    if (!made->isDue() && both == !twinMaker.scene().faces.empty()) return reproject();
    if (!made->isDue()) made->change();
    emit bothHandsChanged(both);
}

void PictureView::mousePressEvent(QMouseEvent* event) {
    closeEditor();
    dragging->closeEditor();
    dragFrom = event->position();
    dragButton = event->button();
    for (const Plus& plus : pluses)
        if (event->button() == Qt::LeftButton && plus.box.contains(event->position())) {
            dragButton = Qt::NoButton;
            return askForBend(plus);
        }
    std::optional<draw::Tag> pressed;
    for (const draw::Tag& tag : placed)
        if (tag.box.contains(event->position())) pressed = tag;
    const auto grip = gripAt(event->position()); // before selecting brings other handles
    const Element about = pressed                    ? pressed->about
                          : grip && grip->isOfHole() ? Element::hole(grip->id)
                          : grip && grip->isOfEdge() ? Element::plate(grip->id)
                                                     : elementAt(event->position());
    if (selectPressed(document, about, *event)) return;
    // Selecting may bring other tags: the one that was pressed is what counts.
    if (event->button() != Qt::LeftButton) return;
    if (pressed) {
        dragButton = Qt::NoButton;
        editTag(*pressed);
    } else if (grip) {
        dragging->begin(*grip, event->position(), axesOf(*grip));
    }
}

void PictureView::mouseMoveEvent(QMouseEvent* event) {
    if (dragging->isActive() && event->buttons() != Qt::NoButton) {
        moving = true;
        return dragging->moveTo(event->position(), event->modifiers());
    }
    const QPointF by = event->position() - dragFrom;
    if (dragButton == Qt::NoButton || event->buttons() == Qt::NoButton) {
        setCursor(gripAt(event->position()) ? Qt::SizeAllCursor : Qt::ArrowCursor);
        document.setHovered(elementAt(event->position()));
        return;
    }
    constexpr double kStill = 3;
    if (!moving && by.manhattanLength() < kStill) return;
    moving = true;
    dragFrom = event->position();
    const bool pans = dragButton != Qt::LeftButton || event->modifiers() & Qt::ShiftModifier;
    if (pans) {
        fitsItself = false;
        view.centre += by;
        reproject();
    } else {
        orbit(-by.x() * 0.5, by.y() * 0.5);
    }
}

void PictureView::mouseReleaseEvent(QMouseEvent* event) {
    dragButton = Qt::NoButton;
    const bool dragged = dragging->isActive();
    dragging->end();
    if (!std::exchange(moving, false)) {
        if (event->button() == Qt::RightButton) openMenu(event->position().toPoint());
        return;
    }
    if (dragged)
        reproject(); // it fits itself again
    else
        placeFigures();
    update();
}

void PictureView::wheelEvent(QWheelEvent* event) {
    closeEditor();
    fitsItself = false;
    view = draw::zoomed(view, std::pow(1.0015, event->angleDelta().y()), event->position());
    reproject();
}

void PictureView::keyPressEvent(QKeyEvent* event) {
    constexpr double kTurn = 10, kZoom = 1.2;
    if (dragging->isActive() && !event->text().isEmpty() && event->text().front().isPrint()) {
        moving = false;
        dragButton = Qt::NoButton;
        return dragging->typeOver(event->text());
    }
    switch (event->key()) {
    case Qt::Key_Left:
        return orbit(kTurn, 0);
    case Qt::Key_Right:
        return orbit(-kTurn, 0);
    case Qt::Key_Up:
        return orbit(0, kTurn);
    case Qt::Key_Down:
        return orbit(0, -kTurn);
    case Qt::Key_Plus:
    case Qt::Key_Equal:
        return zoom(kZoom);
    case Qt::Key_Minus:
        return zoom(1 / kZoom);
    case Qt::Key_Home:
        return fit();
    case Qt::Key_F2:
        return editTag(document.selected());
    default:
        QWidget::keyPressEvent(event);
    }
}

/// The right button also moves the picture: its menu comes when it is let go unmoved. That of a key is the
/// window's.
void PictureView::contextMenuEvent(QContextMenuEvent* event) {
    if (event->reason() != QContextMenuEvent::Mouse) event->ignore();
}

void PictureView::openMenu(const QPoint& at) {
    QContextMenuEvent wanted(QContextMenuEvent::Other, at, mapToGlobal(at));
    QApplication::sendEvent(this, &wanted);
}

void PictureView::leaveEvent(QEvent*) {
    document.setHovered({});
}

void PictureView::editTag(const Element& element) {
    const auto tag =
        std::find_if(placed.begin(), placed.end(), [&](const draw::Tag& t) { return t.about == element; });
    if (tag != placed.end()) editTag(*tag);
}

void PictureView::editTag(const draw::Tag& tag) {
    closeEditor();
    const Element about = tag.about;
    if (about.kind == Element::Kind::Bend && document.job().isDriven(*document.job().findBend(about.id)))
        return; // its angle follows from a joggle or a pipe
    const auto figure = static_cast<Dimension>(tag.figure);
    editor = typeOver(document, this, figure, about, tag.box.adjusted(-4, -2, 22, 2).toRect());
}

void PictureView::closeEditor() {
    closeField(editor);
    if (!asked) return;
    asked->hide();
    asked->deleteLater(); // it may be in the middle of telling that it is done
    asked = nullptr;
}

} // namespace goodfold::app
