#include "mount/scene.h"

#include "mount/posed.h"

#include <array>
#include <unsupported/Eigen/AutoDiff>

namespace goodfold::mount {

namespace {

using Seen = Observation::Kind;
using How = job::MountReading::How;

/// Two points on two tubes, an edge on a third face: no reading hangs on more.
constexpr int kMost = 24;
using Dual = Eigen::AutoDiffScalar<Eigen::Matrix<double, kMost, 1>>;

/// Hands out an unknown as a number that knows its derivatives, those of one row only.
class DualOf {
public:
    explicit DualOf(const Eigen::VectorXd& by) : by(by) {}
    Dual operator()(int unknown) {
        if (unknown < 0) return Dual(0.0);
        for (int i = 0; i < count; ++i)
            if (unknowns[i] == unknown) return {by[unknown], kMost, i};
        unknowns[count] = unknown;
        return {by[unknown], kMost, count++};
    }
    const Eigen::VectorXd& by;
    std::array<int, kMost> unknowns{};
    int count = 0;
};

struct Nothing {
    double operator()(int) const { return 0; }
};

double numberOf(double value) {
    return value;
}
double numberOf(const Dual& value) {
    return value.value();
}

template <class T> T magnitude(const T& value) {
    return numberOf(value) < 0 ? T(-value) : value;
}

/// Nearest or farthest places of two rims, as angles on each: each sought in turn from the other.
std::array<double, 2> extremes(const Scene& scene, const Observation& seen) {
    const double sign = seen.how == How::Near ? 1 : -1;
    std::array<double, 2> angles{};
    const std::array<int, 2> points{seen.a, seen.b};
    const auto rim = [&](int i) {
        const Scene::Point& point = scene.points[points[i]];
        const Eigen::Matrix3d axes = axesAt(scene, points[i]);
        return Vec3(placeOf(scene, points[i]) +
                    point.radius * (axes.col(0) * std::cos(angles[i]) + axes.col(1) * std::sin(angles[i])));
    };
    std::array<Vec3, 2> at{placeOf(scene, seen.a), placeOf(scene, seen.b)};
    constexpr int kRounds = 60;
    for (int round = 0; round < kRounds; ++round)
        for (int i = 0; i < 2; ++i) {
            const Eigen::Matrix3d axes = axesAt(scene, points[i]);
            const Vec3 toward = sign * (at[1 - i] - placeOf(scene, points[i]));
            angles[i] = std::atan2(toward.dot(axes.col(1)), toward.dot(axes.col(0)));
            at[i] = rim(i);
        }
    return angles;
}

/// `angles` of the rims' nearest places stay where they are: there the distance has no slope along the rims.
template <class T, class P> T between(const Scene& scene, const Observation& seen, const P& posed) {
    if (seen.how == How::Centres) return P::norm(posed.place(seen.b) - posed.place(seen.a));
    const double sign = seen.how == How::Near ? -1 : 1;
    if (scene.points[seen.a].face == scene.points[seen.b].face && !scene.isRound(scene.points[seen.a].face))
        return P::norm(posed.place(seen.b) - posed.place(seen.a)) +
               sign * (posed.radius(seen.a) + posed.radius(seen.b));
    const auto angles = extremes(scene, seen);
    return P::norm(posed.onRim(seen.b, angles[1]) - posed.onRim(seen.a, angles[0]));
}

template <class T, class P> T fromEdge(const Observation& seen, const P& posed) {
    const auto square = posed.alongAndSquare(seen.edge).second;
    const T centre = magnitude<T>(P::dot(posed.place(seen.a) - posed.onEdge(seen.edge), square));
    if (seen.how == How::Centres) return centre;
    return seen.how == How::Near ? T(centre - posed.radius(seen.a)) : T(centre + posed.radius(seen.a));
}

/// Degrees.
template <class T, class P> T turn(const Observation& seen, const P& posed) {
    using std::atan2;
    const auto one = posed.axesOf(seen.a).outward, other = posed.axesOf(seen.b).outward;
    return atan2(T(P::norm(P::cross(one, other))), T(P::dot(one, other))) * (180 / M_PI);
}

template <class T, class P> T computedOf(const Scene& scene, const Observation& seen, const P& posed) {
    switch (seen.kind) {
    case Seen::Between:
        return between<T>(scene, seen, posed);
    case Seen::FromEdge:
        return fromEdge<T>(seen, posed);
    case Seen::Along:
        return magnitude<T>(
            P::dot(posed.place(seen.b) - posed.place(seen.a), posed.alongAndSquare(seen.edge).first));
    case Seen::Square:
        return magnitude<T>(
            P::dot(posed.place(seen.b) - posed.place(seen.a), posed.alongAndSquare(seen.edge).second));
    case Seen::Height:
        return P::dot(posed.place(seen.a) - posed.at(seen.b), posed.axesOf(seen.b).outward);
    case Seen::Turn:
    case Seen::Parallel:
        return turn<T>(seen, posed);
    case Seen::Rise: {
        const auto one = posed.axesOf(seen.a).outward, other = posed.axesOf(seen.b).outward;
        return seen.over * P::norm(P::cross(one, other)) / magnitude<T>(P::dot(one, other));
    }
    case Seen::Diameter:
        return 2 * posed.radius(seen.a);
    case Seen::Place:
        return posed.place(seen.a)[seen.b];
    case Seen::AlongTube:
        return magnitude<T>(P::dot(posed.place(seen.b) - posed.place(seen.a), posed.axesOf(seen.edge).first));
    case Seen::AroundTube:
        return magnitude<T>(posed.around(seen.a, seen.b));
    case Seen::HeightOverTube:
        return posed.overTube(seen.a, seen.b);
    case Seen::DiameterOfTube:
        return 2 * posed.tubeRadius(seen.a);
    case Seen::Plumb: {
        // What leans outward at its upper end looks a little down.
        const auto outward = posed.axesOf(seen.a).outward, up = posed.up();
        return -seen.over * P::dot(outward, up) / P::norm(P::cross(outward, up));
    }
    case Seen::Level:
    case Seen::Flat: {
        const auto outward = posed.axesOf(seen.a).outward, up = posed.up();
        return seen.over * P::norm(P::cross(outward, up)) / magnitude<T>(P::dot(outward, up));
    }
    }
    return T(0.0);
}

} // namespace

std::pair<Vec3, Vec3> besideUp(const Vec3& up) {
    const Vec3 one = up.cross(std::abs(up.x()) < 0.9 ? Vec3::UnitX() : Vec3::UnitZ()).normalized();
    return {one, up.cross(one)};
}

Scene moved(const Scene& scene, const Unknowns& unknowns, const Eigen::VectorXd& by) {
    const auto get = [&](int unknown) { return unknown < 0 ? 0.0 : by[unknown]; };
    const Posed<double, decltype(get)> posed(scene, unknowns, get);
    Scene out = scene;
    for (size_t i = 0; i < out.faces.size(); ++i) {
        const auto axes = posed.axesOf(static_cast<int>(i));
        out.faces[i].at = posed.at(static_cast<int>(i));
        out.faces[i].axes << axes.first, axes.second, axes.outward;
        if (scene.isRound(static_cast<int>(i))) out.faces[i].radius = posed.tubeRadius(static_cast<int>(i));
    }
    out.up = posed.up();
    for (size_t i = 0; i < out.points.size(); ++i) {
        const Unknowns::OfPoint& own = unknowns.points[i];
        out.points[i].on += Vec2(get(own.along), get(own.across));
        // Around a tube the same angle is another length once its radius is another.
        const auto face = static_cast<size_t>(out.points[i].face);
        if (out.isRound(out.points[i].face))
            out.points[i].on.y() *= out.faces[face].radius / scene.faces[face].radius;
        out.points[i].radius += get(own.radius);
    }
    for (size_t i = 0; i < out.edges.size(); ++i) {
        Scene::Edge& edge = out.edges[i];
        const double offset = get(unknowns.edges[i].offset);
        edge.angle += get(unknowns.edges[i].turn) / kLever;
        edge.on += offset * Vec2(-std::sin(edge.angle), std::cos(edge.angle));
    }
    return out;
}

Vec3 placeOf(const Scene& scene, int point) {
    const Scene::Point& own = scene.points[point];
    const Scene::Face& face = scene.faces[own.face];
    if (scene.isRound(own.face))
        return face.at + face.axes.col(0) * own.on.x() + axesAt(scene, point).col(2) * face.radius;
    return face.at + face.axes.leftCols<2>() * own.on;
}

Eigen::Matrix3d axesAt(const Scene& scene, int point) {
    const Scene::Point& own = scene.points[point];
    const Scene::Face& face = scene.faces[own.face];
    if (!scene.isRound(own.face)) return face.axes;
    const double angle = own.on.y() / face.radius, c = std::cos(angle), s = std::sin(angle);
    Eigen::Matrix3d axes = face.axes;
    axes.col(1) = c * face.axes.col(1) - s * face.axes.col(2);
    axes.col(2) = c * face.axes.col(2) + s * face.axes.col(1);
    return axes;
}

double computed(const Scene& scene, const Observation& seen) {
    static const Nothing nothing;
    Unknowns none;
    none.faces.assign(scene.faces.size(), -1);
    none.radii = none.faces;
    none.points.resize(scene.points.size());
    none.edges.resize(scene.edges.size());
    return computedOf<double>(scene, seen, Posed<double, const Nothing>(scene, none, nothing));
}

void compare(const Change& change, const Observation& seen, Eigen::Ref<Eigen::VectorXd> rows,
             Eigen::Ref<Eigen::MatrixXd> slopes) {
    DualOf get(change.by);
    const Posed<Dual, DualOf> posed(change.scene, change.unknowns, get);
    const auto take = [&](Eigen::Index row, const Dual& value, double wanted) {
        rows[row] = (value.value() - wanted) / seen.sigma;
        for (int i = 0; i < get.count; ++i)
            slopes(row, get.unknowns[i]) += value.derivatives()[i] / seen.sigma;
    };
    slopes.setZero();
    if (seen.rows() == 1) return take(0, computedOf<Dual>(change.now, seen, posed), seen.value);
    using P = Posed<Dual, DualOf>;
    const auto axes = posed.axesOf(seen.a);
    if (seen.kind == Seen::Flat) {
        take(0, seen.over * P::dot(posed.up(), axes.first), 0);
        take(1, seen.over * P::dot(posed.up(), axes.second), 0);
        return;
    }
    const auto other = posed.axesOf(seen.b).outward;
    take(0, P::dot(other, axes.first) * (180 / M_PI), 0);
    take(1, P::dot(other, axes.second) * (180 / M_PI), 0);
}

Eigen::MatrixXd slopesOfPlace(const Scene& scene, const Unknowns& unknowns, int point) {
    Eigen::MatrixXd all = Eigen::MatrixXd::Zero(3, unknowns.count);
    const Eigen::VectorXd unchanged = Eigen::VectorXd::Zero(unknowns.count);
    DualOf get(unchanged);
    const Posed<Dual, DualOf> posed(scene, unknowns, get);
    const auto place = posed.place(point);
    for (int axis = 0; axis < 3; ++axis)
        for (int i = 0; i < get.count; ++i)
            all(axis, get.unknowns[i]) = place[axis].derivatives()[i];
    return all;
}

} // namespace goodfold::mount
