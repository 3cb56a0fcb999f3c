// All actions of the window, by name: one registry for menu, shortcuts and buttons.
#pragma once

#include <QAction>
#include <QMenu>

class QUndoStack;

namespace goodfold::app {

struct Actions {
    explicit Actions(QWidget* window, QUndoStack& undoStack);

    QAction *newJob, *open, *save, *saveAs, *close, *quit;
    QAction *printTemplate, *templateLetter, *exportDxf, *exportSvg;
    QAction *undo, *redo, *remove, *mirror;
    QAction *zoomIn, *zoomOut, *fit, *flat, *formed;
    QAction *bracket, *blank, *ladder;
    QAction* about;

    /// The window's one menu; `themes` and `steps` are made by the window.
    QMenu* menu(QWidget* window, QMenu* themes, QMenu* steps) const;
    void renewIcons();
};

} // namespace goodfold::app
