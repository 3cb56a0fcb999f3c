// Steps of bending as scenes and on paper.
#include "draw/job_sheet.h"
#include "draw/step_picture.h"
#include "draw/type.h"
#include "edit/edit.h"
#include "files/job_file.h"
#include "runner.h"
#include "sequence/settle.h"

#include <QPainter>

#include <fstream>

namespace goodfold::steps_test {

namespace {

job::Job demo(const char* name) {
    std::ifstream in(std::string(PROJECT_DATA "/demo/") + name + ".gfold");
    return files::readJob(in)->job;
}

struct Planned {
    explicit Planned(const job::Job& job)
        : material(*material::standardMaterials().find(job.material)),
          settled(sequence::settle(job, material, tool::standardShop())), part(settled.part),
          plan(*settled.outcome.plan) {}
    const material::Material& material;
    sequence::Settled settled;
    const part::Part& part;
    const sequence::Plan& plan;
};

/// Of the part, in the order they are made in.
std::vector<Vec3> cornersOf(const draw::StepScene& made) {
    std::vector<Vec3> corners;
    for (const draw::Face& face : made.scene.faces)
        if (face.side != draw::Face::Side::Tool)
            corners.insert(corners.end(), face.corners.begin(), face.corners.end());
    return corners;
}

} // namespace

class StepsTest : public QObject {
    Q_OBJECT
private slots:
    void initTestCase() { draw::loadTypeface(); }
    void sceneHasThePartInItsTool_data();
    void sceneHasThePartInItsTool();
    void turningLeadsFromStepToStep();
    void heldLegStandsStill();
    void meetingIsOnWhatIsInTheWay();
    void lineAndSwingAreWhereTheyAre();
    void legsAreLetteredAndWhatIsHeldToldApart();
    void handHammerAndPipe();
    void everyStepIsPainted();
    void jobSheetHasAPageForTheBlank();
};

/// It begins where the step before left the part and ends where the next is set up; on its way the part keeps
/// its shape.
void StepsTest::turningLeadsFromStepToStep() {
    int turned = 0;
    for (const char* job : {"vent-stay", "valve-tray", "light-rail"}) {
        const Planned planned(demo(job));
        for (size_t i = 1; i < planned.plan.steps.size(); ++i) {
            const sequence::Step &from = planned.plan.steps[i - 1], &to = planned.plan.steps[i];
            if (from.operation.setup.tool != to.operation.setup.tool) continue;
            ++turned;
            const auto at = [&](double share) {
                return cornersOf(
                    draw::carriedScene(planned.part, to.operation, to.before, from.operation, share));
            };
            const auto left = cornersOf(draw::stepSceneOf(planned.part, from.operation, from.before,
                                                          from.operation.setup.restsAtDeg)),
                       set = cornersOf(draw::stepSceneOf(planned.part, to.operation, to.before, 0)),
                       first = at(0), half = at(0.5), last = at(1);
            QCOMPARE(first.size(), left.size());
            const auto held = draw::carriedScene(planned.part, to.operation, to.before, from.operation, 0.5),
                       step = draw::stepSceneOf(planned.part, to.operation, to.before, 0);
            QCOMPARE(held.fitted.size(), step.fitted.size()); // the standpoint stays when it has come
            for (size_t k = 0; k < held.fitted.size(); ++k)
                QVERIFY(std::any_of(step.fitted.begin(), step.fitted.end(), [&](const Vec3& point) {
                    return (point - held.fitted[k]).norm() < 1e-9;
                }));
            QVERIFY(held.act == draw::StepScene::Act::None && held.swing.empty());
            for (size_t k = 0; k < first.size(); ++k) {
                QVERIFY((first[k] - left[k]).norm() < 1e-6);
                QVERIFY((last[k] - set[k]).norm() < 1e-6);
                QVERIFY(std::abs((half[k] - half[0]).norm() - (set[k] - set[0]).norm()) < 1e-6);
            }
        }
    }
    QVERIFY(turned > 3);
}

void StepsTest::sceneHasThePartInItsTool_data() {
    QTest::addColumn<QString>("job");
    for (const char* job : {"vent-stay", "valve-tray", "frame-foot", "light-rail"})
        QTest::newRow(job) << job;
}

/// Faces of the part and the tool, flat, their normals square to them; and none of the part is lost.
void StepsTest::sceneHasThePartInItsTool() {
    QFETCH(QString, job);
    const Planned planned(demo(qPrintable(job)));
    for (const sequence::Step& step : planned.plan.steps)
        for (const double share : {0.0, 0.5, 1.0}) {
            const draw::StepScene made = draw::stepSceneOf(planned.part, step.operation, step.before,
                                                           share * step.operation.setup.loadedAngleDeg);
            size_t ofTool = 0, ofPart = 0;
            for (const draw::Face& face : made.scene.faces) {
                (face.side == draw::Face::Side::Tool ? ofTool : ofPart)++;
                QVERIFY(std::abs(face.normal.norm() - 1) < 1e-9);
                if (face.side != draw::Face::Side::Tool) continue;
                for (const Vec3& corner : face.corners)
                    QVERIFY(std::abs(face.normal.dot(corner - face.corners[0])) < 1e-6);
            }
            QVERIFY(ofTool >= 6);
            QVERIFY(ofPart >= 2 * planned.part.plates.size());
            QVERIFY(made.fitted.size() > 4 * planned.part.plates.size());
        }
}

/// While the bend turns, what is held does not move in the picture.
void StepsTest::heldLegStandsStill() {
    const Planned planned(demo("vent-stay"));
    for (const sequence::Step& step : planned.plan.steps) {
        const part::PartBend& bend = planned.part.bends[static_cast<size_t>(step.operation.bend)];
        const int held = step.operation.holdsChild ? bend.child : bend.parent;
        const job::Element about = job::Element::plate(planned.part.plates[static_cast<size_t>(held)].id);
        const auto heldAt = [&](double angle) {
            Vec3 sum = Vec3::Zero();
            for (const draw::Face& face :
                 draw::stepSceneOf(planned.part, step.operation, step.before, angle).scene.faces)
                if (face.about == about && face.side == draw::Face::Side::Face)
                    for (const Vec3& corner : face.corners)
                        sum += corner;
            return sum;
        };
        QVERIFY((heldAt(0) - heldAt(40)).norm() < 1e-6);
    }
}

/// In the picture the place lies on a face of what hits, and on one of the tool.
void StepsTest::meetingIsOnWhatIsInTheWay() {
    job::Job channel = edit::emptyBar(quantity::Unit::Millimetre);
    channel.plates[0].length = 110;
    for (const double leg : {30.0, 110.0})
        channel = edit::withBendAtEnd(channel, channel.plates.back().id, {}, leg)->job;
    const auto& material = *material::standardMaterials().find(channel.material);
    const part::Part part = part::solve(channel, material);
    sequence::Collisions collisions(part);
    size_t count = 0;
    const sequence::Operations operations = sequence::operationsOf(part, material, tool::standardShop());
    for (const sequence::Operation& operation : operations.of[1]) {
        const auto obstacle = collisions.inTheWay(operation, 1);
        if (!obstacle || obstacle->kind != sequence::Obstacle::Kind::Hit || obstacle->atDeg == 0) continue;
        const draw::StepScene made = draw::stepSceneOf(part, operation, 1, obstacle->atDeg, obstacle);
        QVERIFY(made.meeting);
        double toPart = 1e9, toTool = 1e9;
        for (const draw::Face& face : made.scene.faces) {
            double& nearest = face.side == draw::Face::Side::Tool ? toTool : toPart;
            if (face.side != draw::Face::Side::Tool && face.about != obstacle->one) continue;
            nearest = std::min(nearest, std::abs(face.normal.dot(*made.meeting - face.corners[0])));
        }
        QVERIFY(toPart < 3 && toTool < 3); // no further in than the stock is thick
        ++count;
    }
    QVERIFY(count > 1);
    QVERIFY(!draw::stepSceneOf(part, operations.of[0][0], 0, 0).meeting);
}

/// The first step of the vent stay: its line 130.5 from the datum end of a blank of 176, leg A and B swung
/// over it by 60.8 degrees.
void StepsTest::lineAndSwingAreWhereTheyAre() {
    const Planned planned(demo("vent-stay"));
    const sequence::Step& step = planned.plan.steps[0];
    const draw::StepScene made = draw::stepSceneOf(planned.part, step.operation, step.before, 0);
    QVERIFY(made.setLine);
    const auto& [from, to] = *made.setLine;
    QVERIFY(std::abs((to - from).norm() - 30) < 1e-6); // as long as the bar is wide
    const Vec3 along = (to - from).normalized();
    double farthest = 0;
    for (const Vec3& corner : made.scene.points) {
        const Vec3 off = corner - from;
        farthest = std::max(farthest, (off - off.dot(along) * along).norm());
    }
    QVERIFY2(std::abs(farthest - 130.5) < 0.15, qPrintable(QString::number(farthest)));
    const Vec3 middle = (from + to) / 2, first = made.swing.front() - middle,
               last = made.swing.back() - middle;
    const double swept = degrees(std::acos(first.dot(last) / first.norm() / last.norm()));
    QVERIFY2(std::abs(swept - 60.8) < 2.5, qPrintable(QString::number(swept)));
    QVERIFY(step.operation.hold.towardYou ? last.y() < first.y() : last.y() > first.y());
    // Scribed 3 farther from the datum than planned: both are seen, the planned one 3 nearer to it.
    QVERIFY(!made.plannedLine);
    const auto& bend = planned.part.bends[static_cast<size_t>(step.operation.bend)];
    const draw::StepScene moved =
        draw::stepSceneOf(planned.part, step.operation, step.before, 0, {}, 3 * bend.across.x());
    QVERIFY(moved.plannedLine && moved.setLine->first == made.setLine->first);
    const Vec3 off = moved.plannedLine->first - from;
    QVERIFY(std::abs((off - off.dot(along) * along).norm() - 3) < 1e-6);
    double nearer = 0;
    for (const Vec3& corner : made.scene.points) {
        const Vec3 away = corner - moved.plannedLine->first;
        nearer = std::max(nearer, (away - away.dot(along) * along).norm());
    }
    QVERIFY2(std::abs(nearer - 127.5) < 0.15, qPrintable(QString::number(nearer)));
}

void StepsTest::legsAreLetteredAndWhatIsHeldToldApart() {
    for (const char* name : {"vent-stay", "valve-tray", "frame-foot"}) {
        const Planned planned(demo(name));
        for (const sequence::Step& step : planned.plan.steps) {
            const draw::StepScene made = draw::stepSceneOf(planned.part, step.operation, step.before, 20);
            QCOMPARE(made.letters.size(), planned.part.plates.size());
            const auto held = std::count_if(made.letters.begin(), made.letters.end(),
                                            [](const auto& letter) { return letter.isHeld; });
            QCOMPARE(held, step.operation.setup.tool->isDie() ? 0 : 1);
            QVERIFY(!made.bodies.empty());
        }
    }
}

/// Vent stay: 102 N at 500 is more than bare hands at its 75 reach, a pipe goes over it. The tray's tabs are
/// hammered. In a press nobody's hand is in it.
void StepsTest::handHammerAndPipe() {
    using Act = draw::StepScene::Act;
    const auto actOf = [](const char* name) {
        const Planned planned(demo(name));
        const sequence::Step& step = planned.plan.steps[0];
        return draw::stepSceneOf(planned.part, step.operation, step.before, 0).act;
    };
    QVERIFY(actOf("vent-stay") == Act::Pipe);
    QVERIFY(actOf("valve-tray") == Act::Hammer);
    QVERIFY(actOf("frame-foot") == Act::None);
    QVERIFY(actOf("gutter-strap") == Act::Hand);
}

/// In every step of every demo the line that is set and the arrow are seen.
void StepsTest::everyStepIsPainted() {
    for (const QString& name : QDir(PROJECT_DATA "/demo").entryList({"*.gfold"})) {
        const job::Job job = demo(qPrintable(QFileInfo(name).baseName()));
        const auto& material = *material::standardMaterials().find(job.material);
        const auto settled = sequence::settle(job, material, tool::standardShop());
        if (!settled.outcome.plan) continue;
        for (const sequence::Step& step : settled.outcome.plan->steps) {
            const draw::StepScene made = draw::stepSceneOf(settled.part, step.operation, step.before, 0);
            QImage image(700, 420, QImage::Format_RGB32);
            const draw::Palette palette = draw::Palette::light();
            image.fill(palette.paper);
            QPainter painter(&image);
            const draw::Camera camera =
                draw::fitted({.yawDeg = 32, .pitchDeg = 22}, made.fitted, QRectF(30, 30, 640, 360));
            draw::StepWords words;
            words.angle = QStringLiteral("90°");
            words.flushWith = QStringLiteral("flush with the jaw top");
            draw::paintStep(painter, made, camera, draw::look(made.scene, camera), palette, words,
                            QRectF(image.rect()));
            int line = 0;
            for (int y = 0; y < image.height(); ++y)
                for (int x = 0; x < image.width(); ++x)
                    line += image.pixelColor(x, y) == palette.accent;
            QVERIFY2(line > 15, qPrintable(name));
            QVERIFY(made.swing.size() > 10);
        }
    }
}

void StepsTest::jobSheetHasAPageForTheBlank() {
    for (const char* name : {"valve-tray", "vent-stay"}) {
        const job::Job job = demo(name);
        const Planned planned(job);
        for (const QPageSize::PageSizeId paper : {QPageSize::A4, QPageSize::Letter}) {
            const QByteArray pdf = draw::jobSheetPdf(planned.settled, nullptr, planned.material, {}, paper,
                                                     quantity::Reading::fractions());
            QVERIFY(pdf.startsWith("%PDF"));
            const auto pages = pdf.count("/Type /Page\n");
            QVERIFY2(pages >= 1 && pages <= 1 + static_cast<qsizetype>(planned.plan.steps.size()),
                     qPrintable(QString::number(pages)));
            QVERIFY(!pdf.contains("/Subtype /Image")); // all of it is drawn
        }
    }
}

GOODFOLD_TEST(StepsTest)

} // namespace goodfold::steps_test

#include "steps.moc"
