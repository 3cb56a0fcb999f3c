// What has to stay free round the bracket in its place. Millimetres and degrees, in the mount's own frame.
#pragma once

#include "job/hole.h"

namespace goodfold::job {

/// Something that stands there, or that swings or slides, and how far the bracket keeps away from it.
struct Clearance {
    enum class Shape { Box, Cylinder, Plane };
    /// About an axis through `at`, the way a right hand's fingers point when its thumb does along it.
    struct Swing {
        Vec3 at{0, 0, 0};
        Vec3 axis{0, 0, 1};
        double byDeg = 90;
        bool operator==(const Swing&) const = default;
    };
    std::string id; // what people call it: "sash"
    Shape shape = Shape::Box;
    Vec3 at{0, 0, 0}; // Box: the corner that it grows from; Cylinder: one end's centre; Plane: a place on it
    Vec3 size{0, 0, 0};         // Box: along x, y and z
    double turnedDeg = 0;       // Box: about z, at that corner
    Vec3 to{0, 0, 0};           // Cylinder: the other end's centre
    double diameter = 0;        // Cylinder
    Vec3 normal{0, 0, 1};       // Plane: toward what is free
    double keep = 0;            // the least distance
    std::optional<Vec3> slides; // as far as it goes from where it is stated; not both of these
    std::optional<Swing> swings;
    KeptKeys kept = {};
    bool operator==(const Clearance&) const = default;
};

} // namespace goodfold::job
