// Where a job's errors come from: its holes, bends and ends, each with the method it is made by and the tool
// it is made in.
#pragma once

#include "lineup/book.h"

namespace goodfold::lineup {

/// What sources are made from. Without a plan each bend is set by its centre, by the book's own figures.
struct Work {
    const job::Job& job;
    const part::Part& part;
    const material::Material& material;
    const sequence::Plan* plan = nullptr;
    const ErrorBook& book;
    bool learns = false; // what bends spring back by is a source too where each is checked as it is made: it
                         // moves nothing, but tells how far to push
};

/// Sources that move nothing (sigma 0) are left out. Holes that hang on others, marks through one template,
/// bends in one tool and setting: one source of all of them.
std::vector<Source> sourcesOf(const Work& work);

/// By bend, as its tool holds it.
std::vector<HeldLine> heldLinesOf(const Work& work);

/// The sigma of a material's thickness as it is sold: a third of what its standard allows either way.
double thicknessSigma(const job::Job& job, const material::Material& material);

} // namespace goodfold::lineup
