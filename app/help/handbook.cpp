#include "app/help/handbook.h"

#include "app/help/handbook_pages.h"
#include "app/widgets/theme.h"

#include <QAbstractTextDocumentLayout>
#include <QFileInfo>
#include <QGuiApplication>
#include <QHeaderView>
#include <QImageReader>
#include <QLineEdit>
#include <QScrollBar>
#include <QShortcut>
#include <QSplitter>
#include <QTextBlock>
#include <QTextBrowser>
#include <QTextCursor>
#include <QTextList>
#include <QTextTable>
#include <QTreeWidget>
#include <QVBoxLayout>

#include <algorithm>

namespace goodfold::app {

namespace {

constexpr int kPageRole = Qt::UserRole, kHeadingRole = Qt::UserRole + 1;

/// Pictures lie beside the page that shows them, and are no wider than it.
class PageView : public QTextBrowser {
public:
    using QTextBrowser::QTextBrowser;
    QString folder; // of the page

protected:
    QVariant loadResource(int type, const QUrl& name) override {
        if (type != QTextDocument::ImageResource) return QTextBrowser::loadResource(type, name);
        QImageReader reader(handbookPath(folder + name.path()));
        const QSize size = reader.size();
        const int most = std::max(px(200), viewport()->width() - 2 * qCeil(document()->documentMargin()) - 4);
        if (size.width() > most) reader.setScaledSize(size.scaled(most, size.height(), Qt::KeepAspectRatio));
        return reader.read();
    }
};

/// A tree does not wrap its words.
QString inLines(const QString& says) {
    constexpr qsizetype kLine = 38;
    QString all, line;
    for (const QString& word : says.split(QLatin1Char(' '))) {
        if (!line.isEmpty() && line.size() + 1 + word.size() > kLine) {
            all += line + QLatin1Char('\n');
            line.clear();
        }
        line += (line.isEmpty() ? QString() : QStringLiteral(" ")) + word;
    }
    return all + line;
}

/// What is read as Markdown stands line on line: room for headings, paragraphs and what is listed.
void giveRoom(QTextDocument& document) {
    QTextCursor cursor(&document);
    cursor.beginEditBlock();
    bool isAfterText = false; // code and tables have no room of their own
    for (QTextBlock block = document.begin(); block.isValid(); block = block.next()) {
        cursor.setPosition(block.position());
        const bool isText = !cursor.currentTable() && !block.blockFormat().nonBreakableLines();
        const int level = block.blockFormat().headingLevel();
        QTextBlockFormat room;
        room.setNonBreakableLines(false); // nothing is pushed sideways to be read
        if (!isText) cursor.mergeBlockFormat(room);
        room.setTopMargin(level > 0 ? px(level < 3 ? 20 : 12) : isAfterText ? 0 : px(9));
        room.setBottomMargin(block.textList() ? px(4) : px(9));
        if (isText && block.position() > 0) cursor.mergeBlockFormat(room);
        isAfterText = isText;
    }
    cursor.endEditBlock();
    for (QTextFrame* frame : document.rootFrame()->childFrames())
        if (auto* table = qobject_cast<QTextTable*>(frame)) {
            QTextTableFormat lines = table->format();
            lines.setBorderCollapse(true);
            lines.setBorder(1);
            lines.setBorderStyle(QTextFrameFormat::BorderStyle_Solid);
            lines.setBorderBrush(colours().rule);
            lines.setCellPadding(px(5));
            table->setFormat(lines);
        }
}

QTreeWidgetItem* itemFor(const HandbookPage& page, const HandbookSection& section) {
    auto* item = new QTreeWidgetItem({inLines(section.heading)});
    item->setData(0, kPageRole, page.name);
    item->setData(0, kHeadingRole, section.heading);
    return item;
}

QTreeWidgetItem* itemFor(const HandbookPage& page) {
    auto* item = new QTreeWidgetItem({inLines(page.title)});
    item->setData(0, kPageRole, page.name);
    QFont bold = item->font(0);
    bold.setWeight(QFont::DemiBold);
    item->setFont(0, bold);
    return item;
}

} // namespace

Handbook::Handbook(QWidget* parent) : QWidget(parent, Qt::Window) {
    setWindowTitle(tr("Handbook – Good Fold"));
    wanted = new QLineEdit(this);
    wanted->setPlaceholderText(tr("Search: springback, slot, vise…"));
    wanted->setAccessibleName(tr("Search the handbook"));
    wanted->setProperty("role", "entry");
    wanted->setClearButtonEnabled(true);
    contents = new QTreeWidget(this);
    contents->setAccessibleName(tr("Contents"));
    contents->setHeaderHidden(true);
    contents->setRootIsDecorated(false);
    contents->setIndentation(px(14));
    contents->setFrameShape(QFrame::NoFrame);
    page = new PageView(this);
    page->setAccessibleName(tr("Page"));
    page->setOpenLinks(false);
    page->setFrameShape(QFrame::NoFrame);
    page->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* side = new QWidget(this);
    auto* column = new QVBoxLayout(side);
    column->setContentsMargins(px(10), px(12), px(6), px(8));
    column->addWidget(wanted);
    column->addWidget(contents, 1);
    auto* halves = new QSplitter(this);
    halves->addWidget(side);
    halves->addWidget(page);
    halves->setChildrenCollapsible(false);
    halves->setStretchFactor(1, 1);
    halves->setSizes({columnPx(290), px(760)});
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(halves);
    resize(px(1060), px(720));
    connect(wanted, &QLineEdit::textChanged, this, &Handbook::search);
    connect(wanted, &QLineEdit::returnPressed, this, [this] {
        if (const auto* first = contents->topLevelItem(0))
            if (auto* section = first->child(0)) contents->setCurrentItem(section);
    });
    // A page that opens moves the list: not between a button's going down and its coming up.
    connect(contents, &QTreeWidget::currentItemChanged, this, [this](const QTreeWidgetItem* item) {
        if (QGuiApplication::mouseButtons() == Qt::NoButton) take(item);
    });
    connect(contents, &QTreeWidget::itemClicked, this, &Handbook::take);
    connect(page, &QTextBrowser::anchorClicked, this, &Handbook::follow);
    for (const QKeySequence& keys : {QKeySequence(QKeySequence::Find), QKeySequence(Qt::Key_F1)})
        connect(new QShortcut(keys, this), &QShortcut::activated, wanted, [this] {
            wanted->setFocus();
            wanted->selectAll();
        });
    for (const QKeySequence& keys : {QKeySequence(QKeySequence::Close), QKeySequence(Qt::Key_Escape)})
        connect(new QShortcut(keys, this), &QShortcut::activated, this, &QWidget::close);
    listAll();
    renew();
}

void Handbook::renew() {
    page->document()->setDefaultFont(textFont(15));
    page->document()->setDocumentMargin(px(22));
    if (!shown.isEmpty()) open(std::exchange(shown, QString()));
}

void Handbook::listAll() {
    for (const HandbookPage& each : handbookPages()) {
        QTreeWidgetItem* top = itemFor(each);
        for (size_t i = 1; i < each.sections.size(); ++i) // the first is the page's own
            top->addChild(itemFor(each, each.sections[i]));
        contents->addTopLevelItem(top);
        top->setExpanded(each.name == shown);
    }
}

void Handbook::search(const QString& typed) {
    const QSignalBlocker quiet(contents);
    words = typed.simplified().split(QLatin1Char(' '), Qt::SkipEmptyParts);
    contents->clear();
    words.isEmpty() ? listAll() : listFound();
    markWords();
}

/// Of each page the sections that have all of the words, with where they stand.
void Handbook::listFound() {
    for (const HandbookPage& each : handbookPages()) {
        const auto found = each.with(words);
        if (found.empty()) continue;
        QTreeWidgetItem* top = itemFor(each);
        for (const HandbookSection* section : found) {
            QTreeWidgetItem* item = itemFor(each, *section);
            item->setText(0, inLines(section->heading) + QLatin1Char('\n') +
                                 inLines(section->around(words.front())));
            top->addChild(item);
        }
        contents->addTopLevelItem(top);
        top->setExpanded(true);
    }
    if (contents->topLevelItemCount() > 0) return;
    auto* none = new QTreeWidgetItem({tr("Nothing has all of these words.")});
    none->setFlags(Qt::NoItemFlags);
    contents->addTopLevelItem(none);
}

void Handbook::take(const QTreeWidgetItem* item) {
    if (item) open(item->data(0, kPageRole).toString(), item->data(0, kHeadingRole).toString());
}

void Handbook::open(const QString& name, const QString& heading) {
    const HandbookPage* wantedPage = findHandbookPage(name);
    if (!wantedPage) return;
    if (shown != name) {
        shown = name;
        static_cast<PageView*>(page)->folder = name.left(name.lastIndexOf(QLatin1Char('/')) + 1);
        page->setMarkdown(wantedPage->markdown);
        giveRoom(*page->document());
        setWindowTitle(tr("%1 – Handbook – Good Fold").arg(wantedPage->title));
        for (int i = 0; i < contents->topLevelItemCount() && words.isEmpty(); ++i)
            contents->topLevelItem(i)->setExpanded(contents->topLevelItem(i)->data(0, kPageRole) == name);
        markWords();
    }
    scrollTo(heading);
}

/// Pages lead to one another; what else they name lies beside the program's sources.
void Handbook::follow(const QUrl& link) {
    const QString folder = static_cast<PageView*>(page)->folder;
    for (const QString& name : {folder + link.path(), link.path()})
        if (findHandbookPage(name)) return open(name);
}

void Handbook::scrollTo(const QString& heading) {
    QTextBlock block = page->document()->begin();
    while (block.isValid() && !(block.blockFormat().headingLevel() > 0 && block.text().trimmed() == heading))
        block = block.next();
    const QAbstractTextDocumentLayout* layout = page->document()->documentLayout();
    const double top = block.isValid() ? layout->blockBoundingRect(block).top() : 0;
    page->verticalScrollBar()->setValue(qRound(top) - px(8));
}

void Handbook::markWords() {
    QList<QTextEdit::ExtraSelection> marks;
    QTextCharFormat format;
    format.setBackground(colours().marking);
    format.setForeground(colours().scribe);
    for (const QString& word : words)
        for (QTextCursor at = page->document()->find(word); !at.isNull();
             at = page->document()->find(word, at))
            marks.push_back({at, format});
    page->setExtraSelections(marks);
}

} // namespace goodfold::app
