// The printed template measured: the PDF is turned into pixels and what is drawn is found again to 0.1 mm.
#include "core/support.h"
#include "draw/page.h"
#include "draw/template_pages.h"
#include "draw/template_plan.h"
#include "draw/type.h"

#include <QtGui>

namespace goodfold::template_test {

namespace {

using test::Page;

constexpr double kBeside = 12, kAbove = 22; // where the blank lies in the template's own sheet

QSizeF sizeOf(QPageSize::PageSizeId paper) {
    return QPageSize::size(paper, QPageSize::Millimeter);
}

QByteArray pdfOf(const job::Job& job, QPageSize::PageSizeId paper) {
    return draw::templatePdf(job, part::solve(job, test::materialOf(job)), test::materialOf(job), paper,
                             quantity::Reading::millimetres());
}

/// Saved in a folder that lasts as long as the test function.
QString saved(const QTemporaryDir& folder, const job::Job& job, QPageSize::PageSizeId paper) {
    const QString path = folder.filePath("template.pdf");
    QFile file(path);
    const QByteArray pdf = pdfOf(job, paper);
    if (!file.open(QIODevice::WriteOnly) || file.write(pdf) != pdf.size()) qFatal("no file");
    return path;
}

std::vector<Page> rasterised(const job::Job& job, QPageSize::PageSizeId paper) {
    return test::rasterised(pdfOf(job, paper));
}

bool near(double one, double other) {
    return test::isNear(one, other);
}

} // namespace

class TemplateTest : public QObject {
    Q_OBJECT
private slots:
    void initTestCase() {
        draw::loadTypeface();
        QImageReader::setAllocationLimit(0); // a page at 600 dpi is more than Qt reads unasked
    }
    void marksAreRight_data();
    void marksAreRight();
    void checkBarsAreExact_data();
    void checkBarsAreExact();
    void longBlankMeetsItselfAtTheSeams();
    void oppositeHandHasItsOwnMirroredPage();
    void sunkHolesAreSaid();
    void wordsAreWholeAndApart();
};

void TemplateTest::marksAreRight_data() {
    QTest::addColumn<int>("paper");
    QTest::addColumn<QSizeF>("size");
    QTest::newRow("A4") << static_cast<int>(QPageSize::A4) << QSizeF(210, 297);
    QTest::newRow("Letter") << static_cast<int>(QPageSize::Letter) << QSizeF(215.9, 279.4);
}

void TemplateTest::marksAreRight() {
    QFETCH(int, paper);
    QFETCH(QSizeF, size);
    job::Job job = test::bar({50, 70, 40}, {{.angleDeg = 90, .skewDeg = 12, .insideRadius = 3},
                                            {.angleDeg = 60, .turn = job::Turn::Down, .insideRadius = 3}});
    job.plates[0].holes = {{.id = "h1", .diameter = 6.6, .x = 16, .xFrom = job::Hole::XFrom::Start}};
    job.plates[2].holes = {{.id = "h2", .diameter = 9, .x = 14, .xFrom = job::Hole::XFrom::End, .y = 4}};
    const part::Part part = part::solve(job, test::hotRolled());
    const auto pages = rasterised(job, static_cast<QPageSize::PageSizeId>(paper));
    QCOMPARE(pages.size(), size_t{1});
    const Page& page = pages[0];
    QVERIFY(near(page.size().width(), size.width()) && near(page.size().height(), size.height()));
    const auto plan = draw::planTemplate({part.blank.length + 2 * kBeside, part.blank.width + 44},
                                         sizeOf(static_cast<QPageSize::PageSizeId>(paper)));
    const QPointF origin =
        plan.window.topLeft() + QPointF(kBeside, kAbove + part.blank.width); // the datum corner

    // Outline: left and right ends on a line that crosses nothing else, bottom and top likewise.
    const double quiet = origin.y() - 2;
    QVERIFY(near(page.darkX(origin.x(), quiet), origin.x()));
    QVERIFY(near(page.darkX(origin.x() + part.blank.length, quiet), origin.x() + part.blank.length));
    QVERIFY(near(page.darkY(origin.x() + 30, origin.y()), origin.y()));
    QVERIFY(near(page.darkY(origin.x() + 30, origin.y() - 30), origin.y() - 30));
    // Holes: each circle's four extremes, beside the arms of its cross.
    for (const part::PartHole& hole : part.holes) {
        const QPointF centre = origin + QPointF(hole.centreInFlat.x(), -hole.centreInFlat.y());
        const double radius = hole.diameter / 2, off = 0.7, chord = std::sqrt(radius * radius - off * off);
        for (const double sign : {1.0, -1.0}) {
            QVERIFY(near(page.darkX(centre.x() + sign * chord, centre.y() + off), centre.x() + sign * chord));
            QVERIFY(near(page.darkY(centre.x() + off, centre.y() + sign * chord), centre.y() + sign * chord));
        }
        QVERIFY(near(page.darkX(centre.x(), centre.y() + radius / 2), centre.x()));
        QVERIFY(near(page.darkY(centre.x() + radius / 2, centre.y()), centre.y()));
    }
    // Fold lines are dashed: along each, wherever there is ink near the line it lies on the line.
    for (const part::PartBend& bend : part.bends) {
        int met = 0;
        for (double share = 0.05; share < 0.95; share += 0.01) {
            const Vec2 right = bend.zoneInFlat[0] + 0.5 * (bend.zoneInFlat[1] - bend.zoneInFlat[0]);
            const Vec2 left = bend.zoneInFlat[3] + 0.5 * (bend.zoneInFlat[2] - bend.zoneInFlat[3]);
            const Vec2 p = right + share * (left - right);
            const QPointF at = origin + QPointF(p.x(), -p.y());
            const double x = page.darkX(at.x(), at.y());
            if (std::abs(x - at.x()) > 1) continue; // between two dashes
            ++met;
            QVERIFY2(near(x, at.x()), qPrintable(QString("%1 %2").arg(x).arg(at.x())));
        }
        QVERIFY(met > 40);
    }
}

void TemplateTest::checkBarsAreExact_data() {
    marksAreRight_data();
}

void TemplateTest::checkBarsAreExact() {
    QFETCH(int, paper);
    const job::Job job = test::bar({80, 60}, {{.angleDeg = 90}});
    const Page page = rasterised(job, static_cast<QPageSize::PageSizeId>(paper)).at(0);
    const part::Part part = part::solve(job, test::hotRolled());
    const auto plan = draw::planTemplate({part.blank.length + 2 * kBeside, part.blank.width + 44},
                                         sizeOf(static_cast<QPageSize::PageSizeId>(paper)));
    const QPointF foot(plan.window.left() + 1, plan.window.bottom() + 26);
    for (const auto& [up, length] : {std::pair{12.0, 100.0}, {0.0, 101.6}}) {
        const double y = foot.y() - up - 4; // above the small ticks, where only the end ticks reach
        const double left = page.darkX(foot.x(), y), right = page.darkX(foot.x() + length, y);
        QVERIFY2(std::abs(right - left - length) < 0.05, qPrintable(QString::number(right - left)));
    }
}

void TemplateTest::longBlankMeetsItselfAtTheSeams() {
    const job::Job job = test::bar({400, 300}, {{.angleDeg = 90, .insideRadius = 3}});
    const part::Part part = part::solve(job, test::hotRolled());
    const auto pages = rasterised(job, QPageSize::A4);
    const auto plan =
        draw::planTemplate({part.blank.length + 2 * kBeside, part.blank.width + 44}, sizeOf(QPageSize::A4));
    QCOMPARE(static_cast<int>(pages.size()), plan.pages());
    QVERIFY(pages.size() > 1);
    const auto onPage = [&](int page, double contentX) {
        return plan.window.left() + contentX - plan.shown(page).left();
    };
    const double y = plan.window.top() + 4;
    const auto seams = plan.seamsX();
    for (size_t i = 0; i < seams.size(); ++i)
        for (const int page : {static_cast<int>(i), static_cast<int>(i) + 1}) {
            const double expected = onPage(page, seams[i]);
            QVERIFY(near(pages[static_cast<size_t>(page)].darkX(expected, y - 2.5),
                         expected)); // the cross's upright arm
        }
    // The far end, pages away from the datum, is as right as the near one: nothing adds up.
    const int last = plan.pages() - 1;
    const double end = onPage(last, kBeside + part.blank.length);
    QVERIFY(near(pages.back().darkX(end, plan.window.top() + kAbove + 15), end));
}

void TemplateTest::oppositeHandHasItsOwnMirroredPage() {
    job::Job job = test::bar({60, 60}, {{.angleDeg = 90, .insideRadius = 3}});
    job.plates[0].holes = {{.id = "h1", .diameter = 6, .x = 20, .xFrom = job::Hole::XFrom::Start, .y = 7}};
    QCOMPARE(rasterised(job, QPageSize::A4).size(), size_t{1});
    job.oppositeHand = true;
    const auto pages = rasterised(job, QPageSize::A4);
    QCOMPARE(pages.size(), size_t{2});
    const part::Part part = part::solve(job, test::hotRolled());
    const auto plan =
        draw::planTemplate({part.blank.length + 2 * kBeside, part.blank.width + 44}, sizeOf(QPageSize::A4));
    const QPointF middle = plan.window.topLeft() + QPointF(kBeside + 20, kAbove + 15);
    // 7 to the left of the centreline on one page, 7 to its right on the other; left is up on paper.
    QVERIFY(near(pages[0].darkY(middle.x() + 1, middle.y() - 7), middle.y() - 7));
    QVERIFY(near(pages[1].darkY(middle.x() + 1, middle.y() + 7), middle.y() + 7));
    QVERIFY(!near(pages[1].darkY(middle.x() + 1, middle.y() - 7), middle.y() - 7));
}

/// A countersink has its ring, dashed where it is on the back, and words; a thread has words.
void TemplateTest::sunkHolesAreSaid() {
    job::Job job = test::bar({80, 60}, {{.angleDeg = 90}}, 4, 40);
    job::Hole face{.id = "h1", .diameter = 6, .x = 20, .xFrom = job::Hole::XFrom::Start};
    face.countersink = job::Countersink{12, 90, false};
    job::Hole tapped{.id = "h2", .diameter = 5, .x = 20, .xFrom = job::Hole::XFrom::End};
    tapped.fastener = job::Fastener{.use = job::Fastener::Use::Tapped, .size = "M6"};
    job.plates[0].holes = {face};
    job.plates[1].holes = {tapped};
    const part::Part part = part::solve(job, test::hotRolled());
    const QString says = test::wordsOf(pdfOf(job, QPageSize::A4));
    QVERIFY2(says.contains("countersink to 12, 90°, from the face"), qPrintable(says));
    QVERIFY2(says.contains("tap M6"), qPrintable(says));

    const Page page = rasterised(job, QPageSize::A4)[0];
    const auto plan =
        draw::planTemplate({part.blank.length + 2 * kBeside, part.blank.width + 44}, sizeOf(QPageSize::A4));
    const QPointF origin = plan.window.topLeft() + QPointF(kBeside, kAbove + part.blank.width);
    const Vec2 at = part.holes[0].centreInFlat - part.blank.corner;
    const QPointF centre = origin + QPointF(at.x(), -at.y());
    const double off = 0.7, chord = std::sqrt(36 - off * off);
    for (const double sign : {1.0, -1.0})
        QVERIFY(near(page.darkX(centre.x() + sign * chord, centre.y() + off), centre.x() + sign * chord));
}

/// Of every demo job: words are over one another nowhere, and each hole's name is whole on some page.
void TemplateTest::wordsAreWholeAndApart() {
    const QDir demos(QStringLiteral(PROJECT_DATA "/demo"));
    for (const QString& name : demos.entryList({"*.gfold"})) {
        std::ifstream in(demos.filePath(name).toStdString());
        const job::Job job = test::jobFromText(std::string(std::istreambuf_iterator<char>(in), {}));
        QTemporaryDir folder;
        QProcess process;
        process.start("pdftotext", {"-bbox", saved(folder, job, QPageSize::A4), "-"});
        QVERIFY(process.waitForFinished(20000));
        QXmlStreamReader xml(process.readAllStandardOutput());
        std::vector<std::pair<QString, QRectF>> words; // of one page, wholly in sight
        std::set<QString> whole;
        constexpr double kPoint = 25.4 / 72, kMargin = 10, kHead = 30, kFoot = 26;
        QRectF page;
        while (!xml.atEnd()) {
            if (xml.readNext() != QXmlStreamReader::StartElement) continue;
            const auto at = [&](const char* key) {
                return xml.attributes().value(QLatin1String(key)).toDouble() * kPoint;
            };
            if (xml.name() == QLatin1String("page")) {
                words.clear();
                page = QRectF(0, 0, at("width"), at("height"))
                           .adjusted(kMargin, kMargin + kHead, -kMargin, -kMargin - kFoot);
            }
            if (xml.name() != QLatin1String("word")) continue;
            const QRectF box(QPointF(at("xMin"), at("yMin")), QPointF(at("xMax"), at("yMax")));
            const QString says = xml.readElementText();
            if (!page.adjusted(-0.2, -0.2, 0.2, 0.2).contains(box)) continue; // it is cut here
            for (const auto& [other, its] : words) {
                const QRectF common = box & its;
                const double share = common.width() * common.height() /
                                     std::min(box.width() * box.height(), its.width() * its.height());
                QVERIFY2(share < 0.35, qPrintable(name + ": " + says + " over " + other));
            }
            words.emplace_back(says, box);
            whole.insert(says);
        }
        const part::Part part = part::solve(job, test::materialOf(job));
        for (const part::PartHole& hole : part.holes)
            QVERIFY2(whole.count(QString::fromStdString(hole.id)) ||
                         whole.count(QString::fromStdString(hole.id) + ","),
                     qPrintable(name + ": " + QString::fromStdString(hole.id)));
    }
}

GOODFOLD_TEST(TemplateTest)

} // namespace goodfold::template_test

#include "template.moc"
