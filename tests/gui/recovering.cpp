// What is not saved, written while the window goes on: the newest is what lies there, nothing comes back once
// it is not wanted, and nothing is thrown away before it lies elsewhere.
#include "app/base/recovery.h"
#include "bench/forty_plates.h"
#include "files/job_file.h"
#include "gui/support.h"

#include <sstream>

namespace goodfold::recovering_test {

namespace {

constexpr int kSoon = 5; // ms

job::Job ventStay() {
    return app::openJob(test::demo("vent-stay.gfold"))->job;
}

QStringList kept() {
    return QDir(app::recoveryFolder()).entryList({"*.unsaved"}, QDir::Files);
}

/// What lies in the only file, or nothing.
std::optional<job::Job> keptJob() {
    const QStringList names = kept();
    QFile file(QDir(app::recoveryFolder()).filePath(names.value(0)));
    if (names.size() != 1 || !file.open(QIODevice::ReadOnly)) return {};
    file.readLine(); // where it belongs
    std::istringstream in(file.readAll().toStdString());
    const auto read = files::readJob(in);
    return read ? std::optional(read->job) : std::nullopt;
}

void lengthen(app::Document& document, double length) {
    document.change("length", [&](job::Job& job) { job.plates[0].length = length; });
}

/// Nothing can be written where the folder should be, as on a disk that is full or gone.
class Blocked {
public:
    Blocked() {
        QDir(app::recoveryFolder()).removeRecursively();
        QDir().mkpath(QFileInfo(app::recoveryFolder()).path());
        QFile file(app::recoveryFolder());
        [[maybe_unused]] const bool isThere = file.open(QIODevice::WriteOnly);
        Q_ASSERT(isThere);
    }
    ~Blocked() { QFile::remove(app::recoveryFolder()); }
};

} // namespace

class RecoveringTest : public QObject {
    Q_OBJECT
private slots:
    void newestIsWhatLiesThere();
    void nothingComesBack();
    void saidOnceWhereItCannotBeKept();
    void recoveredStaysUntilItLiesElsewhere();
};

void RecoveringTest::newestIsWhatLiesThere() {
    for (const job::Job& job : {ventStay(), bench::largest()}) {
        app::Document document(job, test::books());
        app::Recovery recovery(document, nullptr, kSoon);
        for (int i = 1; i <= 30; ++i) {
            lengthen(document, 100 + i);
            QTest::qWait(i % 7);
        }
        QTRY_VERIFY(keptJob() && keptJob()->plates[0].length == 130);
        for (double length = 140; length < 150; ++length) { // at once, over what may be on its way
            lengthen(document, length);
            QTest::qWait(kSoon + static_cast<int>(length) % 4);
            lengthen(document, length + 0.5);
            QVERIFY(recovery.write());
            QTest::qWait(2 * kSoon);
            QCOMPARE(keptJob()->plates[0].length, length + 0.5);
        }
    }
    QVERIFY(kept().isEmpty());
}

void RecoveringTest::nothingComesBack() {
    app::Document document(bench::largest(), test::books());
    app::Recovery recovery(document, nullptr, 1);
    for (int i = 0; i < 40; ++i) {
        lengthen(document, 100 + i);
        QTest::qWait(1 + i % 4); // it may be on its way, or there
        document.undoStack().setClean();
        recovery.forget();
        QVERIFY(kept().isEmpty());
        QTest::qWait(2);
        QVERIFY(kept().isEmpty());
    }
}

void RecoveringTest::saidOnceWhereItCannotBeKept() {
    app::Document document(ventStay(), test::books());
    app::Recovery recovery(document, nullptr, kSoon);
    QSignalSpy failed(&recovery, &app::Recovery::failed);
    double length = 50;
    for (int time = 1; time <= 2; ++time) {
        {
            const Blocked blocked;
            for (int i = 0; i < 4; ++i) {
                lengthen(document, ++length);
                QTest::qWait(4 * kSoon);
            }
            QVERIFY(!recovery.write());
        }
        QCOMPARE(failed.count(), time); // and not of each edit
        QVERIFY(failed.last()[0].toString().contains("Save the job yourself"));
        lengthen(document, ++length);
        QTRY_VERIFY(keptJob() && keptJob()->plates[0].length == length);
        QVERIFY(app::leftUnsaved().jobs.empty()); // locked again: nobody takes it for what a crash left
    }
}

void RecoveringTest::recoveredStaysUntilItLiesElsewhere() {
    QTemporaryDir folder;
    const QString file = folder.filePath("left.unsaved");
    QVERIFY(QFile::copy(test::demo("vent-stay.gfold"), file));
    const app::Recovered left{ventStay(), {}, file};
    {
        const Blocked blocked;
        const std::unique_ptr<app::MainWindow> window(app::MainWindow::recovered(left, test::books()));
        QVERIFY(QFile::exists(file));
        QTRY_VERIFY(app::Notice::of(*window)->message().contains("Save it now"));
    }
    {
        const Blocked blocked;
        const std::unique_ptr<app::MainWindow> window(app::MainWindow::recovered(left, test::books()));
        QVERIFY(!window->files().save(folder.filePath("stay.gfold")));
        QVERIFY(!QFile::exists(file)); // it lies where it was saved
    }
    QVERIFY(QFile::copy(test::demo("vent-stay.gfold"), file));
    const std::unique_ptr<app::MainWindow> window(app::MainWindow::recovered(left, test::books()));
    QVERIFY(!QFile::exists(file));
    QCOMPARE(kept().size(), 1);
}

GOODFOLD_TEST(RecoveringTest)

} // namespace goodfold::recovering_test

#include "recovering.moc"
