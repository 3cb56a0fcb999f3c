// The Bench stage in the real window: act by act with the keys, what is measured moves what is left, what is
// noted is there after a restart, and what cannot be right is asked about.
#include "app/base/own_file.h"
#include "bench/words.h"
#include "gui/bench_support.h"

namespace goodfold::bench_test {

using bench::Act;
using bench::Entry;
using test::Bench;
using test::demo;

namespace {

int countOf(const bench::Log& log, Entry::Kind kind) {
    return static_cast<int>(std::count_if(log.entries.begin(), log.entries.end(),
                                          [kind](const Entry& entry) { return entry.kind == kind; }));
}

} // namespace

class BenchTest : public QObject {
    Q_OBJECT
private slots:
    void init() { QDir(QFileInfo(app::ownFilePath("bench/x")).path()).removeRecursively(); }
    void keysGoThroughTheWork();
    void readingsMoveWhatIsLeft();
    void impossibleIsAskedAbout();
    void isTakenUpAgain();
    void brokenNotesAreSetAside();
    void reworkIsPressed();
    void handsAndPiecesAreApart();
    void firstPieceTellsTheNext();
    void withoutHolesWorkGoesOn();
    void withoutMountHolesComeWhereTheyAreDrawn();
    void linesOfInstruments_data();
    void linesOfInstruments();
    void instrumentFillsTheBoxes();
    void keyboardsOfInstrumentsNeedNoFocus();
    void madeUpPiecesAreMeasured();
    void steadyBatchesAreCheckedSeldom();
    void mostTellingReadingIsSaid();
};

void BenchTest::keysGoThroughTheWork() {
    Bench bench(demo("foot-on-base.gfold"));
    QCOMPARE(bench.act().kind, Act::Kind::Fetch);
    QVERIFY(bench.stage->says().contains("40.0 wide"));
    const int all = static_cast<int>(bench.stage->work().size());
    std::set<Act::Kind> seen;
    for (int i = 0; i + 1 < all; ++i) {
        QCOMPARE(bench.stage->current(), i);
        seen.insert(bench.act().kind);
        bench.press(i % 2 ? Qt::Key_Space : Qt::Key_PageDown);
    }
    QCOMPARE(bench.act().kind, Act::Kind::Check);
    QCOMPARE(seen.size(), size_t(5));
    QCOMPARE(bench.stage->readings()->fields().size(), size_t(4)); // an angle, h2's place three ways
    bench.press(Qt::Key_PageUp);
    QVERIFY(bench.stage->says().contains("(done)"));
    // What was noted last is taken back, wherever one is.
    const size_t entries = bench.log().entries.size();
    bench->actions().undo->trigger();
    QCOMPARE(bench.log().entries.size(), entries - 1);
}

/// A bend let go too flat: the odds fall, the sentence says what helps; the figure stays in its box.
void BenchTest::readingsMoveWhatIsLeft() {
    Bench bench(demo("foot-on-base.gfold"));
    bench.goTo(Act::Kind::Bend);
    const double before = bench.stage->pieceInWork().latest()->now->best.odds;
    bench.type(1, "87");
    QCOMPARE(countOf(bench.log(), Entry::Kind::Done), 1); // it is bent, if its angle is read
    QCOMPARE(countOf(bench.log(), Entry::Kind::Angle), 1);
    QVERIFY(bench.stage->pieceInWork().latest()->now->best.odds < before);
    QCOMPARE(bench.stage->readings()->fields()[1]->text(), QString("87"));
    // Typed over, it is the same reading.
    bench.type(1, "89.5");
    QCOMPARE(countOf(bench.log(), Entry::Kind::Angle), 1);
    bench.type(2, "nonsense");
    QCOMPARE(countOf(bench.log(), Entry::Kind::Outside), 0);
    QCOMPARE(bench.stage->readings()->fields()[2]->text(), QString("nonsense")); // and is not lost
}

void BenchTest::impossibleIsAskedAbout() {
    Bench bench(demo("foot-on-base.gfold"));
    bench.goTo(Act::Kind::Bend);
    const double length = bench.document().job().plates[0].length;
    bench.type(2, QString::number(length + 10));
    QVERIFY2(bench.stage->says().contains("was to be expected"), qPrintable(bench.stage->says()));
    bench.click("Leg A, outside: " + QString::number(length) + ".0");
    QVERIFY(!bench.stage->says().contains("was to be expected"));
    QCOMPARE(bench.log().entries.back().value, length);
    bench.type(2, QString::number(length + 14));
    bench.click("Leg A, outside: " + QString::number(length + 14) + ".0 is right");
    QVERIFY(bench.log().entries.back().isKept);
    QVERIFY(!bench.stage->says().contains("was to be expected"));
}

/// Every entry is on disk before the next is made.
void BenchTest::isTakenUpAgain() {
    int at = 0;
    bench::Log log;
    {
        Bench bench(demo("foot-on-base.gfold"));
        bench.press(Qt::Key_Space);
        bench.type(0, "8.1");
        at = bench.stage->current();
        log = bench.log();
    }
    Bench again(demo("foot-on-base.gfold"));
    QVERIFY(again.log() == log);
    QCOMPARE(again.stage->current(), at);
}

void BenchTest::brokenNotesAreSetAside() {
    QDir folder(QFileInfo(app::ownFilePath("bench/x")).path());
    {
        Bench bench(demo("foot-on-base.gfold"));
        bench.press(Qt::Key_Space);
    }
    const QStringList kept = folder.entryList({"*.gfbench"});
    QCOMPARE(kept.size(), 1);
    QFile file(folder.filePath(kept[0]));
    QVERIFY(file.open(QIODevice::WriteOnly));
    file.write("{\"format\": \"good-fold-bench\", \"ver");
    file.close();
    Bench again(demo("foot-on-base.gfold"));
    QVERIFY(again.log().entries.empty());
    QVERIFY(folder.entryList(QDir::Files).size() >= 1);
    QVERIFY2(folder.entryList(QDir::Files).join(' ') != kept[0], "what could not be read is kept");
}

void BenchTest::reworkIsPressed() {
    Bench bench(demo("foot-on-base.gfold"));
    bench.goTo(Act::Kind::Bend);
    bench.type(1, "88.5");
    bench.goTo(Act::Kind::Rework);
    const auto worked = bench.stage->pieceInWork().latest();
    QVERIFY2(!worked->now->rework.empty(), qPrintable(bench.stage->says()));
    const double promised = worked->now->rework[0].odds;
    bench.click(QString::fromStdString(
        bench::inWords(worked->now->rework[0], *worked->on->making, bench.document().reading())));
    QVERIFY(std::abs(bench.stage->pieceInWork().latest()->now->best.odds - promised) < 0.03);
}

void BenchTest::handsAndPiecesAreApart() {
    job::Job job = app::openJob(demo("foot-on-base.gfold"))->job;
    job.oppositeHand = true;
    job.hand = job::Hand::Left;
    QTemporaryDir folder;
    const QString path = folder.filePath("pair.gfold");
    QVERIFY(!app::saveJob(path, job));
    Bench bench(path);
    bench.press(Qt::Key_Space);
    bench.click("other hand");
    QVERIFY2(bench.stage->says().contains("right hand"), qPrintable(bench.stage->says()));
    QVERIFY(bench.log().entries.empty());
    bench.click("other hand");
    QCOMPARE(bench.log().entries.size(), size_t(1));
    bench.click("›");
    QVERIFY(bench.stage->says().contains("Piece 2 of 4"));
    QVERIFY(bench.log().entries.empty());
}

/// A strap that nothing bolts through is made act by act all the same.
void BenchTest::withoutHolesWorkGoesOn() {
    job::Job job = edit::emptyBar(quantity::Unit::Millimetre);
    job = edit::withBendAtEnd(job, job.plates.back().id, {}, 50)->job;
    QTemporaryDir folder;
    const QString path = folder.filePath("plain.gfold");
    QVERIFY(!app::saveJob(path, job));
    Bench bench(path);
    QVERIFY(!bench.stage->pieceInWork().latest()->now);
    bench.press(Qt::Key_Space);
    bench.press(Qt::Key_Space);
    QCOMPARE(bench.stage->current(), 2);
    bench.press(Qt::Key_PageUp);
    QVERIFY(bench.stage->says().contains("(done)"));
    QCOMPARE(bench.log().entries.size(), size_t(2));
}

/// The stock's thickness that one piece was read as is that of the next.
void BenchTest::firstPieceTellsTheNext() {
    Bench bench(demo("foot-on-base.gfold"));
    bench.press(Qt::Key_Space);
    bench.type(0, "8.4");
    const auto believed = [&] {
        for (const bench::Believed& each : bench.stage->pieceInWork().latest()->now->believed)
            if (each.kind == lineup::SourceKind::Thickness) return each.mean.x();
        return 0.0;
    };
    const double first = believed();
    QVERIFY(first > 0.3);
    bench.click("›");
    QVERIFY(bench.log().entries.empty());
    QVERIFY(std::abs(believed() - first) < 1e-9);
}

void BenchTest::withoutMountHolesComeWhereTheyAreDrawn() {
    Bench bench(demo("vent-stay.gfold"));
    QVERIFY(bench.stage->pieceInWork().latest()->on->isDrawn);
    QVERIFY(!bench.document().job().mount);
    QVERIFY(bench.stage->says().contains("to where they are drawn"));
}

void BenchTest::linesOfInstruments_data() {
    QTest::addColumn<QString>("line");
    QTest::addColumn<double>("value");
    QTest::addColumn<bool>("isAngle");
    QTest::newRow("mm") << "  12.34 mm" << 12.34 << false;
    QTest::newRow("plus") << "+012.34" << 12.34 << false;
    QTest::newRow("comma") << "12,34" << 12.34 << false;
    QTest::newRow("minus") << "- 0.05 mm" << -0.05 << false;
    QTest::newRow("labelled") << "CH1 +00012.34" << 12.34 << false;
    QTest::newRow("inches") << "0.5 in" << 12.7 << false;
    QTest::newRow("degrees") << "89.6 deg" << 89.6 << true;
    QTest::newRow("degree sign") << "89.6\u00b0" << 89.6 << true;
}

void BenchTest::linesOfInstruments() {
    QFETCH(QString, line);
    QFETCH(double, value);
    QFETCH(bool, isAngle);
    const auto read = app::readingOf(line, quantity::Unit::Millimetre);
    QVERIFY(read.has_value());
    QVERIFY(std::abs(read->value - value) < 1e-9);
    QCOMPARE(read->isAngle, isAngle);
    for (const char* none : {"", "ready", "--.--", "12.34 kg", "E1"})
        QVERIFY2(!app::readingOf(QString::fromLatin1(none), quantity::Unit::Millimetre) ||
                     QString(none) == "E1",
                 none);
}

/// The stand-in makes a piece of the job and reads it: its figures land one after the other.
void BenchTest::instrumentFillsTheBoxes() {
    QProcess process;
    process.start(QStringLiteral(PROGRAMS "/goodfold-instrument"),
                  {demo("foot-on-base.gfold"), "--seed", "3"});
    QVERIFY(process.waitForReadyRead(60000));
    const QString name = QString::fromLatin1(process.readLine()).trimmed().section(' ', 1);
    QVERIFY2(name.startsWith("/dev/"), qPrintable(name));
    Bench bench(demo("foot-on-base.gfold"));
    QVERIFY(!bench.stage->measuringInstrument().listenTo(name));
    QVERIFY(bench.stage->measuringInstrument().listenTo("/dev/none").has_value());
    QVERIFY(!bench.stage->measuringInstrument().listenTo(name));
    bench.goTo(Act::Kind::Bend);
    const auto asked = [&](const char* what, Entry::Kind kind) {
        process.write(what);
        process.waitForBytesWritten();
        const auto isThere = [&] {
            return !bench.log().entries.empty() && bench.log().entries.back().kind == kind;
        };
        if (!QTest::qWaitFor(isThere, 20000)) qWarning("%s fills no box", what);
        bench.wait();
        return bench.log().entries.empty() ? Entry() : bench.log().entries.back();
    };
    const Entry pushed = asked("pushed 1\n", Entry::Kind::Pushed); // and it is bent with that
    QCOMPARE(pushed.kind, Entry::Kind::Pushed);
    const Entry angle = asked("angle 1\n", Entry::Kind::Angle);
    QCOMPARE(angle.kind, Entry::Kind::Angle);
    QCOMPARE(angle.with, std::string("digital-protractor"));
    QVERIFY(std::abs(angle.value - 90) < 6 && pushed.value > angle.value - 2);
    const Entry outside = asked("outside A\n", Entry::Kind::Outside);
    QCOMPARE(outside.kind, Entry::Kind::Outside);
    QCOMPARE(outside.with, std::string("calipers"));
    process.write("send ready\n");
    QVERIFY(QTest::qWaitFor([&] { return bench.notice().contains("no figure"); }, 20000));
    process.write("send 4711 deg\n"); // no angle is waited for any more
    QVERIFY(QTest::qWaitFor([&] { return bench.notice().contains("nothing here waits"); }, 20000));
    process.closeWriteChannel();
    process.waitForFinished();
}

void BenchTest::keyboardsOfInstrumentsNeedNoFocus() {
    Bench bench(demo("foot-on-base.gfold"));
    bench.goTo(Act::Kind::Bend);
    bench.wait(); // its boxes are there
    for (const char key : {'9', '2', '.', '4'})
        QTest::keyClick(QApplication::focusWidget(), key);
    QTest::keyClick(QApplication::focusWidget(), Qt::Key_Return);
    bench.wait();
    QCOMPARE(countOf(bench.log(), Entry::Kind::Pushed), 1);
    QCOMPARE(bench.log().entries.back().value, 92.4);
}

/// A learner makes a piece step by step, and measures where he likes; nothing of it is kept.
void BenchTest::madeUpPiecesAreMeasured() {
    Bench bench(demo("foot-on-base.gfold"));
    bench.click("Practise on a made-up");
    QVERIFY(bench.stage->says().contains("Made-up piece"));
    bench.goTo(Act::Kind::Bend);
    bench.click("Measure:");
    bench.click("Measure:");
    QCOMPARE(countOf(bench.log(), Entry::Kind::Pushed), 1);
    const auto angle = std::find_if(bench.log().entries.begin(), bench.log().entries.end(),
                                    [](const Entry& entry) { return entry.kind == Entry::Kind::Angle; });
    QVERIFY(angle != bench.log().entries.end());
    QVERIFY(std::abs(angle->value - 90) < 8);
    const std::vector<Act> work = bench.stage->work(); // made anew with each entry
    for (const Act& act : work)
        if (act.kind != Act::Kind::Check)
            bench.stage->pieceInWork().add("done", {{Entry::Kind::Done, {act.id}}});
    bench.wait();
    bench.goTo(Act::Kind::Check);
    bench.click("Try it on");
    QVERIFY2(bench.notice().startsWith("It goes on") || bench.notice().startsWith("It does not go on"),
             qPrintable(bench.notice()));
    QVERIFY(!bench.stage->says().contains("into the logbook"));
    bench.click("End the practice");
    QVERIFY(bench.log().entries.empty());
    QVERIFY(bench.stage->says().contains("Piece 1 of"));
}

void BenchTest::steadyBatchesAreCheckedSeldom() {
    Bench bench(demo("foot-on-base.gfold"));
    const double angles[] = {89.7, 89.73, 89.68, 89.71, 89.7, 89.69}; // of 89.1 to 90.2
    for (int piece = 1; piece <= 6; ++piece) {
        bench.stage->pieceInWork().goTo(piece, {});
        bench.wait();
        bench.stage->pieceInWork().add(
            "made", {{Entry::Kind::Done, {"1"}},
                     {.kind = Entry::Kind::Angle, .of = {"1"}, .value = angles[piece - 1]}});
        bench.wait();
    }
    bench.goTo(Act::Kind::Check);
    QTest::qWait(1);
    QVERIFY2(bench.stage->says().contains("are steady"), qPrintable(bench.stage->says()));
    bench.stage->pieceInWork().goTo(7, {});
    bench.wait();
    bench.stage->pieceInWork().add(
        "made", {{Entry::Kind::Done, {"1"}}, {.kind = Entry::Kind::Angle, .of = {"1"}, .value = 93}});
    bench.wait();
    bench.goTo(Act::Kind::Check);
    QTest::qWait(1);
    QVERIFY2(bench.stage->says().contains("has changed") && bench.stage->says().contains("Check every piece"),
             qPrintable(bench.stage->says()));
}

void BenchTest::mostTellingReadingIsSaid() {
    Bench bench(demo("foot-on-base.gfold"));
    bench.goTo(Act::Kind::Bend);
    QTest::qWait(1);
    QVERIFY2(bench.stage->says().contains("% of what is unsure"), qPrintable(bench.stage->says()));
    bench.type(1, "89.5");
    const auto& rows = bench.stage->readings()->rows();
    QVERIFY(rows[1].value.has_value());
    QVERIFY2(rows[1].beside.isEmpty(), qPrintable(rows[1].beside)); // it is told
}

GOODFOLD_TEST(BenchTest)

} // namespace goodfold::bench_test

#include "bench.moc"
