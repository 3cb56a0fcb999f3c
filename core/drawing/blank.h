// A job out of somebody else's drawing: its outline is the blank, what is in it is cut out.
#pragma once

#include "drawing/drawing.h"
#include "job/job.h"

#include <set>

namespace goodfold::drawing {

/// What a bend line is bent by.
struct Fold {
    double angleDeg = 90;
    job::Turn turn = job::Turn::Up; // toward who looks at the drawing
};

/// What is drawn: the blank as it lies flat; or a pattern that folds sharp, as one cuts it out of card and
/// tries it at the place: its lengths are then those of the outer or of the inner faces, and the metal's
/// allowances are put in.
enum class Drawn { Blank, OuterFaces, InnerFaces };

struct Wanted {
    std::string title = "Drawing";
    quantity::Unit units = quantity::Unit::Millimetre;
    std::string material = "steel-hot-rolled";
    double thickness = 2;
    std::set<std::string>
        leaveOut; // layers that are no metal; where none is said, those that only get in the way
    std::map<std::string, Fold> folds; // layers whose lines are bent
    Drawn drawn = Drawn::Blank;
};

struct Brought {
    job::Job job;
    std::vector<std::string> says; // what was left out, and what became of it
};

/// A sheet's root whose edges run as the outline does, counted from its own corner; the largest closed
/// outline is it. Circles in it are round holes, stadiums slots, rectangles rectangles, all else cut-outs.
/// With folds it comes in legs (legs.h), turned so that the bend lines stand upright. An error says why it
/// makes no blank.
Result<Brought> blankFrom(const Drawing& drawing, const Wanted& wanted);

/// Layers of lines that by themselves close nothing, so that they may be bend lines, with the turn that their
/// name says. Likely: those that are named after bends or folds; where none is, all.
struct FoldOffered {
    Fold fold;
    bool isLikely = false;
};
std::map<std::string, FoldOffered> foldsOffered(const Drawing& drawing);

/// The layers there are, each with how much is on it: lines and circles together.
std::map<std::string, int> layersOf(const Drawing& drawing);

} // namespace goodfold::drawing
