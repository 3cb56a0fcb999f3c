// What is cut in a plate: shapes, patterns, places measured in the formed part, and what goes through.
#include "core/support.h"
#include "part/edit_sheet.h"
#include "part/hole_shape.h"
#include "part/mark.h"

using namespace goodfold;
using part::Edge;
using part::Fastener;
using part::FormedPlace;
using part::Hole;
using part::Pattern;
using part::Turn;

namespace {

/// A U of sheet 80 wide: legs A and C 60 high on a web B of 100, outside; R 2, T 2.
part::Job channel(double angleDeg = 90) {
    part::Job job = part::emptySheet(quantity::Unit::Millimetre);
    job.thickness = 2;
    job.plates[0].length = 60;
    job.plates[0].width = 80;
    part::Bend bend;
    bend.insideRadius = 2;
    bend.angleDeg = angleDeg;
    for (const auto& [plate, length] : {std::pair{"A", 100.0}, {"B", 60.0}}) {
        bend.edge = Edge::End;
        job = part::withFlange(job, plate, bend, length)->job;
    }
    return job;
}

Hole hole(const std::string& id, double x, double y, Hole::XFrom from = Hole::XFrom::Start) {
    Hole made;
    made.id = id;
    made.x = x;
    made.y = y;
    made.xFrom = from;
    made.yFrom = Hole::YFrom::Right;
    return made;
}

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

Formed formed(const part::Job& job) {
    if (const auto wrong = part::whatIsWrong(job))
        qFatal("%s: %s", wrong->where.c_str(), wrong->says.c_str());
    const part::Part part = part::solve(job, test::materialOf(job));
    return {part, part::fold(part)};
}

Fastener fastener(const char* text) {
    const auto parsed = hardware::parseFastener(text, hardware::standardBook());
    if (!parsed) qFatal("%s", parsed.error().says.c_str());
    return *parsed;
}

/// The channel with one hole in its web, fitted with this.
part::Job fastened(const char* what, double x = 50, double y = 40) {
    part::Job job = channel();
    job.plates[1].holes = {
        *hardware::fitted(hole("h1", x, y, Hole::XFrom::Outside), fastener(what), hardware::standardBook())};
    return job;
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
    void drilledAfterBendingIsNotCut();
    void wordsOfFasteners_data();
    void wordsOfFasteners();
    void fastenerSetsItsHole_data();
    void fastenerSetsItsHole();
    void stacks_data();
    void stacks();
    void ownBookGoesFirst();
    void threadNeedsStock();
    void rivetNutNeedsRoomBehind();
    void toolNeedsRoomBesideAFlange();
    void headOffTheCurve();
    void shoppingListCounts();
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
    const double meets = std::sqrt(25 - 6.25), half = std::asin(0.5);
    QTest::newRow("key") << int(Hole::Kind::Key)
                         << 25 * (pi - half) + 2.5 * meets + (24 - 2.5 - meets) * 5 + pi * 6.25 / 2;
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
    part::Job job = part::emptySheet(quantity::Unit::Millimetre);
    job.plates[0].holes = {hole("h1", 20, 30)};
    job.plates[0].holes[0].pattern = pattern;
    const part::Part part = formed(job).part;
    QCOMPARE(part.holes.size(), size_t(places.size()));
    QCOMPARE(part::countOf(job.plates[0].holes[0]), int(places.size()));
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
    part::Job job = part::emptySheet(quantity::Unit::Millimetre);
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
        part::Job job = channel(angle);
        job.plates[0].holes = {hole("h1", 20, 33)};
        job.plates[2].holes = {hole("h2", 0, 0, Hole::XFrom::Outside)};
        job.plates[2].holes[0].formed = FormedPlace{FormedPlace::Kind::Axis, "h1"};
        const Formed f = formed(job);
        QVERIFY((f.at("h2") - f.at("h1")).cross(f.axis("h1")).norm() < 1e-9);
    }
}

void FeaturesTest::straightAcrossAU() {
    part::Job job = channel(80);
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
    part::Job job = channel();
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
        part::Job job = channel(random.real(40, 120));
        job.plates[0].holes = {hole("h1", random.real(10, 40), random.real(10, 70))};
        job.plates[2].holes = {hole("h2", 0, random.real(10, 70), Hole::XFrom::Outside)};
        job.plates[2].holes[0].formed = FormedPlace{FormedPlace::Kind::Straight, "h1", 220};
        for (const double radius : {0.5, 2.0, 6.0})
            for (const double k : {0.3, 0.5}) {
                for (part::Bend& bend : job.bends) {
                    bend.insideRadius = radius;
                    bend.k = k;
                }
                const Formed f = formed(job);
                QVERIFY(std::abs((f.at("h2") - f.at("h1")).norm() - 220) < 1e-9);
            }
    }
}

void FeaturesTest::placesInARingAreRefused() {
    part::Job job = channel();
    job.plates[0].holes = {hole("h1", 20, 20)};
    job.plates[2].holes = {hole("h2", 0, 0, Hole::XFrom::Outside)};
    job.plates[0].holes[0].formed = FormedPlace{FormedPlace::Kind::Axis, "h2"};
    QVERIFY(!part::whatIsWrong(job));
    job.plates[2].holes[0].formed = FormedPlace{FormedPlace::Kind::Axis, "h1"};
    QVERIFY(part::whatIsWrong(job));
}

