// What is cut in a plate: shapes, patterns, and places measured in the formed part.
#include "core/sheet_support.h"
#include "edit/drag.h"
#include "part/hole_shape.h"
#include "part/mark.h"

namespace goodfold::features_test {

using job::Edge;
using job::FormedPlace;
using job::Hole;
using job::Pattern;
using test::channel;
using test::hole;

namespace {

struct Formed {
    part::Part part;
    part::Folded folded;
    /// Middle of the thickness.
    Vec3 at(const std::string& id) const {
        const auto formed = part::formedHole(part, folded, part.holeIndex(id));
        return formed.point + part.thickness / 2 * formed.axis;
    }
    Vec3 axis(const std::string& id) const { return part::formedHole(part, folded, part.holeIndex(id)).axis; }
};

Formed formed(const job::Job& job) {
    if (const auto wrong = job::whatIsWrong(job)) qFatal("%s: %s", wrong->where.c_str(), wrong->says.c_str());
    const part::Part part = part::solve(job, test::materialOf(job));
    return {part, part::fold(part)};
}

} // namespace

class FeaturesTest : public QObject {
    Q_OBJECT
private slots:
    void areas_data();
    void areas();
    void impossibleShapesAreRefused_data();
    void impossibleShapesAreRefused();
    void patterns_data();
    void patterns();
    void mirroredCopiesLieOppositeEachOther();
    void onTheAxisOfAHoleBelow();
    void straightAcrossAU();
    void squareFromAnotherPlate();
    void formedPlacesHoldWhenTheBendChanges();
    void placesInARingAreRefused();
    void unreachablePlaceIsSaid();
    void nearABendOffersThreeWaysOut();
    void countersinkIsWhatComesNear();
    void drilledAfterBendingIsNotCut();
    void pointsFollowThePull_data();
    void pointsFollowThePull();
    void stretchBecomesAPoint();
};

void FeaturesTest::areas_data() {
    QTest::addColumn<int>("kind");
    QTest::addColumn<double>("area");
    const double pi = std::numbers::pi;
    // diameter 10, length 24, radius 20 (3 for the rectangle), swing 90, neck 5
    QTest::newRow("round") << int(Hole::Kind::Round) << 25 * pi;
    QTest::newRow("slot") << int(Hole::Kind::Slot) << 25 * pi + 14 * 10;
    QTest::newRow("arc slot") << int(Hole::Kind::ArcSlot) << 25 * pi + 20 * pi / 2 * 10;
    QTest::newRow("rectangle") << int(Hole::Kind::Rectangle) << 240 - (4 - pi) * 9;
    // a segment of height 2 is gone where the flat lies 8 from the round opposite: r 5, flat 3 off the centre
    QTest::newRow("D") << int(Hole::Kind::D) << 25 * (pi - std::acos(0.6)) + 3 * 4;
    const double cornerJoints = std::sqrt(25 - 6.25), half = std::asin(0.5);
    QTest::newRow("key") << int(Hole::Kind::Key)
                         << 25 * (pi - half) + 2.5 * cornerJoints + (24 - 2.5 - cornerJoints) * 5 +
                                pi * 6.25 / 2;
    QTest::newRow("cut-out") << int(Hole::Kind::CutOut) << 200 + pi * 25 / 2;
}

void FeaturesTest::areas() {
    QFETCH(int, kind);
    QFETCH(double, area);
    Hole made;
    made.kind = static_cast<Hole::Kind>(kind);
    made.diameter = 10;
    made.length = made.kind == Hole::Kind::D ? 8 : 24;
    made.radius = made.kind == Hole::Kind::Rectangle ? 3 : 20;
    made.swingDeg = 90;
    made.neck = 5;
    made.angleDeg = 33;
    // 20 by 10, one short side a half circle outward
    made.outline = {{{-10, -5}}, {{10, -5}, 5}, {{10, 5}}, {{-10, 5}}};
    const Path path = part::shapeOf(made);
    QVERIFY2(std::abs(areaOf(path) - area) < 1e-9, qPrintable(QString::number(areaOf(path), 'f', 6)));
    QVERIFY(std::abs(areaOf(flattened(path, 0.1)) - area) < 1e-3);
}

void FeaturesTest::impossibleShapesAreRefused_data() {
    QTest::addColumn<QString>("hole");
    const auto row = [](const char* name, const char* members) {
        QTest::newRow(name)
            << QString(R"({"id": "h1", "diameter": 10, "x": 20, "x_from": "start", %1})").arg(members);
    };
    row("slot shorter than wide", R"("kind": "slot", "length": 8)");
    row("arc slot through its pivot", R"("kind": "arc-slot", "radius": 4, "swing": 60)");
    row("arc slot all round", R"("kind": "arc-slot", "radius": 20, "swing": 360)");
    row("corner larger than the rectangle", R"("kind": "rectangle", "length": 20, "radius": 6)");
    row("D with no flat", R"("kind": "d", "length": 10)");
    row("neck wider than its hole", R"("kind": "key", "length": 20, "neck": 10)");
    row("neck inside its hole", R"("kind": "key", "length": 5, "neck": 4)");
    row("outline of a line", R"("kind": "cut-out", "outline": [{"x": 0, "y": 0}, {"x": 5, "y": 0}])");
    row("row of one", R"("pattern": {"kind": "row", "count": 1, "pitch": 10})");
    row("row without a pitch", R"("pattern": {"kind": "row", "count": 3, "pitch": 0})");
    row("mirrored nowhere", R"("pattern": {"kind": "mirror", "across": false})");
    row("countersunk slot", R"("kind": "slot", "length": 20, "countersink": {"diameter": 14})");
    row("countersink smaller than its hole", R"("countersink": {"diameter": 8})");
    row("on the axis of nothing", R"("formed": {"place": "axis", "of": "h7"})");
    row("from its own plate", R"("formed": {"place": "plate", "of": "A", "distance": 3})");
    row("a word too much", R"("pattern": {"kind": "row", "count": 3, "pitch": 9, "colour": 1})");
}

void FeaturesTest::impossibleShapesAreRefused() {
    QFETCH(QString, hole);
    std::istringstream in(QString(R"({"format": "good-fold-job", "version": 1, "material": "steel-galvanised",
        "thickness": 1, "stock": {"form": "sheet"}, "plates": [{"id": "A", "length": 80, "width": 60,
        "holes": [%1]}]})")
                              .arg(hole)
                              .toStdString());
    const auto job = files::readJob(in);
    QVERIFY(!job);
    QVERIFY(job.error().where.find("holes[0]") != std::string::npos);
    QVERIFY(job.error().says.ends_with('.'));
}

