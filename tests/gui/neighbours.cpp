// Brackets that are bolted to each other, each in a file of its own: what is drilled elsewhere in the one is
// followed by the other, and said in both windows.
#include "app/mount/mount_stage.h"
#include "gui/support.h"

namespace goodfold::gui_neighbours_test {

namespace {

/// A foot and a strap in one folder; the strap's window.
struct Folder {
    Folder() {
        QFile::copy(test::demo("foot-on-base.gfold"), foot());
        job::Job job = edit::emptyBar(quantity::Unit::Millimetre);
        job.title = "Valve strap";
        job.plates[0].holes.push_back({.id = "h1", .diameter = 9, .x = 20, .xFrom = job::Hole::XFrom::Start});
        if (app::saveJob(strap(), job)) qFatal("cannot write");
    }
    QString foot() const { return folder.filePath(QStringLiteral("foot.gfold")); }
    QString strap() const { return folder.filePath(QStringLiteral("strap.gfold")); }

    /// Bolts the strap's hole to the one in the foot's long leg.
    void bolt(test::Window& window) const {
        window->showStage(QStringLiteral("mount"));
        QVERIFY(window->findChild<app::MountStage*>()->says().contains(
            QStringLiteral("Holes of another job, that it is bolted to")));
        const auto offered = app::offeredIn(strap(), foot());
        QVERIFY(offered);
        window->findChild<app::MountStage*>()->takeHolesOf(offered->at(2)); // leg B, its face
        QVERIFY(window.job().mount && window.job().mount->findPoint("foot.h2"));
        window.document().change(QStringLiteral("bolt"),
                                 [](job::Job& job) { job.ties = {{.hole = "h1", .point = "foot.h2"}}; });
        QVERIFY(!window->files().save(strap()));
    }

    QTemporaryDir folder;
};

struct Said {
    explicit Said(test::Window& window) {
        QObject::connect(&window->files(), &app::JobFiles::said, &window->files(),
                         [this](const QString& sentence) { all << sentence; });
    }
    bool has(const char* what) const { return all.join(QLatin1Char('\n')).contains(QLatin1String(what)); }
    QStringList all;
};

} // namespace

class NeighboursTest : public QObject {
    Q_OBJECT
private slots:
    void holesOfAnotherJobBecomePoints();
    void whatMovesThereMovesHere();
    void whoIsBoltedToThisOneIsNamed();
    void withoutTheOtherFileItsHolesStay();
    void whatIsNoNeighbourIsSaid();
};

void NeighboursTest::holesOfAnotherJobBecomePoints() {
    const Folder folder;
    test::Window window(folder.strap());
    folder.bolt(window);
    QVERIFY(window->findChild<app::MountStage*>()->says().contains(
        QStringLiteral("leg B of foot.gfold, its face")));
    QVERIFY((*window.job().mount->findFace("foot.B")->normal - Vec3(0, 0, 1)).norm() < 1e-9);
    // Saved and opened again it is as it was, and nothing has to be taken over.
    test::Window again(folder.strap());
    QVERIFY(again.job() == window.job());
    QVERIFY(!again->isWindowModified());
    // One step, that can be undone.
    window.document().undoStack().undo();
    window.document().undoStack().undo();
    QVERIFY(!window.job().mount);
}

void NeighboursTest::whatMovesThereMovesHere() {
    const Folder folder;
    test::Window window(folder.strap());
    folder.bolt(window);
    const Said said(window);
    const Vec3 was = *window.job().mount->findPoint("foot.h2")->at;
    job::Job foot = app::openJob(folder.foot())->job;
    foot.plates[1].holes[0].x += 4; // from the leg's end
    QVERIFY(!app::saveJob(folder.foot(), foot));
    QTRY_VERIFY_WITH_TIMEOUT(said.has("foot.gfold is another now: foot.h2 went 4"), 5000);
    QVERIFY(std::abs((*window.job().mount->findPoint("foot.h2")->at - was).norm() - 4) < 1e-6);
    QVERIFY(window->isWindowModified());
}

void NeighboursTest::whoIsBoltedToThisOneIsNamed() {
    const Folder folder;
    {
        test::Window window(folder.strap());
        folder.bolt(window);
    }
    test::Window window(folder.foot());
    const Said said(window);
    QVERIFY(!window->files().save(folder.foot()));
    QVERIFY(said.all.isEmpty()); // nothing moved
    window.document().change(QStringLiteral("hole"), [](job::Job& job) { job.plates[1].holes[0].x += 4; });
    QVERIFY(!window->files().save(folder.foot()));
    QVERIFY2(said.has("strap.gfold is bolted to this bracket, whose h2 went 4"),
             qPrintable(said.all.join(' ')));
    window.document().change(QStringLiteral("hole"), [](job::Job& job) {
        job.plates[1].holes.clear();
        job.ties.clear();
    });
    QVERIFY(!window->files().save(folder.foot()));
    QVERIFY(said.has("strap.gfold is bolted to this bracket: foot.gfold has no hole h2 any more."));
}

void NeighboursTest::withoutTheOtherFileItsHolesStay() {
    const Folder folder;
    {
        test::Window window(folder.strap());
        folder.bolt(window);
    }
    QVERIFY(QFile::remove(folder.foot()));
    test::Window window;
    const Said said(window);
    QVERIFY(!window->files().open(folder.strap()));
    QVERIFY2(said.has("Its holes stay where they were last."), qPrintable(said.all.join(' ')));
    QVERIFY(window.job().mount->findPoint("foot.h2")->at);
    QVERIFY(!window->isWindowModified());
}

void NeighboursTest::whatIsNoNeighbourIsSaid() {
    const Folder folder;
    QVERIFY(app::offeredIn({}, folder.foot()).error().says.starts_with("Save this job first"));
    QVERIFY(app::offeredIn(folder.foot(), folder.foot())
                .error()
                .says.starts_with("A bracket is not bolted to itself"));
    QVERIFY(!app::offeredIn(folder.foot(), folder.folder.filePath("none.gfold")));
}

GOODFOLD_TEST(NeighboursTest)

} // namespace goodfold::gui_neighbours_test

#include "neighbours.moc"
