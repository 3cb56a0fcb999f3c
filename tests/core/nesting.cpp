// Blanks on sheets: what fits by hand, and that nothing lies over another by a library that did not lay it.
#include "core/support.h"
#include "cutting/nest.h"

#include <boost/geometry.hpp>
#include <boost/geometry/geometries/point_xy.hpp>
#include <boost/geometry/geometries/polygon.hpp>

namespace goodfold::nesting_test {

using namespace goodfold::cutting;
namespace bg = boost::geometry;

namespace {

using Point = bg::model::d2::point_xy<double>;
using Cut = bg::model::polygon<Point, false>; // counter-clockwise

constexpr double kChord = 0.02; // mm, that a chord of what is hollow may stand out

Path rectangle(double length, double width) {
    return straight({{0, 0}, {length, 0}, {length, width}, {0, width}});
}

/// An L: two arms of 100, 30 wide.
Path angle() {
    return straight({{0, 0}, {100, 0}, {100, 30}, {30, 30}, {30, 100}, {0, 100}});
}

Cut cutOf(const WantedBlank& blank, const Laid& laid) {
    const auto ring = [&](const Path& path, auto& into) {
        for (const Vec2& corner : flattened(path, 1.5)) {
            const Vec2 at = laid.sheetFromFlat * corner;
            into.push_back(Point(at.x(), at.y()));
        }
    };
    Cut cut;
    ring(blank.outline, cut.outer());
    for (const Path& opening : blank.openings) {
        cut.inners().emplace_back();
        ring(opening, cut.inners().back());
    }
    bg::correct(cut);
    return cut;
}

/// Empty, or what is wrong with it.
QString wrongIn(const Nest& nest, const std::vector<WantedBlank>& wanted, const std::vector<Sheet>& sheets,
                const Laying& laying) {
    std::vector<int> laid(wanted.size(), 0), taken(sheets.size(), 0);
    double area = 0;
    for (const NestedSheet& each : nest.sheets) {
        const Sheet& sheet = sheets[each.sheet];
        if (sheet.count && ++taken[each.sheet] > *sheet.count) return "a sheet too many";
        area += sheet.length * sheet.width * (sheet.isOffcut ? 0.5 : 1);
        std::vector<Cut> cuts;
        for (const Laid& blank : each.blanks) {
            ++laid[blank.blank];
            const Cut cut = cutOf(wanted[blank.blank], blank);
            for (const Point& p : cut.outer())
                if (p.x() < laying.margin || p.y() < laying.margin || p.x() > sheet.length - laying.margin ||
                    p.y() > sheet.width - laying.margin)
                    return "over the sheet's edge";
            for (const Cut& other : cuts) {
                if (bg::distance(cut, other) < laying.gap - kChord || bg::intersects(cut, other))
                    return QString("%1, nearer than %2").arg(bg::distance(cut, other)).arg(laying.gap);
            }
            const double turn =
                std::atan2(blank.sheetFromFlat.linear()(1, 0), blank.sheetFromFlat.linear()(0, 0));
            if (wanted[blank.blank].lies == Lies::Along && std::abs(std::sin(turn)) > 1e-9)
                return "across the grain";
            if (wanted[blank.blank].lies == Lies::Across && std::abs(std::cos(turn)) > 1e-9)
                return "along the grain";
            if (blank.sheetFromFlat.linear().determinant() < 0) return "turned over";
            cuts.push_back(cut);
        }
    }
    for (size_t i = 0; i < wanted.size(); ++i)
        if (laid[i] + nest.missing[i] != wanted[i].count) return "miscounted";
    if (std::abs(area - nest.taken) > 1e-6 * (1 + area)) return "what is taken is another area";
    if (nest.least > nest.taken + 1e-6) return "below the least";
    return {};
}

} // namespace

class NestingTest : public QObject {
    Q_OBJECT
private slots:
    void rectanglesFillASheet();
    void anglesLieInOneAnother();
    void openingsAreUsed();
    void grainIsKept();
    void shearsCutFromEdgeToEdge();
    void cheapestSheetsAreTaken();
    void randomSetsDoNotOverlap();
    void wrongSets();
};

/// Six of 100 by 50 with 2 between go on 2 by 3 where there is 202 by 154 and a hair; a seventh goes nowhere.
void NestingTest::rectanglesFillASheet() {
    const std::vector<WantedBlank> wanted{{"tray", rectangle(100, 50), {}, 7}};
    const std::vector<Sheet> sheets{{"sheet", 203, 155, 1}};
    Laying laying{.gap = 2, .seconds = 0.2};
    const auto found = nest(wanted, sheets, laying);
    QVERIFY(found && wrongIn(*found, wanted, sheets, laying).isEmpty());
    QCOMPARE(found->missing, std::vector<int>{1});
    QVERIFY(std::abs(found->used - 6 * 5000 / (203 * 155.0)) < 1e-9);
    QVERIFY(std::abs(found->least - 203 * 155) < 1e-9);
}

/// Two Ls lie in one another on 164 by 132 and less, where their boxes would take 200.
void NestingTest::anglesLieInOneAnother() {
    const std::vector<WantedBlank> wanted{{"angle", angle(), {}, 2}};
    const std::vector<Sheet> sheets{{"sheet", 135, 135, 1}};
    const Laying laying{.gap = 1, .seconds = 0.2};
    const auto found = nest(wanted, sheets, laying);
    QVERIFY(found && wrongIn(*found, wanted, sheets, laying).isEmpty());
    QCOMPARE(found->missing, std::vector<int>{0});
}

/// A frame round an opening of 60 by 60, and lids of 50 by 50: the first comes out of the opening.
void NestingTest::openingsAreUsed() {
    const Path opening = moved(rectangle(60, 60), Pose2(Eigen::Translation2d(20, 20)));
    std::vector<WantedBlank> wanted{{"frame", rectangle(100, 100), {opening}, 1},
                                    {"lid", rectangle(50, 50), {}, 2}};
    const std::vector<Sheet> sheets{{"sheet", 152, 102, 1}};
    const Laying laying{.gap = 1, .seconds = 0};
    const auto found = nest(wanted, sheets, laying);
    QVERIFY2(found && wrongIn(*found, wanted, sheets, laying).isEmpty(),
             qPrintable(wrongIn(*found, wanted, sheets, laying)));
    QCOMPARE(found->missing, (std::vector<int>{0, 0}));
    int within = 0;
    for (const Laid& laid : found->sheets[0].blanks)
        if (laid.blank == 1) {
            const Vec2 at =
                found->sheets[0].blanks[0].sheetFromFlat.inverse() * (laid.sheetFromFlat * Vec2(25, 25));
            within += (at - Vec2(50, 50)).cwiseAbs().maxCoeff() < 10;
        }
    QCOMPARE(within, 1);
    wanted[1].outline = rectangle(62, 40); // does not go in
    const auto other = nest(wanted, sheets, laying);
    QVERIFY(other && wrongIn(*other, wanted, sheets, laying).isEmpty());
}

void NestingTest::grainIsKept() {
    std::vector<WantedBlank> wanted{{"strip", rectangle(150, 40), {}, 1}};
    const std::vector<Sheet> sheets{{"sheet", 60, 200, 1}};
    const Laying laying{.seconds = 0};
    QCOMPARE(nest(wanted, sheets, laying)->missing, std::vector<int>{0});
    wanted[0].lies = Lies::Along;
    QCOMPARE(nest(wanted, sheets, laying)->missing, std::vector<int>{1});
    wanted[0].lies = Lies::Across;
    QCOMPARE(nest(wanted, sheets, laying)->missing, std::vector<int>{0});
}

namespace {

/// Whether boxes can be parted by cuts from edge to edge, one after the other.
bool canBeShorn(const std::vector<Eigen::AlignedBox2d>& boxes) {
    if (boxes.size() < 2) return true;
    for (int axis = 0; axis < 2; ++axis)
        for (const auto& at : boxes) {
            std::vector<Eigen::AlignedBox2d> low, high;
            bool isClean = true;
            for (const auto& box : boxes) {
                if (box.max()[axis] <= at.max()[axis] + 1e-9)
                    low.push_back(box);
                else if (box.min()[axis] >= at.max()[axis] - 1e-9)
                    high.push_back(box);
                else
                    isClean = false;
            }
            if (isClean && !high.empty()) return canBeShorn(low) && canBeShorn(high);
        }
    return false;
}

} // namespace

void NestingTest::shearsCutFromEdgeToEdge() {
    test::RandomJobs random(3);
    for (int round = 0; round < test::rounds(60); ++round) {
        std::vector<WantedBlank> wanted;
        for (int i = random.whole(2, 5); i > 0; --i) {
            const double length = random.real(40, 300), width = random.real(40, 200);
            wanted.push_back({"blank", rectangle(length, width), {}, random.whole(1, 4)});
        }
        const std::vector<Sheet> sheets{{"sheet", 1000, 500, {}}};
        const Laying laying{.gap = 0, .margin = 5, .isShorn = true, .seconds = 0};
        const auto found = nest(wanted, sheets, laying);
        QVERIFY(found);
        const QString wrong = wrongIn(*found, wanted, sheets, laying);
        QVERIFY2(wrong.isEmpty(), qPrintable(wrong));
        for (const NestedSheet& sheet : found->sheets) {
            std::vector<Eigen::AlignedBox2d> boxes;
            for (const Laid& laid : sheet.blanks)
                boxes.push_back(boxOf(moved(wanted[laid.blank].outline, laid.sheetFromFlat)));
            QVERIFY(canBeShorn(boxes));
        }
    }
}

/// One large sheet at 40 is cheaper than two small ones at 25, and one small one is than the large one; an
/// offcut goes before either where nothing has a price.
void NestingTest::cheapestSheetsAreTaken() {
    std::vector<WantedBlank> wanted{{"tray", rectangle(400, 400), {}, 2}};
    std::vector<Sheet> sheets{{"small", 500, 500, {}, 25}, {"large", 1000, 500, {}, 40}};
    const Laying laying{.seconds = 0.1};
    auto found = nest(wanted, sheets, laying);
    QVERIFY(found && found->sheets.size() == 1);
    QCOMPARE(found->sheets[0].sheet, size_t{1});
    wanted[0].count = 1;
    found = nest(wanted, sheets, laying);
    QVERIFY(found && found->sheets.size() == 1);
    QCOMPARE(found->sheets[0].sheet, size_t{0});
    sheets = {{"sheet", 500, 500, {}}, {"rest", 450, 800, 1, 0, true}};
    found = nest(wanted, sheets, laying);
    QVERIFY(found && found->sheets.size() == 1);
    QCOMPARE(found->sheets[0].sheet, size_t{1});
}

void NestingTest::randomSetsDoNotOverlap() {
    test::RandomJobs random(17);
    for (int round = 0; round < test::rounds(150, 500); ++round) {
        std::vector<WantedBlank> wanted;
        for (int i = random.whole(2, 5); i > 0; --i) {
            WantedBlank blank{
                "blank", angle(), {}, random.whole(1, 3), static_cast<Lies>(random.whole(0, 2))};
            if (const int kind = random.whole(0, 3); kind > 0) {
                const job::Job job = random.nextSheet(kind + 1);
                const part::Part part = part::solve(job, test::materialOf(job));
                blank.outline = part.blank.outline;
                for (const part::PartHole& hole : part.holes)
                    if (std::all_of(
                            hole.shapeInFlat.begin(), hole.shapeInFlat.end(),
                            [&](const PathVertex& v) { return contains(part.blank.outline, v.point); }) &&
                        blank.openings.empty())
                        blank.openings.push_back(hole.shapeInFlat);
            }
            Cut cut = cutOf(blank, {0, Pose2::Identity()});
            if (bg::is_valid(cut)) wanted.push_back(blank); // some cross themselves in the flat
        }
        const std::vector<Sheet> sheets{{"sheet", 800, 500, {}}, {"offcut", 300, 300, 1, 0, true}};
        const Laying laying{.gap = random.real(0, 5), .margin = random.real(0, 8), .seconds = 0};
        const auto found = nest(wanted, sheets, laying);
        QVERIFY(found);
        const QString wrong = wrongIn(*found, wanted, sheets, laying);
        QVERIFY2(wrong.isEmpty(), qPrintable(QString("%1: %2").arg(round).arg(wrong)));
    }
}

void NestingTest::wrongSets() {
    QVERIFY(!nest({{"line", straight({{0, 0}, {10, 0}}), {}, 1}}, {{"sheet", 100, 100, {}}}, {}));
    QVERIFY(!nest({{"tray", rectangle(10, 10), {}, kMostBlanks + 1}}, {{"sheet", 100, 100, {}}}, {}));
    const auto none = nest({{"tray", rectangle(10, 10), {}, 2}}, {}, {.seconds = 0});
    QVERIFY(none && none->sheets.empty());
    QCOMPARE(none->missing, std::vector<int>{2});
}

GOODFOLD_TEST(NestingTest)

} // namespace goodfold::nesting_test

#include "nesting.moc"
