// At the bench: what is believed of a piece that was measured.
#include "core/bench_support.h"
#include "core/shop_support.h"

namespace goodfold::benching_test {

using namespace goodfold::bench;
using namespace goodfold::lineup;
using test::boltedBar;
using test::bookOf;
using test::kSquare;
using test::near;
using test::RealPiece;
using test::Shopfloor;
using Kind = Entry::Kind;

namespace {

const Believed* find(const Now& now, SourceKind kind, const std::string& of) {
    for (const Believed& each : now.believed)
        if (each.kind == kind && each.of == of) return &each;
    return nullptr;
}

/// Two readings of one thing, by hand: the mean weighed by the inverse squares.
struct Weighed {
    Weighed(double prior, double off, double sigma)
        : mean(off * prior * prior / (prior * prior + sigma * sigma)),
          sigma(prior * sigma / std::hypot(prior, sigma)) {}
    double mean, sigma;
};

} // namespace

class BenchingTest : public QObject {
    Q_OBJECT
private slots:
    void readingsAreWeighedAgainstTheBook();
    void pushedAndLetGoTellSpringback();
    void firstPieceTellsTheNext();
    void legsReadAsByHand_data();
    void legsReadAsByHand();
    void agreesWithBruteForce();
    void impossibleIsAskedAbout();
    void whatWasBentAnewIsReadAnew();
};

void BenchingTest::readingsAreWeighedAgainstTheBook() {
    const Shopfloor floor(boltedBar({60, 50}, {kSquare}),
                          bookOf({{SourceKind::Angle, 0.8}, {SourceKind::Thickness, 0.15}}));
    Log log;
    log.entries = {{Kind::Thickness, {}, 3.12},
                   {Kind::Done, {"1"}},
                   {.kind = Kind::Angle, .of = {"1"}, .value = 88.6, .sigma = 0.5}};
    const Now now = floor.now(log);
    const Weighed angle(0.8, -1.4, 0.5), thickness(0.15, 0.12, 0.03);
    QVERIFY(near(find(now, SourceKind::Angle, "1")->mean.x(), angle.mean, 1e-6));
    QVERIFY(near(find(now, SourceKind::Angle, "1")->sigma.x(), angle.sigma, 1e-6));
    QVERIFY(near(find(now, SourceKind::Thickness, "")->mean.x(), thickness.mean, 1e-6));
    QVERIFY(near(find(now, SourceKind::Thickness, "")->sigma.x(), thickness.sigma, 1e-6));
    QVERIFY(now.left.empty());
}

/// What was pushed to less what it was let go to is what it sprang back by; the next bend in the tool is
/// pushed to that.
void BenchingTest::pushedAndLetGoTellSpringback() {
    const Shopfloor floor(boltedBar({60, 50, 40}, {kSquare, kSquare}), bookOf({{SourceKind::Angle, 0.8}}));
    const sequence::Step& first = floor.plan().steps.front();
    const std::string id = floor.settled.part.bends[static_cast<size_t>(first.operation.bend)].id;
    const double reckoned = first.operation.setup.loadedAngleDeg - first.operation.setup.restsAtDeg;
    Log log;
    log.entries = {{.kind = Kind::Pushed, .of = {id}, .value = 91 + reckoned, .sigma = 0.01},
                   {.kind = Kind::Angle, .of = {id}, .value = 90.4, .sigma = 0.01}};
    ErrorBook book = floor.book;
    book.fixed.erase(SourceKind::Springback); // a quarter of what it springs back by
    const Shopfloor learning(boltedBar({60, 50, 40}, {kSquare, kSquare}), book);
    const Now now = learning.now(log);
    // It sprang back by 0.6 more than reckoned: all of that is the tool's and the metal's.
    QCOMPARE(now.left.size(), size_t(1));
    QVERIFY(near(find(now, SourceKind::Springback, id)->mean.x(), -0.6, 0.02));
    QVERIFY(
        near(now.left[0].push - now.left[0].pushWas - (now.left[0].angle - now.left[0].angleWas), 0.6, 0.02));
}

/// Thickness is the stock's and is still known; the angle was that piece's own. By hand, reading after
/// reading.
void BenchingTest::firstPieceTellsTheNext() {
    const Shopfloor floor(boltedBar({60, 50}, {kSquare}),
                          bookOf({{SourceKind::Angle, 0.8}, {SourceKind::Thickness, 0.15}}));
    Log first, second;
    first.entries = {{Kind::Thickness, {}, 3.12},
                     {.kind = Kind::Angle, .of = {"1"}, .value = 88.6, .sigma = 0.5}};
    second.entries = {{.kind = Kind::Thickness, .of = {}, .value = 3.04, .sigma = 0.05}};
    bench::Work work = floor.work();
    work.earlier = {first};
    const Now now = replanned(work, second);
    const Weighed once(0.15, 0.12, 0.03);
    const double weight = once.sigma * once.sigma / (once.sigma * once.sigma + 0.05 * 0.05);
    const Believed& thickness = *find(now, SourceKind::Thickness, "");
    QVERIFY(near(thickness.mean.x(), once.mean + weight * (0.04 - once.mean), 1e-6));
    QVERIFY(near(thickness.sigma.x(), once.sigma * 0.05 / std::hypot(once.sigma, 0.05), 1e-6));
    QVERIFY(near(find(now, SourceKind::Angle, "1")->mean.x(), 0, 1e-9));
    QVERIFY(near(find(now, SourceKind::Angle, "1")->sigma.x(), 0.8, 1e-9));
}

void BenchingTest::legsReadAsByHand_data() {
    QTest::addColumn<double>("angle");
    QTest::newRow("square") << 90.0;
    QTest::newRow("open") << 60.0;
    QTest::newRow("beyond square") << 92.0;
}

/// A leg held between the jaws: its tangent line stands where it was set, less what the radius came out
/// larger by; the rest is the allowance's.
void BenchingTest::legsReadAsByHand() {
    QFETCH(double, angle);
    job::Job job = boltedBar({60, 50}, {{.angleDeg = angle}});
    job.bends[0].insideRadius = 3;
    job.bends[0].tool = "vise";
    const Shopfloor floor(job, bookOf({{SourceKind::Angle, 0.8},
                                       {SourceKind::Radius, 0.3},
                                       {SourceKind::Line, 0.2},
                                       {SourceKind::K, 0.05},
                                       {SourceKind::Cut, 0.25},
                                       {SourceKind::Thickness, 0.1}}));
    QVERIFY(floor.settled.outcome.plan);
    const part::PartBend& drawn = floor.settled.part.bends[0];
    const HeldLine held = floor.making->held[0];
    test::RandomJobs random(7);
    for (int i = 0; i < 20; ++i) {
        Eigen::VectorXd truth(Draws(*floor.making).normals());
        for (double& each : truth)
            each = random.real(-2, 2);
        const Errors errors = Draws(*floor.making).errorsBy(truth.data());
        const Errors::OfBend& off = errors.bends[0];
        const double a = (drawn.shape.angleDeg + off.angleDeg) * M_PI / 180;
        const double r = drawn.shape.insideRadius + off.radius, t = 3 + errors.thickness;
        const double allowance = a * (r + (drawn.k + off.k) * t);
        const double setback = a > M_PI / 2 ? r + t : (r + t) * std::tan(a / 2);
        // From the start of A: drawn tangent lines, moved with the line, and by the radius where it follows.
        double near = drawn.near.middle().x() + off.line;
        if (held.which == HeldLine::Which::Near) near -= held.follows ? off.radius : 0;
        if (held.which == HeldLine::Which::Far)
            near = drawn.far.middle().x() + off.line + (held.follows ? off.radius : 0) - allowance;
        if (held.which == HeldLine::Which::Centre)
            near = drawn.centre.middle().x() + off.line - allowance / 2;
        const double blank = floor.settled.part.blank.length + errors.cuts[0] + errors.cuts[1];
        RealPiece piece(*floor.making, floor.plan(), truth);
        QVERIFY(test::near(piece.reads({Kind::Outside, {"A"}}), blank, 1e-9)); // nothing is bent yet
        piece.made[0] = true;
        const double start = floor.settled.part.plates[0].flatFromPlate.translation().x() - errors.cuts[0];
        QVERIFY(test::near(piece.reads({Kind::Outside, {"A"}}), near - start + setback, 1e-9));
        QVERIFY(test::near(piece.reads({Kind::Outside, {"B"}}), blank - (near - start) - allowance + setback,
                           1e-9));
        QVERIFY(test::near(piece.reads({Kind::Angle, {"1"}}), a * 180 / M_PI, 1e-9));
        QVERIFY(test::near(piece.reads({Kind::Blank, {}}), blank, 1e-9));
    }
}

/// Draws from the book, each weighed by how likely it would have read so: no linearising, no normal law.
void BenchingTest::agreesWithBruteForce() {
    test::RandomJobs random(11);
    int tried = 0;
    while (tried < test::rounds(6, 30)) {
        const std::vector legs{random.real(40, 80), random.real(30, 60), random.real(40, 70)};
        const job::Job job =
            boltedBar(legs, {{.angleDeg = random.whole(0, 1) ? 90 : random.real(30, 110)}, kSquare});
        const Shopfloor floor(job);
        if (!floor.settled.outcome.plan) continue;
        ++tried;
        const std::string first =
            floor.settled.part.bends[static_cast<size_t>(floor.plan().steps[0].operation.bend)].id;
        const std::string leg = first == "1" ? "A" : "C";
        Log log;
        log.entries = {{Kind::Done, {first}},
                       {.kind = Kind::Angle, .of = {first}, .value = 0, .sigma = 0.6},
                       {.kind = Kind::Outside, .of = {leg}, .value = 0, .sigma = 0.3}};
        Piece::Made made(2, false);
        made[static_cast<size_t>(floor.settled.part.bendIndex(first))] = true;
        Piece piece(*floor.making, floor.plan());
        const Eigen::VectorXd none = Eigen::VectorXd::Zero(piece.normals());
        for (size_t i = 1; i < 3; ++i)
            log.entries[i].value =
                piece.reads(log.entries[i], made, none) + random.real(-1.5, 1.5) * *log.entries[i].sigma;
        const Known known = floor.known(log);
        std::mt19937 engine(3);
        std::normal_distribution<double> normal;
        Eigen::VectorXd at = none, sum = none, squares = none;
        double weights = 0;
        for (int i = 0; i < 200'000; ++i) {
            for (double& each : at)
                each = normal(engine);
            double off = 0;
            for (size_t e = 1; e < 3; ++e)
                off += std::pow((piece.reads(log.entries[e], made, at) - log.entries[e].value) /
                                    *log.entries[e].sigma,
                                2);
            const double weight = std::exp(-off / 2);
            weights += weight;
            sum += weight * at;
            squares += weight * at.cwiseAbs2();
        }
        for (Eigen::Index i = 0; i < at.size(); ++i) {
            const double mean = sum[i] / weights, sigma = std::sqrt(squares[i] / weights - mean * mean);
            QVERIFY2(near(known.mean[i], mean, 0.05), qPrintable(QString::number(i)));
            QVERIFY2(near(std::sqrt(known.covariance(i, i)) / sigma, 1, 0.05),
                     qPrintable(QString::number(i)));
        }
    }
}

void BenchingTest::impossibleIsAskedAbout() {
    const Shopfloor floor(boltedBar({60, 50}, {kSquare}));
    Log log;
    log.entries = {{Kind::Done, {"1"}}, {Kind::Outside, {"A"}, 600}};
    Known known = floor.known(log);
    QCOMPARE(known.doubted.size(), size_t(1));
    QVERIFY(near(known.doubted[0].expected, 60, 1e-6));
    QVERIFY(near(*known.doubted[0].likely, 60, 1e-6)); // ten times
    QVERIFY(known.mean.norm() == 0);
    log.entries[1].value = 70.2; // a whole centimetre
    QVERIFY(near(*floor.known(log).doubted[0].likely, 60.2, 1e-6));
    log.entries[1].value = 65; // nothing that people do
    QVERIFY(!floor.known(log).doubted[0].likely);
    log.entries[1].isKept = true;
    known = floor.known(log);
    QVERIFY(known.doubted.empty());
    QVERIFY(known.mean.norm() > 5);
    log.entries = {{Kind::Across, {"A", "B"}, 40}};
    QCOMPARE(floor.known(log).refused.size(), size_t(1)); // the bend between is not made
}

void BenchingTest::whatWasBentAnewIsReadAnew() {
    Log log;
    const Entry angle{.kind = Kind::Angle, .of = {"1"}};
    QVERIFY(!readingOf(log, angle));
    log.entries = {{Kind::Angle, {"1"}, 88}, {Kind::AngleTo, {"2"}, 92}, {Kind::Angle, {"2"}, 91}};
    QCOMPARE(*readingOf(log, angle), size_t(0));
    log.entries.push_back({Kind::AngleTo, {"1"}, 90});
    QVERIFY(!readingOf(log, angle));
    log.entries.push_back({Kind::Angle, {"1"}, 89.5});
    QCOMPARE(*readingOf(log, angle), size_t(4));
    // And so it is believed: the first reading tells nothing of the bend as it is now.
    const Shopfloor floor(boltedBar({60, 50}, {kSquare}), bookOf({{SourceKind::Angle, 0.8}}));
    log.entries = {{.kind = Kind::Angle, .of = {"1"}, .value = 88, .sigma = 0.1},
                   {Kind::AngleTo, {"1"}, 90},
                   {.kind = Kind::Angle, .of = {"1"}, .value = 89.4, .sigma = 0.4}};
    const Weighed again(0.8, -0.6, 0.4);
    const Now now = floor.now(log);
    QVERIFY(near(find(now, SourceKind::Angle, "1")->mean.x(), again.mean, 1e-6));
    QVERIFY(near(find(now, SourceKind::Angle, "1")->sigma.x(), again.sigma, 1e-6));
}

GOODFOLD_TEST(BenchingTest)

} // namespace goodfold::benching_test

#include "benching.moc"
