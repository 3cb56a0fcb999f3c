#include "common/convex_body.h"

#include <algorithm>
#include <ccd/ccd.h>
#include <numeric>

namespace goodfold {

ConvexBody::ConvexBody(std::vector<Vec3> corners) : all(std::move(corners)) {
    for (const Vec3& corner : all)
        round.extend(corner);
    within = std::accumulate(all.begin(), all.end(), Vec3(Vec3::Zero())) / static_cast<double>(all.size());
}

const Vec3& ConvexBody::furthest(const Vec3& way) const {
    const Vec3* best = &all.front();
    double most = best->dot(way);
    for (const Vec3& corner : all)
        if (const double along = corner.dot(way); along > most) {
            most = along;
            best = &corner;
        }
    return *best;
}

namespace {

Vec3 furthest(const ConvexBody& body, const Vec3& way) {
    return body.furthest(way);
}
Vec3 middleOf(const ConvexBody& body) {
    return body.middle();
}

Vec3 furthest(const RoundBar& bar, const Vec3& way) {
    const double out = way.head<2>().norm();
    const Vec2 rim = out > 0 ? Vec2(way.head<2>() * (bar.radius / out)) : Vec2(0, 0);
    return {rim.x(), rim.y(), way.z() < 0 ? -bar.length / 2 : bar.length / 2};
}
Vec3 middleOf(const RoundBar&) {
    return Vec3::Zero();
}

Vec3 read(const ccd_vec3_t* from) {
    return {from->v[0], from->v[1], from->v[2]};
}
void write(const Vec3& from, ccd_vec3_t* to) {
    std::copy_n(from.data(), 3, to->v);
}

/// A body where libccd wants to see it.
template <class Body> struct Placed {
    const Body& body;
    const Pose3& pose;

    static void furthestAlong(const void* object, const ccd_vec3_t* way, ccd_vec3_t* corner) {
        const auto& [body, pose] = *static_cast<const Placed*>(object);
        write(pose * furthest(body, pose.linear().transpose() * read(way)), corner);
    }
    static void middle(const void* object, ccd_vec3_t* at) {
        const auto& [body, pose] = *static_cast<const Placed*>(object);
        write(pose * middleOf(body), at);
    }
};

template <class One, class Other> ccd_t askingOf() {
    ccd_t ask;
    CCD_INIT(&ask);
    ask.support1 = Placed<One>::furthestAlong;
    ask.support2 = Placed<Other>::furthestAlong;
    ask.center1 = Placed<One>::middle;
    ask.center2 = Placed<Other>::middle;
    ask.max_iterations = 500;
    ask.mpr_tolerance = 1e-6;
    return ask;
}

template <class Other> bool meets(const ConvexBody& one, const Other& other, const Pose3& oneFromOther) {
    const Pose3 here = Pose3::Identity();
    const Placed<ConvexBody> first{one, here};
    const Placed<Other> second{other, oneFromOther};
    const ccd_t ask = askingOf<ConvexBody, Other>();
    return ccdMPRIntersect(&first, &second, &ask) != 0;
}

/// From a corner of the second body to one of the first.
struct Difference {
    Vec3 onOne, onOther;
    Vec3 vector() const { return onOne - onOther; }
};

Difference furthestAgainst(const ConvexBody& one, const ConvexBody& other, const Vec3& way) {
    return {one.furthest(-way), other.furthest(way)};
}

/// A few, four as a rule at most, and what each counts; together 1.
struct Corral {
    std::vector<Difference> differences;
    std::vector<double> weights;

    template <class Of> Vec3 mean(const Of& of) const {
        Vec3 sum = Vec3::Zero();
        for (size_t i = 0; i < weights.size(); ++i)
            sum += weights[i] * of(differences[i]);
        return sum;
    }
    Vec3 nearest() const {
        return mean([](const Difference& each) { return each.vector(); });
    }

    /// Of the point nearest to none in the line, plane or space through all of them.
    std::vector<double> weightsOfFlat() const {
        const Vec3 first = differences.front().vector();
        Eigen::Matrix3Xd sides(3, differences.size() - 1);
        for (size_t i = 1; i < differences.size(); ++i)
            sides.col(static_cast<Eigen::Index>(i) - 1) = differences[i].vector() - first;
        std::vector<double> made{1};
        if (sides.cols() == 0) return made;
        const Eigen::VectorXd along = sides.completeOrthogonalDecomposition().solve(-first);
        made.front() -= along.sum();
        made.insert(made.end(), along.begin(), along.end());
        return made;
    }

    /// Goes there, or as far as one that no longer counts, which is left out; whether it was reached.
    bool goToward(const std::vector<double>& wanted) {
        constexpr double kNothing = 1e-12;
        double share = 1;
        for (size_t i = 0; i < weights.size(); ++i)
            if (wanted[i] < kNothing && weights[i] > wanted[i])
                share = std::min(share, weights[i] / (weights[i] - wanted[i]));
        for (size_t i = 0; i < weights.size(); ++i)
            weights[i] += share * (wanted[i] - weights[i]);
        const bool reached =
            std::all_of(wanted.begin(), wanted.end(), [](double w) { return w >= kNothing; });
        for (size_t i = weights.size(); i-- > 0;)
            if (weights[i] < kNothing && weights.size() > 1) {
                weights.erase(weights.begin() + static_cast<std::ptrdiff_t>(i));
                differences.erase(differences.begin() + static_cast<std::ptrdiff_t>(i));
            }
        return reached;
    }
};

} // namespace

bool meet(const ConvexBody& one, const ConvexBody& other, const Pose3& oneFromOther) {
    return meets(one, other, oneFromOther);
}

bool meet(const ConvexBody& one, const RoundBar& other, const Pose3& oneFromOther) {
    return meets(one, other, oneFromOther);
}

std::optional<Vec3> pointOfBoth(const ConvexBody& one, const ConvexBody& other, const Pose3& oneFromOther) {
    const Pose3 here = Pose3::Identity();
    const Placed<ConvexBody> first{one, here}, second{other, oneFromOther};
    const ccd_t ask = askingOf<ConvexBody, ConvexBody>();
    ccd_real_t depth = 0;
    ccd_vec3_t way, at;
    if (ccdMPRPenetration(&first, &second, &ask, &depth, &way, &at) != 0) return {};
    return read(&at);
}

Approach nearestApproach(const ConvexBody& one, const ConvexBody& other) {
    constexpr double kSame = 1e-9; // mm
    constexpr int kMostRounds = 1000;
    Corral corral{{furthestAgainst(one, other, one.middle() - other.middle())}, {1}};
    for (int round = 0; round < kMostRounds; ++round) {
        const Vec3 nearest = corral.nearest();
        const double distance = nearest.norm();
        if (distance < kSame) return {};
        const Difference next = furthestAgainst(one, other, nearest);
        if (distance - next.vector().dot(nearest) / distance < kSame) break;
        corral.differences.push_back(next);
        corral.weights.push_back(0);
        for (size_t left = corral.weights.size(); left > 0; --left) // one at least is left out each time
            if (corral.goToward(corral.weightsOfFlat())) break;
    }
    return {corral.nearest().norm(), corral.mean([](const Difference& each) { return each.onOne; }),
            corral.mean([](const Difference& each) { return each.onOther; })};
}

} // namespace goodfold
