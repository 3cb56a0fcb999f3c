// K as the shop's logbook knows it: which of it a job has taken, and where newer knowledge would move its
// marks.
#pragma once

#include "app/widgets/cell.h"

#include <set>

namespace goodfold::app {

/// The job takes what the logbook knows now of its metal, in the tool and from the batch it has chosen; a
/// sentence where nothing is known.
Cell::Answer takeLearned(Document& document);

/// Tools or batches by their names, and any of them.
std::vector<OptionOf<std::string>> optionsOf(const tool::Shop& shop, std::set<std::string> ids,
                                             const QString& any);

/// Of a job that goes by the logbook.
std::vector<Line> learnedLines(Document& document);

} // namespace goodfold::app
