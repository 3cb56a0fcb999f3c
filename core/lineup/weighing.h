// What is weighed when one change of a job is held against another. Inside of lineup/ only.
#pragma once

#include "lineup/remedies.h"

#include <map>

namespace goodfold::lineup {

/// What of its findings stops or is to check, by rule and what it is about; each with its headline.
std::map<std::string, std::string> troublesOf(const sequence::Settled& settled, const Judging& judging);

} // namespace goodfold::lineup
