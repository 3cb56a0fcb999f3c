// The faces of one plate and of the holes in it.
#pragma once

#include "draw/face.h"
#include "part/fold.h"

#include <optional>

namespace goodfold::draw {

/// All that the faces of a plate are made from.
struct PlateAsFormed {
    const part::PartPlate& plate;
    std::vector<const part::PartHole*> holes; // in it
    const Pose3& rootFromFlat;
    double thickness;
    double finest; // mm: what is finer may be drawn simpler
};

class PlateFaces {
public:
    explicit PlateFaces(const PlateAsFormed& from);
    /// Whether they come out the same of this: then there is no need to make them again.
    bool areOf(const PlateAsFormed& other) const;

    std::vector<Face> ofPlate; // rims, then of each convex piece its back and its face
    std::vector<Face>
        ofHoles; // dark pieces on face and back, rings of countersinks; `liesOn` is of `ofPlate`

private:
    /// What of a hole shows.
    struct Hole {
        std::string source;
        Path shapeInFlat;
        std::optional<part::Countersink> countersink;
        bool isOf(const part::PartHole& hole) const;
    };
    part::PartPlate plate;
    std::vector<Hole> holes;
    Pose3 rootFromFlat;
    double thickness, finest;
};

} // namespace goodfold::draw
