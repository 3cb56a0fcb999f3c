// Solids as another program reads them: volumes by hand and by Pappus, holes where they have to be.
#include "core/support.h"
#include "draw/solid_file.h"
#include "part/gauge.h"
#include "part/mirror.h"
#include "part/solid.h"

#include <QJsonArray>
#include <QJsonDocument>
#include <QJsonObject>
#include <QProcess>
#include <QTemporaryDir>

namespace goodfold::solids_test {

namespace {

constexpr double kPi = std::numbers::pi;

struct RoundFace {
    double radius;
    Vec3 at, along;
};

struct Facts {
    int bodies = 0;
    double volume = 0;
    std::vector<RoundFace> rounds;
    bool hasRound(double radius, const Vec3& on, const Vec3& along) const {
        return std::any_of(rounds.begin(), rounds.end(), [&](const RoundFace& face) {
            return std::abs(face.radius - radius) < 1e-6 && (on - face.at).cross(along).norm() < 1e-6 &&
                   face.along.cross(along).norm() < 1e-6;
        });
    }
};

Vec3 vectorIn(const QJsonValue& value) {
    const QJsonArray at = value.toArray();
    return {at[0].toDouble(), at[1].toDouble(), at[2].toDouble()};
}

/// Writes bodies as STEP files and has them read.
std::vector<Facts> readBack(const std::vector<part::ExactBody>& bodies) {
    const QTemporaryDir folder;
    QStringList arguments{QStringLiteral(TEST_DATA "/draw/solid_facts.py")};
    for (const part::ExactBody& body : bodies) {
        const auto bytes = draw::solidFile({body}, solid::Format::Step);
        if (!bytes) qFatal("%s", bytes.error().says.c_str());
        arguments << folder.filePath(QStringLiteral("%1.step").arg(arguments.size()));
        QFile file(arguments.back());
        if (!file.open(QIODevice::WriteOnly)) qFatal("no file");
        file.write(*bytes);
    }
    QProcess reader;
    reader.start(QStringLiteral("/usr/bin/python3"), arguments);
    if (!reader.waitForFinished(250'000) || reader.exitCode() != 0)
        qFatal("%s", reader.readAllStandardError().constData());
    std::vector<Facts> all;
    while (reader.canReadLine()) {
        const QJsonObject told = QJsonDocument::fromJson(reader.readLine()).object();
        Facts facts{told["bodies"].toInt(), told["volume"].toDouble(), {}};
        for (const auto& each : told["cylinders"].toArray()) {
            const QJsonObject face = each.toObject();
            facts.rounds.push_back(
                {face["radius"].toDouble(), vectorIn(face["at"]), vectorIn(face["along"])});
        }
        all.push_back(facts);
    }
    return all;
}

bool isNear(double value, double expected) {
    return std::abs(value - expected) <= 1e-6 * expected;
}

/// What a sunk head takes beyond the hole: a frustum less its cylinder; less than nothing where it is deeper
/// than the stock.
double sunkVolume(const part::ExactCut& hole, double thickness) {
    if (!hole.countersink) return 0;
    const double slope = std::tan(radians(hole.countersink->angleDeg / 2));
    const double r = boxOf(hole.shapeInFlat).sizes().x() / 2, wide = hole.countersink->diameter / 2;
    const double deep = (wide - r) / slope;
    return deep < thickness ? kPi / 3 * deep * (wide * wide + wide * r + r * r) - kPi * r * r * deep : -1;
}

/// By Pappus; nothing of what a formula does not hold for: holes that meet, or reach into a bend or past an
/// edge, and bodies that cut through themselves.
std::optional<double> volumeByHand(const part::Part& part, const part::Folded& folded,
                                   const part::ExactBody& body) {
    if (!part::selfClashes(part, folded, 1).empty()) return {};
    double volume = 0;
    for (const part::ExactPlate& plate : body.plates) {
        volume += areaOf(plate.outlineInFlat) * body.thickness;
        for (size_t i = 0; i < plate.cuts.size(); ++i) {
            const part::ExactCut& hole = plate.cuts[i];
            for (const Vec2& corner : flattened(hole.shapeInFlat))
                if (!contains(plate.outlineInFlat, corner)) return {};
            const double reach = hole.countersink ? hole.countersink->diameter : 0;
            for (size_t j = 0; j < plate.cuts.size(); ++j) {
                const auto mine = boxOf(hole.shapeInFlat), other = boxOf(plate.cuts[j].shapeInFlat);
                if (i != j && mine.exteriorDistance(other) <= reach) return {};
            }
            if ((nearestOn(plate.outlineInFlat, hole.centreInFlat) - hole.centreInFlat).norm() < reach)
                return {};
            const double sunk = sunkVolume(hole, body.thickness);
            if (sunk < 0) return {};
            volume -= areaOf(hole.shapeInFlat) * body.thickness + sunk;
        }
    }
    for (const part::ExactBend& bend : body.bends) {
        if (!bend.cuts.empty()) return {};
        const double turned = bend.angleDeg * kPi / 180;
        volume += areaOf(bend.zone) * body.thickness * (bend.insideRadius + body.thickness / 2) * turned /
                  bend.allowance;
    }
    return volume;
}

} // namespace

class SolidsTest : public QObject {
    Q_OBJECT
private slots:
    void anAngleByHand();
    void bothHands();
    void randomPartsByPappus();
    void triangles();
    void nothingIsNoSolid();
    void gaugesLieBetweenTheLegs();
};

/// 50 and 40 over the outside of 30 x 3, bent round R 4: straight 43 and 33, a quarter ring between R 4
/// and 7. A hole of 6.6, 20 from the bend's outside corner up the leg that stands, in its middle; one of 9
/// drilled 15 from the near end, sunk to 13 at 90 degrees from the back.
void SolidsTest::anAngleByHand() {
    job::Job job = test::bar({50, 40}, {{.angleDeg = 90, .insideRadius = 4}}, 3, 30);
    job.dimensionTo = job::DimensionTo::Outside;
    job.plates[0].holes = {{.id = "h1",
                            .diameter = 9,
                            .x = 15,
                            .xFrom = job::Hole::XFrom::Start,
                            .countersink = job::Countersink{.diameter = 13, .angleDeg = 90, .onBack = true}}};
    job.plates[1].holes = {{.id = "h2", .diameter = 6.6, .x = 20, .xFrom = job::Hole::XFrom::Outside}};
    const part::Part part = part::solve(job, test::hotRolled());
    const std::vector<Facts> facts =
        readBack({part::formedBody(part, part::fold(part), "Vent stay"), part::flatBody(part, "blank")});
    QCOMPARE(facts.size(), size_t{2});
    QCOMPARE(facts[0].bodies, 1);
    const double holes = kPi * (4.5 * 4.5 + 3.3 * 3.3) * 3 +
                         kPi * 2 / 3 * (6.5 * 6.5 + 6.5 * 4.5 + 4.5 * 4.5) - kPi * 4.5 * 4.5 * 2;
    QVERIFY(isNear(facts[0].volume, (43 + 33) * 30 * 3 + 30 * kPi / 4 * (49 - 16) - holes));
    // The leg stands up at the far end of the first, its outside 50 from the near end.
    QVERIFY(facts[0].hasRound(3.3, {50, 15, 20}, {1, 0, 0}));
    QVERIFY(facts[0].hasRound(4.5, {15, 15, 0}, {0, 0, 1}));
    QVERIFY(facts[0].hasRound(4, {43, 0, 7}, {0, 1, 0}));
    QVERIFY(facts[0].hasRound(7, {43, 0, 7}, {0, 1, 0}));
    QVERIFY(isNear(facts[1].volume, part.blank.length * 30 * 3 - holes));
}

/// Mirrored in the plane through the root's middle: a hole 8 from the right edge comes 8 from the left one.
void SolidsTest::bothHands() {
    job::Job job = test::bar({50, 40}, {{.angleDeg = 90, .skewDeg = 20, .insideRadius = 4}}, 3, 30);
    job.oppositeHand = true;
    job.plates[0].holes = {{.id = "h1",
                            .diameter = 5,
                            .x = 12,
                            .xFrom = job::Hole::XFrom::Start,
                            .y = 8,
                            .yFrom = job::Hole::YFrom::Right}};
    const part::Part part = part::solve(job, test::hotRolled());
    const part::Part other = part::oppositePart(job, part, test::hotRolled());
    const std::vector<Facts> facts =
        readBack({part::formedBody(part, part::fold(part), "Vent stay"),
                  part::formedBody(other, part::fold(other), "Vent stay, opposite hand")});
    QVERIFY(isNear(facts[0].volume, facts[1].volume));
    QVERIFY(facts[0].hasRound(2.5, {12, 8, 0}, {0, 0, 1}));
    QVERIFY(facts[1].hasRound(2.5, {12, 22, 0}, {0, 0, 1}));
}

void SolidsTest::randomPartsByPappus() {
    test::RandomJobs random(7);
    std::vector<part::Part> parts;
    std::vector<part::ExactBody> bodies;
    std::vector<double> volumes;
    std::vector<bool> areSound;
    int withHoles = 0;
    for (int i = 0; i < test::rounds(160); ++i) {
        job::Job job = i % 2 ? random.next() : random.nextSheet(5);
        if (i % 4 < 2) // most random holes lie off somewhere
            for (job::Plate& plate : job.plates)
                plate.holes.clear();
        part::Part part = part::solve(job, test::materialOf(job));
        const part::Folded folded = part::fold(part);
        part::ExactBody body = part::formedBody(part, folded, job.title);
        const auto volume = volumeByHand(part, folded, body);
        if (!volume) continue;
        withHoles += !part.holes.empty();
        areSound.push_back(!check::hasStop(test::findingsOf(job)));
        volumes.push_back(*volume);
        bodies.push_back(body);
        parts.push_back(std::move(part));
    }
    QVERIFY2(bodies.size() > static_cast<size_t>(test::rounds(40)),
             qPrintable(QString::number(bodies.size())));
    QVERIFY2(withHoles > 0, qPrintable(QString::number(withHoles)));
    const std::vector<Facts> facts = readBack(bodies);
    QCOMPARE(facts.size(), bodies.size());
    for (size_t i = 0; i < facts.size(); ++i) {
        if (areSound[i]) QCOMPARE(facts[i].bodies, 1); // else flanges may lie over one another
        QVERIFY2(isNear(facts[i].volume, volumes[i]),
                 qPrintable(QStringLiteral("%1: %2 for %3").arg(i).arg(facts[i].volume).arg(volumes[i])));
        for (size_t hole = 0; hole < parts[i].holes.size(); ++hole) {
            if (!parts[i].holes[hole].isRound()) continue;
            const auto formed = part::formedHole(parts[i], part::fold(parts[i]), static_cast<int>(hole));
            QVERIFY(facts[i].hasRound(parts[i].holes[hole].diameter / 2, formed.point, formed.axis));
        }
    }
}

/// Binary STL: 80 bytes, how many triangles, 50 bytes each. They close, so what they enclose is their volume,
/// a little less than true where chords stand for rounds.
void SolidsTest::triangles() {
    const part::Part part =
        part::solve(test::bar({50, 40}, {{.angleDeg = 90, .insideRadius = 4}}, 3, 30), test::hotRolled());
    const part::ExactBody body = part::formedBody(part, part::fold(part), "Vent stay");
    const auto bytes = draw::solidFile({body}, solid::Format::Stl);
    QVERIFY(bool(bytes));
    quint32 count = 0;
    memcpy(&count, bytes->constData() + 80, 4);
    QCOMPARE(bytes->size(), qsizetype(84 + 50 * count));
    double volume = 0;
    for (quint32 i = 0; i < count; ++i) {
        std::array<float, 12> of; // the normal, and three corners
        memcpy(of.data(), bytes->constData() + 84 + 50 * i, sizeof of);
        const Vec3 a(of[3], of[4], of[5]), b(of[6], of[7], of[8]), c(of[9], of[10], of[11]);
        volume += a.dot(b.cross(c)) / 6;
    }
    const double expected = *volumeByHand(part, part::fold(part), body);
    QVERIFY(std::abs(volume / expected - 1) < 0.002);
}

/// What cannot be made gets a sentence: an outline without area.
void SolidsTest::nothingIsNoSolid() {
    QVERIFY(!draw::solidFile({{"none", 3, {}, {}}}, solid::Format::Step));
    part::ExactBody nothing{"none", 3, {{Pose3::Identity(), straight({{0, 0}, {10, 0}}), {}}}, {}};
    const auto bytes = draw::solidFile({nothing}, solid::Format::Step);
    QVERIFY(!bytes);
    QVERIFY(bytes.error().says.find("No solid can be made") == 0);
}

/// Bends of 90, 60 and 90 with R 3: two gauges, the first for two of them. Its sides stand 90 degrees apart,
/// its corner is cut back past the round, which ends R tan 45 = 3 from where the insides meet, and it is
/// pushed in between the formed legs without meeting either.
void SolidsTest::gaugesLieBetweenTheLegs() {
    job::Job job = test::bar({60, 50, 45, 20},
                             {{.angleDeg = 90, .insideRadius = 3},
                              {.angleDeg = 60, .insideRadius = 3},
                              {.angleDeg = 90, .insideRadius = 3}},
                             3, 30);
    const part::Part part = part::solve(job, test::materialOf(job));
    const auto gauges = part::bendGauges(part);
    QCOMPARE(gauges.size(), size_t(2));
    QVERIFY(gauges[0].bends == std::vector<int>({0, 2}) && gauges[1].bends == std::vector<int>({1}));
    for (const part::Gauge& gauge : gauges) {
        const Path& outline = gauge.body.plates[0].outlineInFlat;
        const Vec2 low = outline[1].point - outline[0].point,
                   high = outline[outline.size() - 2].point - outline.back().point;
        const double between = degrees(std::acos(low.normalized().dot(high.normalized())));
        QVERIFY(std::abs(between - (180 - gauge.angleDeg)) < 1e-9);
        QVERIFY(outline[0].point.norm() > 3 * std::tan(radians(gauge.angleDeg / 2)) + 1);
        QVERIFY(std::abs(low.normalized().dot(outline[0].point.normalized()) - 1) <
                1e-9); // from the corner on
        QVERIFY(outline[1].point.norm() <= 35 + 1e-9 && gauge.arm >= 10);
        for (const int bend : gauge.bends)
            for (const int leg : {part.bends[size_t(bend)].parent, part.bends[size_t(bend)].child})
                QVERIFY(gauge.arm <=
                        3 * std::tan(radians(gauge.angleDeg / 2)) + part.plates[size_t(leg)].length + 1e-9);
        QCOMPARE(gauge.body.plates[0].cuts.size(), gauge.angleDeg == 90 ? size_t(1) : size_t(2));
    }
    // By hand: of the second, included 120, a hexagon; of the first a triangle less its corner and a hole.
    const double arm = gauges[0].arm, corner = 3 + 1.5;
    const double flat = (arm * arm - corner * corner) / 2 - kPi * 1.5 * 1.5;
    const auto facts = readBack({gauges[0].body, gauges[1].body});
    QCOMPARE(facts.size(), size_t(2));
    QVERIFY2(std::abs(facts[0].volume - 4 * flat) < 1e-3, qPrintable(QString::number(facts[0].volume)));
    QCOMPARE(facts[0].bodies, 1);
    QCOMPARE(facts[1].bodies, 1);
    // Too tight, too short, or hardly bent: none.
    QVERIFY(part::bendGauges(part::solve(test::bar({60, 8}, {{.angleDeg = 90, .insideRadius = 3}}, 3, 30),
                                         test::materialOf(job)))
                .empty());
    QVERIFY(part::bendGauges(part::solve(test::bar({60, 50}, {{.angleDeg = 175, .insideRadius = 3}}, 3, 30),
                                         test::materialOf(job)))
                .empty());
}

GOODFOLD_TEST(SolidsTest)

} // namespace goodfold::solids_test

#include "solids.moc"
