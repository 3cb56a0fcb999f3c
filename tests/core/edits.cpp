// Edits of the tree, and the ladder's typed lines.
#include "core/support.h"
#include "edit/drag.h"
#include "edit/entry.h"
#include "files/csv.h"
#include "part/mark.h"

namespace goodfold::edits_test {

using job::Element;

namespace {

const quantity::Reading kMillimetres = quantity::Reading::millimetres();

/// Types lines one after the other, as at the ladder.
edit::Edited typed(const std::vector<std::string>& lines, quantity::Unit unit = quantity::Unit::Millimetre) {
    edit::Edited state{edit::emptyBar(unit), Element::plate("A")};
    for (const std::string& line : lines) {
        auto next = edit::enter(state.job, state.about, line, kMillimetres);
        if (!next) qFatal("%s", next.error().says.c_str());
        state = *std::move(next);
    }
    return state;
}

Vec3 formedHole(const job::Job& job, const std::string& id) {
    const part::Part part = part::solve(job, test::materialOf(job));
    return part::formedHole(part, part::fold(part), part.holeIndex(id)).point;
}

} // namespace

class EditsTest : public QObject {
    Q_OBJECT
private slots:
    void keyboardBuildsAZBracket();
    void inchesAndOptions();
    void keyboardShapesABracket();
    void includedAnglesAreTypedAsTheyRead();
    void removingHalfAJoggleRemovesIt();
    void nonsenseGetsASentenceAndChangesNothing_data();
    void nonsenseGetsASentenceAndChangesNothing();
    void signsMoveWhatIsInHand();
    void namesSelect();
    void bendAtTheEndKeepsHolesWhereTheyAre();
    void bendAtTheStartKeepsHolesWhereTheyAre();
    void removingTakesWhatHangsOnIt();
    void removingAHoleKeepsTheOnesMeasuredFromIt();
    void measuringFromElsewhereMovesNoHole();
    void randomEditsStaySound();
    void marksRunFromTheDatum();
    void bendsStartWhereTheyAreMetFirst();
    void draggedFiguresSnapAndStaySound();
    void dragMovesTheGripAsFar();
    void csvQuotesWhatItMust();
};

void EditsTest::keyboardBuildsAZBracket() {
    const auto [job, about] = typed({"40", "h 12", "b 90 away", "60", "b 90 toward", "25", "h 12 d 9"});
    QCOMPARE(job.plates.size(), size_t{3});
    QCOMPARE(job.plates[0].length, 40.0);
    QCOMPARE(job.plates[1].length, 60.0);
    QCOMPARE(job.plates[2].length, 25.0);
    QVERIFY(job.bends[0].turn == job::Turn::Down && job.bends[1].turn == job::Turn::Up);
    QVERIFY(job.plates[0].holes[0].xFrom == job::Hole::XFrom::Start);
    QVERIFY(job.plates[2].holes[0].xFrom == job::Hole::XFrom::End);
    QCOMPARE(job.plates[2].holes[0].diameter, 9.0);
    QVERIFY(about == Element::plate("C"));
}

void EditsTest::inchesAndOptions() {
    const auto [job, about] =
        typed({"1 3/16", "b 45 toward r 1/8 lean 12 long 2 1/2", "h 1/2 y -1/4"}, quantity::Unit::Inch);
    QCOMPARE(job.plates[0].length, 30.1625);
    QCOMPARE(*job.bends[0].insideRadius, 3.175);
    QCOMPARE(job.bends[0].skewDeg, 12.0);
    QCOMPARE(job.plates[1].length, 63.5);
    QCOMPARE(job.plates[1].holes[0].y, -6.35);
}

void EditsTest::keyboardShapesABracket() {
    auto [job, about] =
        typed({"60", "round 4", "h 14 d 6 long 12 turn 90", "j 6 over 24 away long 45", "round", "extra 80"});
    QCOMPARE(job.plates.size(), size_t{3});
    QCOMPARE(job.plates[0].corners.size(), size_t{0}); // the cut end went on with the bar
    QCOMPARE(job.plates[0].holes[0].length, 12.0);
    QVERIFY(job.plates[0].holes[0].kind == job::Hole::Kind::Slot);
    QVERIFY((job.plates[1].joggle == job::Joggle{6, 24}));
    QVERIFY(job.bends[0].turn == job::Turn::Down && job.bends[1].turn == job::Turn::Up);
    QVERIFY((job.plates[2].ends.at(job::Edge::End) == job::BarEnd{0, true, 80}));
    QVERIFY(about == Element::plate("C"));

    const auto more = typed({"60", "chamfer 3", "b 90", "50", "b 90 away", "40", "B", "overall 70"});
    QVERIFY(more.job.plates[1].measure == job::Plate::Measure::Overall);
    QCOMPARE(more.job.plates[1].length, 70.0);
    QCOMPARE(more.job.plates[2].corners.at(job::Corner::EndLeft).size, 3.0);
    const auto flat = typed({"60", "b 90", "50", "flat 46.2", "cut 15"});
    QVERIFY(flat.job.plates[1].flatFirst);
    QCOMPARE(flat.job.plates[1].ends.at(job::Edge::End).cutDeg, 15.0);
}

void EditsTest::includedAnglesAreTypedAsTheyRead() {
    quantity::Reading included = kMillimetres;
    included.angles = quantity::Reading::Angles::Included;
    const job::Job job = edit::emptyBar(quantity::Unit::Millimetre);
    const auto bent = edit::enter(job, Element::plate("A"), "b 120", included);
    QCOMPARE(bent->job.bends[0].angleDeg, 60.0);
    QCOMPARE(edit::enter(bent->job, Element::bend("1"), "100", included)->job.bends[0].angleDeg, 80.0);
}

void EditsTest::removingHalfAJoggleRemovesIt() {
    const auto [job, about] = typed({"60", "j 6 over 24 away", "h 12"});
    for (const Element& element :
         {Element::bend("1"), Element::bend("2"), Element::plate("B"), Element::plate("C")}) {
        const auto left = edit::without(job, element);
        QVERIFY(left);
        QCOMPARE(left->job.plates.size(), size_t{1});
        QVERIFY(left->about == Element::plate("A"));
    }
}

void EditsTest::nonsenseGetsASentenceAndChangesNothing_data() {
    QTest::addColumn<QString>("line");
    for (const char* line :
         {"", "forty", "b ninety", "b 400", "b 90 r -2", "h", "h twelve", "40x", "-500", "+", "0",
          "b 90 lean 80", "j 6", "j over 20", "overall 60", "cut 80", "extra -2", "h 12 d 6 long 4", "flat"})
        QTest::newRow(*line ? line : "nothing") << line;
}

void EditsTest::nonsenseGetsASentenceAndChangesNothing() {
    QFETCH(QString, line);
    const job::Job job = edit::emptyBar(quantity::Unit::Millimetre);
    const auto edited = edit::enter(job, Element::plate("A"), line.toStdString(), kMillimetres);
    QVERIFY(!edited);
    QVERIFY(edited.error().says.ends_with('.'));
}

/// A sign before a figure says how much more or less what is in hand is to be.
void EditsTest::signsMoveWhatIsInHand() {
    job::Job job = test::bar({40, 60}, {{.angleDeg = 90}});
    job.plates[0].holes = {{.id = "h1", .x = 12, .xFrom = job::Hole::XFrom::Start}};
    const auto after = [&](const Element& inHand, const char* typed, const quantity::Reading& reading) {
        const auto edited = edit::enter(job, inHand, typed, reading);
        if (!edited) qWarning("%s: %s", typed, edited.error().says.c_str());
        return edited ? edited->job : job;
    };
    QCOMPARE(after(Element::plate("B"), "+4", kMillimetres).plates[1].length, 64.0);
    QCOMPARE(after(Element::plate("B"), "-4", kMillimetres).plates[1].length, 56.0);
    QCOMPARE(after(Element::hole("h1"), "-4", kMillimetres).plates[0].holes[0].x, 8.0);
    QCOMPARE(after(Element::hole("h1"), "+1/2 in", kMillimetres).plates[0].holes[0].x, 24.7);
    QCOMPARE(after(Element::bend("1"), "+5", kMillimetres).bends[0].angleDeg, 95.0);
    quantity::Reading included = kMillimetres;
    included.angles = quantity::Reading::Angles::Included; // 90 between the legs becomes 95: a bend of 85
    QCOMPARE(after(Element::bend("1"), "+5", included).bends[0].angleDeg, 85.0);
    QCOMPARE(edit::enter(job, Element::plate("A"), "+4", kMillimetres)->about, Element::plate("A"));
}

void EditsTest::namesSelect() {
    const auto z = typed({"40", "b 90", "60", "h 12", "b 30 away"});
    QVERIFY(edit::enter(z.job, z.about, "A", kMillimetres)->about == Element::plate("A"));
    QVERIFY(edit::enter(z.job, z.about, "a", kMillimetres)->about == Element::plate("A"));
    QVERIFY(edit::enter(z.job, z.about, "h1", kMillimetres)->about == Element::hole("h1"));
    const auto bend = edit::enter(z.job, z.about, "bend 2", kMillimetres);
    QVERIFY(bend->about == Element::bend("2"));
    QCOMPARE(edit::enter(z.job, bend->about, "45", kMillimetres)->job.bends[1].angleDeg, 45.0);
    QCOMPARE(edit::enter(z.job, Element::hole("h1"), "14", kMillimetres)->job.findHole("h1")->x, 14.0);
    // With leg A in hand, whose end is bent, a bend goes to the bar's free end.
    QCOMPARE(edit::enter(z.job, Element::plate("A"), "b 20", kMillimetres)->job.bends[2].from,
             std::string("C"));
}

void EditsTest::bendAtTheEndKeepsHolesWhereTheyAre() {
    const auto [job, about] = typed({"40", "b 90", "60", "h 12"}); // h1 from the free end of B
    const auto longer = edit::withBendAtEnd(job, "B", {.angleDeg = 90}, 30);
    QVERIFY(longer);
    QVERIFY(longer->job.findHole("h1")->xFrom == job::Hole::XFrom::Outside);
    QVERIFY((formedHole(job, "h1") - formedHole(longer->job, "h1")).norm() < 1e-9);
    QVERIFY(!edit::withBendAtEnd(job, "A", {.angleDeg = 90}, 30));
}

void EditsTest::bendAtTheStartKeepsHolesWhereTheyAre() {
    const auto [job, about] = typed({"40", "h 12", "b 90", "60", "h 15"});
    const auto longer = edit::withBendAtStart(job, {.angleDeg = 60}, 30);
    QVERIFY(longer);
    QCOMPARE(longer->job.bendTo("A")->from, longer->about.id);
    const Vec3 before = formedHole(job, "h2") - formedHole(job, "h1");
    const Vec3 after = formedHole(longer->job, "h2") - formedHole(longer->job, "h1");
    QVERIFY(std::abs(before.norm() - after.norm()) < 1e-9);
}

void EditsTest::removingTakesWhatHangsOnIt() {
    const auto [job, about] = typed({"40", "b 90", "60", "b 90 away", "25", "h 10"});
    const auto shorter = edit::without(job, Element::plate("B"));
    QVERIFY(shorter);
    QCOMPARE(shorter->job.plates.size(), size_t{1});
    QVERIFY(shorter->job.bends.empty());
    QVERIFY(shorter->about == Element::plate("A"));
    QVERIFY(edit::without(job, Element::bend("1"))->job == shorter->job);
    QVERIFY(!edit::without(job, Element::plate("A")));
}

void EditsTest::removingAHoleKeepsTheOnesMeasuredFromIt() {
    for (const auto from : {job::Hole::XFrom::Start, job::Hole::XFrom::End}) {
        job::Job job = test::bar({100}, {});
        job.plates[0].holes = {{.id = "h1", .x = 20, .xFrom = from},
                               {.id = "h2", .x = 15, .xFrom = job::Hole::XFrom::Hole, .xFromHole = "h1"},
                               {.id = "h3", .x = 15, .xFrom = job::Hole::XFrom::Hole, .xFromHole = "h2"}};
        const auto edited = edit::without(job, Element::hole("h1"));
        QVERIFY(edited);
        for (const char* id : {"h2", "h3"})
            QVERIFY((formedHole(job, id) - formedHole(edited->job, id)).norm() < 1e-9);
    }
}

void EditsTest::measuringFromElsewhereMovesNoHole() {
    using XFrom = job::Hole::XFrom;
    using YFrom = job::Hole::YFrom;
    job::Job job = test::bar({60, 80}, {{.angleDeg = 120, .turn = job::Turn::Down, .skewDeg = 10}});
    job.plates[1].holes = {{.id = "h1", .x = 40, .y = 3}, {.id = "h2", .x = 60}};
    const Vec3 before = formedHole(job, "h1");
    for (const XFrom from : {XFrom::Inside, XFrom::Tangent, XFrom::End, XFrom::Hole, XFrom::Outside}) {
        const auto edited = edit::withHoleXFrom(job, test::hotRolled(), "h1", from, "h2");
        QVERIFY(edited && edited->job.findHole("h1")->xFrom == from);
        QVERIFY((formedHole(edited->job, "h1") - before).norm() < 1e-9);
        job = edited->job;
    }
    QVERIFY(std::abs(job.findHole("h1")->x - 40) < 1e-9);
    for (const YFrom from : {YFrom::Left, YFrom::Right, YFrom::Centre}) {
        const auto edited = edit::withHoleYFrom(job, test::hotRolled(), "h1", from);
        QVERIFY(edited && (formedHole(edited->job, "h1") - before).norm() < 1e-9);
        job = edited->job;
    }
    QVERIFY(!edit::withHoleXFrom(job, test::hotRolled(), "h1", XFrom::Start)); // that start is bent
    QVERIFY(!edit::withHoleXFrom(job, test::hotRolled(), "h9", XFrom::End));
}

void EditsTest::randomEditsStaySound() {
    test::RandomJobs random(31);
    for (int i = 0; i < 300; ++i) {
        job::Job job = random.next();
        for (int n = 0; n < 10; ++n) {
            const auto& plate =
                job.plates[static_cast<size_t>(random.whole(0, static_cast<int>(job.plates.size()) - 1))];
            const std::string id = plate.id;
            Result<edit::Edited> edited = Error{};
            switch (random.whole(0, 4)) {
            case 0:
                edited = edit::withBendAtEnd(job, id, {.angleDeg = random.real(1, 180)}, 50);
                break;
            case 1:
                edited = edit::withHole(job, id, {.x = random.real(0, 20)});
                break;
            case 2:
                edited = edit::without(job, Element::plate(id));
                break;
            case 3:
                edited = edit::withBendAtStart(job, {.angleDeg = 45}, 50);
                break;
            default:
                if (!plate.holes.empty()) edited = edit::without(job, Element::hole(plate.holes[0].id));
            }
            if (!edited) continue;
            QVERIFY(!job::whatIsWrong(edited->job));
            job = edited->job;
        }
    }
}

void EditsTest::marksRunFromTheDatum() {
    const job::Job job =
        test::bar({70, 50}, {{.angleDeg = 90, .skewDeg = 20, .insideRadius = 3, .k = 0.4}}, 3, 40);
    const auto marks = part::marksOf(part::solve(job, test::hotRolled()));
    QCOMPARE(marks.size(), size_t{3});
    const double expected[] = {63.6149, 67.1253, 70.6357}; // the worked figures on the centreline
    for (size_t i = 0; i < 3; ++i)
        QVERIFY(std::abs(marks[i].along - expected[i]) < 1e-4);
    QVERIFY(std::abs(marks[1].alongAtLeft - 59.8459) < 1e-4);
    QVERIFY(std::abs(marks[1].alongAtRight - 74.4047) < 1e-4);
}

/// Every grip of random jobs, pulled by random amounts.
/// Also of a flange that hangs on the datum end, or on the lower edge, and from the other end.
void EditsTest::bendsStartWhereTheyAreMetFirst() {
    job::Job job = edit::emptySheet(quantity::Unit::Millimetre);
    for (const job::Edge edge : {job::Edge::End, job::Edge::Start, job::Edge::Left, job::Edge::Right}) {
        job::Bend bend;
        bend.edge = edge;
        job = edit::withFlange(job, "A", bend, 20)->job;
    }
    for (const job::Edge datum : {job::Edge::Start, job::Edge::End}) {
        job.datum = datum;
        std::map<std::string, std::pair<const part::Mark*, const part::Mark*>> ends;
        const auto marks = part::marksOf(part::solve(job, test::materialOf(job)));
        for (const part::Mark& mark : marks) {
            if (mark.kind == part::Mark::Kind::BendStart) ends[mark.about.id].first = &mark;
            if (mark.kind == part::Mark::Kind::BendEnd) ends[mark.about.id].second = &mark;
        }
        QCOMPARE(ends.size(), size_t{4});
        for (const auto& [bend, pair] : ends) {
            const bool isAcross = std::abs(pair.first->along - pair.second->along) < 1e-9;
            QVERIFY2(isAcross ? pair.first->across < pair.second->across
                              : pair.first->along < pair.second->along,
                     bend.c_str());
        }
    }
}

void EditsTest::draggedFiguresSnapAndStaySound() {
    test::RandomJobs random(41);
    int dragged = 0;
    for (int i = 0; i < 300; ++i) {
        const job::Job job = random.next();
        std::vector<edit::Grip> grips{{edit::Grip::Kind::Start, job.root().id}};
        for (const job::Plate& plate : job.plates) {
            grips.push_back({edit::Grip::Kind::End, plate.id});
            for (const job::Hole& hole : plate.holes)
                grips.push_back({edit::Grip::Kind::Hole, hole.id});
        }
        for (const edit::Grip& grip : grips) {
            const auto pulled = edit::drag(job, test::materialOf(job), grip,
                                           Vec2{random.real(-30, 30), random.real(-30, 30)}, 0.5);
            if (!pulled) continue; // a sentence, and the job as it was
            ++dragged;
            QVERIFY(!job::whatIsWrong(pulled->job));
            QVERIFY(std::abs(pulled->figure / 0.5 - std::round(pulled->figure / 0.5)) < 1e-9);
        }
    }
    QVERIFY(dragged > 1000);
}

/// With a step too fine to see, the straight grows by just what was pulled, whatever way it is measured.
void EditsTest::dragMovesTheGripAsFar() {
    test::RandomJobs random(42);
    for (int i = 0; i < 200; ++i) {
        const job::Job job = random.next();
        for (size_t p = 0; p < job.plates.size(); ++p) {
            const double by = random.real(-3, 3);
            const auto pulled = edit::drag(job, test::materialOf(job),
                                           {edit::Grip::Kind::End, job.plates[p].id}, Vec2(by, 0), 1e-7);
            if (!pulled) continue;
            const part::Part before = part::solve(job, test::materialOf(job));
            const part::Part after = part::solve(pulled->job, test::materialOf(job));
            if (!before.undrivable.empty() || !after.undrivable.empty()) continue;
            QVERIFY(std::abs(after.plates[p].length - before.plates[p].length - by) < 1e-5);
        }
    }
}

void EditsTest::csvQuotesWhatItMust() {
    job::Job job = test::bar({60, 40}, {{.insideRadius = 3.0}});
    job.plates[0].holes = {{.id = "left, \"upper\"", .x = 12, .xFrom = job::Hole::XFrom::Start}};
    const part::Part part = part::solve(job, test::hotRolled());
    std::ostringstream out;
    files::writeCsv(out, part, part::fold(part));
    QVERIFY(out.str().find("hole,\"left, \"\"upper\"\"\",A,12,15") != std::string::npos);

    job.plates[0].holes[0].countersink = job::Countersink{12, 90, false};
    const part::Part sunk = part::solve(job, test::hotRolled());
    std::ostringstream more;
    files::writeCsv(more, sunk, part::fold(sunk));
    QVERIFY(more.str().find(",\"countersink to 12, 90°, from the face\"\r\n") != std::string::npos);
}

GOODFOLD_TEST(EditsTest)

} // namespace goodfold::edits_test

#include "edits.moc"
