#include "files/reached.h"

#include "text/reached.h"

#include <nlohmann/json.hpp>

#include <ostream>

namespace goodfold::files {

using nlohmann::ordered_json;

void writeReached(std::ostream& out, const std::string& file, const lineup::Reached& reached,
                  const std::vector<check::Finding>& findings) {
    ordered_json root{{"file", file},
                      {"reached", reached.isReached},
                      {"ties", ordered_json::array()},
                      {"changed", ordered_json::array()},
                      {"stops", ordered_json::array()}};
    const auto named = [](const lineup::Reached::Change& change) {
        return ordered_json{{"of", lineup::nameOf(change.of)}, {"was", change.was}, {"now", change.now}};
    };
    for (const lineup::Reached::OfTie& tie : reached.ties)
        root["ties"].push_back(
            {{"hole", tie.hole}, {"off", tie.off}, {"gap", tie.gap}, {"tilt", tie.tiltDeg}});
    for (const lineup::Reached::OfTab& tab : reached.tabs)
        root["tabs"].push_back({{"plate", tab.plate},
                                {"off", tab.off},
                                {"tilt", tab.tiltDeg},
                                {"through", tab.through},
                                {"straight_before", tab.before}});
    for (const lineup::Reached::Change& change : reached.changed)
        root["changed"].push_back(named(change));
    for (const lineup::Shim& shim : reached.shims)
        root["shims"].push_back({{"plate", shim.plate},
                                 {"near_right", shim.nearRight},
                                 {"near_left", shim.nearLeft},
                                 {"far_right", shim.farRight},
                                 {"far_left", shim.farLeft},
                                 {"length", shim.length},
                                 {"width", shim.width}});
    for (const lineup::Reached::Change& change : reached.wouldTake)
        root["would_take"].push_back(named(change));
    if (!reached.alone.empty()) root["alone"] = reached.alone;
    if (reached.laid != lineup::Laid::AsDrawn) root["strip"] = lineup::inWords(reached.laid);
    for (const check::Finding& finding : findings)
        if (finding.severity == check::Severity::Stop)
            root["stops"].push_back({{"headline", finding.headline}, {"says", finding.says}});
    root["says"] = text::inWords(reached, quantity::Reading::millimetres(0.01));
    out << root.dump(-1, ' ', false, ordered_json::error_handler_t::replace) << '\n';
}

} // namespace goodfold::files
