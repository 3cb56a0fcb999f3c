// What is put between a leg and its face: where the bolts' holes then are, how far that is out, and what is
// bought for it. Places and odds are worked out by hand.
#include "check/to_hand.h"
#include "core/mount_support.h"
#include "lineup/reaching.h"
#include "text/lineup_words.h"

#include <cmath>

namespace goodfold::spacers_test {

using namespace goodfold::lineup;

namespace {

/// Legs 90 and 110 long, outside, of 8: a hole 20 from the one end on a floor, one 18 from the other on a
/// wall, each 9 wide for a thread of 8.
job::Job foot(double wallAt, double holeAt) {
    job::Job job = test::bar({90, 110}, {{.id = "1", .from = "A", .to = "B"}}, 8, 40);
    job.plates[0].holes.push_back({.id = "h1", .diameter = 9, .x = 20, .xFrom = job::Hole::XFrom::Start});
    job.plates[1].holes.push_back({.id = "h2", .diameter = 9, .x = 18, .xFrom = job::Hole::XFrom::End});
    job.mount.emplace();
    job.mount->faces = {{.id = "F", .at = Vec3(0, 0, 0), .normal = Vec3(0, 0, 1)},
                        {.id = "G", .at = Vec3(wallAt, 0, 0), .normal = Vec3(-1, 0, 0)}};
    using enum job::MountPoint::Kind;
    job.mount->points = {
        {.id = "a", .face = "F", .kind = Tapped, .diameter = 8, .at = Vec3(0, 0, 0)},
        {.id = "b", .face = "G", .kind = Tapped, .diameter = 8, .at = Vec3(wallAt, 0, holeAt)}};
    job.rests = job::Rest{.plate = "A", .on = "F"};
    job.ties = {{.hole = "h1", .point = "a"}, {.hole = "h2", .point = "b"}};
    return job;
}

struct Made {
    explicit Made(job::Job of) : job(std::move(of)), part(part::solve(job, test::hotRolled())) {}
    Making making(const ErrorBook& book) const {
        auto made =
            makingOf({job, part, test::hotRolled(), nullptr, book}, *job.mount, hardware::standardBook());
        if (!made) qFatal("%s", made.error().says.c_str());
        return *made;
    }
    job::Job job;
    part::Part part;
};

double oddsWith(const job::Job& job, double sigma) {
    return oddsOf(Made(job).making(test::only({{SourceKind::Spacer, sigma}})), 40000, 7);
}

} // namespace

class SpacersTest : public QObject {
    Q_OBJECT
private slots:
    void theLegThatRestsIsRaised();
    void anotherLegStandsOffItsFace();
    void aBracketIsBroughtOntoThem();
    void whatTheyAreOutByRaisesIt();
    void whatTheyAreOutByMovesTheWall();
    void onlyWhatIsOnSpacersIsOutByThem();
    void theyAreBoughtAndScrewsAreLonger();
    void anAxisThatLeansGoesThroughTheirTops();
    void fileRemembersThem();
};

void SpacersTest::theLegThatRestsIsRaised() {
    // The hole in leg B is 110 - 18 over the outside of leg A.
    const NominalFit low = nominalFit(Made(foot(70, 98)).making(test::only({})));
    QVERIFY(std::abs(low.ties[1].offset.z() + 6) < 0.51); // the play takes what it can
    QVERIFY(low.fitting.room < 0);
    job::Job raised = foot(70, 98);
    raised.ties[0].spacer = 6;
    const NominalFit fit = nominalFit(Made(raised).making(test::only({})));
    QVERIFY(std::abs(fit.ties[1].offset.z()) < 1e-9);
    QVERIFY(std::abs(fit.ties[0].gap) < 1e-9); // it lies on its spacer
    QVERIFY(fit.fitting.room > 0.3);
    QVERIFY(std::abs(fit.mountFromRoot.translation().z() - 6) < 1e-9);
}

void SpacersTest::anotherLegStandsOffItsFace() {
    // Leg B's outside is 90 - 20 from the hole in leg A; the wall is 5 behind that.
    job::Job job = foot(75, 92);
    QVERIFY(nominalFit(Made(job).making(test::only({}))).ties[1].gap > 4.4);
    job.ties[1].spacer = 5;
    const NominalFit fit = nominalFit(Made(job).making(test::only({})));
    QVERIFY(std::abs(fit.ties[1].gap) < 0.11); // where it has most room it is pulled in by 0.1
    QVERIFY(fit.fitting.room > 0.39);
}

void SpacersTest::aBracketIsBroughtOntoThem() {
    job::Job job = foot(70, 92);
    job.ties[1].spacer = 5;
    const KnownMount known{*job.mount, {}};
    const auto reached =
        reach(job, known, test::hotRolled(), hardware::standardBook(), {quantity::Reading::millimetres()});
    QVERIFY(reached && reached->isReached);
    // Five less from the hole to leg B: it is nearer to the bend, or its leg's end nearer to it.
    QCOMPARE(reached->changed.size(), size_t{1});
    QCOMPARE(nameOf(reached->changed[0].of), std::string("h1.x"));
    QVERIFY(std::abs(reached->changed[0].now - 25) < 1e-6);
}

void SpacersTest::whatTheyAreOutByRaisesIt() {
    job::Job job = foot(70, 98);
    job.ties[0].spacer = 6;
    // The bolt in leg B has 0.5 either way: P(|e| < 0.5) of a sigma of 0.3.
    const double expected = std::erf(0.5 / (0.3 * std::sqrt(2.0)));
    QVERIFY(std::abs(oddsWith(job, 0.3) - expected) < 0.006);
}

void SpacersTest::whatTheyAreOutByMovesTheWall() {
    job::Job job = foot(75, 92);
    job.ties[1].spacer = 5;
    // Too long, it pushes the bracket back: as far as the bolt in leg A lets it, 0.5, and 0.3 are pulled in.
    const double expected = 0.5 * (1 + std::erf(0.8 / (0.5 * std::sqrt(2.0))));
    QVERIFY(std::abs(oddsWith(job, 0.5) - expected) < 0.006);
}

void SpacersTest::onlyWhatIsOnSpacersIsOutByThem() {
    QCOMPARE(oddsWith(foot(70, 92), 5), 1.0);
    const Made made(foot(70, 92));
    for (const Source& source :
         sourcesOf({made.job, made.part, test::hotRolled(), nullptr, standardErrors()}))
        QVERIFY(source.kind != SourceKind::Spacer);
    job::Job job = foot(70, 92);
    job.ties[0].spacer = 6;
    const Made on(job);
    const auto sources = sourcesOf({on.job, on.part, test::hotRolled(), nullptr, standardErrors()});
    const auto own = std::find_if(sources.begin(), sources.end(),
                                  [](const Source& each) { return each.kind == SourceKind::Spacer; });
    QVERIFY(own != sources.end());
    QCOMPARE(own->of.front().id, std::string("A"));
    QCOMPARE(own->of.front().sigma, 0.15); // washers, stacked
}

void SpacersTest::theyAreBoughtAndScrewsAreLonger() {
    job::Job job = foot(70, 98);
    job.ties[0].spacer = 6;
    const Made made(job);
    const part::Folded folded = part::fold(made.part);
    const auto held = text::heldThere(made.making(test::only({})).mounting, *job.mount);
    const auto needed = check::fastenersOf({job, made.part, folded, test::hotRolled(),
                                            quantity::Reading::millimetres(), hardware::standardBook()},
                                           held);
    std::string all;
    for (const check::Needed& each : needed)
        all += check::inWords(each) + "\n";
    // 8 of stock, 1.6 of washer and 8 of thread: 17.6, and with the spacer 23.6.
    QVERIFY2(all.find("1 × M8 screw and washer, 20") != std::string::npos, all.c_str());
    QVERIFY2(all.find("1 × M8 screw and washer, 25") != std::string::npos, all.c_str());
    QVERIFY2(all.find("1 × spacer for M8, 6") != std::string::npos, all.c_str());
}

void SpacersTest::anAxisThatLeansGoesThroughTheirTops() {
    job::Job job = foot(70, 92);
    job.ties[0].spacer = 10;
    job.mount->points[0].axis = Vec3(std::sin(radians(10)), 0, std::cos(radians(10)));
    const auto mounting =
        mountingOf(job, *job.mount, part::solve(job, test::hotRolled()), hardware::standardBook());
    QVERIFY(bool(mounting));
    const Vec3 at = mounting->mountFromFace * mounting->ties[0].at;
    QVERIFY((at - Vec3(10 * std::tan(radians(10)), 0, 10)).norm() < 1e-9);
}

void SpacersTest::fileRemembersThem() {
    job::Job job = foot(70, 92);
    job.ties[0].spacer = 6.35;
    QCOMPARE(*test::jobFromText(test::textOf(job)).ties[0].spacer, 6.35);
    job.ties[0].spacer = -1;
    const auto wrong = job::whatIsWrong(job);
    QVERIFY(wrong && wrong->where.find("spacer") != std::string::npos);
}

GOODFOLD_TEST(SpacersTest)

} // namespace goodfold::spacers_test

#include "spacers.moc"
