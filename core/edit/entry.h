// The ladder's own small language: a whole bracket from the keyboard, a line at a time.
#pragma once

#include "edit/edit.h"
#include "hardware/hardware.h"

#include <string_view>

namespace goodfold::edit {

/// Understands one line, with `selected` in hand:
///   40                 the selected leg's length, bend's angle, or hole's distance
///   +4, -4             moves what is in hand by that much
///   b 90 away          a bend on the free end of the selected leg (or of the bar's last), and a leg after
///   it;
///                      also: toward, r 3 (inside radius), lean 12 (degrees from square), long 60 (the leg)
///                      on sheet also: on left (the edge), wide 30, at 10 (from the edge's right end)
///   hem 8, hem 8 open 2, hem rolled 6     an edge folded back; on sheet also: on left
///   strap 60 gap 8 ear 25, saddle 48 gap 2    round or over a pipe, to another ear
///   j 6 over 20 away   a joggle there: offset, length; also: toward, long 60
///   h 12               a hole in the selected leg, 12 from its free end; also: d 6.6 (diameter), y 4,
///                      long 10 (a slot of that length), turn 90 (its degrees from the leg's direction),
///                      for m6 close (what goes through: also m5 tap, rivet 4, m6 rivet nut)
///   row 4 by 20, grid 3 by 20 rows 2 apart 15, circle 6 across 40    the selected hole again and again
///   overall 60, opening 57, offset 20    what the selected leg measures across
///   flat 46.2          its length on the blank, from bend line to bend line
///   round 5, chamfer 3, round            both corners of its free end; a full round
///   cut 15, extra 100  its free end cut at an angle; left on to pull, trimmed later
///   B, 2, h1           selects a leg or a hole by its name; a bend as "bend 2"
/// Lengths are typed as parseLength() reads them, bend angles as `reading` shows them. About: what is
/// selected next.
Result<Edited> enter(const Job& job, const Element& selected, std::string_view line,
                     const quantity::Reading& reading, const hardware::Book& book = hardware::standardBook());

/// The plate an entry is about: the selected one, the one that carries the selected hole, the one a selected
/// bend leads to, or the bar's last.
std::string plateInHand(const Job& job, const Element& selected);

/// What may be typed now, in one sentence.
std::string whatToType(const Job& job, const Element& selected);

} // namespace goodfold::edit
