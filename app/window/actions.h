// All actions of the window, by name: one registry for menu, shortcuts and buttons.
#pragma once

#include "draw/exports.h"

#include <QAction>
#include <QMenu>

namespace goodfold::app {

class UndoOrder;

struct Actions {
    Actions(QWidget* window, UndoOrder& undoOrder);

    QAction *newJob, *open, *save, *saveAs, *revert, *close, *quit;
    QAction *print, *printPreview;
    /// One a row of draw::exports().
    struct ExportAction {
        const draw::Export* row;
        QAction* action;
    };
    std::vector<ExportAction> exports;
    QAction *copyMarks, *copyPicture, *takeOffRack, *takeAllOffRack, *buyForAll;
    QAction *undo, *redo, *cut, *copy, *paste, *duplicate, *remove, *mirror, *bothHands;
    QAction *zoomIn, *zoomOut, *fit, *flat, *formed, *fromFace, *fromSide, *fromEnd, *fromCorner;
    QList<QAction*> stages; // one a row of stageRows()
    QAction *ladder, *startPage;
    QAction *help, *calculation, *handbook, *revisions, *about;

    /// Puts them into the window's one menu; the menus of choices are made by the window.
    void fill(QMenu* menu, QMenu* recent, const QList<QMenu*>& choices) const;
    /// What is done to what is selected: at the right button.
    QList<QAction*> ofElements() const;
    void renewIcons();
    QAction* exportAction(const char* key) const;
    QList<QAction*> exportActions() const;
    /// Of these, those that tell of the bracket.
    QList<QAction*> exportsOfBracket() const;
};

} // namespace goodfold::app
