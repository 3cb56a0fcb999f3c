// The bracket as a sheet without thickness, folded from plane to plane: which ways lead from the one face to
// the other. All in the mount's frame.
#pragma once

#include "propose/bolts.h"

namespace goodfold::propose {

/// A plane that a plate's back lies in; its normal points to the plate's face.
struct Leaf {
    Vec3 at{0, 0, 0}, normal{0, 0, 1};
    int station = -1;    // that it lies on; -1: it only leads there
    bool onFace = false; // with its face; else with its back
};

/// Where one leaf goes over into the next.
struct FoldLine {
    Vec3 at{0, 0, 0};
    Vec3 along{0, 1, 0};   // to the left, as one goes on along the sheet and looks at its face
    double angleDeg = 90;  // up, toward the face, is positive
    bool isJoggle = false; // pressed in one with the next: the leaf between is no leg of its own
};

/// Going on across a fold line: square to it, in the leaf.
inline Vec3 onward(const FoldLine& fold, const Leaf& leaf) {
    return fold.along.cross(leaf.normal);
}

struct Chain {
    std::vector<Leaf> leaves;
    std::vector<FoldLine> folds; // between each leaf and the next
};

/// What a chain leaves room for.
struct Clearances {
    double thickness = 0;
    double radius = 0;    // about what bends come out with inside
    double leastLeg = 25; // from a fold to a free end
    /// From a bolt to a fold line: what turns its head stands on the straight, before the bend begins.
    double cornerOf(const Bolt& bolt, double angleDeg) const;
    /// From fold to fold: their setbacks, and what a tool holds or pushes between them.
    double leastBetween(double oneDeg, double otherDeg) const;
};

/// The chains that lead over the stations in this order, the first lain on by its back: from one to the next
/// over one fold where their planes meet, or by a leaf between them, which stands square, at 60, 45 or half
/// their angle, toward any other bolt. Bolts stand clear of all folds. A step between parallel faces that is
/// too low for two bends apart is a joggle.
std::vector<Chain> chainsOver(const std::vector<Station>& stations, const Clearances& room);

} // namespace goodfold::propose
