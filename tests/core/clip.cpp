// Holes and legs copied onto other legs and into other jobs: where they come to stand, told by hand.
#include "files/clip.h"

#include "check/placing.h"
#include "core/support.h"
#include "edit/drag.h"
#include "edit/edit_sheet.h"

namespace goodfold::clip_test {

using job::Element;

namespace {

job::Job stay() {
    job::Job job = test::bar({60, 80, 50}, {{.angleDeg = 90}, {.angleDeg = 60}});
    job.plates[0].holes = {
        {.id = "h1", .diameter = 6.6, .x = 16, .xFrom = job::Hole::XFrom::Start},
        {.id = "h2", .diameter = 4.2, .x = 20, .xFrom = job::Hole::XFrom::Hole, .xFromHole = "h1", .y = 5}};
    return job;
}

const job::Hole& holeOf(const edit::Copied& copied, size_t i) {
    return *copied.job.findHole(copied.made[i].id);
}

edit::Clip clip(const job::Job& job, const std::vector<Element>& elements) {
    const auto made = edit::clipOf(job, elements);
    if (!made) qFatal("%s", made.error().says.c_str());
    return *made;
}

} // namespace

class ClipTest : public QObject {
    Q_OBJECT
private slots:
    void holesKeepTheirFiguresAndTheirTies();
    void whatDidNotComeAlongIsMeasuredFrom();
    void besideThemselvesTheyFindRoom();
    void legsGoOnAtTheBarsEnd();
    void flangesBringWhatHangsOnThem();
    void legsMeasuredAcrossStayAsLongAsTheyAre();
    void whatCannotBeCopiedIsSaid();
    void severalAreTakenOutAtOnce();
    void textHoldsItAll();
    void anyJobTakesAnyClip();
    void bendLineSharesTheBlank();
};

/// Leg C ends free: from there h1 is not measured, so it counts as C does, from its bend.
void ClipTest::holesKeepTheirFiguresAndTheirTies() {
    const job::Job job = stay();
    const auto copied =
        edit::withClip(job, clip(job, {Element::hole("h1"), Element::hole("h2")}), Element::plate("B"));
    QVERIFY(copied);
    QCOMPARE(copied->made.size(), size_t(2));
    QCOMPARE(copied->made[0].id, std::string("h3"));
    QVERIFY(copied->job.plateOfHole("h3")->id == "B" && copied->job.plateOfHole("h4")->id == "B");
    QCOMPARE(holeOf(*copied, 0).x, 16.0);
    QVERIFY(holeOf(*copied, 0).xFrom == job::Hole::XFrom::Outside);
    QVERIFY(holeOf(*copied, 1).xFrom == job::Hole::XFrom::Hole);
    QCOMPARE(holeOf(*copied, 1).xFromHole, std::string("h3"));
    QCOMPARE(holeOf(*copied, 1).x, 20.0);
    QCOMPARE(holeOf(*copied, 1).y, 5.0);
    QVERIFY(copied->job.plates[0].holes == job.plates[0].holes);
}

/// h2 alone: 20 past h1, which is 16 from the start: 36.
void ClipTest::whatDidNotComeAlongIsMeasuredFrom() {
    const job::Job job = stay();
    const auto copied = edit::withClip(job, clip(job, {Element::hole("h2")}), Element::plate("C"));
    QVERIFY(copied);
    QVERIFY(holeOf(*copied, 0).xFrom == job::Hole::XFrom::Outside);
    QCOMPARE(holeOf(*copied, 0).x, 36.0);
}

/// Doubled in its own leg a hole would lie on itself: it moves along by whole steps of at least its diameter.
void ClipTest::besideThemselvesTheyFindRoom() {
    job::Job job = stay();
    job.plates[0].holes.pop_back();
    const auto copied = check::withCopies({job, test::hotRolled(), quantity::Reading::millimetres()},
                                          clip(job, {Element::hole("h1")}), Element::plate("A"));
    QVERIFY(copied);
    const double by = holeOf(*copied, 0).x - 16;
    QVERIFY2(by >= 6.6 + 3 && by <= 60 - 16 - 6.6, qPrintable(QString::number(by)));
    QVERIFY(!test::findRule(test::findingsOf(copied->job), "holes-too-close"));
}

void ClipTest::legsGoOnAtTheBarsEnd() {
    job::Job job = stay();
    job.plates[1].holes = {{.id = "h5", .x = 12}};
    const auto copied = edit::withClip(job, clip(job, {Element::plate("B")}), Element::plate("A"));
    QVERIFY(copied);
    QCOMPARE(copied->job.plates.size(), size_t(4)); // C did not come along
    const job::Bend& bend = *copied->job.bendTo(copied->made[0].id);
    QCOMPARE(bend.from, std::string("C"));
    QCOMPARE(bend.angleDeg, 90.0);
    QCOMPARE(copied->job.findPlate(bend.to)->length, 80.0);
    QCOMPARE(copied->job.findPlate(bend.to)->holes.size(), size_t(1));
    QCOMPARE(copied->job.findPlate(bend.to)->holes[0].x, 12.0);
}

/// A lip on a flange; the flange copied brings its lip, to the next free edge.
void ClipTest::flangesBringWhatHangsOnThem() {
    job::Job job = edit::emptySheet(quantity::Unit::Millimetre);
    job = edit::withFlange(job, "A", {.edge = job::Edge::End, .angleDeg = 90}, 25)->job;
    job = edit::withFlange(job, "B", {.edge = job::Edge::End, .angleDeg = 80}, 12)->job;
    const auto made = clip(job, {Element::bend("1"), Element::plate("C")});
    QCOMPARE(made.elements.size(), size_t(1)); // the lip comes along by itself
    const auto copied = edit::withClip(job, made, Element::plate("A"));
    QVERIFY(copied);
    QCOMPARE(copied->job.plates.size(), size_t(5));
    const job::Bend& flange = *copied->job.bendTo(copied->made[0].id);
    QVERIFY(flange.from == "A" && flange.edge == job::Edge::Left);
    const job::Bend& lip = *copied->job.bendAt(flange.to, job::Edge::End);
    QCOMPARE(lip.angleDeg, 80.0);
    QCOMPARE(copied->job.findPlate(lip.to)->length, 12.0);
    // Four edges: two more fit, the fifth does not.
    const auto third = edit::withClip(copied->job, made, Element::plate("A"));
    QVERIFY(third);
    const auto fourth = edit::withClip(third->job, made, Element::plate("A"));
    QVERIFY(fourth);
    const auto fifth = edit::withClip(fourth->job, made, Element::plate("A"));
    QVERIFY(!fifth);
    QVERIFY(fifth.error().says.find("choose another leg") != std::string::npos);
}

void ClipTest::whatCannotBeCopiedIsSaid() {
    const job::Job job = stay();
    QVERIFY(!edit::clipOf(job, {Element::plate("A")}));
    QVERIFY(!edit::clipOf(job, {}));
    QVERIFY(!edit::clipOf(job, {Element::hole("h9")}));
    const job::Job sheet = edit::emptySheet(quantity::Unit::Millimetre);
    const auto mixed = edit::withClip(sheet, clip(job, {Element::plate("B")}), Element::plate("A"));
    QVERIFY(!mixed);
    QVERIFY(edit::withClip(sheet, clip(job, {Element::hole("h1")}), Element::plate("A")));
}

void ClipTest::severalAreTakenOutAtOnce() {
    const job::Job job = stay();
    const auto without = edit::without(job, {Element::hole("h1"), Element::plate("B"), Element::plate("C")});
    QVERIFY(without);
    QCOMPARE(without->job.plates.size(), size_t(1));
    QCOMPARE(without->job.plates[0].holes.size(), size_t(1));
    QCOMPARE(without->job.plates[0].holes[0].x, 36.0); // measured from h1 before
    QVERIFY(without->about == Element::plate("A"));
    QVERIFY(!edit::without(job, {Element::hole("h1"), Element::plate("A")})); // all or nothing
}

void ClipTest::textHoldsItAll() {
    const job::Job job = stay();
    std::stringstream text;
    files::writeClip(text, clip(job, {Element::hole("h2"), Element::plate("B")}));
    std::istringstream asFile(text.str());
    QVERIFY(files::readJob(asFile)); // an open format: it is a job file as well
    const auto read = files::readClip(text);
    QVERIFY(read);
    QVERIFY(read->from == job);
    QCOMPARE(read->elements.size(), size_t(2));
    std::istringstream none(test::textOf(job));
    QVERIFY(!files::readClip(none));
}

/// Whatever is copied into whatever: a sound job, or a sentence.
void ClipTest::anyJobTakesAnyClip() {
    test::RandomJobs random(17);
    int taken = 0;
    for (int i = 0; i < 200; ++i) {
        const job::Job from = random.next(), onto = random.next();
        std::vector<Element> all;
        for (const job::Plate& plate : from.plates) {
            if (from.bendTo(plate.id) && random.real(0, 1) < 0.3) all.push_back(Element::plate(plate.id));
            for (const job::Hole& hole : plate.holes)
                if (random.real(0, 1) < 0.5) all.push_back(Element::hole(hole.id));
        }
        const auto made = edit::clipOf(from, all);
        if (!made) continue;
        const auto copied = edit::withClip(onto, *made, Element::plate(onto.plates.back().id));
        if (!copied) {
            QVERIFY(!copied.error().says.empty());
            continue;
        }
        ++taken;
        QVERIFY(!job::whatIsWrong(copied->job));
        QCOMPARE(copied->made.size(), made->elements.size());
        for (const Element& element : copied->made)
            QVERIFY(job::has(copied->job, element));
    }
    QVERIFY2(taken > 60, qPrintable(QString::number(taken)));
}

/// What one leg takes the other gives: the blank stays as long. With the key it grows by as much.
void ClipTest::bendLineSharesTheBlank() {
    const job::Job job = stay();
    const edit::Grip line = *edit::gripOf(job, Element::bend("1"));
    const auto shared = edit::drag(job, test::hotRolled(), line, Vec2(7.2, 0), 1);
    QVERIFY(shared);
    QCOMPARE(shared->job.plates[0].length, 67.0);
    QVERIFY(std::abs(shared->job.plates[1].length - 73.0) < 1e-9);
    QVERIFY(shared->other && shared->other->plate == "B" && std::abs(shared->other->figure - 73) < 1e-9);
    const auto grown = edit::drag(job, test::hotRolled(), line, Vec2(7.2, 0), 1, edit::BendLine::BlankGrows);
    QVERIFY(grown && !grown->other);
    QCOMPARE(grown->job.plates[0].length, 67.0);
    QCOMPARE(grown->job.plates[1].length, 80.0);

    test::RandomJobs random(43);
    for (int i = 0; i < 200; ++i) {
        const job::Job any = random.next();
        if (any.stock.form != job::StockForm::Bar) continue;
        const double before = part::solve(any, test::materialOf(any)).blank.length;
        for (const job::Bend& bend : any.bends) {
            const auto grip = edit::gripOf(any, Element::bend(bend.id));
            if (!grip) continue;
            const auto pulled =
                edit::drag(any, test::materialOf(any), *grip, Vec2(random.real(-4, 4), 0), 0.5);
            if (!pulled || !pulled->other) continue;
            const part::Part after = part::solve(pulled->job, test::materialOf(any));
            if (after.undrivable.empty()) QVERIFY(std::abs(after.blank.length - before) < 1e-6);
        }
    }
}

/// The middle of a Z stands 60 across between the outer faces of its legs, at 90 degrees as long as that: leg
/// B of 60. Copied onto C, where nothing stands parallel, it is 60 long; at 45 degrees it is longer than it
/// stands tall.
void ClipTest::legsMeasuredAcrossStayAsLongAsTheyAre() {
    for (const double angle : {90.0, 45.0}) {
        job::Job job = test::bar({50, 60, 50}, {{.angleDeg = angle}, {.angleDeg = angle}});
        job.bends[1].turn = job::Turn::Down;
        job.plates[1].measure = job::Plate::Measure::Overall;
        QVERIFY(!job::whatIsWrong(job));
        const double straight = part::solve(job, test::hotRolled()).plates[1].length;
        const auto copied = edit::withClip(job, clip(job, {Element::plate("B")}), Element::plate("C"));
        QVERIFY(copied);
        const part::Part made = part::solve(copied->job, test::hotRolled());
        const auto& leg = made.plates[static_cast<size_t>(made.plateIndex(copied->made[0].id))];
        // The copy ends free where B ends at a bend: what that bend takes is straight there.
        const part::PartBend& second = made.bends[1];
        QVERIFY2(std::abs(leg.length - straight - second.outsideSetback) < 1e-6,
                 qPrintable(QString::number(leg.length - straight)));
    }
}

GOODFOLD_TEST(ClipTest)

} // namespace goodfold::clip_test

#include "clip.moc"
