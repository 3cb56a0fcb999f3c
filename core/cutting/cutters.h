// Both ways of cutting, as one thing to hand on: programs that seldom cut anything get it from a library that
// they open on use, with the solver in it.
#pragma once

#include "cutting/cut_list.h"
#include "cutting/nest.h"

namespace goodfold::cutting {

struct Cutters {
    Result<CutList> (*bars)(const std::vector<Wanted>&, const std::vector<Bar>&, const Sawing&) = nullptr;
    Result<Nest> (*sheets)(const std::vector<WantedBlank>&, const std::vector<Sheet>&,
                           const Laying&) = nullptr;
};

using GiveCutters = void(Cutters& into);

/// The one name that the library exports, of a GiveCutters.
inline constexpr const char* kGiveCutters = "goodfoldGiveCutters";

} // namespace goodfold::cutting
