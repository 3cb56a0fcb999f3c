#include "app/bracket/ladder.h"

#include "app/bracket/addition_cells.h"
#include "app/bracket/ladder_cells.h"
#include "app/widgets/cell_panel.h"
#include "app/widgets/foldable.h"
#include "app/widgets/notice.h"
#include "app/widgets/undo_key.h"
#include "edit/entry.h"
#include "edit/outcome.h"

#include <QKeyEvent>
#include <QLabel>
#include <QScrollArea>
#include <QVBoxLayout>

#include <algorithm>
#include <utility>

namespace goodfold::app {

EntryLine::EntryLine(Document& document, QWidget* parent) : QLineEdit(parent), document(document) {
    setProperty("role", "entry");
    setAccessibleName(tr("Type the bracket here"));
    leaveUndoToDocument(*this);
    const auto prompt = [this] {
        setAccessibleDescription(
            QString::fromStdString(edit::whatToType(this->document.job(), this->document.selected())));
        setPlaceholderText(tr("40   ·   b 90 away   ·   h 12"));
    };
    connect(&document, &Document::changed, this, prompt);
    connect(&document, &Document::selectionChanged, this, prompt);
    prompt();
    connect(this, &QLineEdit::textEdited, this, [this] {
        Notice::clear(*this);
        foretell();
    });
    connect(&document, &Document::selectionChanged, this, &EntryLine::foretell);
}

void EntryLine::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) return enterTyped();
    if (event->key() == Qt::Key_Escape) {
        Notice::clear(*this);
        setText({});
        return foretell();
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

Result<edit::Edited> EntryLine::understood() const {
    return edit::enter(document.job(), document.selected(), text().trimmed().toStdString(),
                       document.reading(), document.books().hardware.book());
}

void EntryLine::foretell() {
    const QString before = std::exchange(foreseen, {});
    if (!text().trimmed().isEmpty()) {
        const auto edited = understood();
        const std::string says =
            !edited ? edited.error().says
                    : edit::inWords(edit::outcomeOf(document.job(), edited->job, document.reading()));
        foreseen = QString::fromStdString(says);
        if (edited) foreseen = says.empty() ? tr("Enter takes it in hand.") : tr("Enter: %1").arg(foreseen);
    }
    if (foreseen == before) return;
    setAccessibleDescription(
        foreseen.isEmpty() ? QString::fromStdString(edit::whatToType(document.job(), document.selected()))
                           : foreseen);
    emit foretold();
}

void EntryLine::enterTyped() {
    const QString line = text().trimmed();
    const auto edited = understood();
    if (const auto wrong = document.apply(tr("\"%1\"").arg(line), edited)) {
        const QString where = QString::fromStdString(wrong->where);
        if (const auto at = text().indexOf(where); !where.isEmpty() && at >= 0)
            setSelection(static_cast<int>(at), static_cast<int>(where.size()));
        return Notice::say(*this, QString::fromStdString(wrong->says));
    }
    setText({}); // unlike clear(), this is nothing to undo
    foretell();
}

Ladder::Ladder(Document& document, QWidget* parent) : QWidget(parent) {
    auto* heading = new QLabel(tr("Ladder"), this);
    heading->setProperty("role", "heading");
    sheet = new CellPanel(document, tr("Ladder: legs, bends and holes"), ladderBlocks, this);
    sheet->followSelection();
    entryLine = new EntryLine(document, this);

    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(10, 10, 6, 8);
    layout->setSpacing(6);
    layout->addWidget(heading);
    layout->addWidget(scrolling(sheet), 1);
    auto* palette = new CellPanel(
        document, tr("What can be added"),
        [](Document& shown) { return std::vector<Block>{additionBlock(shown)}; }, this);
    palette->followSelection();
    layout->addWidget(new Foldable(tr("Add and cut"), QStringLiteral("additions"), palette, true, this));
    layout->addWidget(entryLine);
}

} // namespace goodfold::app
