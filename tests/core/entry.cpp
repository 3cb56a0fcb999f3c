// What people type: sizes in the order they say them, holes and what goes through them, and refusals that
// point at the word.
#include "edit/entry.h"

#include "core/sheet_support.h"
#include "edit/outcome.h"

namespace goodfold::entry_test {

using job::Element;
using job::Hole;

namespace {

const quantity::Reading kMillimetres = quantity::Reading::millimetres();

edit::Edited typed(edit::Edited state, const std::vector<std::string>& lines) {
    for (const std::string& line : lines) {
        auto next = edit::enter(state.job, state.about, line,
                                state.job.units == quantity::Unit::Inch ? quantity::Reading::fractions()
                                                                        : kMillimetres);
        if (!next) qFatal("%s: %s", line.c_str(), next.error().says.c_str());
        state = *std::move(next);
    }
    return state;
}

edit::Edited bar(quantity::Unit unit = quantity::Unit::Millimetre) {
    return {edit::emptyBar(unit), Element::plate("A")};
}

const Hole& onlyHole(const job::Job& job) {
    return job.plates[0].holes.at(0);
}

} // namespace

class EntryTest : public QObject {
    Q_OBJECT
private slots:
    void stockAsPeopleSayIt();
    void holesAsPeopleSayThem();
    void fastenerOfTheHoleInHand();
    void aZInFewKeys();
    void allThatIsListedIsTaken_data();
    void allThatIsListedIsTaken();
    void refusalsPointAtTheWord_data();
    void refusalsPointAtTheWord();
    void whateverIsTypedIsSound();
    void outcomeInWords();
};

void EntryTest::stockAsPeopleSayIt() {
    for (const char* line : {"25 x 3", "25x3", "25 × 3", "25×3", "3 x 25"}) {
        const job::Job job = typed(bar(), {line}).job;
        QCOMPARE(job.stock.width, 25.0);
        QCOMPARE(job.thickness, 3.0);
    }
    const job::Job inch = typed(bar(quantity::Unit::Inch), {"1 x 1/8"}).job;
    QCOMPARE(inch.stock.width, 25.4);
    QCOMPARE(inch.thickness, 25.4 / 8);
    const job::Job mixed = typed(bar(quantity::Unit::Inch), {"1 1/2 x 3/16"}).job;
    QCOMPARE(mixed.stock.width, 38.1);
    QCOMPARE(typed(bar(), {"w 40"}).job.stock.width, 40.0);
    QCOMPARE(typed(bar(), {"t 5"}).job.thickness, 5.0);
    const edit::Edited sheet{edit::emptySheet(quantity::Unit::Millimetre), Element::plate("A")};
    const job::Job tray = typed(sheet, {"180 x 110"}).job;
    QCOMPARE(tray.plates[0].length, 180.0);
    QCOMPARE(*tray.plates[0].width, 110.0);
    QCOMPARE(*typed(sheet, {"b 90 on left", "w 30"}).job.plates[1].width, 30.0);
}

void EntryTest::holesAsPeopleSayThem() {
    const Hole plain = onlyHole(typed(bar(), {"h 12"}).job);
    QCOMPARE(plain.x, 12.0);
    const Hole nine = onlyHole(typed(bar(), {"h 12 d 9"}).job);
    QCOMPARE(nine.diameter, 9.0);
    for (const char* line : {"h 12 m6", "m6 at 12", "h 12 for m6", "hole 12 M6"}) {
        const Hole hole = onlyHole(typed(bar(), {line}).job);
        QCOMPARE(hole.x, 12.0);
        QCOMPARE(hole.diameter, 6.6); // ISO 273, medium
        QVERIFY(hole.fastener && hole.fastener->size == "M6");
    }
    QCOMPARE(onlyHole(typed(bar(), {"h 12 m6 close"}).job).diameter, 6.4);
    QCOMPARE(onlyHole(typed(bar(), {"m5 tap at 20"}).job).diameter, 4.2);
    for (const char* line : {"slot 7 x 20 at 30", "slot 20 x 7 at 30", "slot 7x20 at 30"}) {
        const Hole slot = onlyHole(typed(bar(), {line}).job);
        QVERIFY(slot.kind == Hole::Kind::Slot);
        QCOMPARE(slot.diameter, 7.0);
        QCOMPARE(slot.length, 20.0);
        QCOMPARE(slot.x, 30.0);
    }
    const edit::Edited inches = bar(quantity::Unit::Inch);
    const Hole quarter = onlyHole(typed(inches, {"1/4 at 1"}).job);
    QCOMPARE(quarter.x, 25.4);
    QVERIFY(quarter.fastener && quarter.fastener->size == "1/4-20");
    QCOMPARE(onlyHole(typed(inches, {"h 1 3/16 #10"}).job).x, 25.4 * 19 / 16);
    QCOMPARE(typed(inches, {"1/4"}).job.plates[0].length, 25.4 / 4); // alone it is a length
}

void EntryTest::fastenerOfTheHoleInHand() {
    edit::Edited state = typed(bar(), {"h 12", "h1", "m8"});
    QVERIFY(state.about == Element::hole("h1"));
    QCOMPARE(onlyHole(state.job).diameter, 9.0);
    QCOMPARE(onlyHole(state.job).x, 12.0);
    state = typed(state, {"m6 at 30"}); // with a place it is another one
    QCOMPARE(state.job.plates[0].holes.size(), size_t{2});
}

/// A Z of 25 x 3 from an empty bar.
void EntryTest::aZInFewKeys() {
    const std::vector<std::string> lines{"25x3", "40", "b away", "60", "b", "30"};
    size_t keys = 0;
    for (const std::string& line : lines)
        keys += line.size() + 1;
    QVERIFY(keys < 30);
    const job::Job job = typed(bar(), lines).job;
    QCOMPARE(job.plates.size(), size_t{3});
    QCOMPARE(job.stock.width, 25.0);
    QCOMPARE(job.plates[2].length, 30.0);
    QVERIFY(job.bends[0].turn == job::Turn::Down && job.bends[1].turn == job::Turn::Up);
}

void EntryTest::allThatIsListedIsTaken_data() {
    QTest::addColumn<bool>("inches");
    QTest::newRow("millimetres") << false;
    QTest::newRow("inches") << true;
}

/// Each on the job where it makes sense: a long leg between two others for what is measured across, a hole in
/// hand for what repeats it.
void EntryTest::allThatIsListedIsTaken() {
    QFETCH(bool, inches);
    const auto unit = inches ? quantity::Unit::Inch : quantity::Unit::Millimetre;
    const double size = inches ? 25.4 : 25;
    for (const edit::Typeable& each : edit::whatCanBeTyped(unit)) {
        if (each.example.find(',') != std::string::npos) continue; // several
        job::Job job = test::bar({4 * size, 4 * size, 4 * size}, {{.angleDeg = 90}, {.angleDeg = 90}}, 4, 40);
        job.units = unit;
        job.plates[1].holes = {{.id = "h1", .diameter = 6, .x = 2 * size, .xFrom = Hole::XFrom::Outside}};
        const std::string first = each.example.substr(0, each.example.find(' '));
        const bool repeats = first == "row" || first == "grid" || first == "circle";
        const bool isAcross = first == "overall" || first == "opening" || first == "offset";
        const Element inHand = repeats    ? Element::hole("h1")
                               : isAcross ? Element::plate("B")
                                          : Element::plate("C");
        const auto entered =
            edit::enter(job, inHand, each.example, inches ? quantity::Reading::fractions() : kMillimetres);
        QVERIFY2(entered, (each.example + ": " + (entered ? "" : entered.error().says)).c_str());
        QVERIFY2(!(entered->job == job), each.example.c_str());
        QVERIFY(!each.says.empty());
    }
}

void EntryTest::refusalsPointAtTheWord_data() {
    QTest::addColumn<QString>("line");
    QTest::addColumn<QString>("word");
    QTest::newRow("no command") << "frobnicate 12"
                                << "frobnicate";
    QTest::newRow("no length") << "h twelve"
                               << "twelve";
    QTest::newRow("no diameter") << "h 12 d nine"
                                 << "nine";
    QTest::newRow("no angle") << "b ninety away"
                              << "ninety";
    QTest::newRow("no edge") << "b 90 on top"
                             << "";
    QTest::newRow("no count") << "row four by 20"
                              << "";
    QTest::newRow("no fastener") << "h 12 m77"
                                 << "m77";
    QTest::newRow("no figure") << "40 banana"
                               << "40 banana";
    QTest::newRow("no thickness") << "25 x thin"
                                  << "thin";
}

void EntryTest::refusalsPointAtTheWord() {
    QFETCH(QString, line);
    QFETCH(QString, word);
    const auto entered = edit::enter(edit::emptyBar(quantity::Unit::Millimetre), Element::plate("A"),
                                     line.toStdString(), kMillimetres);
    QVERIFY(!entered);
    QCOMPARE(QString::fromStdString(entered.error().where), word);
    QVERIFY(entered.error().says.ends_with('.'));
}

/// Words of the language in any order: a sentence, or a job that is whole.
void EntryTest::whateverIsTypedIsSound() {
    const char* const words[] = {
        "b",  "h",   "slot",  "rectangle", "row", "grid", "circle", "j",    "hem",  "w",    "t",    "x",
        "at", "by",  "over",  "away",      "on",  "left", "m6",     "tap",  "12",   "25x3", "1/4",  "-4",
        "+2", "1e9", "round", "bend",      "A",   "h1",   "rivet",  "open", "turn", "d",    "long", "#10",
        "0",  "400", "×",     "strap",     "gap", "flat", "extra",  "2",    "close"};
    test::RandomJobs random(5);
    const edit::Edited start = typed(bar(), {"60", "h 12", "b 90 away", "50"});
    for (int n = 0; n < 20000; ++n) {
        std::string line;
        for (int count = random.whole(1, 6); count > 0; --count)
            line += std::string(line.empty() ? "" : " ") +
                    words[static_cast<size_t>(random.whole(0, static_cast<int>(std::size(words)) - 1))];
        const Element inHand = std::array{Element::plate("A"), Element::bend("1"), Element::hole("h1"),
                                          Element()}[static_cast<size_t>(random.whole(0, 3))];
        const auto entered = edit::enter(start.job, inHand, line, kMillimetres);
        if (entered)
            QVERIFY2(!job::whatIsWrong(entered->job), line.c_str());
        else
            QVERIFY2(entered.error().says.ends_with('.'), (line + ": " + entered.error().says).c_str());
    }
}

void EntryTest::outcomeInWords() {
    const edit::Edited before = typed(bar(), {"40"});
    const auto says = [&](const char* line) {
        const auto entered = edit::enter(before.job, before.about, line, kMillimetres);
        return QString::fromStdString(edit::inWords(edit::outcomeOf(before.job, entered->job, kMillimetres)));
    };
    QCOMPARE(says("b 90 away"), QString("Adds bend 1, 90° away from you and leg B, 50.0 long."));
    QCOMPARE(says("64"), QString("Makes leg A 64.0, not 40.0."));
    QCOMPARE(says("h 12 m6"), QString("Adds h1, 6.6 in leg A at 12.0."));
    QCOMPARE(says("40"), QString());
    const edit::Edited z = typed(before, {"b", "50", "h 12", "h 30"});
    const auto without = edit::without(z.job, Element::bend("1"));
    QCOMPARE(edit::inWords(edit::outcomeOf(z.job, without->job, kMillimetres)),
             std::string("Takes out bend 1, leg B, h1 and h2."));
}

GOODFOLD_TEST(EntryTest)

} // namespace goodfold::entry_test

#include "entry.moc"
