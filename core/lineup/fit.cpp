#include "lineup/fit.h"

#include <Eigen/Cholesky>

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
};

struct Problem {
    std::vector<Cone> cones;
    std::vector<Plane> planes;
    std::vector<std::pair<double, int>> slots; // half its length, and its variable
    int variables = kSlots;

    template <int N> double leastSlack(const Variables<N>& x, int* tightest = nullptr) const {
        double least = std::numeric_limits<double>::infinity();
        const auto take = [&](double slack, int tie) {
            if (slack >= least) return;
            least = slack;
            if (tightest) *tightest = tie;
        };
        for (const Cone& cone : cones)
            take(cone.play - cone.offset(x).norm(), cone.tie);
        for (const Plane& plane : planes)
            take(plane.least + plane.gradient.dot(x.template head<3>()), -1);
        return least;
    }
};

Problem problemOf(const std::vector<Tie>& ties, const std::vector<Contact>& contacts, const Vec3& middle) {
    Problem problem;
    const Vec3 up = Vec3::UnitZ();
    for (size_t i = 0; i < ties.size(); ++i) {
        const Tie& tie = ties[i];
        const auto across = squareTo(tie.axis);
        const double half = (tie.rims[0].to - tie.rims[0].from).norm() / 2;
        const int slot = half > 0 ? problem.variables++ : -1;
        if (slot >= 0) problem.slots.emplace_back(half, slot);
        for (const Tie::Rim& rim : tie.rims) {
            const Vec3 centre = (rim.from + rim.to) / 2;
            Cone cone;
            cone.rest = across * (centre - rim.target);
            cone.byX = across.col(0);
            cone.byY = across.col(1);
            cone.byTurn = across * up.cross(centre - middle);
            if (slot >= 0) cone.bySlot = across * (rim.to - rim.from) / (2 * half);
            cone.slot = slot;
            cone.play = tie.play;
            cone.tie = static_cast<int>(i);
            problem.cones.push_back(cone);
        }
    }
    for (const Contact& contact : contacts)
        for (const Vec3& corner : contact.corners)
            problem.planes.push_back({(corner - contact.onFace).dot(contact.outward) + contact.press,
                                      Vec3(contact.outward.x(), contact.outward.y(),
                                           contact.outward.dot(up.cross(corner - middle)))});
    return problem;
}

/// One thing that must hold: how far it is broken (negative where it holds), and its derivatives.
template <int N> struct Held {
    double broken = 0;
    Variables<N> slope;
    Square<N> curve;
};

