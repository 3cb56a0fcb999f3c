#include "lineup/fit.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace goodfold::lineup {

Eigen::Matrix<double, 2, 3> squareTo(const Vec3& axis) {
    const Vec3 helper = std::abs(axis.z()) < 0.9 ? Vec3::UnitZ() : Vec3::UnitX();
    const Vec3 u = axis.cross(helper).normalized(), v = axis.cross(u);
    Eigen::Matrix<double, 2, 3> both;
    both << u.transpose(), v.transpose();
    return both;
}

namespace {

/// Beyond what rounding can make of it, mm.
constexpr double kSurely = 1e-4;

constexpr double kFarOut = 50;    // mm: no placement is farther from where it began
constexpr double kNothing = 1e-4; // mm, that the turn's own curve may be worth
/// A turn and a slide along a slot may undo one another, and linearised all turns are as good then; made, the
/// smallest is. A millimetre of turn costs so much room.
constexpr double kTurnCosts = 1e-4;
constexpr double kMostBow = 0.2; // radians along a bow at a time: it is straight to a fiftieth of its radius

/// Shift x, shift y, turn, the room, and along each slot its own.
constexpr int kShiftX = 0, kShiftY = 1, kTurn = 2, kRoom = 3, kSlots = 4;
/// As many as there are; without slots, which is the usual, four that the compiler knows of.
template <int N> using Variables = Eigen::Matrix<double, N, 1>;
template <int N> using Square = Eigen::Matrix<double, N, N>;

/// A rim's offset from its axis, square to it: at rest, and what a millimetre of each movement makes of it.
struct Cone {
    Vec2 rest, byX, byY, byTurn, bySlot{0, 0};
    int slot = -1; // its variable
    double play = 0;
    int tie = 0;

    template <int N> Vec2 offset(const Variables<N>& x) const {
        Vec2 all = rest + x[kShiftX] * byX + x[kShiftY] * byY + x[kTurn] * byTurn;
        if (slot >= 0) all += x[slot] * bySlot;
        return all;
    }
};

/// least + gradient . movement >= room.
struct Plane {
    double least = 0;
    Vec3 gradient{0, 0, 0};
    int contact = 0;
};

struct Problem {
    /// What leaves the least room: one of the ties, or of the contacts.
    struct Limit {
        int tie = -1, contact = -1;
    };
    std::vector<Cone> cones;
    std::vector<Plane> planes;
    struct Slot {
        double back = 0, on = 0; // mm either way
        double radius = 0;       // of a bow
    };
    std::vector<Slot> slots; // by variable
    int variables = kSlots;
    int turnSize = -1;         // the variable that is at least the turn, either way; of slots only
    double reach = 1;          // of the farthest tie from the middle, mm
    double mostTurn = kFarOut; // mm at the reach
    double turnCosts = 0;

