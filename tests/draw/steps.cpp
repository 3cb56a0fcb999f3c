// Steps of bending as scenes and on paper.
#include "draw/job_sheet.h"
#include "draw/step_scene.h"
#include "draw/type.h"
#include "edit/edit.h"
#include "files/job_file.h"
#include "sequence/settle.h"

#include <QtTest>

#include <fstream>

using namespace goodfold;

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

} // namespace

class StepsTest : public QObject {
    Q_OBJECT
private slots:
    void initTestCase() { draw::loadTypeface(); }
    void sceneHasThePartInItsTool_data();
    void sceneHasThePartInItsTool();
    void heldLegStandsStill();
    void meetingIsOnWhatIsInTheWay();
    void jobSheetHasAPageForTheBlank();
};

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
            QVERIFY(made.fitted.size() > made.scene.points.size());
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

QTEST_MAIN(StepsTest)
#include "steps.moc"
