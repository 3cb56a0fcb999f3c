// A drawn outline whose bend lines stand round a bottom: flanges on up to four sides, and what is bent on
// from those, at their ends and their sides.
#pragma once

#include "drawing/legs.h"

namespace goodfold::drawing {

/// Whether bend lines run along x as well as along y, in a drawing that is turned so that its first stands
/// upright.
bool isTray(const Drawing& upright, const std::map<std::string, Fold>& layers);

/// A job of the sheet with a rectangular bottom between the innermost bend lines, or out to the edge where a
/// side has none, and on each side its flanges, each as far along the edge and as long in the flat as it is
/// drawn, with the sides it is drawn with; on a flange's end another, line after line, and on its sides too.
/// Where bends end the usual reliefs stand, not those that are drawn. Of a pattern in card lengths are those
/// of its outer, or inner, faces. An error where a line is aslant, runs over no strip of metal, or the bottom
/// is no rectangle.
Result<Legs> trayFrom(const job::Job& sheet, const Path& outline, const Drawing& upright,
                      const std::map<std::string, Fold>& layers, const material::Material& material,
                      Drawn drawn);

} // namespace goodfold::drawing
