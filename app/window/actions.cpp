#include "app/window/actions.h"

#include "app/base/undo_order.h"
#include "app/widgets/theme.h"
#include "app/window/stage_table.h"

#include <QCoreApplication>
#include <QWidget>

namespace goodfold::app {

namespace {

QAction* make(QWidget* window, const QString& text, const QList<QKeySequence>& keys,
              const QString& tip = {}) {
    auto* action = new QAction(text, window);
    QList<QKeySequence> once; // one that is given twice is ambiguous to Qt, and does nothing
    for (const QKeySequence& key : keys)
        if (!key.isEmpty() && !once.contains(key)) once << key;
    action->setShortcuts(once);
    if (!tip.isEmpty()) action->setToolTip(tip);
    window->addAction(action);
    return action;
}

QAction* named(QAction* action, const QString& id) {
    action->setObjectName(id);
    return action;
}

} // namespace

Actions::Actions(QWidget* window, UndoOrder& undoOrder) {
    const auto tr = [](const char* text) { return QObject::tr(text); };
    newJob = make(window, tr("&New…"), {QKeySequence::New});
    open = make(window, tr("&Open…"), {QKeySequence::Open});
    save = make(window, tr("&Save"), {QKeySequence::Save});
    saveAs =
        make(window, tr("Save &as…"), {QKeySequence::SaveAs, QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_S)});
    revert =
        make(window, tr("Re&vert to what is saved"), {}, tr("Takes the file again as it was last saved"));
    close = make(window, tr("&Close"), {QKeySequence::Close});
    quit = make(window, tr("&Quit"), {QKeySequence(Qt::CTRL | Qt::Key_Q)});
    print = make(window, tr("&Print the template…"), {QKeySequence::Print},
                 tr("At full size, to lay on the stock; both hands where a pair is made"));
    print->setObjectName(QStringLiteral("print"));
    printPreview = make(window, tr("Print preview…"), {QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_P)});
    printPreview->setObjectName(QStringLiteral("print-preview"));
    for (const draw::Export& row : draw::exports())
        exports.push_back({&row, named(make(window, QCoreApplication::translate("Exports", row.title),
                                            *row.shortcut ? QList{QKeySequence(QLatin1String(row.shortcut))}
                                                          : QList<QKeySequence>{},
                                            QCoreApplication::translate("Exports", row.tip)),
                                       QString::fromLatin1(row.key))});
    takeOffRack = make(window, tr("Take the batch off the rac&k"), {});
    takeOffRack->setToolTip(tr("It is cut: what it takes goes off the rack, what is left is put back"));
    takeAllOffRack = make(window, tr("Take all open batches off the rack"), {});
    takeAllOffRack->setToolTip(tr("The same of all windows' jobs, cut together"));
    buyForAll = make(window, tr("To buy and cut, all open jobs…"), {});
    buyForAll->setToolTip(tr("What all windows' jobs take together: bars and sheets are shared"));
    copyMarks = make(window, tr("Copy the table of marks"), {QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_C)});
    copyMarks->setObjectName(QStringLiteral("marks"));
    copyPicture = make(window, tr("Copy the picture"), {QKeySequence(Qt::CTRL | Qt::ALT | Qt::Key_C)},
                       tr("The bracket, or on the Blank stage the blank"));
    undo = undoOrder.undoAction(window);
    undo->setShortcuts(QKeySequence::Undo);
    redo = undoOrder.redoAction(window);
    redo->setShortcuts({QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_Z), QKeySequence(Qt::CTRL | Qt::Key_Y)});
    window->addActions({undo, redo});
    remove = make(window, tr("&Remove what is selected"), {QKeySequence::Delete});
    cut = make(window, tr("Cu&t"), {QKeySequence::Cut});
    copy = make(window, tr("&Copy"), {QKeySequence::Copy}, tr("Holes and legs that are selected"));
    paste = make(window, tr("&Paste"), {QKeySequence::Paste}, tr("In the leg that is selected"));
    duplicate = make(window, tr("&Duplicate"), {QKeySequence(Qt::CTRL | Qt::Key_D)},
                     tr("Another beside each that is selected"));
    mirror = make(window, tr("Make this the &opposite hand"), {});
    bothHands = make(window, tr("Show both hands"), {QKeySequence(Qt::CTRL | Qt::Key_B)});
    bothHands->setCheckable(true);

    zoomIn = make(window, tr("Zoom &in"), {QKeySequence::ZoomIn, QKeySequence(Qt::CTRL | Qt::Key_Equal)});
    zoomOut = make(window, tr("Zoom &out"), {QKeySequence::ZoomOut});
    fit = make(window, tr("&Fit the picture"), {QKeySequence(Qt::CTRL | Qt::Key_0)});
    flat = make(window, tr("Show it f&lat"), {QKeySequence(Qt::CTRL | Qt::Key_BracketLeft)});
    formed = make(window, tr("Show it for&med"), {QKeySequence(Qt::CTRL | Qt::Key_BracketRight)});
    fromFace = make(window, tr("From the face of the first leg"), {QKeySequence(Qt::ALT | Qt::Key_1)});
    fromSide = make(window, tr("From its side"), {QKeySequence(Qt::ALT | Qt::Key_2)});
    fromEnd = make(window, tr("From its end"), {QKeySequence(Qt::ALT | Qt::Key_3)});
    fromCorner = make(window, tr("Across the corner"), {QKeySequence(Qt::ALT | Qt::Key_4)});
    for (const StageRow& row : stageRows())
        stages << make(window, QCoreApplication::translate("Stages", row.title),
                       {QKeySequence(QStringLiteral("Ctrl+%1").arg(row.number))});
    ladder = make(window, tr("Type at the ladder"), {QKeySequence(Qt::CTRL | Qt::Key_L)});
    startPage = make(window, tr("&Begin with…"), {}, tr("An empty bar or one of the jobs that come along"));
    help = make(window, tr("&What can I do here?"), {QKeySequence::HelpContents});
    handbook = make(window, tr("&Handbook"), {QKeySequence(Qt::SHIFT | Qt::Key_F1)},
                    tr("All that is written of it, to search; pressing F1 twice opens it too"));
    calculation =
        make(window, tr("How is this calculated?"), {QKeySequence(Qt::Key_F4)},
             tr("The formulas of what is in hand, with its numbers put in and where they come from"));
    revisions = make(window, tr("&Revisions…"), {},
                     tr("How the job was when pieces were made of it, and what changed since"));
    about = make(window, tr("About Good &Fold"), {});
    renewIcons();
}

