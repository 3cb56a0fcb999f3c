// Revisions in the real window: kept, compared, seen over the picture, gone back to.
#include "app/window/revisions.h"

#include "gui/support.h"

namespace goodfold::gui_revisions_test {

class RevisionsTest : public QObject {
    Q_OBJECT
private slots:
    void isKeptAndComparedAndGoneBackTo();
    void benchLogsStayWithTheJob();
};

void RevisionsTest::isKeptAndComparedAndGoneBackTo() {
    test::Window window(test::demo("vent-stay.gfold"));
    window->actions().revisions->trigger();
    auto* revisions = window->findChild<app::Revisions*>();
    QVERIFY(revisions && revisions->isVisible());
    QVERIFY(revisions->says().contains(QStringLiteral("Nothing is kept yet")));
    const auto press = [&](const QString& begins) {
        for (QPushButton* button : revisions->findChildren<QPushButton*>())
            if (button->text().startsWith(begins)) return button->click();
        qFatal("no button %s", qPrintable(begins));
    };
    const auto field = [&](const char* name) {
        for (QLineEdit* edit : revisions->findChildren<QLineEdit*>())
            if (edit->accessibleName() == QLatin1String(name)) return edit;
        qFatal("no field %s", name);
    };
    const job::Job first = window.job();
    field("Why it is kept")->setText(QStringLiteral("as it hangs by the door"));
    field("Which pieces were made of it")->setText(QStringLiteral("two pairs"));
    press(QStringLiteral("Keep it"));
    QCOMPARE(window.job().revisions.size(), size_t(1));
    QCOMPARE(window.job().revisions[0].name, std::string("A"));
    QCOMPARE(window.job().revisions[0].made, std::string("two pairs"));
    QVERIFY(revisions->says().contains(QStringLiteral("The two are alike")));
    window.document().change(QStringLiteral("leg"), [](job::Job& job) { job.plates[0].length += 5; });
    QVERIFY2(revisions->says().contains(QStringLiteral("Leg A: length from")), qPrintable(revisions->says()));
    QVERIFY(revisions->says().contains(QStringLiteral("Made of A: two pairs")));
    // The earlier one over the picture changes what is seen, and leaves it as it was again.
    const QImage plain = window->picture()->grab().toImage();
    auto* over = revisions->findChild<QCheckBox*>();
    over->setChecked(true);
    QVERIFY(window->picture()->grab().toImage() != plain);
    over->setChecked(false);
    QCOMPARE(window->picture()->grab().toImage(), plain);
    press(QStringLiteral("Go back"));
    QCOMPARE(window.job().plates[0].length, first.plates[0].length);
    QCOMPARE(window.job().revisions.size(), size_t(1));
    window.document().undoStack().undo();
    QCOMPARE(window.job().plates[0].length, first.plates[0].length + 5);
}

/// What was kept of a job makes it no other job: its pieces and its logbook entries are still its own.
void RevisionsTest::benchLogsStayWithTheJob() {
    const auto job = app::openJob(test::demo("foot-on-base.gfold"))->job;
    job::Job kept = job;
    kept.revisions.push_back({"A", {}, {}, {}, "{}"});
    QCOMPARE(app::fingerprintOf(kept), app::fingerprintOf(job));
    kept.plates[0].length += 1;
    QVERIFY(app::fingerprintOf(kept) != app::fingerprintOf(job));
}

GOODFOLD_TEST(RevisionsTest)

} // namespace goodfold::gui_revisions_test

#include "revisions.moc"
