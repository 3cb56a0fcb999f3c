// The window used at random for as long as GOODFOLD_SOAK says in seconds: lines typed, sound and not, clicks
// on whatever cell there is, undo, stages, sizes, saves. It lives, what it saves opens again as the same job,
// and after the first minute it takes no more memory.
#include "core/support.h"
#include "files/job_file.h"
#include "gui/support.h"

#include <fstream>
#include <malloc.h>
#include <sstream>
#include <unistd.h>

namespace goodfold::soak_test {

using test::Window;

namespace {

/// What is allocated and not given back; and, besides, what the process holds, the gaps between included.
struct Memory {
    double live = 0, resident = 0; // MB
};

Memory memoryNow() {
    malloc_trim(0);
    const struct mallinfo2 info = mallinfo2();
    std::ifstream statm("/proc/self/statm");
    long size = 0, resident = 0;
    statm >> size >> resident;
    return {static_cast<double>(info.uordblks + info.hblkhd) / 1e6,
            static_cast<double>(resident) * static_cast<double>(sysconf(_SC_PAGESIZE)) / 1e6};
}

QByteArray written(const job::Job& job) {
    std::ostringstream out;
    files::writeJob(out, job);
    return QByteArray::fromStdString(out.str());
}

class Hand {
public:
    Hand(test::RandomJobs& random, QString folder) : random(random), folder(std::move(folder)) { takeJob(); }

    void act() {
        switch (random.whole(0, 12)) {
        case 0:
        case 1:
        case 2:
            return window->type(line());
        case 3:
        case 4:
            return select();
        case 5:
        case 6:
            return fillAnyCell();
        case 7:
            for (int n = random.whole(1, 6); n > 0; --n)
                random.whole(0, 2) ? window->document().undoStack().undo()
                                   : window->document().undoStack().redo();
            return;
        case 8:
            return (*window)->showStage(
                QStringList{"mount", "bracket", "blank", "bending", "lineup", "shop"}[random.whole(0, 5)]);
        case 9:
            return save();
        case 10:
            return (*window)->resize(random.whole(900, 2000), random.whole(600, 1200));
        case 11:
            return press();
        default:
            if (random.whole(0, 9) == 0) takeJob();
            return QTest::qWait(random.whole(0, 20));
        }
    }

    /// As much as a window on one job takes, whatever was done before.
    Memory atRest() {
        openJob(QStringLiteral("vent-stay.gfold"));
        while ((*window)->isPlanning())
            QCoreApplication::processEvents(QEventLoop::WaitForMoreEvents);
        QThreadPool::globalInstance()->waitForDone(); // searches that nobody waits for any more
        QCoreApplication::processEvents();
        return memoryNow();
    }

    void save() {
        const QString path = folder + QStringLiteral("/soak.gfold");
        const job::Job job = window->job();
        const auto wrong = app::saveJob(path, job);
        QVERIFY2(!wrong, wrong ? wrong->says.c_str() : "");
        const auto left = app::openJob(path);
        QVERIFY2(left, left ? "" : left.error().says.c_str());
        // A figure that its kind of hole has no use for is not written: the files are compared.
        QCOMPARE(written(left->job), written(job));
    }

private:
    /// A window of its own for each job, as people have.
    void takeJob() {
        const QStringList jobs = QDir(QStringLiteral(PROJECT_DATA "/demo")).entryList({"*.gfold"});
        openJob(jobs[random.whole(0, static_cast<int>(jobs.size()) - 1)]);
    }

    void openJob(const QString& name) {
        window.reset();
        window = std::make_unique<Window>(QStringLiteral(PROJECT_DATA "/demo/") + name);
        (*window)->showStage("bracket");
    }

    QString line() {
        const QString a = QString::number(random.real(0, 120), 'f', random.whole(0, 2));
        const QString b = QString::number(random.real(0, 40), 'f', random.whole(0, 2));
        const QStringList lines{"b %1 away",
                                "b 90 toward",
                                "h %1",
                                "h %1 d %2",
                                "slot 7 x %2",
                                "row 3 by %2",
                                "grid 2 by %2 rows 2 apart %2",
                                "circle 4 across %1",
                                "j %2 over %1",
                                "hem %2",
                                "strap %1 gap %2 ear 25",
                                "w %1",
                                "+%2",
                                "m6",
                                "nonsense %1",
                                "%1",
                                "-%2",
                                "1e308",
                                ""};
        QString chosen = lines[random.whole(0, static_cast<int>(lines.size()) - 1)];
        return chosen.replace("%1", a).replace("%2", b);
    }

