// Places of holes from tables and drawings of others, put on a face with readings between them.
#include "files/places.h"

#include "core/survey_support.h"

namespace goodfold::places_test {

namespace {

Result<std::vector<edit::FacePlace>> fromCsv(const char* text,
                                             quantity::Unit unit = quantity::Unit::Millimetre) {
    std::istringstream in(text);
    return files::placesFromCsv(in, unit);
}

Result<std::vector<edit::FacePlace>> fromDxf(const std::string& text,
                                             quantity::Unit unit = quantity::Unit::Millimetre) {
    std::istringstream in(text);
    return files::placesFromDxf(in, unit);
}

std::string circle(double x, double y, double radius) {
    std::ostringstream out;
    out << "0\nCIRCLE\n8\n0\n10\n" << x << "\n20\n" << y << "\n30\n0.0\n40\n" << radius << "\n";
    return out.str();
}

std::string drawing(const std::string& entities, const std::string& header = {},
                    const std::string& blocks = {}) {
    return "0\nSECTION\n2\nHEADER\n" + header + "0\nENDSEC\n0\nSECTION\n2\nBLOCKS\n" + blocks +
           "0\nENDSEC\n0\nSECTION\n2\nENTITIES\n" + entities + "0\nENDSEC\n0\nEOF\n";
}

job::Mount oneFace() {
    job::Mount mount;
    mount.faces.push_back({.id = "F"});
    return mount;
}

} // namespace

class PlacesTest : public QObject {
    Q_OBJECT
private slots:
    void tablesAreRead();
    void wrongTablesNameTheLine();
    void drawingsAreRead();
    void brokenDrawingsGetASentence();
    void placesStraightenToWhatWasRead();
    void knownPointsGetReadingsOnly();
    void moreReadingsThanPlacesTakeAreLessSure();
    void oneAloneTellsNothing();
};

void PlacesTest::tablesAreRead() {
    const auto plain = fromCsv("name,x,y,diameter\na,0,0,6.6\nb, 40.5 ,-3\r\n\n");
    QVERIFY2(plain, plain ? "" : plain.error().says.c_str());
    QCOMPARE(plain->size(), size_t(2));
    QCOMPARE((*plain)[0].name, std::string("a"));
    QCOMPARE(*(*plain)[0].diameter, 6.6);
    QCOMPARE((*plain)[1].at, Vec2(40.5, -3));
    QVERIFY(!(*plain)[1].diameter);
    const auto comma = fromCsv("p;10,5;2,25;8\nq;1;1;8\n");
    QVERIFY(comma);
    QCOMPARE((*comma)[0].at, Vec2(10.5, 2.25));
    const auto inches = fromCsv("a,1,0,0.25\nb,2,0\n", quantity::Unit::Inch);
    QVERIFY(inches);
    QCOMPARE((*inches)[0].at, Vec2(25.4, 0));
    QCOMPARE(*(*inches)[0].diameter, 6.35);
}

void PlacesTest::wrongTablesNameTheLine() {
    const auto wrong = fromCsv("a,0,0\nb,forty,0\n");
    QVERIFY(!wrong);
    QCOMPARE(wrong.error().where, std::string("line 2"));
    QVERIFY(!fromCsv(""));
    QVERIFY(!fromCsv("a,1e300,0\nb,nan,inf\n"));
    std::string many;
    for (int i = 0; i < 60; ++i)
        many += "h," + std::to_string(i) + ",0\n";
    QVERIFY(fromCsv(many.c_str()).error().says.find("more than 50") != std::string::npos);
}

/// Circles and points as drawn; in blocks none, and the drawing's own outline of 300 is no hole.
void PlacesTest::drawingsAreRead() {
    const std::string point = "0\nPOINT\n8\n0\n10\n5\n20\n6\n30\n0.0\n";
    const auto all = fromDxf(
        drawing(circle(0, 0, 3.3) + point + circle(40, 10, 4.5) + circle(0, 0, 150), "",
                "0\nBLOCK\n8\n0\n2\nMARK\n70\n0\n10\n0\n20\n0\n" + circle(9, 9, 2) + "0\nENDBLK\n8\n0\n"));
    QVERIFY2(all, all ? "" : all.error().says.c_str());
    QCOMPARE(all->size(), size_t(3));
    QCOMPARE(*(*all)[1].diameter, 9.0);
    QCOMPARE((*all)[2].at, Vec2(5, 6)); // points after circles
    const std::string inches = "9\n$INSUNITS\n70\n1\n";
    const auto own = fromDxf(drawing(circle(1, 0, 0.125), inches));
    QVERIFY(own);
    QCOMPARE((*own)[0].at, Vec2(25.4, 0));
    QCOMPARE(*(*own)[0].diameter, 6.35);
}

/// Cut off anywhere, bytes turned, or no drawing at all: places or a sentence, no end without one.
void PlacesTest::brokenDrawingsGetASentence() {
    const std::string whole = drawing(circle(0, 0, 3.3) + circle(40, 10, 4.5), "9\n$INSUNITS\n70\n4\n");
    test::RandomJobs random(9);
    for (int i = 0; i < 1000; ++i) {
        std::string broken =
            whole.substr(0, static_cast<size_t>(random.whole(0, static_cast<int>(whole.size()))));
        for (int turned = random.whole(0, 5); turned > 0 && !broken.empty(); --turned)
            broken[static_cast<size_t>(random.whole(0, static_cast<int>(broken.size()) - 1))] =
                static_cast<char>(random.whole(0, 255));
        const auto read = fromDxf(broken);
        QVERIFY(read || !read.error().says.empty());
    }
    QVERIFY(!fromDxf("name,x,y\na,1,2\n"));
    QVERIFY(fromDxf(std::string("SECTION\0\0", 9)).error().says.find("ASCII") != std::string::npos);
    QVERIFY(!fromDxf(drawing("")));
}

/// Three holes turned anyhow: sketched with the first at the origin and the second on x, of the same hand,
/// and solved to where they are.
void PlacesTest::placesStraightenToWhatWasRead() {
    job::Mount mount = oneFace();
    const std::vector<Vec2> true_{{10, 20}, {58, -4}, {30, 60}};
    std::vector<edit::FacePlace> places;
    for (const Vec2& at : true_)
        places.push_back({{}, Eigen::Rotation2Dd(2.1) * at, 7.04});
    QVERIFY(!edit::addPlaces(mount, "F", places, "photo", 0.4));
    QCOMPARE(mount.points.size(), size_t(3));
    QCOMPARE(mount.readings.size(), size_t(3));
    QCOMPARE(*mount.points[0].diameter, 7.0);
    QVERIFY(!mount.readings[0].sigma && mount.readings[0].with == "photo");
    QVERIFY(mount.points[0].sketch->norm() < 1e-9 && std::abs(mount.points[1].sketch->y()) < 1e-9);
    const auto known = mount::measured(mount, test::instruments());
    QVERIFY(known);
    const auto at = [&](size_t i) { return *known->placed.points[i].at; };
    QVERIFY(std::abs((at(1) - at(0)).norm() - (true_[1] - true_[0]).norm()) < 0.01);
    const Vec2 b = true_[1] - true_[0], c = true_[2] - true_[0];
    QVERIFY(std::abs(at(2).y() - (b.x() * c.y() - b.y() * c.x()) / b.norm()) < 0.02);
}

void PlacesTest::knownPointsGetReadingsOnly() {
    job::Mount mount = oneFace();
    edit::addPoint(mount, "F", Vec3(0, 0, 0));
    edit::addPoint(mount, "F", Vec3(50, 0, 0));
    QVERIFY(!edit::addPlaces(mount, "F", {{"a", {5, 5}, 9}, {"b", {5, 56}, {}}, {"new", {25, 5}, {}}}, "scan",
                             0.2));
    QCOMPARE(mount.points.size(), size_t(3));
    QCOMPARE(*mount.points[0].diameter, 6.0); // what it is, was known
    QCOMPARE(mount.points[2].id, std::string("new"));
    QCOMPARE(mount.readings[0].value, 51.0);
    // a to b runs up the picture and along x: what lies right of it there lies right of it here.
    QVERIFY((*mount.points[2].sketch - Vec3(0, -20, 0)).norm() < 1.5);
}

/// 4 holes: 6 readings for 5 figures; 12 holes: each to the first four, 38 for 21.
void PlacesTest::moreReadingsThanPlacesTakeAreLessSure() {
    for (const auto& [count, readings] : std::map<int, size_t>{{4, 6}, {12, 38}}) {
        job::Mount mount = oneFace();
        std::vector<edit::FacePlace> places;
        for (int i = 0; i < count; ++i)
            places.push_back({{}, Vec2(20 * i, (i * i) % 7), {}});
        QVERIFY(!edit::addPlaces(mount, "F", places, "scan", 0.2));
        QCOMPARE(mount.readings.size(), readings);
        const double more = std::sqrt(static_cast<double>(readings) / (2 * count - 3));
        QVERIFY(std::abs(*mount.readings[0].sigma - 0.2 * more) < 1e-3);
    }
}

void PlacesTest::oneAloneTellsNothing() {
    job::Mount mount = oneFace();
    QVERIFY(edit::addPlaces(mount, "F", {{{}, {0, 0}, 5}}, "photo", 0.4));
    QVERIFY(mount.points.empty());
    const auto gone = edit::addPlaces(mount, "G", {{{}, {0, 0}, 5}, {{}, {9, 0}, 5}}, "photo", 0.4);
    QVERIFY(gone && gone->says == "Face G is not there any more.");
}

GOODFOLD_TEST(PlacesTest)

} // namespace goodfold::places_test

#include "places.moc"
