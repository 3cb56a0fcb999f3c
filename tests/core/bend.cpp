// The bend formulas against worked numbers (cases/bend-formulas.json, rounded to four decimals there).
#include "bend/bend.h"

#include "bend/allowance_rule.h"
#include "bend/forming.h"
#include "core/support.h"

#include <nlohmann/json.hpp>

namespace goodfold::bend_test {

using bend::AllowanceRule;
using bend::DimensionTo;
using bend::Shape;

class BendTest : public QObject {
    Q_OBJECT
private slots:
    void workedNumbers_data();
    void workedNumbers();
    void setbackIsContinuousAt90();
    void kComesBackFromItsAllowance();
    void dinTable_data();
    void dinTable();
    void handbookTable_data();
    void handbookTable();
    void materialTableInterpolatesInTheLogarithm();
    void flatDeductionGoesWithTheAngle();
    void publishedExamples();
    void measuredDeductionGivesItsOwnTestBendBack();
    void materialBookIsSound();
};

void BendTest::workedNumbers_data() {
    QTest::addColumn<double>("angle");
    QTest::addColumn<double>("radius");
    QTest::addColumn<double>("thickness");
    QTest::addColumn<double>("k");
    QTest::addColumn<double>("allowance");
    QTest::addColumn<double>("setback");
    QTest::addColumn<double>("deduction");
    std::ifstream in(TEST_DATA "/cases/bend-formulas.json");
    const auto file = nlohmann::json::parse(in);
    for (const auto& worked : file.at("cases")) {
        const auto add = [&](const nlohmann::json& v, const std::string& name) {
            if (!v.contains("bend_allowance")) return;
            QTest::newRow(name.c_str())
                << v.at("bend_angle_deg").get<double>() << v.at("R").get<double>() << v.at("T").get<double>()
                << v.at("K").get<double>() << v.at("bend_allowance").get<double>()
                << v.at("outside_setback_used").get<double>() << v.at("bend_deduction").get<double>();
        };
        const auto& values = worked.at("values");
        add(values, worked.at("title"));
        if (values.contains("open")) {
            add(values.at("open"), "open hem");
            add(values.at("closed"), "closed hem");
        }
    }
}

void BendTest::workedNumbers() {
    QFETCH(double, angle);
    QFETCH(double, radius);
    QFETCH(double, thickness);
    QFETCH(double, k);
    QFETCH(double, allowance);
    QFETCH(double, setback);
    QFETCH(double, deduction);
    const double rounding = 0.5e-4 + 1e-9;
    const Shape shape{angle, radius, thickness};
    QVERIFY(std::abs(bend::allowance(shape, k) - allowance) <= rounding);
    QVERIFY(std::abs(bend::setback(shape, DimensionTo::Outside) - setback) <= rounding);
    QVERIFY(std::abs(bend::deduction(shape, k) - deduction) <= rounding);
}

void BendTest::setbackIsContinuousAt90() {
    for (const DimensionTo to : {DimensionTo::Outside, DimensionTo::Inside}) {
        const double below = bend::setback({90 - 1e-9, 4, 3}, to);
        const double at = bend::setback({90, 4, 3}, to);
        QVERIFY(std::abs(below - at) < 1e-8);
        QCOMPARE(bend::setback({150, 4, 3}, to), at);
    }
    QCOMPARE(bend::setback({90, 4, 3}, DimensionTo::Tangent), 0.0);
}

void BendTest::kComesBackFromItsAllowance() {
    test::RandomJobs random(3);
    for (int i = 0; i < 1000; ++i) {
        const Shape shape{random.real(1, 180), random.real(0, 20), random.real(0.5, 10)};
        const double k = random.real(0, 0.5);
        QVERIFY(std::abs(bend::kFromAllowance(shape, bend::allowance(shape, k)) - k) < 1e-10);
    }
}

static void tableRows(const char* column) {
    QTest::addColumn<double>("radiusOverThickness");
    QTest::addColumn<double>("k");
    // R/T, DIN 6935, handbook with c = 0.64
    static const double rows[][3] = {{0.3, .1943, .4073}, {0.5, .2497, .4072}, {1, .325, .4069},
                                     {2, .4003, .4064},   {3, .4443, .4059},   {5, .5, .4049},
                                     {10, .5, .4024},     {20, .5, .3973}};
    for (const auto& row : rows)
        QTest::addRow("R/T %g", row[0]) << row[0] << (QByteArray(column) == "din" ? row[1] : row[2]);
}

void BendTest::dinTable_data() {
    tableRows("din");
}
void BendTest::dinTable() {
    QFETCH(double, radiusOverThickness);
    QFETCH(double, k);
    const AllowanceRule rule{.kind = AllowanceRule::Kind::Din6935};
    const double got = bend::kFactor(rule, test::hotRolled(), {90, radiusOverThickness * 2, 2}).k;
    QVERIFY(std::abs(got - k) <= 0.51e-4);
}

void BendTest::handbookTable_data() {
    tableRows("handbook");
}
void BendTest::handbookTable() {
    QFETCH(double, radiusOverThickness);
    QFETCH(double, k);
    const AllowanceRule rule{.kind = AllowanceRule::Kind::Handbook};
    const double got = bend::kFactor(rule, test::hotRolled(), {37, radiusOverThickness * 2, 2}).k;
    QVERIFY(std::abs(got - k) <= 0.51e-4);
}

void BendTest::materialTableInterpolatesInTheLogarithm() {
    const AllowanceRule rule;
    const auto at = [&](double ratio) { return bend::kFactor(rule, test::hotRolled(), {90, ratio * 3, 3}); };
    QCOMPARE(at(1).k, 0.407);
    QCOMPARE(*at(1).sigma, 0.05);
    QVERIFY(std::abs(at(std::sqrt(2.0)).k - (0.407 + 0.438) / 2) < 1e-12); // half way in log(R/T)
    QCOMPARE(at(0).k, 0.344);                                              // held below the table
    QCOMPARE(at(100).k, 0.494);                                            // and above
}

/// Two thicknesses off a bend of 90 of R 3 in 3: BA = 12 - 6 and K = (6 / (pi/2) - 3) / 3 = 0.27324; at 150,
/// read to the outer face, 12 - 5 pi / 6 (3 + 0.27324 3) = 2.0 comes off, not the 10 of a proportion.
void BendTest::flatDeductionGoesWithTheAngle() {
    const AllowanceRule rule{.kind = AllowanceRule::Kind::Deduction, .deductionThicknesses = 2};
    for (const auto& [angle, taken] : {std::pair{90.0, 6.0}, {150.0, 2.0}, {30.0, 1.2154}}) {
        const Shape shape{angle, 3, 3};
        const double k = bend::kFactor(rule, test::hotRolled(), shape).k;
        QVERIFY(std::abs(k - 0.27324) < 1e-5);
        QVERIFY(std::abs(bend::deduction(shape, k) - taken) < 1e-4);
    }
}

/// Worked examples as formula books print them.
void BendTest::publishedExamples() {
    QVERIFY(std::abs(bend::allowance({60, 4.75, 3.2}, 0.33) - 6.08) < 0.005);
    // 0.64 T + 1.57 R of a sixteenth at a radius of a sixteenth: 0.138 in.
    const AllowanceRule handbook{.kind = AllowanceRule::Kind::Handbook};
    const Shape sixteenth{90, 1.5875, 1.5875};
    const double k = bend::kFactor(handbook, test::hotRolled(), sixteenth).k;
    QVERIFY(std::abs(bend::allowance(sixteenth, k) / 25.4 - 0.138) < 0.0005);
    // DIN's compensation v = BA - 2 OSSB at 90: s 1, r 1; s 2, r 2.5; s 3, r 15.
    const AllowanceRule din{.kind = AllowanceRule::Kind::Din6935};
    for (const auto& [t, r, v] : {std::tuple{1.0, 1.0, -1.919}, {2.0, 2.5, -3.976}, {3.0, 15.0, -10.082}}) {
        const Shape shape{90, r, t};
        const double deduction = bend::deduction(shape, bend::kFactor(din, test::hotRolled(), shape).k);
        QVERIFY(std::abs(-deduction - v) < 0.0006);
    }
    // And nothing off a bend of less than 15 degrees.
    const Shape slight{14, 3, 3};
    QVERIFY(std::abs(bend::deduction(slight, bend::kFactor(din, test::hotRolled(), slight).k)) < 1e-12);
    // 0.0359 in of 40 ksi round 0.5 in: 0.531 in, E 29 000 ksi.
    QVERIFY(std::abs(bend::radiusAfterRelease(0.5, 0.0359, {40, 60, 29000}) - 0.531) < 0.0006);
}

void BendTest::measuredDeductionGivesItsOwnTestBendBack() {
    AllowanceRule rule{.kind = AllowanceRule::Kind::Measured};
    rule.testBend = {5.4, {89.5, 3.2, 3}};
    const double k = bend::kFactor(rule, test::hotRolled(), {45, 5, 2}).k;
    QVERIFY(std::abs(bend::deduction(rule.testBend.shape, k) - 5.4) < 1e-12);
    QVERIFY(std::abs(k - 0.4041) < 0.51e-4); // the worked test bend of cases/bend-formulas.json
}

void BendTest::materialBookIsSound() {
    const auto& book = material::standardMaterials();
    QVERIFY(book.materials.size() >= 10);
    QVERIFY(!book.find("unobtainium"));
    QCOMPARE(material::leastInsideRadius(test::hotRolled(), 3).safe, 3.0);
    QCOMPARE(material::leastInsideRadius(test::hotRolled(), 3.001).safe, 3.001 * 1.5);
    for (const material::Material& material : book.materials)
        for (const double thickness : {0.5, 1.0, 2.0, 3.0, 5.0, 8.0, 20.0})
            for (const bool isAlong : {false, true}) {
                const auto least = material::leastInsideRadius(material, thickness, isAlong);
                QVERIFY(0 <= least.typical && least.typical <= least.safe);
            }
    std::istringstream broken(R"({"materials": [{"id": "x"}]})");
    const auto read = material::readMaterialBook(broken);
    QVERIFY(!read);
    QVERIFY(!read.error().says.empty());
}

GOODFOLD_TEST(BendTest)

} // namespace goodfold::bend_test

#include "bend.moc"
