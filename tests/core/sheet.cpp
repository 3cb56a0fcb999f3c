// Sheet: tapers, free edges, the blank against itself, seams and splits; in the flat and formed.
#include "core/sheet_support.h"
#include "edit/seam.h"
#include "edit/split.h"
#include "lineup/drawn_mount.h"
#include "part/flat_overlap.h"
#include "part/mirror.h"

namespace goodfold::sheet_test {

using job::Edge;
using job::Plate;
using job::Turn;
using test::cutsItself;
using test::made;
using test::Made;
using test::tray;

namespace {

constexpr int kJobs = 120; // of up to forty plates each

bool flangesCollide(const part::Part& part) {
    for (const part::PartBend& bend : part.bends)
        for (const int other : part.bendsOn(bend.parent, bend.edge)) {
            const part::PartBend& beside = part.bends[static_cast<size_t>(other)];
            if (&beside != &bend && beside.from < bend.to && bend.from < beside.to) return true;
        }
    return std::any_of(part.bends.begin(), part.bends.end(), [](const part::PartBend& bend) {
        return bend.from < 0 || bend.to > bend.edgeLength || bend.to <= bend.from;
    });
}

} // namespace

class SheetTest : public QObject {
    Q_OBJECT
private slots:
    void besideATabThePlateIsAsWideAsItSays();
    void taperAndAngledEnd();
    void flangeOnATaperedSideStandsAtItsOutside();
    void freeEdgeOverPointsAndArcs();
    void blankOverlapIsFoundExactly();
    void overlapHasWaysOut();
    void seamMovesAndThePartStays();
    void splitPartsRivetTogether();
    void barBecomesSheetWithoutLoss();
    void mirroredTwinIsTheMirrorImage();
    void fortyPlatesStaySound();
};

/// 80 wide with a tab on part of one side: beside the tab it is 80 still, not 80 less the tab's setback.
void SheetTest::besideATabThePlateIsAsWideAsItSays() {
    job::Job job = edit::emptySheet(quantity::Unit::Millimetre);
    job.plates[0].length = 100;
    job.plates[0].width = 80;
    job::Bend bend;
    bend.edge = Edge::Left;
    bend.offset = 20;
    const auto edited = edit::withFlange(job, "A", bend, 20, 30);
    QVERIFY(edited);
    const Made m = made(edited->job);
    double highest = -1e9, tab = -1e9;
    for (const Vec2& p : flattened(m.part.plates[0].shapeInFlat))
        highest = std::max(highest, p.y());
    for (const Vec2& p : flattened(m.part.blank.outline))
        tab = std::max(tab, p.y());
    QVERIFY(std::abs(highest - m.part.blank.corner.y() - 80) < 1e-9);
    QVERIFY(tab > highest + 10);
}

void SheetTest::taperAndAngledEnd() {
    job::Job job = tray({Edge::End});
    job.plates[1].inset = {{Edge::Right, 8}, {Edge::Left, 4}};
    job.plates[1].ends[Edge::End].cutDeg = 10;
    const Made m = made(job);
    const part::PartPlate& flap = m.plate("B");
    const Pose2 plateFromFlat = flap.flatFromPlate.inverse();
    const double lean = std::tan(radians(10)) * flap.width / 2;
    const Vec2 right = plateFromFlat * flap.outlineInFlat[1], left = plateFromFlat * flap.outlineInFlat[2];
    QVERIFY((right - Vec2(flap.length + lean, 8)).norm() < 1e-9);
    QVERIFY((left - Vec2(flap.length - lean, flap.width - 4)).norm() < 1e-9);
    const double quad = areaOf(Polygon(flap.outlineInFlat));
    QVERIFY(std::abs(areaOf(flap.shapeInFlat) - quad) < 1e-9);
}

void SheetTest::flangeOnATaperedSideStandsAtItsOutside() {
    // A wedge 100 long, 60 wide at its start, 40 at its end, a flange up on its slanted right side. Formed,
    // the flange's outer face stands on the line the outside was stated to: from (0, 0) toward (100, 20).
    job::Job job = edit::emptySheet(quantity::Unit::Millimetre);
    job.plates[0].inset = {{Edge::Right, 20}};
    job::Bend bend;
    bend.edge = Edge::Right;
    bend.insideRadius = 2;
    job = edit::withFlange(job, "A", bend, 25)->job;
    const Made m = made(job);
    const Vec2 side = Vec2(100, 20).normalized(), out(side.y(), -side.x());
    const part::PartPlate &wedge = m.plate("A"), &flange = m.plate("B");
    // The stated width runs from the outer face at x = 0 to the left side.
    const Vec2 outsideAtStart(0, wedge.width - 60);
    for (const Vec2& corner : flange.outlineInFlat) {
        const Vec3 outer = m.formed("B", corner, 0);
        QVERIFY(std::abs(out.dot(outer.head<2>() - outsideAtStart)) < 1e-9);
    }
}

void SheetTest::freeEdgeOverPointsAndArcs() {
    job::Job job = edit::emptySheet(quantity::Unit::Millimetre);
    // A bite of 20 x 10 in the end with rounded inner corners, and a left edge that bows out by 6.
    job.plates[0].edges[Edge::End] = {
        0, {{Vec2(20, 0)}, {Vec2(20, -10), 0, 3}, {Vec2(40, -10), 0, 3}, {Vec2(40, 0)}}};
    job.plates[0].edges[Edge::Left].bow = 6;
    const Made m = made(job);
    const double r = (50.0 * 50 + 6 * 6) / 12, half = std::asin(50 / r);
    const double bowed = r * r * (half - std::sin(2 * half) / 2);
    const double bite = 200 - 2 * (1 - std::numbers::pi / 4) * 9;
    QVERIFY(std::abs(m.part.blank.area - (6000 - bite + bowed)) < 1e-9);
    QVERIFY(std::abs(m.part.blank.width - 66) < 1e-9);
    QVERIFY(m.plate("A").cornersFit);
    // A round larger than its stretch is left out, and said.
    job.plates[0].edges[Edge::End].points[1].round = 30;
    QVERIFY(!made(job).plate("A").cornersFit);
    QVERIFY(test::findRule(test::findingsOf(job), "corners-too-large"));
}

void SheetTest::blankOverlapIsFoundExactly() {
    // Two flanges on neighbouring edges, each with a side tab reaching toward the corner: the tabs meet in
    // the flat once together they are longer than the corner is wide.
    job::Job job = tray({Edge::Right, Edge::End});
    job::Bend side;
    side.insideRadius = 2;
    side.edge = Edge::Left;
    side.offset = 2;
    job = edit::withFlange(job, "B", side, 10, 12)->job;
    QVERIFY(part::flatOverlaps(made(job).part).empty());
    const std::string tab = job.plates.back().id;
    double low = 10, high = 60; // bisect to where they touch
    for (int i = 0; i < 60; ++i) {
        const double middle = (low + high) / 2;
        job.findPlate(tab)->length = middle;
        (part::flatOverlaps(made(job).part).empty() ? low : high) = middle;
    }
    job.findPlate(tab)->length = low;
    const Made m = made(job);
    const double reach = boxOf(m.plate(tab).shapeInFlat).max().x();
    const double wall = boxOf(straight(m.bend("2").zoneInFlat)).min().x();
    const double flange = boxOf(m.plate("C").shapeInFlat).min().y(),
                 top = boxOf(m.plate(tab).shapeInFlat).max().y();
    if (high < 59) QVERIFY(std::abs(reach - wall) < 1e-3 || std::abs(top - flange) < 1e-3);
}

void SheetTest::overlapHasWaysOut() {
    // A lid as wide as the box on one wall, and a flange on the lid's side: flat it lies on the next wall.
    job::Job job = tray({Edge::End, Edge::Left});
    job::Bend bend;
    bend.insideRadius = 2;
    bend.edge = Edge::Left;
    job = edit::withFlange(job, "B", bend, 90)->job; // a long tab on the end wall,
    bend.edge = Edge::Right;
    job = edit::withFlange(job, "C", bend, 90)->job; // and one on the left wall, in the same corner
    const auto findings = test::findingsOf(job);
    const check::Finding* finding = test::findRule(findings, "blank-overlaps");
    QVERIFY(finding);
    QVERIFY(finding->severity == check::Severity::Stop);
    QVERIFY(finding->says.find("C") != std::string::npos || finding->says.find("D") != std::string::npos);
    QVERIFY(!finding->remedies.empty());
    bool splits = false;
    for (const check::Remedy& remedy : finding->remedies) {
        QVERIFY(!job::whatIsWrong(remedy.mended));
        QVERIFY2(part::flatOverlaps(made(remedy.mended).part).empty(), remedy.says.c_str());
        splits |= remedy.other.has_value();
    }
    QVERIFY(splits);
}

/// Hung on the wall beside it, a wall covers what it covered, with the same holes in the same places.
void SheetTest::seamMovesAndThePartStays() {
    job::Job job = tray({Edge::End, Edge::Left});
    job::Hole hole = test::hole("h1", 12, -9, job::Hole::XFrom::Outside);
    hole.pattern = job::Pattern{job::Pattern::Kind::Row, 3, 2, 11};
    hole.kind = job::Hole::Kind::Slot;
    hole.length = 9;
    job.findPlate("B")->holes.push_back(hole);
    const Made before = made(job);
    const auto moved = edit::withSeamMoved(job, test::materialOf(job), "B");
    QCOMPARE(moved.size(), size_t{1}); // on the side of C that stands at the corner
    QCOMPARE(moved[0].job.bendTo("B")->from, std::string("C"));
    const Made after = made(moved[0].job);
    QVERIFY(!cutsItself(after));
    for (size_t i = 0; i < 3; ++i) {
        const part::FormedHole was = part::formedHole(before.part, before.folded, static_cast<int>(i));
        const part::FormedHole is = part::formedHole(after.part, after.folded, static_cast<int>(i));
        QVERIFY((was.point - is.point).norm() < 1e-6);
        QVERIFY((was.axis - is.axis).norm() < 1e-6);
        const auto end = [&](const Made& m) { return m.formed("B", m.part.holes[i].spineInFlat.to, 0); };
        const auto begin = [&](const Made& m) { return m.formed("B", m.part.holes[i].spineInFlat.from, 0); };
        QVERIFY((end(before) - end(after)).norm() < 1e-6 || (end(before) - begin(after)).norm() < 1e-6);
    }
    // Its free edge stands where it stood.
    const auto highest = [](const Made& m) {
        double top = 0;
        for (const Vec2& corner : m.plate("B").outlineInFlat)
            top = std::max(top, m.formed("B", corner, 0).z());
        return top;
    };
    QVERIFY(std::abs(highest(before) - highest(after)) < 1e-6);
    // A bolt that is tied to it holds it no more than others do.
    job.findPlate("B")->holes.push_back(test::hole("h2", 30, 9, job::Hole::XFrom::Outside));
    const Made drawn = made(job);
    const job::Job tied = lineup::withDrawnMount(job, drawn.part, drawn.folded, hardware::standardBook());
    QVERIFY(!tied.ties.empty());
    const auto movedTied = edit::withSeamMoved(tied, test::materialOf(job), "B");
    QCOMPARE(movedTied.size(), size_t{1});
    QVERIFY(movedTied[0].job.ties == tied.ties);
    // Nothing hangs free of an edge to move to, or does with something on it.
    QVERIFY(edit::withSeamMoved(tray({Edge::End}), test::materialOf(job), "B").empty());
    QVERIFY(edit::withSeamMoved(job, test::materialOf(job), "A").empty());
}

/// Laid on the first part's inner face, the second's rivets are on the first's, and its plate stands where
/// the flange stood.
void SheetTest::splitPartsRivetTogether() {
    for (const Edge edge : {Edge::End, Edge::Right, Edge::Left}) {
        job::Job job = tray({edge});
        const Made whole = made(job);
        const auto split = edit::splitAt(job, test::materialOf(job), hardware::standardBook(), "1");
        QVERIFY2(bool(split), split ? "" : split.error().says.c_str());
        const Made first = made(split->first), second = made(split->second);
        QCOMPARE(first.part.plates.size(), size_t(1));
        QCOMPARE(second.part.plates.size(), size_t(2));
        // Carry the second part so that its wall lies where it was, then look at the laps' holes.
        const Pose3 wallWas = whole.folded.rootFromFlat[1];
        const auto wallNow = static_cast<size_t>(second.part.root);
        const part::PartPlate& old = whole.plate("B");
        const part::PartPlate& now = second.part.plates[wallNow];
        const auto inSpace = [](const Pose2& flat) {
            Pose3 pose = Pose3::Identity();
            pose.linear().topLeftCorner<2, 2>() = flat.linear();
            pose.translation().head<2>() = flat.translation();
            return pose;
        };
        // The wall lost T at its foot, where it stands on the sheet now: its end is what stayed.
        Pose3 atEnd = Pose3::Identity();
        atEnd.translation().x() = old.length - now.length;
        const Pose3 carry = wallWas * inSpace(old.flatFromPlate) * atEnd *
                            (second.folded.rootFromFlat[wallNow] * inSpace(now.flatFromPlate)).inverse();
        QCOMPARE(first.part.holes.size(), second.part.holes.size());
        for (const part::PartHole& hole : first.part.holes) {
            const auto mine = part::formedHole(first.part, first.folded, first.part.holeIndex(hole.id));
            double nearest = 1e300;
            for (size_t i = 0; i < second.part.holes.size(); ++i) {
                const auto theirs = part::formedHole(second.part, second.folded, static_cast<int>(i));
                // The first part's frame is the whole one's but for where its root's corner is.
                const Vec3 there = carry * theirs.point;
                const Vec3 shift = first.formed("A", first.plate("A").edgeInFlat(edge).middle(), 0) -
                                   (whole.formed("A", whole.plate("A").edgeInFlat(edge).middle(), 0) +
                                    3.5 * Vec3(whole.bend("1").across.x(), whole.bend("1").across.y(), 0));
                nearest = std::min(nearest, (there + shift - mine.point).head<2>().norm());
                QVERIFY(std::abs(there.z() - job.thickness) < 1e-9); // its back on the sheet's face
            }
            QVERIFY2(nearest < 1e-6, qPrintable(QString::number(nearest)));
        }
    }
}

void SheetTest::barBecomesSheetWithoutLoss() {
    test::RandomJobs random(21);
    int turned = 0;
    for (int i = 0; i < kJobs; ++i) {
        const job::Job job = random.next();
        if (job.stock.form != job::StockForm::Bar) continue;
        const auto sheet = edit::asSheet(job);
        if (!sheet) {
            QVERIFY(sheet.error().says.ends_with('.'));
            continue;
        }
        ++turned;
        const Made before = made(job), after = made(*sheet);
        QVERIFY(std::abs(before.part.blank.length - after.part.blank.length) < 1e-6);
        QVERIFY(std::abs(before.part.blank.area - after.part.blank.area) < 1e-6);
        for (size_t h = 0; h < before.part.holes.size(); ++h) {
            const auto a = part::formedHole(before.part, before.folded, static_cast<int>(h));
            const auto b = part::formedHole(after.part, after.folded, static_cast<int>(h));
            QVERIFY((a.point - b.point).norm() < 1e-6);
        }
    }
    QVERIFY(turned > 5);
}

void SheetTest::mirroredTwinIsTheMirrorImage() {
    test::RandomJobs random(22);
    for (int i = 0; i < kJobs; ++i) {
        const job::Job job = random.nextSheet(12);
        if (flangesCollide(made(job).part)) continue; // which of them is cut first has no mirror
        const Made m = made(job), t = made(part::mirrored(job, m.part));
        QVERIFY(std::abs(m.part.blank.area - t.part.blank.area) < 1e-6 * std::abs(m.part.blank.area) + 1e-6);
        const double width = m.part.plates[static_cast<size_t>(m.part.root)].width;
        for (size_t h = 0; h < m.part.holes.size(); ++h) {
            Vec3 a =
                part::formedPoint(m.folded, m.part.holes[h].plate, m.part.holes[h].centreOfShape()).point;
            a.y() = width - a.y();
            double nearest = 1e300; // a pattern may run the other way round
            for (const part::PartHole& other : t.part.holes)
                if (other.source == m.part.holes[h].source)
                    nearest = std::min(
                        nearest,
                        (a - part::formedPoint(t.folded, other.plate, other.centreOfShape()).point).norm());
            QVERIFY2(nearest < 1e-6, qPrintable(QString::number(nearest)));
        }
    }
}

/// Trees of up to forty plates with everything on them: finite, their outline holds its pieces, and every
/// check has its say.
void SheetTest::fortyPlatesStaySound() {
    test::RandomJobs random(23);
    for (int i = 0; i < kJobs; ++i) {
        const job::Job job = random.nextSheet(40);
        const Made m = made(job);
        double pieces = 0;
        for (const part::PartPlate& plate : m.part.plates)
            pieces += areaOf(plate.shapeInFlat);
        for (const part::PartBend& bend : m.part.bends)
            pieces += areaOf(bend.zoneInFlat);
        QVERIFY(std::isfinite(pieces));
        const double outline = areaOf(m.part.blank.outline);
        QVERIFY2(std::abs(outline - pieces) < 1e-6 * std::max(1.0, std::abs(pieces)),
                 qPrintable(QString("%1 %2").arg(outline).arg(pieces)));
        for (const part::PartHole& hole : m.part.holes)
            for (const PathVertex& vertex : hole.shapeInFlat)
                QVERIFY(vertex.point.allFinite() && std::isfinite(vertex.bulge));
        for (const Pose3& pose : m.folded.rootFromFlat)
            QVERIFY(pose.matrix().allFinite());
        if (i % 8 == 0) // the clash search of forty random plates takes its time
            for (const check::Finding& finding : test::findingsOf(job))
                QVERIFY(!finding.says.empty() && finding.says.find("nan") == std::string::npos);
        QVERIFY(test::jobFromText(test::textOf(job)) == job);
    }
}

GOODFOLD_TEST(SheetTest)

} // namespace goodfold::sheet_test

#include "sheet.moc"
