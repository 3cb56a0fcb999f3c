// What the logbook keeps, in the real window: pieces written by the bench, found and made again, tables out
// and in, another program's entries, and a file that cannot be used.
#include "gui/logbook_support.h"

namespace goodfold::kept_test {

using app::EntriesList;
using test::aPiece;
using test::Logbook;

class KeptTest : public QObject {
    Q_OBJECT
private slots:
    void init() { test::emptyLogbook(); }
    void piecesAreFoundAndMadeAgain();
    void picturesAreKept();
    void benchWritesPieces();
    void tablesGoOutAndIn();
    void anotherProgramsEntriesAppear();
    void damagedFileIsSaid();
};

void KeptTest::piecesAreFoundAndMadeAgain() {
    Logbook logbook;
    std::vector<std::pair<learn::KeptPiece, learn::Points>> pieces;
    for (int i = 1; i <= 40; ++i)
        pieces.emplace_back(aPiece(i % 4 ? "Vent stay" : "Gutter strap", i), learn::Points());
    QVERIFY(!test::books().logbook.write([&](store::Logbook& file) { return file.putAll(pieces); }));
    logbook.wait();
    QVERIFY(logbook.find("entries.earlier"));
    logbook.click("entries.earlier");
    QVERIFY(!logbook.find("entries.earlier") && logbook.find("entries.later"));
    auto* words = logbook.named<QLineEdit>("Find pieces by words");
    words->setFocus();
    QTest::keyClicks(words, "gutt");
    auto* panel = logbook.named<app::CellPanel>("What was kept");
    QVERIFY(!panel->text().contains("Vent stay"));
    const std::string id = pieces[3].first.id;
    logbook.click(QStringLiteral("entry.") + QString::fromStdString(id));
    QVERIFY2(panel->text().contains("88.6"), qPrintable(panel->text()));
    logbook.fill("kept.minutes", "22");
    auto* note = logbook.named<QLineEdit>("Note on this piece");
    note->setFocus();
    QTest::keyClicks(note, "for the west ridge");
    QTest::keyClick(note, Qt::Key_Return);
    QCOMPARE((*logbook.file().piece(id))->minutes, 22.0);
    QCOMPARE((*logbook.file().piece(id))->note, std::string("for the west ridge"));
    QCOMPARE(*logbook.file().countOfPieces("ridge"), 1);
    const int windows = static_cast<int>(QApplication::topLevelWidgets().size());
    logbook.click("kept.again");
    QVERIFY(static_cast<int>(QApplication::topLevelWidgets().size()) > windows);
    app::MainWindow* again = nullptr;
    for (QWidget* each : QApplication::topLevelWidgets())
        if (auto* window = qobject_cast<app::MainWindow*>(each); window && window != logbook.stage->window())
            again = window;
    QVERIFY(again);
    QCOMPARE(again->document().job().title, logbook.job().title);
    delete again;
}

/// A copy is shown and stays when the file it came from is gone; what is no picture is refused in a sentence.
void KeptTest::picturesAreKept() {
    const learn::KeptPiece one = aPiece("Vent stay", 1);
    QVERIFY(!test::books().logbook.write([&](store::Logbook& file) { return file.put(one, {}); }));
    Logbook logbook;
    logbook.choose("entries.kind", "pieces");
    auto& entries = logbook.stage->entries();
    entries.open(one.id);
    QVERIFY(!logbook.named<QLabel>("A picture of this piece"));
    const QTemporaryDir folder;
    const QString path = folder.filePath("stay.png");
    QImage image(2400, 1800, QImage::Format_RGB32);
    image.fill(Qt::darkGreen);
    QVERIFY(image.save(path));
    QVERIFY(!entries.setPhoto(path));
    auto* shown = logbook.named<QLabel>("A picture of this piece");
    QVERIFY(shown);
    QVERIFY(QFile::remove(path));
    const QImage kept(entries.photoOfOpen());
    QCOMPARE(kept.size(), QSize(1600, 1200));
    const QSize size = shown->pixmap().size();
    QVERIFY(std::abs(size.width() * 3 - size.height() * 4) <= 4);
    QFile text(path);
    QVERIFY(text.open(QIODevice::WriteOnly));
    text.write("no picture");
    text.close();
    const auto wrong = entries.setPhoto(path);
    QVERIFY(wrong && wrong->says.find("no picture that can be read") != std::string::npos);
    QCOMPARE(QImage(entries.photoOfOpen()).size(), kept.size()); // the one before stays
    logbook->actions().undo->trigger();
    QVERIFY(entries.photoOfOpen().isEmpty());
}

void KeptTest::benchWritesPieces() {
    Logbook window;
    window->showStage("bench");
    auto* bench = window->findChild<app::BenchStage*>();
    const auto wait = [&] {
        QTest::qWait(1);
        QVERIFY(QTest::qWaitFor([&] { return !window->isPlanning() && bench->pieceInWork().isCurrent(); },
                                60000));
    };
    wait();
    auto* batch = window.named<QLineEdit>("Batch of stock");
    batch->setFocus();
    QTest::keyClicks(batch, "bar 7");
    QTest::keyClick(batch, Qt::Key_Return);
    wait();
    bench->pieceInWork().add("made", {{bench::Entry::Kind::Done, {"1"}},
                                      {.kind = bench::Entry::Kind::Pushed, .of = {"1"}, .value = 92.5},
                                      {.kind = bench::Entry::Kind::Angle, .of = {"1"}, .value = 89.6}});
    wait();
    bench->go(static_cast<int>(bench->work().size()) - 1);
    QTest::qWait(1);
    QPushButton* into = nullptr;
    for (QPushButton* button : bench->findChildren<QPushButton*>())
        if (button->isVisible() && button->text().startsWith("It goes on")) into = button;
    QVERIFY(into);
    QTest::mouseClick(into, Qt::LeftButton);
    wait();
    QVERIFY(bench->pieceInWork().inLogbook().has_value());
    QVERIFY(bench->says().contains("is in the logbook"));
    const auto rows = *window.file().pieces("bar", 0, 5);
    QCOMPARE(rows.size(), size_t(1));
    QCOMPARE(rows[0].batch, std::string("bar 7"));
    QVERIFY(!learn::of(test::books().logbook.points(), learn::What::Springback).empty());
    // Its own readings are not counted twice at the bench: this job goes by the books without it.
    QVERIFY(window.document().material().learnedSpringback.empty());
    QVERIFY(test::Window().document().material().id.size());
    QVERIFY(bench->pieceInWork().inLogbook()->minutes >= 1);
    // By a table it comes back with all that it taught.
    const QTemporaryDir folder;
    const QString table = folder.filePath("pieces.csv");
    const learn::Points taught = test::books().logbook.points();
    QVERIFY(window.stage->writeTable(table, EntriesList::Kind::Pieces).startsWith("1 entr"));
    QVERIFY(!test::books().logbook.write([&](store::Logbook& file) { return file.takeOut(rows[0].id); }));
    QVERIFY(test::books().logbook.points().empty());
    QVERIFY(window.stage->readTable(table).startsWith("1 entr"));
    QCOMPARE(test::books().logbook.points(), taught);
    wait();
    // Read once more it is written anew, and what was noted in the logbook stays.
    learn::KeptPiece noted = *bench->pieceInWork().inLogbook();
    noted.note = "for the west ridge";
    noted.minutes = 22;
    QVERIFY(!test::books().logbook.write([&](store::Logbook& file) { return file.put(noted, {}); }));
    bench->pieceInWork().add("read", {{.kind = bench::Entry::Kind::Outside, .of = {"A"}, .value = 92.1}});
    wait();
    QVERIFY2(bench->says().contains("write it anew"), qPrintable(bench->says()));
    QVERIFY(!bench->pieceInWork().writeIntoLogbook(true));
    QCOMPARE(bench->pieceInWork().inLogbook()->note, std::string("for the west ridge"));
    QCOMPARE(bench->pieceInWork().inLogbook()->minutes, 22.0);
    QCOMPARE(bench->pieceInWork().inLogbook()->log.entries.size(), bench->pieceInWork().log().entries.size());
    for (int i = 0; i < 3; ++i) // written anew, read, written
        window->actions().undo->trigger();
    wait();
    QVERIFY(!bench->pieceInWork().inLogbook());
}

void KeptTest::tablesGoOutAndIn() {
    Logbook logbook;
    logbook.choose("strip.tool", "vise");
    logbook.typeStrip();
    logbook.click("strip.write");
    logbook.wait();
    learn::KeptPiece unread = aPiece("Vent stay", 1); // teaches nothing
    unread.log.entries.pop_back();
    const QTemporaryDir folder;
    const QString bends = folder.filePath("bends.csv"), pieces = folder.filePath("pieces.csv");
    QVERIFY(!test::books().logbook.write([&](store::Logbook& file) { return file.put(unread, {}); }));
    QVERIFY(logbook.stage->writeTable(bends, EntriesList::Kind::TestBends).startsWith("1 entr"));
    QVERIFY(logbook.stage->writeTable(pieces, EntriesList::Kind::Pieces).startsWith("1 entr"));
    const learn::Points before = test::books().logbook.points();
    test::emptyLogbook();
    QVERIFY(test::books().logbook.points().empty());
    QVERIFY(logbook.stage->readTable(bends).startsWith("1 entr"));
    QVERIFY(logbook.stage->readTable(pieces).startsWith("1 entr"));
    QCOMPARE(test::books().logbook.points(), before);
    QVERIFY(logbook.stage->readTable(bends).startsWith("1 entr")); // by its id: it is the same one
    QCOMPARE(logbook.bends(), 1);
    QFile broken(bends);
    QVERIFY(broken.open(QIODevice::WriteOnly));
    broken.write("id,at,material\n1,2026\n");
    broken.close();
    QVERIFY(logbook.stage->readTable(bends).contains("line 2"));
    QVERIFY(logbook.stage->writeTable("/nowhere/at/all.csv", EntriesList::Kind::Pieces).size() > 10);
}

void KeptTest::anotherProgramsEntriesAppear() {
    Logbook logbook;
    (void)logbook.file(); // it is there
    logbook.choose("entries.kind", "pieces");
    auto other = store::Logbook::open(app::ShopLogbook::path());
    QVERIFY(bool(other));
    QVERIFY(!(*other)->put(aPiece("Vent stay", 1), {}));
    auto* panel = logbook.named<app::CellPanel>("What was kept");
    QVERIFY(QTest::qWaitFor([&] { return panel->text().contains("Vent stay"); }, 10000));
}

/// In a program of its own books: the file is opened once.
void KeptTest::damagedFileIsSaid() {
    const QTemporaryDir folder;
    const QByteArray data = qgetenv("XDG_DATA_HOME");
    qputenv("XDG_DATA_HOME", folder.path().toLocal8Bit());
    QVERIFY(QDir().mkpath(QFileInfo(app::ShopLogbook::path()).path()));
    QFile file(app::ShopLogbook::path());
    QVERIFY(file.open(QIODevice::WriteOnly));
    file.write(QByteArray(5000, 'x'));
    file.close();
    app::ShopLogbook logbook;
    QStringList said;
    connect(&logbook, &app::ShopLogbook::said, &logbook, [&](const QString& sentence) { said << sentence; });
    QVERIFY(logbook.points().empty());
    QCOMPARE(said.size(), 1);
    QVERIFY2(said.first().contains("kept as"), qPrintable(said.first()));
    QVERIFY(bool(logbook.file()));
    qputenv("XDG_DATA_HOME", data);
}

GOODFOLD_TEST(KeptTest)

} // namespace goodfold::kept_test

#include "kept.moc"
