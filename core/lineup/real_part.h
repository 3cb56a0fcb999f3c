// The part as it really comes out: the fold map with the lines, angles, radii, K and thickness of one piece.
// Nothing is linearised.
#pragma once

#include "lineup/errors.h"
#include "part/fold.h"

namespace goodfold::lineup {

class RealPart {
public:
    /// The job's part, solved; both must outlive it. `held` by bend.
    RealPart(const job::Job& job, const part::Part& part, std::vector<HeldLine> held);

    /// Makes it with these errors. Holes that are drilled after bending are measured from their own reference
    /// as that came out. Bends that are not `made` yet are flat.
    void form(const Errors& errors, const std::vector<bool>& made = {});

    double thickness() const { return realThickness; }
    /// With its lines in the flat as they came out, and its own angle.
    const part::PartBend& bendOf(int bend) const { return bends[static_cast<size_t>(bend)]; }
    /// A plate's own frame, as it was marked, in the root plate's.
    Pose3 rootFromPlate(int plate) const;
    /// Where the middle of a round bolt may lie (PartHole::Glide), on the back, in the root plate's frame; of
    /// round holes that were not filed one point.
    struct Spine {
        Vec3 from, to;
        Vec3 axis;                          // from the back to the face
        std::optional<Vec3> bowMiddle = {}; // of an arc slot
        double halfSwingDeg = 0;
        Vec3 middle() const { return bowMiddle ? *bowMiddle : Vec3((from + to) / 2); }
    };
    Spine spineOf(int hole) const;
    /// What is open across its spine.
    double widthOf(int hole) const { return glides[static_cast<size_t>(hole)].width; }
    /// Corners of a plate's straight part on one side, in the root plate's frame.
    std::array<Vec3, 4> cornersOf(int plate, bool onFace) const;

private:
    void setLine(int bend, const Errors::OfBend& error);
    /// What a hole that is drilled later moves by, along its plate.
    double movedWithItsReference(int hole, const Errors& errors) const;

    const job::Job& job;
    const part::Part& part;
    std::vector<HeldLine> held;
    std::vector<part::PartBend> bends; // as they came out
    std::vector<int> order;            // of bends, each after the one its parent hangs on
    std::vector<Pose3> rootFromFlat;
    std::vector<Vec2> moved, filed; // of holes, in the flat
    std::vector<part::PartHole::Glide> glides;
    double realThickness = 0;
};

} // namespace goodfold::lineup
