#include "strength/beam.h"

#include <algorithm>
#include <cmath>

namespace goodfold::strength {

namespace {

/// Axes of one piece: along it, along its width, along its thickness.
Eigen::Matrix3d axesOf(const Station& from, const Station& to) {
    const Vec3 along = (to.point - from.point).normalized();
    const Vec3 mean = from.across + to.across;
    const Vec3 across = (mean - mean.dot(along) * along).normalized();
    Eigen::Matrix3d axes;
    axes << along, across, along.cross(across);
    return axes;
}

/// A piece of the chain between two stations, and what bends it.
class Piece {
public:
    Piece(const Chain& chain, size_t index)
        : axes(axesOf(chain.stations[index], chain.stations[index + 1])),
          step(chain.stations[index + 1].point - chain.stations[index].point) {
        const double w = chain.width, t = chain.thickness, e = chain.elasticModulus;
        give = {1 / (chain.shearModulus() * torsionConstant(w, t)), 12 / (e * w * t * t * t),
                12 / (e * t * w * w * w)};
    }

    /// Moves and turns its far station, from the moments at its ends in its own axes.
    void carryOn(const Vec3& near, const Vec3& far, const Vec3& moved, const Vec3& turned, Vec3& movedNext,
                 Vec3& turnedNext) const {
        const Vec3 k0 = give.cwiseProduct(near), k1 = give.cwiseProduct(far);
        const double h = step.norm();
        turnedNext = turned + axes * (h * (k0 + k1) / 2);
        const Vec3 lever = axes * (h * h * (k0 / 3 + k1 / 6));
        movedNext = moved + turned.cross(step) + lever.cross(axes.col(0));
    }

    Eigen::Matrix3d axes;
    Vec3 step;

private:
    Vec3 give; // curvature for a moment, about each axis
};

Section sectionAt(const Chain& c, const Station& at) {
    return {c.width, c.thickness, at.holeAcross, at.insideRadius};
}

/// A displacement of every station.
struct Shape {
    std::vector<Vec3> moved, turned;
    explicit Shape(size_t count) : moved(count, Vec3::Zero()), turned(count, Vec3::Zero()) {}
    double largest() const {
        double most = 0;
        for (const Vec3& one : moved)
            most = std::max(most, one.norm());
        return most;
    }
    void scale(double by) {
        for (size_t i = 0; i < moved.size(); ++i) {
            moved[i] *= by;
            turned[i] *= by;
        }
    }
};

/// What shape the load makes by itself once the chain has taken a shape: its arm has moved, and each piece
/// has turned under the moment it carries.
class Displaced {
public:
    Displaced(const Chain& chain, const PointLoad& load) : chain(chain), load(load) {
        for (size_t i = 0; i < load.station; ++i)
            pieces.emplace_back(chain, i);
    }

    Shape from(const Shape& taken) const {
        Shape made(chain.stations.size());
        const size_t end = load.station;
        const Vec3 loadMoved =
            taken.moved[end] + taken.turned[end].cross(load.at - chain.stations[end].point);
        for (size_t i = 0; i < end; ++i) {
            const auto moment = [&](size_t station) {
                const Vec3 carried = (load.at - chain.stations[station].point).cross(load.force);
                const Vec3 more = (loadMoved - taken.moved[station]).cross(load.force);
                return Vec3(pieces[i].axes.transpose() * (more - taken.turned[station].cross(carried)));
            };
            pieces[i].carryOn(moment(i), moment(i + 1), made.moved[i], made.turned[i], made.moved[i + 1],
                              made.turned[i + 1]);
        }
        return made;
    }

private:
    const Chain& chain;
    const PointLoad& load;
    std::vector<Piece> pieces;
};

/// Some shape with a share of every way there is to give.
Shape crooked(const Chain& chain, size_t end) {
    Shape shape(chain.stations.size());
    for (size_t i = 1; i <= end; ++i) {
        const double x = static_cast<double>(i) / static_cast<double>(end);
        shape.moved[i] = Vec3(0.31, 0.83, 0.47) * (x * x);
        shape.turned[i] = Vec3(0.013, -0.007, 0.011) * x;
    }
    return shape;
}

} // namespace

Vec3 Bent::movedAt(const Chain& chain, const PointLoad& load) const {
    return moved[load.station] + turned[load.station].cross(load.at - chain.stations[load.station].point);
}

Bent bend(const Chain& chain, const PointLoad& load) {
    const size_t count = chain.stations.size();
    Bent bent{std::vector<Vec3>(count, Vec3::Zero()), std::vector<Vec3>(count, Vec3::Zero()),
              std::vector<double>(count, 0), std::vector<double>(count, 0)};
    const auto note = [&](size_t i, const Carried& carried) {
        const Section section = sectionAt(chain, chain.stations[i]);
        bent.stress[i] = std::max(bent.stress[i], netStress(section, carried));
        bent.rim[i] = std::max(bent.rim[i], rimStress(section, carried));
    };
    for (size_t i = 0; i + 1 < count; ++i) {
        const Piece piece(chain, i);
        const auto carried = [&](size_t station) {
            if (i >= load.station) return Carried{Vec3::Zero(), Vec3::Zero()};
            const Vec3 arm = load.at - chain.stations[station].point;
            return Carried{piece.axes.transpose() * load.force,
                           piece.axes.transpose() * arm.cross(load.force)};
        };
        const Carried near = carried(i), far = carried(i + 1);
        piece.carryOn(near.moment, far.moment, bent.moved[i], bent.turned[i], bent.moved[i + 1],
                      bent.turned[i + 1]);
        bent.moved[i + 1] +=
            near.force.x() / (chain.elasticModulus * chain.width * chain.thickness) * piece.step;
        note(i, near);
        note(i + 1, far);
    }
    return bent;
}

std::optional<double> bucklingFactor(const Chain& chain, const PointLoad& load) {
    if (load.station == 0 || load.force.norm() == 0) return {};
    constexpr int kRounds = 200;
    constexpr double kSame = 1e-6, kNothing = 1e-9;
    const Displaced displaced(chain, load);
    // Shapes may feed on the load or on its opposite; twice round tells how strongly either way, and that
    // much of the shape itself, added each time, leaves the load's own in front.
    Shape shape = crooked(chain, load.station);
    double lift = 0;
    for (int i = 0; i < 4; ++i) {
        shape.scale(1 / shape.largest());
        shape = displaced.from(displaced.from(shape));
        lift = std::sqrt(shape.largest());
        if (lift < kNothing) return {};
    }
    shape = crooked(chain, load.station);
    shape.scale(1 / shape.largest());
    double gain = 0;
    for (int i = 0; i < kRounds; ++i) {
        Shape next = displaced.from(shape);
        for (size_t s = 0; s < next.moved.size(); ++s) {
            next.moved[s] += lift * shape.moved[s];
            next.turned[s] += lift * shape.turned[s];
        }
        const double before = gain;
        gain = next.largest();
        next.scale(1 / gain);
        shape = std::move(next);
        if (std::abs(gain - before) < kSame * gain) break;
    }
    const double own = gain - lift;
    if (own <= kNothing * lift || own <= 0) return {};
    return 1 / own;
}

} // namespace goodfold::strength