void FeaturesTest::patterns_data() {
    QTest::addColumn<Pattern>("pattern");
    QTest::addColumn<QList<QPointF>>("places");
    Pattern row;
    row.count = 3;
    row.pitch = 10;
    row.angleDeg = 90;
    QTest::newRow("row") << row << QList<QPointF>{{20, 30}, {20, 40}, {20, 50}};
    Pattern grid;
    grid.kind = Pattern::Kind::Grid;
    grid.pitch = 10;
    grid.rowPitch = 5;
    QTest::newRow("grid") << grid << QList<QPointF>{{20, 30}, {30, 30}, {20, 35}, {30, 35}};
    Pattern circle;
    circle.kind = Pattern::Kind::Circle;
    circle.count = 4;
    circle.diameter = 20;
    QTest::newRow("circle") << circle << QList<QPointF>{{30, 30}, {20, 40}, {10, 30}, {20, 20}};
}

void FeaturesTest::patterns() {
    QFETCH(Pattern, pattern);
    QFETCH(QList<QPointF>, places);
    job::Job job = edit::emptySheet(quantity::Unit::Millimetre);
    job.plates[0].holes = {hole("h1", 20, 30)};
    job.plates[0].holes[0].pattern = pattern;
    const part::Part part = formed(job).part;
    QCOMPARE(part.holes.size(), size_t(places.size()));
    QCOMPARE(job::countOf(job.plates[0].holes[0]), int(places.size()));
    for (size_t i = 0; i < part.holes.size(); ++i) {
        const QPointF& there = places[static_cast<qsizetype>(i)];
        QVERIFY((part.holes[i].centreInFlat - Vec2(there.x(), there.y())).norm() < 1e-9);
        QCOMPARE(part.holes[i].source, std::string("h1"));
    }
    QCOMPARE(part.holes[1].id, std::string("h1.2"));
    // Every one of them is marked on its own.
    const auto marks = part::marksOf(part);
    QCOMPARE(std::count_if(marks.begin(), marks.end(),
                           [](const auto& mark) { return part::isPunched(mark.kind); }),
             long(places.size()));
}

