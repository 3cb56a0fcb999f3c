#include "strength/estimate.h"

#include <Eigen/Eigenvalues>

#include <algorithm>
#include <cmath>

namespace goodfold::strength {

namespace {

using job::Element;

/// One place on the bar's centreline in the flat.
struct Place {
    double x;
    Element about;
};

/// Stations on the centreline: tangent lines, pieces of arcs, pieces of straights, and the holes.
class Centreline {
public:
    Centreline(const part::Part& part, const part::Folded& folded) : part(part), folded(folded) {
        for (const part::PartPlate& plate : part.plates)
            addStretch(startOf(plate), plate.length, kStraightPieces, Element::plate(plate.id));
        for (const part::PartBend& bend : part.bends) {
            const double from = bend.zoneInFlat[0].x() + bend.zoneInFlat[3].x();
            const double to = bend.zoneInFlat[1].x() + bend.zoneInFlat[2].x();
            addStretch(from / 2, (to - from) / 2, kArcPieces, Element::bend(bend.id));
        }
        for (const part::PartHole& hole : part.holes)
            places.push_back({hole.centreInFlat.x(), Element::hole(hole.id)});
        std::stable_sort(places.begin(), places.end(),
                         [](const Place& a, const Place& b) { return a.x < b.x; });
    }

    Vec3 at(double x, double across) const {
        const Vec2 p(x, across);
        const double z = part.thickness / 2;
        for (size_t i = 0; i < part.bends.size(); ++i) {
            const part::PartBend& bend = part.bends[i];
            const double past = (p - bend.near.from).dot(bend.across);
            if (past >= 0 && past <= bend.allowance) return inRoot(part, folded, static_cast<int>(i), p, z);
        }
        for (size_t i = 0; i < part.plates.size(); ++i)
            if (isOn(i, p)) return folded.rootFromFlat[i] * Vec3(p.x(), p.y(), z);
        return {0, 0, 0};
    }

    Station station(double x) const {
        const double middle = part.plates[static_cast<size_t>(part.root)].width / 2;
        constexpr double kStep = 0.5;
        double taken = 0;
        for (const part::PartHole& hole : part.holes)
            if (std::abs(hole.centreInFlat.x() - x) < kSameSection) taken += hole.diameter;
        return {at(x, middle), (at(x, middle + kStep) - at(x, middle - kStep)).normalized(), taken};
    }

    std::vector<Place> places;

private:
    static constexpr int kStraightPieces = 6, kArcPieces = 9;
    static constexpr double kSameSection = 1e-6;

    static double startOf(const part::PartPlate& plate) { return plate.flatFromPlate.translation().x(); }

    void addStretch(double from, double length, int pieces, const Element& about) {
        for (int i = 0; i <= pieces; ++i)
            places.push_back({from + length * i / pieces, about});
    }

    /// Between its bends' tangent lines; beyond a free end the plate goes on.
    bool isOn(size_t index, const Vec2& p) const {
        const part::PartPlate& plate = part.plates[index];
        if (plate.parentBend >= 0) {
            const part::PartBend& own = part.bends[plate.parentBend];
            if ((p - own.far.from).dot(own.across) < 0) return false;
        }
        return std::all_of(plate.childBends.begin(), plate.childBends.end(), [&](int child) {
            const part::PartBend& bend = part.bends[child];
            return (p - bend.near.from).dot(bend.across) <= 0;
        });
    }

