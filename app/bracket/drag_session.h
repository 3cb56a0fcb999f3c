// One drag of a leg's end, a hole or a bend line, on picture or ribbon: snaps to the chosen step, shows its
// number at the pointer, and gives way to typing.
#pragma once

#include "app/widgets/overlay_field.h"
#include "edit/drag.h"

#include <QPainter>
#include <QWidget>

namespace goodfold::app {

class DragSession : public QObject {
    Q_OBJECT
public:
    DragSession(Document& document, QWidget* view);

    /// What one millimetre along and across the grip's plate is on the screen, in pixels.
    struct Axes {
        QPointF along, across;
    };
    void begin(const edit::Grip& grip, const QPointF& at, const Axes& axes);
    bool isActive() const { return active; }
    /// True once the pointer has gone far enough to be no click.
    bool hasMoved() const { return moved; }
    /// With Shift a bend line makes the blank grow, where else its two legs share.
    void moveTo(const QPointF& at, Qt::KeyboardModifiers keys);
    void end();
    /// Ends the drag and opens its figure for typing at the pointer, begun with `typed`.
    void typeOver(const QString& typed);
    void closeEditor();
    /// The number at the pointer.
    void paint(QPainter& painter) const;
    QString says() const { return shown; }

private:
    std::optional<Vec2> pulledTo(const QPointF& at) const;

    Document& document;
    QWidget* view;
    bool active = false, moved = false;
    int count = 0; // so that one drag's steps do not run into the next one's
    edit::Grip grip{};
    job::Job start;
    QPointF from, pointer;
    Axes axes;
    QString shown;
    QPointer<ValueField> editor;
};

} // namespace goodfold::app
