// Copying, cutting, pasting and doubling of holes and legs, within a window and between windows; and the menu
// at the right button.
#include "app/window/actions.h"
#include "app/window/main_window.h"
#include "check/placing.h"
#include "common/phrase.h"
#include "edit/outcome.h"
#include "files/clip.h"

#include <QApplication>
#include <QClipboard>
#include <QContextMenuEvent>
#include <QMenu>
#include <QMimeData>
#include <QStackedWidget>

#include <sstream>

namespace goodfold::app {

namespace {

constexpr auto kClipType = "application/x-good-fold-clip";

QString namesOf(const std::vector<Element>& elements) {
    std::vector<std::string> names;
    for (const Element& element : elements)
        names.push_back(nameOf(element));
    return QString::fromStdString(listed(names));
}

} // namespace

void MainWindow::connectClipActions() {
    connect(acts->copy, &QAction::triggered, this, [this] { copySelected(); });
    connect(acts->cut, &QAction::triggered, this, [this] {
        if (copySelected()) removeInHand();
    });
    connect(acts->paste, &QAction::triggered, this, &MainWindow::paste);
    connect(acts->duplicate, &QAction::triggered, this, &MainWindow::duplicate);
}

/// Where holes and legs are in hand; elsewhere it is said.
bool MainWindow::isAmongElements() const {
    if (showsStartPage()) return false;
    return isAtLadder() || static_cast<const Stage*>(stages->currentWidget())->showsElements();
}

bool MainWindow::copySelected() {
    if (!isAmongElements()) {
        say(tr("Holes and legs are copied on the Bracket and Blank stages."));
        return false;
    }
    const auto clip = edit::clipOf(doc.job(), doc.allSelected());
    if (!clip) {
        say(QString::fromStdString(clip.error().says));
        return false;
    }
    std::ostringstream text;
    files::writeClip(text, *clip);
    auto* data = new QMimeData;
    data->setData(QLatin1String(kClipType), QByteArray::fromStdString(text.str()));
    data->setText(namesOf(clip->elements));
    QApplication::clipboard()->setMimeData(data);
    // A leg of bar goes on where the bar ends, whatever is selected.
    const bool hasLegs = clip->elements.front().kind == Element::Kind::Plate;
    const QString where = !hasLegs ? tr("into the leg that is selected then")
                          : doc.job().stock.form == job::StockForm::Bar
                              ? tr("on the end of the bar")
                              : tr("on a free edge of the leg that is selected then");
    say(tr("Copied: %1. %2 puts it %3, in this window or another.")
            .arg(namesOf(clip->elements), acts->paste->shortcut().toString(QKeySequence::NativeText), where));
    return true;
}

void MainWindow::pasteClip(const QString& label, const edit::Clip& clip, const Element& onto) {
    const auto copied = check::withCopies(
        {doc.job(), doc.material(), doc.reading(), doc.books().hardware.book()}, clip, onto);
    if (!copied) return say(QString::fromStdString(copied.error().says));
    const job::Job before = doc.job();
    if (const auto wrong = doc.edit(label, copied->job, copied->made.front()))
        return say(QString::fromStdString(wrong->says));
    doc.selectAll(copied->made);
    say(QString::fromStdString(edit::inWords(edit::outcomeOf(before, doc.job(), doc.reading()))));
}

void MainWindow::paste() {
    if (!isAmongElements()) return say(tr("Holes and legs are pasted on the Bracket and Blank stages."));
    const QMimeData* data = QApplication::clipboard()->mimeData();
    if (!data || !data->hasFormat(QLatin1String(kClipType)))
        return say(tr("Nothing was copied that goes into a bracket: select holes or legs and copy them."));
    std::istringstream text(data->data(QLatin1String(kClipType)).toStdString());
    const auto clip = files::readClip(text);
    if (!clip) return say(QString::fromStdString(clip.error().says));
    pasteClip(tr("paste of %1").arg(namesOf(clip->elements)), *clip, doc.selected());
}

/// Holes into their own leg, legs beside what they hang on.
void MainWindow::duplicate() {
    if (!isAmongElements()) return say(tr("Holes and legs are doubled on the Bracket and Blank stages."));
    const auto clip = edit::clipOf(doc.job(), doc.allSelected());
    if (!clip) return say(QString::fromStdString(clip.error().says));
    const Element first = clip->elements.front();
    const job::Bend* bend = first.kind == Element::Kind::Plate ? doc.job().bendTo(first.id) : nullptr;
    pasteClip(tr("double of %1").arg(namesOf(clip->elements)), *clip,
              bend ? Element::plate(bend->from) : first);
}

void MainWindow::contextMenuEvent(QContextMenuEvent* event) {
    if (!isAmongElements()) return;
    auto* menu = new QMenu(this);
    menu->setAttribute(Qt::WA_DeleteOnClose);
    const auto selected = doc.allSelected();
    if (!selected.empty()) menu->addSection(namesOf(selected));
    menu->addActions(acts->ofElements());
    menu->addSeparator();
    menu->addActions({acts->undo, acts->redo});
    menu->popup(event->globalPos());
}

} // namespace goodfold::app
