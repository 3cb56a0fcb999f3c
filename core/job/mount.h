// What the bracket is for: the mount it goes on, what holds it there, and how it is made. Millimetres; places
// and directions in the mount's own frame.
#pragma once

#include "job/clearance.h"

#include <array>

namespace goodfold::job {

/// What stands in for something of the mount: a hole or a plate of another job, seen from one of its sides.
struct OfOther {
    std::string job; // its file, as seen from this job's folder: "hanger.gfold"
    std::string id;  // the hole as its part names it, or the plate
    bool onFace = true;
    bool operator==(const OfOther&) const = default;
};
/// "hanger.h3", "hanger.B", "hanger.B.back": what such a point or face is called here. Without an id: the
/// face of a plate that is not known yet.
std::string nameOf(const OfOther& other, bool isPlate = false);

/// A face of the mount: flat, or round about a tube. A flat one's normal is its outward side, where the
/// bracket will be; a round one looks outward all around.
struct MountFace {
    std::string id;
    std::optional<Vec3> at; // a place on it, and its normal; both, where they are stated
    std::optional<Vec3> normal;
    std::optional<Vec3> sketchAt, sketchNormal; // roughly
    std::optional<double> tube;                 // its outside diameter: then `at` is on its middle line
    std::optional<Vec3> along, sketchAlong;     // the way that a tube runs
    std::optional<OfOther> of;                  // a plate of another job
    KeptKeys kept = {};
    bool operator==(const MountFace&) const = default;
};

/// What a bolt goes through, over or into there; a slot takes a tab as well.
struct MountPoint {
    enum class Kind { Hole, Stud, Tapped, Mark };
    struct Slot {
        double length = 0; // over all
        Vec3 along{1, 0, 0};
        std::optional<double> corner; // radius of its corners; else its ends are round
        bool operator==(const Slot&) const = default;
    };
    std::string id;
    std::string face;
    Kind kind = Kind::Hole;
    std::optional<double> diameter; // of the hole; of a stud or thread its nominal size
    std::optional<Vec3> at;
    std::optional<Vec3> axis;   // else its face's normal
    double sigma = 0;           // along and across, each
    std::optional<Vec3> sketch; // roughly: to millimetres or centimetres
    std::optional<OfOther> of;  // a hole of another job
    std::optional<Slot> slot;   // of a hole that is one; the diameter is its width
    KeptKeys kept = {};
    bool operator==(const MountPoint&) const = default;
};

/// A straight edge of a face.
struct MountEdge {
    std::string id;
    std::string face;
    std::optional<std::array<Vec3, 2>> at;     // two places on it, where they are stated
    std::optional<std::array<Vec3, 2>> sketch; // or roughly
    KeptKeys kept = {};
    bool operator==(const MountEdge&) const = default;
};

/// What somebody read there. Two readings of the same are two.
/// Between: two points, straight. FromEdge: a point and an edge of its face, square to that. Along, Square:
/// two points and an edge, what they stand apart along it and square to it in its face; of a tube in place of
/// the edge: along its middle line, and on its skin around it. Height: a point over a face, outward. Turn:
/// degrees between two faces' outward sides. Rise: what the one face rises against the other on a length of
/// `over`. Diameter: of a point's hole, stud or thread, or of a tube.
/// By a spirit level or a plumb line: Plumb, what a face leans outward at its upper end on a length of
/// `over`; Level, what a face is out of level on `over` where it falls most.
struct MountReading {
    enum class Kind { Between, FromEdge, Along, Square, Height, Turn, Rise, Diameter, Plumb, Level };
    /// To the centres, or to the nearest or the farthest places of the rims.
    enum class How { Centres, Near, Far };
    std::string id;
    Kind kind = Kind::Between;
    std::vector<std::string> of;
    How how = How::Centres;
    double value = 0; // mm; of a turn degrees
    double over = 100;
    std::string with;            // an instrument of the book of errors
    std::optional<double> sigma; // else the instrument's
    bool isKept = false;         // against the advice to doubt it
    KeptKeys kept = {};
    bool operator==(const MountReading&) const = default;
};

/// How surely the holes of another job are where they stand in for points: by that part's own errors, seen
/// from the plate that this bracket lies on, or from the one that lies on the mount of both.
struct Neighbour {
    std::string job;                 // its file
    std::vector<std::string> points; // of this mount
    std::vector<double> covariance;  // mm^2, in the mount's frame: three rows a point, one after the other
    bool operator==(const Neighbour&) const = default;
};

/// Stated place by place, or sketched and measured, or both.
struct Mount {
    std::vector<MountFace> faces;
    std::vector<MountPoint> points;
    std::vector<MountEdge> edges;
    std::vector<MountReading> readings;
    std::vector<Clearance> clearances;
    std::vector<Neighbour> neighbours;
    KeptKeys kept = {};
    bool operator==(const Mount&) const = default;

    const MountFace* findFace(const std::string& id) const;
    const MountPoint* findPoint(const std::string& id) const;
    const MountEdge* findEdge(const std::string& id) const;
    /// Whether a spirit level or a plumb line was used.
    bool readsUpright() const;
};

/// What a reading of a kind is of, in this order. A tube may stand where an edge or a point is asked for, as
/// the kinds say.
enum class MountThing { Point, Edge, Face };
std::vector<MountThing> thingsOf(MountReading::Kind kind);
/// Whether this thing can stand there.
bool canBeOf(const Mount& mount, MountReading::Kind kind, size_t place, const std::string& id);

/// The side of a plate that lies on a face of the mount.
struct Rest {
    std::string plate;
    bool onFace = false; // the plate's face, not its back
    std::string on;      // a face of the mount
    bool operator==(const Rest&) const = default;
};

/// One hole at one point. Holes of a pattern are named as the part names them: h1, h1.2.
struct Tie {
    std::string hole;
    std::string point;
    bool onFace = false;           // the plate's face lies toward the mount there, not its back
    std::optional<double> bolt;    // else the hole's fastener's, else the point's
    std::optional<double> press;   // how far the plate may stand in its face: what a hand pulls it by
    std::optional<double> gapMost; // how far it may stand off
    std::optional<double> spacer;  // what is put between the plate and its face there
    KeptKeys kept = {};
    bool operator==(const Tie&) const = default;
};

/// A plate whose free end goes through a slot of the mount.
struct Tab {
    std::string plate;
    std::string point;
    KeptKeys kept = {};
    bool operator==(const Tab&) const = default;
};

/// A method of the book of errors that was chosen for an operation; or its sigma typed over.
struct ChosenMethod {
    std::string method; // empty: as the shop usually does
    std::optional<double> sigma;
    bool operator==(const ChosenMethod&) const = default;
};

/// What a dimension may become when the bracket is brought onto its mount.
struct MayChange {
    bool stays = false;
    std::optional<double> least, most; // mm or degrees
    bool operator==(const MayChange&) const = default;
};
/// A dimension by its name: what of which plate, bend or hole.
struct DimensionName {
    std::string of;   // "A"
    std::string what; // "length"; of a hole x, y, pitch; of a bend angle, skew
};
/// "A.length"; nothing of what is no such name.
std::optional<DimensionName> parseDimensionName(const std::string& name);

/// "h1" of "h1.2": the hole that makes it.
std::string holeThatMakes(const std::string& partHole);

} // namespace goodfold::job
