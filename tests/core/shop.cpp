// Tools: formulas of forming against worked numbers, what a setup gives, marks, and the shop's file.
#include "bend/forming.h"
#include "core/shop_support.h"
#include "tool/dimensions.h"

namespace goodfold::shop_test {

using test::near;
using tool::Kind;

namespace {

const tool::Tool& shipped(const std::string& id) {
    return *tool::standardShop().find(id);
}

tool::Work work(double length, double thickness, double radius = 3, double angleDeg = 90) {
    const bend::Shape shape{angleDeg, radius, thickness};
    return {.angleDeg = angleDeg,
            .insideRadius = radius,
            .radiusIsTyped = true,
            .thickness = thickness,
            .length = length,
            .allowance = bend::allowance(shape, 0.42)};
}

} // namespace

class ShopTest : public QObject {
    Q_OBJECT
private slots:
    void kindsSayWhatTheirToolsDo();
    void cubicGivesRadiusAndAngleAfterRelease();
    void pressForceLegAndTravel();
    void pullAndLever();
    void dieTouchesTheLegs();
    void thicknessGoesByLengthAndStrength();
    void diesAreChosenByThicknessAndForce();
    void spacersSetEveryOpeningOnce();
    void flatPunchMakesALargerRadius();
    void bottomingNeedsLessPast();
    void fingersFillTheBend();
    void hemsAreFoldedAndShut();
    void marksAreDerivedPerTool_data();
    void marksAreDerivedPerTool();
    void linesAreSetFurtherByWhatWasFound();
    void noseLetsTheBendWrapIt();
    void wrongShopFilesAreRefused_data();
    void wrongShopFilesAreRefused();
    void ownToolsReplace();
    void shopIsReadAsItWasWritten();
    void everyFigureIsKeptInItsRange();
    void figuresCanBeReadOffTheDrawing();
};

/// Stainless 2 thick, R 6: worked by hand from the cubic.
void ShopTest::cubicGivesRadiusAndAngleAfterRelease() {
    const bend::Strength strength{290, 600, 195000};
    QVERIFY(near(bend::radiusAfterRelease(6, 2, strength), 6.0814, 1e-4));
    QVERIFY(near(bend::radiusAfterRelease(5.9208, 2, strength), 6, 1e-4));
    QVERIFY(near(bend::angleUnderLoad(90, 5.9208, 2, strength), 91.0305, 1e-3));
    QVERIFY(near(90 / bend::angleUnderLoad(90, 6, 2, strength) * 90, 88.9655, 1e-3));
    QVERIFY(std::isinf(bend::radiusAfterRelease(1000, 1, strength))); // stays elastic
    for (double radius = 1; radius < 60; radius *= 1.3)               // larger radius, more springback
        QVERIFY(bend::angleUnderLoad(90, radius * 1.3, 2, strength) >
                bend::angleUnderLoad(90, radius, 2, strength));
}

/// UTS 420, 50 wide, T 4 over an opening of 32.
void ShopTest::pressForceLegAndTravel() {
    QVERIFY(near(bend::airBendForce(420, 50, 4, 32), 14910, 1e-6));
    QVERIFY(near(bend::leastLengthInDie(32, 90, 4), 26.6274, 1e-4));
    QVERIFY(near(bend::leastLengthInDie(100, 120, 1) - 2, 100, 1e-9));
    QVERIFY(near(bend::degreesPerMillimetre(32, 90), 3.581, 1e-3));
}

void ShopTest::pullAndLever() {
    QVERIFY(near(bend::handPull(112000, 700), 208, 1e-9));
    QVERIFY(near(bend::leverFor(112000, 208), 700, 1e-9));
    // 30 x 3 mild bar at R/T 1: 39.2 N m, 102 N at half a metre.
    const double moment = material::formingMoment(test::hotRolled(), 30, 3, 3);
    QVERIFY(near(moment, 39150, 1));
    QVERIFY(near(bend::handPull(moment, 500), 101.8, 0.1));
}

/// The die's shoulders are where the legs' outer sides are, at every angle: seen on the folded part.
void ShopTest::dieTouchesTheLegs() {
    const job::Job job = test::bar({60, 60}, {{.angleDeg = 90, .insideRadius = 4}});
    const part::Part part = part::solve(job, test::hotRolled());
    const part::PartBend& bend = part.bends[0];
    for (const double angle : {1.0, 20.0, 55.0, 90.0}) {
        const double opening = 25, top = tool::dieTop(opening, part.thickness, bend.allowance,
                                                      bend.k * part.thickness, angle);
        // The parent's back, z = 0, seen from the middle of the bend.
        Pose3 middle = part::foldedFromFlat(bend, bend.allowance / 2, angle);
        middle =
            middle * Eigen::Translation3d(bend.centre.middle().x(), bend.centre.middle().y(), part.thickness);
        const Vec3 one = middle.inverse() * Vec3(0, 15, 0), other = middle.inverse() * Vec3(40, 15, 0);
        const double share = (-opening / 2 - one.x()) / (other.x() - one.x());
        QVERIFY(near(one.z() + share * (other.z() - one.z()), top, 1e-9));
    }
}

void ShopTest::thicknessGoesByLengthAndStrength() {
    const tool::Tool& brake = shipped("brake");
    QVERIFY(near(tool::thickestAt(brake, brake.length, 420), brake.thickest, 1e-9));
    const double share = 1 / 1.69; // of its length; its root 1.3
    QVERIFY(near(tool::thickestAt(brake, brake.length * share, 420), brake.thickest * 1.3, 1e-9));
    QVERIFY(near(tool::thickestAt(brake, 1, 420), brake.thickest * 1.4, 1e-9)); // and no more
    const tool::Tool& press = shipped("press");
    QVERIFY(near(tool::thickestAt(press, 1, 420), press.thickest * 2, 1e-9));
    QVERIFY(tool::thickestAt(brake, brake.length, 600) < brake.thickest);
    const auto thick = tool::fit(brake, work(900, 2), test::hotRolled());
    QVERIFY(thick.setups.empty());
    QCOMPARE(thick.refusal->kind, tool::Refusal::Kind::TooThin);
    QCOMPARE(tool::fit(brake, work(1200, 1), test::hotRolled()).refusal->kind, tool::Refusal::Kind::TooShort);
    QCOMPARE(tool::fit(shipped("vise"), work(30, 3, 3, 120), test::hotRolled()).refusal->kind,
             tool::Refusal::Kind::Angle);
}

void ShopTest::diesAreChosenByThicknessAndForce() {
    const tool::Tool& press = shipped("press");
    const auto fit = tool::fit(press, work(40, 8, 8), test::hotRolled());
    QVERIFY(!fit.setups.empty());
    for (const tool::Setup& setup : fit.setups) {
        QVERIFY(setup.opening >= 5 * 8 && setup.opening <= 16 * 8);
        QVERIFY(!setup.stack.empty()); // wide openings are set with spacers
        QVERIFY(setup.force <= bend::kPressShare * press.die.ratedForce);
        if (!setup.bottomed) QVERIFY(near(setup.insideRadius, std::max(3.0, 0.16 * setup.opening), 1e-9));
    }
    const auto wide = tool::fit(press, work(290, 10, 10), material::standardMaterials().materials[3]);
    QVERIFY(wide.setups.empty());
    QVERIFY(wide.refusal->kind == tool::Refusal::Kind::Force ||
            wide.refusal->kind == tool::Refusal::Kind::TooThin);
}

/// Every sum of the spacers over the halves' own opening, none twice, with as few spacers as will do.
void ShopTest::spacersSetEveryOpeningOnce() {
    test::RandomJobs random(91);
    for (int n = 0; n < test::rounds(60); ++n) {
        tool::Die die;
        die.openings = {{16, "", {}}};
        die.spreadFrom = 25;
        for (int i = random.whole(0, 6); i > 0; --i)
            die.spacers.push_back(random.whole(2, 12) * 2.5);
        std::sort(die.spacers.begin(), die.spacers.end());
        std::map<int, size_t> fewest{{160, 0}}; // tenths of a millimetre
        for (size_t which = 0; which < size_t{1} << die.spacers.size(); ++which) {
            double sum = die.spreadFrom;
            size_t count = 0;
            for (size_t i = 0; i < die.spacers.size(); ++i)
                if (which >> i & 1) {
                    sum += die.spacers[i];
                    ++count;
                }
            const auto [known, isNew] = fewest.try_emplace(static_cast<int>(std::lround(sum * 10)), count);
            known->second = std::min(known->second, count);
        }
        const auto all = tool::openingsOf(die);
        QCOMPARE(all.size(), fewest.size());
        for (size_t i = 0; i < all.size(); ++i) {
            QVERIFY(i == 0 || all[i].opening > all[i - 1].opening);
            QCOMPARE(all[i].stack.size(), fewest.at(static_cast<int>(std::lround(all[i].opening * 10))));
            if (all[i].opening == 16) continue;
            double sum = die.spreadFrom;
            for (const double spacer : all[i].stack)
                sum += spacer;
            QVERIFY(near(sum, all[i].opening, 1e-9));
        }
    }
    tool::Tool press = shipped("press");
    press.die.spacers.assign(11, 5);
    QVERIFY(tool::whatIsWrong(press)->says.find("more than ten spacers") != std::string::npos);
    press.die.spacers.clear();
    press.die.openings.clear();
    QVERIFY(!tool::whatIsWrong(press));
    press.die.spreadFrom = 0;
    QVERIFY(tool::whatIsWrong(press)->says.find("openings") != std::string::npos);
}

/// Bottomed, the radius is the tip's and half of its flat; in air only where that is more than the air's own.
void ShopTest::flatPunchMakesALargerRadius() {
    tool::Tool press = shipped("press");
    press.die.punchFlat = 4;
    const auto fit = tool::fit(press, work(40, 5, 3), test::hotRolled());
    QVERIFY(!fit.setups.empty());
    for (const tool::Setup& setup : fit.setups) {
        const double tip = press.radii.front() + 2;
        QVERIFY(near(setup.insideRadius, setup.bottomed ? tip : std::max(tip, 0.16 * setup.opening), 1e-9));
    }
}

void ShopTest::bottomingNeedsLessPast() {
    tool::Tool press = shipped("press");
    press.die.angleDeg = 88;
    const auto fit = tool::fit(press, work(20, 3, 3, 91), test::hotRolled());
    const auto past = [&](bool bottomed) {
        for (const tool::Setup& setup : fit.setups)
            if (setup.bottomed == bottomed) return setup.loadedAngleDeg - 91;
        return -1.0;
    };
    QVERIFY(past(false) > 0);
    for (const tool::Setup& setup : fit.setups)
        if (setup.bottomed) QVERIFY(setup.loadedAngleDeg - 91 < past(false));
}

void ShopTest::fingersFillTheBend() {
    const auto fit = tool::fit(shipped("finger-brake"), work(96, 1, 1), test::hotRolled());
    double widest = 0;
    for (const tool::Setup& setup : fit.setups) {
        if (setup.clampLength == setup.tool->length) continue;
        QVERIFY(setup.clampLength + 2 * std::abs(setup.clampMiddle) <=
                95 + 1e-9); // never past the bend's ends
        widest = std::max(widest, setup.clampLength);
    }
    QCOMPARE(widest, 95.0); // 20 + 75, or 25 + 30 + 40
}

void ShopTest::hemsAreFoldedAndShut() {
    for (const char* id : {"brake", "finger-brake"}) {
        const auto fit = tool::fit(shipped(id), work(80, 1, 1, 180), test::hotRolled());
        QVERIFY(!fit.setups.empty());
        QVERIFY(fit.setups[0].closed);
        QCOMPARE(fit.setups[0].loadedAngleDeg, shipped(id).mostAngleDeg);
    }
    QVERIFY(tool::fit(shipped("vise"), work(30, 2, 2, 180), test::hotRolled()).setups.empty());
}

void ShopTest::marksAreDerivedPerTool_data() {
    QTest::addColumn<QString>("id");
    QTest::addColumn<double>("fromTangent");
    const double allowance = bend::allowance({90, 1.5, 1.5}, 0.42);
    QTest::newRow("vise: the edge's radius past the tangent") << "vise" << 1.0;
    QTest::newRow("brake: the sight line") << "brake" << 1.5;
    QTest::newRow("die: the bend's centre") << "press" << allowance / 2;
}

void ShopTest::marksAreDerivedPerTool() {
    QFETCH(QString, id);
    QFETCH(double, fromTangent);
    const tool::Work asked = work(30, 1.5, 1.5);
    const auto fit = tool::fit(shipped(id.toStdString()), asked, test::hotRolled());
    QVERIFY(!fit.setups.empty());
    const tool::Setup& setup = fit.setups[0];
    const tool::ToolMark mark = tool::markOf(setup, asked);
    QVERIFY(near(mark.fromTangent, fromTangent, 1e-9));
    QVERIFY(!mark.flushWith.empty());
}

/// What stands inside the bend stays inside the part's radius, on all of its arc.
/// Calibrated: a pin bender that stretches 1.4 behind its pin.
void ShopTest::linesAreSetFurtherByWhatWasFound() {
    for (const tool::Tool& shipped : tool::standardShop().tools) {
        tool::Tool found = shipped;
        found.markOffset = 1.4;
        tool::Sample before = tool::sampleOf(shipped), after = tool::sampleOf(found);
        const double moved = tool::markOf(after.setup, after.work).fromTangent -
                             tool::markOf(before.setup, before.work).fromTangent;
        QVERIFY(std::abs(moved - 1.4) < 1e-12);
    }
}

void ShopTest::noseLetsTheBendWrapIt() {
    for (const tool::Tool& tool : tool::standardShop().tools) {
        if (tool.isDie()) continue;
        for (const double radius : {1.0, 3.0, 12.0}) {
            tool::Setup setup{&tool};
            setup.clampLength = 30;
            const auto solids = tool::solidsOf(setup, {}, work(30, 2, radius));
            QVERIFY(areaOf(solids.front().section) > 0); // counter-clockwise
            for (const Vec2& p : solids.front().section) {
                if (p.x() <= 0) QVERIFY(p.y() > 0);
                if (p.x() > 0 && p.y() < radius) QVERIFY((p - Vec2(0, radius)).norm() < radius);
            }
        }
    }
}

void ShopTest::wrongShopFilesAreRefused_data() {
    QTest::addColumn<QString>("text");
    QTest::addColumn<QString>("names");
    QTest::newRow("no JSON") << "{"
                             << "not JSON";
    QTest::newRow("kind") << R"({"tools": [{"id": "x", "name": "x", "kind": "anvil", "radii": [1]}]})"
                          << "kind";
    QTest::newRow("length") << R"({"tools": [{"id": "x", "name": "x", "kind": "vise", "radii": [1]}]})"
                            << "longest bend";
    QTest::newRow("radii")
        << R"({"tools": [{"id": "x", "name": "x", "kind": "vise", "radii": [3, 1], "length": 9, "thickest": 1}]})"
        << "radii";
}

void ShopTest::wrongShopFilesAreRefused() {
    QFETCH(QString, text);
    QFETCH(QString, names);
    std::istringstream in(text.toStdString());
    const auto shop = tool::readShop(in);
    QVERIFY(!shop);
    QVERIFY2(shop.error().says.find(names.toStdString()) != std::string::npos, shop.error().says.c_str());
}

void ShopTest::ownToolsReplace() {
    tool::Shop own;
    own.tools = {shipped("vise")};
    own.tools[0].length = 90;
    own.tools.push_back(own.tools[0]);
    own.tools[1].id = "small-vise";
    const tool::Shop both = tool::withOwn(tool::standardShop(), own);
    QCOMPARE(both.tools.size(), tool::standardShop().tools.size() + 1);
    QCOMPARE(both.find("vise")->length, 90.0);
    QVERIFY(both.find("small-vise"));
}

void ShopTest::shopIsReadAsItWasWritten() {
    tool::Shop shop = tool::standardShop();
    shop.tools[1].isThere = false;
    std::stringstream text;
    tool::writeShop(text, shop);
    const auto read = tool::readShop(text);
    QVERIFY2(read, read ? "" : read.error().says.c_str());
    tool::Shop same = *read;
    QCOMPARE(same.tools.size(), shop.tools.size());
    std::stringstream again;
    tool::writeShop(again, same);
    QCOMPARE(again.str(), text.str());
    for (size_t i = 0; i < shop.tools.size(); ++i) {
        QCOMPARE(same.tools[i].isThere, shop.tools[i].isThere);
        QVERIFY(same.tools[i].radii == shop.tools[i].radii && same.tools[i].fingers == shop.tools[i].fingers);
        QVERIFY(same.tools[i].die.openings == shop.tools[i].die.openings);
        for (const tool::Parameter& parameter : tool::parameters())
            if (parameter.isOf(shop.tools[i]))
                QCOMPARE(parameter.in(same.tools[i]), parameter.in(shop.tools[i]));
    }
    QVERIFY(tool::ownOf(tool::standardShop(), tool::standardShop()).tools.empty());
    QCOMPARE(tool::ownOf(shop, tool::standardShop()).tools.size(), size_t{1}); // one is not here
}

/// What is out of range is refused by name, and what is not there is not planned in.
void ShopTest::everyFigureIsKeptInItsRange() {
    for (const tool::Tool& shipped : tool::standardShop().tools) {
        QVERIFY(!tool::whatIsWrong(shipped));
        for (const tool::Parameter& parameter : tool::parameters()) {
            if (!parameter.isOf(shipped)) continue;
            for (const double beyond : {parameter.least - 1e-3, parameter.most * 1.01 + 1, std::nan("")}) {
                tool::Tool wrong = shipped;
                parameter.in(wrong) = beyond;
                const auto error = tool::whatIsWrong(wrong);
                QVERIFY(error);
                QVERIFY2(error->says.find(tool::nameOf(parameter, shipped)) != std::string::npos,
                         error->says.c_str());
            }
        }
    }
}

/// Each dimension on a drawing is as long as the figure it shows.
void ShopTest::figuresCanBeReadOffTheDrawing() {
    for (const tool::Tool& each : tool::standardShop().tools) {
        const tool::Sample sample = tool::sampleOf(each);
        size_t measured = 0;
        for (const tool::View view : {tool::View::Section, tool::View::Around, tool::View::Along})
            for (const tool::Dimension& dimension : tool::dimensionsOf(sample, view)) {
                const tool::Parameter* parameter = tool::findParameter(dimension.key);
                if (!parameter || parameter->unit != tool::Parameter::Unit::Length) continue;
                tool::Tool read = each;
                const Vec2 along = dimension.to - dimension.from;
                // Depths are measured straight down, widths straight across.
                const bool isDepth = dimension.key == "bench.below" || dimension.key == "bench.screw_depth";
                const double shown = isDepth ? along.y() : along.norm();
                QVERIFY2(std::abs(std::abs(shown) - parameter->in(read)) < 1e-9, parameter->says.data());
                ++measured;
            }
        QVERIFY(measured >= 2);
    }
}

/// Each row of kinds(): a tool of it ships, is made of the bodies it names, and is read and written by its
/// key.
void ShopTest::kindsSayWhatTheirToolsDo() {
    using tool::Kind;
    const tool::Shop& shop = tool::standardShop();
    for (const Kind& kind : tool::kinds()) {
        const auto own = std::find_if(shop.tools.begin(), shop.tools.end(),
                                      [&](const tool::Tool& tool) { return tool.kind == &kind; });
        QVERIFY2(own != shop.tools.end(), std::string(kind.key).c_str());
        QVERIFY(!kind.says.empty() && !kind.flushWith.empty());
        QCOMPARE(kind.isDie(), kind.hold == Kind::Hold::Nothing);
        QCOMPARE(kind.isDie(), !kind.inner && !kind.outer);
        QCOMPARE(kind.form == Kind::Form::Swing, kind.swinging.has_value());
        const tool::Sample sample = tool::sampleOf(*own);
        std::set<tool::Body> bodies;
        for (const tool::Solid& solid : tool::solidsOf(sample.setup, sample.hold, sample.work))
            bodies.insert(solid.body);
        if (kind.isDie()) QVERIFY(bodies.count(tool::Body::Punch) && bodies.count(tool::Body::VDie));
        for (const auto& body : {kind.outer, kind.swinging})
            if (body) QVERIFY(bodies.count(*body));
        QCOMPARE(bodies.count(tool::Body::Screw) > 0, kind.isUpright);
        std::ostringstream out;
        tool::writeShop(out, {{*own}});
        std::istringstream in(out.str());
        const auto read = tool::readShop(in);
        QVERIFY(read && read->tools.front().kind == &kind);
        std::ostringstream again; // figures that tools of the kind have not are gone by now
        tool::writeShop(again, *read);
        QCOMPARE(again.str(), out.str());
    }
}

GOODFOLD_TEST(ShopTest)

} // namespace goodfold::shop_test

#include "shop.moc"
