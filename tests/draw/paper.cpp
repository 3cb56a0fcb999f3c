// The paper trial measured on the page, and what it says.
#include "core/sheet_support.h"
#include "draw/page.h"
#include "draw/paper_trial.h"
#include "draw/template_plan.h"
#include "draw/type.h"

namespace goodfold::paper_test {

namespace {

constexpr double kBeside = 12; // round what is cut

QByteArray pdfOf(const job::Job& job) {
    return draw::paperTrialPdf(job, part::solve(job, test::materialOf(job)), test::materialOf(job),
                               QPageSize::A4, quantity::Reading::millimetres());
}

} // namespace

class PaperTest : public QObject {
    Q_OBJECT
private slots:
    void initTestCase() {
        draw::loadTypeface();
        QImageReader::setAllocationLimit(0);
    }
    void foldsAndHolesAreWhereTheyBelong();
    void everyFoldIsSaid();
    void oppositeHandIsThereAsWell();
};

/// 60 and 40 over the outside of 3, bent up, on the outer side: cut 100 long, folded at 60, the hole at 20.
void PaperTest::foldsAndHolesAreWhereTheyBelong() {
    job::Job job = test::bar({60, 40}, {{.angleDeg = 90, .insideRadius = 3}}, 3, 30);
    job.dimensionTo = job::DimensionTo::Outside;
    job.plates[0].holes = {{.id = "h1", .diameter = 8, .x = 20, .xFrom = job::Hole::XFrom::Start}};
    const auto pages = test::rasterised(pdfOf(job));
    QCOMPARE(pages.size(), size_t{1});
    const auto plan = draw::planTemplate({100 + 2 * kBeside, 30 + 2 * kBeside}, {210, 297});
    const QPointF corner = plan.window.topLeft() + QPointF(kBeside, kBeside + 30);
    const double quiet = corner.y() - 2;
    QVERIFY(test::isNear(pages[0].darkX(corner.x(), quiet), corner.x()));
    QVERIFY(test::isNear(pages[0].darkX(corner.x() + 100, quiet), corner.x() + 100));
    QVERIFY(test::isNear(pages[0].darkY(corner.x() + 30, corner.y()), corner.y()));
    QVERIFY(test::isNear(pages[0].darkY(corner.x() + 30, corner.y() - 30), corner.y() - 30));
    int met = 0;
    for (double up = 1; up < 29; up += 0.25) {
        const double x = pages[0].darkX(corner.x() + 60, corner.y() - up);
        met += test::isNear(x, corner.x() + 60);
    }
    QVERIFY2(met > 60, qPrintable(QString::number(met))); // long dashes
    const QPointF centre = corner + QPointF(20, -15);
    const double off = 0.7, chord = std::sqrt(16 - off * off);
    for (const double sign : {1.0, -1.0})
        QVERIFY(test::isNear(pages[0].darkX(centre.x() + sign * chord, centre.y() + off),
                             centre.x() + sign * chord));
}

void PaperTest::everyFoldIsSaid() {
    job::Job job =
        test::bar({60, 90, 80},
                  {{.angleDeg = 90}, {.angleDeg = 45, .turn = job::Turn::Down, .insideRadius = 100}}, 3, 30);
    const QString says = test::wordsOf(pdfOf(job));
    for (const char* what : {"1: fold, 90° toward you", "2: roll round 20", "45° away from you", "A", "B",
                             "C", "it is the bracket's back", "not to cut metal by", "before you cut"})
        QVERIFY2(says.contains(QString::fromUtf8(what)), qPrintable(QString(what) + "\n" + says));
    job::Job tray = test::tray({job::Edge::Start, job::Edge::Left}, 80, 30);
    QCOMPARE(test::wordsOf(pdfOf(tray)).count("glue"), 1); // one corner
}

void PaperTest::oppositeHandIsThereAsWell() {
    job::Job job = test::bar({60, 40}, {{.angleDeg = 90}});
    job.hand = job::Hand::Left;
    job.oppositeHand = true;
    QCOMPARE(test::rasterised(pdfOf(job)).size(), size_t{2});
    const QString says = test::wordsOf(pdfOf(job));
    QVERIFY(says.contains("left hand") && says.contains("right hand"));
}

GOODFOLD_TEST(PaperTest)

} // namespace goodfold::paper_test

#include "paper.moc"
