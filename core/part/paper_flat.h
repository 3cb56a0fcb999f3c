// The bracket tried in paper: one of its sides laid flat. Paper folds sharp and has no thickness, so its legs
// run to the mold lines of that side and nothing is taken off for the bends.
#pragma once

#include "part/flat_overlap.h"

namespace goodfold::part {

/// Which side of the metal the paper is.
enum class PaperSide { Back, Face };

/// The one that lies on the mount at most of the ties, so that the paper is held where the metal will be;
/// where there are none the one that is outside at most of the bends.
PaperSide paperSideOf(const Job& job, const Part& part);

struct PaperFold {
    int bend = 0;
    bool isRolled = false;   // too round to be folded: rolled between `near` and `far`
    Segment near, line, far; // on the paper; of one that is folded all three are the fold
};

/// To be glued under the flange beside it. Its base is a fold.
struct GlueTab {
    int plate = 0; // whose edge it is on
    Segment base;  // on the paper
    Path outline;
};

struct PaperHole {
    int hole = 0;
    Vec2 centre{0, 0};
    Path shape;
};

/// On the paper as it is seen from the bracket's face: a bend up is a valley. Where nothing is bent the paper
/// lies as the flat does; each plate further out is moved, never turned.
struct PaperFlat {
    PaperSide side = PaperSide::Back;
    Path outline;                    // counter-clockwise, glue tabs in it
    std::vector<Vec2> paperFromFlat; // of each plate, what is added
    std::vector<PaperFold> folds;    // of each bend
    std::vector<PaperHole> holes;    // of each hole
    std::vector<GlueTab> tabs;       // where there is paper for them
    /// Legs and what is folded beside them that would need the same paper, though the metal may not.
    std::vector<FlatOverlap> overlaps;
    Vec2 corner{0, 0}; // least x and y of the outline
    double length = 0, width = 0;
};

/// From a tangent line to the fold that stands for the bend on a side with this radius: r tan(A/2), the mold
/// line; past 150 degrees, where that runs away, as far as the bend reaches out: r. Of one that is rolled
/// half its arc.
double paperSetback(double radius, double angleDeg, bool isRolled);

PaperFlat paperFlatOf(const Job& job, const Part& part, PaperSide side);

} // namespace goodfold::part
