// Plans replayed with nothing but prisms and where they are: no stretch of a swing passed over, nothing
// remembered, by another collision library than the program's. And what is in the way stands where it is said
// to.
#include "core/convexes.h"
#include "core/shop_support.h"
#include "core/support.h"
#include "part/prism.h"
#include "sequence/plan.h"
#include "text/names.h"
#include "text/reasons.h"

#include <fcl/geometry/shape/sphere.h>
#include <fcl/narrowphase/collision.h>

namespace goodfold::replay_test {

using sequence::BendSet;
using sequence::Obstacle;
using sequence::Operation;

namespace {

struct Piece {
    std::string id;
    std::string name; // "leg C"
    bool isBend = false;
    bool isBeyond = false; // on the child's side of the step's bend
    int plate = 0;         // whose frame it is in
    fcl::Convexd shape;
    Pose3 rootFromPlate;
};

struct ToolPiece {
    tool::Body body;
    fcl::Convexd shape;
    Pose3 rootFromTool;
};

bool touch(const fcl::CollisionGeometryd& one, const Pose3& rootFromOne, const fcl::CollisionGeometryd& other,
           const Pose3& rootFromOther) {
    fcl::CollisionRequestd request;
    fcl::CollisionResultd result;
    return fcl::collide(&one, rootFromOne, &other, rootFromOther, request, result) > 0;
}

/// One moment of a step: what there is, and where.
class Moment {
public:
    Moment(const part::Part& part, const Operation& operation, BendSet made, double turnedDeg)
        : part(part), operation(operation), made(made), turnedDeg(turnedDeg),
          folded(part::foldAt(part, sequence::turnedAt(part, made, operation.bend, turnedDeg))) {
        for (size_t i = 0; i < part.plates.size(); ++i)
            addPlate(static_cast<int>(i));
        for (size_t i = 0; i < part.bends.size(); ++i)
            addStrip(static_cast<int>(i));
        addTool();
    }

    const part::PartBend& bend() const { return part.bends[static_cast<size_t>(operation.bend)]; }

    /// Pairs that may not meet and do: "leg C, the screw".
    std::vector<std::pair<std::string, std::string>> meetings() const {
        std::vector<std::pair<std::string, std::string>> found;
        for (const Piece& piece : pieces) {
            if (isOwnStrip(piece)) continue;
            for (const ToolPiece& solid : tool)
                if (touch(piece.shape, piece.rootFromPlate, solid.shape, solid.rootFromTool))
                    found.emplace_back(piece.name, text::nameOf(*operation.setup.tool->kind, solid.body));
            for (const Piece& other : pieces)
                if (mayNotMeet(piece, other) &&
                    touch(piece.shape, piece.rootFromPlate, other.shape, other.rootFromPlate))
                    found.emplace_back(piece.name, other.name);
        }
        return found;
    }

    /// Whether a small ball there touches both that meet.
    bool meetAt(const Obstacle& obstacle) const {
        constexpr double kClose = 0.6; // mm: what half a degree moves a body near the bend, and the ball
        const fcl::Sphered ball(kClose);
        bool one = false, other = false;
        for (const Piece& piece : pieces) {
            if (piece.name != job::nameOf(obstacle.one)) continue;
            Pose3 rootFromBall = piece.rootFromPlate;
            rootFromBall.translation() = piece.rootFromPlate * *obstacle.place;
            one |= touch(ball, rootFromBall, piece.shape, piece.rootFromPlate);
            for (const ToolPiece& solid : tool)
                other |=
                    obstacle.body == solid.body && touch(ball, rootFromBall, solid.shape, solid.rootFromTool);
            for (const Piece& with : pieces)
                other |= !obstacle.body && with.name == job::nameOf(obstacle.other) &&
                         touch(ball, rootFromBall, with.shape, with.rootFromPlate);
        }
        return one && other;
    }

private:
    void add(const std::string& id, bool isBend, int plate, bool isBeyond, const part::Prism& prism) {
        pieces.push_back({id, (isBend ? "bend " : "leg ") + id, isBend, isBeyond, plate,
                          test::fclConvexOf(prism), folded.rootFromFlat[static_cast<size_t>(plate)]});
    }

