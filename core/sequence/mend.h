// What would let a part be bent that no order makes: tried, and the least change first.
#pragma once

#include "check/finding.h"
#include "sequence/plan.h"

namespace goodfold::sequence {

/// Ways out, each planned to the end before it is offered: less of what the user settled, with the tool that
/// would be taken; a leg beside a bend that cannot be made longer or
/// shorter by whole steps, its free end left long and trimmed after, the bend turned the other way, the part
/// in two riveted at it. Stops when `goOn`
/// says so.
std::vector<check::Remedy> mends(const job::Job& job, const material::Material& material,
                                 const tool::Shop& shop, const hardware::Book& book,
                                 const quantity::Reading& reading, const std::vector<Stuck>& stuck,
                                 const GoOn& goOn = {});

/// Tools of the list that the shop has not got and that would do, then what a tool of the shop would have to
/// be like: "The bench vise would do with \"lever\" 1000, not 500."
/// Only figures that were in the way are tried, each alone; the smallest change first.
std::vector<std::string> toolsThatWouldDo(const job::Job& job, const material::Material& material,
                                          const tool::Shop& shop, const quantity::Reading& reading,
                                          const std::vector<Stuck>& stuck, const GoOn& goOn = {});

} // namespace goodfold::sequence