void Actions::renewIcons() {
    undo->setIcon(icon(QStringLiteral("undo-2")));
    redo->setIcon(icon(QStringLiteral("redo-2")));
}

QAction* Actions::exportAction(const char* key) const {
    for (const auto& [row, action] : exports)
        if (std::string_view(row->key) == key) return action;
    return nullptr;
}

QList<QAction*> Actions::exportActions() const {
    QList<QAction*> all;
    for (const ExportAction& each : exports)
        all << each.action;
    return all;
}

QList<QAction*> Actions::exportsOfBracket() const {
    QList<QAction*> all;
    for (const ExportAction& each : exports)
        if (!each.row->isOfPlace) all << each.action;
    return all;
}

QList<QAction*> Actions::ofElements() const {
    return {cut, copy, paste, duplicate, remove, calculation};
}

void Actions::fill(QMenu* menu, QMenu* recent, const QList<QMenu*>& choices) const {
    const auto sub = [&](const QString& title) { return menu->addMenu(title); };
    const auto add = [](QMenu* to, const QList<QAction*>& actions) {
        to->addActions(actions);
        to->addSeparator();
    };
    menu->addActions({newJob, startPage, open});
    menu->addMenu(recent);
    add(menu, {save, saveAs, revert, revisions});
    menu->addActions({print, printPreview});
    QMenu* out = sub(QObject::tr("&Export"));
    for (size_t i = 0; i < exports.size(); ++i) {
        if (i > 0 && exports[i].row->isOnPaper != exports[i - 1].row->isOnPaper) out->addSeparator();
        out->addAction(exports[i].action);
    }
    sub(QObject::tr("Rac&k"))->addActions({buyForAll, takeOffRack, takeAllOffRack});
    menu->addSeparator();
    menu->addActions({undo, redo});
    QMenu* edit = sub(QObject::tr("E&dit"));
    add(edit, {cut, copy, paste, duplicate, remove});
    add(edit, {copyMarks, copyPicture});
    edit->addAction(mirror);
    menu->addSeparator();
    menu->addAction(bothHands);
    sub(QObject::tr("&Look"))
        ->addActions({fromFace, fromSide, fromEnd, fromCorner, zoomIn, zoomOut, fit, flat, formed});
    sub(QObject::tr("&Go to"))->addActions(stages + QList<QAction*>{ladder});
    QMenu* settings = sub(QObject::tr("Sett&ings"));
    for (QMenu* choice : choices)
        settings->addMenu(choice);
    menu->addSeparator();
    add(menu, {help, calculation, handbook, about});
    menu->addActions({close, quit});
}

} // namespace goodfold::app
