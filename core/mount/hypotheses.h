// The slips that are tried of one reading. Inside of mount/ only.
#pragma once

#include "mount/slips.h"

namespace goodfold::mount {

struct Hypothesis {
    Slip why = Slip::Unexplained;
    double offBy = 0; // that the value then is off by
    double prior = 0; // how common, among slips, over how many alike were tried
    job::MountReading::How how = job::MountReading::How::Centres;
    std::vector<std::string> of = {};
};

/// All but the unexplained one, at a scene that was solved without the reading.
std::vector<Hypothesis> hypothesesOf(const job::Mount& mount, const job::MountReading& reading,
                                     const Scene& scene, const SlipsWanted& wanted);

/// How common a slip is among all that happen; the parts of all kinds together 1. Own judgement.
double commonness(Slip slip);

} // namespace goodfold::mount
