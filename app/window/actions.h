// All actions of the window, by name: one registry for menu, shortcuts and buttons.
#pragma once

#include <QAction>
#include <QMenu>

class QUndoGroup;

namespace goodfold::app {

struct Actions {
    Actions(QWidget* window, QUndoGroup& undoGroup);

    QAction *newJob, *open, *save, *saveAs, *revert, *close, *quit;
    QAction *print, *printPreview, *templateA4, *templateLetter, *exportDxf, *exportSvg, *exportCsv;
    QAction *copyMarks, *copyPicture;
    QAction *undo, *redo, *remove, *mirror, *bothHands;
    QAction *zoomIn, *zoomOut, *fit, *flat, *formed, *fromFace, *fromSide, *fromEnd, *fromCorner;
    QAction *bracket, *blank, *bending, *shop, *ladder, *startPage;
    QAction *help, *about;

    /// The window's one menu; the menus of choices are made by the window.
    QMenu* menu(QWidget* window, QMenu* recent, const QList<QMenu*>& choices) const;
    void renewIcons();
};

} // namespace goodfold::app
