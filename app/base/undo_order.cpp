#include "app/base/undo_order.h"

#include <QWidget>

#include <algorithm>
#include <utility>

namespace goodfold::app {

void UndoOrder::add(QUndoStack* stack, const QString& place) {
    const size_t which = all.size();
    all.push_back({stack, place, stack->index()});
    done.insert(done.end(), static_cast<size_t>(stack->index()), which);
    connect(stack, &QUndoStack::indexChanged, this, [this, which](int index) { follow(which, index); });
    connect(stack, &QUndoStack::undoTextChanged, this, &UndoOrder::renew);
    connect(stack, &QUndoStack::redoTextChanged, this, &UndoOrder::renew);
    renew();
}

QAction* UndoOrder::undoAction(QWidget* window) {
    undoing = new QAction(window);
    connect(undoing, &QAction::triggered, this, &UndoOrder::undo);
    renew();
    return undoing;
}

QAction* UndoOrder::redoAction(QWidget* window) {
    redoing = new QAction(window);
    connect(redoing, &QAction::triggered, this, &UndoOrder::redo);
    renew();
    return redoing;
}

/// A stack that went on has something new done in it, and nothing that was undone can be done again. One that
/// went back was undone, or cleared, or its last step came to nothing as another was merged with it.
void UndoOrder::follow(size_t which, int index) {
    const int before = std::exchange(all[which].index, index);
    const bool isCleared = all[which].stack && all[which].stack->count() == 0;
    if (isCleared) {
        std::erase(done, which);
        std::erase(undone, which);
    } else if (index > before) {
        done.push_back(which);
        if (!isOwn) undone.clear();
    } else if (index < before) {
        const auto last = std::find(done.rbegin(), done.rend(), which);
        if (last != done.rend()) done.erase(std::next(last).base());
        if (!isOwn && all[which].stack->canRedo()) undone.push_back(which);
    }
    renew();
}

void UndoOrder::undo() {
    if (done.empty() || !all[done.back()].stack) return;
    const size_t which = done.back();
    const Followed in = all[which];
    const QString what = in.stack->undoText();
    isOwn = true;
    in.stack->undo();
    isOwn = false;
    undone.push_back(which);
    renew();
    say(tr("Taken back"), in, what);
}

void UndoOrder::redo() {
    if (undone.empty() || !all[undone.back()].stack) return;
    const size_t which = undone.back();
    undone.pop_back();
    const Followed in = all[which];
    const QString what = in.stack->redoText();
    isOwn = true;
    in.stack->redo();
    isOwn = false;
    renew();
    say(tr("Done again"), in, what);
}

void UndoOrder::say(const QString& how, const Followed& in, const QString& what) {
    emit said(in.place.isEmpty() ? tr("%1: %2.").arg(how, what) : tr("%1 %2: %3.").arg(how, in.place, what));
}

void UndoOrder::renew() {
    const auto name = [&](QAction* action, const std::vector<size_t>& last, const QString& plain,
                          const QString& named, QString (QUndoStack::*text)() const) {
        if (!action) return;
        QUndoStack* stack = last.empty() ? nullptr : all[last.back()].stack.data();
        action->setEnabled(stack);
        action->setText(stack ? named.arg((stack->*text)()) : plain);
    };
    name(undoing, done, tr("Undo"), tr("Undo %1"), &QUndoStack::undoText);
    name(redoing, undone, tr("Redo"), tr("Redo %1"), &QUndoStack::redoText);
}

} // namespace goodfold::app
