// The drawing of the formed part measured on the page, and what it says.
#include "core/shop_support.h"
#include "draw/formed_drawing.h"
#include "draw/page.h"
#include "draw/type.h"
#include "draw/view_angles.h"

namespace goodfold::formed_test {

namespace {

/// 50 and 40 over the outside of 3, a hole 20 from the bend's outside corner.
job::Job bracket() {
    job::Job job = test::bar({50, 40}, {{.angleDeg = 90, .insideRadius = 3}}, 3, 30);
    job.dimensionTo = job::DimensionTo::Outside;
    job.title = "Vent stay";
    job.plates[1].holes = {{.id = "h1", .diameter = 6.6, .x = 20, .xFrom = job::Hole::XFrom::Outside}};
    return job;
}

QByteArray pdfOf(const job::Job& job) {
    const material::Material& material = test::materialOf(job);
    const auto settled = sequence::settle(job, material, tool::standardShop());
    if (!settled.outcome.plan) qFatal("no plan");
    const auto opposite = sequence::settleOpposite(settled, material, tool::standardShop());
    return draw::formedDrawing(draw::DrawingAs::Pdf, settled, job.oppositeHand ? &opposite : nullptr,
                               material, QPageSize::A4, quantity::Reading::millimetres());
}

} // namespace

class FormedTest : public QObject {
    Q_OBJECT
private slots:
    void initTestCase() {
        draw::loadTypeface();
        QImageReader::setAllocationLimit(0);
    }
    void viewsAreToScale();
    void saysWhatIsChecked();
    void scaleFollowsTheSize_data();
    void scaleFollowsTheSize();
    void roundsAreMeasuredAsTheyAre();
    void anglesStandWhereTheyAreSeen();
    void pairsHaveAPageEach();
};

/// A4 with margins of 14: the first view's cell is 88 wide and begins 14.5 under the margin; 50 by 40 stands
/// in its middle at full size.
void FormedTest::viewsAreToScale() {
    const auto pages = test::rasterised(pdfOf(bracket()));
    QCOMPARE(pages.size(), size_t{1});
    const QRectF cell(14, 28.5, 88, 0.3 * 269);
    const QPointF middle = cell.center();
    const double left = middle.x() - 25, right = middle.x() + 25, top = middle.y() - 20,
                 bottom = middle.y() + 20;
    // The leg that lies is 3 thick; so is the one that stands, at the right.
    QVERIFY(test::isNear(pages[0].darkX(left, bottom - 1.5), left));
    QVERIFY(test::isNear(pages[0].darkY(right - 1.5, top), top));
    QVERIFY(test::isNear(pages[0].darkX(right - 3, top + 5), right - 3));
    QVERIFY(test::isNear(pages[0].darkY(left + 10, bottom - 3), bottom - 3));
}

void FormedTest::saysWhatIsChecked() {
    const QString says = test::wordsOf(pdfOf(bracket()));
    for (const char* what :
         {"Vent stay", "scale 1:1", "A 50.0, B 40.0", "90° to the face, inside radius 3", "round 6.6",
          "20.0 from the outside corner of bend 1", "from the right side", "from above"})
        QVERIFY2(says.contains(QString::fromUtf8(what)), qPrintable(QString(what) + "\n" + says));
    QVERIFY(says.count("50.0") >= 3 && says.count("30.0") >= 2); // over all in two views, and the leg
    QVERIFY(says.contains("Within these limits its bolts go in"));
}

void FormedTest::scaleFollowsTheSize_data() {
    QTest::addColumn<double>("leg");
    QTest::addColumn<QString>("scale");
    QTest::newRow("small") << 20.0 << "scale 2:1";
    QTest::newRow("as it is") << 40.0 << "scale 1:1";
    QTest::newRow("half") << 80.0 << "scale 1:2";
    QTest::newRow("long") << 1100.0 << "scale 1:20";
}

void FormedTest::scaleFollowsTheSize() {
    QFETCH(double, leg);
    QFETCH(QString, scale);
    const QString says =
        test::wordsOf(pdfOf(test::bar({leg, 20}, {{.angleDeg = 90, .insideRadius = 3}}, 3, 15)));
    QVERIFY2(says.contains(scale), qPrintable(says));
}

/// Bent by 100 degrees over R 30, T 3: along its legs it reaches out 33 from where the bend begins, at
/// its ninetieth degree, whatever pieces it is drawn in.
void FormedTest::roundsAreMeasuredAsTheyAre() {
    job::Job job = test::bar({60, 40}, {{.angleDeg = 100, .insideRadius = 30}}, 3, 20);
    job.dimensionTo = job::DimensionTo::Tangent;
    const QString says = test::wordsOf(pdfOf(job));
    QVERIFY2(says.count("93.0") >= 2, qPrintable(says)); // 60 and 33, in two of the views
}

/// Bent by 60 degrees, seen along the line: the legs' inside faces meet where they would without the round,
/// R tan 30 beyond where the bend begins. Askew it is seen from no side as it is.
void FormedTest::anglesStandWhereTheyAreSeen() {
    const auto seen = [](double skewDeg, bool isIncluded, double yawDeg) {
        const job::Job job =
            test::bar({60, 40}, {{.angleDeg = 60, .skewDeg = skewDeg, .insideRadius = 3}}, 3, 20);
        const part::Part part = part::solve(job, test::materialOf(job));
        draw::Camera camera;
        camera.yawDeg = yawDeg;
        camera.pitchDeg = 0;
        camera.pixelsPerMm = 1;
        camera.target = {part.bends[0].near.from.x(), part.bends[0].near.from.y(), 3};
        return draw::anglesSeen(part, part::fold(part), camera, isIncluded);
    };
    const auto turned = seen(0, false, 0), between = seen(0, true, 0);
    QCOMPARE(turned.size(), size_t(1));
    QCOMPARE(between.size(), size_t(1));
    QVERIFY(std::abs(std::hypot(turned[0].apex.x(), turned[0].apex.y()) - 3 * std::tan(radians(30))) < 1e-9);
    const auto degreesBetween = [](const draw::SeenAngle& angle) {
        return degrees(std::acos(QPointF::dotProduct(angle.from, angle.to)));
    };
    QVERIFY(std::abs(degreesBetween(turned[0]) - 60) < 1e-9);
    QVERIFY(std::abs(degreesBetween(between[0]) - 120) < 1e-9);
    QVERIFY(seen(0, true, 90).empty()); // from its end
    QVERIFY(seen(8, true, 0).empty());
    const QString says = test::wordsOf(pdfOf(bracket()));
    QCOMPARE(says.count(QStringLiteral("90°")), 3); // beside its round, in the list, and its limits
}

void FormedTest::pairsHaveAPageEach() {
    job::Job job = bracket();
    job.hand = job::Hand::Left;
    job.oppositeHand = true;
    QCOMPARE(test::rasterised(pdfOf(job)).size(), size_t{2});
    const QString says = test::wordsOf(pdfOf(job));
    QVERIFY(says.contains("left hand") && says.contains("right hand"));
}

GOODFOLD_TEST(FormedTest)

} // namespace goodfold::formed_test

#include "formed.moc"
