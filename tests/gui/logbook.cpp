// The Logbook stage in the real window: a strip measured and written, what it teaches everywhere, and
// undo.
#include "gui/logbook_support.h"
#include "text/lineup_words.h"

namespace goodfold::logbook_stage_test {

using test::Logbook;

class LogbookStageTest : public QObject {
    Q_OBJECT
private slots:
    void init() { test::emptyLogbook(); }
    void stripIsMeasuredAndWritten();
    void inchesAreReadAndNothingIsHalfDone();
    void whatIsTypedStays();
    void slipsAreAskedAbout();
    void bestStripIsProposed();
    void writtenIsTakenBack();
    void everythingGoesByIt();
    void jobsAreSurerForIt();
    void jobsTakeKWhenAsked();
};

void LogbookStageTest::stripIsMeasuredAndWritten() {
    Logbook logbook;
    QVERIFY(test::books().logbook.points().empty());
    QVERIFY(logbook.stage->known().accessibleName().contains("the book"));
    QVERIFY(logbook.stage->known().shown()[0].seen.empty());
    logbook.choose("strip.tool", "vise");
    logbook.stage->form().setBatch("bar by the gate");
    logbook.typeStrip();
    auto* panel = logbook.named<app::CellPanel>("A test bend");
    QVERIFY2(panel->text().contains("K 0.404 ± 0.036"), qPrintable(panel->text()));
    QVERIFY(logbook.stage->known().shown()[0].inHand.has_value()); // ringed before it is written
    logbook.click("strip.write");
    logbook.wait();
    QCOMPARE(logbook.bends(), 1);
    const auto batches = *logbook.file().batches();
    QCOMPARE(batches.size(), size_t(1));
    QCOMPARE(batches[0].name, std::string("bar by the gate"));
    QCOMPARE(batches[0].thickness, 3.0);
    QCOMPARE(logbook.stage->known().shown()[0].seen.size(), size_t(1));
    QVERIFY(std::abs(logbook.stage->known().shown()[0].seen[0].value - 0.4041) < 1e-4);
    // The next strip is of the same stock in the same tool, and nothing of it is read yet.
    QCOMPARE(logbook.stage->form().bend().thickness, 3.0);
    QCOMPARE(logbook.stage->form().bend().strip, 0.0);
    logbook.choose("entries.kind", "bends");
    QVERIFY(logbook.named<app::CellPanel>("What was kept")->text().contains("bench vise"));
}

/// A shop that reads inches sees them everywhere; a logbook that cannot be written leaves no empty step to
/// undo.
void LogbookStageTest::inchesAreReadAndNothingIsHalfDone() {
    Logbook logbook;
    logbook.choose("strip.tool", "vise");
    logbook.typeStrip();
    QVERIFY(!logbook.document().change("unit", [](job::Job& job) { job.units = quantity::Unit::Inch; }));
    logbook.wait();
    auto* panel = logbook.named<app::CellPanel>("A test bend");
    QVERIFY2(panel->text().contains("Took off 0.21"), qPrintable(panel->text())); // 5.4 mm
    QVERIFY(!panel->text().contains(" mm"));
    (void)logbook.file();
    const int steps = logbook.stage->undoStack()->count();
    QProcess holder; // another program that is writing
    holder.start("/usr/bin/python3",
                 {"-c",
                  "import sqlite3, sys\nfile = sqlite3.connect(sys.argv[1], isolation_level=None)\n"
                  "file.execute('BEGIN EXCLUSIVE')\nprint('held', flush=True)\nsys.stdin.read()",
                  app::ShopLogbook::path()});
    QVERIFY(holder.waitForReadyRead(20000));
    QVERIFY(logbook.stage->form().write().has_value());
    QCOMPARE(logbook.stage->undoStack()->count(), steps);
    QCOMPARE(logbook.stage->form().bend().freeLeg, 63.1);
    holder.closeWriteChannel();
    holder.waitForFinished();
    QVERIFY(!logbook.stage->form().write());
    QCOMPARE(logbook.bends(), 1);
}

void LogbookStageTest::whatIsTypedStays() {
    {
        Logbook logbook;
        logbook.fill("strip.strip", "112.5");
        auto* batch = logbook.named<QLineEdit>("Batch of stock");
        batch->setFocus();
        QTest::keyClicks(batch, "bar by the door");
        QTest::keyClick(batch, Qt::Key_Return);
        QCOMPARE(logbook.stage->form().bend().batch, std::string("bar by the door"));
    }
    Logbook again;
    QCOMPARE(again.stage->form().bend().strip, 112.5);
    QCOMPARE(again.named<QLineEdit>("Batch of stock")->text(), QString("bar by the door"));
    again.fill("strip.strip", "90");
    again->actions().undo->trigger();
    QCOMPARE(again.stage->form().bend().strip, 112.5);
}

void LogbookStageTest::slipsAreAskedAbout() {
    Logbook logbook;
    logbook.choose("strip.tool", "vise");
    logbook.typeStrip();
    logbook.fill("strip.free_leg", "36.1");
    QVERIFY(!logbook.find("strip.write"));
    auto* panel = logbook.named<app::CellPanel>("A test bend");
    QVERIFY2(panel->text().contains("63.1 was meant, not 36.1"), qPrintable(panel->text()));
    QVERIFY(logbook.stage->form().write().has_value());
    QCOMPARE(test::books().logbook.points().size(), size_t(0));
    logbook.click("strip.meant");
    QCOMPARE(logbook.stage->form().bend().freeLeg, 63.1);
    QVERIFY(logbook.find("strip.write"));
    logbook.fill("strip.free_leg", "36.1");
    logbook.click("strip.right"); // whoever insists
    logbook.click("strip.write");
    logbook.wait();
    QCOMPARE(logbook.bends(), 1);
}

void LogbookStageTest::bestStripIsProposed() {
    Logbook logbook;
    logbook.click("strip.propose");
    const learn::TestBend& bend = logbook.stage->form().bend();
    QCOMPARE(bend.material, logbook.job().material);
    QCOMPARE(bend.thickness, logbook.job().thickness);
    QVERIFY(bend.strip >= 100 && bend.line > 0);
}

void LogbookStageTest::writtenIsTakenBack() {
    Logbook logbook;
    logbook.choose("strip.tool", "vise");
    logbook.typeStrip();
    logbook.click("strip.write");
    logbook.wait();
    logbook->actions().undo->trigger(); // one step: the entry goes, the figures are back
    logbook.wait();
    QCOMPARE(logbook.bends(), 0);
    QCOMPARE(logbook.stage->form().bend().freeLeg, 63.1);
    logbook->actions().redo->trigger();
    logbook.wait();
    QCOMPARE(logbook.bends(), 1);
    logbook.choose("entries.kind", "bends");
    const std::string id = logbook.file().bends(0, 1)->front().id;
    logbook.click(QStringLiteral("entry.") + QString::fromStdString(id));
    logbook.click("kept.counts");
    logbook.wait();
    QVERIFY(test::books().logbook.points().empty());
    QVERIFY(logbook.stage->takeOut()->contains("Ctrl+Z"));
    logbook.wait();
    QCOMPARE(logbook.bends(), 0);
    logbook->actions().undo->trigger();
    logbook->actions().undo->trigger();
    logbook.wait();
    QCOMPARE(logbook.bends(), 1);
    QVERIFY(!test::books().logbook.points().empty());
}

/// Springback, the tool's line and the odds' sources are the shop's own at once, in every plan.
void LogbookStageTest::everythingGoesByIt() {
    Logbook logbook;
    const std::string tool = "vise";
    const auto pushed = [&] {
        const auto& made = *logbook.document().shop();
        const tool::Work work{.angleDeg = 90, .thickness = 3, .length = 30};
        const tool::Tool* vise = made.find(tool);
        return tool::fit(*vise, work, logbook.document().material()).setups.front().loadedAngleDeg;
    };
    const double before = pushed();
    logbook.choose("strip.tool", "vise");
    logbook.typeStrip();
    logbook.fill("strip.pushed", "92");
    logbook.fill("strip.line", "37.9"); // 0.75 further on than a vise's jaw is
    logbook.click("strip.write");
    logbook.wait();
    QVERIFY(pushed() > before + 0.3);
    QVERIFY(logbook.document().shop()->find(tool)->markOffset > 0.3);
    QCOMPARE(logbook.document().books().tools.shop()->find(tool)->markOffset, 0.0); // what was typed stays
    QVERIFY(logbook.stage->tools().accessibleName().contains("further on"));
    logbook->showStage("shop");
    QVERIFY(logbook.named<app::CellPanel>("Figures of the tool")->text().contains("Plans go by the logbook"));
}

/// Told by the books alone, and with what was learned: counted by other means from the same books.
void LogbookStageTest::jobsAreSurerForIt() {
    Logbook logbook;
    auto* panel = logbook.named<app::CellPanel>("What is known");
    QVERIFY(!panel->text().contains("by the books alone"));
    logbook.choose("strip.tool", "vise");
    logbook.typeStrip();
    logbook.fill("strip.line", "37.9"); // 0.75 further on: the line was known to 0.3
    logbook.click("strip.write");
    logbook.wait();
    QVERIFY(QTest::qWaitFor([&] { return panel->text().contains("by the books alone"); }, 60000));
    const auto oddsOf = [&](const material::Material& metal, const tool::Shop& shop,
                            const lineup::ErrorBook& errors) {
        const auto settled = sequence::settle(logbook.job(), metal, shop);
        const auto making =
            lineup::makingOf({settled.job, settled.part, metal, &*settled.outcome.plan, errors, true},
                             *logbook.job().mount, hardware::standardBook());
        return QString::fromStdString(text::oddsInWords(lineup::oddsOf(*making, 4000, 1)));
    };
    const QString byBook = oddsOf(*material::standardMaterials().find("steel-hot-rolled"),
                                  tool::standardShop(), lineup::standardErrors());
    QVERIFY2(panel->text().contains(byBook + " by the books alone"), qPrintable(panel->text()));
    const QString known =
        oddsOf(logbook.document().material(), *logbook.document().shop(), logbook.document().errors());
    QVERIFY2(panel->text().contains(known + " by what is known now"), qPrintable(panel->text()));
}

void LogbookStageTest::jobsTakeKWhenAsked() {
    Logbook logbook;
    logbook->showStage("bracket");
    logbook.wait();
    logbook.choose("allowance.rule", "learned");
    QVERIFY2(logbook.notice().contains("knows no bend"), qPrintable(logbook.notice()));
    QVERIFY(logbook.job().allowance.kind != bend::AllowanceRule::Kind::Learned);
    logbook->showStage("logbook");
    logbook.wait();
    logbook.choose("strip.material", QString::fromStdString(logbook.job().material));
    logbook.choose("strip.tool", "vise");
    logbook.typeStrip();
    logbook.click("strip.write");
    logbook.wait();
    const double blank = logbook.document().part().blank.length;
    QVERIFY(logbook.job().allowance.kind != bend::AllowanceRule::Kind::Learned); // nothing moves unasked
    logbook->showStage("bracket");
    logbook.wait();
    logbook.choose("allowance.rule", "learned");
    logbook.wait();
    QCOMPARE(logbook.job().allowance.learned.bends, 1);
    QVERIFY(logbook.document().part().blank.length != blank);
    QVERIFY(!logbook.find("allowance.newer"));
    // Another strip says otherwise: the job is told, and stays.
    const double taken = logbook.job().allowance.learned.rows[4].k;
    logbook->showStage("logbook");
    logbook.wait();
    for (int i = 0; i < 3; ++i) {
        logbook.typeStrip();
        logbook.fill("strip.free_leg", "62.5");
        logbook.click("strip.write");
        logbook.wait();
    }
    logbook->showStage("bracket");
    logbook.wait();
    QCOMPARE(logbook.job().allowance.learned.rows[4].k, taken);
    logbook.click("allowance.newer");
    logbook.wait();
    QVERIFY(logbook.job().allowance.learned.rows[4].k > taken + 0.02);
    QCOMPARE(logbook.job().allowance.learned.bends, 4);
    logbook.click("allowance.frozen");
    QVERIFY(logbook.job().allowance.learned.isFrozen);
}

GOODFOLD_TEST(LogbookStageTest)

} // namespace goodfold::logbook_stage_test

#include "logbook.moc"