void FeaturesTest::unreachablePlaceIsSaid() {
    part::Job job = channel();
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
    part::Job job = channel();
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

void FeaturesTest::drilledAfterBendingIsNotCut() {
    part::Job job = channel();
    const double whole = formed(job).part.blank.area;
    job.plates[1].holes = {hole("h1", 9, 40, Hole::XFrom::Outside)};
    QVERIFY(formed(job).part.blank.area < whole);
    job.plates[1].holes[0].afterBending = true;
    const part::Part part = formed(job).part;
    QVERIFY(std::abs(part.blank.area - whole) < 1e-9);
    const auto marks = part::marksOf(part);
    QVERIFY(std::any_of(marks.begin(), marks.end(), [](const auto& mark) { return mark.afterBending; }));
}

void FeaturesTest::wordsOfFasteners_data() {
    QTest::addColumn<QString>("typed");
    QTest::addColumn<QString>("name");
    for (const auto& [typed, name] : {std::pair{"m6", "M6 bolt, normal"},
                                      {"M8 close", "M8 bolt, close"},
                                      {"1/4 loose", "1/4-20 bolt, loose"},
                                      {"m5 tap", "M5 thread"},
                                      {"rivet nut m6", "M6 rivet nut"},
                                      {"m6 weld nut", "M6 weld nut"},
                                      {"rivet 3.2", "3.2 rivet"},
                                      {"#10-32 tap", "#10-32 thread"},
                                      {"m7", ""},
                                      {"m6 sideways up", ""},
                                      {"rivet 9", ""},
                                      {"m3 rivet nut", ""},
                                      {"", ""}})
        QTest::newRow(*typed ? typed : "nothing") << typed << name;
}

void FeaturesTest::wordsOfFasteners() {
    QFETCH(QString, typed);
    QFETCH(QString, name);
    const auto parsed = hardware::parseFastener(typed.toStdString(), hardware::standardBook());
    QCOMPARE(bool(parsed), !name.isEmpty());
    if (parsed)
        QCOMPARE(QString::fromStdString(hardware::nameOf(*parsed)), name);
    else
        QVERIFY(parsed.error().says.ends_with('.'));
}

void FeaturesTest::fastenerSetsItsHole_data() {
    QTest::addColumn<QString>("typed");
    QTest::addColumn<double>("diameter");
    for (const auto& [typed, diameter] : {std::pair{"m6 close", 6.4},
                                          {"m6", 6.6},
                                          {"m6 loose", 7.0},
                                          {"m6 tap", 5.0},
                                          {"m6 rivet nut", 9.0},
                                          {"m6 weld nut", 8.0},
                                          {"rivet 4", 4.1},
                                          {"1/4 normal", 0.281 * 25.4},
                                          {"1/4-20 tap", 0.201 * 25.4}})
        QTest::newRow(typed) << typed << diameter;
}

void FeaturesTest::fastenerSetsItsHole() {
    QFETCH(QString, typed);
    QFETCH(double, diameter);
    const auto fitted = hardware::fitted(Hole{}, fastener(qPrintable(typed)), hardware::standardBook());
    QVERIFY(fitted);
    QVERIFY(std::abs(fitted->diameter - diameter) < 1e-3);
    QVERIFY(fitted->fastener);
    const auto sunk = hardware::fitted(Hole{}, fastener("m6 countersunk"), hardware::standardBook());
    QVERIFY(sunk->countersink && sunk->countersink->diameter == 12);
}

void FeaturesTest::stacks_data() {
    QTest::addColumn<QString>("typed");
    QTest::addColumn<double>("clamps");
    QTest::addColumn<double>("needed");
    QTest::addColumn<double>("buy");
    // T 2. M6: washer 1.6, nut 5.2, pitch 1: 2 + 3 + 1.6 + 5.2 + 2 = 13.8
    QTest::newRow("bolt, one washer") << "m6" << 3.0 << 13.8 << 16.0;
    QTest::newRow("exactly a length") << "m6" << 5.2 << 16.0 << 16.0;
    QTest::newRow("tapped") << "m6 tap" << 3.0 << 3 + 1.6 + 2 << 8.0;
    QTest::newRow("rivet nut") << "m6 rivet nut" << 3.0 << 3 + 1.6 + 15 << 20.0;
    QTest::newRow("weld nut") << "m6 weld nut" << 3.0 << 3 + 1.6 + 2 + 5 << 12.0;
    QTest::newRow("rivet") << "rivet 4" << 2.0 << 4 + 6.0 << 10.0;
}

void FeaturesTest::stacks() {
    QFETCH(QString, typed);
    QFETCH(double, clamps);
    QFETCH(double, needed);
    QFETCH(double, buy);
    Fastener made = fastener(qPrintable(typed));
    made.clamps = clamps;
    const auto stack = hardware::stackOf(made, 2, hardware::standardBook());
    QVERIFY(stack && stack->buy);
    QVERIFY2(std::abs(stack->needed - needed) < 1e-9, qPrintable(QString::number(stack->needed)));
    QCOMPARE(*stack->buy, buy);
    made.clamps = 500;
    QVERIFY(!hardware::stackOf(made, 2, hardware::standardBook())->buy);
}

void FeaturesTest::ownBookGoesFirst() {
    std::istringstream in(R"({"lengths": {"shop": [15, 25]}, "rivets": [
        {"size": "4", "diameter": 4, "hole": 4.2, "head_diameter": 9, "lengths": "shop"},
        {"size": "5.5", "diameter": 5.5, "hole": 5.7, "head_diameter": 11, "lengths": "shop"}]})");
    const auto own = hardware::readBook(in);
    QVERIFY(own);
    const hardware::Book book = hardware::withOwn(hardware::standardBook(), *own);
    QCOMPARE(book.findRivet("4")->hole, 4.2);
    QCOMPARE(book.findRivet("5.5")->headDiameter, 11.0);
    QCOMPARE(book.findRivet("3.2")->hole, 3.3);
    std::istringstream wrong(R"({"lengths": {"shop": [15]}, "rivets": [
        {"size": "4", "diameter": 4, "hole": 3.8, "head_diameter": 9, "lengths": "shop"}]})");
    const auto refused = hardware::readBook(wrong);
    QVERIFY(!refused && refused.error().says.find("\"4\"") != std::string::npos);
    std::istringstream nonsense("{\"lengths\": 3}");
    QVERIFY(!hardware::readBook(nonsense));
}

