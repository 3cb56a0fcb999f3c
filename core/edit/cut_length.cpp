#include "edit/cut_length.h"

#include "part/driven.h"
#include "part/fold.h"

#include <algorithm>
#include <cmath>

namespace goodfold::edit {

using namespace part;

namespace {

/// Holes that count from a free end keep their distance from the leg's other end when its length changes.
void keepHoles(Plate& plate, bool isRoot, bool hasNext, double change) {
    for (Hole& hole : plate.holes) {
        if (hole.xFrom == Hole::XFrom::End) hole.x += change;
        // A first leg that is bent only at its end grows at its free start.
        if (hole.xFrom == Hole::XFrom::Start && isRoot && hasNext) hole.x += change;
    }
}

/// A formed part in the frame of one of its plates.
struct Formed {
    std::vector<Pose3> plates;
    std::vector<Vec3> holes;

    Formed(const Part& part, size_t reference) {
        const Folded folded = fold(part);
        const auto rootFromPlate = [&](size_t plate) {
            const Pose2& flat = part.plates[plate].flatFromPlate;
            Pose3 flatFromPlate = Pose3::Identity();
            flatFromPlate.linear().topLeftCorner<2, 2>() = flat.linear();
            flatFromPlate.translation().head<2>() = flat.translation();
            return Pose3(folded.rootFromFlat[plate] * flatFromPlate);
        };
        const Pose3 referenceFromRoot = rootFromPlate(reference).inverse();
        for (size_t i = 0; i < part.plates.size(); ++i)
            plates.push_back(referenceFromRoot * rootFromPlate(i));
        for (size_t i = 0; i < part.holes.size(); ++i)
            holes.push_back(referenceFromRoot * formedHole(part, folded, static_cast<int>(i)).point);
    }
};

/// A plate beside the changed one, whose frame does not move with it.
size_t referenceFor(const Part& part, size_t changed) {
    const PartPlate& plate = part.plates[changed];
    if (plate.parentBend >= 0) return static_cast<size_t>(part.bends[plate.parentBend].parent);
    if (!plate.childBends.empty()) return static_cast<size_t>(part.bends[plate.childBends.front()].child);
    return changed;
}

void compare(CutOutcome& way, const Part& before, const Part& after, size_t changed) {
    const size_t reference = referenceFor(before, changed);
    const Formed was(before, reference), is(after, reference);
    way.holesOff = way.legsOff = 0;
    std::vector<Vec3> moved;
    for (size_t i = 0; i < was.holes.size(); ++i)
        moved.push_back(is.holes[i] - was.holes[i]);
    for (size_t a = 0; a < moved.size(); ++a)
        for (size_t b = 0; b < a; ++b)
            way.holesOff = std::max(way.holesOff, (moved[a] - moved[b]).norm());
    for (size_t i = 0; i < was.plates.size(); ++i) {
        if (i == changed || before.plates[i].shortestStraight <= 0) continue;
        const Vec3 shift = is.plates[i].translation() - was.plates[i].translation();
        const double height = std::abs(shift.dot(is.plates[i].linear().col(2)));
        if (height <= way.legsOff) continue;
        way.legsOff = height;
        way.offLeg = before.plates[i].id;
    }
}

bool keepsItsHoles(const Part& part) {
    return std::all_of(part.holes.begin(), part.holes.end(), [&](const PartHole& hole) {
        const PartPlate& plate = part.plates[static_cast<size_t>(hole.plate)];
        const Vec2 at = plate.flatFromPlate.inverse() * hole.centreInFlat;
        return at.x() >= 0 && at.x() <= plate.length;
    });
}

} // namespace

std::vector<CutOutcome> afterCutting(const Job& job, const material::Material& material, const Cut& cut) {
    const Part before = solve(job, material);
    constexpr double kSame = 1e-6; // mm
    const auto wanted = [&](const Part& part) { return cut.isWidth ? part.blank.width : part.blank.length; };
    const auto other = [&](const Part& part) { return cut.isWidth ? part.blank.length : part.blank.width; };
    const double change = cut.millimetres - wanted(before);
    std::vector<CutOutcome> ways;
    const auto consider = [&](size_t index, bool inWidth) {
        Job changed = job;
        Plate& plate = changed.plates[index];
        double& size = inWidth ? *plate.width : plate.length;
        size += change;
        if (!inWidth) keepHoles(plate, !job.bendTo(plate.id), job.bendAt(plate.id, Edge::End), change);
        if (whatIsWrong(changed)) return;
        const Part after = solve(changed, material);
        if (after.plates[index].shortestStraight <= 0 || !keepsItsHoles(after)) return;
        if (std::abs(wanted(after) - cut.millimetres) > kSame ||
            std::abs(other(after) - other(before)) > kSame)
            return;
        CutOutcome way{plate.id, size, inWidth, 0, 0, {}, std::move(changed)};
        compare(way, before, after, index);
        ways.push_back(std::move(way));
    };
    for (size_t i = 0; i < job.plates.size(); ++i) {
        if (isDriven(job, job.plates[i])) continue;
        consider(i, false);
        if (job.stock.form == StockForm::Sheet && job.plates[i].width) consider(i, true);
    }
    std::stable_sort(ways.begin(), ways.end(), [&](const CutOutcome& a, const CutOutcome& b) {
        const double offA = std::max(a.holesOff, a.legsOff), offB = std::max(b.holesOff, b.legsOff);
        if (std::abs(offA - offB) > kSame) return offA < offB;
        return a.length > b.length;
    });
    return ways;
}

} // namespace goodfold::edit
