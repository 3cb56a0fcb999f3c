// What is typed about one of several holes in hand goes for those of them that are made like it.
#pragma once

#include "app/base/document.h"

namespace goodfold::app {

/// The hole itself, then others that are selected with it, of the same kind, pattern and use: a figure of one
/// means the same of each.
std::vector<std::string> holesAlike(const Document& document, const std::string& hole);

/// The same in a job that is being changed.
std::vector<job::Hole*> holesAlike(const Document& document, const std::string& hole, job::Job& changed);

} // namespace goodfold::app
