// How plates are measured and cut: joggles, dimensions across, flat-first lengths, ends, corners, slots,
// marks.
#include "core/support.h"
#include "edit/cut_length.h"
#include "edit/edit.h"
#include "part/driven.h"
#include "part/mark.h"
#include "part/mirror.h"

namespace goodfold::shapes_test {

using job::Corner;
using job::CornerCut;
using job::Edge;
using job::Plate;
using job::Turn;

namespace {

constexpr double kJobs = 300;

job::Job zBar() {
    return test::bar({40, 60, 30}, {{.angleDeg = 90, .turn = Turn::Up, .insideRadius = 3.0},
                                    {.angleDeg = 90, .turn = Turn::Down, .insideRadius = 3.0}});
}

job::Job uBar() {
    job::Job job = zBar();
    job.bends[1].turn = Turn::Up;
    return job;
}

job::Job joggled(double offset, double length, double radius = 3) {
    job::Job job = test::bar({40, 1, 50}, {{.turn = Turn::Up, .insideRadius = radius},
                                           {.turn = Turn::Down, .insideRadius = radius}});
    job.plates[1].joggle = {offset, length};
    job.plates[1].length = 0;
    return job;
}

struct Made {
    part::Part part;
    part::Folded folded;
};
Made made(const job::Job& job) {
    const part::Part part = part::solve(job, test::materialOf(job));
    return {part, part::fold(part)};
}

/// Where a plate's start lies in the root frame: on its right edge, at a height over its back.
Vec3 startOf(const Made& m, size_t plate, double z) {
    const Vec2 p = m.part.plates[plate].flatFromPlate.translation();
    return m.folded.rootFromFlat[plate] * Vec3(p.x(), p.y(), z);
}

} // namespace

class ShapesTest : public QObject {
    Q_OBJECT
private slots:
    void joggleHasItsOffsetAndLength_data();
    void joggleHasItsOffsetAndLength();
    void joggleTooShortSaysTheLeast();
    void acrossDrivesTheLeg_data();
    void acrossDrivesTheLeg();
    void acrossNeedsParallelLegs();
    void anyWayOfMeasuringKeepsThePart();
    void flatFirstIsTheBlank();
    void endsOfADimensionMayDiffer();
    void cornersAndEndsTakeTheirArea();
    void fullRoundEndIsWithinItsLength();
    void angledEndIsMeasuredOnTheCentreline();
    void extraIsTrimmed();
    void slotHasTwoPunchMarks();
    void marksCountFromTheChosenEnd();
    void marksGoOnTheInsideOfTheBend();
    void mirrorTakesShapesAlong();
    void cutAtAnotherLength();
    void cutAtAnotherLengthKeepsHolesWhereItCan();
    void cutAtAnotherLengthComparesTheWholePart();
    void cutSheetIsTakenByWhatRunsThatWay();
};

void ShapesTest::joggleHasItsOffsetAndLength_data() {
    QTest::addColumn<double>("offset");
    QTest::addColumn<double>("length");
    QTest::addColumn<double>("radius");
    QTest::newRow("shallow") << 3.0 << 25.0 << 3.0;
    QTest::newRow("one thickness") << 3.0 << 12.0 << 3.0;
    QTest::newRow("deep") << 20.0 << 30.0 << 4.0;
    QTest::newRow("square step") << 30.0 << 9.0 << 3.0;
    QTest::newRow("no straight between its bends") << 3.0 << std::sqrt(2 * 9.0 * 3 - 9.0) << 3.0;
}

void ShapesTest::joggleHasItsOffsetAndLength() {
    QFETCH(double, offset);
    QFETCH(double, length);
    QFETCH(double, radius);
    const Made m = made(joggled(offset, length, radius));
    QVERIFY(m.part.undrivable.empty());
    // Face to the same face, and from the near tangent line to the far one, measured on the formed part.
    const Vec3 start(m.part.plates[0].length, 0, 0), end = startOf(m, 2, 0);
    QVERIFY(std::abs(end.z() - start.z() - offset) < 1e-9);
    QVERIFY(std::abs(end.x() - start.x() - length) < 1e-9);
    QVERIFY(m.part.plates[1].length > -1e-9);
    QVERIFY(std::abs(m.part.bends[0].shape.angleDeg - m.part.bends[1].shape.angleDeg) < 1e-12);
}

void ShapesTest::joggleTooShortSaysTheLeast() {
    const job::Job job = joggled(6, 5);
    const Made m = made(job);
    QCOMPARE(m.part.undrivable.size(), size_t(1));
    QVERIFY(std::abs(m.part.undrivable[0].least - std::sqrt(2 * 9.0 * 6 - 36)) < 1e-9);
    const auto findings = test::findingsOf(job);
    const auto* finding = test::findRule(findings, "cannot-drive");
    QVERIFY(finding && finding->severity == check::Severity::Stop && finding->remedy());
    const auto after = test::findingsOf(finding->remedy()->mended);
    QVERIFY(!test::findRule(after, "cannot-drive"));
}

void ShapesTest::acrossDrivesTheLeg_data() {
    QTest::addColumn<bool>("isU");
    QTest::addColumn<int>("measure");
    QTest::addColumn<double>("angle");
    QTest::addColumn<double>("skew");
    QTest::addColumn<double>("wanted");
    for (const bool isU : {false, true})
        for (const auto measure : {Plate::Measure::Overall, Plate::Measure::Opening, Plate::Measure::Offset})
            QTest::addRow("%s, way %d", isU ? "U" : "Z", int(measure))
                << isU << int(measure) << 90.0 << 0.0 << 57.0;
    QTest::newRow("Z of 45 degrees") << false << int(Plate::Measure::Overall) << 45.0 << 0.0 << 33.0;
    QTest::newRow("steep skewed Z") << false << int(Plate::Measure::Offset) << 110.0 << 15.0 << 40.0;
}

void ShapesTest::acrossDrivesTheLeg() {
    QFETCH(bool, isU);
    QFETCH(int, measure);
    QFETCH(double, angle);
    QFETCH(double, skew);
    QFETCH(double, wanted);
    job::Job job = isU ? uBar() : zBar();
    for (job::Bend& bend : job.bends) {
        bend.angleDeg = angle;
        bend.skewDeg = skew;
    }
    job.plates[1].measure = static_cast<Plate::Measure>(measure);
    job.plates[1].length = wanted;
    const Made m = made(job);
    // Heights of both faces of the far plate over the near plate's back; the near plate spans 0 to T.
    const double a = startOf(m, 2, 0).z(), b = startOf(m, 2, job.thickness).z();
    const double low = std::min({a, b, 0.0}), high = std::max({a, b, job.thickness});
    const double gap = std::min(a, b) > 0 ? std::min(a, b) - job.thickness : -std::max(a, b);
    const double measured = measure == int(Plate::Measure::Overall)   ? high - low
                            : measure == int(Plate::Measure::Opening) ? gap
                                                                      : std::abs((a + b - job.thickness) / 2);
    QVERIFY2(std::abs(measured - wanted) < 1e-9, qPrintable(QString::number(measured)));
}

void ShapesTest::acrossNeedsParallelLegs() {
    job::Job job = zBar();
    job.plates[1].measure = Plate::Measure::Overall;
    QVERIFY(!job::whatIsWrong(job));
    job.bends[1].angleDeg = 80;
    QVERIFY(job::whatIsWrong(job));
    QCOMPARE(job::whatIsWrong(job)->where, std::string("plates[1].measure"));
}

void ShapesTest::anyWayOfMeasuringKeepsThePart() {
    for (const job::Job& start : {zBar(), uBar()}) {
        const double blank = made(start).part.blank.length;
        job::Job job = start;
        const auto same = [&](const Result<edit::Edited>& edited) {
            QVERIFY2(bool(edited), edited ? "" : edited.error().says.c_str());
            job = edited->job;
            QVERIFY(std::abs(made(job).part.blank.length - blank) < 1e-9);
        };
        const auto& material = test::hotRolled();
        for (const auto measure : {Plate::Measure::Overall, Plate::Measure::Offset, Plate::Measure::Opening})
            same(edit::withMeasure(job, material, "B", measure));
        same(edit::withFlatFirst(job, material, "B", true));
        QVERIFY(std::abs(job.plates[1].length - part::lengthOnBlank(made(job).part, 1)) < 1e-9);
        same(edit::withFlatFirst(job, material, "B", false));
        QVERIFY(std::abs(job.plates[1].length - 60) < 1e-9);
        same(edit::withDimensionTo(job, material, "B", Edge::Start, job::DimensionTo::Inside));
        QVERIFY(std::abs(job.plates[1].length - 57) < 1e-9); // one wall thickness less
        same(edit::withDimensionTo(job, material, "B", Edge::Start, {}));
        QVERIFY(std::abs(job.plates[1].length - 60) < 1e-9);
    }
}

void ShapesTest::flatFirstIsTheBlank() {
    job::Job job = zBar();
    for (Plate& plate : job.plates)
        plate.flatFirst = true;
    // All legs counted on the blank: they add up to it, whatever K says.
    for (const double k : {0.33, 0.5}) {
        job.bends[0].k = job.bends[1].k = k;
        QVERIFY(std::abs(made(job).part.blank.length - 130) < 1e-9);
    }
    const auto marks = part::marksOf(made(job).part);
    QCOMPARE(marks[1].along, 40.0); // the first bend's centreline
    QCOMPARE(marks[4].along, 100.0);
}

void ShapesTest::endsOfADimensionMayDiffer() {
    // Inside at one end, outside at the other: 60 there is 63 outside both.
    job::Job job = uBar();
    job.plates[1].dimensionTo[Edge::Start] = job::DimensionTo::Inside;
    QVERIFY(std::abs(part::lengthTo(made(job).part, 1, job::DimensionTo::Outside) - 63) < 1e-9);
}

void ShapesTest::cornersAndEndsTakeTheirArea() {
    job::Job job = zBar();
    const double square = made(job).part.blank.area;
    const double pi = std::numbers::pi;
    const auto taken = [&] { return square - made(job).part.blank.area; };
    job.plates[0].corners[Corner::StartLeft] = {CornerCut::Kind::Round, 6};
    QVERIFY(std::abs(taken() - 36 * (1 - pi / 4)) < 1e-9);
    job.plates[0].corners[Corner::StartLeft] = {CornerCut::Kind::Chamfer, 6};
    QVERIFY(std::abs(taken() - 18) < 1e-9);
    job.plates[0].corners.clear();
    job.plates[2].ends[Edge::End].fullRound = true;
    QVERIFY(std::abs(taken() - (30 * 15 - pi * 225 / 2)) < 1e-9);
    job.plates[2].ends.clear();
    job.plates[1].holes = {{.id = "s", .kind = job::Hole::Kind::Slot, .diameter = 6, .length = 16, .x = 30}};
    QVERIFY(std::abs(taken() - (pi * 9 + 60)) < 1e-9);

    job.plates[1].holes.clear();
    job.plates[0].corners[Corner::StartLeft] = {CornerCut::Kind::Round, 20};
    job.plates[0].corners[Corner::StartRight] = {CornerCut::Kind::Round, 20};
    QVERIFY(!made(job).part.plates[0].cornersFit);
    const auto findings = test::findingsOf(job);
    const auto* finding = test::findRule(findings, "corners-too-large");
    QVERIFY(finding && finding->remedy());
    QVERIFY(made(finding->remedy()->mended).part.plates[0].cornersFit);
}

void ShapesTest::fullRoundEndIsWithinItsLength() {
    job::Job job = zBar();
    const double length = made(job).part.blank.length;
    job.plates[0].ends[Edge::Start].fullRound = true;
    job.plates[2].ends[Edge::End].fullRound = true;
    QVERIFY(std::abs(made(job).part.blank.length - length) < 1e-9);
    job.plates[2].corners[Corner::EndLeft] = {CornerCut::Kind::Round, 3};
    QVERIFY(job::whatIsWrong(job)); // one full round has no corners besides
}

void ShapesTest::angledEndIsMeasuredOnTheCentreline() {
    job::Job job = zBar();
    const part::Part square = made(job).part;
    job.plates[2].ends[Edge::End].cutDeg = 30;
    const part::Part cut = made(job).part;
    QVERIFY(std::abs(cut.blank.area - square.blank.area) <
            1e-9); // as much longer at one edge as shorter at the other
    QVERIFY(std::abs(cut.blank.length - square.blank.length - 15 * std::tan(radians(30))) < 1e-9);
    QVERIFY(cut.plates[2].outlineInFlat[1].x() > cut.plates[2].outlineInFlat[2].x()); // longer at the right
}

void ShapesTest::extraIsTrimmed() {
    job::Job job = zBar();
    const part::Part plain = made(job).part;
    job.plates[0].ends[Edge::Start].extra = 40;
    job.plates[2].ends[Edge::End] = {15, false, 100};
    const part::Part part = made(job).part;
    const double lean = 15 * std::tan(radians(15));
    QVERIFY(std::abs(part.blank.length - (plain.blank.length + 140 + lean)) < 1e-9);
    std::vector<part::Mark> trims;
    for (const part::Mark& mark : part::marksOf(part))
        if (mark.kind == part::Mark::Kind::Trim) trims.push_back(mark);
    QCOMPARE(trims.size(), size_t(2));
    QCOMPARE(trims[0].along, 40.0);
    QVERIFY(std::abs(trims[1].along - (40 + plain.blank.length)) < 1e-9);
    QVERIFY(std::abs(trims[1].alongAtRight - trims[1].alongAtLeft - 2 * lean) < 1e-9);
    // The formed part does not know of it.
    QVERIFY((part.plates[2].outlineInFlat[3] - plain.plates[2].outlineInFlat[3]).norm() < 1e-9);
}

void ShapesTest::slotHasTwoPunchMarks() {
    job::Job job = zBar();
    job.plates[0].holes = {{.id = "h1",
                            .kind = job::Hole::Kind::Slot,
                            .diameter = 6,
                            .length = 16,
                            .x = 20,
                            .xFrom = job::Hole::XFrom::Start}};
    std::vector<part::Mark> punched;
    for (const part::Mark& mark : part::marksOf(made(job).part))
        if (part::isPunched(mark.kind)) punched.push_back(mark);
    QCOMPARE(punched.size(), size_t(2));
    QCOMPARE(punched[0].along, 15.0);
    QCOMPARE(punched[1].along, 25.0);
    QCOMPARE(punched[1].across, 15.0);
    job.plates[0].holes[0].angleDeg = 90;
    const auto turned = made(job).part.holes[0].spineInFlat;
    QVERIFY((turned.from - Vec2(20, 10)).norm() < 1e-9 && (turned.to - Vec2(20, 20)).norm() < 1e-9);
}

void ShapesTest::marksCountFromTheChosenEnd() {
    test::RandomJobs random(21);
    for (int i = 0; i < kJobs; ++i) {
        job::Job job = random.next();
        job.datum = Edge::Start;
        const part::Part fromStart = made(job).part;
        job.datum = Edge::End;
        const part::Part fromEnd = made(job).part;
        const auto there = part::marksOf(fromStart);
        auto back = part::marksOf(fromEnd);
        QCOMPARE(there.size(), back.size());
        double sum = 0, backSum = 0;
        for (const part::Mark& mark : there)
            sum += mark.along;
        for (const part::Mark& mark : back) {
            backSum += mark.along;
            QVERIFY(std::abs(part::alongBlank(fromEnd, Vec2(part::flatXAt(fromEnd, mark.along), 0)) -
                             mark.along) < 1e-9);
        }
        const double all = fromStart.blank.length * static_cast<double>(there.size());
        QVERIFY(std::abs(sum + backSum - all) < 1e-6);
        QVERIFY(std::is_sorted(back.begin(), back.end(), [](auto& a, auto& b) { return a.along < b.along; }));
    }
}

void ShapesTest::marksGoOnTheInsideOfTheBend() {
    for (const part::Mark& mark : part::marksOf(made(zBar()).part))
        QCOMPARE(mark.onBack, mark.about.id == "2"); // the one bent away
}

void ShapesTest::mirrorTakesShapesAlong() {
    job::Job job = zBar();
    job.plates[2].ends[Edge::End].cutDeg = 20;
    job.plates[2].corners[Corner::EndLeft] = {CornerCut::Kind::Round, 5};
    job.plates[0].holes = {{.id = "h1",
                            .kind = job::Hole::Kind::Slot,
                            .length = 12,
                            .angleDeg = 30,
                            .x = 20,
                            .xFrom = job::Hole::XFrom::Start}};
    const Made m = made(job);
    const job::Job twin = part::mirrored(job, m.part);
    QVERIFY(twin.plates[2].corners.count(Corner::EndRight));
    QVERIFY(part::mirrored(twin, m.part) == job);
    const Made t = made(twin);
    const auto flipped = [&](const Vec2& p) { return Vec2(p.x(), 30 - p.y()); };
    QVERIFY((flipped(m.part.holes[0].spineInFlat.to) - t.part.holes[0].spineInFlat.to).norm() < 1e-9);
    for (const PathVertex& vertex : m.part.blank.outline) {
        const Vec2 there = flipped(vertex.point);
        QVERIFY((nearestOn(t.part.blank.outline, there) - there).norm() < 1e-9);
    }
}

void ShapesTest::cutAtAnotherLength() {
    job::Job job = zBar();
    job.plates[0].holes = {{.id = "h1", .x = 12, .xFrom = job::Hole::XFrom::Start}};
    job.plates[2].holes = {{.id = "h2", .x = 10, .xFrom = job::Hole::XFrom::End}};
    const double blank = made(job).part.blank.length;
    const auto ways = edit::afterCutting(job, test::hotRolled(), {blank - 3});
    QCOMPARE(ways.size(), size_t(3)); // each leg can take it
    for (const edit::CutOutcome& way : ways)
        QVERIFY(std::abs(made(way.job).part.blank.length - (blank - 3)) < 1e-9);
    QVERIFY(edit::afterCutting(job, test::hotRolled(), {blank - 200}).empty()); // no leg has so much
}

/// A stand of two feet on one line, joined by two legs: what the one leg takes its foot stands off by, though
/// its hole is hardly any nearer to the other.
void ShapesTest::cutAtAnotherLengthComparesTheWholePart() {
    const job::Job job = [] {
        job::Job hat = test::bar({40, 60, 200, 60, 40},
                                 {{.angleDeg = 90, .turn = job::Turn::Up, .insideRadius = 3.0},
                                  {.angleDeg = 90, .turn = job::Turn::Down, .insideRadius = 3.0},
                                  {.angleDeg = 90, .turn = job::Turn::Down, .insideRadius = 3.0},
                                  {.angleDeg = 90, .turn = job::Turn::Up, .insideRadius = 3.0}},
                                 3, 30);
        hat.plates[0].holes = {{.id = "h1", .x = 15, .xFrom = job::Hole::XFrom::Start}};
        hat.plates[4].holes = {{.id = "h2", .x = 15, .xFrom = job::Hole::XFrom::End}};
        return hat;
    }();
    const double blank = made(job).part.blank.length;
    const auto ways = edit::afterCutting(job, test::hotRolled(), {blank - 3.8});
    QCOMPARE(ways.size(), size_t{5});
    for (const edit::CutOutcome& way : ways) {
        const bool isFoot = way.plate == "A" || way.plate == "E", isTop = way.plate == "C";
        QVERIFY(std::abs(way.holesOff - (isFoot ? 0 : 3.8)) < 1e-9);
        QVERIFY(std::abs(way.legsOff - (isFoot ? 0 : 3.8)) < 1e-9); // a leg beside the top stands 3.8 in
        QCOMPARE(way.isRight(), isFoot);
        // In between holes the distance alone says little of a foot that hangs.
        if (isFoot || isTop) continue;
        const Made before = made(job), after = made(way.job);
        const auto apart = [](const Made& m) {
            return (part::formedHole(m.part, m.folded, 1).point - part::formedHole(m.part, m.folded, 0).point)
                .norm();
        };
        QVERIFY(std::abs(apart(after) - apart(before)) < 0.1);
        QVERIFY(way.offLeg == "A" || way.offLeg == "C" || way.offLeg == "E");
    }
    QVERIFY(ways.front().isRight());
}

void ShapesTest::cutSheetIsTakenByWhatRunsThatWay() {
    job::Job job;
    job.material = "steel-hot-rolled";
    job.thickness = 1;
    job.stock.form = job::StockForm::Sheet;
    job.plates = {
        {.id = "A", .length = 120, .width = 80.0}, {.id = "B", .length = 25}, {.id = "C", .length = 20}};
    job.bends = {{.id = "1", .from = "A", .edge = Edge::End, .to = "B"},
                 {.id = "2", .from = "A", .edge = Edge::Left, .to = "C"}};
    const part::Blank blank = made(job).part.blank;
    const auto legsOf = [&](const edit::Cut& cut) {
        std::set<std::string> legs;
        for (const edit::CutOutcome& way : edit::afterCutting(job, test::hotRolled(), cut)) {
            const part::Blank after = made(way.job).part.blank;
            if (std::abs((cut.isWidth ? after.width : after.length) - cut.millimetres) > 1e-6) return legs;
            legs.insert(way.plate + (way.takesInWidth ? " wide" : ""));
        }
        return legs;
    };
    QCOMPARE(legsOf({blank.length - 2}), (std::set<std::string>{"A", "B"}));
    QCOMPARE(legsOf({blank.width - 2, true}), (std::set<std::string>{"A wide", "C"}));
}

void ShapesTest::cutAtAnotherLengthKeepsHolesWhereItCan() {
    job::Job job = zBar();
    job.plates[0].holes = {{.id = "h1", .x = 12, .xFrom = job::Hole::XFrom::Start}};
    job.plates[2].holes = {{.id = "h2", .x = 10, .xFrom = job::Hole::XFrom::End}};
    const Made before = made(job);
    const auto ways = edit::afterCutting(job, test::hotRolled(), {before.part.blank.length - 3});
    // Seen from the root, which keeps its hole's distance from its bend, h2 moves as a whole.
    for (const edit::CutOutcome& way : ways) {
        const Made after = made(way.job);
        const auto fromOther = [](const Made& m) {
            return Vec3(part::formedHole(m.part, m.folded, 1).point -
                        part::formedHole(m.part, m.folded, 0).point);
        };
        const double moved = (fromOther(after) - fromOther(before)).norm();
        QVERIFY(std::abs(moved - way.holesOff) < 1e-9);
        QCOMPARE(way.holesOff < 1e-9, way.plate != "B");
    }
    QVERIFY(ways.front().holesOff < 1e-9); // the best first
    // From the last leg the holes' marks stay where they are on the blank.
    const auto last =
        std::find_if(ways.begin(), ways.end(), [](const auto& way) { return way.plate == "C"; });
    const part::Part cut = made(last->job).part;
    for (size_t h = 0; h < 2; ++h)
        QVERIFY((cut.holes[h].centreInFlat - before.part.holes[h].centreInFlat).norm() < 1e-9);
    QCOMPARE(last->job.findHole("h2")->x, 7.0);
}

GOODFOLD_TEST(ShapesTest)

} // namespace goodfold::shapes_test

#include "shapes.moc"
