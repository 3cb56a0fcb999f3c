// The handbook: what docs/ holds is there, is found, and leads from page to page; F1 twice opens it.
#include "app/help/handbook.h"

#include "app/help/calculation.h"
#include "app/help/handbook_pages.h"
#include "app/window/help_list.h"
#include "gui/support.h"

namespace goodfold::handbook_test {

using app::Handbook;

namespace {

QByteArray fileAt(const QString& path) {
    QFile file(path);
    return file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray();
}

/// What "[says](name)" names in a page.
QStringList linksOf(const QString& markdown) {
    QStringList all;
    static const QRegularExpression link(QStringLiteral("\\]\\(([^)#]+)[^)]*\\)"));
    for (const auto& match : link.globalMatch(markdown))
        all << match.captured(1);
    return all;
}

QTreeWidget* contentsOf(const Handbook& book) {
    return book.findChild<QTreeWidget*>();
}

} // namespace

class HandbookTest : public QObject {
    Q_OBJECT
private slots:
    void pagesAreThoseOfTheDocumentation();
    void picturesAndLinksAreThere();
    void pressedPageIsTheOneThatOpens();
    void wordsAreFoundAndMarked();
    void opensAtTheStage();
    void f1TwiceOpensIt();
    void figuresTellWhereTheyComeFrom();
};

/// Of what is in hand, and it goes along with hand and job.
void HandbookTest::figuresTellWhereTheyComeFrom() {
    test::Window window(test::demo("vent-stay.gfold"));
    window.document().select(job::Element::bend("1"));
    window->actions().calculation->trigger();
    auto* page = window->findChild<app::Calculation*>();
    QVERIFY(page && page->isVisible());
    QVERIFY2(page->text().contains("Bend 1") && page->text().contains("allowance = A"),
             qPrintable(page->text()));
    QVERIFY(page->text().contains("The blank") && !page->text().contains("h1 on the blank"));
    window.document().select(job::Element::hole("h1"));
    QVERIFY(page->text().contains("h1 on the blank") && page->text().contains("on A 16.00"));
    window.document().change("place", [](job::Job& job) { job.findHole("h1")->x = 17; });
    QVERIFY2(page->text().contains("on A 17.00"), qPrintable(page->text()));
    QTRY_VERIFY_WITH_TIMEOUT(!window->isPlanning(), 60000);
    window.document().select(job::Element::bend("2"));
    QVERIFY2(page->text().contains("springs back"), qPrintable(page->text()));
    auto* all = page->findChild<QPushButton*>();
    QTest::mouseClick(all, Qt::LeftButton);
    QVERIFY(window->findChild<Handbook*>()->isVisible());
}

void HandbookTest::pagesAreThoseOfTheDocumentation() {
    QVERIFY(app::handbookPages().size() > 7);
    for (const app::HandbookPage& page : app::handbookPages()) {
        const QByteArray written = fileAt(QStringLiteral(PROJECT_DATA "/../") + page.name);
        QVERIFY2(!written.isEmpty(), qPrintable(page.name));
        QCOMPARE(page.markdown.toUtf8(), written);
        QVERIFY(!page.title.isEmpty());
        QCOMPARE(page.sections.size(), 1 + size_t(QString::fromUtf8(written).count("\n## ")));
    }
}

void HandbookTest::picturesAndLinksAreThere() {
    const QStringList forMakers{"CONTRIBUTING.md", "performance.md", "reliability.md",
                                "job-format.schema.json"};
    int pictures = 0, links = 0;
    for (const app::HandbookPage& page : app::handbookPages()) {
        const QString folder = page.name.left(page.name.lastIndexOf('/') + 1);
        for (const QString& link : linksOf(page.markdown)) {
            if (link.endsWith(".png")) {
                QVERIFY2(!QImage(app::handbookPath(folder + link)).isNull(), qPrintable(link));
                ++pictures;
            } else if (!forMakers.contains(link.mid(link.lastIndexOf('/') + 1))) {
                QVERIFY2(app::findHandbookPage(folder + link), qPrintable(page.name + " to " + link));
                ++links;
            }
        }
    }
    QVERIFY(pictures > 10 && links > 10);
    Handbook book;
    book.open("README.md");
    auto* view = book.findChild<QTextBrowser*>();
    emit view->anchorClicked(QUrl("docs/odds.md"));
    QVERIFY(view->toPlainText().startsWith("The odds that every bolt goes in"));
    emit view->anchorClicked(QUrl("mount.md")); // beside it
    QVERIFY(view->toPlainText().startsWith("The mount, measured"));
    emit view->anchorClicked(QUrl("nowhere.md"));
    QVERIFY(view->toPlainText().startsWith("The mount, measured"));
}

/// The list folds and unfolds as a page opens; what was pressed on stays what is taken.
void HandbookTest::pressedPageIsTheOneThatOpens() {
    Handbook book;
    book.show();
    QVERIFY(QTest::qWaitForWindowExposed(&book));
    book.open("README.md"); // its headings stand between
    QTreeWidget* contents = contentsOf(book);
    auto* last = contents->topLevelItem(contents->topLevelItemCount() - 1);
    auto* before = contents->topLevelItem(contents->topLevelItemCount() - 2);
    for (QTreeWidgetItem* wanted : {before, last, before}) {
        const QPoint at = contents->viewport()->mapTo(&book, contents->visualItemRect(wanted).center());
        QTest::mousePress(book.windowHandle(), Qt::LeftButton, {}, at);
        QTest::mouseMove(book.windowHandle(), at + QPoint(1, 1));
        QTest::mouseRelease(book.windowHandle(), Qt::LeftButton, {}, at);
        QCOMPARE(contents->currentItem(), wanted);
        QCOMPARE(contents->selectedItems(), QList{wanted});
        QVERIFY(wanted->isExpanded());
    }
}

/// Each line that is found has all of the words in its section, and nothing that has them is left out.
void HandbookTest::wordsAreFoundAndMarked() {
    Handbook book;
    book.show();
    auto* wanted = book.findChild<QLineEdit*>();
    QTest::keyClicks(wanted, "springback vise");
    size_t expected = 0;
    for (const app::HandbookPage& page : app::handbookPages())
        for (const app::HandbookSection& section : page.sections) {
            const QString all = section.heading + section.text;
            expected +=
                all.contains("springback", Qt::CaseInsensitive) && all.contains("vise", Qt::CaseInsensitive);
        }
    size_t found = 0;
    for (int i = 0; i < contentsOf(book)->topLevelItemCount(); ++i)
        found += static_cast<size_t>(contentsOf(book)->topLevelItem(i)->childCount());
    QVERIFY(expected > 0);
    QCOMPARE(found, expected);
    QTest::keyClick(wanted, Qt::Key_Return);
    const auto* view = book.findChild<QTextBrowser*>();
    QVERIFY2(view->toPlainText().startsWith("Formulas"), qPrintable(view->toPlainText().left(40)));
    QVERIFY(view->verticalScrollBar()->value() > 0); // at its section
    QVERIFY(view->extraSelections().size() > 1);
    for (const auto& mark : view->extraSelections())
        QVERIFY(QStringList({"springback", "vise"}).contains(mark.cursor.selectedText().toLower()));
    wanted->setText("no such words anywhere");
    QCOMPARE(contentsOf(book)->topLevelItemCount(), 1);
    QCOMPARE(contentsOf(book)->topLevelItem(0)->text(0), QString("Nothing has all of these words."));
    wanted->clear();
    QCOMPARE(contentsOf(book)->topLevelItemCount(), static_cast<int>(app::handbookPages().size()));
}

void HandbookTest::opensAtTheStage() {
    test::Window window(test::demo("vent-stay.gfold"));
    for (const auto& [stage, title] : {std::pair{"mount", "The mount, measured"},
                                       {"lineup", "The odds that every bolt goes in"},
                                       {"logbook", "The logbook"},
                                       {"bracket", "Good Fold"}}) {
        window->showStage(QString::fromLatin1(stage));
        window->actions().handbook->trigger();
        const auto* book = window->findChild<Handbook*>();
        QVERIFY(book && book->isVisible());
        QVERIFY2(book->windowTitle().startsWith(QString::fromLatin1(title)), qPrintable(book->windowTitle()));
    }
}

void HandbookTest::f1TwiceOpensIt() {
    test::Window window(test::demo("vent-stay.gfold"));
    window->picture()->setFocus();
    window->actions().help->trigger(); // what the picture is for
    QVERIFY(!window->findChild<app::Notice*>()->message().isEmpty());
    QVERIFY(!window->findChild<Handbook*>());
    window->actions().help->trigger();
    QVERIFY(window->findChild<Handbook*>()->isVisible());
    window->findChild<Handbook*>()->close();
    window->ladder()->entry()->setFocus();
    window->actions().help->trigger(); // all that can be typed
    auto* list = window->findChild<app::HelpList*>();
    QVERIFY(list && list->isVisible());
    emit list->handbookWanted();
    QVERIFY(!list->isVisible() && window->findChild<Handbook*>()->isVisible());
}

GOODFOLD_TEST(HandbookTest)

} // namespace goodfold::handbook_test

#include "handbook.moc"
