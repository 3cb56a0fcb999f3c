// The solved part: plates, bends and holes laid out in the flat. Made by solve(), folded by fold().
//
// Frames. flat: the root plate's own x and y, shared by the whole blank. plate: x from the plate's start
// edge (its tangent line), y from its right edge. root: flat with z from the back (0) to the face (T).
#pragma once

#include "common/path.h"
#include "part/job.h"

#include <array>
#include <string>
#include <vector>

namespace goodfold::part {

struct PartPlate {
    std::string id;
    int parentBend = -1;         // index into Part::bends; -1 for the root
    std::vector<int> childBends; // indices into Part::bends
    double length = 0;           // tangent line to tangent line or free end; on a bar's centreline
    double width = 0;            // right edge to left edge
    double shortestStraight = 0; // least length across the width: less than `length` where bends are skewed
    Pose2 flatFromPlate = Pose2::Identity();
    double stated = 0;     // the job's length for it; where that is driven, what came out
    Polygon outlineInFlat; // counter-clockwise: start right, end right, end left, start left; corners square
    std::array<Path, 4> cornersInFlat; // the same corners as they are cut
    Path shapeInFlat() const;
    bool cornersFit = true; // else they are too large for the plate and were left square
};

struct PartBend {
    std::string id;
    int parent = 0;
    int child = 0;
    Edge edge = Edge::End;
    Turn turn = Turn::Up;
    bend::Shape shape{90, 0, 1};
    double skewDeg = 0;
    double k = 0;
    std::optional<double> kSigma;
    std::string kSource; // "Material table", or "typed"
    bool radiusIsTyped = false;
    double allowance = 0; // square to the bend line
    double deduction = 0;
    double outsideSetback = 0;
    Vec2 across{1, 0};         // unit normal of the bend line in the flat, toward the child
    Segment near, centre, far; // from the right to the left as seen looking toward the child
    Polygon zoneInFlat;        // the strip that becomes the bend, counter-clockwise, kept to the blank
    /// A distance square to the bend line, measured along the bar: where the line is skewed it grows by
    /// 1/cos(skew).
    double alongBar(double square) const;
};

struct PartHole {
    std::string id;
    int plate = 0;
    double diameter = 0; // of a slot: its width
    Vec2 centreInFlat{0, 0};
    Segment spineInFlat; // between the centres of a slot's two ends; of a round hole one point
    bool isSlot() const { return spineInFlat.from != spineInFlat.to; }
    double area() const;
    /// As it is cut.
    Path shapeInFlat() const;
};

struct Blank {
    Path outline;      // counter-clockwise, as it is cut before bending
    Path finished;     // the same once what was left on the ends is trimmed
    Vec2 corner{0, 0}; // least x and y of the outline
    double length = 0; // along the root's x
    double width = 0;
    double area = 0; // mm2, holes taken off
    double mass = 0; // kg
};

/// A dimension that drives others but cannot: what was asked, and the least that could be.
struct Undrivable {
    std::string plate;
    double asked = 0;
    double least = 0;
};

struct Part {
    StockForm form = StockForm::Bar;
    DimensionTo dimensionTo = DimensionTo::Outside;
    double thickness = 0;
    Edge datum = Edge::Start;      // the end of the blank that marks are measured from
    int root = 0;                  // index into plates
    std::vector<PartPlate> plates; // in the job's order
    std::vector<PartBend> bends;   // in the job's order
    std::vector<PartHole> holes;   // in the job's order
    Blank blank;
    /// What a joggle or a dimension measured across could not be: said by the checks.
    std::vector<Undrivable> undrivable;

    int plateIndex(const std::string& id) const; // -1 where there is none
    int bendIndex(const std::string& id) const;
    int holeIndex(const std::string& id) const;
    bool hasFreeStart(int plate) const;
    bool hasFreeEnd(int plate) const;
};

/// Lays the part out. The job must be sound (whatIsWrong() is empty); a sound job always solves. Where
/// setbacks eat up more than a leg has, its length comes out negative and the checks say so.
Part solve(const Job& job, const material::Material& material);

/// What a plate measures between these references: its straight length and the setbacks of its bends.
double lengthTo(const Part& part, int plate, DimensionTo to);

/// On the blank: between its bends' centrelines, or from one to a free end.
double lengthOnBlank(const Part& part, int plate);

/// The inside radius a bend gets when none is typed: the material's least, and at least one thickness,
/// which is what a vise jaw makes of most bar.
double usualInsideRadius(const material::Material& material, double thickness);

/// The bend's shape with its radius decided.
bend::Shape shapeOf(const Job& job, const Bend& bend, const material::Material& material);

} // namespace goodfold::part
