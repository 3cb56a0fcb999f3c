#include "lineup/press.h"

#include "part/fold.h"
#include "strength/estimate.h"

#include <algorithm>
#include <cmath>

namespace goodfold::lineup {

std::optional<double> bentByHand(const Work& work, const Mounting& mounting, const std::string& hole) {
    if (!work.job.load) return {};
    const auto clamped = std::find_if(mounting.ties.begin(), mounting.ties.end(),
                                      [](const Mounting::Tie& tie) { return !tie.touches; });
    if (clamped == mounting.ties.end()) return {};
    const job::Load load{.held = clamped->hole, .at = hole, .newtons = kHandPull};
    const part::Folded folded = part::fold(work.part);
    auto model = strength::modelOf(work.job, work.part, folded, work.material, load);
    if (!model) return {};
    const part::PartHole& at = work.part.holes[static_cast<size_t>(work.part.holeIndex(hole))];
    const Vec3 square = folded.rootFromFlat[static_cast<size_t>(at.plate)].linear() * Vec3::UnitZ();
    model->load.force = kHandPull * square;
    const strength::Bent bent = strength::bend(model->chain, model->load);
    const double stress = *std::max_element(bent.stress.begin(), bent.stress.end());
    const double share = std::min(1.0, work.material.yieldLeast / strength::kYieldFactor / stress);
    return share * std::abs(square.dot(bent.movedAt(model->chain, model->load)));
}

void estimatePress(const Work& work, Mounting& mounting) {
    for (size_t i = 0; i < mounting.ties.size(); ++i) {
        Mounting::Tie& tie = mounting.ties[i];
        if (!tie.touches || work.job.ties[i].press) continue;
        const auto bent = bentByHand(work, mounting, tie.hole);
        if (!bent) continue;
        tie.press = *bent;
        tie.isPressEstimated = true;
    }
}

} // namespace goodfold::lineup
