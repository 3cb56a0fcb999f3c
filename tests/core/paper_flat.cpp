// The bracket in paper: by hand, and folded at every line it gives the side of the metal that it stands for.
#include "part/paper_flat.h"

#include "core/sheet_support.h"
#include "core/shop_support.h"

namespace goodfold::paper_flat_test {

using namespace goodfold::part;
using test::near;

namespace {

PaperFlat paperOf(const job::Job& job) {
    const Part part = solve(job, test::materialOf(job));
    return paperFlatOf(job, part, paperSideOf(job, part));
}

/// Folded by turning all that hangs on each line about it: nothing of the metal's fold is used.
std::vector<Pose3> foldedPaper(const Part& part, const PaperFlat& paper) {
    std::vector<Pose3> poses(part.plates.size(), Pose3::Identity());
    std::vector<int> toPlace{part.root};
    while (!toPlace.empty()) {
        const int plate = toPlace.back();
        toPlace.pop_back();
        for (const int index : part.plates[static_cast<size_t>(plate)].childBends) {
            const PartBend& bend = part.bends[static_cast<size_t>(index)];
            const Segment& line = paper.folds[static_cast<size_t>(index)].line;
            const Vec3 at(line.from.x(), line.from.y(), 0);
            const Vec2 way = (line.to - line.from).normalized();
            const double up = bend.turn == Turn::Up ? 1 : -1; // seen from the face, the child to the right
            const Pose3 turned =
                Eigen::Translation3d(at) *
                Eigen::AngleAxisd(-up * radians(bend.shape.angleDeg), Vec3(way.x(), way.y(), 0)) *
                Eigen::Translation3d(-at);
            poses[static_cast<size_t>(bend.child)] = poses[static_cast<size_t>(plate)] * turned;
            toPlace.push_back(bend.child);
        }
    }
    return poses;
}

} // namespace

class PaperFlatTest : public QObject {
    Q_OBJECT
private slots:
    void legsRunToTheMoldLines();
    void liesOnTheMount();
    void zigzagKeepsOneSide();
    void hemLiesOnItself();
    void roundBendIsRolled();
    void foldedItIsTheMetalsSide();
    void outlineGoesRoundAllOfIt();
    void trayIsGlued();
    void paperThatIsNeededTwiceIsSaid();
};

/// 50 and 40 over the outside of 3: the outer side is 50 and 40 long, the inner 47 and 37.
void PaperFlatTest::legsRunToTheMoldLines() {
    job::Job job = test::bar({50, 40}, {{.angleDeg = 90}}, 3, 20);
    job.dimensionTo = job::DimensionTo::Outside;
    job.bends[0].insideRadius = 3;
    const Part part = solve(job, test::materialOf(job));
    const PaperFlat outer = paperOf(job), inner = paperFlatOf(job, part, PaperSide::Face);
    QVERIFY(near(outer.length, 90, 1e-9) && near(inner.length, 84, 1e-9));
    QCOMPARE(outer.side, PaperSide::Back); // bent up, it is outside
    QVERIFY(near(areaOf(outer.outline), 90 * 20, 1e-9));
    QVERIFY(near(outer.folds[0].line.from.x() - outer.corner.x(), 50, 1e-9));
    QVERIFY(near(inner.folds[0].line.from.x() - inner.corner.x(), 47, 1e-9));
}

/// What lies on the mount is tried: bolted on by its face, the inner side.
void PaperFlatTest::liesOnTheMount() {
    job::Job job = test::bar({50, 40}, {{.angleDeg = 90}}, 3, 20);
    const Part part = solve(job, test::materialOf(job));
    job.ties = {{"h1", "a", true}, {"h2", "b", true}, {"h3", "c", false}};
    QCOMPARE(paperSideOf(job, part), PaperSide::Face);
    job.ties.pop_back();
    job.ties[1].onFace = false; // one by either
    QCOMPARE(paperSideOf(job, part), PaperSide::Back);
}

/// Up and then down: the back is outside at the first bend and inside at the second.
void PaperFlatTest::zigzagKeepsOneSide() {
    job::Job job =
        test::bar({40, 30, 40}, {{.angleDeg = 90}, {.angleDeg = 90, .turn = job::Turn::Down}}, 2, 20);
    job.dimensionTo = job::DimensionTo::Outside;
    for (job::Bend& bend : job.bends)
        bend.insideRadius = 2;
    // By outside dimensions the middle leg is 30 from one outer face to the other: the back's is 2 less. The
    // last leg's back is the inner side of its bend.
    const PaperFlat paper = paperOf(job);
    QCOMPARE(paper.side, PaperSide::Back);
    QVERIFY(near(paper.folds[0].line.from.x() - paper.corner.x(), 40, 1e-9));
    QVERIFY(near(paper.folds[1].line.from.x() - paper.folds[0].line.from.x(), 28, 1e-9));
    QVERIFY(near(paper.length, 40 + 28 + 38, 1e-9));
}

/// Past 150 degrees the fold lies as far out as the metal does: 60 and 15 to the outer face of the hem.
void PaperFlatTest::hemLiesOnItself() {
    job::Job job = test::bar({60, 15}, {{.angleDeg = 180}}, 1, 20);
    job.dimensionTo = job::DimensionTo::Outside;
    job.bends[0].insideRadius = 0.5;
    const PaperFlat paper = paperOf(job);
    QVERIFY(near(paper.length, 75, 1e-9));
    QVERIFY(!paper.folds[0].isRolled);
}

/// A corner 30 out stands 12.4 off a quarter round of 30: the paper goes round it, a quarter of its girth.
void PaperFlatTest::roundBendIsRolled() {
    job::Job job = test::bar({80, 80}, {{.angleDeg = 90}}, 2, 20);
    job.dimensionTo = job::DimensionTo::Tangent;
    job.bends[0].insideRadius = 28;
    const PaperFlat paper = paperOf(job);
    QVERIFY(paper.folds[0].isRolled);
    QVERIFY(near(paper.length, 160 + 30 * M_PI / 2, 1e-9));
    QVERIFY(near(paper.folds[0].far.from.x() - paper.folds[0].near.from.x(), 30 * M_PI / 2, 1e-9));
}

void PaperFlatTest::foldedItIsTheMetalsSide() {
    test::RandomJobs random(301);
    int plates = 0, holes = 0;
    for (int i = 0; i < test::rounds(300, 3000); ++i) {
        const job::Job job = random.next();
        const Part part = solve(job, test::materialOf(job));
        const Folded folded = fold(part);
        for (const PaperSide side : {PaperSide::Back, PaperSide::Face}) {
            const PaperFlat paper = paperFlatOf(job, part, side);
            const bool isSharp =
                std::all_of(paper.folds.begin(), paper.folds.end(), [&](const PaperFold& each) {
                    return !each.isRolled && part.bends[static_cast<size_t>(each.bend)].shape.angleDeg <= 150;
                });
            if (!isSharp) continue;
            const double z = side == PaperSide::Face ? part.thickness : 0;
            const std::vector<Pose3> poses = foldedPaper(part, paper);
            const auto isSame = [&](int plate, const Vec2& inFlat, const Vec2& onPaper) {
                const Vec3 metal =
                    folded.rootFromFlat[static_cast<size_t>(plate)] * Vec3(inFlat.x(), inFlat.y(), z);
                const Vec3 inPaper = poses[static_cast<size_t>(plate)] * Vec3(onPaper.x(), onPaper.y(), 0);
                return (metal - inPaper - Vec3(0, 0, z)).norm() < 1e-6;
            };
            for (size_t plate = 0; plate < part.plates.size(); ++plate, ++plates)
                for (const Vec2& corner : part.plates[plate].outlineInFlat)
                    QVERIFY(isSame(static_cast<int>(plate), corner, corner + paper.paperFromFlat[plate]));
            for (const PaperHole& hole : paper.holes) {
                const PartHole& of = part.holes[static_cast<size_t>(hole.hole)];
                QVERIFY(isSame(of.plate, of.centreInFlat, hole.centre));
                ++holes;
            }
        }
    }
    QVERIFY(plates > test::rounds(500) && holes > test::rounds(300));
}

/// Its area is that of its legs, each to its folds: of a bar width times length, whatever the skew.
void PaperFlatTest::outlineGoesRoundAllOfIt() {
    test::RandomJobs random(302);
    for (int i = 0; i < test::rounds(200, 2000); ++i) {
        const double first = random.real(30, 80), second = random.real(30, 80), skew = random.real(-20, 20);
        job::Job job =
            test::bar({first, second}, {{.angleDeg = random.real(20, 120), .skewDeg = skew}}, 3, 25);
        const Part part = solve(job, test::materialOf(job));
        const PaperFlat paper = paperFlatOf(job, part, PaperSide::Back);
        if (paper.folds[0].isRolled) continue;
        // Both middles' lengths: to the tangent line, and square to the fold the setback, along the bar more.
        const double setback =
            paperSetback(part.bends[0].shape.insideRadius + 3, part.bends[0].shape.angleDeg, false);
        const double along =
            part.plates[0].length + part.plates[1].length + 2 * setback / std::cos(radians(skew));
        QVERIFY2(near(areaOf(paper.outline), 25 * along, 1e-6),
                 qPrintable(QString("%1 %2").arg(areaOf(paper.outline)).arg(25 * along)));
        // Where the line leans the legs miss each other by the jog that the fold itself has.
        const double jog = (2 * setback - part.bends[0].allowance) * std::sin(radians(skew));
        QVERIFY(near(paper.paperFromFlat[1].y(), jog, 1e-9));
    }
}

/// A tray's four corners are glued by a tab each; a lapped corner has its own in metal.
void PaperFlatTest::trayIsGlued() {
    using Edge = job::Edge;
    job::Job tray = test::tray({Edge::Start, Edge::End, Edge::Left, Edge::Right}, 90, 30);
    const PaperFlat paper = paperOf(tray);
    QCOMPARE(paper.tabs.size(), size_t(4));
    std::set<int> on;
    double glued = 0;
    for (const GlueTab& tab : paper.tabs) {
        on.insert(tab.plate);
        glued += areaOf(tab.outline);
        QVERIFY(areaOf(tab.outline) > 0 && boxOf(tab.outline).sizes().minCoeff() <= 10 + 1e-9);
    }
    QCOMPARE(on.size(), size_t(4)); // each flange carries one
    for (job::Plate& plate : tray.plates)
        if (plate.id == "A")
            plate.cornerJoints[job::Corner::EndLeft] = {job::CornerJoint::Kind::Lapped, 0, Edge::End};
    QCOMPARE(paperOf(tray).tabs.size(), size_t(3));
    QVERIFY(glued > 0 && areaOf(paper.outline) > glued);
}

/// Two flanges of a seed tray, each with a leg of its own into the same corner: in the metal there is room
/// between them, 0.4 or so. On the paper each runs to its mold lines, and the one whose bend is round by 6
/// goes 2.1 further than the one round by 1: 2 (R + T) less what the bends take of either.
void PaperFlatTest::paperThatIsNeededTwiceIsSaid() {
    const auto trayWith = [](double offset) {
        job::Job tray = test::tray({job::Edge::End, job::Edge::Left}, 90, 60); // B and C on A
        job::Bend bend{.id = "3", .from = "B", .edge = job::Edge::Left, .to = "D", .angleDeg = 90};
        bend.insideRadius = 2;
        bend.offset = offset;
        tray.bends.push_back(bend);
        tray.plates.push_back({.id = "D", .length = 30, .width = 15});
        bend = {.id = "4", .from = "C", .edge = job::Edge::Right, .to = "E", .angleDeg = 90};
        bend.insideRadius = 6;
        bend.offset = 5;
        tray.bends.push_back(bend);
        tray.plates.push_back({.id = "E", .length = 25, .width = 30});
        tray.bends[0].insideRadius = 1;
        return tray;
    };
    double offset = 5;
    const auto metalOf = [&] { return solve(trayWith(offset), test::materialOf(trayWith(offset))); };
    while (flatOverlaps(metalOf()).empty() && offset < 50) // from B's far end toward E
        offset += 0.2;
    QVERIFY2(offset > 5.1 && offset < 40, qPrintable(QString::number(offset)));
    offset -= 0.4; // between 0.2 and 0.4 apart
    QVERIFY(flatOverlaps(metalOf()).empty());
    const auto isOfDandE = [](const FlatOverlap& pair) {
        return std::set<std::string>{pair.one.id, pair.other.id} == std::set<std::string>{"D", "E"};
    };
    const PaperFlat twice = paperFlatOf(trayWith(offset), metalOf(), PaperSide::Back);
    QCOMPARE(twice.overlaps.size(), size_t(1));
    QVERIFY(isOfDandE(twice.overlaps[0]));
    offset -= 2.2;
    QVERIFY(paperFlatOf(trayWith(offset), metalOf(), PaperSide::Back).overlaps.empty());
    for (const GlueTab& tab : twice.tabs) // they take no paper of others
        for (size_t i = 0; i < twice.paperFromFlat.size(); ++i)
            QVERIFY(!overlap(
                moved(metalOf().plates[i].shapeInFlat, Pose2(Eigen::Translation2d(twice.paperFromFlat[i]))),
                tab.outline, 1e-3));
}

GOODFOLD_TEST(PaperFlatTest)

} // namespace goodfold::paper_flat_test

#include "paper_flat.moc"
