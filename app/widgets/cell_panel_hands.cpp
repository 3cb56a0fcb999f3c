// How keyboard and mouse work a panel of cells.
#include "app/widgets/cell_panel.h"
#include "app/widgets/cell_panel_access.h"
#include "app/widgets/notice.h"
#include "app/widgets/pressed.h"
#include "app/widgets/theme.h"

#include <QApplication>
#include <QInputMethodEvent>
#include <QKeyEvent>
#include <QMenu>
#include <QScrollArea>
#include <QScrollBar>
#include <QStyle>

#include <algorithm>

namespace goodfold::app {

void CellPanel::take(int place) {
    inHand = place;
    idInHand = place < 0 ? QString() : cellAt(reachable[static_cast<size_t>(place)]).id;
    update();
    emit pointedAtCell(idInHand);
    if (const Element about = elementInHand(); !about.isNothing() && hasFocus()) document.takeInHand(about);
    if (inHand < 0) return; // selecting made the cells anew
    emit wantsToBeSeen(reachable[static_cast<size_t>(inHand)].box.adjusted(0, -px(20), 0, px(20)));
    tellReaders(*this, inHand);
}

void CellPanel::go(int place) {
    setFocus(Qt::OtherFocusReason);
    take(place);
}

void CellPanel::focusInEvent(QFocusEvent* event) {
    QWidget::focusInEvent(event);
    if (reachable.empty()) return update();
    if (event->reason() == Qt::BacktabFocusReason)
        take(static_cast<int>(reachable.size()) - 1);
    else if (event->reason() == Qt::TabFocusReason)
        take(0);
    else if (event->reason() == Qt::PopupFocusReason || event->reason() == Qt::ActiveWindowFocusReason)
        update();                                                    // nobody moved: what is in hand stays so
    else if (event->reason() != Qt::MouseFocusReason && inHand >= 0) // a click says itself what it takes
        take(inHand);
}

bool CellPanel::focusNextPrevChild(bool next) {
    const int there = inHand + (next ? 1 : -1);
    if (!hasFocus() && !fieldIsOpen) return QWidget::focusNextPrevChild(next);
    if (inHand < 0 || there < 0 || there >= static_cast<int>(reachable.size())) {
        closeField();
        return QWidget::focusNextPrevChild(next);
    }
    closeField();
    // Typing may have changed what stands here; the next one is found from where the hand is now.
    go(std::clamp(inHand + (next ? 1 : -1), 0, static_cast<int>(reachable.size()) - 1));
    return true;
}

void CellPanel::move(int by) {
    if (reachable.empty()) return;
    go(std::clamp(inHand + by, 0, static_cast<int>(reachable.size()) - 1));
}

void CellPanel::moveToBlock(int by) {
    if (inHand < 0) return move(by);
    const size_t here = reachable[static_cast<size_t>(inHand)].block;
    for (int i = inHand; i >= 0 && i < static_cast<int>(reachable.size()); i += by) {
        const size_t there = reachable[static_cast<size_t>(i)].block;
        if (there == here) continue;
        while (i > 0 && reachable[static_cast<size_t>(i) - 1].block == there)
            --i; // its first
        return go(i);
    }
}

/// What was selected stays so beside the block that is gone to.
void CellPanel::extendToBlock(int by) {
    std::vector<Element> all = document.allSelected();
    moveToBlock(by);
    const Element now = elementInHand();
    if (now.isNothing()) return;
    std::erase(all, now);
    all.insert(all.begin(), now);
    document.selectAll(std::move(all));
}

/// As far as can be seen at once, at least a cell.
void CellPanel::movePage(int by) {
    if (reachable.empty()) return;
    const int page = std::max(visibleRegion().boundingRect().height() - px(40), px(40));
    const int from = inHand < 0 ? 0 : inHand, last = static_cast<int>(reachable.size()) - 1;
    const int top = reachable[static_cast<size_t>(from)].box.top();
    int to = from;
    for (int next = from + by; next >= 0 && next <= last; next += by) {
        if (std::abs(reachable[static_cast<size_t>(next)].box.top() - top) > page) break;
        to = next;
    }
    go(std::clamp(to == from ? from + by : to, 0, last));
}

void CellPanel::answer(const Cell::Answer& wrong) {
    if (wrong)
        Notice::say(*this, QString::fromStdString(wrong->says));
    else
        Notice::clear(*this);
}

void CellPanel::open() {
    if (inHand < 0) return;
    const Cell cell = cellAt(reachable[static_cast<size_t>(inHand)]); // pressing may make the cells anew
    if (cell.kind == Cell::Kind::Value) return openField({});
    if (cell.kind == Cell::Kind::Choice) return openMenu();
    answer(cell.press());
}

void CellPanel::openField(const QString& typed) {
    const Cell& cell = cellAt(reachable[static_cast<size_t>(inHand)]);
    if (!field) {
        field = new ValueField(document, this);
        field->setProperty("role", "cell");
        field->offerSteps();
        for (const auto done : {&ValueField::committed, &ValueField::abandoned, &ValueField::left})
            connect(field, done, this, &CellPanel::closeField);
    }
    fieldIsOpen = true;
    field->open(cell.valueKind, cell.name, cell.value, cell.usual,
                [this, id = cell.id](std::optional<double> value) {
                    const int place = placeOf(id);
                    if (place < 0)
                        return Cell::Answer(); // an undo took the thing away while something was still typed
                    const auto commit =
                        cellAt(reachable[static_cast<size_t>(place)]).commit; // the cells are made anew by it
                    return commit(value);
                });
    relayout();
    field->show();
    field->setFocus(Qt::OtherFocusReason);
    if (!typed.isEmpty()) field->setText(typed);
}

void CellPanel::closeField() {
    if (!fieldIsOpen) return;
    fieldIsOpen = false;
    if (field->hasFocus()) setFocus(Qt::OtherFocusReason); // what is typed counts as it leaves
    field->hide();
    update();
}

void CellPanel::openMenu() {
    const Place place = reachable[static_cast<size_t>(inHand)];
    const Cell& cell = cellAt(place);
    auto* menu = new QMenu(this);
    menu->setAttribute(Qt::WA_DeleteOnClose);
    menu->setAccessibleName(cell.name);
    for (const Option& each : cell.options) {
        QAction* option = menu->addAction(each.text);
        option->setData(each.key);
        option->setCheckable(true);
        option->setChecked(each.key == cell.chosen);
        if (option->isChecked()) menu->setActiveAction(option);
        connect(option, &QAction::triggered, this,
                [this, key = each.key, id = cell.id] { choose(placeOf(id), key); });
    }
    menu->popup(mapToGlobal(place.box.bottomLeft()));
}

void CellPanel::choose(int place, const QString& key) {
    if (place < 0) return;
    const Cell cell = cellAt(reachable[static_cast<size_t>(place)]); // choosing makes the cells anew
    answer(cell.choose(key));
}

void CellPanel::keyPressEvent(QKeyEvent* event) {
    if (event->matches(QKeySequence::Copy)) return copy();
    if (event->matches(QKeySequence::SelectAll)) return selectAllText();
    const bool plain = (event->modifiers() & ~(Qt::KeypadModifier | Qt::ShiftModifier)) == Qt::NoModifier;
    switch (event->key()) {
    case Qt::Key_Right:
        return move(1);
    case Qt::Key_Left:
        return move(-1);
    case Qt::Key_Down:
        return event->modifiers() & Qt::ShiftModifier ? extendToBlock(1) : moveToBlock(1);
    case Qt::Key_Up:
        return event->modifiers() & Qt::ShiftModifier ? extendToBlock(-1) : moveToBlock(-1);
    case Qt::Key_Home:
        return move(-static_cast<int>(reachable.size()));
    case Qt::Key_End:
        move(static_cast<int>(reachable.size()));
        return move(static_cast<int>(reachable.size())); // what is in hand then may have more cells
    case Qt::Key_PageDown:
        return movePage(1);
    case Qt::Key_PageUp:
        return movePage(-1);
    case Qt::Key_Return:
    case Qt::Key_Enter:
    case Qt::Key_Space:
    case Qt::Key_F2:
        return open();
    default:
        break;
    }
    const bool isFigure =
        inHand >= 0 && cellAt(reachable[static_cast<size_t>(inHand)]).kind == Cell::Kind::Value;
    if (isFigure && plain && !event->text().isEmpty() && event->text().front().isPrint())
        return openField(event->text());
    if (isFigure && plain && (event->key() == Qt::Key_Backspace)) {
        openField({});
        return field->clear();
    }
    QWidget::keyPressEvent(event);
}

/// The left button takes a cell in hand as it goes down, and opens it as it comes up over the same cell;
/// pulled over text, it selects. What the right button does is the context menu's.
void CellPanel::mousePressEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton) return event->ignore();
    const QPoint point = event->position().toPoint();
    const int block = blockUnder(point);
    const int under = placeAt(point);
    pressedAt = point;
    pressedId = under < 0 ? QString() : cellAt(reachable[static_cast<size_t>(under)]).id;
    setFocus(Qt::MouseFocusReason);
    const Element about = block < 0 ? Element{} : blocks[static_cast<size_t>(block)].about;
    const bool isOfSeveral = !pressedId.isEmpty() && isSelected(about) && document.allSelected().size() > 1;
    if (isOfSeveral && event->modifiers() == Qt::NoModifier) { // its figure is opened for all of them
        document.takeInHand(about);
    } else if (!about.isNothing() && selectPressed(document, about, *event)) {
        pressedId.clear();
        return;
    }
    selectText(textAt(point), textAt(point));
    isSelecting = pressedId.isEmpty();
    if (const int place = placeOf(pressedId); place >= 0) { // a field that closed may have changed the cells
        take(place);
    } else if (block >= 0) {
        const auto first = std::find_if(reachable.begin(), reachable.end(), [&](const Place& p) {
            return p.block == static_cast<size_t>(block);
        });
        if (first != reachable.end()) take(static_cast<int>(first - reachable.begin()));
    }
}

