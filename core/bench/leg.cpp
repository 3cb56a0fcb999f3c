#include "bench/leg.h"

namespace goodfold::bench {

std::optional<LegEnd> legEnd(const part::Part& part, int plate, bool atStart, const std::vector<bool>& made) {
    while (true) {
        const part::PartPlate& leg = part.plates[static_cast<size_t>(plate)];
        const bool isToParent = atStart && leg.parentBend >= 0;
        int bend = leg.parentBend;
        if (!isToParent) {
            const auto bends = part.bendsOn(plate, atStart ? part::Edge::Start : part::Edge::End);
            if (bends.empty()) return LegEnd{plate, -1, atStart};
            if (bends.size() > 1) return {};
            bend = bends.front();
        }
        if (made[static_cast<size_t>(bend)]) return LegEnd{plate, bend, atStart};
        if (part.form != part::StockForm::Bar) return {};
        const part::PartBend& passed = part.bends[static_cast<size_t>(bend)];
        plate = isToParent ? passed.parent : passed.child;
        // A child begins at its bend; from there its parent goes on away from the edge it hangs on.
        atStart = isToParent && passed.edge == part::Edge::End;
    }
}

} // namespace goodfold::bench
