// From mount to bracket: shapes that reach from face to face, each drawn, brought onto its points, planned in
// the shop's tools, checked and counted.
#pragma once

#include "lineup/remedies.h"
#include "lineup/targets.h"

namespace goodfold::propose {

struct Proposal {
    std::string shape; // "strap", "L", "Z", "U", "offset", "hat"; "twisted" where bends are askew
    job::Job job;      // its title and all that is not the bracket's own as in the job that was asked for
    double odds = 0;   // that all bolts go in
    int bends = 0;
    double blankLength = 0, blankWidth = 0;
    std::optional<double> gives;    // of its holes that touch, the most that 100 N bend one by, mm
    std::vector<std::string> stops; // headlines of what stops it
    int toMind = 0;                 // and how many findings are to be looked at
    bool isPlanned = false;         // the shop's tools make it in some order
    /// How far it can turn about its bolts, degrees, where these stand on one line: 360, or until its tab
    /// stops it.
    std::optional<double> turnsDeg;
    bool isBuildable() const { return isPlanned && stops.empty(); }
};

/// Of each shape the shortest that the shop can make and no check stops, else the shortest that reaches; the
/// best first: what can be built, then what does not turn about its bolts, then by odds (to a twentieth),
/// bends, what is to be minded, the length of the blank.
///
/// For one to three faces with bolts. Faces are taken as they are measured, whatever their angle. Where
/// the odds would be under nine in ten, up to two things are done at the holes that raise them most: a slot,
/// a larger hole, drilled after bending or in its place. `judging.goOn` is asked from several threads. An
/// error says what of the mount is not known or not there; no shape at all is an error as well.
Result<std::vector<Proposal>> proposalsFor(const job::Job& job, const lineup::KnownMount& mount,
                                           const lineup::Judging& judging);

} // namespace goodfold::propose
