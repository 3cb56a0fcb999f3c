// The checks, each on both sides of its limit; remedies mend what they say.
#include "core/support.h"
#include "sequence/settle.h"
#include "text/plan_facts.h"

namespace goodfold::checks_test {

namespace {

job::Job withHoleAt(double x, double y = 0, double diameter = 6) {
    job::Job job = test::bar({60, 80}, {{.angleDeg = 90, .insideRadius = 3}});
    job.plates[0].holes = {
        {.id = "h1", .diameter = diameter, .x = x, .xFrom = job::Hole::XFrom::Start, .y = y}};
    return job;
}

bool finds(const job::Job& job, const char* rule) {
    return test::findRule(test::findingsOf(job), rule);
}

/// The remedy of the rule's finding leaves nothing of that rule.
void mends(const job::Job& job, const char* rule) {
    const auto findings = test::findingsOf(job);
    const check::Finding* finding = test::findRule(findings, rule);
    QVERIFY2(finding, rule);
    QVERIFY(finding->remedy());
    QVERIFY(!job::whatIsWrong(finding->remedy()->mended));
    QVERIFY2(!finds(finding->remedy()->mended, rule), finding->remedy()->says.c_str());
}

} // namespace

class ChecksTest : public QObject {
    Q_OBJECT
private slots:
    void cleanBracketHasOnlyNotes();
    void straightTooShort();
    void skewedLegTooShortAtOneSide();
    void stripEatenUp();
    void radiusTooSmall();
    void holeNearBend();
    void largeHoleNearBend();
    void holeAcrossBend();
    void holeOffPlate();
    void holeNearEdge();
    void soundMetalBesideHoleWantedInAluminium();
    void cutsItself();
    void skewIsNoted();
    void flangesOnSheet();
    void slotsNeedMoreRoomAlongABend();
    void slotNearAnEdgeMoves();
    void bendLinesMeetAtAnEdge();
    void blankFitsTheStock();
    void batchFitsTheStock();
    void shortLegIsLeftLong();
    void heavyBendIsLeftLongToPull();
    void unlikelyKIsMinded();
    void testBendsAreForTheirLike();
    void grainMatters();
    void hemsWantMore();
    void cautionsFollowTheWork();
    void remediesMend();
    void worstComesFirst();
    void numbersAreInTheReadersUnit();
};

void ChecksTest::cleanBracketHasOnlyNotes() {
    for (const check::Finding& finding : test::findingsOf(withHoleAt(20)))
        QVERIFY2(finding.severity == check::Severity::Note, finding.headline.c_str());
}

void ChecksTest::straightTooShort() {
    // B between two 90 degree bends of R3 T3 has setbacks of 6 at each end.
    const auto zee = [](double b) {
        return test::bar({40, b, 40}, {{.insideRadius = 3}, {.turn = job::Turn::Down, .insideRadius = 3}});
    };
    QVERIFY(!finds(zee(12.001), "straight-too-short"));
    QVERIFY(finds(zee(12), "straight-too-short"));
    QVERIFY(finds(zee(5), "straight-too-short"));
    mends(zee(5), "straight-too-short");
    QVERIFY(check::hasStop(test::findingsOf(zee(5))));
}

void ChecksTest::skewedLegTooShortAtOneSide() {
    // Opposite skews of 20 degrees take 2 x 15 tan(20) = 10.92 off one side of a 30 wide bar.
    const auto leaning = [](double b) {
        return test::bar({60, b, 60}, {{.skewDeg = 20, .insideRadius = 3},
                                       {.turn = job::Turn::Down, .skewDeg = -20, .insideRadius = 3}});
    };
    const double least = 2 * 6 / std::cos(radians(20)) + 2 * 15 * std::tan(radians(20));
    QVERIFY(!finds(leaning(least + 0.01), "straight-too-short"));
    QVERIFY(finds(leaning(least - 0.01), "straight-too-short"));
}

void ChecksTest::stripEatenUp() {
    job::Job job = test::bar({60, 60}, {{.angleDeg = 90, .insideRadius = 0.0}});
    job.allowance = {.kind = bend::AllowanceRule::Kind::Deduction, .deductionThicknesses = 1.9};
    QVERIFY(!finds(job, "strip-eaten-up"));
    job.allowance.deductionThicknesses = 2.0; // two setbacks of 1 T are all there is
    QVERIFY(finds(job, "strip-eaten-up"));
}

void ChecksTest::radiusTooSmall() {
    const auto bent = [](double r) { return test::bar({60, 60}, {{.insideRadius = r}}); };
    QVERIFY(!finds(bent(3), "radius-too-small"));
    QVERIFY(finds(bent(2.9), "radius-too-small"));
    mends(bent(1), "radius-too-small");
}

void ChecksTest::holeNearBend() {
    // A's tangent line stands at 54; 2 T = 6 from the edge of a 6 mm hole: centre up to 45.
    QVERIFY(!finds(withHoleAt(45), "hole-near-bend"));
    QVERIFY(finds(withHoleAt(45.01), "hole-near-bend"));
    mends(withHoleAt(48), "hole-near-bend");
}

void ChecksTest::largeHoleNearBend() {
    job::Job job = test::bar({90, 80}, {{.insideRadius = 3}}, 3, 80);
    job.plates[0].holes = {{.id = "h1", .diameter = 25, .x = 64, .xFrom = job::Hole::XFrom::Start}};
    QVERIFY(!finds(job, "hole-near-bend")); // 84 - 64 - 12.5 = 7.5 = 2.5 T
    job.plates[0].holes[0].x = 64.01;
    QVERIFY(finds(job, "hole-near-bend"));
}

void ChecksTest::holeAcrossBend() {
    QVERIFY(!finds(withHoleAt(51), "hole-off-plate"));
    QVERIFY(finds(withHoleAt(51.01), "hole-off-plate"));
    QVERIFY(check::hasStop(test::findingsOf(withHoleAt(54))));
    mends(withHoleAt(54), "hole-off-plate");
}

void ChecksTest::holeOffPlate() {
    QVERIFY(!finds(withHoleAt(3), "hole-off-plate"));
    QVERIFY(finds(withHoleAt(2.99), "hole-off-plate"));
    QVERIFY(finds(withHoleAt(-20), "hole-off-plate"));
    QVERIFY(finds(withHoleAt(20, 13), "hole-off-plate"));
}

void ChecksTest::holeNearEdge() {
    // 1.2 d = 7.2 from the end; the web of 1 T wants only 3 + 3.
    QVERIFY(!finds(withHoleAt(7.2), "hole-near-edge"));
    QVERIFY(finds(withHoleAt(7.19), "hole-near-edge"));
    QVERIFY(!finds(withHoleAt(20, 7.8), "hole-near-edge"));
    QVERIFY(finds(withHoleAt(20, 7.81), "hole-near-edge"));
    mends(withHoleAt(5), "hole-near-edge");
    mends(withHoleAt(20, -8), "hole-near-edge");
    // Too wide a hole for the bar: near both edges, and moving it helps neither.
    const auto wide = test::findingsOf(withHoleAt(25, 0.5, 18));
    QVERIFY(test::findRule(wide, "hole-near-edge"));
    QVERIFY(!test::findRule(wide, "hole-near-edge")->remedy());
}

void ChecksTest::soundMetalBesideHoleWantedInAluminium() {
    job::Job job = withHoleAt(8.9);
    QVERIFY(!finds(job, "hole-near-edge"));
    job.material = "aluminium-5052-h32";
    QVERIFY(finds(job, "hole-near-edge")); // 1.5 d = 9
    job.plates[0].holes[0].x = 9;
    QVERIFY(!finds(job, "hole-near-edge"));
}

void ChecksTest::cutsItself() {
    const std::vector<job::Bend> bends(3, job::Bend{.insideRadius = 3});
    QVERIFY(finds(test::bar({60, 40, 60, 60}, bends), "cuts-itself"));
    QVERIFY(!finds(test::bar({60, 40, 60, 30}, bends), "cuts-itself"));
}

void ChecksTest::skewIsNoted() {
    const auto findings =
        test::findingsOf(test::bar({70, 50}, {{.skewDeg = 20, .insideRadius = 3, .k = 0.4}}, 3, 40));
    const check::Finding* note = test::findRule(findings, "skewed-line");
    QVERIFY(note);
    QVERIFY2(note->says.find("83.3°") != std::string::npos &&
                 note->says.find("2.0 sideways") != std::string::npos,
             note->says.c_str());
}

void ChecksTest::flangesOnSheet() {
    job::Job job;
    job.thickness = 1.5;
    job.stock = {job::StockForm::Sheet, 0, {}};
    job.plates = {{.id = "base", .length = 120, .width = 80}, {.id = "ear", .length = 25, .width = 30}};
    job.bends = {{.id = "1", .from = "base", .edge = job::Edge::Left, .to = "ear", .offset = 90}};
    QVERIFY(!finds(job, "flange-off-edge"));
    job.bends[0].offset = 90.01;
    QVERIFY(finds(job, "flange-off-edge"));
    job.bends[0].offset = 40;
    job.plates.push_back({.id = "lug", .length = 25, .width = 30});
    job.bends.push_back({.id = "2", .from = "base", .edge = job::Edge::Left, .to = "lug", .offset = 70});
    QVERIFY(!finds(job, "flange-off-edge"));
    job.bends[1].offset = 69.99;
    QVERIFY(finds(job, "flange-off-edge"));
}

namespace {

/// A slot in leg A whose edge lies `clear` from the bend; R 3, so that A's tangent line lies at 54.
job::Job withSlot(double clear, double angleDeg, double length) {
    job::Job job = test::bar({60, 40}, {{.insideRadius = 3.0}}, 3, 80);
    const double reach = angleDeg == 0 ? length / 2 : 3;
    job.plates[0].holes = {{.id = "h1",
                            .kind = job::Hole::Kind::Slot,
                            .diameter = 6,
                            .length = length,
                            .angleDeg = angleDeg,
                            .x = 54 - clear - reach,
                            .xFrom = job::Hole::XFrom::Start}};
    return job;
}

} // namespace

void ChecksTest::slotsNeedMoreRoomAlongABend() {
    QVERIFY(!finds(withSlot(6, 90, 20), "hole-near-bend"));
    QVERIFY(finds(withSlot(5.99, 90, 20), "hole-near-bend"));
    QVERIFY(finds(withSlot(7.49, 90, 30), "hole-near-bend"));
    QVERIFY(!finds(withSlot(7.5, 90, 30), "hole-near-bend"));
    QVERIFY(finds(withSlot(8.99, 90, 60), "hole-near-bend"));
    QVERIFY(!finds(withSlot(9, 90, 60), "hole-near-bend"));
    // Its end toward the bend: as a round hole, however long it is.
    QVERIFY(!finds(withSlot(6, 0, 40), "hole-near-bend"));
    QVERIFY(finds(withSlot(5.99, 0, 40), "hole-near-bend"));
    QVERIFY(finds(withSlot(-1, 0, 40), "hole-off-plate"));
}

void ChecksTest::slotNearAnEdgeMoves() {
    job::Job job = withSlot(15, 90, 20);
    job.plates[0].holes[0].y = -28; // its right end 5 from the edge
    const auto findings = test::findingsOf(job);
    const check::Finding* finding = test::findRule(findings, "hole-near-edge");
    QVERIFY(finding && finding->remedy());
    QCOMPARE(*finding->value, 5.0);
    QVERIFY(!test::findRule(test::findingsOf(finding->remedy()->mended), "hole-near-edge"));
}

void ChecksTest::bendLinesMeetAtAnEdge() {
    const auto skewed = [](double leg) {
        return test::bar({60, leg, 60},
                         {{.angleDeg = 60, .skewDeg = 15, .insideRadius = 3.0},
                          {.angleDeg = 60, .turn = job::Turn::Down, .skewDeg = -15, .insideRadius = 3.0}},
                         3, 40);
    };
    const auto findings = test::findingsOf(skewed(16));
    const check::Finding* finding = test::findRule(findings, "straight-too-short");
    QVERIFY(finding && finding->remedy());
    QVERIFY2(finding->headline.starts_with("Bend lines meet"), finding->headline.c_str());
    QVERIFY(!test::findRule(test::findingsOf(finding->remedy()->mended), "straight-too-short"));
    QVERIFY(!finds(skewed(40), "straight-too-short"));
}

void ChecksTest::blankFitsTheStock() {
    job::Job job = test::bar({60, 40}, {{.insideRadius = 3.0}});
    const double blank = part::solve(job, test::hotRolled()).blank.length;
    job.stock.onHand = blank;
    QVERIFY(!finds(job, "blank-too-long"));
    job.stock.onHand = blank - 0.01;
    QVERIFY(finds(job, "blank-too-long"));
    job.stock.onHand = blank + 10;
    job.plates[1].ends[job::Edge::End].extra = 50;
    const auto findings = test::findingsOf(job);
    const check::Finding* finding = test::findRule(findings, "blank-too-long");
    QVERIFY(finding && finding->severity == check::Severity::Stop && finding->remedy());
    QVERIFY(!test::findRule(test::findingsOf(finding->remedy()->mended), "blank-too-long"));
}

/// Blanks of 100 and cuts of 1: three end at 302.
void ChecksTest::batchFitsTheStock() {
    job::Job job = test::bar({100}, {});
    job.quantity = 4;
    job.stock.onHand = 403;
    QVERIFY(!finds(job, "stock-too-short"));
    job.stock.onHand = 402.9;
    auto findings = test::findingsOf(job);
    const check::Finding* finding = test::findRule(findings, "stock-too-short");
    QVERIFY(finding && finding->severity == check::Severity::Mind && finding->remedy());
    QCOMPARE(finding->headline, std::string("Stock for 3 of 4"));
    QCOMPARE(finding->says,
             std::string("With saw cuts of 1.0 the 402.9 on hand give 3; 1 more takes another 100.0."));
    QCOMPARE(finding->remedy()->mended.quantity, 3);
    job.stock.onHand = 99; // not even one: that is said alone
    QVERIFY(!finds(job, "stock-too-short") && finds(job, "blank-too-long"));
    // Two of each hand: from 300.9 two come out, one of each.
    job.quantity = 2;
    job.hand = job::Hand::Left;
    job.oppositeHand = true;
    job.stock.onHand = 300.9;
    findings = test::findingsOf(job);
    QCOMPARE(test::findRule(findings, "stock-too-short")->remedy()->mended.quantity, 1);
}

void ChecksTest::shortLegIsLeftLong() {
    job::Job job = test::bar({60, 20, 14}, {{.insideRadius = 3.0}, {.insideRadius = 3.0}});
    job.leastPlateLength = 14;
    QVERIFY(!finds(job, "leg-too-short"));
    job.leastPlateLength = 25;
    int told = 0;
    for (const check::Finding& finding : test::findingsOf(job)) {
        if (finding.rule != "leg-too-short") continue;
        ++told;
        QVERIFY(finding.remedy());
        const job::Job& mended = finding.remedy()->mended;
        if (finding.about.id == "C") // the formed part stays: the rest is trimmed
            QVERIFY(mended.plates[2].length == 14 && mended.plates[2].ends.at(job::Edge::End).extra == 11);
        else
            QCOMPARE(mended.plates[1].length, 25.0);
    }
    QCOMPARE(told, 2);
}

void ChecksTest::heavyBendIsLeftLongToPull() {
    // Pulled over a jaw 5 thick bar bends to R/T 1, where m is 145 MPa: M = m w T^2 = 145 kN mm, and the pull
    // at the vise's pipe, half a metre, is 1.3 M / 500.
    const auto findingsOf = [](const job::Job& job) {
        tool::Shop shop{{*tool::standardShop().find("vise")}};
        const auto settled = sequence::settle(job, test::hotRolled(), shop);
        const auto reading = quantity::Reading::millimetres();
        const auto facts = text::factsOf(settled, test::hotRolled(), shop, reading);
        auto found = check::check({settled.job, settled.part, part::fold(settled.part), test::hotRolled(),
                                   reading, hardware::standardBook(), &facts});
        std::erase_if(found, [](const auto& finding) { return finding.rule != "heavy-by-hand"; });
        return std::pair(found, settled.part);
    };
    QVERIFY(findingsOf(test::bar({60, 90}, {{.angleDeg = 90}}, 3, 30)).first.empty()); // 102 N
    const job::Job job = test::bar({100, 90}, {{.angleDeg = 90}}, 5, 38);
    const auto [found, part] = findingsOf(job);
    QCOMPARE(found.size(), size_t{1});
    QVERIFY(std::abs(*found[0].value - 1.3 * 145 * 38 * 25 / 500) < 1e-9); // 358 N
    QVERIFY(found[0].remedy());
    const auto [after, longer] = findingsOf(found[0].remedy()->mended);
    QVERIFY(after.empty());
    const double lever = 1.3 * 145 * 38 * 25 / 250, left = longer.blank.length - part.blank.length;
    QVERIFY(found[0].says.find(quantity::printNumber(lever, 1)) != std::string::npos);
    QVERIFY(left >= lever - 80 && left < lever - 79); // past the bend the leg itself is 90 less R + T
}

/// K outside of a quarter to a half, what it does to the blank, and the way back.
void ChecksTest::unlikelyKIsMinded() {
    job::Job job = test::bar({60, 60}, {{.angleDeg = 90, .insideRadius = 3.0}}, 3, 30);
    QVERIFY(!finds(job, "unlikely-k"));
    for (const double k : {0.25, 0.5, 0.24, 0.51, 0.1}) {
        job.bends[0].k = k;
        const auto findings = test::findingsOf(job);
        const check::Finding* finding = test::findRule(findings, "unlikely-k");
        QCOMPARE(finding != nullptr, k < 0.25 || k > 0.5);
        if (!finding) continue;
        // Against the table's 0.407: pi/2 (k - 0.407) 3 on the blank.
        const double mm = std::abs(std::numbers::pi / 2 * (k - 0.407) * 3);
        QVERIFY(finding->says.find(quantity::printNumber(mm, 1)) != std::string::npos);
        QVERIFY(finding->says.find(k < 0.4 ? "shorter" : "longer") != std::string::npos);
        QVERIFY(!finds(finding->remedy()->mended, "unlikely-k"));
    }
    job.bends[0].k.reset();
    job.allowance = {.kind = bend::AllowanceRule::Kind::Constant, .constantK = 0.6};
    QVERIFY(finds(job, "unlikely-k"));
}

void ChecksTest::testBendsAreForTheirLike() {
    job::Job job = test::bar({60, 60}, {{.angleDeg = 90, .insideRadius = 3.0}}, 3, 30);
    job.allowance = {.kind = bend::AllowanceRule::Kind::Measured};
    job.allowance.testBend = {5.4, {90, 3, 3}};
    QVERIFY(!finds(job, "test-bend-elsewhere"));
    const auto changed = [&](auto change) {
        job::Job other = job;
        change(other);
        return finds(other, "test-bend-elsewhere");
    };
    QVERIFY(changed([](job::Job& j) { j.bends[0].angleDeg = 45; }));
    QVERIFY(!changed([](job::Job& j) { j.bends[0].angleDeg = 85; }));
    QVERIFY(changed([](job::Job& j) { j.bends[0].insideRadius = 6.0; }));
    QVERIFY(changed([](job::Job& j) { j.thickness = 2; }));
    QVERIFY(!changed([](job::Job& j) {
        j.bends[0].angleDeg = 45;
        j.bends[0].k = 0.4;
    })); // typed there
    job.allowance = {.kind = bend::AllowanceRule::Kind::Din6935};
    QVERIFY(!finds(job, "din-range"));
    job.material = "aluminium-5052-h32";
    QVERIFY(finds(job, "din-range"));
}

void ChecksTest::grainMatters() {
    job::Job job = test::bar({60, 60}, {{.insideRadius = 7.5}}, 5, 30); // 1.5 T across, 1.7 T along
    QVERIFY(!finds(job, "along-grain"));
    job.stock.grain = job::Grain::Crosswise; // cut across a sheet
    const auto findings = test::findingsOf(job);
    const check::Finding* finding = test::findRule(findings, "along-grain");
    QVERIFY(finding && finding->remedy());
    QCOMPARE(*finding->limit, 8.5);
    QVERIFY(!test::findRule(test::findingsOf(finding->remedy()->mended), "along-grain"));
    job.bends[0].skewDeg = 31; // no longer within 30 degrees
    QVERIFY(!finds(job, "along-grain"));
}

void ChecksTest::hemsWantMore() {
    const auto hem = [](double angle, double radius) {
        return test::bar({60, 12}, {{.angleDeg = angle, .insideRadius = radius}}, 2, 30);
    };
    QVERIFY(!finds(hem(90, 2), "radius-too-small"));
    QVERIFY(finds(hem(180, 2), "radius-too-small")); // 1 T and half a T for the fold
    QVERIFY(!finds(hem(180, 3), "radius-too-small"));
}

void ChecksTest::cautionsFollowTheWork() {
    const auto says = [](const job::Job& job) {
        const auto findings = test::findingsOf(job);
        return test::findRule(findings, "eyes-and-hands")->says;
    };
    job::Job job = test::bar({60, 40}, {{.insideRadius = 3.0}});
    QVERIFY(says(job).find("drill") == std::string::npos);
    job = withSlot(10, 0, 12);
    QVERIFY(says(job).find("Clamp the work") != std::string::npos);
    QVERIFY(says(job).find("slot") != std::string::npos);
    job.bends[0].angleDeg = 180;
    QVERIFY(says(job).find("hem") != std::string::npos);
    QVERIFY(says(job).find("licensed") != std::string::npos);
}

/// Over random jobs: whatever a remedy's button does is a sound job without that finding, or with a smaller
/// one.
void ChecksTest::remediesMend() {
    test::RandomJobs random(31);
    int pressed = 0;
    for (int i = 0; i < 300; ++i) {
        const job::Job job = random.next();
        for (const check::Finding& finding : test::findingsOf(job)) {
            if (!finding.remedy()) continue;
            ++pressed;
            QVERIFY(!job::whatIsWrong(finding.remedy()->mended));
            for (const check::Finding& left : test::findingsOf(finding.remedy()->mended)) {
                if (left.rule != finding.rule || left.about != finding.about ||
                    left.headline != finding.headline)
                    continue;
                const bool isLess =
                    std::abs(*left.value - *left.limit) < std::abs(*finding.value - *finding.limit);
                QVERIFY2(isLess, (finding.rule + ": " + finding.headline + " " + finding.says).c_str());
            }
        }
    }
    QVERIFY(pressed > 300);
}

void ChecksTest::worstComesFirst() {
    job::Job job = withHoleAt(54);
    job.bends[0].insideRadius = 1;
    const auto findings = test::findingsOf(job);
    QVERIFY(std::is_sorted(findings.begin(), findings.end(),
                           [](const auto& a, const auto& b) { return a.severity < b.severity; }));
    QVERIFY(findings.front().severity == check::Severity::Stop);
}

void ChecksTest::numbersAreInTheReadersUnit() {
    const job::Job job = withHoleAt(5);
    const part::Part part = part::solve(job, test::hotRolled());
    const part::Folded folded = part::fold(part);
    const auto findings =
        check::check({job, part, folded, test::hotRolled(), quantity::Reading::fractions(16)});
    const check::Finding* finding = test::findRule(findings, "hole-near-edge");
    QVERIFY2(finding->says.starts_with("³⁄₁₆"), finding->says.c_str());
    QCOMPARE(*finding->limit, 7.2);
    // The remedy is a figure that can be set with a rule: a whole number of sixteenths, and enough.
    const double x = finding->remedy()->mended.plates[0].holes[0].x;
    QVERIFY(x >= 7.2 && std::abs(x / 25.4 * 16 - std::round(x / 25.4 * 16)) < 1e-9);
}

GOODFOLD_TEST(ChecksTest)

} // namespace goodfold::checks_test

#include "checks.moc"