void FeaturesTest::mirroredCopiesLieOppositeEachOther() {
    job::Job job = edit::emptySheet(quantity::Unit::Millimetre);
    Hole slot = hole("h1", 20, 12);
    slot.kind = Hole::Kind::Slot;
    slot.length = 14;
    slot.angleDeg = 30;
    slot.pattern = Pattern{Pattern::Kind::Mirror};
    slot.pattern->lengthwise = true;
    job.plates[0].holes = {slot};
    const part::Part part = formed(job).part;
    QCOMPARE(part.holes.size(), size_t(4));
    const std::array<Vec2, 4> places{Vec2(20, 12), Vec2(20, 48), Vec2(80, 12), Vec2(80, 48)};
    for (size_t i = 0; i < 4; ++i) {
        QVERIFY((part.holes[i].centreInFlat - places[i]).norm() < 1e-9);
        QVERIFY(areaOf(part.holes[i].shapeInFlat) > 0); // counter-clockwise still
    }
    const Segment& across = part.holes[1].spineInFlat;
    QVERIFY(std::abs((across.to - across.from).normalized().y() + 0.5) < 1e-9); // turned the other way
}

void FeaturesTest::onTheAxisOfAHoleBelow() {
    for (const double angle : {90.0, 75.0, 110.0}) {
        job::Job job = channel(angle);
        job.plates[0].holes = {hole("h1", 20, 33)};
        job.plates[2].holes = {hole("h2", 0, 0, Hole::XFrom::Outside)};
        job.plates[2].holes[0].formed = FormedPlace{FormedPlace::Kind::Axis, "h1"};
        const Formed f = formed(job);
        QVERIFY((f.at("h2") - f.at("h1")).cross(f.axis("h1")).norm() < 1e-9);
    }
}

void FeaturesTest::straightAcrossAU() {
    job::Job job = channel(80);
    job.plates[0].holes = {hole("h1", 20, 33)};
    Hole far = hole("h2", 0, 50, Hole::XFrom::Outside);
    far.formed = FormedPlace{FormedPlace::Kind::Straight, "h1", 130};
    job.plates[2].holes = {far};
    const Formed f = formed(job);
    QVERIFY(f.part.unreachable.empty());
    QVERIFY(std::abs((f.at("h2") - f.at("h1")).norm() - 130) < 1e-9);
    const part::PartHole& made = f.part.holes[static_cast<size_t>(f.part.holeIndex("h2"))];
    QVERIFY(std::abs((f.part.plates[2].flatFromPlate.inverse() * made.centreInFlat).y() - 50) < 1e-9);
}

void FeaturesTest::squareFromAnotherPlate() {
    // 25 over the web's inner face: on leg C that is 25 + T from the web's outside.
    job::Job job = channel();
    Hole high = hole("h1", 0, 40, Hole::XFrom::Outside);
    high.formed = FormedPlace{FormedPlace::Kind::Plate, "B", 25};
    job.plates[2].holes = {high};
    const part::Part by = formed(job).part;
    job.plates[2].holes[0].formed.reset();
    job.plates[2].holes[0].x = 27;
    QVERIFY((by.holes[0].centreInFlat - formed(job).part.holes[0].centreInFlat).norm() < 1e-9);
}