void FeaturesTest::threadNeedsStock() {
    // 2 mm of M6 is 2 turns, and 3 are wanted; of M3 it is 4 and 0.41 * 800 / 360 * 3 = 2.7 mm are wanted.
    for (const char* size : {"m6 tap", "m3 tap"}) {
        const auto findings = test::findingsOf(fastened(size));
        QVERIFY2(test::findRule(findings, "thread-too-short"), size);
    }
    const auto findings = test::findingsOf(fastened("m6 tap"));
    const check::Finding& finding = *test::findRule(findings, "thread-too-short");
    QCOMPARE(finding.remedies.size(), size_t(2));
    for (const check::Remedy& remedy : finding.remedies)
        QVERIFY(!test::findRule(test::findingsOf(remedy.mended), "thread-too-short"));
    part::Job thick = fastened("m3 tap");
    thick.thickness = 4;
    QVERIFY(!test::findRule(test::findingsOf(thick), "thread-too-short"));
}

void FeaturesTest::rivetNutNeedsRoomBehind() {
    part::Job job = channel();
    job.plates[1].length = 30; // the legs stand 26 apart inside; an M6 nut reaches 13 behind the sheet
    Hole nut = *hardware::fitted(hole("h1", 30, 40), fastener("m6 rivet nut"), hardware::standardBook());
    nut.fastener->headOnBack = true; // set from outside, its body in the channel
    job.plates[0].holes = {nut};
    QVERIFY(!test::findRule(test::findingsOf(job), "nut-does-not-fit"));
    job.plates[1].length = 14;
    const auto findings = test::findingsOf(job);
    const check::Finding* finding = test::findRule(findings, "nut-does-not-fit");
    QVERIFY(finding && !finding->remedies.empty());
    QVERIFY(!test::findRule(test::findingsOf(finding->remedies[0].mended), "nut-does-not-fit"));
}

void FeaturesTest::toolNeedsRoomBesideAFlange() {
    // A 14 mm socket for M6 in the web, inside the channel: its axis needs 7 mm to the leg's inner face at 2.
    const auto tooNear = test::findingsOf(fastened("m6", 8.5));
    const check::Finding* finding = test::findRule(tooNear, "no-room-for-tool");
    QVERIFY(finding);
    QVERIFY(!test::findRule(test::findingsOf(fastened("m6", 9.5)), "no-room-for-tool"));
    // A cap screw's key is no wider than its head, 10: 5 mm do, but its nut's socket needs as much outside.
    QVERIFY(!finding->remedies.empty());
    QVERIFY(finding->remedies.back().says.find("cap screw") != std::string::npos);
}

void FeaturesTest::headOffTheCurve() {
    // The curve begins R + T = 4 from the outside; an M6 washer is 12 across.
    QVERIFY(test::findRule(test::findingsOf(fastened("m6", 9.5)), "head-on-bend"));
    QVERIFY(!test::findRule(test::findingsOf(fastened("m6", 10.1)), "head-on-bend"));
}

void FeaturesTest::shoppingListCounts() {
    part::Job job = fastened("m6");
    job.plates[1].holes[0].pattern = Pattern{};
    job.plates[1].holes[0].pattern->count = 3;
    job.plates[1].holes[0].pattern->pitch = 12;
    const auto findings = test::findingsOf(job);
    const check::Finding* finding = test::findRule(findings, "what-to-buy");
    QVERIFY(finding);
    QVERIFY2(finding->says.starts_with("3 × M6 bolt, normal, 12"), finding->says.c_str());
}

QTEST_APPLESS_MAIN(FeaturesTest)
#include "features.moc"
