// Bottoms with flanges on several sides, drawn flat with their bend lines: what comes of them, by hand; and
// trays of our own that go out as DXF and come in again.
#include "core/support.h"
#include "drawing/blank.h"
#include "files/dxf.h"

namespace goodfold::trays_test {

using namespace goodfold::drawing;

namespace {

void line(Drawing& to, const Vec2& from, const Vec2& end, const char* layer = "0") {
    to.stretches.push_back({from, end, 0, layer});
}

/// Bend lines round 100 by 60, 20 from every edge; a hole in the bottom and in two of the flanges.
Drawing tray() {
    Drawing made;
    made.saysUnit = true;
    const std::vector<Vec2> corners{{0, -20},  {100, -20}, {100, 0}, {120, 0},  {120, 60}, {100, 60},
                                    {100, 80}, {0, 80},    {0, 60},  {-20, 60}, {-20, 0},  {0, 0}};
    for (size_t i = 0; i < corners.size(); ++i)
        line(made, corners[i], corners[(i + 1) % corners.size()]);
    line(made, {0, 0}, {0, 60}, "fold");
    line(made, {100, 0}, {100, 60}, "fold");
    line(made, {0, 0}, {100, 0}, "fold");
    line(made, {0, 60}, {100, 60}, "fold");
    made.circles = {{{50, 30}, 5, "0"}, {{112, 20}, 4, "0"}, {{40, 71}, 3, "0"}};
    return made;
}

Result<Brought> bent(const Drawing& drawing, Drawn drawn = Drawn::Blank) {
    return blankFrom(drawing, {.thickness = 1, .folds = {{"fold", {}}}, .drawn = drawn});
}

part::Part solved(const job::Job& job) {
    return part::solve(job, test::materialOf(job));
}

std::string refusal(const Drawing& drawing) {
    const auto made = bent(drawing);
    return made ? std::string() : made.error().says;
}

} // namespace

class TraysTest : public QObject {
    Q_OBJECT
private slots:
    void flangesStandOnTheirLines();
    void anyWayRound();
    void tabsAndReturns();
    void legsStandOnTheSidesOfLegs();
    void cardBecomesMetal();
    void ownTraysComeBack();
    void whatIsNoneIsSaid();
};

void TraysTest::flangesStandOnTheirLines() {
    const auto brought = bent(tray());
    QVERIFY2(brought, brought ? "" : brought.error().says.c_str());
    const job::Job& job = brought->job;
    QCOMPARE(job.plates.size(), size_t{5});
    QCOMPARE(job.bends.size(), size_t{4});
    const part::Part part = solved(job);
    QVERIFY2(std::abs(part.blank.length - 140) < 1e-6 && std::abs(part.blank.width - 100) < 1e-6,
             qPrintable(QStringLiteral("%1 %2").arg(part.blank.length).arg(part.blank.width)));
    // The bottom's own corner lies inside of the lines' by half of what a bend takes.
    const double half = part.bends[0].allowance / 2;
    const Vec2 corner(half, half);
    for (const part::PartBend& bend : part.bends) {
        const Vec2 at = bend.centre.middle() + corner;
        const bool isOn = std::abs(at.x()) < 1e-6 || std::abs(at.x() - 100) < 1e-6 ||
                          std::abs(at.y()) < 1e-6 || std::abs(at.y() - 60) < 1e-6;
        QVERIFY2(isOn, qPrintable(QStringLiteral("%1 %2").arg(at.x()).arg(at.y())));
    }
    QCOMPARE(part.holes.size(), size_t{3});
    for (const part::PartHole& hole : part.holes) {
        const Vec2 at = hole.centreInFlat + corner;
        const Vec2 drawn = hole.diameter == 5   ? Vec2(50, 30)
                           : hole.diameter == 4 ? Vec2(112, 20)
                                                : Vec2(40, 71);
        QVERIFY2((at - drawn).norm() < 1e-6, qPrintable(QStringLiteral("%1 %2").arg(at.x()).arg(at.y())));
    }
    QCOMPARE(part.plates[static_cast<size_t>(part.holes[1].plate)].parentBend >= 0, true);
}

void TraysTest::anyWayRound() {
    const part::Part upright = solved(bent(tray())->job);
    for (const double deg : {90.0, 180.0, -37.0}) {
        Drawing made = tray();
        const Eigen::Rotation2Dd turn(radians(deg));
        for (Stretch& each : made.stretches) {
            each.from = turn * each.from;
            each.to = turn * each.to;
        }
        for (Circle& each : made.circles)
            each.at = turn * each.at;
        const auto brought = bent(made);
        QVERIFY2(brought, brought ? "" : brought.error().says.c_str());
        const part::Part part = solved(brought->job);
        QVERIFY(std::abs(part.blank.area - upright.blank.area) < 1e-4);
        QCOMPARE(part.holes.size(), size_t{3});
    }
}

/// Two tabs on one edge, one of them with a return; no flange on the other three but one.
void TraysTest::tabsAndReturns() {
    Drawing made;
    made.saysUnit = true;
    const std::vector<Vec2> corners{{0, 0},    {100, 0},  {100, 10}, {118, 10}, {118, 30}, {100, 30},
                                    {100, 40}, {145, 40}, {145, 70}, {100, 70}, {100, 80}, {90, 80},
                                    {90, 105}, {10, 105}, {10, 80},  {0, 80}};
    for (size_t i = 0; i < corners.size(); ++i)
        line(made, corners[i], corners[(i + 1) % corners.size()]);
    line(made, {100, 10}, {100, 30}, "fold");
    line(made, {100, 40}, {100, 70}, "fold");
    line(made, {125, 40}, {125, 70}, "fold");
    line(made, {10, 80}, {90, 80}, "fold");
    const auto tabs = bent(made);
    QVERIFY2(tabs, tabs ? "" : tabs.error().says.c_str());
    const job::Job& job = tabs->job;
    QCOMPARE(job.plates.size(), size_t{5}); // bottom, two tabs, a return, a flange
    int onEnd = 0, onLeft = 0, returns = 0;
    for (const job::Bend& bend : job.bends) {
        onEnd += bend.from == "A" && bend.edge == job::Edge::End;
        onLeft += bend.from == "A" && bend.edge == job::Edge::Left;
        returns += bend.from != "A";
    }
    QVERIFY(onEnd == 2 && onLeft == 1 && returns == 1);
    const part::Part part = solved(job);
    QVERIFY2(std::abs(part.blank.length - 145) < 1e-4 && std::abs(part.blank.width - 105) < 1e-4,
             qPrintable(QStringLiteral("%1 %2").arg(part.blank.length).arg(part.blank.width)));
    for (const job::Bend& bend : job.bends)
        if (bend.from == "A" && bend.edge == job::Edge::End) {
            const double width = *job.findPlate(bend.to)->width;
            QVERIFY((std::abs(width - 20) < 1e-4 && std::abs(bend.offset - 10) < 1e-4) ||
                    (std::abs(width - 30) < 1e-4 && std::abs(bend.offset - 40) < 1e-4));
        }
}

/// 100 by 60 with a flange of 30 on either end, and on those one's sides, from 3 past their bend on, a leg
/// each of 15: the lines stay where they are drawn, and so does what is in the legs.
void TraysTest::legsStandOnTheSidesOfLegs() {
    Drawing made;
    made.saysUnit = true;
    const std::vector<Vec2> corners{{0, 0},     {103, 0},  {103, -15}, {130, -15}, {130, 75},
                                    {103, 75},  {103, 60}, {-3, 60},   {-3, 75},   {-30, 75},
                                    {-30, -15}, {-3, -15}, {-3, 0}};
    for (size_t i = 0; i < corners.size(); ++i)
        line(made, corners[i], corners[(i + 1) % corners.size()]);
    const std::vector<std::pair<Vec2, Vec2>> drawn{{{100, 0}, {100, 60}},  {{103, 0}, {130, 0}},
                                                   {{103, 60}, {130, 60}}, {{0, 0}, {0, 60}},
                                                   {{-3, 0}, {-30, 0}},    {{-3, 60}, {-30, 60}}};
    for (const auto& [from, to] : drawn)
        line(made, from, to, "fold");
    made.circles = {{{50, 30}, 5, "0"}, {{112, -8}, 4, "0"}, {{120, 68}, 3, "0"}};
    const auto brought = bent(made);
    QVERIFY2(brought, brought ? "" : brought.error().says.c_str());
    const job::Job& job = brought->job;
    QCOMPARE(job.plates.size(), size_t{7});
    const job::Bend* end = job.bendAt("A", job::Edge::End);
    QVERIFY(end && job.bendAt("A", job::Edge::Start) && !job.bendAt("A", job::Edge::Left));
    const job::Bend *right = job.bendAt(end->to, job::Edge::Right),
                    *left = job.bendAt(end->to, job::Edge::Left);
    QVERIFY(right && left);
    const part::Part part = solved(job);
    QVERIFY(std::abs(part.blank.length - 160) < 1e-4 && std::abs(part.blank.width - 90) < 1e-4);
    const double reach = part.bends[0].allowance / 2;
    QVERIFY(std::abs(right->offset - (3 - reach)) < 1e-4); // from the flange's own bend on
    QVERIFY(std::abs(left->offset) < 1e-4);                // from its end on
    const Vec2 corner = Vec2(-30, -15) - part.blank.corner;
    for (const auto& [from, to] : drawn) {
        const Vec2 middle = (from + to) / 2;
        const auto isThere = [&](const part::PartBend& bend) {
            return (bend.centre.middle() + corner - middle).norm() < 1.5; // without its relief
        };
        QVERIFY(std::any_of(part.bends.begin(), part.bends.end(), isThere));
    }
    QCOMPARE(part.holes.size(), size_t{3});
    for (const part::PartHole& hole : part.holes) {
        const bool isWhereItIsDrawn =
            std::any_of(made.circles.begin(), made.circles.end(), [&](const Circle& circle) {
                return (hole.centreInFlat + corner - circle.at).norm() < 1e-3 &&
                       hole.diameter == circle.diameter;
            });
        QVERIFY2(isWhereItIsDrawn,
                 qPrintable(QString("%1 %2").arg(hole.centreInFlat.x()).arg(hole.centreInFlat.y())));
    }
}

/// Drawn as it folds sharp, by its outer faces: 100 by 60 outside, and 20 high.
void TraysTest::cardBecomesMetal() {
    const auto brought = bent(tray(), Drawn::OuterFaces);
    QVERIFY2(brought, brought ? "" : brought.error().says.c_str());
    const part::Part part = solved(brought->job);
    QVERIFY(std::abs(part::lengthTo(part, 0, job::DimensionTo::Outside) - 100) < 1e-6);
    const double setback = part.bends[0].outsideSetback;
    QVERIFY(std::abs(part.plates[0].width + 2 * setback - 60) < 1e-6);
    for (int i = 1; i < 5; ++i)
        QVERIFY(std::abs(part::lengthTo(part, i, job::DimensionTo::Outside) - 20) < 1e-6);
}

/// Random bottoms with flanges on some of their sides: the same blank, and the same holes once they are
/// formed.
void TraysTest::ownTraysComeBack() {
    test::RandomJobs random(51);
    int tried = 0, legsOnSides = 0;
    for (int i = 0; i < test::rounds(40, 300); ++i) {
        job::Job job;
        job.title = "Seed tray";
        job.material = "steel-galvanised";
        job.thickness = 1;
        job.stock.form = job::StockForm::Sheet;
        job.plates = {{.id = "A", .length = random.real(80, 200), .width = random.real(60, 150)}};
        job.plates[0].holes = {{.id = "h1", .diameter = 5, .x = 30, .xFrom = job::Hole::XFrom::Tangent}};
        int sides = 0;
        std::vector<std::pair<job::Bend, job::Plate>> aside;
        for (const job::Edge edge : {job::Edge::End, job::Edge::Left, job::Edge::Start, job::Edge::Right}) {
            if (sides > 1 && random.whole(0, 3) == 0) continue;
            ++sides;
            const std::string id(1, static_cast<char>('A' + sides));
            const double along = edge == job::Edge::End || edge == job::Edge::Start
                                     ? *job.plates[0].width - 20
                                     : job.plates[0].length - 30;
            const double offset = random.real(6, 12), width = random.real(25, along - 14 - offset);
            job.plates.push_back({.id = id, .length = random.real(15, 40), .width = width});
            job.plates.back().holes = {{.id = "h" + id,
                                        .diameter = 3,
                                        .x = 6,
                                        .xFrom = job::Hole::XFrom::End,
                                        .y = 8,
                                        .yFrom = job::Hole::YFrom::Right}};
            job::Bend bend{.id = std::to_string(sides), .from = "A", .edge = edge, .to = id};
            bend.angleDeg = random.real(30, 100);
            bend.turn = random.whole(0, 1) ? job::Turn::Up : job::Turn::Down;
            bend.offset = offset;
            job.bends.push_back(bend);
            const bool isAtEnd = edge == job::Edge::End || edge == job::Edge::Start;
            if (!isAtEnd || random.whole(0, 1)) continue;
            // A leg of its own on one of its sides, or on both.
            for (const job::Edge on : {job::Edge::Left, job::Edge::Right}) {
                if (random.whole(0, 2) == 0) continue;
                ++legsOnSides;
                const std::string own = id + (on == job::Edge::Left ? "l" : "r");
                const double tall = job.plates[static_cast<size_t>(sides)].length;
                job::Bend beside{.id = std::to_string(10 + legsOnSides), .from = id, .edge = on, .to = own};
                beside.offset = on == job::Edge::Left ? random.real(0, 2) : random.real(5, 6);
                beside.angleDeg = random.real(30, 100);
                aside.push_back({beside, {.id = own, .length = random.real(8, 14), .width = tall - 8}});
            }
        }
        for (const auto& [bend, plate] : aside) {
            job.bends.push_back(bend);
            job.plates.push_back(plate);
        }
        if (!job.bendAt("A", job::Edge::Start)) job.plates[0].holes[0].xFrom = job::Hole::XFrom::Start;
        const auto wrong = job::whatIsWrong(job);
        QVERIFY2(!wrong, wrong ? wrong->says.c_str() : "");
        const part::Part part = solved(job);
        std::stringstream dxf;
        files::writeDxf(dxf, part);
        const auto drawing = readDxf(dxf, quantity::Unit::Millimetre);
        QVERIFY(bool(drawing));
        Wanted wanted{.material = job.material, .thickness = 1};
        wanted.folds["BEND_UP"] = {90, job::Turn::Up};
        wanted.folds["BEND_DOWN"] = {90, job::Turn::Down};
        wanted.leaveOut = {"SET", "NOTES", "TRIM", "AFTER_BENDING"};
        // Each bend's angle is its own: so each line is a layer of its own here.
        Drawing own = *drawing;
        std::map<std::string, Fold> folds;
        for (size_t k = 0; k < own.stretches.size(); ++k) {
            Stretch& each = own.stretches[k];
            if (!wanted.folds.contains(each.layer)) continue;
            const Vec2 middle = (each.from + each.to) / 2;
            for (const part::PartBend& bend : part.bends)
                if ((bend.centre.middle() - part.blank.corner - middle).norm() < 1e-3)
                    folds[each.layer = "bend " + bend.id] = {bend.shape.angleDeg, bend.turn};
        }
        QCOMPARE(folds.size(), part.bends.size());
        wanted.folds = folds;
        const auto brought = blankFrom(own, wanted);
        QVERIFY2(brought, brought ? "" : brought.error().says.c_str());
        const part::Part again = solved(brought->job);
        QCOMPARE(again.bends.size(), part.bends.size());
        QCOMPARE(again.holes.size(), part.holes.size());
        QVERIFY2((std::abs(again.blank.length - part.blank.length) < 1e-3 &&
                  std::abs(again.blank.width - part.blank.width) < 1e-3) ||
                     (std::abs(again.blank.length - part.blank.width) < 1e-3 &&
                      std::abs(again.blank.width - part.blank.length) < 1e-3),
                 qPrintable(QStringLiteral("%1 x %2, %3 x %4")
                                .arg(again.blank.length)
                                .arg(again.blank.width)
                                .arg(part.blank.length)
                                .arg(part.blank.width)));
        // Formed, every two holes are as far apart as they were: told by their sorted distances.
        const auto spread = [](const part::Part& of) {
            const part::Folded folded = part::fold(of);
            std::vector<double> all;
            for (size_t a = 0; a < of.holes.size(); ++a)
                for (size_t b = a + 1; b < of.holes.size(); ++b)
                    all.push_back((part::formedHole(of, folded, static_cast<int>(a)).point -
                                   part::formedHole(of, folded, static_cast<int>(b)).point)
                                      .norm());
            std::sort(all.begin(), all.end());
            return all;
        };
        const auto before = spread(part), after = spread(again);
        for (size_t k = 0; k < before.size(); ++k)
            QVERIFY2(std::abs(before[k] - after[k]) < 1e-3,
                     qPrintable(QStringLiteral("%1 %2").arg(before[k]).arg(after[k])));
        ++tried;
    }
    QVERIFY(tried >= test::rounds(40, 300) && legsOnSides > tried / 4);
}

void TraysTest::whatIsNoneIsSaid() {
    Drawing aslant = tray();
    aslant.stretches.back().to.y() += 12;
    QVERIFY2(refusal(aslant).find("aslant") != std::string::npos, refusal(aslant).c_str());
    Drawing wild = tray();
    line(wild, {30, 20}, {70, 20}, "fold"); // across the bottom's middle
    QVERIFY(!refusal(wild).empty());
    Drawing bare = tray();
    line(bare, {200, 0}, {200, 60}, "fold"); // beside the piece
    QVERIFY(!refusal(bare).empty());
}

GOODFOLD_TEST(TraysTest)

} // namespace goodfold::trays_test

#include "trays.moc"
