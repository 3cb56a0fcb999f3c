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

double largestChange(const Part& before, const Part& after) {
    const Folded foldedBefore = fold(before), foldedAfter = fold(after);
    double largest = 0;
    for (size_t a = 0; a < before.holes.size(); ++a)
        for (size_t b = 0; b < a; ++b) {
            const auto apart = [&](const Part& part, const Folded& folded) {
                return (formedHole(part, folded, static_cast<int>(a)).point -
                        formedHole(part, folded, static_cast<int>(b)).point)
                    .norm();
            };
            largest = std::max(largest, std::abs(apart(after, foldedAfter) - apart(before, foldedBefore)));
        }
    return largest;
}

} // namespace

std::vector<CutOutcome> afterCutting(const Job& job, const material::Material& material, double cutLength) {
    if (job.stock.form != StockForm::Bar) return {};
    const Part before = solve(job, material);
    const double change = cutLength - before.blank.length;
    std::vector<CutOutcome> ways;
    for (size_t i = 0; i < job.plates.size(); ++i) {
        if (isDriven(job, job.plates[i])) continue;
        Job changed = job;
        Plate& plate = changed.plates[i];
        plate.length += change;
        keepHoles(plate, !job.bendTo(plate.id), job.bendAt(plate.id, Edge::End), change);
        if (whatIsWrong(changed)) continue;
        const Part after = solve(changed, material);
        if (after.plates[i].shortestStraight <= 0) continue;
        ways.push_back({plate.id, plate.length, largestChange(before, after), std::move(changed)});
    }
    constexpr double kSame = 1e-6;
    std::stable_sort(ways.begin(), ways.end(), [&](const CutOutcome& a, const CutOutcome& b) {
        if (std::abs(a.holesOff - b.holesOff) > kSame) return a.holesOff < b.holesOff;
        return a.length > b.length;
    });
    return ways;
}

} // namespace goodfold::edit
