// The other hand's mount against this one: which readings a mirror would not give.
#include "mount/sides.h"

#include "core/survey_support.h"
#include "mount/words.h"

namespace goodfold::sides_test {

namespace {

job::MountReading between(const char* id, const char* one, const char* other, double value,
                          const char* with) {
    job::MountReading reading;
    reading.id = id;
    reading.of = {one, other};
    reading.value = value;
    reading.with = with;
    return reading;
}

/// a and b 40 apart, c 30 square over a: read by a rule, all three.
job::Mount triangle() {
    job::Mount mount;
    mount.faces.push_back({.id = "F"});
    for (const auto& [id, at] :
         std::vector<std::pair<const char*, Vec3>>{{"a", {0, 0, 0}}, {"b", {38, 1, 0}}, {"c", {2, 28, 0}}})
        mount.points.push_back({.id = id, .face = "F", .diameter = 6, .sketch = at});
    mount.readings = {between("r1", "a", "b", 40, "rule"), between("r2", "a", "c", 30, "rule"),
                      between("r3", "b", "c", 50, "rule")};
    return mount;
}

std::vector<mount::SideApart> apart(const job::Mount& other) {
    const job::Mount own = triangle();
    const auto measured = mount::measured(own, test::instruments());
    return mount::sidesApart(own, *measured, other, test::instruments());
}

} // namespace

class SidesTest : public QObject {
    Q_OBJECT
private slots:
    void mirrorReadsTheSame();
    void whatIsOtherwiseIsFirst();
    void nearRimsAreReadOffTheCentres();
    void statedPlacesAreComparedTwoAndTwo();
    void whatIsNotHereIsPassedOver();
};

/// The mirror image, its own readings a little out: 0.2, of a rule's 0.25 on either side. No more than 3
/// sigmas.
void SidesTest::mirrorReadsTheSame() {
    job::Mount other = triangle();
    for (job::MountPoint& point : other.points)
        point.sketch->y() = -point.sketch->y();
    other.readings[1].value = 30.2;
    const auto sides = apart(other);
    QCOMPARE(sides.size(), size_t(3));
    for (const mount::SideApart& side : sides)
        QVERIFY(!side.stands());
    QCOMPARE(sides.front().reading.id, std::string("r2"));
    QVERIFY(std::abs(sides.front().mirrored - 30) < 1e-6);
    QVERIFY(std::abs(sides.front().sigma - std::hypot(0.25, 0.25)) <
            1e-6); // three readings for three figures
}

void SidesTest::whatIsOtherwiseIsFirst() {
    job::Mount other = triangle();
    other.readings[2].value = 51.5; // from 50: 4.2 sigmas of 0.354
    const auto sides = apart(other);
    QVERIFY(sides.front().stands() && !sides[1].stands());
    QCOMPARE(sides.front().reading.id, std::string("r3"));
    QVERIFY(std::abs(sides.front().apart - 1.5) < 1e-6);
    const std::string says = mount::inWords(sides.front(), triangle(), quantity::Unit::Millimetre);
    QVERIFY2(says.starts_with("How far b and c are apart") &&
                 says.find("mirror image of this side") != std::string::npos,
             says.c_str());
    QVERIFY2(says.find(": 51.5 there") != std::string::npos && says.ends_with("would read 50."),
             says.c_str());
}

/// Calipers between the nearest edges there: 40 less 6.
void SidesTest::nearRimsAreReadOffTheCentres() {
    job::Mount other = triangle();
    other.readings = {between("r1", "b", "a", 34, "calipers")};
    other.readings[0].how = job::MountReading::How::Near;
    const auto sides = apart(other);
    QCOMPARE(sides.size(), size_t(1));
    QVERIFY(std::abs(sides[0].mirrored - 34) < 1e-6 && !sides[0].stands());
}

void SidesTest::statedPlacesAreComparedTwoAndTwo() {
    job::Mount other = triangle();
    other.readings.clear();
    other.points[0].at = Vec3(0, 0, 0);
    other.points[1].at = Vec3(0, -40, 0);
    other.points[2].at = Vec3(33, 0, 0);
    const auto sides = apart(other);
    QCOMPARE(sides.size(), size_t(3));
    QVERIFY(sides[0].stands());
    QVERIFY(std::abs(sides[0].apart - 3) < 1e-6);
}

void SidesTest::whatIsNotHereIsPassedOver() {
    job::Mount other = triangle();
    other.points[2].id = "z";
    other.readings[1].of[1] = other.readings[2].of[1] = "z";
    QCOMPARE(apart(other).size(), size_t(1));
}

GOODFOLD_TEST(SidesTest)

} // namespace goodfold::sides_test

#include "sides.moc"
