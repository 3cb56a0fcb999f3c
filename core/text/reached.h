// What became of a bracket that was brought onto its mount.
#pragma once

#include "lineup/reaching.h"

namespace goodfold::text {

/// "the length of leg A"; and a figure of it.
std::string inWords(const lineup::Dimension& dimension);
std::string figureInWords(const lineup::Dimension& dimension, double value, const quantity::Reading& reading);

/// "the length of leg A from 80 to 82.5".
std::string inWords(const lineup::Reached::Change& change, const quantity::Reading& reading);

/// The wedges that would do as well; empty without any.
std::string inWords(const std::vector<lineup::Shim>& shims, const quantity::Reading& reading);

/// What changed; or which ties are not met, by how much, and what would have to give.
std::string inWords(const lineup::Reached& reached, const quantity::Reading& reading);

} // namespace goodfold::text
