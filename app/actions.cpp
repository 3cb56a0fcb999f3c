#include "app/actions.h"

#include "app/theme.h"

#include <QUndoStack>
#include <QWidget>

namespace goodfold::app {

namespace {

QAction* make(QWidget* window, const QString& text, const QList<QKeySequence>& keys,
              const QString& tip = {}) {
    auto* action = new QAction(text, window);
    action->setShortcuts(keys);
    if (!tip.isEmpty()) action->setToolTip(tip);
    window->addAction(action);
    return action;
}

} // namespace

Actions::Actions(QWidget* window, QUndoStack& undoStack) {
    const auto tr = [](const char* text) { return QObject::tr(text); };
    newJob = make(window, tr("&New bar"), {QKeySequence::New});
    open = make(window, tr("&Open…"), {QKeySequence::Open});
    save = make(window, tr("&Save"), {QKeySequence::Save});
    saveAs =
        make(window, tr("Save &as…"), {QKeySequence::SaveAs, QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_S)});
    close = make(window, tr("&Close"), {QKeySequence::Close});
    quit = make(window, tr("&Quit"), {QKeySequence::Quit, QKeySequence(Qt::CTRL | Qt::Key_Q)});
    printTemplate = make(window, tr("&Template on A4…"), {QKeySequence(Qt::CTRL | Qt::Key_T)},
                         tr("Full-size PDF to lay on the stock, over as many A4 sheets as it takes"));
    templateLetter = make(window, tr("Template on &Letter…"), {}, tr("The same on Letter paper"));
    exportDxf =
        make(window, tr("Blank as &DXF…"), {}, tr("Outline, holes and bend lines for a cutting machine"));
    exportSvg =
        make(window, tr("Blank as S&VG…"), {}, tr("Outline, holes and bend lines as a drawing at full size"));

    undo = undoStack.createUndoAction(window, tr("Undo"));
    undo->setShortcuts(QKeySequence::Undo);
    redo = undoStack.createRedoAction(window, tr("Redo"));
    redo->setShortcuts({QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_Z), QKeySequence(Qt::CTRL | Qt::Key_Y)});
    window->addActions({undo, redo});
    remove = make(window, tr("&Remove what is selected"), {QKeySequence::Delete});
    mirror = make(window, tr("Make this the &opposite hand"), {});

    zoomIn = make(window, tr("Zoom &in"), {QKeySequence::ZoomIn, QKeySequence(Qt::CTRL | Qt::Key_Equal)});
    zoomOut = make(window, tr("Zoom &out"), {QKeySequence::ZoomOut});
    fit = make(window, tr("&Fit the picture"), {QKeySequence(Qt::CTRL | Qt::Key_0)});
    flat = make(window, tr("Show it f&lat"), {QKeySequence(Qt::CTRL | Qt::Key_BracketLeft)});
    formed = make(window, tr("Show it for&med"), {QKeySequence(Qt::CTRL | Qt::Key_BracketRight)});
    bracket = make(window, tr("Bracket"), {QKeySequence(Qt::CTRL | Qt::Key_2)});
    blank = make(window, tr("Blank"), {QKeySequence(Qt::CTRL | Qt::Key_3)});
    ladder = make(window, tr("Type at the ladder"), {QKeySequence(Qt::CTRL | Qt::Key_L)});
    about = make(window, tr("&About Good Fold"), {QKeySequence::HelpContents});
    renewIcons();
}

void Actions::renewIcons() {
    undo->setIcon(icon(QStringLiteral("undo-2")));
    redo->setIcon(icon(QStringLiteral("redo-2")));
}

QMenu* Actions::menu(QWidget* window, QMenu* themes, QMenu* steps) const {
    auto* menu = new QMenu(window);
    const auto add = [&](const QList<QAction*>& actions) {
        menu->addActions(actions);
        menu->addSeparator();
    };
    add({newJob, open, save, saveAs});
    add({printTemplate, templateLetter, exportDxf, exportSvg});
    add({undo, redo, remove, mirror});
    add({zoomIn, zoomOut, fit, flat, formed});
    add({bracket, blank, ladder});
    menu->addMenu(steps);
    menu->addMenu(themes);
    menu->addSeparator();
    add({about, close, quit});
    return menu;
}

} // namespace goodfold::app
