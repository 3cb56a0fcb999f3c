// What a stage of the work is to the window. A stage is a widget in a folder of its own, and one row of the
// window's table of stages.
#pragma once

#include "app/base/document.h"

#include <QAction>
#include <QImage>
#include <QWidget>

#include <functional>

namespace goodfold::app {

class BatchWork;
class OddsCounter;
class OwnRack;
class Planner;

/// What stages are made with.
struct StageContext {
    Document& document;
    Planner& planner;
    OddsCounter& odds;
    OwnRack& rack;
    BatchWork& work;
    /// Actions that take something along: print, exports, copies.
    QList<QAction*> takeAlong;
    /// The action of an export of draw::exports(), for the paper that is usual here.
    std::function<QAction*(const char* key)> exportAction;
    std::function<void(const QString& key)> showStage; // another one
};

class Stage : public QWidget {
    Q_OBJECT
public:
    using QWidget::QWidget;

    /// Its own steps to undo, where they are not the job's.
    virtual QUndoStack* undoStack() { return nullptr; }
    /// Whether the ladder stands beside it in a window this wide, with text so large.
    virtual bool hasRoomForLadder(int windowWidth, double textScale) const = 0;
    /// What "copy the picture" gives while it is shown; null for the bracket.
    virtual QImage image() const { return {}; }
    /// What it is for, or what can be done in it, in one line; empty where the line at the ladder says it.
    virtual QString hint() const { return {}; }
    /// Takes out what is in hand in it and says so, or why that cannot be; nothing where it is the job's
    /// element in hand.
    virtual std::optional<QString> takeOut() { return {}; }
    /// Whether what is in hand in it is the job's, to be copied and pasted at.
    virtual bool showsElements() const { return true; }
    /// Goes to what the documentation shows of it; `which` where it shows several things.
    virtual void showExample(const QString& /*which*/) {}
    /// Whether something is still being found out that it will show.
    virtual bool isBusy() const { return false; }
    /// Takes the keyboard as it is gone to; most leave it where it was.
    virtual void enter() {}
};

} // namespace goodfold::app
