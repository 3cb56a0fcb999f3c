// Bench logs as files: what is written comes back, what is wrong is told where.
#include "files/bench_log.h"

#include "core/support.h"

namespace goodfold::bench_log_test {

using namespace goodfold::bench;
using Kind = Entry::Kind;

class BenchLogTest : public QObject {
    Q_OBJECT
private slots:
    void logsComeBack();
    void wrongLogsAreToldWhere_data();
    void wrongLogsAreToldWhere();
};

void BenchLogTest::logsComeBack() {
    Log log;
    log.piece = 3;
    log.batch = "bar by the door";
    log.minutes = 12.5;
    log.hand = job::Hand::Right;
    log.entries = {
        {Kind::Thickness, {}, 3.05},
        {Kind::Done, {"t1", "2"}},
        {Kind::Across, {"A", "C"}, 51.2, Entry::How::Inner},
        {.kind = Kind::Holes, .of = {"h1", "h3"}, .value = 80, .how = Entry::How::Far, .with = "tape"},
        {.kind = Kind::Filed, .of = {"h1"}, .by = Vec2(0, 1)},
        {Kind::Shim, {}, 1.5},
        {.kind = Kind::HoleTo, .of = {"h3"}, .by = Vec2(0.5, -0.25)},
        {.kind = Kind::Angle, .of = {"1"}, .value = 70, .sigma = 0.2, .isKept = true}};
    std::stringstream text;
    files::writeBenchLog(text, log);
    const auto read = files::readBenchLog(text);
    QVERIFY(read);
    QVERIFY(*read == log);
}

void BenchLogTest::wrongLogsAreToldWhere_data() {
    QTest::addColumn<QByteArray>("entries");
    QTest::addColumn<QString>("where");
    QTest::newRow("kind") << QByteArray(R"({"kind": "smell", "value": 1})") << "entries[0].kind";
    QTest::newRow("of two") << QByteArray(R"({"kind": "across", "of": "A", "value": 1})") << "entries[0].of";
    QTest::newRow("no value") << QByteArray(R"({"kind": "angle", "of": "1"})") << "entries[0]";
    QTest::newRow("text") << QByteArray(R"({"kind": "angle", "of": "1", "value": "90"})")
                          << "entries[0].value";
    QTest::newRow("sigma") << QByteArray(R"({"kind": "angle", "of": "1", "value": 90, "sigma": 0})")
                           << "entries[0].sigma";
    QTest::newRow("member") << QByteArray(R"({"kind": "done", "of": "1", "when": 3})") << "entries[0]";
}

void BenchLogTest::wrongLogsAreToldWhere() {
    QFETCH(QByteArray, entries);
    QFETCH(QString, where);
    std::istringstream in(R"({"format": "good-fold-bench", "version": 1, "entries": [)" +
                          entries.toStdString() + "]}");
    const auto read = files::readBenchLog(in);
    QVERIFY(!read);
    QVERIFY2(QString::fromStdString(read.error().where).startsWith(where), read.error().where.c_str());
}

GOODFOLD_TEST(BenchLogTest)

} // namespace goodfold::bench_log_test

#include "bench_log.moc"
