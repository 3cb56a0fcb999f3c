#include "files/csv.h"

#include "files/csv_table.h"
#include "part/mark.h"
#include "quantity/length.h"
#include "text/names.h"

#include <ostream>

namespace goodfold::files {

void writeCsv(std::ostream& out, const part::Part& part, const part::Folded& folded) {
    writeCsvRow(out, {"kind", "about", "on", "along", "across", "along_at_right", "along_at_left", "diameter",
                      "length", "x", "y", "z", "work"});
    for (const part::Mark& mark : part::marksOf(part))
        writeCsvRow(out, {part::nameOf(mark.kind), mark.name, mark.onBack ? "back" : "face",
                          csvNumber(mark.along), csvNumber(mark.across), csvNumber(mark.alongAtRight),
                          csvNumber(mark.alongAtLeft), "", "", "", "", "", ""});
    for (size_t i = 0; i < part.holes.size(); ++i) {
        const part::PartHole& hole = part.holes[i];
        const Vec3 at = part::formedHole(part, folded, static_cast<int>(i)).point;
        const double spine = (hole.spineInFlat.to - hole.spineInFlat.from).norm();
        const double along = part::alongBlank(part, hole.centreInFlat);
        writeCsvRow(out, {hole.isRound() ? "hole" : job::nameOf(hole.kind), hole.id,
                          part.plates[static_cast<size_t>(hole.plate)].id, csvNumber(along),
                          csvNumber(hole.centreInFlat.y() - part.blank.corner.y()), "", "",
                          csvNumber(hole.diameter), hole.isSlot() ? csvNumber(spine + hole.diameter) : "",
                          csvNumber(at.x()), csvNumber(at.y()), csvNumber(at.z()),
                          text::workOn(hole, quantity::Unit::Millimetre)});
    }
}

} // namespace goodfold::files
