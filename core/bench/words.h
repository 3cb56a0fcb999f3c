// What the bench has to say, as a fabricator says it.
#pragma once

#include "bench/control.h"
#include "bench/ways_out.h"

namespace goodfold::bench {

/// "Leg A, outside: 62.5" as it was measured; "Bend 1 is made.".
std::string inWords(const Entry& entry, const quantity::Reading& reading);
/// What is measured: "Leg A, outside".
std::string measureInWords(const Entry& entry);
/// The same on a piece of which so much is made: "From bend 2, outside, to the end of leg A".
std::string measureInWords(const Entry& entry, const part::Part& part, const Piece::Made& made);

/// What it means that a bar's blank was read shorter or longer than planned; empty where it is as planned.
std::string blankInWords(const Log& log, const part::Part& part, const quantity::Reading& reading);

/// Why a reading is not believed, and what was probably meant.
std::string inWords(const Doubt& doubt, const Log& log, const quantity::Reading& reading);

/// "Bend 2's line goes to 128.6; it was at 128.0. Bend it to 91; it was 90." Empty where nothing moves.
std::string inWords(const Left& left, const part::Part& part, const quantity::Reading& reading);
std::string inWords(const MovedHole& hole, const part::Part& part, const quantity::Reading& reading);

std::string inWords(const Cannot& cannot, const lineup::Making& making, const quantity::Reading& reading);
/// What still helps, and what the odds then are: "Drill h3 once it is bent, measured where it then has to
/// come: 85 %."
std::string inWords(const WayOut& way, const quantity::Reading& reading);
/// What has changed since the pieces before.
std::string inWords(const Chart& chart, const quantity::Reading& reading);
/// "File h2 out by 0.5 toward the far end of leg B."
std::string inWords(const Rework& rework, const lineup::Making& making, const quantity::Reading& reading);

} // namespace goodfold::bench
