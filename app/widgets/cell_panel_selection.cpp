// Text of a panel that is selected with the mouse, and copied.
#include "app/widgets/cell_panel.h"
#include "app/widgets/theme.h"

#include <QApplication>
#include <QClipboard>
#include <QContextMenuEvent>
#include <QMenu>
#include <QPainter>
#include <QTextLayout>

#include <algorithm>

namespace goodfold::app {

namespace {

/// The text as drawText() sets it in the box: one line, or wrapped at the box's width.
void layOutText(QTextLayout& text, const QRect& room, bool wraps) {
    QTextOption option(Qt::AlignLeft);
    option.setWrapMode(wraps ? QTextOption::WordWrap : QTextOption::NoWrap);
    text.setTextOption(option);
    text.beginLayout();
    double height = 0;
    for (QTextLine line = text.createLine(); line.isValid(); line = text.createLine()) {
        line.setLineWidth(wraps ? room.width() : 1e6);
        line.setPosition({0, height});
        height += line.height();
    }
    text.endLayout();
    const double top = wraps ? 0 : (room.height() - height) / 2;
    text.setPosition({static_cast<double>(room.left()), room.top() + top});
}

} // namespace

/// What of a cell is text to select: words, and what can be reached, but no badges.
bool CellPanel::hasText(const Place& spot) const {
    const Cell& cell = cellAt(spot);
    return cell.kind != Cell::Kind::Badge && cell.kind != Cell::Kind::Sign && !shown(cell).isEmpty();
}

/// The place in the text nearest to a point: of the cell under it, or of the last that begins before it.
CellPanel::TextPlace CellPanel::textAt(const QPoint& point) const {
    TextPlace nearest;
    for (size_t i = 0; i < layout.cells.size(); ++i) {
        const Place& spot = layout.cells[i];
        if (!hasText(spot)) continue;
        const bool isAfter =
            spot.box.top() > point.y() || (spot.box.bottom() >= point.y() && spot.box.left() > point.x());
        if (isAfter) break;
        const Cell& cell = cellAt(spot);
        QTextLayout text(shown(cell), fontOf(cell.look));
        layOutText(text, textRoom(spot), cell.wraps);
        int position = 0;
        for (int l = 0; l < text.lineCount(); ++l) {
            const QTextLine line = text.lineAt(l);
            if (l > 0 && line.y() + text.position().y() > point.y()) break;
            position = line.xToCursor(point.x() - text.position().x());
        }
        nearest = {i, position};
    }
    return nearest;
}

std::pair<CellPanel::TextPlace, CellPanel::TextPlace> CellPanel::selectedText() const {
    return std::minmax(selectFrom, selectTo);
}

bool CellPanel::hasSelection() const {
    return selectFrom != selectTo;
}

/// The stretch of a cell's text that is selected; empty where none is.
std::pair<int, int> CellPanel::selectedIn(size_t index) const {
    const auto [from, to] = selectedText();
    if (!hasSelection() || index < from.cell || index > to.cell || index >= layout.cells.size())
        return {0, 0};
    const int length = static_cast<int>(shown(cellAt(layout.cells[index])).size());
    return {index == from.cell ? from.position : 0,
            index == to.cell ? std::min(to.position, length) : length};
}

QString CellPanel::copied() const {
    made->settle();
    if (!hasSelection()) return text();
    QString all;
    const Place* before = nullptr;
    for (size_t i = 0; i < layout.cells.size(); ++i) {
        const auto [from, to] = selectedIn(i);
        const Place& spot = layout.cells[i];
        if (from >= to || !hasText(spot)) continue;
        const bool isNewLine = before && (before->block != spot.block || before->line != spot.line);
        if (before) all += isNewLine ? QLatin1Char('\n') : QLatin1Char(' ');
        all += shown(cellAt(spot)).mid(from, to - from);
        before = &spot;
    }
    return all;
}

void CellPanel::copy() const {
    QApplication::clipboard()->setText(copied());
}

void CellPanel::selectText(const TextPlace& from, const TextPlace& to) {
    if (from == selectFrom && to == selectTo) return;
    selectFrom = from;
    selectTo = to;
    update();
}

void CellPanel::selectAllText() {
    if (layout.cells.empty()) return;
    const size_t last = layout.cells.size() - 1;
    selectText({}, {last, static_cast<int>(shown(cellAt(layout.cells[last])).size()) + 1});
}

void CellPanel::paintSelection(QPainter& painter, size_t index) const {
    const auto [from, to] = selectedIn(index);
    const Place& spot = layout.cells[index];
    if (from >= to || !hasText(spot)) return;
    const Cell& cell = cellAt(spot);
    QTextLayout text(shown(cell), fontOf(cell.look));
    layOutText(text, textRoom(spot), cell.wraps);
    QColor behind = colours().accent;
    behind.setAlphaF(0.22F);
    for (int l = 0; l < text.lineCount(); ++l) {
        const QTextLine line = text.lineAt(l);
        const int begin = std::max(from, line.textStart()),
                  end = std::min(to, line.textStart() + line.textLength());
        if (begin >= end) continue;
        const double left = line.cursorToX(begin), right = line.cursorToX(end);
        painter.fillRect(
            QRectF(text.position() + QPointF(left, line.y()), QSizeF(right - left, line.height())), behind);
    }
}

/// Of selected text, or of a panel without elements; else the window's, about what is pointed at.
void CellPanel::contextMenuEvent(QContextMenuEvent* event) {
    const int block = event->reason() == QContextMenuEvent::Mouse ? blockUnder(event->pos()) : -1;
    const Element about = block < 0 ? elementInHand() : blocks[static_cast<size_t>(block)].about;
    if (!hasSelection() && !about.isNothing()) {
        const auto all = document.allSelected();
        if (std::find(all.begin(), all.end(), about) == all.end()) document.select(about);
        return event->ignore();
    }
    auto* menu = new QMenu(this);
    menu->setAttribute(Qt::WA_DeleteOnClose);
    QAction* copySelected = menu->addAction(tr("&Copy"), QKeySequence::Copy, this, &CellPanel::copy);
    copySelected->setEnabled(hasSelection());
    menu->addAction(tr("Select &all"), QKeySequence::SelectAll, this, &CellPanel::selectAllText);
    menu->popup(event->globalPos());
}

} // namespace goodfold::app
