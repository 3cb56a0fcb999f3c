// What has to stay free round a bracket in its place: distances by hand, against places tried all over, and
// what is said of them.
#include "clearance/way.h"
#include "core/mount_support.h"
#include "lineup/in_place.h"
#include "lineup/putting_on.h"
#include "text/lineup_words.h"

Q_DECLARE_METATYPE(goodfold::job::Clearance)
Q_DECLARE_METATYPE(goodfold::job::Element)

namespace goodfold::clearances_test {

using namespace goodfold::clearance;
using job::Clearance;
using job::Element;

namespace {

/// Legs of 60 and 80 outside, R 3, T 3, 30 wide: A lies over x 0 to 54 and z 0 to 3, B stands at x 57 to 60
/// up to z 80, the arc between about (54, 6).
struct Ell {
    job::Job job = test::bar({60, 80}, {{.angleDeg = 90, .insideRadius = 3}});
    part::Part part = part::solve(job, test::hotRolled());
    part::Folded folded = part::fold(part);
    InPlace inPlace() const {
        return {part, folded, Pose3(Eigen::Translation3d(0, -15, 0))}; // its middle at y = 0
    }
};

Clearance box(const Vec3& at, const Vec3& size) {
    Clearance thing;
    thing.id = "sash";
    thing.at = at;
    thing.size = size;
    return thing;
}

Clearance cylinder(const Vec3& at, const Vec3& to, double diameter) {
    Clearance thing;
    thing.id = "hose";
    thing.shape = Clearance::Shape::Cylinder;
    thing.at = at;
    thing.to = to;
    thing.diameter = diameter;
    return thing;
}

Clearance plane(const Vec3& at, const Vec3& normal) {
    Clearance thing;
    thing.id = "wall";
    thing.shape = Clearance::Shape::Plane;
    thing.at = at;
    thing.normal = normal;
    return thing;
}

/// All that is found of a strap where it is bolted on.
std::vector<check::Finding> findingsInPlace(const test::Strap& strap) {
    const lineup::Making making = strap.making(test::only({}));
    const auto facts = text::factsOf(making, lineup::nominalFit(making), lineup::count(making, 10, 1),
                                     hardware::standardBook());
    const part::Folded folded = part::fold(strap.part);
    check::Subject subject{strap.job, strap.part, folded, test::hotRolled(),
                           quantity::Reading::millimetres()};
    subject.lineUp = &facts;
    const auto findings = check::check(subject);
    for (const check::Finding& finding : findings) { // a hole's name alone begins small
        const std::string& says = finding.headline;
        if (says[0] >= 'a' && says[0] <= 'z' &&
            !strap.job.findHole(says.substr(0, says.find_first_of(" :'"))))
            qFatal("%s", says.c_str());
    }
    return findings;
}

double ramp(double value, double from, double to) {
    return std::max({from - value, 0.0, value - to});
}
double toBox(const Vec3& p, const Vec3& from, const Vec3& to) {
    return Vec3(ramp(p.x(), from.x(), to.x()), ramp(p.y(), from.y(), to.y()), ramp(p.z(), from.z(), to.z()))
        .norm();
}
/// From a point to the ell, by hand.
double toEll(const Vec3& p) {
    double least = std::min(toBox(p, {0, -15, 0}, {54, 15, 3}), toBox(p, {57, -15, 6}, {60, 15, 80}));
    const Vec2 out(p.x() - 54, p.z() - 6);
    if (out.x() >= 0 && out.y() <= 0)
        least = std::min(least, std::hypot(ramp(out.norm(), 3, 6), ramp(p.y(), -15, 15)));
    return least;
}

/// The least over a grid on all sides of a box, moved.
double byTrying(const Vec3& size, const std::function<Vec3(const Vec3&)>& placed) {
    constexpr int kSteps = 24;
    double least = 1e9;
    for (int axis = 0; axis < 3; ++axis)
        for (const double side : {0.0, 1.0})
            for (int i = 0; i <= kSteps; ++i)
                for (int j = 0; j <= kSteps; ++j) {
                    Vec3 share;
                    share[axis] = side;
                    share[(axis + 1) % 3] = static_cast<double>(i) / kSteps;
                    share[(axis + 2) % 3] = static_cast<double>(j) / kSteps;
                    least = std::min(least, toEll(placed(share.cwiseProduct(size))));
                }
    return least;
}

} // namespace

class ClearancesTest : public QObject {
    Q_OBJECT
private slots:
    void theOtherHandHasItsOwn();
    void straightWaysArePastWhatStandsThere();
    void studsAndARoofLeaveNoWay();
    void distances_data();
    void distances();
    void whatMeets();
    void swungThings();
    void boxesAnywhere();
    void swingsAnywhere();
    void mirroredPlaces();
    void boltHeadsCount();
    void toldAndStopped();
    void toolsInPlace();
    void keptInTheFile();
    void brokenOnesAreTold_data();
    void brokenOnesAreTold();
};

void ClearancesTest::distances_data() {
    QTest::addColumn<Clearance>("thing");
    QTest::addColumn<double>("distance");
    QTest::addColumn<Element>("of");
    const auto row = [](const char* name, const Clearance& thing, double distance, const Element& of) {
        QTest::newRow(name) << thing << distance << of;
    };
    const Element a = Element::plate("A"), b = Element::plate("B");
    row("over a leg", box({20, -5, 13}, {10, 10, 5}), 10, a);
    row("corner to corner", box({70, 20, 83}, {10, 10, 10}), std::sqrt(100.0 + 25 + 9), b);
    row("under it", box({10, -50, -9}, {10, 100, 5}), 4, a);
    Clearance turned = box({57 - 8 - 10 * std::sqrt(0.5), 0, 30}, {10, 10, 10});
    turned.turnedDeg = -45; // its corner toward B lies 10 cos 45 further, in x; and one toward -y
    row("turned about its corner", turned, 8 - 10 * std::sqrt(0.5), b);
    row("a hose along the bend", cylinder({27, -40, 40}, {27, 40, 40}, 20), 20, b);
    row("the end of a rod", cylinder({30, 0, 90}, {30, 0, 11}, 12), 8, a);
    row("a wall behind", plane({65, 0, 0}, {-1, 0, 0}), 5, b);
    Clearance down = box({20, -5, 30}, {10, 10, 10});
    down.slides = Vec3(0, 0, -20);
    row("slides down", down, 7, a);
    Clearance along = box({20, -5, 30}, {10, 10, 10});
    along.slides = Vec3(20, 0, 0);
    row("slides along", along, 7, b);
}

void ClearancesTest::distances() {
    QFETCH(Clearance, thing);
    QFETCH(double, distance);
    QFETCH(Element, of);
    const Ell ell;
    const auto least = leastTo(ell.inPlace(), thing);
    QVERIFY(least);
    QVERIFY2(std::abs(least->distance - distance) < 0.03, qPrintable(QString::number(least->distance)));
    QCOMPARE(least->of, of);
    QVERIFY(!least->meets);
    QVERIFY(std::abs((least->onBracket - least->onOther).norm() - distance) < 0.1);
    QVERIFY2(toEll(least->onBracket) < 0.1, "where that is on the bracket");
}

void ClearancesTest::whatMeets() {
    const Ell ell;
    QVERIFY(leastTo(ell.inPlace(), box({20, -5, 2.9}, {10, 10, 5}))->meets);
    QVERIFY(!leastTo(ell.inPlace(), box({20, -5, 3.05}, {10, 10, 5}))->meets);
    QVERIFY(leastTo(ell.inPlace(), plane({59, 0, 0}, {-1, 0, 0}))->meets);
    QVERIFY(!leastTo(ell.inPlace(), plane({60, 0, 0}, {-1, 0, 0}))->meets); // it lies on it
    // All of it in the leg, and the leg all in it.
    QVERIFY(leastTo(ell.inPlace(), box({20, -5, 1}, {1, 1, 1}))->meets);
    QVERIFY(leastTo(ell.inPlace(), box({-50, -50, -50}, {300, 300, 300}))->meets);
}

void ClearancesTest::swungThings() {
    // An arm of 25 stands up over the pivot at (27, 0, 45) and falls toward B, whose inside is at 57.
    const Ell ell;
    Clearance arm = box({26.9, -2, 45}, {0.2, 4, 25});
    arm.swings = {{27, 0, 45}, {0, 1, 0}, 60};
    const double at60 = 27 + 25 * std::sin(radians(60)) + 0.1 * std::cos(radians(60));
    auto least = leastTo(ell.inPlace(), arm);
    QVERIFY2(std::abs(least->distance - (57 - at60)) < 0.07, qPrintable(QString::number(least->distance)));
    QVERIFY(std::abs(least->afterDeg - 60) < 1);
    arm.swings->byDeg = 140; // past the level: nearest where it is level
    least = leastTo(ell.inPlace(), arm);
    QVERIFY2(std::abs(least->distance - 5) < 0.07, qPrintable(QString::number(least->distance)));
    QVERIFY(std::abs(least->afterDeg - 90) < 4);
    arm.swings->byDeg = -60; // away
    QVERIFY(leastTo(ell.inPlace(), arm)->distance > 29);
    arm.size.z() = 31; // and too long
    arm.swings->byDeg = 140;
    QVERIFY(leastTo(ell.inPlace(), arm)->meets);
}

void ClearancesTest::boxesAnywhere() {
    const Ell ell;
    std::mt19937 random(5);
    std::uniform_real_distribution<double> where(-40, 100), large(2, 40), turn(-180, 180);
    for (int i = 0; i < test::rounds(300); ++i) {
        Clearance thing =
            box({where(random), where(random), where(random)}, {large(random), large(random), large(random)});
        thing.turnedDeg = turn(random);
        const Eigen::AngleAxisd turned(radians(thing.turnedDeg), Vec3::UnitZ());
        const double tried = byTrying(thing.size, [&](const Vec3& p) { return Vec3(thing.at + turned * p); });
        const auto least = leastTo(ell.inPlace(), thing);
        // The grid is as coarse as 1.7, the chord of the arc 0.05 inside of it.
        QVERIFY2(least->distance < tried + 0.1, qPrintable(QString::number(tried)));
        QVERIFY2(least->distance > tried - 1.3 || least->meets,
                 qPrintable(QString("%1 found, %2 tried").arg(least->distance).arg(tried)));
        if (tried == 0) QVERIFY(least->meets);
    }
}

void ClearancesTest::swingsAnywhere() {
    const Ell ell;
    std::mt19937 random(6);
    std::uniform_real_distribution<double> where(-30, 90), large(2, 30), turn(-180, 180), way(-1, 1);
    for (int i = 0; i < test::rounds(60); ++i) {
        Clearance thing =
            box({where(random), where(random), where(random)}, {large(random), large(random), large(random)});
        const Vec3 axis(way(random), way(random), way(random));
        thing.swings = {{where(random), where(random), where(random)}, axis, turn(random)};
        double tried = 1e9;
        for (int step = 0; step <= 60; ++step) {
            const Eigen::AngleAxisd turned(radians(thing.swings->byDeg * step / 60), axis.normalized());
            tried = std::min(tried, byTrying(thing.size, [&](const Vec3& p) {
                                 return Vec3(thing.swings->at + turned * (thing.at + p - thing.swings->at));
                             }));
        }
        const auto least = leastTo(ell.inPlace(), thing);
        QVERIFY2(least->distance < tried + 0.2, qPrintable(QString::number(tried)));
        QVERIFY2(least->distance > tried - 4 || least->meets, qPrintable(QString::number(tried)));
    }
}

void ClearancesTest::mirroredPlaces() {
    const Ell ell; // alike on both sides of y = 0
    std::mt19937 random(7);
    std::uniform_real_distribution<double> where(-30, 90), large(2, 30), turn(-180, 180), way(-1, 1);
    for (int i = 0; i < test::rounds(40); ++i) {
        Clearance thing = i % 2 ? box({where(random), where(random), where(random)},
                                      {large(random), large(random), large(random)})
                                : cylinder({where(random), where(random), where(random)},
                                           {where(random), where(random), where(random)}, large(random));
        thing.turnedDeg = turn(random);
        if (i % 3 == 0)
            thing.swings = {
                {where(random), where(random), 0}, {way(random), way(random), way(random)}, turn(random)};
        if (i % 3 == 1) thing.slides = Vec3(where(random), where(random), where(random));
        const auto here = leastTo(ell.inPlace(), thing), there = leastTo(ell.inPlace(), mirrored(thing));
        QVERIFY(std::abs(here->distance - there->distance) < 0.12);
    }
}

void ClearancesTest::boltHeadsCount() {
    // M6: a head of 4 on a washer of 1.6. On a stud nut and thread, 1.6 diameters.
    test::Strap strap;
    const auto least = [&] {
        const lineup::Making making = strap.making(lineup::standardErrors());
        const auto all = lineup::leastDistances(making, lineup::nominalFit(making), hardware::standardBook());
        return all.at(0);
    };
    strap.job.mount->clearances = {box({-10, -10, 3 + 10}, {20, 20, 5})}; // over h1, the mount's origin
    const hardware::Screw& m6 = *hardware::standardBook().findScrew("m6");
    QVERIFY2(std::abs(least().distance - (10 - m6.headHeight - m6.washerThickness)) < 0.03,
             qPrintable(QString::number(least().distance)));
    QCOMPARE(least().of, Element::hole("h1"));
    for (job::MountPoint& point : strap.job.mount->points)
        point.kind = job::MountPoint::Kind::Stud;
    QVERIFY2(std::abs(least().distance - (10 - 1.6 * 6)) < 0.03,
             qPrintable(QString::number(least().distance)));
}

void ClearancesTest::toldAndStopped() {
    test::Strap strap;
    const auto found = [&]() -> std::optional<check::Finding> {
        const auto findings = findingsInPlace(strap);
        const check::Finding* finding = test::findRule(findings, "runs-into");
        return finding ? std::optional(*finding) : std::nullopt;
    };
    // 20 over the strap at its first bolt, whose head and washer are 5.6 high.
    Clearance sash = box({-10, -20, 3 + 20}, {20, 40, 5});
    sash.keep = 14;
    strap.job.mount->clearances = {sash};
    QVERIFY(!found());
    strap.job.mount->clearances[0].keep = 15;
    QCOMPARE(found()->severity, check::Severity::Mind);
    QVERIFY(found()->says.find("14.4") != std::string::npos);
    QVERIFY(found()->says.find("15") != std::string::npos);
    strap.job.mount->clearances[0].slides = Vec3(0, 0, -21);
    QCOMPARE(found()->severity, check::Severity::Stop);
    QVERIFY(found()->headline.find("sash") != std::string::npos);
}

void ClearancesTest::toolsInPlace() {
    test::Strap strap;
    for (job::Hole& hole : strap.job.plates[0].holes)
        hole.fastener = job::Fastener();
    const auto noRoom = [&] {
        const auto findings = findingsInPlace(strap);
        return std::any_of(findings.begin(), findings.end(), [](const check::Finding& finding) {
            return finding.says.find("the sash") != std::string::npos;
        });
    };
    // A board 40 over all the heads: a socket with its 40 of handle has none, a spanner goes on all the same;
    // so low that neither does; high enough.
    strap.job.mount->clearances = {box({-100, -100, 3 + 7}, {300, 200, 5})};
    QVERIFY(noRoom());
    strap.job.mount->clearances = {box({-100, -100, 3 + 30}, {300, 200, 5})};
    QVERIFY(!noRoom());
    strap.job.mount->clearances = {box({-100, -100, 3 + 60}, {300, 200, 5})};
    QVERIFY(!noRoom());
    // What bolts it on is turned there too, whether its hole says a fastener or not.
    for (job::Hole& hole : strap.job.plates[0].holes)
        hole.fastener.reset();
    QVERIFY(!noRoom());
    strap.job.mount->clearances = {box({-100, -100, 3 + 7}, {300, 200, 5})};
    QVERIFY(noRoom());
}

void ClearancesTest::keptInTheFile() {
    test::Strap strap;
    Clearance arm = box({1, 2, 3}, {4, 5, 6});
    arm.turnedDeg = 30;
    arm.keep = 2;
    arm.swings = {{1, 1, 1}, {0, 1, 0}, -75};
    Clearance hose = cylinder({0, 0, 50}, {100, 0, 60}, 25);
    hose.slides = Vec3(0, 20, 0);
    Clearance wall = plane({0, 80, 0}, {0, -1, 0});
    wall.kept["colour"] = "\"green\"";
    strap.job.mount->clearances = {arm, hose, wall};
    QCOMPARE(test::jobFromText(test::textOf(strap.job)), strap.job);
}

void ClearancesTest::brokenOnesAreTold_data() {
    QTest::addColumn<QByteArray>("clearance");
    QTest::addColumn<QString>("where");
    const auto row = [](const char* name, const char* clearance, const char* where) {
        QTest::newRow(name) << QByteArray(clearance) << QString::fromLatin1(where);
    };
    row("no such shape", R"({"id": "a", "shape": "ball", "at": [0, 0, 0]})", "mount.clearances[0].shape");
    row("no size", R"({"id": "a", "shape": "box", "at": [0, 0, 0]})", "mount.clearances[0].size");
    row("no width", R"({"id": "a", "shape": "box", "at": [0, 0, 0], "size": [1, 0, 1]})",
        "mount.clearances[0].size");
    row("no length", R"({"id": "a", "shape": "cylinder", "at": [0, 0, 1], "to": [0, 0, 1], "diameter": 4})",
        "mount.clearances[0].to");
    row("nowhere", R"({"id": "a", "shape": "plane", "at": [0, 0, 1], "normal": [0, 0, 0]})",
        "mount.clearances[0].normal");
    row("a wall that moves",
        R"({"id": "a", "shape": "plane", "at": [0, 0, 1], "normal": [0, 0, 1], "slides": [1, 0, 0]})",
        "mount.clearances[0]");
    row("both ways",
        R"({"id": "a", "shape": "box", "at": [0, 0, 1], "size": [1, 1, 1], "slides": [1, 0, 0], "swings": {"at": [0, 0, 0], "axis": [1, 0, 0], "by": 9}})",
        "mount.clearances[0]");
    row("no hinge",
        R"({"id": "a", "shape": "box", "at": [0, 0, 1], "size": [1, 1, 1], "swings": {"at": [0, 0, 0], "axis": [0, 0, 0], "by": 9}})",
        "mount.clearances[0].swings.axis");
    row("too near", R"({"id": "a", "shape": "box", "at": [0, 0, 1], "size": [1, 1, 1], "keep": -1})",
        "mount.clearances[0].keep");
}

void ClearancesTest::brokenOnesAreTold() {
    QFETCH(QByteArray, clearance);
    QFETCH(QString, where);
    test::Strap strap;
    std::string text = test::textOf(strap.job);
    const std::string key = "\"points\": [";
    const size_t at = text.find(key);
    QVERIFY(at != std::string::npos);
    text.insert(at, "\"clearances\": [" + clearance.toStdString() + "], ");
    std::istringstream in(text);
    const auto job = files::readJob(in);
    QVERIFY(!job);
    QCOMPARE(QString::fromStdString(job.error().where), where);
    QVERIFY(!job.error().says.empty());
}

/// The ell is 60 by 30 by 80, some 105 across: that far it has to come. A roof 20 above it is in the way up,
/// one 120 above it is not; sideways it slips out under both, unless there is a wall.
void ClearancesTest::straightWaysArePastWhatStandsThere() {
    const Ell ell;
    const Vec3 up(0, 0, 1), aside(0, 1, 0);
    const auto past = [&](const std::vector<Clearance>& things, const std::vector<Vec3>& directions) {
        return wayPast(ell.inPlace(), things, directions);
    };
    const Clearance roof = box({-100, -100, 100}, {300, 200, 10});
    QVERIFY(!past({roof}, {up}).off);
    QCOMPARE(past({roof}, {up}).past, std::string("sash"));
    QVERIFY(past({box({-100, -100, 200}, {300, 200, 10})}, {up}).off);
    QVERIFY(past({roof}, {up, aside}).off->isApprox(aside));
    QVERIFY(!past({roof, plane({0, 30, 0}, {0, -1, 0})}, {up, aside}).off);
    QVERIFY(past({roof, plane({0, 30, 0}, {0, -1, 0})}, {up, aside, -aside}).off->isApprox(-aside));
    QVERIFY(!past({cylinder({30, -50, 95}, {30, 50, 95}, 8)}, {up}).off); // over A, where B does not pass
    QVERIFY(past({cylinder({30, -50, 115}, {30, 50, 115}, 8)}, {up}).off);
    // What moves is moved out of the way; what it runs into where it stands is told as that.
    Clearance lid = roof;
    lid.slides = Vec3(200, 0, 0);
    QVERIFY(past({lid}, {up}).off);
    QVERIFY(past({box({20, -5, 0}, {10, 10, 40})}, {up}).off);
}

/// On studs it goes up and no other way; on screws it slips in from the side.
void ClearancesTest::studsAndARoofLeaveNoWay() {
    test::Strap strap;
    strap.job.mount->clearances = {box({-100, -100, 3 + 20}, {300, 200, 5})};
    const auto way = [&] { return lineup::wayOn(strap.making(test::only({}))); };
    QVERIFY(way().isStraight);
    QVERIFY(!test::findRule(findingsInPlace(strap), "not-put-on"));
    for (job::MountPoint& point : strap.job.mount->points)
        point.kind = job::MountPoint::Kind::Stud;
    QVERIFY(!way().isStraight);
    QCOMPARE(way().past, std::string("sash"));
    const auto findings = findingsInPlace(strap);
    const check::Finding* finding = test::findRule(findings, "not-put-on");
    QVERIFY(finding && finding->says.find("sash") != std::string::npos);
    strap.job.mount->clearances = {box({-100, -100, 3 + 300}, {300, 200, 5})};
    QVERIFY(way().isStraight);
}

/// Nothing stands round the drawn hand, and a sash where the other goes.
void ClearancesTest::theOtherHandHasItsOwn() {
    test::Strap strap;
    job::Mount other = *strap.job.mount;
    other.clearances = {box({-200, -100, 1}, {400, 200, 20})};
    const lineup::Work work{strap.job, strap.part, test::hotRolled(), nullptr, lineup::standardErrors()};
    const auto making = lineup::makingOf(work, other, hardware::standardBook());
    QVERIFY(bool(making));
    const auto least = lineup::leastDistances(*making, lineup::nominalFit(*making), hardware::standardBook());
    QVERIFY(least.size() == 1 && least[0].meets);
    QVERIFY(lineup::leastDistances(strap.making(test::only({})), lineup::nominalFit(*making),
                                   hardware::standardBook())
                .empty());
    check::LineUpFacts facts;
    facts.otherHands = least;
    const part::Folded folded = part::fold(strap.part);
    const auto findings =
        check::check({strap.job, strap.part, folded, test::hotRolled(), quantity::Reading::millimetres(),
                      hardware::standardBook(), nullptr, &facts});
    const check::Finding* finding = test::findRule(findings, "runs-into");
    QVERIFY(finding && finding->headline == "Of the other hand leg A is where the sash is");
    QVERIFY(finding->severity == check::Severity::Stop);
}

GOODFOLD_TEST(ClearancesTest)

} // namespace goodfold::clearances_test

#include "clearances.moc"
