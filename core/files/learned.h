// What test bends have taught of one metal, as JSON for scripts: `goodfold-cli learn`.
#pragma once

#include "learn/entries.h"

#include <iosfwd>

namespace goodfold::files {

/// Whose figures are asked for; empty: any.
struct LearnedOf {
    const material::Material& material;
    const tool::Shop& shop;
    const lineup::ErrorBook& errors;
    std::string tool, batch;
};

/// `material`, `bends` (how many counted), `k` and `springback` [{ratio, book, book_sigma, mean, sigma}] (of
/// springback the degrees that a bend of 90 opens by), `points` [{id, what, ratio, value, sigma}], `tools`
/// [{tool, offset, sigma}], `asked` [{id, what, told, expected, sigma, member, likely}] of bends that do not
/// go with those before them, and do not count.
void writeLearned(std::ostream& out, const std::string& file, const std::vector<learn::KeptBend>& bends,
                  const LearnedOf& of);

} // namespace goodfold::files
