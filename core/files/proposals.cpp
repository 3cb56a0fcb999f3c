#include "files/proposals.h"

#include "files/job_file.h"
#include "propose/words.h"

#include <nlohmann/json.hpp>

#include <ostream>
#include <sstream>

namespace goodfold::files {

using nlohmann::ordered_json;

void writeProposals(std::ostream& out, const std::vector<propose::Proposal>& proposals,
                    const quantity::Reading& reading) {
    ordered_json all = ordered_json::array();
    for (const propose::Proposal& each : proposals) {
        std::ostringstream job;
        writeJob(job, each.job);
        ordered_json row{{"shape", each.shape},
                         {"says", propose::inWords(each, reading)},
                         {"odds", each.odds},
                         {"bends", each.bends},
                         {"blank", {{"length", each.blankLength}, {"width", each.blankWidth}}},
                         {"buildable", each.isBuildable()},
                         {"stops", each.stops},
                         {"to_mind", each.toMind}};
        if (each.gives) row["gives"] = *each.gives;
        if (each.turnsDeg) row["turns"] = *each.turnsDeg;
        row["job"] = ordered_json::parse(job.str());
        all.push_back(std::move(row));
    }
    out << all.dump(-1, ' ', false, ordered_json::error_handler_t::replace) << '\n';
}

} // namespace goodfold::files
