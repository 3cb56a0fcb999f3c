// The ladder's own small language: a whole bracket from the keyboard, a line at a time.
#pragma once

#include "part/edit.h"

#include <string_view>

namespace goodfold::part {

/// Understands one line, with `selected` in hand:
///   40                 the selected leg's length, bend's angle, or hole's distance
///   b 90 away          a bend on the free end of the selected leg (or of the bar's last), and a leg after
///   it;
///                      also: toward, r 3 (inside radius), lean 12 (degrees from square), long 60 (the leg)
///   h 12               a hole in the selected leg, 12 from its free end; also: d 6.6 (diameter), y 4
///   B, 2, h1           selects a leg or a hole by its name; a bend as "bend 2"
/// Lengths are typed as parseLength() reads them. About: what is selected next.
Result<Edited> enter(const Job& job, const Element& selected, std::string_view line);

/// The plate an entry is about: the selected one, the one that carries the selected hole, the one a selected
/// bend leads to, or the bar's last.
std::string plateInHand(const Job& job, const Element& selected);

/// What may be typed now, in one sentence.
std::string whatToType(const Job& job, const Element& selected);

} // namespace goodfold::part
