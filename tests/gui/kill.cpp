// A thousand kills in the middle of saving: the file is the old one or the new one, whole.
#include "app/base/job_store.h"
#include "core/support.h"

#include <csignal>
#include <sys/wait.h>
#include <unistd.h>

namespace goodfold::kill_test {

namespace {

constexpr int kKills = 1000;

/// Two jobs of different size, so that a mixture of both could be told from either.
std::vector<job::Job> twoJobs() {
    job::Job small = test::bar({60, 40}, {{.insideRadius = 3.0}});
    job::Job large = test::bar(std::vector<double>(20, 50), std::vector<job::Bend>(19));
    for (job::Plate& plate : large.plates)
        for (int i = 0; i < 20; ++i)
            plate.holes.push_back({.id = plate.id + std::to_string(i), .diameter = 2, .x = 5.0 + i});
    large.plates[0].holes.clear();
    return {small, large};
}

} // namespace

class KillTest : public QObject {
    Q_OBJECT
private slots:
    void killedWhileSaving();
};

void KillTest::killedWhileSaving() {
    QTemporaryDir folder;
    const QString path = folder.filePath("vent-stay.gfold");
    const std::vector<job::Job> jobs = twoJobs();
    QVERIFY(!app::saveJob(path, jobs[0]));
    // However fast the machine is just now, a kill falls somewhere within three saves.
    QElapsedTimer clock;
    clock.start();
    for (size_t n = 0; n < 3; ++n)
        QVERIFY(!app::saveJob(path, jobs[n % 2]));
    std::mt19937 random(7);
    std::uniform_int_distribution<useconds_t> wait(0, static_cast<useconds_t>(clock.nsecsElapsed() / 1000));
    int found[2] = {0, 0};
    for (int i = 0; i < kKills; ++i) {
        int ready[2];
        QCOMPARE(pipe(ready), 0);
        const pid_t child = fork();
        if (child == 0) {
            if (write(ready[1], "!", 1) != 1) _exit(1);
            for (size_t n = 0;; ++n) // nothing but saving, one job and the other
                app::saveJob(path, jobs[n % 2]);
        }
        char sign = 0;
        QCOMPARE(read(ready[0], &sign, 1), ssize_t(1));
        close(ready[0]);
        close(ready[1]);
        usleep(wait(random));
        kill(child, SIGKILL);
        QCOMPARE(waitpid(child, nullptr, 0), child);
        const auto left = app::openJob(path);
        QVERIFY2(left, left ? "" : left.error().says.c_str());
        const bool isLarge = left->job.plates.size() > 2;
        QVERIFY(left->job == jobs[isLarge]);
        ++found[isLarge];
    }
    // Both were found many times: the kills fell between and within saves, not before them all.
    QVERIFY2(found[0] > kKills / 50 && found[1] > kKills / 50,
             qPrintable(QStringLiteral("%1 %2").arg(found[0]).arg(found[1])));
}

GOODFOLD_TEST(KillTest)

} // namespace goodfold::kill_test

#include "kill.moc"
