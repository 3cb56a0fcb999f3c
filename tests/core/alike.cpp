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

/// Holes of 6 in a row along the bend, 47 from the start, 20 apart.
job::Job rowOf(int holes) {
    job::Job job = strap({});
    job.stock.width = 20 * (holes + 1);
    for (int n = 0; n < holes; ++n) {
        Hole hole;
        hole.id = "h" + std::to_string(n + 1);
        hole.diameter = 6;
        hole.x = 47;
        hole.xFrom = Hole::XFrom::Start;
        hole.yFrom = Hole::YFrom::Right;
        hole.y = 20 + 20 * n;
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
    void ofVeryManyTheFirstAreMended();
    void aDrawingFullOfThemIsSaidSo();
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
    const auto found = nearBend(rowOf(14));
    QCOMPARE(found.size(), size_t{1});
    QCOMPARE(found[0].headline, std::string("h1 is close to bend 1, likewise 13 more"));
    QCOMPARE(found[0].likewise.size(), size_t{13});
}

/// To forty alike one press does it; of more it is told what mends the first, and that the others are like
/// it.
void AlikeTest::ofVeryManyTheFirstAreMended() {
    const auto forty = nearBend(rowOf(40));
    QCOMPARE(forty.size(), size_t{1});
    QVERIFY(forty[0].remedy() && nearBend(forty[0].remedy()->mended).empty());
    const auto more = nearBend(rowOf(60));
    QCOMPARE(more.size(), size_t{1});
    QCOMPARE(more[0].headline, std::string("h1 is close to bend 1, likewise 59 more"));
    QVERIFY(more[0].remedy());
    const auto left = nearBend(more[0].remedy()->mended);
    QCOMPARE(left.size(), size_t{1});
    QCOMPARE(left[0].headline, std::string("h2 is close to bend 1, likewise 58 more"));
}

/// Each at its own distance, so that none is like another: all are told, and a few of them with ways out. As
/// each of two thousand was mended and tried, a window stood still for minutes.
void AlikeTest::aDrawingFullOfThemIsSaidSo() {
    job::Job job = rowOf(1500);
    for (size_t n = 0; n < job.plates[0].holes.size(); ++n)
        job.plates[0].holes[n].x = 46 + 0.001 * static_cast<double>(n);
    const auto found = nearBend(job);
    std::set<std::string> told;
    size_t mended = 0;
    for (const check::Finding& finding : found) {
        told.insert(finding.about.id);
        for (const job::Element& other : finding.likewise)
            told.insert(other.id);
        mended += finding.remedies.empty() ? 0 : 1 + finding.likewise.size();
    }
    QCOMPARE(told.size(), size_t{1500});
    QVERIFY2(mended <= check::mostMended(job) + 100, qPrintable(QString::number(mended)));
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