void FeaturesTest::formedPlacesHoldWhenTheBendChanges() {
    test::RandomJobs random(31);
    for (int i = 0; i < 200; ++i) {
        job::Job job = channel(random.real(40, 120));
        const double along = random.real(10, 40), across = random.real(10, 70);
        job.plates[0].holes = {hole("h1", along, across)};
        job.plates[2].holes = {hole("h2", 0, random.real(10, 70), Hole::XFrom::Outside)};
        job.plates[2].holes[0].formed = FormedPlace{FormedPlace::Kind::Straight, "h1", 220};
        for (const double radius : {0.5, 2.0, 6.0})
            for (const double k : {0.3, 0.5}) {
                for (job::Bend& bend : job.bends) {
                    bend.insideRadius = radius;
                    bend.k = k;
                }
                const Formed f = formed(job);
                QVERIFY(std::abs((f.at("h2") - f.at("h1")).norm() - 220) < 1e-9);
            }
    }
}

void FeaturesTest::placesInARingAreRefused() {
    job::Job job = channel();
    job.plates[0].holes = {hole("h1", 20, 20)};
    job.plates[2].holes = {hole("h2", 0, 0, Hole::XFrom::Outside)};
    job.plates[0].holes[0].formed = FormedPlace{FormedPlace::Kind::Axis, "h2"};
    QVERIFY(!job::whatIsWrong(job));
    job.plates[2].holes[0].formed = FormedPlace{FormedPlace::Kind::Axis, "h1"};
    QVERIFY(job::whatIsWrong(job));
}

void FeaturesTest::unreachablePlaceIsSaid() {
    job::Job job = channel();
    job.plates[0].holes = {hole("h1", 20, 20)};
    job.plates[2].holes = {hole("h2", 0, 20, Hole::XFrom::Outside)};
    job.plates[2].holes[0].formed = FormedPlace{FormedPlace::Kind::Straight, "h1", 50}; // the web is 100
    const auto findings = test::findingsOf(job);
    const check::Finding* finding = test::findRule(findings, "cannot-reach");
    QVERIFY(finding && finding->severity == check::Severity::Stop);
    // The axis of a hole in the web never meets it again in a leg: it runs along the leg.
    job.plates[1].holes = {hole("h3", 50, 20, Hole::XFrom::Outside)};
    job.plates[2].holes[0].formed = FormedPlace{FormedPlace::Kind::Axis, "h3"};
    QVERIFY(test::findRule(test::findingsOf(job), "cannot-reach"));
}

void FeaturesTest::nearABendOffersThreeWaysOut() {
    job::Job job = channel();
    job.plates[1].holes = {hole("h1", 9, 40, Hole::XFrom::Outside)};
    const auto findings = test::findingsOf(job);
    const check::Finding* finding = test::findRule(findings, "hole-near-bend");
    QVERIFY(finding && finding->remedies.size() == 3);
    QVERIFY(finding->remedies[0].says.starts_with("move"));
    QVERIFY(finding->remedies[1].says.starts_with("drill"));
    QVERIFY(finding->remedies[2].says.starts_with("slot"));
    QVERIFY(!test::findRule(test::findingsOf(finding->remedies[0].mended), "hole-near-bend"));
    QVERIFY(!test::findRule(test::findingsOf(finding->remedies[1].mended), "hole-near-bend"));
    const auto slotted = test::findingsOf(finding->remedies[2].mended);
    const check::Finding* left = test::findRule(slotted, "hole-near-bend");
    QVERIFY(left && left->severity == check::Severity::Note);
    QVERIFY(std::abs(*left->value - *finding->value) < 0.6); // its end is where the hole's edge was
}

void FeaturesTest::countersinkIsWhatComesNear() {
    // 2.5 T = 5 mm from the edge of what is sunk, 3 more than the hole's own.
    job::Job job = channel();
    job.plates[1].holes = {hole("h1", 4 + 5 + 3.3 + 1, 40, Hole::XFrom::Outside)};
    QVERIFY(!test::findRule(test::findingsOf(job), "hole-near-bend"));
    job.plates[1].holes[0].countersink = job::Countersink{12.6};
    const auto findings = test::findingsOf(job);
    const check::Finding* finding = test::findRule(findings, "hole-near-bend");
    QVERIFY(finding && std::abs(*finding->value - 3) < 1e-9 && std::abs(*finding->limit - 5) < 1e-9);
}

