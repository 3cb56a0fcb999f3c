// Where a bracket comes out otherwise than it was drawn: the sources of error, and what they came to in one
// piece. Millimetres and degrees; sigmas are one standard deviation.
#pragma once

#include "common/geometry.h"
#include "sequence/step_mark.h"

#include <Eigen/Core>

#include <string>
#include <vector>

namespace goodfold::lineup {

/// What an error moves. Mark, punch and drill: a hole, along and across, each. Cut: where a free end is.
/// Line: a bend's scribed line, square to itself; Place: that line in the tool; ToolOffset: the same, always
/// to one side in that tool. Square turns the line about its middle. Angle: reached, as it is checked;
/// Springback: where it is not. Spacer: those under one plate, cut or stacked alike. Target: points of the
/// mount.
enum class SourceKind {
    Mark,
    Punch,
    Drill,
    Cut,
    Line,
    Place,
    ToolOffset,
    Square,
    Angle,
    Springback,
    Radius,
    K,
    Thickness,
    Spacer,
    Target
};

/// Independent of all others. One draw moves all that it is `of`, each by its own sigma; a hole's along and
/// across are two draws.
struct Source {
    struct Of {
        std::string id; // of a hole as a part names it, a bend, a plate, a point; empty for the whole part
        double sigma = 0;
    };
    SourceKind kind = SourceKind::Mark;
    std::vector<Of> of;
    Eigen::MatrixXd covariance = {}; // of targets: joint, three rows a point in the order of `of`
    std::string operation = {};      // of the book of errors, whose method's sigma it is
    bool isOwn = false;              // what one bend differs by, beside what all in its tool share
    bool isChecked = false;          // of springback: the bends are checked as they are made
};

/// What they came to in one piece: by index of the part's holes, bends and plates, and of the ties' points.
struct Errors {
    struct OfBend {
        double line = 0;    // of the line that is set, along the bend's `across`
        double scribed = 0; // what of that was scribed
        double turnDeg = 0;
        double angleDeg = 0;
        double sprungDeg = 0; // less than reckoned that it sprang back
        double radius = 0;
        double k = 0;
    };
    std::vector<Vec2> holes;  // in the plate's frame
    std::vector<Vec2> drills; // what of that was the drill's
    std::vector<Vec2> filed;  // that a round hole was filed out since, in the plate's frame
    std::vector<OfBend> bends;
    std::vector<double> cuts;  // longer, of the free end
    std::vector<Vec3> targets; // by Mounting::places()
    double thickness = 0;
    double shim = 0; // that the bracket is raised off the face it rests on
};

/// Which line of a bend its tool holds on to: what the radius and K are out by goes to the other side, of a
/// centre line to both.
using HeldLine = sequence::HeldLine;

} // namespace goodfold::lineup