    template <int N> double leastSlack(const Variables<N>& x, Limit* limit = nullptr) const {
        double least = std::numeric_limits<double>::infinity();
        const auto take = [&](double slack, const Limit& by) {
            if (slack >= least) return;
            least = slack;
            if (limit) *limit = by;
        };
        for (const Cone& cone : cones)
            take(cone.play - cone.offset(x).norm(), {cone.tie, -1});
        for (const Plane& plane : planes)
            take(plane.least + plane.gradient.dot(x.template head<3>()), {-1, plane.contact});
        return least;
    }
};

/// All as it lies once it is placed so.
Problem problemOf(const std::vector<Tie>& ties, const std::vector<Contact>& contacts, const Pose3& placed,
                  const Vec3& middle) {
    Problem problem;
    problem.cones.reserve(2 * ties.size());
    problem.planes.reserve(4 * contacts.size());
    const Vec3 up = Vec3::UnitZ();
    for (size_t i = 0; i < ties.size(); ++i) {
        const Tie& tie = ties[i];
        problem.reach = std::max(problem.reach, (placed * tie.rims[0].from - middle).norm());
        const auto across = squareTo(tie.axis);
        const Gliding glide = glidingOf(tie, 0, placed.inverse() * tie.rims[0].target);
        const int slot = glide.on + glide.back > 0 ? problem.variables++ : -1;
        if (slot >= 0) {
            const double most = glide.radius > 0 ? glide.radius * kMostBow : kFarOut;
            problem.slots.push_back({std::min(glide.back, most), std::min(glide.on, most), glide.radius});
        }
        for (size_t side = 0; side < 2; ++side) {
            const Tie::Rim& rim = tie.rims[side];
            const Gliding own = glidingOf(tie, side, placed.inverse() * rim.target);
            const Vec3 centre = placed * own.centre;
            Cone cone;
            cone.rest = across * (centre - rim.target);
            cone.byX = across.col(0);
            cone.byY = across.col(1);
            cone.byTurn = across * up.cross(centre - middle);
            if (slot >= 0) cone.bySlot = across * (placed.linear() * own.along);
            cone.slot = slot;
            cone.play = tie.play;
            cone.tie = static_cast<int>(i);
            problem.cones.push_back(cone);
        }
    }
    if (!problem.slots.empty()) problem.turnSize = problem.variables++;
    for (size_t i = 0; i < contacts.size(); ++i)
        for (const Vec3& asMade : contacts[i].corners) {
            const Contact& contact = contacts[i];
            const Vec3 corner = placed * asMade;
            problem.planes.push_back({(corner - contact.onFace).dot(contact.outward) + contact.press,
                                      Vec3(contact.outward.x(), contact.outward.y(),
                                           contact.outward.dot(up.cross(corner - middle))),
                                      static_cast<int>(i)});
        }
    return problem;
}

/// The most room, by planes that touch the cones: each cone is first taken for a box, the best corner of all
/// planes found, and planes laid on the cones where that corner is outside of them, until none is (Kelley's
/// cutting planes). The best corner goes from corner to corner (dual simplex), so that a plane more costs a
/// step or two.
template <int N> class Solver {
public:
    explicit Solver(const Problem& problem)
        : problem(problem), variables(problem.variables), x(Variables<N>::Zero(variables)),
          inverse(Square<N>::Identity(variables, variables)), pull(Variables<N>::Zero(variables)) {
        rows.reserve(6 * problem.cones.size() + problem.planes.size() + 2 * static_cast<size_t>(variables));
        begin();
        for (size_t i = 0; i < problem.cones.size(); i += 2) // a hole's other rim is hardly elsewhere
            for (const Vec2& out : {Vec2(1, 0), Vec2(0, 1), Vec2(-1, 0), Vec2(0, -1)})
                touch(problem.cones[i], out);
    }

    /// Until it is known to be so much; or, where that is asked, that there is more or less than none.
    Variables<N> solved(bool untilDecided) {
        constexpr int kMostRounds = 60;
        for (int round = 0; round < kMostRounds; ++round) {
            toTheBestCorner();
            const double least = layPlanes();
            if (x[kRoom] - least < kCloseEnough) break;
            if (untilDecided && (x[kRoom] < -kSurely || least > kSurely)) break;
        }
        Variables<N> movement = x;
        movement[kTurn] /= problem.reach;
        return movement;
    }

private:
    /// along . x <= least
    struct Row {
        Variables<N> along;
        double least;
    };

    static constexpr double kCloseEnough = 1e-5; // mm

    /// On all that the corner is outside of. The least slack there is at the corner.
    double layPlanes() {
        double least = x[kRoom];
        for (const Cone& cone : problem.cones) {
            const Vec2 offset = offsetOf(cone);
            const double far = offset.norm();
            least = std::min(least, cone.play - far);
            if (cone.play - far < x[kRoom] - kCloseEnough) touch(cone, offset / far);
        }
        for (const Plane& plane : problem.planes) {
            const double slack = plane.least + plane.gradient.x() * x[kShiftX] +
                                 plane.gradient.y() * x[kShiftY] +
                                 plane.gradient.z() / problem.reach * x[kTurn];
            least = std::min(least, slack);
            if (slack >= x[kRoom] - kCloseEnough) continue;
            Row row{Variables<N>::Zero(variables), plane.least};
            row.along.template head<3>() = -plane.gradient;
            row.along[kTurn] /= problem.reach;
            row.along[kRoom] = 1;
            rows.push_back(row);
        }
        return least;
    }

    /// Far out on every side; slots end where they do.
    void begin() {
        const auto mostOf = [&](int variable, double side) {
            if (variable < kSlots) return variable == kTurn ? problem.mostTurn : kFarOut;
            const Problem::Slot& slot = problem.slots[static_cast<size_t>(variable - kSlots)];
            return side > 0 ? slot.on : slot.back;
        };
        const auto bound = [&](int variable, double side) {
            Row row{Variables<N>::Zero(variables), mostOf(variable, side)};
            row.along[variable] = side;
            rows.push_back(row);
        };
        const int size = problem.turnSize;
        for (int i = 0; i < variables; ++i) { // the corner that is gone out from
            if (i == size) continue;
            bound(i, 1);
            x[i] = rows.back().least;
        }
        for (int i = 0; i < variables; ++i)
            if (i != kRoom && i != size) bound(i, -1);
        pull[kRoom] = 1;
        if (size < 0) return;
        Row row{Variables<N>::Zero(variables), 0}; // its own corner is at no turn
        row.along[size] = -1;
        inverse(size, size) = -1;
        pull[size] = problem.turnCosts;
        for (const double side : {0, 1, -1}) {
            row.along[kTurn] = side;
            rows.push_back(row);
        }
    }

    Vec2 offsetOf(const Cone& cone) const {
        Vec2 all = cone.rest + x[kShiftX] * cone.byX + x[kShiftY] * cone.byY +
                   x[kTurn] / problem.reach * cone.byTurn;
        if (cone.slot >= 0) all += x[cone.slot] * cone.bySlot;
        return all;
    }

    void touch(const Cone& cone, const Vec2& out) {
        Row row{Variables<N>::Zero(variables), cone.play - out.dot(cone.rest)};
        row.along[kShiftX] = out.dot(cone.byX);
        row.along[kShiftY] = out.dot(cone.byY);
        row.along[kTurn] = out.dot(cone.byTurn) / problem.reach;
        row.along[kRoom] = 1;
        if (cone.slot >= 0) row.along[cone.slot] = out.dot(cone.bySlot);
        rows.push_back(row);
    }

    /// Takes in the row that is broken most, as long as one is; which one leaves is decided by what pulls at
    /// each.
    void toTheBestCorner() {
        constexpr double kBroken = 1e-9;
        constexpr int kMostSteps = 500;
        for (int step = 0; step < kMostSteps; ++step) {
            size_t entering = rows.size();
            double most = kBroken;
            for (size_t i = 0; i < rows.size(); ++i) {
                const double broken = rows[i].along.dot(x) - rows[i].least;
                if (broken <= most) continue;
                most = broken;
                entering = i;
            }
            if (entering == rows.size() || !takeIn(entering, most)) return;
        }
    }

    bool takeIn(size_t entering, double broken) {
        const Variables<N> shares = inverse.transpose() * rows[entering].along; // of the active rows in it
        int leaving = -1;
        double least = 0;
        constexpr double kNothing = 1e-10;
        for (int i = 0; i < variables; ++i) {
            if (shares[i] <= kNothing) continue;
            const double ratio = std::max(0.0, pull[i]) / shares[i];
            if (leaving >= 0 &&
                (ratio > least + kNothing || (ratio > least - kNothing && shares[i] <= shares[leaving])))
                continue;
            leaving = i;
            least = ratio;
        }
        if (leaving < 0) return false;
        const Variables<N> way = inverse.col(leaving) / shares[leaving];
        x -= broken * way;
        pull -= least * shares;
        pull[leaving] = least;
        Variables<N> others = shares;
        others[leaving] -= 1;
        inverse.noalias() -= way * others.transpose();
        return true;
    }

    const Problem& problem;
    int variables;
    Variables<N> x;    // the turn in millimetres at the farthest tie
    Square<N> inverse; // of the active rows
    Variables<N> pull; // of each active row on the room
    std::vector<Row> rows;
};

struct Movement {
    Vec3 by;     // shifts, and the turn
    double room; // at that movement
    double most; // that there could be
    Problem::Limit limit;
    double offBows = 0; // mm, how far off its bow a straight step along it went, at most
};

template <int N> Movement movementOf(const Problem& problem, bool untilDecided) {
    if (untilDecided) { // most pieces go on where they lie
        const double room = problem.leastSlack(Variables<N>(Variables<N>::Zero(problem.variables)));
        if (room > kSurely) return {Vec3(0, 0, 0), room, room, {}};
    }
    const Variables<N> x = Solver<N>(problem).solved(untilDecided);
    Movement movement{x.template head<3>(), 0, x[kRoom], {}};
    movement.room = problem.leastSlack(x, &movement.limit);
    for (size_t i = 0; i < problem.slots.size(); ++i)
        if (const Problem::Slot& slot = problem.slots[i]; slot.radius > 0) {
            const double gone = x[kSlots + static_cast<int>(i)];
            movement.offBows = std::max(movement.offBows, gone * gone / slot.radius / 2);
        }
    return movement;
}

/// Once all is where it came to lie, bows and all.
double roomThere(const std::vector<Tie>& ties, const std::vector<Contact>& contacts, const Pose3& placed) {
    double least = std::numeric_limits<double>::infinity();
    for (const Tie& tie : ties)
        for (size_t side = 0; side < 2; ++side) {
            const Vec3& target = tie.rims[side].target;
            const Vec3 off = placed * nearestCentre(tie, side, placed.inverse() * target) - target;
            least = std::min(least, tie.play - (squareTo(tie.axis) * off).norm());
        }
    for (const Contact& contact : contacts)
        for (const Vec3& corner : contact.corners)
            least = std::min(least, (placed * corner - contact.onFace).dot(contact.outward) + contact.press);
    return least;
}

/// The turn linearised, then made, then again from there. Where some turns are as good as others that may go
/// on to another, and back: from the third on each turns by half of the one before at most.
Fitting fitWith(const std::vector<Tie>& ties, const std::vector<Contact>& contacts, bool untilDecided,
                double turnCosts) {
    Fitting fitting;
    const bool hasBows =
        std::any_of(ties.begin(), ties.end(), [](const Tie& tie) { return tie.bow.has_value(); });
    const int rounds = hasBows ? 14 : 6; // along a bow it may have some way to go first
    double mostTurn = kFarOut;           // mm at the reach
    for (int round = 0; round < rounds; ++round) {
        Vec3 middle(0, 0, 0);
        for (const Tie& tie : ties)
            middle += (tie.rims[0].from + tie.rims[0].to) / 2 / static_cast<double>(ties.size());
        middle = fitting.placed * middle;
        Problem problem = problemOf(ties, contacts, fitting.placed, middle);
        problem.mostTurn = mostTurn;
        problem.turnCosts = turnCosts;
        const Movement best = problem.slots.empty() ? movementOf<kSlots>(problem, untilDecided)
                                                    : movementOf<Eigen::Dynamic>(problem, untilDecided);
        fitting.room = untilDecided && best.most < 0 ? best.most : best.room;
        fitting.tightest = best.limit.tie;
        fitting.contact = best.limit.contact;
        const Pose3 by = Eigen::Translation3d(best.by.x(), best.by.y(), 0) * Eigen::Translation3d(middle) *
                         Eigen::AngleAxisd(best.by.z(), Vec3::UnitZ()) * Eigen::Translation3d(-middle);
        fitting.placed = by * fitting.placed;
        // What the turn's own curve is worth at the farthest tie.
        const double curve = best.by.z() * best.by.z() * problem.reach / 2 + best.offBows;
        if (round > (hasBows ? 4 : 0)) mostTurn = std::max(std::abs(best.by.z()) * problem.reach / 2, 1e-3);
        if (curve < kNothing || (untilDecided && std::abs(fitting.room) > 2 * curve)) break;
    }
    if (hasBows && !untilDecided) fitting.room = roomThere(ties, contacts, fitting.placed);
    return fitting;
}

} // namespace

Fitting fit(const std::vector<Tie>& ties, const std::vector<Contact>& contacts, bool untilDecided) {
    if (ties.empty()) return {};
    Fitting fitting = fitWith(ties, contacts, untilDecided, kTurnCosts);
    const bool hasSlots = std::any_of(ties.begin(), ties.end(),
                                      [](const Tie& tie) { return tie.rims[0].from != tie.rims[0].to; });
    if (!hasSlots || fitting.room >= 0) return fitting;
    // At its ends a slot reaches farther than by its middle, once the bracket is turned there.
    const Fitting turned = fitWith(ties, contacts, untilDecided, 0);
    return turned.room > fitting.room ? turned : fitting;
}

} // namespace goodfold::lineup
