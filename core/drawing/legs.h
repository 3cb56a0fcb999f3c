// A drawn outline cut into legs by its bend lines, which run across it side by side.
#pragma once

#include "drawing/blank.h"
#include "material/material.h"

namespace goodfold::drawing {

/// A bend line, upright: the drawing is turned so that it is.
struct FoldAt {
    double x = 0;
    double low = 0, high = 0; // how far it is drawn
    Fold fold;
};

/// Degrees that a drawing has to be turned by, counter-clockwise, for its first bend line to stand upright.
double turnToUpright(const Drawing& drawing, const std::map<std::string, Fold>& layers);
Drawing turned(const Drawing& drawing, double deg);

/// From left to right; lines drawn in dashes are one. An error where they do not run side by side.
Result<std::vector<FoldAt>> foldsOf(const Drawing& upright, const std::map<std::string, Fold>& layers);

struct Legs {
    struct Leg {
        Pose2 plateFromDrawing = Pose2::Identity(); // its start's right end is at 0, 0
        Eigen::AlignedBox2d box = {};               // in its own frame, where holes are its own
        double offFrom(const Vec2& inDrawing) const {
            return box.exteriorDistance(plateFromDrawing * inDrawing);
        }
    };
    job::Job job;
    std::vector<Leg> legs; // as the job's plates
};
/// How far bends reach to either side of their lines: half of what each takes of the blank; on a pattern that
/// folds sharp its setback.
std::vector<double> reachesOf(job::Job sheet, const std::vector<Fold>& folds,
                              const material::Material& material, Drawn drawn);

/// A job of the sheet with a leg on either side of each bend line, each as long in the flat as it is drawn,
/// from bend centre to bend centre: the blank is the drawing, and the bends come onto their lines. Of
/// a pattern in card each as long on its outer, or inner, faces as it is drawn. `sheet` has metal and
/// thickness, and no plates. An error where a line does not cross the piece once from edge to edge, or the
/// outline does not run straight on across a bend.
Result<Legs> legsFrom(const job::Job& sheet, Path outline, const std::vector<FoldAt>& folds,
                      const material::Material& material, Drawn drawn = Drawn::Blank);

} // namespace goodfold::drawing
