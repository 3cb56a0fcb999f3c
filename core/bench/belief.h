// What is believed of a piece, from what was measured of it: its random numbers, normal ones, which before
// anything is measured are independent, of mean 0 and sigma 1.
#pragma once

#include "bench/piece.h"
#include "mount/solve.h"

#include <set>

namespace goodfold::bench {

/// How far a piece has come.
struct Progress {
    Piece::Made made;             // by bend
    std::set<std::string> done;   // tasks of the plan, by their ids
    std::vector<bool> isLineRead; // by bend: its scribed line was measured where it is now
    bool isBegun() const;         // a bend is made
    bool isFormed() const;        // all are
};

/// From the log alone.
Progress progressOf(const part::Part& part, const Log& log);

/// A reading that is not believed until somebody says that it is right.
struct Doubt {
    size_t entry = 0;                  // of the log
    double expected = 0, sigma = 0;    // as it is foreseen, the instrument's own error with it
    std::optional<double> likely = {}; // what was probably meant, where a usual slip of reading explains it
};

struct Known {
    Eigen::VectorXd mean;
    Eigen::MatrixXd covariance;
    lineup::Errors chosen; // what was done otherwise than drawn
    Progress progress;
    std::vector<Doubt> doubted;
    std::vector<std::pair<size_t, Error>> refused; // entries that cannot be, and why
};

/// Bayes, with the sources for a prior: the most likely numbers by Gauss and Newton, and the covariance
/// there; slopes by differences over a sigma of what is left, as setbacks have a kink at 90 degrees. A
/// reading off what is foreseen by more than five sigma is doubted. Pieces made earlier of the same stock in
/// the same tools, in the order they were made, have told what all of them share.
Known knownOf(const lineup::Making& making, const sequence::Plan& plan, const Log& log,
              const mount::Instruments& instruments, const std::vector<Log>& earlier = {});

/// The reading's own sigma: its own, its instrument's, or that of what such things are usually read with.
double sigmaOf(const Entry& entry, const mount::Instruments& instruments);
/// "calipers": what it is usually read with.
std::string_view usualInstrument(Entry::Kind kind);

/// What was found out of these is not true any more: it is scribed, bent or marked anew. By kind of source
/// and whose it is alone.
void forget(Known& known, const lineup::Making& making, const std::vector<lineup::SourceKind>& kinds,
            const std::string& id);

/// The making of this very piece.
lineup::Making inWork(const lineup::Making& making, const Known& known);

} // namespace goodfold::bench
