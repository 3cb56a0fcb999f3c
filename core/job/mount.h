// What the bracket is for: the mount it goes on, what holds it there, and how it is made. Millimetres; places
// and directions in the mount's own frame.
#pragma once

#include "job/hole.h"

namespace goodfold::job {

/// A flat face of the mount. Its normal is its outward side, where the bracket will be.
struct MountFace {
    std::string id;
    std::optional<Vec3> at; // a place on it, and its normal; both, where they are stated
    std::optional<Vec3> normal;
    KeptKeys kept = {};
    bool operator==(const MountFace&) const = default;
};

/// What a bolt goes through, over or into there.
struct MountPoint {
    enum class Kind { Hole, Stud, Tapped, Mark };
    std::string id;
    std::string face;
    Kind kind = Kind::Hole;
    std::optional<double> diameter; // of the hole; of a stud or thread its nominal size
    std::optional<Vec3> at;
    std::optional<Vec3> axis; // else its face's normal
    double sigma = 0;         // along and across, each
    KeptKeys kept = {};
    bool operator==(const MountPoint&) const = default;
};

/// Every place is stated. (Edges and readings are kept as they stand in the file.)
struct Mount {
    std::vector<MountFace> faces;
    std::vector<MountPoint> points;
    KeptKeys kept = {};
    bool operator==(const Mount&) const = default;

    const MountFace* findFace(const std::string& id) const;
    const MountPoint* findPoint(const std::string& id) const;
};

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
    KeptKeys kept = {};
    bool operator==(const Tie&) const = default;
};

/// A method of the book of errors that was chosen for an operation; or its sigma typed over.
struct ChosenMethod {
    std::string method; // empty: as the shop usually does
    std::optional<double> sigma;
    bool operator==(const ChosenMethod&) const = default;
};

/// "h1" of "h1.2": the hole that makes it.
std::string holeThatMakes(const std::string& partHole);

} // namespace goodfold::job
