// A chain unfolded, and a straight strip laid over all its bolts: a blank.
#pragma once

#include "propose/chain.h"

namespace goodfold::propose {

/// Along and across the strip: from anywhere along its middle line, and to the left of it.
struct Strip {
    struct Fold {
        double along = 0; // on the middle line
        double skewDeg = 0;
        double angleDeg = 90; // up is positive
        bool isJoggle = false;
    };
    struct Hole {
        const Bolt* bolt = nullptr;
        int leaf = 0;
        double along = 0, across = 0;
    };
    std::vector<Fold> folds;
    std::vector<Hole> holes;
    double start = 0, end = 0;
    double width = 0;                  // the least that carries all its bolts
    std::vector<Leaf> leaves;          // as of the chain
    std::vector<Pose3> mountFromStrip; // of each leaf: z from the back to the face
    double skewed() const;             // degrees, of all its folds
};

/// The strips that lie straight over a chain: square to one of its folds, or along two of its bolts, no fold
/// more askew than stock is bent. None where the folds would cross in it, or its ends be too short.
std::vector<Strip> stripsOn(const Chain& chain, const std::vector<Station>& stations, const Clearances& room);

} // namespace goodfold::propose