void FeaturesTest::drilledAfterBendingIsNotCut() {
    job::Job job = channel();
    const double whole = formed(job).part.blank.area;
    job.plates[1].holes = {hole("h1", 9, 40, Hole::XFrom::Outside)};
    QVERIFY(formed(job).part.blank.area < whole);
    job.plates[1].holes[0].afterBending = true;
    const part::Part part = formed(job).part;
    QVERIFY(std::abs(part.blank.area - whole) < 1e-9);
    const auto marks = part::marksOf(part);
    QVERIFY(std::any_of(marks.begin(), marks.end(), [](const auto& mark) { return mark.afterBending; }));
}

namespace {

/// A tray with a tapered wall, whose end runs over two points, and a turned cut-out in its floor.
job::Job outlined() {
    job::Job job = edit::emptySheet(quantity::Unit::Millimetre);
    job::Bend bend;
    bend.edge = Edge::Left;
    job = edit::withFlange(job, "A", bend, 40)->job;
    job::Plate& wall = *job.findPlate("B");
    wall.inset[Edge::Right] = 8;
    wall.edges[Edge::End] = {2, {{{20, -6}, 0, 0}, {{60, 5}, 3, 0}}};
    wall.edges[Edge::Right] = {0, {{{15, -2}, 0, 0}}};
    Hole cut;
    cut.id = "h1";
    cut.kind = Hole::Kind::CutOut;
    cut.xFrom = Hole::XFrom::Start;
    cut.x = 50;
    cut.angleDeg = 30;
    cut.outline = {{{-8, -5}, 0, 0}, {{8, -5}, 2, 0}, {{8, 5}, 0, 0}, {{-8, 5}, 0, 0}};
    job.plates[0].holes.push_back(cut);
    return job;
}

} // namespace

void FeaturesTest::pointsFollowThePull_data() {
    QTest::addColumn<QString>("of");
    QTest::newRow("free edges") << "B";
    QTest::newRow("cut-out") << "h1";
}

/// Every point and stretch, pulled, comes to where it was pulled to, and nothing else of the outline moves.
void FeaturesTest::pointsFollowThePull() {
    QFETCH(QString, of);
    const job::Job job = outlined();
    QVERIFY(!job::whatIsWrong(job));
    const material::Material material = test::materialOf(job);
    const part::Part before = part::solve(job, material);
    const std::string id = of.toStdString();
    const auto grips = edit::pointGrips(job, of == "B" ? job::Element::plate(id) : job::Element::hole(id));
    QCOMPARE(grips.size(), size_t{8}); // 2 + 3 and 1 + 2; 4 + 4
    const Vec2 by(1.25, -0.75);
    const Eigen::Matrix2d turned = before.plates[of == "B" ? 1 : 0].flatFromPlate.linear();
    for (const edit::Grip& grip : grips) {
        const auto dragged = edit::drag(job, material, grip, by, 1e-7);
        QVERIFY(dragged);
        edit::Grip now = grip;
        if (grip.kind == edit::Grip::Kind::EdgeStretch) now.kind = edit::Grip::Kind::EdgePoint;
        if (grip.kind == edit::Grip::Kind::CutStretch) now.kind = edit::Grip::Kind::CutPoint;
        const part::Part after = part::solve(dragged->job, material);
        const Vec2 moved = edit::pointInFlat(dragged->job, after, now) - edit::pointInFlat(job, before, grip);
        QVERIFY((moved - turned * by).norm() < 1e-6);
        QCOMPARE(edit::pointGrips(dragged->job, dragged->about).size(), grips.size() + 2 * grip.isNewPoint());
    }
    edit::Grip none = grips.front();
    none.index = 9;
    QVERIFY(!edit::drag(job, material, none, by, 0.1));
}

/// The middle of a bowed stretch stands on its arc.
void FeaturesTest::stretchBecomesAPoint() {
    const job::Job job = outlined();
    const part::Part part = part::solve(job, test::materialOf(job));
    for (const edit::Grip& grip : edit::pointGrips(job, job::Element::hole("h1"))) {
        const Vec2 at = edit::pointInFlat(job, part, grip);
        QVERIFY((nearestOn(part.holes[0].shapeInFlat, at) - at).norm() < 1e-9);
    }
}

GOODFOLD_TEST(FeaturesTest)

} // namespace goodfold::features_test

#include "features.moc"
