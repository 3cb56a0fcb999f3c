// What is cut in a plate, how often, and what goes through it. Millimetres and degrees.
#pragma once

#include "common/geometry.h"

#include <map>
#include <optional>
#include <string>
#include <vector>

namespace goodfold::job {

/// Members of a job file this version does not know, kept as JSON text so that saving gives them back.
using KeptKeys = std::map<std::string, std::string>;

/// A corner of a line that is drawn by points, and how the line goes on to the next: on an arc whose middle
/// stands `bow` off the chord, positive outward. `round` takes the corner itself off.
struct OutlinePoint {
    Vec2 at{0, 0};
    double bow = 0;
    double round = 0;
    bool operator==(const OutlinePoint&) const = default;
};

/// The same hole again. Numbers count the first one too.
struct Pattern {
    /// Row and grid step from the hole on. Circle: the hole's place is the middle, the holes stand round it.
    /// Mirrored across the plate's centreline, along it about the middle of its straight part, or both.
    enum class Kind { Row, Grid, Circle, Mirror };
    Kind kind = Kind::Row;
    int count = 2;           // in a row; round a circle
    int rows = 2;            // of a grid
    double pitch = 20;       // from one to the next
    double rowPitch = 20;    // from row to row, to the left of a row's direction
    double angleDeg = 0;     // a row's direction, or the first hole's on a circle, from the plate's x
    double diameter = 40;    // of the circle
    bool across = true;      // mirrored over the centreline
    bool lengthwise = false; // mirrored end for end
    bool operator==(const Pattern&) const = default;
};

/// Sunk for a screw's head.
struct Countersink {
    double diameter = 0; // at the surface
    double angleDeg = 90;
    bool onBack = false;
    bool operator==(const Countersink&) const = default;
};

/// What the hole is for. Sizes are names of the hardware book.
struct Fastener {
    enum class Use { Bolt, Tapped, RivetNut, WeldNut, Rivet };
    enum class Fit { Close, Normal, Loose };
    enum class Head { Hex, Cap, Pan, Countersunk, SlottedCountersunk }; // the last with slot or cross
    Use use = Use::Bolt;
    std::string size = "M6";
    Fit fit = Fit::Normal;
    Head head = Head::Hex;
    double clamps = 0;       // thickness of what else lies between head and nut
    int washers = 1;         // 0; 1 under the head; 2 under the nut as well
    bool headOnBack = false; // else on the face
    std::string family = {}; // of rivet nut, as the hardware book calls it; the book's first where empty
    bool isCountersunk() const { return head == Head::Countersunk || head == Head::SlottedCountersunk; }
    bool operator==(const Fastener&) const = default;
};

/// A place that is measured in the formed part; the flat position follows. Axis takes the hole to where
/// another hole's axis meets its plate; the others decide its x, its y is given as ever.
struct FormedPlace {
    enum class Kind {
        Axis,     // on the axis of hole `of`
        Straight, // `distance` from hole `of`, centre to centre in a straight line
        Plate     // `distance` square from plate `of`, from the side that looks at the hole
    };
    Kind kind = Kind::Axis;
    std::string of;
    double distance = 0;
    bool operator==(const FormedPlace&) const = default;
};

struct Hole {
    /// The shapes, each in its own frame: `angleDeg` turns it from the plate's x toward its left edge.
    enum class Kind {
        Round,
        Slot,      // `length` over all, round ends included
        ArcSlot,   // about a pivot: x and y are the pivot, `radius` to the slot's middle, its middle at
                   // `angleDeg`
        Rectangle, // `length` by `diameter`, corners of `radius`
        D,         // `length` from the flat, which lies at `angleDeg`, to the round opposite
        Key,       // round, with a neck of width `neck` that ends `length` from its centre, round as well
        CutOut     // `outline`, its points counted from x and y
    };
    enum class XFrom { Outside, Inside, Tangent, Start, End, Hole };
    enum class YFrom { Right, Left, Centre };
    std::string id;
    Kind kind = Kind::Round;
    double diameter = 6.6; // of a slot or a rectangle: its width
    double length = 0;
    double radius = 0;
    double swingDeg = 0; // of an arc slot: between the centres of its round ends
    double neck = 0;
    std::vector<OutlinePoint> outline = {};
    double angleDeg = 0;
    double x = 0;
    XFrom xFrom = XFrom::Outside;
    std::string xFromHole = {}; // with XFrom::Hole: another hole of the same plate
    double y = 0;
    YFrom yFrom = YFrom::Centre;
    std::optional<FormedPlace> formed = {};
    std::optional<Pattern> pattern = {};
    std::optional<Countersink> countersink = {};
    std::optional<Fastener> fastener = {};
    bool afterBending = false; // drilled then, and not cut in the blank
    bool isThere = false;      // in the stock already, before anything is done to it
    bool throughMount = false; // drilled then, with the bracket in its place, along the mount's own hole
    KeptKeys kept = {};
    bool operator==(const Hole&) const = default;
};

/// How many holes it makes.
int countOf(const Hole& hole);

/// "round", "slot", "arc slot", ...
std::string nameOf(Hole::Kind kind);

} // namespace goodfold::job
