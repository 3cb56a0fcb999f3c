// Strips worth working out in full, short ones first.
#pragma once

#include "propose/strip.h"

#include <map>
#include <memory>

namespace goodfold::propose {

/// The stations in the order a chain leads over them, and that chain's strips; holes point into stations.
struct Candidate {
    std::shared_ptr<const std::vector<Station>> stations;
    Strip strip;
    std::string shape;
    double cost = 0; // mm of blank, and what else is against it in mm
};

/// For each shape the best few that differ, by cost; where they would turn about their bolts, the same with a
/// tab over an edge as well. `stations` as stationsOf() has them, of this mount, whose places are all known.
std::map<std::string, std::vector<Candidate>> candidatesFor(const std::vector<Station>& stations,
                                                            const job::Mount& mount, const job::Job& base,
                                                            const material::Material& material);

} // namespace goodfold::propose
