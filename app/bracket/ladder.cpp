#include "app/bracket/ladder.h"

#include "app/bracket/addition_cells.h"
#include "app/bracket/ladder_cells.h"
#include "app/widgets/cell_panel.h"
#include "app/widgets/notice.h"
#include "app/widgets/undo_key.h"
#include "edit/entry.h"

#include <QKeyEvent>
#include <QLabel>
#include <QScrollArea>
#include <QVBoxLayout>

#include <algorithm>

namespace goodfold::app {

EntryLine::EntryLine(Document& document, QWidget* parent) : QLineEdit(parent), document(document) {
    setProperty("role", "entry");
    setAccessibleName(tr("Type the bracket here"));
    leaveUndoToDocument(*this);
    const auto prompt = [this] {
        const QString says =
            QString::fromStdString(edit::whatToType(this->document.job(), this->document.selected()));
        setAccessibleDescription(says);
        setPlaceholderText(tr("40   ·   b 90 away   ·   h 12"));
    };
    connect(&document, &Document::changed, this, prompt);
    connect(&document, &Document::selectionChanged, this, prompt);
    prompt();
}

void EntryLine::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) return enterTyped();
    if (event->key() == Qt::Key_Escape) {
        Notice::clear(*this);
        return setText({});
    }
    if (event->key() != Qt::Key_Up && event->key() != Qt::Key_Down) return QLineEdit::keyPressEvent(event);
    const auto order = ladderOrder(document.job());
    auto here = std::find(order.begin(), order.end(), document.selected());
    if (here == order.end())
        here = order.begin();
    else if (event->key() == Qt::Key_Up && here != order.begin())
        --here;
    else if (event->key() == Qt::Key_Down && here + 1 != order.end())
        ++here;
    document.select(*here);
}

void EntryLine::enterTyped() {
    const QString line = text().trimmed();
    const auto wrong = document.apply(tr("\"%1\"").arg(line),
                                      edit::enter(document.job(), document.selected(), line.toStdString(),
                                                  document.reading(), document.books().hardware.book()));
    if (wrong) {
        const QString says = QString::fromStdString(wrong->says);
        return Notice::say(*this, says.left(1).toUpper() + says.mid(1));
    }
    Notice::clear(*this);
    setText({}); // unlike clear(), this is nothing to undo
}

Ladder::Ladder(Document& document, QWidget* parent) : QWidget(parent), document(document) {
    auto* heading = new QLabel(tr("Ladder"), this);
    heading->setProperty("role", "heading");
    sheet = new CellPanel(document, tr("Ladder: legs, bends and holes"), ladderBlocks, this);
    sheet->followSelection();
    entryLine = new EntryLine(document, this);
    hint = new QLabel(this);
    hint->setProperty("role", "faint");
    hint->setWordWrap(true);
    hint->setBuddy(entryLine);

    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(10, 10, 6, 8);
    layout->setSpacing(6);
    layout->addWidget(heading);
    layout->addWidget(scrolling(sheet), 1);
    auto* palette = new CellPanel(
        document, tr("What can be added"),
        [](Document& shown) { return std::vector<Block>{additionBlock(shown)}; }, this);
    palette->followSelection();
    layout->addWidget(palette);
    layout->addWidget(hint);
    layout->addWidget(entryLine);
    connect(&document, &Document::changed, this, &Ladder::refreshHint);
    connect(&document, &Document::selectionChanged, this, &Ladder::refreshHint);
    refreshHint();
}

void Ladder::refreshHint() {
    const QString says = QString::fromStdString(edit::whatToType(document.job(), document.selected()));
    const QString sentence = says.left(1).toUpper() + says.mid(1);
    if (hint->text() != sentence) hint->setText(sentence);
}

} // namespace goodfold::app