    void addPlate(int plate) {
        const part::PartPlate& own = part.plates[static_cast<size_t>(plate)];
        if (own.shortestStraight <= 0) return;
        for (const part::Prism& prism : part::platePrisms(part, plate))
            add(own.id, false, plate, isBeyond(plate), prism);
        const BendSet bends = sequence::bendsOf(part, plate);
        if ((made & bends) == bends) return; // it is trimmed
        for (const job::Edge edge : {job::Edge::Start, job::Edge::End})
            for (const part::Prism& prism : part::leftOnPrisms(part, plate, edge))
                add(own.id, false, plate, isBeyond(plate), prism);
    }

    void addStrip(int index) {
        const part::PartBend& own = part.bends[static_cast<size_t>(index)];
        for (const part::Prism& prism :
             part::zonePrisms(part, index, folded.turnedDeg[static_cast<size_t>(index)]))
            add(own.id, true, own.parent, isBeyond(own.parent), prism);
    }

    void addTool() {
        const sequence::ToolPlaces places = sequence::toolPlaces(part, operation, turnedDeg);
        const Pose3& rootFromParent = folded.rootFromFlat[static_cast<size_t>(bend().parent)];
        for (const tool::Solid& solid : tool::solidsOf(operation.setup, operation.hold, operation.work)) {
            part::Prism prism;
            for (const double y : {solid.to, solid.from})
                for (const Vec2& p : solid.section)
                    prism.emplace_back(p.x(), y, p.y());
            tool.push_back({solid.body, test::fclConvexOf(prism), rootFromParent * places.of(solid.motion)});
        }
    }

    /// Up the tree from the plate until this bend is crossed, or the root reached.
    bool isBeyond(int plate) const {
        for (;;) {
            const int bend = part.plates[static_cast<size_t>(plate)].parentBend;
            if (bend < 0) return false;
            if (bend == operation.bend) return true;
            plate = part.bends[static_cast<size_t>(bend)].parent;
        }
    }

    bool isOwnStrip(const Piece& piece) const { return piece.isBend && piece.id == bend().id; }

    /// One on either side of the bend, other than the two plates it joins.
    bool mayNotMeet(const Piece& held, const Piece& free) const {
        if (held.isBeyond || !free.isBeyond || isOwnStrip(held) || isOwnStrip(free)) return false;
        return !(held.plate == bend().parent && free.plate == bend().child);
    }