/// Interior point, primal and dual at once (Boyd and Vandenberghe, Convex Optimization, 11.7): the most room
/// such that every offset is within its play less the room, every corner that far off its face, and every
/// bolt inside its slot.
template <int N> class Solver {
public:
    explicit Solver(const Problem& problem)
        : problem(problem), count(problem.cones.size() + problem.planes.size() + 2 * problem.slots.size()),
          held(count), weights(count), changes(count), x(Variables<N>::Zero(problem.variables)) {
        size_t next = 0;
        for (; next < problem.cones.size(); ++next)
            held[next].curve.setZero(problem.variables, problem.variables);
        for (Held<N>& each : held)
            each.slope.setZero(problem.variables);
        for (const Plane& plane : problem.planes) { // theirs never change
            held[next].slope.template head<3>() = -plane.gradient;
            held[next++].slope[kRoom] = 1;
        }
        for (const auto& [half, slot] : problem.slots)
            for (const double side : {1.0, -1.0})
                held[next++].slope[slot] = side;
    }

    Variables<N> solved() {
        constexpr double kCloseEnough = 1e-5; // mm
        constexpr int kMostSteps = 60;
        x[kRoom] = problem.leastSlack(x) - 0.1;
        look(x);
        for (size_t i = 0; i < count; ++i)
            weights[i] = -1 / (held[i].broken * static_cast<double>(count));
        for (int step = 0; step < kMostSteps; ++step) {
            double gap = 0;
            Variables<N> pull = Variables<N>::Zero(problem.variables); // what the weights leave unbalanced
            pull[kRoom] = -1;
            for (size_t i = 0; i < count; ++i) {
                gap -= held[i].broken * weights[i];
                pull += weights[i] * held[i].slope;
            }
            if (gap < kCloseEnough && pull.squaredNorm() < 1e-8) break;
            if (!advance(gap)) break;
        }
        return x;
    }

private:
    /// Newton's step on both; false where none goes on.
    bool advance(double gap) {
        constexpr double kAim = 0.08; // of the gap, for the next
        const double aim = kAim * gap / static_cast<double>(count);
        Square<N> all = Square<N>::Zero(problem.variables, problem.variables);
        Variables<N> right = Variables<N>::Zero(problem.variables);
        right[kRoom] = 1;
        for (size_t i = 0; i < count; ++i) {
            const Held<N>& each = held[i];
            const Variables<N> weighed = -weights[i] / each.broken * each.slope;
            all.noalias() += weighed * each.slope.transpose();
            if (i < problem.cones.size()) all += weights[i] * each.curve; // the others are straight
            right += aim / each.broken * each.slope;
        }
        all.diagonal().array() += 1e-9;
        const Variables<N> way = all.ldlt().solve(right);
        double length = 1;
        for (size_t i = 0; i < count; ++i) {
            const Held<N>& each = held[i];
            changes[i] = -weights[i] - (aim + weights[i] * each.slope.dot(way)) / each.broken;
            if (changes[i] < 0) length = std::min(length, -0.99 * weights[i] / changes[i]);
        }
        Variables<N> there = x + length * way;
        while (!isInside(there)) {
            if ((length *= 0.6) < 1e-10) return false;
            there = x + length * way;
        }
        x = there;
        for (size_t i = 0; i < count; ++i)
            weights[i] += length * changes[i];
        look(x);
        return true;
    }

    bool isInside(const Variables<N>& at) const {
        if (!(problem.leastSlack(at) > at[kRoom] + 1e-12)) return false;
        return std::all_of(problem.slots.begin(), problem.slots.end(),
                           [&](const auto& slot) { return std::abs(at[slot.second]) < slot.first; });
    }

    void look(const Variables<N>& at) {
        size_t next = 0;
        for (const Cone& cone : problem.cones)
            look(cone, at, held[next++]);
        for (const Plane& plane : problem.planes)
            held[next++].broken = at[kRoom] - plane.least - plane.gradient.dot(at.template head<3>());
        for (const auto& [half, slot] : problem.slots)
            for (const double side : {1.0, -1.0})
                held[next++].broken = side * at[slot] - half;
    }

    void look(const Cone& cone, const Variables<N>& at, Held<N>& each) const {
        constexpr double kRounded = 1e-14; // mm2: a cone's tip has no slope
        const Vec2 offset = cone.offset(at);
        const double far = std::sqrt(offset.squaredNorm() + kRounded);
        each.broken = far - cone.play + at[kRoom];
        const Vec2 out = offset / far;
        const Eigen::Matrix2d curved = (Eigen::Matrix2d::Identity() - out * out.transpose()) / far;
        const std::array<std::pair<int, const Vec2*>, 4> ways{std::pair{kShiftX, &cone.byX},
                                                              {kShiftY, &cone.byY},
                                                              {kTurn, &cone.byTurn},
                                                              {cone.slot, &cone.bySlot}};
        const size_t ofThem = cone.slot >= 0 ? 4 : 3;
        for (size_t a = 0; a < ofThem; ++a) {
            each.slope[ways[a].first] = out.dot(*ways[a].second);
            const Vec2 curvedByA = curved * *ways[a].second;
            for (size_t b = 0; b <= a; ++b)
                each.curve(ways[a].first, ways[b].first) = each.curve(ways[b].first, ways[a].first) =
                    curvedByA.dot(*ways[b].second);
        }
        each.slope[kRoom] = 1;
    }

    const Problem& problem;
    size_t count;
    std::vector<Held<N>> held;
    std::vector<double> weights, changes;
    Variables<N> x;
};

struct Movement {
    Vec3 by; // shifts, and the turn
    double room;
    int tightest;
};

template <int N> Movement movementOf(const Problem& problem) {
    const Variables<N> x = Solver<N>(problem).solved();
    Movement movement{x.template head<3>(), 0, -1};
    movement.room = problem.leastSlack(x, &movement.tightest);
    return movement;
}

Tie moved(const Tie& tie, const Pose3& by) {
    Tie made = tie;
    for (Tie::Rim& rim : made.rims) {
        rim.from = by * rim.from;
        rim.to = by * rim.to;
    }
    return made;
}

Contact moved(const Contact& contact, const Pose3& by) {
    Contact made = contact;
    for (Vec3& corner : made.corners)
        corner = by * corner;
    return made;
}

} // namespace

Fitting fit(const std::vector<Tie>& ties, const std::vector<Contact>& contacts) {
    Fitting fitting;
    if (ties.empty()) return fitting;
    std::vector<Tie> now = ties;
    std::vector<Contact> touching = contacts;
    constexpr int kRounds = 2; // the turn linearised, then made, then once more from there
    for (int round = 0; round < kRounds; ++round) {
        Vec3 middle(0, 0, 0);
        for (const Tie& tie : now)
            middle += (tie.rims[0].from + tie.rims[0].to) / 2 / static_cast<double>(now.size());
        const Problem problem = problemOf(now, touching, middle);
        const Movement best =
            problem.slots.empty() ? movementOf<kSlots>(problem) : movementOf<Eigen::Dynamic>(problem);
        fitting.room = best.room;
        fitting.tightest = best.tightest;
        const Pose3 by = Eigen::Translation3d(best.by.x(), best.by.y(), 0) * Eigen::Translation3d(middle) *
                         Eigen::AngleAxisd(best.by.z(), Vec3::UnitZ()) * Eigen::Translation3d(-middle);
        fitting.placed = by * fitting.placed;
        for (Tie& tie : now)
            tie = moved(tie, by);
        for (Contact& contact : touching)
            contact = moved(contact, by);
        // What the turn's own curve is worth at the farthest tie.
        double reach = 0;
        for (const Tie& tie : now)
            reach = std::max(reach, (tie.rims[0].from - middle).norm());
        constexpr double kNothing = 1e-5; // mm
        if (best.by.z() * best.by.z() * reach / 2 < kNothing) break;
    }
    return fitting;
}

} // namespace goodfold::lineup
