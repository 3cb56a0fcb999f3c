#include "lineup/in_place.h"

#include "lineup/bolts.h"

#include <cmath>

namespace goodfold::lineup {

namespace {

std::vector<clearance::Bolt> standingOut(const Making& making, const NominalFit& nominal,
                                         const hardware::Book& hardware) {
    const auto bolts = boltsOf(making, nominal, hardware);
    std::vector<clearance::Bolt> standing;
    for (size_t i = 0; i < bolts.size(); ++i) {
        if (!bolts[i]) continue;
        const Mounting::Tie& tie = making.mounting.ties[i];
        const double nutAndThread = tie.isStud ? kStudOut * tie.bolt : 0;
        const double height = std::max(bolts[i]->washerThickness + bolts[i]->height, nutAndThread);
        const double diameter =
            std::max(bolts[i]->washerDiameter, bolts[i]->acrossFlats * 2 / std::sqrt(3.0));
        standing.push_back({tie.hole, {bolts[i]->at, bolts[i]->outward, height, diameter}});
    }
    return standing;
}

} // namespace

std::vector<clearance::Least> leastDistances(const Making& making, const NominalFit& nominal,
                                             const hardware::Book& hardware) {
    std::vector<clearance::Least> all;
    if (making.standing.empty()) return all;
    const part::Folded folded = part::fold(making.part);
    const clearance::InPlace bracket{making.part, folded, nominal.mountFromRoot,
                                     standingOut(making, nominal, hardware)};
    for (const job::Clearance& thing : making.standing)
        if (auto least = clearance::leastTo(bracket, thing)) all.push_back(*std::move(least));
    return all;
}

} // namespace goodfold::lineup