    void select() {
        const job::Job& job = window->job();
        const auto any = [&](size_t count) { return static_cast<size_t>(random.whole(0, int(count) - 1)); };
        const job::Plate& plate = job.plates[any(job.plates.size())];
        if (!plate.holes.empty() && random.whole(0, 1))
            window->document().select(job::Element::hole(plate.holes[any(plate.holes.size())].id));
        else if (!job.bends.empty() && random.whole(0, 1))
            window->document().select(job::Element::bend(job.bends[any(job.bends.size())].id));
        else
            window->document().select(job::Element::plate(plate.id));
    }

    /// A figure anywhere in sight, typed over.
    void fillAnyCell() {
        app::CellPanel* panel = anyPanel();
        if (!panel || panel->places().empty()) return;
        const auto& place =
            panel->places()[static_cast<size_t>(random.whole(0, int(panel->places().size()) - 1))];
        if (panel->cellAt(place).kind != app::Cell::Kind::Value) return;
        QTest::mouseClick(panel, Qt::LeftButton, {}, place.box.center());
        if (auto* menu = qobject_cast<QMenu*>(QApplication::activePopupWidget())) menu->close();
        auto* field = qobject_cast<app::ValueField*>(QApplication::focusWidget());
        if (!field) return;
        field->selectAll();
        QTest::keyClicks(field, QString::number(random.real(-5, 90), 'f', 1));
        QTest::keyClick(field, random.whole(0, 3) ? Qt::Key_Return : Qt::Key_Escape);
    }

    app::CellPanel* anyPanel() {
        QList<app::CellPanel*> panels;
        for (app::CellPanel* panel : (*window)->findChildren<app::CellPanel*>())
            if (panel->isVisible()) panels << panel;
        return panels.isEmpty() ? nullptr : panels[random.whole(0, static_cast<int>(panels.size()) - 1)];
    }

    void press() {
        constexpr Qt::Key kKeys[] = {Qt::Key_Up,     Qt::Key_Down, Qt::Key_Tab,   Qt::Key_Delete, Qt::Key_F2,
                                     Qt::Key_Escape, Qt::Key_Left, Qt::Key_Right, Qt::Key_Space};
        if (QWidget* focus = QApplication::focusWidget())
            QTest::keyClick(focus, kKeys[random.whole(0, int(std::size(kKeys)) - 1)]);
        if (auto* menu = qobject_cast<QMenu*>(QApplication::activePopupWidget())) menu->close();
    }

    test::RandomJobs& random;
    QString folder;
    std::unique_ptr<Window> window;
};

} // namespace

class SoakTest : public QObject {
    Q_OBJECT
private slots:
    void usedAtRandom();
};

void SoakTest::usedAtRandom() {
    const int seconds = qEnvironmentVariableIntValue("GOODFOLD_SOAK");
    const qint64 most = (seconds > 0 ? seconds : 8) * 1000LL, first = std::min<qint64>(most / 2, 60'000);
    QTemporaryDir folder;
    test::RandomJobs random(static_cast<unsigned>(qEnvironmentVariableIntValue("GOODFOLD_SEED") + 11));
    Hand hand(random, folder.path());
    QTimer away; // dialogs ask for files and menus stay open, and nobody is there to answer
    QObject::connect(&away, &QTimer::timeout, &away, [] {
        if (QWidget* menu = QApplication::activePopupWidget()) menu->close();
        if (QWidget* dialog = QApplication::activeModalWidget()) dialog->close();
    });
    away.start(50);
    QElapsedTimer clock;
    clock.start();
    Memory early;
    QString byMinute; // MB that live
    qint64 next = first;
    int acts = 0;
    while (clock.elapsed() < most) {
        hand.act();
        if (QTest::currentTestFailed()) return;
        QCoreApplication::processEvents();
        ++acts;
        if (clock.elapsed() < next) continue;
        next += first;
        const Memory now = hand.atRest();
        if (early.live == 0) early = now;
        byMinute += QStringLiteral(" %1").arg(now.live, 0, 'f', 1);
    }
    hand.save();
    const Memory late = hand.atRest();
    qInfo("%d acts; live each %lld s:%s, at the end %.1f MB; resident %.0f and %.0f MB", acts, first / 1000,
          qPrintable(byMinute), late.live, early.resident, late.resident);
    constexpr double kCaches = 5; // MB: measured words and glyphs fill for some minutes (docs/reliability.md)
    if (seconds >= 300) QVERIFY(late.live < early.live + kCaches);
}

GOODFOLD_TEST(SoakTest)

} // namespace goodfold::soak_test

#include "soak.moc"
