// A proposed bracket, said in a line.
#pragma once

#include "propose/propose.h"

namespace goodfold::propose {

/// "Z, twisted": what a fabricator calls it.
std::string nameOf(const Proposal& proposal);

/// "2 bends; blank 315 x 30; gives 2.4 under 100 N": its figures but for the odds, and what stops it.
std::string figuresOf(const Proposal& proposal, const quantity::Reading& reading);

/// "97 % go on; 2 bends; blank 315 x 30; gives 2.4 under 100 N": all of it.
std::string inWords(const Proposal& proposal, const quantity::Reading& reading);

} // namespace goodfold::propose
