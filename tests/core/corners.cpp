// Where bends of a sheet end: reliefs, and corners at which two flanges meet.
#include "core/sheet_support.h"
#include "part/flat_overlap.h"
#include "part/sheet_corners.h"

namespace goodfold::corners_test {

using job::Corner;
using job::CornerJoint;
using job::Edge;
using job::Plate;
using job::Relief;
using test::cutsItself;
using test::made;
using test::Made;
using test::tray;

namespace {

double apart(const Segment& one, const Vec3& point, const Made& m, const std::string& id, double z) {
    const Vec3 a = m.formed(id, one.from, z), b = m.formed(id, one.to, z);
    const Vec3 along = b - a;
    const double share = std::clamp((point - a).dot(along) / along.squaredNorm(), 0.0, 1.0);
    return (a + share * along - point).norm();
}

} // namespace

class CornersTest : public QObject {
    Q_OBJECT
private slots:
    void restGoesToTheOuterFace();
    void reliefs_data();
    void reliefs();
    void drilledCorner();
    void closedCornerOfABox();
    void closedCornerOfLeaningSides_data();
    void closedCornerOfLeaningSides();
    void openCornerKeepsItsGap();
    void lappedCornerLiesOnTheOtherFlange_data();
    void lappedCornerLiesOnTheOtherFlange();
    void lapsKeepTheRules();
};

void CornersTest::restGoesToTheOuterFace() {
    job::Job job = tray({});
    job::Bend bend;
    bend.edge = Edge::End;
    bend.offset = 15;
    bend.insideRadius = 2;
    job = edit::withFlange(job, "A", bend, 20, 30)->job;
    job.plates[0].restOutside.clear();
    const double onTangent = made(job).part.blank.area;
    QVERIFY(std::abs(made(job).plate("A").length - (100 - 3.5)) < 1e-9);
    job.plates[0].restOutside = {Edge::End};
    const Made m = made(job);
    // 30 of 60 mm are rest, 3.5 further out; by rule a rectangle 2.25 wide and 1.5 past the line at either
    // end.
    QVERIFY(std::abs(m.part.blank.area - (onTangent + 30 * 3.5 - 2 * 2.25 * (3.5 + 1.5))) < 1e-9);
    QVERIFY(std::abs(boxOf(m.plate("A").shapeInFlat).max().x() - 100) < 1e-9); // the stated outside
}

void CornersTest::reliefs_data() {
    QTest::addColumn<int>("kind");
    QTest::addColumn<double>("taken"); // of both, with rest on the tangent line
    const double t = 1.5;
    QTest::newRow("slit") << int(Relief::Kind::Slit) << 2 * 1.0 * t;
    QTest::newRow("rectangle") << int(Relief::Kind::Rectangle) << 2 * 1.5 * t * t;
    const double r = 1.5 * t / 2;
    QTest::newRow("obround") << int(Relief::Kind::Obround)
                             << 2 * (2 * r * (t - r) + std::numbers::pi * r * r / 2);
    const double hole = 3.5 / 2; // R + T is more than 2 T
    QTest::newRow("round") << int(Relief::Kind::Round) << std::numbers::pi * hole * hole;
}

void CornersTest::reliefs() {
    QFETCH(int, kind);
    QFETCH(double, taken);
    job::Job job = tray({});
    job::Bend bend;
    bend.edge = Edge::Left;
    bend.offset = 20;
    bend.insideRadius = 2;
    job = edit::withFlange(job, "A", bend, 20, 40)->job;
    job.plates[0].restOutside.clear();
    const double plain = made(job).part.blank.area;
    job.bends[0].relief.kind = static_cast<Relief::Kind>(kind);
    const Made m = made(job);
    QVERIFY(std::abs(plain - m.part.blank.area - taken) < 1e-9);
    // With metal beside the bend the relief goes through that as well, and nothing else changes.
    job.plates[0].restOutside = {Edge::Left};
    const Made outside = made(job);
    QVERIFY(outside.part.blank.area > m.part.blank.area);
    QVERIFY(part::flatOverlaps(outside.part).empty());
    // Typed sizes go before the rule.
    job.bends[0].relief.width = 4;
    QCOMPARE(made(job).bend("1").relief.width, 4.0);
    QVERIFY(!test::findRule(test::findingsOf(job), "torn-bend-end"));
}

void CornersTest::drilledCorner() {
    job::Job job = tray({Edge::Right, Edge::End});
    for (job::Bend& bend : job.bends)
        bend.relief = {Relief::Kind::Round, 6.0, {}};
    const Made m = made(job);
    QCOMPARE(part::drilledAt(m.part, 0, Corner::EndRight), 3.0);
    QVERIFY(std::abs(m.bend("1").to - (m.bend("1").edgeLength - 3)) < 1e-9);
    QVERIFY(std::abs(m.bend("2").from - 3) < 1e-9);
    // A quarter of the drilled round is in the base.
    const double base = m.plate("A").length * m.plate("A").width;
    QVERIFY(std::abs(areaOf(m.plate("A").shapeInFlat) - (base - std::numbers::pi * 9 / 4)) < 1e-9);
    QVERIFY(part::flatOverlaps(m.part).empty());
}

void CornersTest::closedCornerOfABox() {
    // At a right angle the inner faces meet R past the corner of the tangent lines, each held back by
    // g/sqrt(2).
    job::Job job = tray({Edge::Right, Edge::End});
    job.plates[0].cornerJoints[Corner::EndRight] = {CornerJoint::Kind::Closed, 0.5};
    const Made m = made(job);
    const double reach = 2 - 0.5 / std::sqrt(2.0);
    QVERIFY(std::abs(m.bend("1").shoulderLeft - reach) < 1e-9);
    QVERIFY(std::abs(m.bend("2").shoulderRight - reach) < 1e-9);
    QVERIFY(std::abs(m.bend("1").taperLeft) < 1e-12);
    QVERIFY(part::flatOverlaps(m.part).empty());
    QVERIFY(!cutsItself(m));
}

void CornersTest::closedCornerOfLeaningSides_data() {
    QTest::addColumn<double>("first");
    QTest::addColumn<double>("second");
    QTest::newRow("both lean out") << 60.0 << 60.0;
    QTest::newRow("both lean in") << 110.0 << 110.0;
    QTest::newRow("one leans out") << 90.0 << 50.0;
    QTest::newRow("each its own") << 75.0 << 100.0;
}

/// All along the corner both inner edges keep the gap, measured in the formed part.
void CornersTest::closedCornerOfLeaningSides() {
    QFETCH(double, first);
    QFETCH(double, second);
    job::Job job = tray({Edge::Right, Edge::End});
    job.bends[0].angleDeg = first;
    job.bends[1].angleDeg = second;
    job.plates[0].cornerJoints[Corner::EndRight] = {CornerJoint::Kind::Closed, 0.4};
    const Made m = made(job);
    const Segment left = m.plate("B").edgeInFlat(Edge::Left), right = m.plate("C").edgeInFlat(Edge::Right);
    for (const double share : {0.3, 0.5, 0.7}) {
        const Vec2 p = left.from + share * (left.to - left.from);
        const double gap = apart(right, m.formed("B", p, 1.5), m, "C", 1.5);
        QVERIFY2(std::abs(gap - 0.4) < 1e-9, qPrintable(QString::number(gap)));
    }
    QVERIFY(!cutsItself(m));
}

void CornersTest::openCornerKeepsItsGap() {
    for (const double angle : {60.0, 90.0, 120.0}) {
        job::Job job = tray({Edge::Right, Edge::End}, angle);
        job.plates[0].cornerJoints[Corner::EndRight] = {CornerJoint::Kind::Open, 3};
        const Made m = made(job);
        const Segment left = m.plate("B").edgeInFlat(Edge::Left),
                      right = m.plate("C").edgeInFlat(Edge::Right);
        double least = 1e300;
        for (int i = 0; i <= 200; ++i)
            least = std::min(
                least,
                apart(right, m.formed("B", left.from + i / 200.0 * (left.to - left.from), 1.5), m, "C", 1.5));
        QVERIFY2(std::abs(least - 3) < 1e-6, qPrintable(QString::number(least)));
        QVERIFY(!cutsItself(m));
    }
}

void CornersTest::lappedCornerLiesOnTheOtherFlange_data() {
    QTest::addColumn<bool>("outside");
    QTest::addColumn<int>("tabOn");
    for (const bool outside : {false, true})
        for (const Edge edge : {Edge::Right, Edge::End})
            QTest::addRow("%s, tab on %s", outside ? "over" : "under", edge == Edge::End ? "end" : "right")
                << outside << int(edge);
}

/// The tab and the flange lie face to face, and each rivet goes through both on one axis.
void CornersTest::lappedCornerLiesOnTheOtherFlange() {
    QFETCH(bool, outside);
    QFETCH(int, tabOn);
    job::Job job = tray({Edge::Right, Edge::End}, 90, 40); // with room for two rivets on the tab
    const auto lapped = edit::withLap(job, test::materialOf(job), hardware::standardBook(), "A",
                                      Corner::EndRight, {static_cast<Edge>(tabOn), outside});
    QVERIFY2(bool(lapped), lapped ? "" : lapped.error().says.c_str());
    job = lapped->job;
    const Made m = made(job);
    const std::string tab = lapped->about.id, other = static_cast<Edge>(tabOn) == Edge::End ? "B" : "C";
    const Vec2 middle = (m.plate(tab).outlineInFlat[0] + m.plate(tab).outlineInFlat[2]) / 2;
    const Pose3 otherFromRoot =
        m.folded.rootFromFlat[static_cast<size_t>(m.part.plateIndex(other))].inverse();
    // The tab's touching side in the other flange's own height: its face or its back.
    const double touching = outside ? 1.5 : 0;
    const double height = (otherFromRoot * m.formed(tab, middle, touching)).z();
    QVERIFY2(std::abs(height - (outside ? 0 : 1.5)) < 1e-9, qPrintable(QString::number(height)));
    QVERIFY(!cutsItself(m));
    QVERIFY(part::flatOverlaps(m.part).empty());

    int pairs = 0;
    for (const Plate& plate : job.plates)
        for (const job::Hole& hole : plate.holes) {
            if (!hole.formed) continue;
            const auto a = part::formedHole(m.part, m.folded, m.part.holeIndex(hole.id));
            const auto b = part::formedHole(m.part, m.folded, m.part.holeIndex(hole.formed->of));
            QVERIFY((a.point - b.point).cross(b.axis).norm() < 1e-9);
            ++pairs;
        }
    QCOMPARE(pairs, 2);
    const auto findings = test::findingsOf(job);
    QVERIFY(test::findRule(findings, "corner-order"));
    QVERIFY(!test::findRule(findings, "hole-off-plate"));
}

/// Four flanges lapped at each corner, as the program places tabs and rivets: nothing to mind about them.
void CornersTest::lapsKeepTheRules() {
    for (const double thickness : {0.8, 1.0, 1.5, 2.0})
        for (const double height : {20.0, 25.0, 40.0, 80.0}) {
            job::Job job = tray({Edge::Right, Edge::End, Edge::Left, Edge::Start}, 90, height);
            job.thickness = thickness;
            job.plates[0].length = 200;
            job.plates[0].width = 150;
            for (job::Bend& bend : job.bends)
                bend.insideRadius.reset();
            for (const auto& [corner, edge] :
                 {std::pair{Corner::EndRight, Edge::End}, std::pair{Corner::EndLeft, Edge::End},
                  std::pair{Corner::StartRight, Edge::Start}, std::pair{Corner::StartLeft, Edge::Start}}) {
                const auto lapped = edit::withLap(job, test::materialOf(job), hardware::standardBook(), "A",
                                                  corner, {edge, false});
                QVERIFY2(bool(lapped), lapped ? "" : lapped.error().says.c_str());
                job = lapped->job;
            }
            const bool hasRoom = thickness < 2 || height > 20; // for one rivet, 2 d from either edge
            for (const check::Finding& finding : test::findingsOf(job))
                if (hasRoom && finding.about.kind == job::Element::Kind::Hole)
                    QVERIFY2(
                        finding.severity == check::Severity::Note,
                        qPrintable(QString("%1 thick, %2 high: %3")
                                       .arg(thickness)
                                       .arg(height)
                                       .arg(QString::fromStdString(finding.headline + ". " + finding.says))));
            QCOMPARE(test::findRule(test::findingsOf(job), "hole-near-edge") == nullptr, hasRoom);
            int rivets = 0; // 3 d apart where there are two
            for (const Plate& plate : job.plates)
                for (const job::Hole& hole : plate.holes)
                    rivets += hole.fastener.has_value();
            QCOMPARE(rivets, height >= 40 ? 8 : 4);
        }
}

GOODFOLD_TEST(CornersTest)

} // namespace goodfold::corners_test

#include "corners.moc"
