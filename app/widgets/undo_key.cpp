#include "app/widgets/undo_key.h"

#include <QKeyEvent>
#include <QLineEdit>

namespace goodfold::app {

namespace {

class UndoKeyFilter : public QObject {
public:
    explicit UndoKeyFilter(QLineEdit& field) : QObject(&field), field(field) {}

    bool eventFilter(QObject* watched, QEvent* event) override {
        if (event->type() != QEvent::ShortcutOverride || field.isModified())
            return QObject::eventFilter(watched, event);
        const QKeyCombination key = static_cast<const QKeyEvent*>(event)->keyCombination();
        const bool isUndoOrRedo = key == (Qt::CTRL | Qt::Key_Z) ||
                                  key == (Qt::CTRL | Qt::SHIFT | Qt::Key_Z) || key == (Qt::CTRL | Qt::Key_Y);
        if (!isUndoOrRedo) return QObject::eventFilter(watched, event);
        event->ignore();
        return true;
    }

private:
    QLineEdit& field;
};

} // namespace

void leaveUndoToDocument(QLineEdit& field) {
    field.installEventFilter(new UndoKeyFilter(field));
}

} // namespace goodfold::app
