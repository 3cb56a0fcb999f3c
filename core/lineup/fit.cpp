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
constexpr int kShiftX = 0, kShiftY = 1, kTurn = 2, kRoom = 3, kSlots = 4, kMost = 24;
using Variables = Eigen::Matrix<double, Eigen::Dynamic, 1, 0, kMost, 1>;
using Square = Eigen::Matrix<double, Eigen::Dynamic, Eigen::Dynamic, 0, kMost, kMost>;

/// A rim's offset from its axis, square to it: at rest, and what a millimetre of each movement makes of it.
struct Cone {
    Vec2 rest, byX, byY, byTurn, bySlot{0, 0};
    int slot = -1; // its variable
    double play = 0;
    int tie = 0;

    Vec2 offset(const Variables& x) const {
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

    double leastSlack(const Variables& x, int* tightest = nullptr) const {
        double least = std::numeric_limits<double>::infinity();
        const auto take = [&](double slack, int tie) {
            if (slack >= least) return;
            least = slack;
            if (tightest) *tightest = tie;
        };
        for (const Cone& cone : cones)
            take(cone.play - cone.offset(x).norm(), cone.tie);
        for (const Plane& plane : planes)
            take(plane.least + plane.gradient.dot(x.head<3>()), -1);
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

/// What a log barrier weighs: value only where all is inside, else infinite.
class Barrier {
public:
    Barrier(const Problem& problem, double sharp) : problem(problem), sharp(sharp) {}

    double value(const Variables& x) const {
        double all = -sharp * x[kRoom];
        for (const Cone& cone : problem.cones) {
            const double room = cone.play - x[kRoom];
            const double inside = room * room - cone.offset(x).squaredNorm();
            if (room <= 0 || inside <= 0) return std::numeric_limits<double>::infinity();
            all -= std::log(inside);
        }
        for (const Plane& plane : problem.planes) {
            const double inside = plane.least + plane.gradient.dot(x.head<3>()) - x[kRoom];
            if (inside <= 0) return std::numeric_limits<double>::infinity();
            all -= std::log(inside);
        }
        for (const auto& [half, slot] : problem.slots) {
            const double inside = half * half - x[slot] * x[slot];
            if (inside <= 0) return std::numeric_limits<double>::infinity();
            all -= std::log(inside);
        }
        return all;
    }

    void derive(const Variables& x, Variables& gradient, Square& hessian) const {
        gradient.setZero(problem.variables);
        hessian.setZero(problem.variables, problem.variables);
        gradient[kRoom] = -sharp;
        for (const Cone& cone : problem.cones)
            add(cone, x, gradient, hessian);
        for (const Plane& plane : problem.planes) {
            Variables slope = Variables::Zero(problem.variables);
            slope.head<3>() = plane.gradient;
            slope[kRoom] = -1;
            const double inside = plane.least + plane.gradient.dot(x.head<3>()) - x[kRoom];
            gradient -= slope / inside;
            hessian += slope * slope.transpose() / (inside * inside);
        }
        for (const auto& [half, slot] : problem.slots) {
            const double inside = half * half - x[slot] * x[slot];
            gradient[slot] += 2 * x[slot] / inside;
            hessian(slot, slot) += 2 / inside + 4 * x[slot] * x[slot] / (inside * inside);
        }
    }

private:
    /// -log(room^2 - |offset|^2), which is convex where the room is positive.
    void add(const Cone& cone, const Variables& x, Variables& gradient, Square& hessian) const {
        const Vec2 offset = cone.offset(x);
        const double room = cone.play - x[kRoom], inside = room * room - offset.squaredNorm();
        std::array<std::pair<int, Vec2>, 4> ways{std::pair{kShiftX, cone.byX}, std::pair{kShiftY, cone.byY},
                                                 std::pair{kTurn, cone.byTurn},
                                                 std::pair{cone.slot, cone.bySlot}};
        const int count = cone.slot >= 0 ? 4 : 3;
        Variables slope = Variables::Zero(problem.variables); // of `inside`
        for (int i = 0; i < count; ++i)
            slope[ways[static_cast<size_t>(i)].first] = -2 * offset.dot(ways[static_cast<size_t>(i)].second);
        slope[kRoom] = -2 * room;
        gradient -= slope / inside;
        hessian += slope * slope.transpose() / (inside * inside);
        for (int i = 0; i < count; ++i)
            for (int j = 0; j < count; ++j) {
                const auto& [a, byA] = ways[static_cast<size_t>(i)];
                const auto& [b, byB] = ways[static_cast<size_t>(j)];
                hessian(a, b) += 2 * byA.dot(byB) / inside;
            }
        hessian(kRoom, kRoom) -= 2 / inside;
    }

    const Problem& problem;
    double sharp;
};

/// The movement with most room: within kCloseEnough of the best there is.
Variables solved(const Problem& problem) {
    constexpr double kCloseEnough = 1e-5, kFirst = 4, kSharper = 12, kDone = 1e-9;
    constexpr int kMostSteps = 40;
    Variables x = Variables::Zero(problem.variables);
    x[kRoom] = problem.leastSlack(x) - 0.5;
    const double weight = 2.0 * static_cast<double>(problem.cones.size()) +
                          static_cast<double>(problem.planes.size() + 2 * problem.slots.size());
    Variables gradient(problem.variables);
    Square hessian(problem.variables, problem.variables);
    for (double sharp = kFirst;; sharp *= kSharper) {
        const Barrier barrier(problem, sharp);
        double now = barrier.value(x);
        for (int step = 0; step < kMostSteps; ++step) {
            barrier.derive(x, gradient, hessian);
            hessian.diagonal().array() += 1e-12;
            const Variables way = -hessian.ldlt().solve(gradient);
            const double fall = -gradient.dot(way);
            if (!(fall > kDone)) break;
            double length = 1;
            double next = barrier.value(x + length * way);
            while (!(next <= now - 0.1 * length * fall) && length > 1e-9) {
                length /= 2;
                next = barrier.value(x + length * way);
            }
            if (length <= 1e-9) break;
            x += length * way;
            now = next;
        }
        if (weight / sharp < kCloseEnough) return x;
    }
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
        const Variables x = solved(problem);
        fitting.room = problem.leastSlack(x, &fitting.tightest);
        const Pose3 by = Eigen::Translation3d(x[kShiftX], x[kShiftY], 0) * Eigen::Translation3d(middle) *
                         Eigen::AngleAxisd(x[kTurn], Vec3::UnitZ()) * Eigen::Translation3d(-middle);
        fitting.placed = by * fitting.placed;
        for (Tie& tie : now)
            tie = moved(tie, by);
        for (Contact& contact : touching)
            contact = moved(contact, by);
    }
    return fitting;
}

} // namespace goodfold::lineup
