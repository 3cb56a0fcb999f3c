// Paintings as lines: what is painted over is gone and what is seen is there, told by rays in space; and the
// same drawing read from SVG and DXF by nobody of ours.
#include "core/shop_support.h"
#include "draw/formed_drawing.h"
#include "draw/formed_picture.h"
#include "draw/line_drawing.h"
#include "draw/paper_pen.h"
#include "draw/paper_scene.h"
#include "draw/type.h"
#include "part/solid.h"

#include <QXmlStreamReader>

#include <cmath>

namespace goodfold::lines_test {

using draw::LineDrawing;

namespace {

double distanceTo(const QLineF& line, const QPointF& point) {
    const Vec2 from(line.x1(), line.y1()), way(line.dx(), line.dy()),
        to(point.x() - line.x1(), point.y() - line.y1());
    const double share = std::clamp(to.dot(way) / std::max(1e-12, way.squaredNorm()), 0.0, 1.0);
    return (to - share * way).norm();
}

double lengthOf(const LineDrawing& drawing) {
    double sum = 0;
    for (const LineDrawing::Line& line : drawing.lines)
        sum += line.at.length();
    return sum;
}

bool hasLine(const LineDrawing& drawing, const QLineF& wanted) {
    return std::any_of(drawing.lines.begin(), drawing.lines.end(), [&](const LineDrawing::Line& line) {
        const auto near = [](const QPointF& a, const QPointF& b) { return QLineF(a, b).length() < 1e-6; };
        return (near(line.at.p1(), wanted.p1()) && near(line.at.p2(), wanted.p2())) ||
               (near(line.at.p1(), wanted.p2()) && near(line.at.p2(), wanted.p1()));
    });
}

/// How a point of an edge stands to the faces before it: hidden, seen, or too near to a face's rim to say.
enum class Seen { No, Yes, Hardly };

Seen seenAt(const draw::Scene& scene, const Vec3& point, const draw::Camera& camera) {
    const Vec3 eye = camera.towardViewer();
    const Vec2 at(point.dot(camera.right()), point.dot(camera.up()));
    Seen seen = Seen::Yes;
    for (const draw::Face& face : scene.faces) {
        if (face.normal.dot(eye) < 1e-6) continue;
        const double before = face.normal.dot(face.corners[0] - point) / face.normal.dot(eye);
        if (before < -0.02) continue;
        double inside = 1e9; // the least distance to a side, inward
        for (qsizetype i = 0; i < face.corners.size(); ++i) {
            const Vec3 &a = face.corners[i], &b = face.corners[(i + 1) % face.corners.size()];
            const Vec2 from(a.dot(camera.right()), a.dot(camera.up())),
                to(b.dot(camera.right()), b.dot(camera.up()));
            const Vec2 way = to - from;
            if (way.norm() < 1e-9) continue;
            inside = std::min(inside, (way.x() * (at - from).y() - way.y() * (at - from).x()) / way.norm());
        }
        if (inside > 0.05 && std::abs(before) < 0.02 && face.side == draw::Face::Side::Hole)
            seen = Seen::Hardly; // two holes in one another
        if (before < 0.02) continue;
        if (inside > 0.05) return Seen::No;
        if (inside > -0.05) seen = Seen::Hardly;
    }
    return seen;
}

job::Job bracket() {
    job::Job job = test::bar({50, 40}, {{.angleDeg = 90, .insideRadius = 3}}, 3, 30);
    job.title = "Vent stay";
    job.plates[1].holes = {{.id = "h1", .diameter = 6.6, .x = 20, .xFrom = job::Hole::XFrom::Outside}};
    return job;
}

QByteArray drawingOf(const job::Job& job, draw::DrawingAs as) {
    const material::Material& material = test::materialOf(job);
    const auto settled = sequence::settle(job, material, tool::standardShop());
    const auto opposite = sequence::settleOpposite(settled, material, tool::standardShop());
    return draw::formedDrawing(as, settled, job.oppositeHand ? &opposite : nullptr, material, QPageSize::A4,
                               quantity::Reading::millimetres());
}

/// The groups of one kind of entity: code and value by turns.
std::vector<std::map<int, QString>> entities(const QByteArray& dxf, const char* kind) {
    std::vector<std::map<int, QString>> all;
    const QList<QByteArray> lines = dxf.split('\n');
    bool isIn = false;
    for (qsizetype i = 0; i + 1 < lines.size(); i += 2) {
        const int code = lines[i].trimmed().toInt();
        const QString value = QString::fromLatin1(lines[i + 1]).trimmed();
        if (code == 0 && (isIn = value == QLatin1String(kind))) all.emplace_back();
        if (isIn) all.back()[code] = value;
    }
    return all;
}

} // namespace

class LinesTest : public QObject {
    Q_OBJECT
private slots:
    void initTestCase() { draw::loadTypeface(); }
    void whatIsPaintedOverIsCut();
    void wordsAreKept();
    void onlyWhatIsSeenIsDrawn();
    void svgSaysWhatThePageSays();
    void dxfHasTheBracketsOwnSize();
    void pairsStandOneUnderTheOther();
};

void LinesTest::whatIsPaintedOverIsCut() {
    const auto drawn = [](const QColor& over, bool isLater) {
        return draw::lineDrawing([&](QPainter& painter) {
            const auto square = [&] {
                painter.setPen(Qt::NoPen);
                painter.setBrush(over);
                painter.drawRect(QRectF(5, 0, 10, 10));
            };
            if (!isLater) square();
            painter.setPen(QPen(Qt::black, 0.2));
            painter.drawLine(QPointF(0, 5), QPointF(20, 5));
            painter.drawLine(QPointF(5, -5), QPointF(5, 15)); // along its side
            if (isLater) square();
        });
    };
    const LineDrawing cut = drawn(Qt::white, true);
    QCOMPARE(cut.lines.size(), 3);
    QVERIFY(hasLine(cut, {0, 5, 5, 5}) && hasLine(cut, {15, 5, 20, 5}) && hasLine(cut, {5, -5, 5, 15}));
    QVERIFY(hasLine(drawn(Qt::white, false), {0, 5, 20, 5}));
    QVERIFY(hasLine(drawn(QColor(255, 255, 255, 100), true), {0, 5, 20, 5}));
    // Through a ring of 10 with an opening of 4.
    const LineDrawing ring = draw::lineDrawing([](QPainter& painter) {
        painter.setPen(QPen(Qt::black, 0.2));
        painter.drawLine(QPointF(-10, 0), QPointF(10, 0));
        QPainterPath path;
        path.addEllipse(QPointF(0, 0), 5, 5);
        path.addEllipse(QPointF(0, 0), 2, 2);
        painter.fillPath(path, Qt::white);
    });
    QVERIFY(std::abs(lengthOf(ring) - (20 - 2 * 3)) < 0.02);
}

void LinesTest::wordsAreKept() {
    const LineDrawing drawing = draw::lineDrawing([](QPainter& painter) {
        draw::PaperPen pen(painter);
        painter.translate(10, 20);
        painter.rotate(-90);
        pen.text({0, 0}, QStringLiteral("50.0"), 3.2, draw::Weight::SemiBold);
    });
    QCOMPARE(drawing.words.size(), 1);
    const LineDrawing::Words& words = drawing.words[0];
    QCOMPARE(words.says, QStringLiteral("50.0"));
    QVERIFY(QLineF(words.at, {10, 20}).length() < 1e-9);
    QVERIFY(std::abs(words.size - 3.2) < 1e-6 && std::abs(words.angleDeg - 90) < 1e-6 && words.isBold);
}

void LinesTest::onlyWhatIsSeenIsDrawn() {
    test::RandomJobs random(97);
    int seen = 0, hidden = 0, seenAndGone = 0, hiddenAndThere = 0;
    for (int i = 0; i < test::rounds(12, 60); ++i) {
        const job::Job job = random.next();
        const part::Part part = part::solve(job, test::materialOf(job));
        const part::Folded folded = part::fold(part);
        if (!part::selfClashes(part, folded).empty()) continue;
        const draw::Scene scene = draw::sceneOf(part, folded);
        const draw::Camera camera{
            .yawDeg = random.real(-180, 180), .pitchDeg = random.real(-80, 80), .pixelsPerMm = 1};
        const LineDrawing drawing =
            draw::lineDrawing([&](QPainter& painter) { draw::paintOnPaper(painter, scene, camera); });
        for (const draw::Face& face : scene.faces) {
            if (face.normal.dot(camera.towardViewer()) < 0.05) continue;
            for (qsizetype k = 0; k < face.corners.size(); ++k) {
                if (!face.inked[k]) continue;
                const Vec3 point =
                    (face.corners[k] * 0.63 + face.corners[(k + 1) % face.corners.size()] * 0.37);
                const Seen is = seenAt(scene, point, camera);
                if (is == Seen::Hardly) continue;
                const QPointF at = camera.toScreen(point);
                const bool isDrawn =
                    std::any_of(drawing.lines.begin(), drawing.lines.end(),
                                [&](const auto& line) { return distanceTo(line.at, at) < 0.02; });
                ++(is == Seen::Yes ? seen : hidden);
                seenAndGone += is == Seen::Yes && !isDrawn;
                hiddenAndThere += is == Seen::No && isDrawn;
            }
        }
    }
    QVERIFY(seen > 200 && hidden > 50);
    QVERIFY2(seenAndGone * 200 <= seen, qPrintable(QStringLiteral("%1 of %2").arg(seenAndGone).arg(seen)));
    // A line that is seen may run over one that is not.
    QVERIFY2(hiddenAndThere * 20 <= hidden,
             qPrintable(QStringLiteral("%1 of %2").arg(hiddenAndThere).arg(hidden)));
}

void LinesTest::svgSaysWhatThePageSays() {
    QXmlStreamReader xml(drawingOf(bracket(), draw::DrawingAs::Svg));
    QString says;
    int lines = 0;
    QString width;
    while (!xml.atEnd()) {
        if (xml.readNext() != QXmlStreamReader::StartElement) continue;
        if (xml.name() == QLatin1String("svg"))
            width = xml.attributes().value(QLatin1String("width")).toString();
        if (xml.name() == QLatin1String("line")) ++lines;
        if (xml.name() == QLatin1String("text")) says += xml.readElementText() + QLatin1Char('\n');
    }
    QVERIFY2(!xml.hasError(), qPrintable(xml.errorString()));
    QCOMPARE(width, QStringLiteral("210mm"));
    QVERIFY(lines > 60);
    for (const char* what : {"Vent stay", "scale 1:1", "A 50.0, B 40.0", "90° to the face, inside radius 3",
                             "20.0 from the outside corner of bend 1", "from the right side"})
        QVERIFY2(says.contains(QString::fromUtf8(what)), qPrintable(QString(what) + "\n" + says));
}

/// The first view stands in the middle of its cell, as the page test has it; a bracket ten times as large is
/// drawn at a tenth or so, and in the DXF at its own size again.
void LinesTest::dxfHasTheBracketsOwnSize() {
    job::Job large = bracket();
    large.plates[0].length = 500;
    large.plates[1].length = 400;
    for (const auto& [job, along, up] : {std::tuple{bracket(), 50.0, 40.0}, {large, 500.0, 400.0}}) {
        const QByteArray dxf = drawingOf(job, draw::DrawingAs::Dxf);
        bool hasFoot = false, hasEnd = false;
        for (const auto& line : entities(dxf, "LINE")) {
            if (line.at(8) != QLatin1String("DRAWN")) continue;
            const Vec2 from(line.at(10).toDouble(), line.at(20).toDouble()),
                to(line.at(11).toDouble(), line.at(21).toDouble());
            const Vec2 way = (to - from).cwiseAbs();
            // The outside of each leg, without the round of 3 and 3 of the bend.
            hasFoot = hasFoot || (way - Vec2(along - 6, 0)).norm() < 1e-3;
            hasEnd = hasEnd || (way - Vec2(0, up - 6)).norm() < 1e-3;
        }
        QVERIFY(hasFoot && hasEnd);
        QStringList says;
        for (const auto& text : entities(dxf, "TEXT"))
            says << text.at(1);
        const QString all = says.join(QLatin1Char('\n'));
        QVERIFY2(all.contains(QStringLiteral("scale 1:1")) &&
                     all.contains(QStringLiteral("90 deg to the face")),
                 qPrintable(all));
        QVERIFY(!all.contains(QLatin1Char('?')));
    }
}

void LinesTest::pairsStandOneUnderTheOther() {
    job::Job pair = bracket();
    pair.oppositeHand = true;
    const QByteArray one = drawingOf(bracket(), draw::DrawingAs::Svg),
                     both = drawingOf(pair, draw::DrawingAs::Svg);
    QVERIFY(one.contains("height=\"297mm\"") && both.contains("height=\"594mm\""));
    QVERIFY(both.count("<line") > 1.9 * one.count("<line"));
}

GOODFOLD_TEST(LinesTest)

} // namespace goodfold::lines_test

#include "lines.moc"
