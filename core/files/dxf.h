// The blank as DXF (AC1015, millimetres) for whoever cuts it by machine.
#pragma once

#include "part/part.h"

#include <iosfwd>

namespace goodfold::files {

/// Layers: CUT (outline and slots as closed polylines with exact arcs, holes as circles), BEND_UP and
/// BEND_DOWN (bend centrelines), TRIM (where what was left on an end comes off after bending), NOTES (angle,
/// turn and inside radius beside each bend line, threads and countersinks beside their holes), SINK (how wide
/// a countersink is at the surface). Origin at the blank's datum corner.
void writeDxf(std::ostream& out, const part::Part& part);

struct DxfShape {
    Path path;
    const char* layer; // CUT, or SHEET
};
struct DxfNote {
    Vec2 at;
    std::string says;
    double angleDeg = 0;
    double height = 3; // of its capitals
};
struct DxfLine {
    Segment at;
    const char* layer; // DRAWN, or DIMENSIONS
};
/// The same way, whatever is to be cut; or lines of a drawing.
void writeDxf(std::ostream& out, const std::vector<DxfShape>& shapes, const std::vector<DxfNote>& notes);
void writeDxf(std::ostream& out, const std::vector<DxfLine>& lines, const std::vector<DxfNote>& notes);

} // namespace goodfold::files
