// A proposed bracket, said in a line.
#pragma once

#include "propose/propose.h"

namespace goodfold::propose {

/// "Z, twisted": what a fabricator calls it.
std::string nameOf(const Proposal& proposal);

/// "97 % go on; 2 bends; blank 315 x 30; 100 N bend it by 2.4": its figures, and what stops it.
std::string inWords(const Proposal& proposal, const quantity::Reading& reading);

} // namespace goodfold::propose
