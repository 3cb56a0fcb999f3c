// The stages of the work, a row each: the rail, the shortcuts and the menu are made from it.
#pragma once

#include "app/base/stage.h"

#include <span>

namespace goodfold::app {

struct StageRow {
    const char* key; // in settings, on the command line, in tests
    const char* title;
    int number;        // Ctrl and this
    const char* place; // "in the shop": below the gap in the rail, of no one job; null for the job's own
    Stage* (*make)(const StageContext& context, QWidget* parent);
    const char* page;                        // of the handbook, that it opens at here
    bool isOfNoJob() const { return place; } // and not gone back to at the next start
};

/// In the order of the work. The bracket's is there from the start; the others are made when they are first
/// gone to.
std::span<const StageRow> stageRows();
/// Which row that is.
inline constexpr size_t kBracketRow = 1;

} // namespace goodfold::app
