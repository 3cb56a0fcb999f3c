// What the tests of sheet in the window share.
#pragma once

#include "edit/edit_sheet.h"
#include "gui/support.h"

namespace goodfold::test {

/// A window with an empty sheet in it.
struct SheetWindow : Window {
    SheetWindow() {
        document().replace(edit::emptySheet(quantity::Unit::Millimetre));
        operator->()->picture()->fit();
    }
};

/// Presses, drags and lets go; offscreen the mouse has to be told.
inline void drag(QWidget* widget, const QPointF& from, const QPointF& by) {
    const auto send = [&](QEvent::Type type, const QPointF& at, Qt::MouseButton button,
                          Qt::MouseButtons held) {
        QMouseEvent event(type, at, widget->mapToGlobal(at), button, held, Qt::NoModifier);
        QApplication::sendEvent(widget, &event);
    };
    send(QEvent::MouseButtonPress, from, Qt::LeftButton, Qt::LeftButton);
    for (const double share : {0.3, 0.7, 1.0})
        send(QEvent::MouseMove, from + share * by, Qt::NoButton, Qt::LeftButton);
    send(QEvent::MouseButtonRelease, from + by, Qt::LeftButton, Qt::NoButton);
}

/// What one millimetre of a plate is on the picture.
inline QPointF onPicture(const Window& window, size_t plate, const Vec2& direction) {
    const auto& view = window->picture()->camera();
    const Vec2 flat = window.document().part().plates[plate].flatFromPlate.linear() * direction;
    const Vec3 root = window.document().folded().rootFromFlat[plate].linear() * Vec3(flat.x(), flat.y(), 0);
    return view.toScreen(view.target + root) - view.toScreen(view.target);
}

} // namespace goodfold::test
