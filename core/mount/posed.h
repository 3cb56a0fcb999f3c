// The geometry that readings are computed from, for numbers and for numbers with derivatives alike. Inside of
// mount/ only.
#pragma once

#include "mount/scene.h"

#include <Eigen/Geometry>

#include <cmath>

namespace goodfold::mount {

/// `get(i)`: by what unknown i is changed, 0 for -1.
template <class T, class Get> class Posed {
public:
    using Vec = Eigen::Matrix<T, 3, 1>;
    struct Axes {
        Vec first, second, outward;
    };

    Posed(const Scene& scene, const Unknowns& unknowns, Get& get)
        : scene(scene), unknowns(unknowns), get(get) {}

    Axes axesOf(int face) const {
        const Eigen::Matrix3d& axes = scene.faces[face].axes;
        const int own = unknowns.faces[face];
        if (own < 0) return {vec(axes.col(0)), vec(axes.col(1)), vec(axes.col(2))};
        const T a = get(own) / kLever, b = get(own + 1) / kLever;
        if (scene.isRound(face)) {
            const Vec first = normalized(vec(axes.col(0)) + scaled(axes.col(1), a) + scaled(axes.col(2), b));
            const Vec up = vec(axes.col(2));
            const T lean = dot(up, first);
            const Vec outward = normalized(Vec(up - Vec(first * lean)));
            return {first, cross(outward, first), outward};
        }
        const Vec outward = normalized(vec(axes.col(2)) + scaled(axes.col(0), a) + scaled(axes.col(1), b));
        const Vec along = vec(axes.col(0));
        const T into = dot(along, outward);
        const Vec first = normalized(Vec(along - Vec(outward * into)));
        return {first, cross(outward, first), outward};
    }

    /// A place on it; of a tube on its middle line.
    Vec at(int face) const {
        const Scene::Face& own = scene.faces[face];
        const int index = unknowns.faces[face];
        if (own.heldAtSkin) return vec(own.at) - scaled(own.axes.col(2), get(unknowns.radii[face]));
        if (scene.isRound(face) && index >= 0)
            return vec(own.at) + scaled(own.axes.col(1), get(index + 2)) +
                   scaled(own.axes.col(2), get(index + 3));
        if (index < 0) return vec(own.at);
        return vec(own.at) + scaled(own.axes.col(2), get(index + 2));
    }

    Vec place(int point) const {
        const Scene::Point& own = scene.points[point];
        const Unknowns::OfPoint& index = unknowns.points[point];
        return on(own.face, own.on.x() + get(index.along), own.on.y() + get(index.across));
    }

    T tubeRadius(int face) const { return scene.faces[face].radius + get(unknowns.radii[face]); }

    /// Around a tube, on its skin, the shorter way.
    T around(int from, int to) const {
        const int face = scene.points[from].face;
        const double whole = 2 * M_PI * scene.faces[face].radius;
        const double by = scene.points[to].on.y() - scene.points[from].on.y();
        const T apart = across(to) - across(from) - T(whole * std::round(by / whole));
        return apart * tubeRadius(face) / T(scene.faces[face].radius);
    }

    /// From the middle line of a tube, less its radius.
    T overTube(int point, int face) const {
        const Vec along = axesOf(face).first, way = place(point) - at(face);
        const T on = dot(way, along);
        return norm(Vec(way - Vec(along * on))) - tubeRadius(face);
    }

    /// Against gravity.
    Vec up() const {
        if (unknowns.up < 0) return vec(scene.up);
        const auto [one, other] = besideUp(scene.up);
        return normalized(vec(scene.up) + scaled(one, get(unknowns.up) / kLever) +
                          scaled(other, get(unknowns.up + 1) / kLever));
    }

    T radius(int point) const { return scene.points[point].radius + get(unknowns.points[point].radius); }

    /// Along an edge, and square to it in its face.
    std::pair<Vec, Vec> alongAndSquare(int edge) const {
        const Axes axes = axesOf(scene.edges[edge].face);
        const auto [c, s] = directionOf(edge);
        return {Vec(axes.first * c + axes.second * s), Vec(axes.second * c - axes.first * s)};
    }

    Vec onEdge(int edge) const {
        const Scene::Edge& own = scene.edges[edge];
        const auto [c, s] = directionOf(edge);
        const T offset = get(unknowns.edges[edge].offset);
        return on(own.face, own.on.x() - s * offset, own.on.y() + c * offset);
    }

    /// On a point's rim, which lies in its face.
    Vec onRim(int point, double angle) const {
        const Axes axes = axesAt(scene.points[point].face, across(point));
        const T r = radius(point);
        return place(point) + Vec(axes.first * T(r * std::cos(angle)) + axes.second * T(r * std::sin(angle)));
    }

    static T dot(const Vec& a, const Vec& b) { return a[0] * b[0] + a[1] * b[1] + a[2] * b[2]; }
    static T norm(const Vec& a) {
        using std::sqrt;
        return sqrt(dot(a, a) + kTiny);
    }
    static Vec cross(const Vec& a, const Vec& b) {
        return {a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]};
    }

private:
    static constexpr double kTiny = 1e-24; // a length of nothing has a slope all the same

    static Vec vec(const Vec3& a) { return {T(a[0]), T(a[1]), T(a[2])}; }
    static Vec scaled(const Vec3& a, const T& by) { return {a[0] * by, a[1] * by, a[2] * by}; }
    static Vec normalized(const Vec& a) { return a * T(1.0 / norm(a)); }

    T across(int point) const { return scene.points[point].on.y() + get(unknowns.points[point].across); }

    /// What touches a tube so far around it; of a flat face its own.
    Axes axesAt(int face, const T& across) const {
        Axes own = axesOf(face);
        if (!scene.isRound(face)) return own;
        using std::cos;
        using std::sin;
        const T angle = across / T(scene.faces[face].radius), c = cos(angle), s = sin(angle);
        return {own.first, Vec(own.second * c - own.outward * s), Vec(own.outward * c + own.second * s)};
    }

    Vec on(int face, const T& along, const T& across) const {
        const Axes axes = axesAt(face, across);
        if (scene.isRound(face)) return at(face) + Vec(axes.first * along + axes.outward * tubeRadius(face));
        return at(face) + Vec(axes.first * along + axes.second * across);
    }

    std::pair<T, T> directionOf(int edge) const {
        using std::cos;
        using std::sin;
        const T angle = scene.edges[edge].angle + get(unknowns.edges[edge].turn) / kLever;
        return {cos(angle), sin(angle)};
    }

    const Scene& scene;
    const Unknowns& unknowns;
    Get& get;
};

} // namespace goodfold::mount
