// One undo for everything, wherever one is: the last thing done goes first, be it the job's or the shop's.
#pragma once

#include <QAction>
#include <QPointer>
#include <QUndoStack>

#include <vector>

namespace goodfold::app {

/// Follows several stacks in the order of what is done in them.
class UndoOrder : public QObject {
    Q_OBJECT
public:
    explicit UndoOrder(QObject* parent) : QObject(parent) {}

    /// `place` says where its steps are undone, for people who look elsewhere; empty for the job's own.
    void add(QUndoStack* stack, const QString& place);
    /// Actions that name what they would take back or do again, and can be pressed while there is something.
    QAction* undoAction(QWidget* window);
    QAction* redoAction(QWidget* window);

signals:
    /// What was taken back or done again, in a sentence.
    void said(const QString& sentence);

private:
    struct Followed {
        QPointer<QUndoStack> stack;
        QString place;
        int index;
    };
    void follow(size_t which, int index);
    void undo();
    void redo();
    void renew();
    void say(const QString& how, const Followed& in, const QString& what);

    std::vector<Followed> all;
    std::vector<size_t> done, undone; // which stack, the last at the back
    bool isOwn = false;               // while this moves a stack itself
    QAction *undoing = nullptr, *redoing = nullptr;
};

} // namespace goodfold::app
