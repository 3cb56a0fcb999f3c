// Findings of one cause are one finding, and its button mends them all.
#include "core/support.h"

namespace goodfold::alike_test {

using job::Hole;

namespace {

/// A strap 60 wide and 3 thick with a bend at 60; its tangent line stands 54 from the start, so that a hole
/// of 6 may stand up to 45.
job::Job strap(std::initializer_list<std::pair<double, double>> places) {
    job::Job job = test::bar({60, 60}, {{.insideRadius = 3}}, 3, 60);
    int n = 0;
    for (const auto& [x, y] : places) {
        Hole hole;
        hole.id = "h" + std::to_string(++n);
        hole.diameter = 6;
        hole.x = x;
        hole.xFrom = Hole::XFrom::Start;
        hole.yFrom = Hole::YFrom::Right;
        hole.y = y;
        job.plates[0].holes.push_back(hole);
    }
    return job;
}

std::vector<check::Finding> nearBend(const job::Job& job) {
    auto found = test::findingsOf(job);
    std::erase_if(found, [](const check::Finding& finding) { return finding.rule != "hole-near-bend"; });
    return found;
}

} // namespace

class AlikeTest : public QObject {
    Q_OBJECT
private slots:
    void oneFindingForARow();
    void otherFiguresStayApart();
    void manyAreCounted();
    void buttonsOfHoleAndFastener();
};

void AlikeTest::oneFindingForARow() {
    const job::Job job = strap({{47, 10}, {47, 30}, {47, 50}, {30, 20}});
    const auto found = nearBend(job);
    QCOMPARE(found.size(), size_t{1});
    QCOMPARE(found[0].headline, std::string("h1 is close to bend 1, likewise h2 and h3"));
    QVERIFY(found[0].isAbout(job::Element::hole("h3")) && !found[0].isAbout(job::Element::hole("h4")));
    QVERIFY(!found[0].remedies.empty());
    const check::Remedy* drilled = nullptr;
    for (const check::Remedy& remedy : found[0].remedies) {
        QVERIFY(nearBend(remedy.mended).empty());
        for (const char* id : {"h1", "h2", "h3"}) // each was touched, and only they
            QVERIFY(!(*remedy.mended.findHole(id) == *job.findHole(id)));
        QVERIFY(*remedy.mended.findHole("h4") == *job.findHole("h4"));
        if (remedy.says == "drill h1, h2 and h3 after bending") drilled = &remedy;
    }
    QVERIFY(drilled);
    for (const char* id : {"h1", "h2", "h3"})
        QVERIFY(drilled->mended.findHole(id)->afterBending);
}

/// 46 and 47 are two figures, and each is told.
void AlikeTest::otherFiguresStayApart() {
    const auto found = nearBend(strap({{46, 10}, {47, 30}}));
    QCOMPARE(found.size(), size_t{2});
    QVERIFY(found[0].likewise.empty() && found[1].likewise.empty());
}

void AlikeTest::manyAreCounted() {
    job::Job job = strap({});
    job.stock.width = 300;
    for (int n = 0; n < 14; ++n) {
        Hole hole;
        hole.id = "h" + std::to_string(n + 1);
        hole.diameter = 6;
        hole.x = 47;
        hole.xFrom = Hole::XFrom::Start;
        hole.yFrom = Hole::YFrom::Right;
        hole.y = 20 + 20 * n;
        job.plates[0].holes.push_back(hole);
    }
    const auto found = nearBend(job);
    QCOMPARE(found.size(), size_t{1});
    QCOMPARE(found[0].headline, std::string("h1 is close to bend 1, likewise 13 more"));
    QCOMPARE(found[0].likewise.size(), size_t{13});
}

/// Threads in thin stock: a rivet nut for each at one press.
void AlikeTest::buttonsOfHoleAndFastener() {
    job::Job job = strap({{20, 15}, {20, 45}});
    job.thickness = 1.5;
    for (const char* id : {"h1", "h2"}) {
        const auto fastener = hardware::parseFastener("m6 tap", hardware::standardBook());
        *job.findHole(id) = *hardware::fitted(*job.findHole(id), *fastener, hardware::standardBook());
    }
    const auto findings = test::findingsOf(job);
    const check::Finding* finding = test::findRule(findings, "thread-too-short");
    QVERIFY(finding && finding->remedy());
    QCOMPARE(finding->remedy()->says, std::string("use a rivet nut for both"));
    for (const char* id : {"h1", "h2"})
        QVERIFY(finding->remedy()->mended.findHole(id)->fastener->use == job::Fastener::Use::RivetNut);
}

GOODFOLD_TEST(AlikeTest)

} // namespace goodfold::alike_test

#include "alike.moc"