void CellPanel::mouseMoveEvent(QMouseEvent* event) {
    const QPoint point = event->position().toPoint();
    if (event->buttons() & Qt::LeftButton) {
        if (isSelecting) selectText(selectFrom, textAt(point));
        return;
    }
    const int place = placeAt(point);
    if (place != pointedAt) {
        this->point(place);
        emit pointedAtCell(place < 0 ? QString() : cellAt(reachable[static_cast<size_t>(place)]).id);
    }
    setCursor(place >= 0 ? Qt::PointingHandCursor : Qt::ArrowCursor);
    const int block = blockUnder(point);
    document.setHovered(block < 0 ? Element{} : blocks[static_cast<size_t>(block)].about);
}

void CellPanel::mouseReleaseEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton) return event->ignore();
    isSelecting = false;
    const QString pressed = std::exchange(pressedId, {});
    const QPoint point = event->position().toPoint();
    const int under = placeAt(point), place = placeOf(pressed);
    // What was taken in hand may have grown, and moved the cell from under the pointer.
    const bool stayed = (point - pressedAt).manhattanLength() < QApplication::startDragDistance();
    if (place < 0 || (!stayed && under != place)) return;
    take(place);
    open();
}

/// What an input method begins to write opens the value in hand, and goes into it.
void CellPanel::inputMethodEvent(QInputMethodEvent* event) {
    const bool isValue =
        inHand >= 0 && cellAt(reachable[static_cast<size_t>(inHand)]).kind == Cell::Kind::Value;
    if (!isValue || (event->commitString().isEmpty() && event->preeditString().isEmpty()))
        return event->ignore();
    openField({});
    field->selectAll();
    QApplication::sendEvent(field, event);
}

