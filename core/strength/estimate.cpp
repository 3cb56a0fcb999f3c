#include "strength/estimate.h"

#include "part/part.h"

#include <Eigen/Eigenvalues>

#include <algorithm>
#include <cmath>

namespace goodfold::strength {

namespace {

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

struct Worst {
    double stress = 0;
    job::Element about;
};

/// The largest of a stress at each station, where `counts` of what the station is about.
template <class Counts> Worst worstOf(const Model& model, const std::vector<double>& stress, Counts counts) {
    Worst worst;
    for (size_t i = 0; i < stress.size(); ++i)
        if (stress[i] > worst.stress && counts(model.about[i])) worst = {stress[i], model.about[i]};
    return worst;
}

} // namespace

std::optional<Estimate> estimate(const job::Job& job, const part::Part& part, const part::Folded& folded,
                                 const material::Material& material, const job::Load& load) {
    const auto model = modelOf(job, part, folded, material, load);
    if (!model) return {};
    const Bent bent = bend(model->chain, model->load);
    const Worst worst = worstOf(*model, bent.stress, [](const job::Element&) { return true; });
    const Worst rim = worstOf(
        *model, bent.rim, [](const job::Element& about) { return about.kind == job::Element::Kind::Hole; });
    const Swing swing = swingOf(*model, material.density, load.hungKg);
    if (!(swing.softest > 0) || !std::isfinite(swing.frequency)) return {}; // its holes are not on its legs
    return Estimate{
        forceOf(load), bent.movedAt(model->chain, model->load),   worst.stress,    worst.about,  rim.stress,
        rim.about,     bucklingFactor(model->chain, model->load), swing.frequency, swing.softest};
}

namespace {

/// The same as holds() asks, the dearer half only where the cheaper one is fulfilled.
bool stands(const Model& model, const material::Material& material) {
    const Bent bent = bend(model.chain, model.load);
    if (*std::max_element(bent.stress.begin(), bent.stress.end()) > material.yieldLeast / kYieldFactor)
        return false;
    const auto factor = bucklingFactor(model.chain, model.load);
    return !factor || *factor >= kBucklingFactor;
}

} // namespace

bool holds(const Estimate& estimate, const material::Material& material) {
    return estimate.stress <= material.yieldLeast / kYieldFactor &&
           (!estimate.buckling || *estimate.buckling >= kBucklingFactor);
}

std::optional<double> leastThickness(const job::Job& job, const material::Material& material) {
    if (!job.load) return {};
    job::Job other = job;
    for (const double thickness : material::soldSizes(material, material::Sold::Bar, job.units).thicknesses) {
        other.thickness = thickness;
        const part::Part part = part::solve(other, material);
        const auto model = modelOf(other, part, part::fold(part), material, *job.load);
        if (model && stands(*model, material)) return thickness;
    }
    return {};
}

} // namespace goodfold::strength