    const part::Part& part;
    const Operation& operation;
    BendSet made;
    double turnedDeg;
    part::Folded folded;
    std::vector<Piece> pieces;
    std::vector<ToolPiece> tool;
};

job::Job demo(const char* name) {
    std::ifstream in(std::string(PROJECT_DATA "/demo/") + name);
    return files::readJob(in)->job;
}

void replay(const job::Job& job, size_t* steps = nullptr) {
    const auto& material = test::materialOf(job);
    const part::Part part = part::solve(job, material);
    const auto outcome = sequence::plan(part, material, tool::standardShop());
    if (!outcome.plan) return;
    for (const sequence::Step& step : outcome.plan->steps) {
        const double last = step.operation.setup.loadedAngleDeg;
        for (double turned = 0; turned < last + 0.5; turned += 0.5) {
            const auto meetings =
                Moment(part, step.operation, step.before, std::min(turned, last)).meetings();
            if (!meetings.empty())
                QFAIL(qPrintable(QString("bend %1 turned %2: %3 and %4 meet")
                                     .arg(step.operation.bend)
                                     .arg(turned)
                                     .arg(QString::fromStdString(meetings[0].first),
                                          QString::fromStdString(meetings[0].second))));
        }
        if (steps) ++*steps;
    }
}

} // namespace

class ReplayTest : public QObject {
    Q_OBJECT
private slots:
    void demoPlansAreFree_data();
    void demoPlansAreFree();
    void plansOfRandomBarsAreFree();
    void obstaclesAreWhereTheyAreSaid();
    void obstaclesAreTheFirst();
};

void ReplayTest::demoPlansAreFree_data() {
    QTest::addColumn<QString>("file");
    for (const char* file : {"vent-stay", "lamp-hanger", "light-rail", "frame-foot", "fan-standoff",
                             "tray-clip", "pipe-saddle", "gutter-strap", "bench-cover", "thermostat-box"})
        QTest::newRow(file) << QString(file) + ".gfold";
}

void ReplayTest::demoPlansAreFree() {
    QFETCH(QString, file);
    size_t steps = 0;
    replay(demo(qPrintable(file)), &steps);
    QVERIFY(steps > 0);
}

void ReplayTest::plansOfRandomBarsAreFree() {
    test::RandomJobs random(81);
    size_t steps = 0;
    for (int n = 0; n < test::rounds(25); ++n)
        replay(test::randomBar(random, 1 + n % 4), &steps);
    QVERIFY2(static_cast<double>(steps) > test::share(30), qPrintable(QString::number(steps)));
}

namespace {

/// What is in the way of bends of random bars, whichever of the others are made.
template <class Judge> size_t judgeObstacles(unsigned seed, int jobs, const Judge& judge) {
    test::RandomJobs random(seed);
    size_t count = 0;
    for (int n = 0; n < jobs; ++n) {
        const job::Job job = test::randomBar(random, 2 + n % 3);
        const auto& material = test::materialOf(job);
        const part::Part part = part::solve(job, material);
        const sequence::Operations operations = sequence::operationsOf(part, material, tool::standardShop());
        sequence::Collisions collisions(part);
        for (const auto& ofBend : operations.of)
            for (size_t i = 0; i < ofBend.size(); i += 3) {
                const Operation& operation = ofBend[i];
                const BendSet made =
                    ((BendSet{1} << part.bends.size()) - 1) & ~(BendSet{1} << operation.bend);
                const auto obstacle = collisions.inTheWay(operation, made);
                if (!obstacle || !obstacle->place) continue;
                ++count;
                judge(part, operation, made, *obstacle);
                if (QTest::currentTestFailed()) return count;
            }
    }
    return count;
}

std::string inWords(const Operation& operation, const Obstacle& obstacle) {
    return operation.setup.tool->id + ": " + job::nameOf(obstacle.one) + " and " +
           text::metBy(obstacle, *operation.setup.tool->kind) + " at " + std::to_string(obstacle.atDeg);
}

} // namespace

void ReplayTest::obstaclesAreWhereTheyAreSaid() {
    const size_t count = judgeObstacles(
        82, 30,
        [](const part::Part& part, const Operation& operation, BendSet made, const Obstacle& obstacle) {
            QVERIFY2(Moment(part, operation, made, obstacle.atDeg).meetAt(obstacle),
                     inWords(operation, obstacle).c_str());
        });
    QVERIFY2(count > 100, qPrintable(QString::number(count)));
}

/// Half a degree before, the two that are named do not meet yet.
void ReplayTest::obstaclesAreTheFirst() {
    const size_t count = judgeObstacles(
        83, 30,
        [](const part::Part& part, const Operation& operation, BendSet made, const Obstacle& obstacle) {
            if (obstacle.atDeg < 0.5) return;
            for (const auto& [one, other] : Moment(part, operation, made, obstacle.atDeg - 0.5).meetings())
                QVERIFY2(one != job::nameOf(obstacle.one) ||
                             other != text::metBy(obstacle, *operation.setup.tool->kind),
                         inWords(operation, obstacle).c_str());
        });
    QVERIFY2(count > 100, qPrintable(QString::number(count)));
}

GOODFOLD_TEST(ReplayTest)

} // namespace goodfold::replay_test

#include "replay.moc"
