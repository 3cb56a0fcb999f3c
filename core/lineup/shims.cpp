#include "lineup/shims.h"

#include <algorithm>
#include <map>

namespace goodfold::lineup {

namespace {

constexpr double kThinEnd = 0.5, kThickest = 10; // mm
constexpr double kSteepestDeg = 10;

/// What a wedge covers of a plate, in the plate's own frame.
Eigen::AlignedBox2d coveredOf(const part::Part& part, size_t plate, const Mounting& mounting) {
    const part::PartPlate& leg = part.plates[plate];
    const Pose2 plateFromFlat = leg.flatFromPlate.inverse();
    Eigen::AlignedBox2d outline, covered;
    for (const Vec2& corner : leg.outlineInFlat)
        outline.extend(plateFromFlat * corner);
    const double beyond = outline.sizes().y() / 2;
    for (const Mounting::Tie& tie : mounting.ties) {
        const part::PartHole& hole = part.holes[static_cast<size_t>(part.holeIndex(tie.hole))];
        if (hole.plate != static_cast<int>(plate)) continue;
        const Vec2 at = plateFromFlat * hole.centreOfShape();
        covered.extend(Vec2(at.x() - beyond, outline.min().y()));
        covered.extend(Vec2(at.x() + beyond, outline.max().y()));
    }
    return covered.intersection(outline);
}

/// How far the plate of a tie stands off under the corners of what a wedge covers.
Shim under(const Brought& brought, const Goal& goal, size_t tie) {
    const part::Part part = part::solve(brought.job, goal.material);
    const int hole = part.holeIndex(goal.mounting.ties[tie].hole);
    const auto plate = static_cast<size_t>(part.holes[static_cast<size_t>(hole)].plate);
    const part::PartPlate& leg = part.plates[plate];
    const Eigen::AlignedBox2d covered = coveredOf(part, plate, goal.mounting);
    const auto at = [&](Eigen::AlignedBox2d::CornerType corner) {
        return brought.standsOff(tie, leg.flatFromPlate * Vec2(covered.corner(corner)));
    };
    Shim shim{leg.id, at(Eigen::AlignedBox2d::BottomLeft), at(Eigen::AlignedBox2d::TopLeft),
              at(Eigen::AlignedBox2d::BottomRight), at(Eigen::AlignedBox2d::TopRight)};
    shim.length = covered.sizes().x();
    shim.width = covered.sizes().y();
    return shim;
}

double thinnest(const Shim& shim) {
    return std::min({shim.nearRight, shim.nearLeft, shim.farRight, shim.farLeft});
}
double thickest(const Shim& shim) {
    return std::max({shim.nearRight, shim.nearLeft, shim.farRight, shim.farLeft});
}

std::vector<Dimension> withoutAngles(const job::Job& job) {
    const auto kinds = kindsOf(job);
    std::vector<Dimension> free = kinds[0];
    free.insert(free.end(), kinds[1].begin(), kinds[1].end());
    return free;
}

} // namespace

std::vector<Shim> shimsFor(const job::Job& job, const Goal& goal, const Pose3& faceFromRoot) {
    Goal leaning = goal;
    for (size_t i = 0; i < leaning.nearly.size(); ++i)
        if (leaning.mounting.ties[i].touches)
            leaning.nearly[i] = {goal.nearly[i].off, goal.nearly[i].gap, kSteepestDeg, true};
    Brought brought(job, leaning, faceFromRoot);
    brought.solve(withoutAngles(job));
    if (!brought.isMet()) return {};
    // Lifted until the thin end is what can be filed; the faces stay where they are.
    Goal lifted = leaning;
    std::map<std::string, std::pair<size_t, double>> lifts; // by plate: one of its ties, and how far
    const auto ties = brought.ties();
    for (size_t i = 0; i < ties.size(); ++i) {
        Mounting::Tie& tie = lifted.mounting.ties[i];
        if (!tie.touches || ties[i].tiltDeg < goal.nearly[i].tiltDeg) continue;
        const Shim shim = under(brought, leaning, i);
        const double lift = lifts.try_emplace(shim.plate, i, kThinEnd - thinnest(shim)).first->second.second;
        tie.at += lift / tie.axis.dot(tie.outward.value_or(tie.axis)) * tie.axis;
    }
    brought = Brought(job, lifted, faceFromRoot);
    brought.solve(withoutAngles(job));
    if (!brought.isMet()) return {};
    std::vector<Shim> shims;
    for (const auto& [plate, lift] : lifts) {
        Shim shim = under(brought, lifted, lift.first);
        for (double* corner : {&shim.nearRight, &shim.nearLeft, &shim.farRight, &shim.farLeft})
            *corner += lift.second;
        if (thickest(shim) > kThickest) return {};
        shims.push_back(shim);
    }
    return shims;
}

} // namespace goodfold::lineup
