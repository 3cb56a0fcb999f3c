#include "app/widgets/cell_panel.h"

#include "app/widgets/cell_panel_access.h"
#include "app/widgets/signs.h"
#include "app/widgets/theme.h"

#include <QHelpEvent>
#include <QPainter>
#include <QToolTip>

#include <algorithm>
#include <unordered_map>
#include <utility>

namespace goodfold::app {

namespace {

constexpr int kPad = 4; // left and right of what can be reached, at 100 %

} // namespace

QFont CellPanel::fontOf(Cell::Look look) {
    switch (look) {
    case Cell::Look::Faint:
    case Cell::Look::Heading:
        return textFont(12, look == Cell::Look::Heading ? draw::Weight::SemiBold : draw::Weight::Regular);
    case Cell::Look::Strong:
        return textFont(14, draw::Weight::SemiBold);
    case Cell::Look::Large:
        return textFont(20, draw::Weight::SemiBold);
    case Cell::Look::Button:
        return textFont(13, draw::Weight::SemiBold);
    default:
        return textFont(13);
    }
}

CellPanel::CellPanel(Document& document, const QString& name, Make make, QWidget* parent, Shows shows)
    : QWidget(parent), document(document), make(std::move(make)),
      made(new WhenSeen(this, [this] { remake(); })) {
    makePanelsReadable(); // before a reader is told of it
    setAccessibleName(name);
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    setAttribute(Qt::WA_InputMethodEnabled);
    QSizePolicy policy(QSizePolicy::Preferred, QSizePolicy::Minimum);
    policy.setHeightForWidth(true);
    setSizePolicy(policy);
    if (shows == Shows::Findings) { // nobody presses what was found of another job
        connect(&document, &Document::changed, made, &WhenSeen::await);
        connect(&document, &Document::planTaken, made, &WhenSeen::await);
        connect(&document, &Document::found, this, &CellPanel::refresh);
    } else {
        connect(&document, &Document::changed, this, &CellPanel::follow);
        connect(&document, &Document::planTaken, this, &CellPanel::follow);
    }
    connect(&document, &Document::selectionChanged, this, qOverload<>(&QWidget::update));
    refresh();
}

void CellPanel::followSelection() {
    follows = true;
    connect(&document, &Document::selectionChanged, this, [this] {
        if (document.selected() != selectionShown) refresh();
    });
    connect(&document, &Document::replaced, this, [this] { isOtherJob = true; });
}

void CellPanel::refresh() {
    made->change();
}

/// The picture of a large job has the first frame after an edit for itself.
void CellPanel::follow() {
    constexpr size_t kMany = 60;
    if (blocks.size() > kMany)
        made->changeLater();
    else
        made->change();
}

void CellPanel::remake() {
    const std::vector<Block> before = std::exchange(blocks, make(document));
    const bool isOther = std::exchange(isOtherJob, false);
    const bool isOtherInHand =
        std::exchange(selectionShown, document.selected()) != document.selected() || isOther;
    relayout();
    if (follows && !before.empty()) {
        if (!isOther) showWhatIsNew(before);
        if (const Block* inHand = isOtherInHand ? blockOf(document.selected()) : nullptr)
            emit wantsToBeSeen(layout.blocks[static_cast<size_t>(inHand - blocks.data())]);
    }
    if (fieldIsOpen && inHand < 0) closeField(); // what was being typed in is gone
}

const Block* CellPanel::blockOf(const Element& element) const {
    if (element.isNothing()) return nullptr;
    const auto block =
        std::find_if(blocks.begin(), blocks.end(), [&](const Block& each) { return each.about == element; });
    return block == blocks.end() ? nullptr : &*block;
}

/// The last of it: what goes on at the end stands there.
void CellPanel::showWhatIsNew(const std::vector<Block>& before) {
    const auto isAboutTheSame = [](const Block& one, const Block& other) { return one.about == other.about; };
    if (std::equal(blocks.begin(), blocks.end(), before.begin(), before.end(), isAboutTheSame)) return;
    for (size_t i = blocks.size(); i-- > 0;) {
        const Element& about = blocks[i].about;
        if (about.isNothing() || std::any_of(before.begin(), before.end(),
                                             [&](const Block& block) { return block.about == about; }))
            continue;
        return emit wantsToBeSeen(layout.blocks[i]);
    }
}

QString CellPanel::shown(const Cell& cell) const {
    if (cell.kind == Cell::Kind::Badge) return {};
    if (cell.kind != Cell::Kind::Value || (!cell.value && !cell.text.isEmpty())) return cell.text;
    return ValueField::shown(document, cell.valueKind, cell.value.value_or(cell.usual.value_or(0)), false);
}

/// Text is shaped once for each look and room; most edits leave most words as they were.
QSize CellPanel::measured(const QString& text, Cell::Look look, int wrapTo) {
    struct Key {
        QString text;
        int look, wrapTo, scale;
        bool operator==(const Key&) const = default;
    };
    struct Hash {
        size_t operator()(const Key& key) const {
            return qHashMulti(0, key.text, key.look, key.wrapTo, key.scale);
        }
    };
    static std::unordered_map<Key, QSize, Hash> known;
    constexpr size_t kMost = 5000; // a long session types many figures
    if (known.size() > kMost) known.clear();
    const auto [found, isNew] =
        known.try_emplace({text, static_cast<int>(look), wrapTo, qRound(textScale() * 100)});
    if (!isNew) return found->second;
    const QFontMetrics metrics(fontOf(look));
    if (wrapTo > 0)
        found->second =
            metrics.boundingRect(QRect(0, 0, wrapTo, 100'000), Qt::TextWordWrap | Qt::AlignLeft, text).size();
    else
        found->second = {metrics.horizontalAdvance(text), metrics.height()};
    return found->second;
}

QSize CellPanel::sizeOf(const Cell& cell, int room) const {
    if (cell.kind == Cell::Kind::Badge) return {px(30), px(30)};
    if (cell.kind == Cell::Kind::Sign) return {px(20), px(20)};
    if (cell.wraps) {
        const int width = std::max(room, px(60));
        return {width, measured(cell.text, cell.look, width).height() + px(2)};
    }
    const QSize text = measured(shown(cell), cell.look, 0);
    const int pad = cell.look == Cell::Look::Button ? 2 * px(10) : cell.isReachable() ? 2 * px(kPad) : 0;
    const int arrow = cell.kind == Cell::Kind::Choice ? px(12) : 0;
    const int least = cell.kind == Cell::Kind::Value ? px(cell.look == Cell::Look::Large ? 52 : 26) : 0;
    return {std::max(least, text.width() + pad + arrow),
            text.height() + px(cell.look == Cell::Look::Button ? 8 : 4)};
}

/// Cells stand in a row and go on below where the row is full; what is pushed stands at the right end.
CellPanel::Layout CellPanel::layOut(int width) const {
    Layout made;
    int y = 0;
    for (size_t b = 0; b < blocks.size(); ++b) {
        const Block& block = blocks[b];
        y += px(block.gapAbove);
        const int top = y, left = px(6 + block.indent), right = width - px(6);
        y += px(3);
        int hanging = left; // under the words that a badge or a sign begins
        for (size_t l = 0; l < block.lines.size(); ++l) {
            int x = l == 0 ? left : hanging, height = 0;
            size_t first = made.cells.size();
            const auto finish = [&] {
                for (size_t i = first; i < made.cells.size(); ++i) // one middle line for the whole row
                    made.cells[i].box.moveTop(y + (height - made.cells[i].box.height()) / 2);
                first = made.cells.size();
                y += height;
            };
            for (size_t c = 0; c < block.lines[l].size(); ++c) {
                const Cell& cell = block.lines[l][c];
                QSize size = sizeOf(cell, right - x);
                if (!cell.wraps && x + size.width() > right && x > hanging) {
                    finish();
                    x = hanging;
                    height = 0;
                }
                const bool marks = cell.kind == Cell::Kind::Badge || cell.kind == Cell::Kind::Sign;
                if (cell.pushed) x = std::max(x, right - size.width());
                made.cells.push_back({b, l, c, QRect(QPoint(x, y), size)});
                if (marks && l == 0 && c == 0) hanging = x + size.width() + px(8);
                x += size.width() + px(marks ? 8 : cell.isReachable() ? 2 : 4);
                // A badge may stand beside two lines.
                height = std::max(height, marks && block.lines.size() > 1 ? px(20) : size.height());
            }
            finish();
        }
        y += px(3);
        made.blocks.push_back(QRect(0, top, width, y - top));
    }
    made.height = y;
    return made;
}

/// All that painting a block depends on, but for the focus.
bool CellPanel::isSelected(const Element& about) const {
    const auto all = document.allSelected();
    return std::find(all.begin(), all.end(), about) != all.end();
}

/// All that is painted of it: what differs is painted anew.
QString CellPanel::lookOf(size_t block) const {
    const QRect& box = layout.blocks[block];
    const Element& about = blocks[block].about;
    const int lit = about.isNothing() ? 0 : isSelected(about) + 2 * (document.hovered() == about);
    QString look;
    const auto add = [&look](int figure) { // two units each: quicker than printed, and as good to compare
        look += QChar(figure & 0xffff);
        look += QChar((figure >> 16) & 0xffff);
    };
    for (const int figure : {box.top(), box.height(), lit})
        add(figure);
    for (const Line& line : blocks[block].lines)
        for (const Cell& cell : line) {
            look += shown(cell);
            for (const int figure : {int(cell.value.has_value()), static_cast<int>(cell.severity),
                                     static_cast<int>(cell.look), cell.order})
                add(figure);
        }
    return look;
}

void CellPanel::relayout() {
    layout = layOut(width());
    selectFrom = selectTo = {};
    std::vector<QString> before = std::exchange(looks, {});
    for (size_t b = 0; b < blocks.size(); ++b)
        looks.push_back(lookOf(b));
    if (before.size() != looks.size()) {
        update();
    } else {
        for (size_t b = 0; b < looks.size(); ++b) // an edit changes few blocks, and text is dear to paint
            if (looks[b] != before[b]) update(layout.blocks[b]);
    }
    reachable.clear();
    for (const Place& spot : layout.cells)
        if (blocks[spot.block].lines[spot.line][spot.cell].isReachable()) reachable.push_back(spot);
    inHand = placeOf(idInHand);
    tellReadersOfChanges(*this);
    if (fieldIsOpen && inHand >= 0) {
        const QRect box = reachable[static_cast<size_t>(inHand)].box;
        const int wide = std::max(px(116), box.width() + px(72)); // room to type and to step in
        const int left = std::clamp(width() - wide - 2, 0, box.left());
        field->setGeometry(QRect(left, box.top() - 1, wide, box.height() + 2));
    }
    if (minimumHeight() != layout.height) { // else the whole window would be laid out anew on every edit
        setMinimumHeight(layout.height);
        updateGeometry();
        update();
    }
}

QSize CellPanel::sizeHint() const {
    return {px(260), layout.height};
}

int CellPanel::heightForWidth(int forWidth) const {
    return forWidth == width() ? layout.height : layOut(forWidth).height;
}

void CellPanel::resizeEvent(QResizeEvent* event) {
    if (event->size().width() != event->oldSize().width()) relayout();
}

int CellPanel::placeOf(const QString& id) const {
    made->settle();
    const auto found = std::find_if(reachable.begin(), reachable.end(),
                                    [&](const Place& place) { return cellAt(place).id == id; });
    return id.isEmpty() || found == reachable.end() ? -1 : static_cast<int>(found - reachable.begin());
}

int CellPanel::placeAt(const QPoint& point) const {
    for (size_t i = 0; i < reachable.size(); ++i)
        if (reachable[i].box.adjusted(0, -px(2), 0, px(2)).contains(point)) return static_cast<int>(i);
    return -1;
}

int CellPanel::blockUnder(const QPoint& point) const {
    const auto found = std::find_if(layout.blocks.begin(), layout.blocks.end(),
                                    [&](const QRect& box) { return box.contains(point); });
    return found == layout.blocks.end() ? -1 : static_cast<int>(found - layout.blocks.begin());
}

bool CellPanel::shows(const Element& element) const {
    made->settle();
    return std::any_of(blocks.begin(), blocks.end(),
                       [&](const Block& block) { return block.about == element; });
}

QString CellPanel::text() const {
    made->settle();
    QStringList all;
    for (const Block& block : blocks)
        for (const Line& line : block.lines) {
            QStringList said;
            for (const Cell& cell : line)
                said << shown(cell);
            all << said.join(QLatin1Char(' ')).trimmed();
        }
    return all.join(QLatin1Char('\n'));
}

/// Where its text stands: values at the right of their box.
QRect CellPanel::textRoom(const Place& spot) const {
    const Cell& cell = cellAt(spot);
    const int pad = cell.look == Cell::Look::Button ? px(10) : cell.isReachable() ? px(kPad) : 0;
    QRect room = spot.box.adjusted(pad, 0, -pad, 0);
    if (cell.kind == Cell::Kind::Value)
        room.setLeft(room.left() + room.width() - measured(shown(cell), cell.look, 0).width());
    return room;
}

void CellPanel::paintCell(QPainter& painter, const Place& spot) const {
    const Cell& cell = blocks[spot.block].lines[spot.line][spot.cell];
    const draw::Palette& p = colours();
    if (cell.kind == Cell::Kind::Badge) return paintBadge(painter, spot.box, cell.about, cell.order);
    if (cell.kind == Cell::Kind::Sign) return paintSeverity(painter, spot.box, cell.severity);

    const int place = cell.isReachable() ? placeAt(spot.box.center()) : -1;
    const bool isButton = cell.look == Cell::Look::Button;
    const bool isCurrent = place >= 0 && place == inHand && hasFocus();
    if (cell.isReachable() && (isButton || place == pointedAt || isCurrent)) {
        painter.setPen(QPen(isCurrent || isButton ? p.accent : p.rule, isCurrent ? 2 : 1));
        painter.setBrush(p.field);
        const double round = isButton ? spot.box.height() / 2.0 : 5;
        painter.drawRoundedRect(QRectF(spot.box).adjusted(1, 1, -1, -1), round, round);
    }
    const bool isFaint = cell.look == Cell::Look::Faint || cell.look == Cell::Look::Heading ||
                         (cell.kind == Cell::Kind::Value && !cell.value);
    painter.setPen(isButton || cell.look == Cell::Look::Link ? p.accent : isFaint ? p.faintInk : p.ink);
    painter.setFont(fontOf(cell.look));
    if (cell.wraps) return painter.drawText(textRoom(spot), Qt::TextWordWrap | Qt::AlignLeft, cell.text);
    if (cell.kind == Cell::Kind::Choice) {
        const QPointF tip(spot.box.right() - px(6), spot.box.center().y() + px(2));
        painter.drawLine(tip, tip - QPointF(px(3), px(3)));
        painter.drawLine(tip, tip - QPointF(-px(3), px(3)));
    }
    const QRect room = textRoom(spot);
    const QFontMetrics metrics =
        painter.fontMetrics(); // set on its line here: half as long as laid out by Qt
    painter.drawText(room.left(), room.top() + (room.height() - metrics.height()) / 2 + metrics.ascent(),
                     shown(cell));
}

void CellPanel::paintEvent(QPaintEvent* event) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::Antialiasing);
    const draw::Palette& p = colours();
    for (size_t b = 0; b < blocks.size(); ++b) {
        const Element& about = blocks[b].about;
        if (about.isNothing() || !layout.blocks[b].intersects(event->rect())) continue;
        const bool isTaken = isSelected(about);
        if (!isTaken && document.hovered() != about) continue;
        painter.setPen(QPen(isTaken ? p.accent : p.rule, isTaken ? 1.4 : 1));
        painter.setBrush(isTaken ? p.field : QColor(Qt::transparent));
        painter.drawRoundedRect(QRectF(layout.blocks[b]).adjusted(1, 1, -1, -1), 6, 6);
    }
    for (size_t i = 0; i < layout.cells.size(); ++i)
        if (layout.cells[i].box.intersects(event->rect())) {
            if (hasSelection()) paintSelection(painter, i);
            paintCell(painter, layout.cells[i]);
        }
    if (hasFocus() && reachable.empty()) {
        painter.setPen(QPen(p.accent, 2));
        painter.setBrush(Qt::NoBrush);
        painter.drawRoundedRect(QRectF(rect()).adjusted(1, 1, -1, -1), 5, 5);
    }
}

bool CellPanel::event(QEvent* event) {
    if (event->isInputEvent() || event->type() == QEvent::FocusIn) made->settle(); // hands work what is there
    if (event->type() == QEvent::ToolTip && pointedAt >= 0 &&
        pointedAt < static_cast<int>(reachable.size())) {
        const auto* help = static_cast<QHelpEvent*>(event);
        QToolTip::showText(help->globalPos(), cellAt(reachable[static_cast<size_t>(pointedAt)]).tip, this);
        return true;
    }
    // Text that is selected here is what is copied; else an element is, as the window does it.
    if (event->type() == QEvent::ShortcutOverride &&
        static_cast<QKeyEvent*>(event)->matches(QKeySequence::Copy) &&
        (hasSelection() || elementInHand().isNothing()))
        event->accept();
    return QWidget::event(event);
}

Element CellPanel::elementInHand() const {
    made->settle();
    return inHand < 0 ? Element{} : blockAt(reachable[static_cast<size_t>(inHand)]).about;
}

} // namespace goodfold::app