    const part::Part& part;
    const part::Folded& folded;
};

Vec3 directionOf(job::Load::Toward toward) {
    switch (toward) {
    case job::Load::Toward::Face:
        return Vec3::UnitZ();
    case job::Load::Toward::Back:
        return -Vec3::UnitZ();
    case job::Load::Toward::End:
        return Vec3::UnitX();
    case job::Load::Toward::Start:
        return -Vec3::UnitX();
    case job::Load::Toward::Left:
        return Vec3::UnitY();
    case job::Load::Toward::Right:
        return -Vec3::UnitY();
    }
    return Vec3::UnitZ();
}

/// Of the softest direction, by Rayleigh's quotient with the shape the bar takes under a force there.
struct Swing {
    double frequency, softest;
};

Swing swingOf(const Model& model, double density, double hungKg) {
    Eigen::Matrix3d compliance;
    for (int axis = 0; axis < 3; ++axis) {
        const PointLoad unit{model.load.station, model.load.at, Vec3::Unit(axis)};
        compliance.col(axis) = bend(model.chain, unit).movedAt(model.chain, unit);
    }
    const Eigen::SelfAdjointEigenSolver<Eigen::Matrix3d> solver((compliance + compliance.transpose()) / 2);
    const PointLoad soft{model.load.station, model.load.at, solver.eigenvectors().col(2)};
    const Bent bent = bend(model.chain, soft);
    const double give = soft.force.dot(bent.movedAt(model.chain, soft));
    double swinging = hungKg * bent.movedAt(model.chain, soft).squaredNorm();
    const auto& stations = model.chain.stations;
    for (size_t i = 0; i + 1 < stations.size(); ++i) {
        const double mass = (stations[i + 1].point - stations[i].point).norm() * model.chain.width *
                            model.chain.thickness * density * 1e-9;
        swinging += mass * (bent.moved[i].squaredNorm() + bent.moved[i + 1].squaredNorm()) / 2;
    }
    constexpr double kMillimetresPerMetre = 1000; // N mm = kg mm2/s2 times this
    return {std::sqrt(give * kMillimetresPerMetre / swinging) / (2 * std::numbers::pi), give};
}

} // namespace

std::optional<Model> modelOf(const job::Job& job, const part::Part& part, const part::Folded& folded,
                             const material::Material& material) {
    if (!job.load || part.form != job::StockForm::Bar) return {};
    const auto& held = part.holes[static_cast<size_t>(part.holeIndex(job.load->held))];
    const auto& at = part.holes[static_cast<size_t>(part.holeIndex(job.load->at))];
    for (const part::PartPlate& plate : part.plates)
        if (plate.shortestStraight < 0) return {};
    for (const part::PartBend& bend : part.bends)
        if (bend.allowance <= 0) return {};
    const double heldX = held.centreInFlat.x(), atX = at.centreInFlat.x();
    constexpr double kApart = 0.1; // mm: one section cannot both hold and be loaded
    if (std::abs(heldX - atX) < kApart) return {};

    const Centreline line(part, folded);
    Model model{{{}, job.stock.width, job.thickness, material.elasticModulus}, {}, {}};
    const bool forward = atX > heldX;
    auto places = line.places;
    if (!forward) std::reverse(places.begin(), places.end());
    for (const Place& place : places) {
        if (forward ? place.x < heldX : place.x > heldX) continue;
        const Station station = line.station(place.x);
        const bool isNew =
            model.chain.stations.empty() || (station.point - model.chain.stations.back().point).norm() > 1e-6;
        if (isNew) {
            model.chain.stations.push_back(station);
            model.about.push_back(place.about);
        } else if (place.about.kind == Element::Kind::Hole) {
            model.about.back() = place.about;
        }
        if (place.about == Element::hole(at.id)) model.load.station = model.chain.stations.size() - 1;
    }
    const Pose3& rootFromHeld = folded.rootFromFlat[static_cast<size_t>(held.plate)];
    model.load.at = folded.rootFromFlat[static_cast<size_t>(at.plate)] *
                    Vec3(at.centreInFlat.x(), at.centreInFlat.y(), part.thickness / 2);
    model.load.force = job.load->newtons * (rootFromHeld.linear() * directionOf(job.load->toward));
    return model;
}

std::optional<Estimate> estimate(const job::Job& job, const part::Part& part, const part::Folded& folded,
                                 const material::Material& material) {
    const auto model = modelOf(job, part, folded, material);
    if (!model) return {};
    const Bent bent = bend(model->chain, model->load);
    const auto worst = std::max_element(bent.stress.begin(), bent.stress.end());
    const Swing swing = swingOf(*model, material.density, job.load->hungKg);
    return Estimate{bent.movedAt(model->chain, model->load),
                    *worst,
                    model->about[static_cast<size_t>(worst - bent.stress.begin())],
                    material.yield,
                    swing.frequency,
                    swing.softest};
}

} // namespace goodfold::strength
