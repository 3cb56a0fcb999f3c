// Misreadings: which reading cannot be right, what most likely happened, and what it then should read.
#pragma once

#include "mount/ask.h"
#include "quantity/length.h"

namespace goodfold::mount {

/// How people misread.
enum class Slip {
    Digits,     // two of them swapped
    Centimetre, // a whole one
    Inch,       // a whole one
    TenInches,
    OtherHow,  // near, far or centres taken for one another
    Radius,    // for the diameter, or the other way
    Thickness, // inside for outside: the stock's thickness, once or twice
    Unit,      // millimetres for inches
    OtherPair, // read between other things
    Unexplained
};

struct Suspect {
    int reading = 0;   // of the mount's
    double offBy = 0;  // value less what it should be
    double likely = 0; // what it should read
    Slip why = Slip::Unexplained;
    job::MountReading::How how = job::MountReading::How::Centres; // of OtherHow: what was really read
    std::vector<std::string> of;                                  // of OtherPair: what was really read
    double odds = 0;
    /// Other readings that would look the same if they were the ones, and what would part them.
    std::vector<int> twins;
    std::optional<job::MountReading> partedBy;
};

/// What to look for beside what the mount itself says.
struct SlipsWanted {
    const Instruments& instruments;
    double thickness = 0; // of the bracket's stock, which a hook or a leg may have added
    quantity::Unit unit = quantity::Unit::Millimetre;
};

/// Best first; nothing where the readings don't ask for one: in 97 mounts of 100 whose readings are all
/// sound. Readings that are kept against advice are taken as read.
///
/// Each reading that stands out is solved without. With `off` what it then is off by and V its variance, a
/// slip by d has the evidence exp(-(chi2 without + (off - d)^2 / V) / 2), times how common it is, by how many
/// such were tried; an unexplained one exp(-chi2 without / 2) sqrt(2 pi V) times a Cauchy density of 5 mm.
std::vector<Suspect> suspectsOf(const job::Mount& mount, const Problem& problem, const Solution& solution,
                                const Told& told, const SlipsWanted& wanted);

} // namespace goodfold::mount
