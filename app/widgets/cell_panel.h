// Lays out blocks of cells, paints them, and opens the one in hand for typing.
#pragma once

#include "app/widgets/cell.h"
#include "app/widgets/when_seen.h"

#include <QWidget>

class QScrollArea;

namespace goodfold::app {

class CellPanel : public QWidget {
    Q_OBJECT
public:
    using Make = std::function<std::vector<Block>(Document&)>;
    /// `make` is asked again whenever the document has changed; or only where its findings have, which are
    /// known later than the rest.
    enum class Shows { Job, Findings };
    CellPanel(Document& document, const QString& name, Make make, QWidget* parent = nullptr,
              Shows shows = Shows::Job);

    /// Which cell, and where it stands.
    struct Place {
        size_t block, line, cell;
        QRect box;
    };
    /// The reachable ones in reading order; for the keyboard, readers and tests.
    const std::vector<Place>& places() const {
        made->settle();
        return reachable;
    }
    const Cell& cellAt(const Place& place) const { return blocks[place.block].lines[place.line][place.cell]; }
    const Block& blockAt(const Place& place) const { return blocks[place.block]; }
    /// Index into places() of the cell of this id, or -1.
    int placeOf(const QString& id) const;
    int current() const { return inHand; }
    /// What the cell in hand is about.
    Element elementInHand() const;

    /// Takes a cell in hand and gives the panel the focus.
    void go(int place);
    /// Opens the cell in hand: a figure for typing, a choice as a menu; presses what can be pressed.
    void open();
    /// Takes an option of a choice by its key, as the menu does.
    void choose(int place, const QString& key);
    /// What the panel says, in reading order.
    QString text() const;
    /// What is selected with the mouse, or all: as "copy" takes it.
    QString copied() const;
    void copy() const;
    void selectAllText();
    QString shown(const Cell& cell) const;
    bool shows(const Element& element) const;
    /// Shows a cell as the pointer over it would; -1 for none.
    void point(int place);
    /// Index of the block at a point, or -1.
    int blockUnder(const QPoint& point) const;

    QVariant inputMethodQuery(Qt::InputMethodQuery query) const override;
    QSize sizeHint() const override;
    int heightForWidth(int width) const override;
    bool hasHeightForWidth() const override { return true; }
    /// Makes its cells anew: at once where they are seen, else before they are.
    void refresh();
    /// Makes its cells anew when the selection changes too, and asks for the selected block to be seen, and
    /// for what is new in the same job.
    void followSelection();

signals:
    void pointedAtCell(const QString& id); // by the mouse or the keyboard; empty: at none
    void wantsToBeSeen(const QRect& box);

protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void contextMenuEvent(QContextMenuEvent* event) override;
    void inputMethodEvent(QInputMethodEvent* event) override;
    void leaveEvent(QEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void focusInEvent(QFocusEvent* event) override;
    bool focusNextPrevChild(bool next) override;
    bool event(QEvent* event) override;

private:
    void follow();
    void remake();
    const Block* blockOf(const Element& element) const;
    void showWhatIsNew(const std::vector<Block>& before);
    struct Layout {
        std::vector<Place> cells; // all, reachable or not
        std::vector<QRect> blocks;
        int height = 0;
    };
    /// A place between letters: of which of `layout.cells`, and before which letter.
    struct TextPlace {
        size_t cell = 0;
        int position = 0;
        bool operator==(const TextPlace&) const = default;
        bool operator<(const TextPlace& other) const {
            return std::pair(cell, position) < std::pair(other.cell, other.position);
        }
    };
    static QFont fontOf(Cell::Look look);
    /// `wrapTo` 0: on one line.
    static QSize measured(const QString& text, Cell::Look look, int wrapTo);
    bool hasText(const Place& spot) const;
    QRect textRoom(const Place& spot) const;
    TextPlace textAt(const QPoint& point) const;
    std::pair<TextPlace, TextPlace> selectedText() const;
    std::pair<int, int> selectedIn(size_t index) const;
    bool hasSelection() const;
    void selectText(const TextPlace& from, const TextPlace& to);
    void paintSelection(QPainter& painter, size_t index) const;
    Layout layOut(int width) const;
    QSize sizeOf(const Cell& cell, int room) const;
    void relayout();
    bool isSelected(const Element& about) const;
    QString lookOf(size_t block) const;
    void paintCell(QPainter& painter, const Place& spot) const;
    void move(int by);
    void moveToBlock(int by);
    void extendToBlock(int by);
    void movePage(int by);
    void take(int place);
    void openField(const QString& typed);
    void closeField();
    void openMenu();
    void answer(const Cell::Answer& wrong);
    int placeAt(const QPoint& point) const;

    Document& document;
    Make make;
    WhenSeen* made;
    std::vector<Block> blocks;
    Layout layout;
    std::vector<QString> looks; // of each block, as it was last painted
    std::vector<Place> reachable;
    int inHand = -1, pointedAt = -1;
    QPoint pressedAt;
    QString pressedId; // of the cell that a button went down on
    bool isSelecting = false;
    TextPlace selectFrom, selectTo;
    QString idInHand;
    Element selectionShown;
    bool follows = false;
    bool isOtherJob = false; // since its cells were made
    ValueField* field = nullptr;
    bool fieldIsOpen = false;
};

/// The sheet in a column that scrolls up and down, and follows what is in hand.
QScrollArea* scrolling(CellPanel* panel);

} // namespace goodfold::app
