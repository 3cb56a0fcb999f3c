// Errors and what can be done about them, as a fabricator says it.
#pragma once

#include "check/lined_up.h"
#include "lineup/drilling.h"

namespace goodfold::text {

/// "where bend 2's line sits in the bench vise".
std::string inWords(const lineup::Source& source, const lineup::Making& making,
                    const sequence::Plan* plan = nullptr);

/// What is done, beginning with a verb or with what it is done to: "Drill h2 after bending".
std::string inWords(const lineup::Remedy& remedy, const job::Job& job, const lineup::Judging& judging);

/// In which order the bolts are started; empty where there is but one, or none is anything but a stud.
std::string boltsInWords(const lineup::Making& making);

/// What the program would do with a hole, and why.
std::string inWords(const lineup::Drilling& drilling);

/// "by hand, 4 min more" of an offer: what it costs a piece; empty where it costs nothing.
std::string costInWords(const lineup::Offer& offer);

/// What the job's own mount has for each bolt.
std::vector<check::HeldThere> heldThere(const lineup::Mounting& mounting, const job::Mount& mount);

/// What rules are told of it.
check::LineUpFacts factsOf(const lineup::Making& making, const lineup::NominalFit& nominal,
                           const lineup::Odds& odds, const hardware::Book& hardware);

/// "97 %", "99.7 %"; never 100 where one of the pieces did not go on.
std::string oddsInWords(double odds);

} // namespace goodfold::text
