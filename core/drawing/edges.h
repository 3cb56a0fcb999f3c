// Stretches of a drawn outline as the edges of a plate.
#pragma once

#include "common/path.h"
#include "job/job.h"

namespace goodfold::drawing {

/// Which vertex is there; as many as there are where none is.
size_t vertexAt(const Path& path, const Vec2& point);

/// From one vertex of the outline to another, counter-clockwise, as the edge between those two corners runs.
job::FreeEdge edgeAlong(const Path& path, size_t from, size_t to);

/// Four vertices of an outline: start right, end right, end left, start left. What stands between two
/// neighbours becomes the edge between them.
using Corners = std::array<size_t, 4>;
/// A plate of these corners, its length along x from start right to end right, its width along y. Edges in
/// `bent` are straight: a bend is there.
job::Plate plateOf(const Path& path, const Corners& corners, const std::set<job::Edge>& bent = {});

} // namespace goodfold::drawing
