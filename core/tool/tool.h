// The shop's tools as they are: what they are used for, their cross-sections and their limits.
//
// Every cross-section is drawn in the tool's own frame, as the flat stock lies in it before a bend: x from
// the held side to the free side with 0 at the held side's tangent line, z out of the stock on the side that
// comes inside the bend, with 0 at that surface; y along the bend line. Millimetres, degrees, newtons.
#pragma once

#include "common/result.h"
#include "tool/kind.h"

#include <iosfwd>
#include <optional>
#include <string>
#include <vector>

namespace goodfold::tool {

/// What holds the stock: the inner side (jaw, clamp, finger, blade, pin) and the outer side (jaw, bed).
struct Clamp {
    double innerDepth = 0;  // how far back from the tangent line the inner side reaches
    double innerHeight = 0; // how thick it is; of fingers their height below the beam: the box depth
    double topDeg = 0;      // how far its top falls away, so that a bend can go past 90
    double outerDepth = 0;
    double outerHeight = 0;
    double lift = 0;      // how far it opens
    double leastGrip = 0; // stock it needs to hold
    double leastFree = 6; // straight it needs past the bend, to be pushed, hammered or swept over
    bool operator==(const Clamp&) const = default;
};

/// What is round a vise. Its jaws stand upright: x points up, and away from you is toward the wall.
struct Bench {
    double screwDepth = 0; // from the jaw top down to the screw
    double screwWidth = 0;
    double below = 0; // from the jaw top down to the bench
    double edge = 0;  // from the fixed jaw's gripping face to the bench's edge, away from you
    double wall = 0;  // from the same face to the wall
    bool operator==(const Bench&) const = default;
};

/// The part that pushes the free side round.
struct Apron {
    double thickness = 0;
    double width = 0;
    bool operator==(const Apron&) const = default;
};

/// A V die and its punch. A die in two halves is set by spacers between them.
struct Die {
    struct Opening {
        double opening = 0;
        std::string setWith;       // "two 10 mm shims", as the user said; empty for nothing
        std::vector<double> stack; // of its spacers
        bool operator==(const Opening&) const = default;
    };
    std::vector<Opening> openings; // it has without its spacers
    double spreadFrom = 0;         // what the two halves open to with nothing between; 0 for one in one piece
    std::vector<double> spacers;   // there are, rising; of two alike both are listed
    double punchFlat = 0;          // across the punch's tip
    double angleDeg = 90;          // of the V, and of the punch: 180 less this is the sharpest bend
    double height = 0, width = 0;
    double punchWidth = 0, punchHeight = 0;
    double ratedForce = 0;
    double between = 0;    // the columns or the ends of the bed, along the bend line
    double throat = 0;     // from the punch back to the frame; 0 where a press is open before and behind
    double bedWidth = 240; // of a press, across the bend line
    // Of dies that clip on the jaws of a vise: how far the jaws reach above and below the middle of the bend.
    double jawAbove = 25, jawBelow = 60;
    bool bottoms = false;
    bool operator==(const Die&) const = default;
};

struct Tool {
    std::string id;
    std::string name;                    // "bench vise"
    const Kind* kind = findKind("vise"); // a row of kinds(), never null
    bool isThere = true;                 // one that the shop has not is kept, but nothing is planned in it
    double length = 0;                   // longest bend
    double thickest = 0;                 // in mild steel over the whole length
    std::vector<double> radii;           // jaw edge, nose or punch tip; the pins or formers there are, rising
    double mostAngleDeg = 90;            // that can be reached under load
    double lever = 0;                    // of its own, or a pipe that is kept for it
    Clamp clamp;
    Bench bench;
    Apron apron;
    Die die;
    std::vector<double> fingers;        // widths there are; empty: one clamp over the whole length
    double leastFold = 0, mostFold = 0; // of a folder: how deep the stock can go in
    double markOffset = 0;              // mm, that the line is set further on, from bends made in it
    double placeSigma = 0;              // mm, mark to tool
    double angleSigma = 0;              // degrees, angle reached
    double squareSigma = 0;             // degrees, how square the line is set; 0: not known of this tool
    double radiusSigma = 0;             // mm, its radius; 0: not known of this tool
    double radiusTimes = 1; // that the inside radius is what is reckoned, of no book: of a shop's own bends

    bool hasFingers() const { return kind->mayHaveFingers && !fingers.empty(); }
    bool isDie() const { return kind->isDie(); }
    bool isUpright() const { return kind->isUpright; }
    bool isPickedByRadius() const { return kind->hold == Kind::Hold::Round; }
    bool operator==(const Tool&) const = default;
};

/// Where a vise's jaw top is in the tool's frame: its edge's radius past the tangent line, of dies that clip
/// on the jaws above the bend's middle.
inline double jawTopOf(const Tool& tool) {
    return tool.isDie() ? tool.die.jawAbove : tool.radii.front();
}

/// All that can be set, rising; of several stacks for one opening that of the fewest spacers.
std::vector<Die::Opening> openingsOf(const Die& die);

struct Shop {
    std::vector<Tool> tools;
    const Tool* find(const std::string& id) const;
};

/// Reads and writes the JSON of data/tools.json.
Result<Shop> readShop(std::istream& in);
void writeShop(std::ostream& out, const Shop& shop);
/// Empty where the tool can be worked with: figures inside their ranges, and what its kind needs.
std::optional<Error> whatIsWrong(const Tool& tool);
/// The simulated shop that ships with Good Fold.
const Shop& standardShop();
/// The user's own tools over it: those of the same id replace, others are added.
Shop withOwn(Shop shop, const Shop& own);
/// What of `all` is the user's own: new, or not as it ships.
Shop ownOf(const Shop& all, const Shop& shipped);

} // namespace goodfold::tool
