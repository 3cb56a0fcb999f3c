// How far the flanges of a sheet's plate reach along their edges.
#pragma once

#include "part/part.h"

namespace goodfold::part {

/// The edges of a plate counter-clockwise, each from the corner of the same number to the next.
inline constexpr std::array<Edge, 4> kEdgesRound{Edge::Right, Edge::End, Edge::Left, Edge::Start};

/// The flanges whose facing ends meet at a corner, as indices into Part::bends; -1 where there is none.
struct AtCorner {
    int arriving; // its left end looks at the corner
    int leaving;  // its right end does
};
AtCorner flangesAt(const Part& part, int plate, Corner corner);

/// A tab under the other flange is closed in by it, over it by its own: PartBend::closes says so.
void findLaps(const Job& job, Part& part);

/// Takes what the plate's meetings ask of its flanges over into their bends: where each ends along its edge
/// (kept within the edge), and how far its plate reaches past that. Drilled corners hold both bends back by
/// the drill's radius. `from`, `to`, the plate's outline and all plates' lengths must be there.
void meetAtCorners(const Job& job, Part& part, int plate);

/// What is cut at the ends of a bend, its sizes by rule where none is typed: a slit as wide as the saw cuts;
/// a rectangle or an obround 1.5 T wide, at least a saw cut, T past the tangent line; a drilled round of 2 T,
/// at least R + T. `besideMetal`: metal stands beside the bend.
PartRelief reliefOf(const Relief& asked, const bend::Shape& shape, double kerf, bool besideMetal);

/// Radius of a drilled round in which two bends end at one corner, or 0.
double drilledAt(const Part& part, int plate, Corner corner);

} // namespace goodfold::part
