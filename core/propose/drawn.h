// A strip drawn as a job: legs, bends, holes, and the ties to its mount.
#pragma once

#include "propose/strip.h"

namespace goodfold::propose {

/// "strap", "L", "L in two bends", "Z", "offset", "joggle", "U", "slanted U", "hat"; "twisted" before it
/// where its bends are askew. Empty where it is none of them.
std::string shapeOf(const Strip& strip);

/// The base's stock, or the next width that is sold where that is too narrow; figures to half a millimetre
/// and half a degree. Everything else of the base but legs, bends, ties and order stays, its load
/// at the holes that go on the same points. It rests on the
/// station's face of that name. Nothing where no bar is that wide.
std::optional<job::Job> drawn(const Strip& strip, const job::Job& base, const std::vector<Station>& stations,
                              const std::string& restFace, const material::Material& material);

/// Its free ends made longer by whole millimetres where bolts came too near to them; no hole moves on its
/// points.
void trimEnds(job::Job& job, const std::vector<Bolt>& bolts);

/// The width of the stock it is cut from; nothing where none is sold that wide.
std::optional<double> stockWidth(const Strip& strip, const job::Job& base,
                                 const material::Material& material);

} // namespace goodfold::propose
