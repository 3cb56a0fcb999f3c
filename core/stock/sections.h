// Which blanks of a batch come from which bars: by metal, thickness and width.
#pragma once

#include "cutting/cutters.h"
#include "part/part.h"
#include "stock/rack_stock.h"

namespace goodfold::stock {

using cutting::Bar, cutting::CutBar, cutting::CutList, cutting::Cutters, cutting::Wanted, cutting::Sawing;

/// One job of the batch, laid out.
struct Batched {
    std::string name; // its file's, or its title
    const job::Job& job;
    const part::Part& part;
};

struct Section {
    std::string material;
    double width = 0, thickness = 0;
    std::vector<Wanted> wanted; // a blank's length, with what is left on its ends; both hands together
    double kerf = 0;            // the widest that one of the jobs is sawn with
};

/// In the order of the jobs. Blanks of sheet are in none.
std::vector<Section> sectionsOf(const std::vector<Batched>& jobs);

/// Stock of 3 is 3, whatever the gauge reads: to a twentieth of a millimetre.
bool isOf(const Section& section, const RackStock& stock);
/// What may be cut of those on the rack that are of it: each entry's whole stretches, one after the other.
std::vector<Bar> barsFor(const Section& section, const std::vector<RackStock>& rack);

/// Where the rack is not known: the lengths that bars are usually sold in, as many as one likes.
std::vector<Bar> soldBars(quantity::Unit unit);

} // namespace goodfold::stock