QVariant CellPanel::inputMethodQuery(Qt::InputMethodQuery query) const {
    const bool isValue =
        inHand >= 0 && cellAt(reachable[static_cast<size_t>(inHand)]).kind == Cell::Kind::Value;
    if (query == Qt::ImEnabled) return isValue;
    if (query == Qt::ImCursorRectangle && inHand >= 0) return reachable[static_cast<size_t>(inHand)].box;
    return QWidget::inputMethodQuery(query);
}

void CellPanel::leaveEvent(QEvent*) {
    point(-1);
    document.setHovered({});
    emit pointedAtCell({});
}

void CellPanel::point(int place) {
    pointedAt = place;
    update();
}

QScrollArea* scrolling(CellPanel* panel) {
    auto* area = new QScrollArea(panel->parentWidget());
    area->setWidget(panel);
    area->setWidgetResizable(true);
    area->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    area->setFocusPolicy(Qt::NoFocus);
    area->setFrameShape(QFrame::NoFrame);
    // A bar that comes takes width, the words wrap to another height, it goes again, and so on without end:
    // its room is always kept, and it is only drawn where there is something to scroll.
    area->setVerticalScrollBarPolicy(Qt::ScrollBarAlwaysOn);
    // Queued: what is taken in hand grows, and the area has to know its new height first.
    QObject::connect(
        panel, &CellPanel::wantsToBeSeen, area,
        [area](const QRect& box) { area->ensureVisible(0, box.center().y(), 0, box.height() / 2 + 4); },
        Qt::QueuedConnection);
    return area;
}

} // namespace goodfold::app
