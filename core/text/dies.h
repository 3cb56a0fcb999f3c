// The openings of a die, as they are chosen from.
#pragma once

#include "quantity/length.h"
#include "tool/setup.h"

#include <string>

namespace goodfold::text {

/// "V 25: R 4, 15.3 kN (1.56 t), legs from 20.7, comes back 2.1°"; with why it will not do.
std::string dieInWords(const tool::DieOption& option, const quantity::Reading& reading);

/// "15.3 kN (1.56 t)"
std::string pressForce(double newtons);

} // namespace goodfold::text
