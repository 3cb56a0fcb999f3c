// Where a hole or its copies go when nobody has said yet: so that no rule of holes has anything to mind.
#pragma once

#include "check/finding.h"
#include "edit/clip.h"

namespace goodfold::check {

/// What is known of the job before the edit: to solve and judge what comes of it.
struct Placing {
    const job::Job& job;
    const material::Material& material;
    quantity::Reading reading;
    const hardware::Book& hardware = hardware::standardBook();
};

/// A new hole in a plate: where it stands if that will do, else in the middle of the plate. Where nothing
/// does it is as it stands, and the rules say what is wrong.
Result<edit::Edited> withHoleWhereItFits(const Placing& before, const std::string& plate,
                                         const job::Hole& hole);

/// The hole repeated as a row, a grid or round a circle: three (six round a circle) as usual, in the
/// direction that has the room, closer or fewer where there is little. Where not even two fit, an error says
/// so.
Result<edit::Edited> withPatternThatFits(const Placing& before, const std::string& hole,
                                         job::Pattern::Kind kind);

/// What was copied in another leg or beside itself: its holes where they were measured if that will do, else
/// moved together to the nearest place that does. Where none does they stand beside what is there, and the
/// rules say what is wrong.
Result<edit::Copied> withCopies(const Placing& before, const edit::Clip& clip, const job::Element& onto);

} // namespace goodfold::check
