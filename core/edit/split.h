// One part made as two that are riveted together.
#pragma once

#include "edit/edit.h"
#include "hardware/hardware.h"
#include "part/part.h"

namespace goodfold::edit {

struct SplitJob {
    Job first;  // without what hung on the bend
    Job second; // that, with a lap to rivet it on
};

/// Cuts a sheet job at a bend. What hung on it becomes a part of its own, with a lap that lies on the
/// parent's inner face and a row of rivets through both; the parent goes on to where the bend's outer face
/// stood, and what hung there keeps its place (square to the parent; at other angles its outer face does). An
/// error where the bend is no plain one or its plate is too small for rivets.
Result<SplitJob> splitAt(const Job& job, const material::Material& material, const hardware::Book& book,
                         const std::string& bend);

} // namespace goodfold::edit
