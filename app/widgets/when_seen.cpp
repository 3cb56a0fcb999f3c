#include "app/widgets/when_seen.h"

#include "app/base/frame.h"

#include <QEvent>
#include <QTimer>

#include <utility>

namespace goodfold::app {

WhenSeen::WhenSeen(QWidget* widget, std::function<void()> make)
    : QObject(widget), widget(widget), make(std::move(make)) {
    widget->installEventFilter(this);
}

void WhenSeen::change() {
    due = true;
    if (!isOutOfSight()) settle();
}

void WhenSeen::changeLater() {
    due = true;
    if (!isOutOfSight()) QTimer::singleShot(kFrame, this, &WhenSeen::settle);
}

void WhenSeen::settle() {
    if (std::exchange(due, false)) make();
}

bool WhenSeen::eventFilter(QObject* watched, QEvent* event) {
    if (watched == widget && event->type() == QEvent::Show) {
        wasSeen = true;
        settle();
    }
    return QObject::eventFilter(watched, event);
}

/// What is about to be seen for the first time is made with its window; what is folded away is not.
bool WhenSeen::isOutOfSight() const {
    const bool isFolded =
        widget->testAttribute(Qt::WA_WState_Hidden) && widget->testAttribute(Qt::WA_WState_ExplicitShowHide);
    return !widget->isVisible() && (wasSeen || isFolded);
}

} // namespace goodfold::app
