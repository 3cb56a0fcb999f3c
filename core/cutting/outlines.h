// Outlines on a sheet, and where one fits beside others. Whole micrometres, as the polygon library reckons.
#pragma once

#include "common/path.h"

#include <polyclipping/clipper.hpp>

namespace goodfold::cutting {

using Outlines = ClipperLib::Paths;
using Micrometres = ClipperLib::IntPoint;

inline constexpr double kUnits = 1000; // in a millimetre

inline Micrometres inUnits(const Vec2& mm) {
    return {std::llround(mm.x() * kUnits), std::llround(mm.y() * kUnits)};
}
inline Vec2 inMillimetres(const Micrometres& point) {
    return {static_cast<double>(point.X) / kUnits, static_cast<double>(point.Y) / kUnits};
}

/// What a blank keeps others out of: its outline, grown by half the gap and by what its corners were made
/// fewer; and what is open in it, shrunk by as much. The outline counter-clockwise, openings clockwise.
Outlines keptClear(const Path& outline, const std::vector<Path>& openings, double gap);

Outlines turned(const Outlines& outlines, int quarters);
Outlines shifted(const Outlines& outlines, const Micrometres& by);
ClipperLib::IntRect boxOf(const Outlines& outlines);

/// Where the moving one's origin may not be, so that it would lie over the one that lies: both at the origin.
/// What is open in this is free: an opening, or a bay, that the moving one fits into.
Outlines forbidden(const Outlines& lying, const Outlines& moving);

} // namespace goodfold::cutting
