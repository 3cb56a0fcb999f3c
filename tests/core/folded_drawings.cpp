// Bend lines of other people's drawings: the piece comes in bent, and its blank is what was drawn.
#include "core/support.h"
#include "drawing/blank.h"
#include "drawing/curves.h"
#include "files/dxf.h"
#include "part/fold.h"

namespace goodfold::folded_drawings_test {

using namespace goodfold::drawing;
using test::RandomJobs;

namespace {

void line(Drawing& to, const Vec2& from, const Vec2& end, const char* layer = "0") {
    to.stretches.push_back({from, end, 0, layer});
}

void outline(Drawing& to, const std::vector<Vec2>& corners) {
    for (size_t i = 0; i < corners.size(); ++i)
        line(to, corners[i], corners[(i + 1) % corners.size()]);
}

/// 100 by 30 with a hole in either leg, to be bent across at 60.
Drawing strip() {
    Drawing made;
    made.saysUnit = true;
    outline(made, {{0, 0}, {100, 0}, {100, 30}, {0, 30}});
    line(made, {60, 0}, {60, 30}, "fold");
    made.circles = {{{20, 15}, 6.6, "0"}, {{85, 10}, 5, "0"}};
    return made;
}

Result<Brought> bent(const Drawing& drawing, std::map<std::string, Fold> folds = {{"fold", {}}}) {
    return blankFrom(drawing, {.folds = std::move(folds)});
}

part::Part solved(const job::Job& job) {
    return part::solve(job, *material::standardMaterials().find(job.material));
}

std::string refusal(const Drawing& drawing) {
    const auto made = bent(drawing);
    return made ? std::string() : made.error().says;
}

} // namespace

class FoldedDrawingsTest : public QObject {
    Q_OBJECT
private slots:
    void lineBecomesABend();
    void drawingStandsAnyWay();
    void dashesAreOneLine();
    void sidesAreKeptAsDrawn();
    void blanksOfBracketsComeBack();
    void whatIsNoBendIsSaid();
    void cardBecomesMetal();
    void layersAreOffered();
    void splinesByWeightsAndPoints();
};

void FoldedDrawingsTest::lineBecomesABend() {
    const auto made = bent(strip(), {{"fold", {75, job::Turn::Down}}});
    QVERIFY2(made, made ? "" : made.error().says.c_str());
    const job::Job& job = made->job;
    QCOMPARE(job.plates.size(), size_t(2));
    QVERIFY(job.plates[0].flatFirst && job.plates[0].length == 60 && job.plates[1].length == 40);
    QCOMPARE(job.bends[0].angleDeg, 75.0);
    QVERIFY(job.bends[0].turn == job::Turn::Down);
    const part::Part part = solved(job);
    QVERIFY(std::abs(part.blank.length - 100) < 1e-9 && std::abs(part.blank.width - 30) < 1e-9);
    QVERIFY(std::abs(part.bends[0].centre.middle().x() - 60) < 1e-9);
    // Holes lie on their legs, where they are drawn.
    QVERIFY((part.holes[0].centreInFlat - Vec2(20, 15)).norm() < 1e-9);
    QVERIFY((part.holes[1].centreInFlat - Vec2(85, 10)).norm() < 1e-9);
    QCOMPARE(job.plates[1].holes.size(), size_t(1));
    QVERIFY(part.holes[1].plate == 1);
}

void FoldedDrawingsTest::drawingStandsAnyWay() {
    const part::Part upright = solved(bent(strip())->job);
    for (const double deg : {30.0, 90.0, -120.0}) {
        Drawing made = strip();
        const Eigen::Rotation2Dd turn(deg * M_PI / 180);
        for (Stretch& each : made.stretches) {
            each.from = turn * each.from;
            each.to = turn * each.to;
        }
        for (Circle& each : made.circles)
            each.at = turn * each.at;
        const auto brought = bent(made);
        QVERIFY2(brought, brought ? "" : brought.error().says.c_str());
        const part::Part part = solved(brought->job);
        QVERIFY(std::abs(part.blank.area - upright.blank.area) < 1e-6);
        QVERIFY(std::abs(part.blank.length - 100) < 1e-6);
        QVERIFY(std::abs((part.holes[0].centreInFlat - part.holes[1].centreInFlat).norm() -
                         std::hypot(65, 5)) < 1e-6);
    }
}

void FoldedDrawingsTest::dashesAreOneLine() {
    Drawing made = strip();
    made.stretches.pop_back();
    for (int i = 0; i < 6; ++i)
        line(made, {60, 5.0 * i}, {60, 5.0 * i + 3}, "fold");
    QCOMPARE(bent(made)->job.bends.size(), size_t(1));
}

void FoldedDrawingsTest::sidesAreKeptAsDrawn() {
    // A leg that narrows, a notch in the other's side; a middle between two bends.
    Drawing made;
    made.saysUnit = true;
    outline(
        made,
        {{0, 5}, {30, 0}, {100, 0}, {100, 10}, {110, 10}, {110, 0}, {150, 0}, {150, 40}, {30, 40}, {0, 35}});
    line(made, {50, 0}, {50, 40}, "fold");
    line(made, {85, 0}, {85, 40}, "fold");
    const auto brought = bent(made);
    QVERIFY2(brought, brought ? "" : brought.error().says.c_str());
    const part::Part part = solved(brought->job);
    QCOMPARE(part.bends.size(), size_t(2));
    // 150 x 40, less two triangles of 30 by 5 and the notch.
    QVERIFY2(std::abs(areaOf(part.blank.outline) - (6000 - 150 - 100)) < 1e-6,
             std::to_string(areaOf(part.blank.outline)).c_str());
    QVERIFY(std::abs(part.bends[1].centre.middle().x() - part.bends[0].centre.middle().x() - 35) < 1e-9);
}

/// Bars, drawn by ourselves and brought in again: the same blank, and formed the same.
void FoldedDrawingsTest::blanksOfBracketsComeBack() {
    RandomJobs random(11);
    for (int i = 0; i < 30; ++i) {
        const int legs = random.whole(2, 5);
        std::vector<double> lengths;
        std::vector<job::Bend> bends;
        for (int leg = 0; leg < legs; ++leg) {
            lengths.push_back(std::round(random.real(40, 90)));
            if (leg > 0) bends.push_back({.turn = random.whole(0, 1) ? job::Turn::Up : job::Turn::Down});
        }
        job::Job job = test::bar(lengths, bends, 2, 30);
        job.plates.front().holes.push_back({.id = "h1", .x = 12, .xFrom = job::Hole::XFrom::Start});
        job.plates.back().holes.push_back({.id = "h2", .x = 10, .xFrom = job::Hole::XFrom::End});
        const part::Part part = solved(job);
        std::stringstream dxf;
        files::writeDxf(dxf, part);
        const auto drawing = readDxf(dxf, quantity::Unit::Millimetre);
        QVERIFY(drawing);
        const auto brought = blankFrom(
            *drawing, {.material = job.material,
                       .thickness = 2,
                       .folds = {{"BEND_UP", {90, job::Turn::Up}}, {"BEND_DOWN", {90, job::Turn::Down}}}});
        QVERIFY2(brought, brought ? "" : brought.error().says.c_str());
        const part::Part again = solved(brought->job);
        QVERIFY(std::abs(again.blank.length - part.blank.length) < 1e-6);
        const auto apart = [](const part::Part& of) {
            const part::Folded folded = part::fold(of);
            const auto one = part::formedHole(of, folded, 0), other = part::formedHole(of, folded, 1);
            return std::pair((one.point - other.point).norm(), one.axis.dot(other.axis));
        };
        QVERIFY(std::abs(apart(part).first - apart(again).first) < 1e-6);
        QVERIFY(std::abs(apart(part).second - apart(again).second) < 1e-9);
    }
}

void FoldedDrawingsTest::whatIsNoBendIsSaid() {
    Drawing crossed = strip();
    line(crossed, {0, 15}, {100, 15}, "fold");
    QVERIFY(refusal(crossed).find("cross one another") != std::string::npos);
    Drawing close = strip();
    line(close, {61, 0}, {61, 30}, "fold");
    QVERIFY2(refusal(close).find("closer than the metal that they take") != std::string::npos,
             refusal(close).c_str());
    Drawing aslant;
    outline(aslant, {{0, 0}, {100, 20}, {100, 50}, {0, 30}});
    line(aslant, {60, 12}, {60, 42}, "fold");
    QVERIFY2(refusal(aslant).find("runs aslant or steps") != std::string::npos, refusal(aslant).c_str());
    Drawing beside = strip();
    beside.stretches.pop_back();
    line(beside, {60, 40}, {60, 60}, "fold");
    QVERIFY(refusal(beside).find("lies beside the piece") != std::string::npos);
    Drawing forked; // two prongs, bent where they are two
    outline(forked, {{0, 0}, {100, 0}, {100, 10}, {50, 10}, {50, 20}, {100, 20}, {100, 30}, {0, 30}});
    line(forked, {80, 0}, {80, 30}, "fold");
    QVERIFY(refusal(forked).find("just twice") != std::string::npos);
    QVERIFY(refusal(Drawing{}).find("outline") != std::string::npos);
    Drawing none = strip();
    none.stretches.pop_back();
    QVERIFY(refusal(none).find("no line on the layers") != std::string::npos);
}

/// A pattern tried in card: what is drawn is what the faces measure, 60 and 40 outside; on the inner faces
/// that of 2 is 62 and 42 outside.
void FoldedDrawingsTest::cardBecomesMetal() {
    const auto formedSize = [](const job::Job& job) { // over both outer faces, by the fold alone
        const part::Part part = solved(job);
        const part::Folded folded = part::fold(part);
        Eigen::AlignedBox3d box;
        for (size_t plate = 0; plate < part.plates.size(); ++plate)
            for (const Vec2& corner : part.plates[plate].outlineInFlat)
                for (const double z : {0.0, part.thickness})
                    box.extend(Vec3(folded.rootFromFlat[plate] * Vec3(corner.x(), corner.y(), z)));
        return Vec2(box.sizes().x(), box.sizes().z());
    };
    const auto outer = blankFrom(strip(), {.folds = {{"fold", {}}}, .drawn = Drawn::OuterFaces});
    QVERIFY2(outer, outer ? "" : outer.error().says.c_str());
    QVERIFY((formedSize(outer->job) - Vec2(60, 40)).norm() < 1e-6);
    const auto inner = blankFrom(strip(), {.folds = {{"fold", {}}}, .drawn = Drawn::InnerFaces});
    QVERIFY((formedSize(inner->job) - Vec2(62, 42)).norm() < 1e-6);
    // Held at the place the card showed where its holes come: the metal has them there. On the outer faces h1
    // is 60 - 20 before the corner, h2 85 - 60 after it and 5 aside.
    const part::Part part = solved(outer->job);
    const part::Folded folded = part::fold(part);
    const auto one = part::formedHole(part, folded, 0), other = part::formedHole(part, folded, 1);
    QVERIFY(std::abs((one.point - other.point).norm() - Vec3(40, 5, 25).norm()) < 1e-6);
}

void FoldedDrawingsTest::layersAreOffered() {
    Drawing made = strip();
    line(made, {80, 0}, {80, 30}, "Bend_down");
    const auto offered = foldsOffered(made);
    QCOMPARE(offered.size(), size_t(2));
    QVERIFY(offered.at("fold").fold.turn == job::Turn::Up);
    QVERIFY(offered.at("Bend_down").fold.turn == job::Turn::Down && offered.at("Bend_down").isLikely);
    // Named after nothing, any may be one; beside one that is, it is likely none.
    Drawing plain = strip();
    plain.stretches.back().layer = "3";
    QVERIFY(foldsOffered(plain).at("3").isLikely);
    line(plain, {80, 0}, {80, 30}, "bend");
    QVERIFY(!foldsOffered(plain).at("3").isLikely);
}

/// A quarter of a circle by weights; a natural cubic whose middle is worked out by hand.
void FoldedDrawingsTest::splinesByWeightsAndPoints() {
    const Spline quarter{2, {{10, 0}, {10, 10}, {0, 10}}, {0, 0, 0, 1, 1, 1}, {1, std::sqrt(0.5), 1}};
    const auto round = chordsOf(quarter, 0.001);
    QVERIFY(round.size() > 8);
    for (const Vec2& point : round)
        QVERIFY(std::abs(point.norm() - 10) < 1e-9);
    // Through (0,0), (1,1), (2,0), root of 2 apart: no bend at the ends, -1.5 in the middle; half way to it
    // y is 0.5 + 1.5 x 2 / 16.
    const auto bow = chordsOf(Spline{3, {}, {}, {}, {{0, 0}, {1, 1}, {2, 0}}}, 1e-5);
    double nearest = 1;
    for (const Vec2& point : bow)
        nearest = std::min(nearest, (point - Vec2(0.5, 0.6875)).norm());
    QVERIFY2(nearest < 1e-9, std::to_string(nearest).c_str());
    QVERIFY((bow.front() - Vec2(0, 0)).norm() < 1e-12 && (bow.back() - Vec2(2, 0)).norm() < 1e-12);
    QVERIFY(chordsOf(Spline{2, quarter.controls, quarter.knots, {1, 0, 1}}, 0.01).empty());
    QVERIFY(chordsOf(Spline{3, {}, {}, {}, {{1, 1}}}, 0.01).empty());
}

GOODFOLD_TEST(FoldedDrawingsTest)

} // namespace goodfold::folded_drawings_test

#include "folded_drawings.moc"
