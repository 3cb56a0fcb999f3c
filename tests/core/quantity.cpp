#include "material/material.h"
#include "quantity/length.h"
#include "runner.h"

#include <random>

namespace goodfold::quantity_test {

using namespace goodfold::quantity;

class QuantityTest : public QObject {
    Q_OBJECT
private slots:
    void reads_data();
    void reads();
    void refuses_data();
    void refuses();
    void angles();
    void slopes_data();
    void slopes();
    void numbersOfAnySizeArePrinted();
    void gauges_data();
    void gauges();
    void remainderIsWhatRoundingLeavesOut();
    void bendsAreCalledByEitherAngle();
    void prints_data();
    void prints();
    void sizesAreNotRoundedToTheReadersStep();
    void printedLengthsParseBack_data();
    void printedLengthsParseBack();
    void hugeAndOddTextNeverCrashes();
};

void QuantityTest::reads_data() {
    QTest::addColumn<QString>("text");
    QTest::addColumn<bool>("bareInch");
    QTest::addColumn<double>("mm");
    const auto row = [](const char* text, bool inch, double mm) {
        QTest::newRow(text) << text << inch << mm;
    };
    row("40", false, 40);
    row("4cm", false, 40);
    row("0.04 m", false, 40);
    row("12,5", false, 12.5);
    row(".5", false, 0.5);
    row("3/8", true, 9.525);
    row("1 3/16", true, 30.1625);
    row("1-3/16\"", false, 30.1625);
    row("1.25 in", false, 31.75);
    row("2 1/2 + 1/8", true, 66.675);
    row("2 - 1/8", true, 47.625);
    row("40 mm + 1/4 in", true, 46.35);
    row("1' 2\"", false, 355.6);
    row("1ft 2 1/2in", false, 368.3);
    row("-3.5", false, -3.5);
    row("  7  ", false, 7);
    row("1 ³⁄₁₆", true, 30.1625);
    row("2½", true, 63.5);
    row("1 3/16″", false, 30.1625);
    row("10 - 2 - 3", false, 5);
}

void QuantityTest::reads() {
    QFETCH(QString, text);
    QFETCH(bool, bareInch);
    QFETCH(double, mm);
    const auto length = parseLength(text.toStdString(), bareInch ? Unit::Inch : Unit::Millimetre);
    QVERIFY2(length, length ? "" : length.error().says.c_str());
    QCOMPARE(length->mm(), mm);
}

void QuantityTest::refuses_data() {
    QTest::addColumn<QString>("text");
    QTest::addColumn<QString>("part");
    const auto row = [](const char* text, const char* part) { QTest::newRow(text) << text << part; };
    row("", "Nothing was typed");
    row("   ", "Nothing was typed");
    row("4x", "from character 2");
    row("1 3/", "from character 3");
    row("40 +", "stops too early");
    row("12 pints", "from character 4");
    row("3/0", "from character 2");
    row("½ ½ x", "makes no sense");
    row("1e5", "from character 2");
    row("nan", "from character 1");
    row("200 m", "more than 100 metres");
}

void QuantityTest::refuses() {
    QFETCH(QString, text);
    QFETCH(QString, part);
    const auto length = parseLength(text.toStdString(), Unit::Millimetre);
    QVERIFY(!length);
    const QString says = QString::fromStdString(length.error().says);
    QVERIFY2(says.contains(part), qPrintable(says));
}

void QuantityTest::angles() {
    QCOMPARE(*parseAngleDeg("90"), 90.0);
    QCOMPARE(*parseAngleDeg("22.5°"), 22.5);
    QCOMPARE(*parseAngleDeg("-12 deg"), -12.0);
    QVERIFY(!parseAngleDeg("ninety"));
    QVERIFY(!parseAngleDeg("90 mm"));
}

void QuantityTest::prints_data() {
    QTest::addColumn<double>("mm");
    QTest::addColumn<int>("reading");
    QTest::addColumn<QString>("typed");
    QTest::addColumn<QString>("set");
    const auto row = [](const char* name, double mm, int reading, const char* typed, const char* set) {
        QTest::newRow(name) << mm << reading << typed << set;
    };
    row("tenths", 40.04, 0, "40.0", "40.0");
    row("tenths round half up", 129.25, 0, "129.3", "129.3");
    row("halves", 40.3, 1, "40.5", "40.5");
    row("never minus zero", -0.001, 0, "0.0", "0.0");
    row("mixed fraction", 30.1625, 2, "1 3/16", "1 ³⁄₁₆");
    row("bare fraction", 9.525, 2, "3/8", "³⁄₈");
    row("whole inches", 50.8, 2, "2", "2");
    row("zero inches", 0, 2, "0", "0");
    row("rounds up into the next inch", 25.39, 2, "1", "1");
    row("negative fraction", -30.1625, 2, "-1 3/16", "-1 ³⁄₁₆");
    row("sixty-fourths", 25.4 * 45 / 64, 3, "45/64", "⁴⁵⁄₆₄");
    row("decimal inches", 31.75, 4, "1.250", "1.250");
}

void QuantityTest::sizesAreNotRoundedToTheReadersStep() {
    QCOMPARE(typesetSize(Length::inches(17.0 / 64), Unit::Inch), std::string("¹⁷⁄₆₄"));
    QCOMPARE(printSize(Length::inches(1.25), Unit::Inch), std::string("1 1/4"));
    QCOMPARE(typesetSize(Length::inches(0.257), Unit::Inch), std::string("0.257"));
    QCOMPARE(typesetSize(Length::mm(6.6), Unit::Millimetre), std::string("6.6"));
    QCOMPARE(typesetSize(Length::mm(1.897), Unit::Millimetre), std::string("1.9"));
    QCOMPARE(typesetSize(Length::mm(6.75), Unit::Millimetre), std::string("6.75"));
}

static Reading readingNumber(int n) {
    switch (n) {
    case 0:
        return Reading::millimetres(0.1);
    case 1:
        return Reading::millimetres(0.5);
    case 2:
        return Reading::fractions(32);
    case 3:
        return Reading::fractions(64);
    case 4:
        return Reading::decimalInches();
    default:
        return Reading::fractions(16);
    }
}

void QuantityTest::prints() {
    QFETCH(double, mm);
    QFETCH(int, reading);
    QFETCH(QString, typed);
    QFETCH(QString, set);
    QCOMPARE(QString::fromStdString(print(Length::mm(mm), readingNumber(reading))), typed);
    QCOMPARE(QString::fromStdString(typeset(Length::mm(mm), readingNumber(reading))), set);
}

void QuantityTest::printedLengthsParseBack_data() {
    QTest::addColumn<int>("reading");
    for (int n = 0; n < 6; ++n)
        QTest::addRow("reading %d", n) << n;
}

void QuantityTest::printedLengthsParseBack() {
    QFETCH(int, reading);
    const Reading how = readingNumber(reading);
    std::mt19937 engine(7);
    std::uniform_real_distribution<double> lengths(-3000, 3000);
    for (int i = 0; i < 5000; ++i) {
        const double mm = lengths(engine);
        for (const std::string& text : {print(Length::mm(mm), how), typeset(Length::mm(mm), how)}) {
            // A minus before a mixed number takes off all of it: "-1 3/16" is not -1 + 3/16.
            const auto back = parseLength(text, how.unit);
            QVERIFY2(back, text.c_str());
            QVERIFY2(std::abs(back->mm() - mm) <= stepOf(how).mm() / 2 + 1e-9, text.c_str());
            QCOMPARE(print(*back, how), print(Length::mm(mm), how));
        }
    }
}

void QuantityTest::hugeAndOddTextNeverCrashes() {
    std::mt19937 engine(11);
    const std::string alphabet = "0123456789/-+. \"'inmcft\xC2\xBD\xE2\x81\x84\xFF";
    std::uniform_int_distribution<size_t> letter(0, alphabet.size() - 1), size(0, 40);
    for (int i = 0; i < 20000; ++i) {
        std::string text;
        for (size_t n = size(engine); n > 0; --n)
            text += alphabet[letter(engine)];
        const auto length = parseLength(text, Unit::Inch);
        if (length)
            QVERIFY(std::isfinite(length->mm()));
        else
            QVERIFY(!length.error().says.empty());
    }
    QVERIFY(!parseLength(std::string(100'000, '9'), Unit::Inch));
}

void QuantityTest::slopes_data() {
    QTest::addColumn<QString>("text");
    QTest::addColumn<double>("deg");
    QTest::newRow("one in four") << "1:4" << 14.036243467926479;
    QTest::newRow("with spaces") << " 3 : 12 " << 14.036243467926479;
    QTest::newRow("in words") << "3 in 12" << 14.036243467926479;
    QTest::newRow("one to one") << "1:1" << 45.0;
    QTest::newRow("upright") << "5:0" << 90.0;
    QTest::newRow("downhill") << "-1:1" << -45.0;
    QTest::newRow("fraction of a degree") << "22 1/2" << 22.5;
}

void QuantityTest::slopes() {
    QFETCH(QString, text);
    QFETCH(double, deg);
    const auto angle = parseAngleDeg(text.toStdString());
    QVERIFY(angle);
    QCOMPARE(*angle, deg);
    QVERIFY(!parseAngleDeg("1:"));
    QVERIFY(!parseAngleDeg("1:2:3"));
}

void QuantityTest::numbersOfAnySizeArePrinted() {
    for (const double value : {1e308, -1e308, 1e64, 5e-324})
        for (const char c : printNumber(value, 6))
            QVERIFY(c >= '+' && c <= 'e');
    QCOMPARE(printNumber(1e308, 2), std::string("1e+308"));
    QCOMPARE(printNumber(123456789012345678.0, 2), std::string("123456789012345680"));
}

void QuantityTest::gauges_data() {
    QTest::addColumn<QString>("material");
    QTest::addColumn<QString>("text");
    QTest::addColumn<double>("mm");
    QTest::newRow("steel") << "steel-hot-rolled"
                           << "14ga" << 1.897;
    QTest::newRow("galvanised") << "steel-galvanised"
                                << "14 gauge" << 1.994;
    QTest::newRow("stainless") << "stainless-304"
                               << "14 GA" << 1.905; // as it is rolled; the older table has 1.984
    QTest::newRow("aluminium") << "aluminium-5052-h32"
                               << "14 ga." << 1.628;
    QTest::newRow("British wire gauge") << "aluminium-1050-h14"
                                        << "16 swg" << 1.626;
    QTest::newRow("copper by weight") << "copper-soft"
                                      << "16 oz" << 16 * 28.349523125 / (0.3048 * 0.3048) / 8940e3 * 1000;
    QTest::newRow("a plain length") << "stainless-304"
                                    << "1/8 in" << 3.175;
}

void QuantityTest::gauges() {
    QFETCH(QString, material);
    QFETCH(QString, text);
    QFETCH(double, mm);
    const auto& of = *goodfold::material::standardMaterials().find(material.toStdString());
    const auto thickness = goodfold::material::parseThickness(text.toStdString(), Unit::Millimetre, of);
    QVERIFY(thickness);
    QCOMPARE(*thickness, mm);
    QVERIFY(!goodfold::material::parseThickness(
        "16 oz", Unit::Millimetre, *goodfold::material::standardMaterials().find("stainless-304")));
    const auto none = goodfold::material::parseThickness("99ga", Unit::Millimetre, of);
    QVERIFY(!none && none.error().says.find(of.name) != std::string::npos);
    QCOMPARE(goodfold::material::gaugeOf(of, 3.0).has_value(), false);
    if (text.contains("14")) QCOMPARE(goodfold::material::gaugeOf(of, mm), std::optional(14));
}

void QuantityTest::remainderIsWhatRoundingLeavesOut() {
    const Reading half = Reading::millimetres(0.5);
    QCOMPARE(remainder(Length::mm(46.26), half), std::string("-0.24"));
    QCOMPARE(remainder(Length::mm(46.2), half), std::string("+0.2"));
    QCOMPARE(remainder(Length::mm(46.5), half), std::string());
    QCOMPARE(remainder(Length::inches(1 + 3.0 / 16 + 0.01), Reading::fractions(16)), std::string("+0.01"));
}

void QuantityTest::bendsAreCalledByEitherAngle() {
    Reading reading = Reading::millimetres();
    QCOMPARE(reading.bendAngle(60), 60.0);
    reading.angles = Reading::Angles::Included;
    QCOMPARE(reading.bendAngle(60), 120.0);
    QCOMPARE(reading.bendAngle(reading.bendAngle(37.5)), 37.5);
}

GOODFOLD_TEST(QuantityTest)

} // namespace goodfold::quantity_test

#include "quantity.moc"
