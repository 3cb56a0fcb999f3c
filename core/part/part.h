// The solved part: plates, bends and holes laid out in the flat. Made by solve(), folded by fold().
//
// Frames. flat: the root plate's own x and y, shared by the whole blank. plate: x from the plate's start
// edge (its tangent line), y from its right edge. root: flat with z from the back (0) to the face (T).
#pragma once

#include "common/path.h"
#include "job/job.h"

#include <array>
#include <string>
#include <vector>

namespace goodfold::part {

using namespace job; // what is solved is told in the job's own terms

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
    std::array<Path, 4> cornersInFlat; // of a bar: the same corners as they are cut
    /// As it is cut, free edges, reliefs and all, between its bends' tangent lines.
    Path shapeInFlat;
    std::vector<int> jointAt; // for each stretch of the shape: the bend on whose tangent line it lies, or -1
    bool cornersFit = true;   // else what is too large for the plate was left out
    /// The edge between two corners of `outlineInFlat`, from its right end to its left looking outward.
    Segment edgeInFlat(Edge edge) const;
};

/// A relief as it is cut.
struct PartRelief {
    Relief::Kind kind = Relief::Kind::None; // never Usual
    double width = 0;                       // along the parent's edge
    double depth = 0;                       // past the tangent line
};

/// The line of a bend that is set in its tool.
struct SetLine {
    double fromNear = 0;   // from the near tangent line toward the far one, square to them
    bool onBack = false;   // scribed there, where it is seen; else on the face
    std::string flushWith; // "the jaw top"
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
    double from = 0, to = 0;  // along the parent's edge: where it begins and ends
    double edgeLength = 0;    // of that edge
    double shoulderRight = 0; // how far the child reaches past the bend at either end
    double shoulderLeft = 0;
    double taperRight = 0,
           taperLeft = 0; // by how much a meeting leans the child's sides in, along its length
    PartRelief relief;
    int bumps = 1;
    int order = 0; // place in the order of bending, from 0; the job's own until one is planned
    std::optional<SetLine> setLine; // once its tool is planned
    std::vector<int> closes;        // bends whose flange is closed in by this one's, at a lapped corner
    Vec2 across{1, 0};              // unit normal of the bend line in the flat, toward the child
    Segment near, centre, far;      // from the right to the left as seen looking toward the child
    Polygon zoneInFlat;             // the strip that becomes the bend, counter-clockwise, kept to the blank
    /// A distance square to the bend line, measured along the bar: where the line is skewed it grows by
    /// 1/cos(skew).
    double alongBar(double square) const;
};

struct PartHole {
    std::string id;     // of a pattern's later holes with their number: h1, h1.2, h1.3
    std::string source; // the job's hole that it is
    size_t ordinal = 0; // of that among its plate's holes
    int plate = 0;
    Hole::Kind kind = Hole::Kind::Round;
    double diameter = 0; // of a slot or a rectangle: its width
    Vec2 centreInFlat{0, 0};
    Segment spineInFlat; // between the centres of a slot's two ends; of others one point
    Path shapeInFlat;    // as it is cut
    bool afterBending = false;
    bool isThere = false; // in the stock already
    std::optional<Countersink> countersink;
    std::string thread; // "M6" where it is tapped
    bool isSunk() const { return countersink || !thread.empty(); }
    bool isRound() const { return kind == Hole::Kind::Round; }
    bool isSlot() const { return kind == Hole::Kind::Slot; }
    /// The middle of what is cut: of an arc slot not its pivot.
    Vec2 centreOfShape() const;
    /// Where the middle of a round bolt may lie in it: on the line between two points, which are one in a
    /// round hole and bow about a pivot in an arc slot. In a rectangle the slot that fits into it is taken;
    /// in other openings the middle of what is cut. `width` is what is open across that line.
    struct Glide {
        Vec2 from, to;
        std::optional<Vec2> middle; // of an arc
        double halfSwingDeg = 0;
        double width = 0;
    };
    Glide glide() const;
    /// Every point of the hole lies within `reach` of these points or the lines between them: the spine of
    /// round holes and slots, else the outline.
    struct Core {
        Polygon points;
        double reach;
    };
    Core core() const;
};

struct Blank {
    Path outline;      // counter-clockwise, as it is cut before bending
    Path finished;     // the same once what was left on the ends is trimmed
    Vec2 corner{0, 0}; // least x and y of the outline
    double length = 0; // along the root's x
    double width = 0;
    double area = 0; // mm2, what is cut in the blank taken off
    double mass = 0; // kg
};

/// A dimension that drives others but cannot: what was asked, and the least that could be.
struct Undrivable {
    enum class What { Joggle, Across, Gap };
    std::string plate; // of a gap: where the bend over the pipe begins
    double asked = 0;
    double least = 0; // of a gap: the most
    What what = What::Joggle;
};

struct Part {
    StockForm form = StockForm::Bar;
    DimensionTo dimensionTo = DimensionTo::Outside;
    double thickness = 0;
    double kerf = 1;
    Grain grain = Grain::Unsaid;
    Edge datum = Edge::Start;      // the end of the blank that marks are measured from
    int root = 0;                  // index into plates
    std::vector<PartPlate> plates; // in the job's order
    std::vector<PartBend> bends;   // in the job's order
    std::vector<PartHole> holes;   // in the job's order
    Blank blank;
    /// What a joggle or a dimension measured across could not be: said by the checks.
    std::vector<Undrivable> undrivable;
    std::vector<std::string> unreachable; // holes whose place in the formed part cannot be

    int plateIndex(const std::string& id) const; // -1 where there is none
    int bendIndex(const std::string& id) const;
    int holeIndex(const std::string& id) const;
    bool hasFreeStart(int plate) const;
    bool hasFreeEnd(int plate) const;
    /// The bends on one edge of a plate, from its right end to its left looking outward.
    std::vector<int> bendsOn(int plate, Edge edge) const;
};

/// Lays the part out. The job must be valid (whatIsWrong() is empty); a valid job always solves. Where
/// setbacks eat up more than a leg has, its length comes out negative and the checks say so.
Part solve(const Job& job, const material::Material& material);

/// The middles of an arc slot's two round ends.
std::array<Vec2, 2> arcSlotEnds(const PartHole& hole);

/// What was left on a bar's free start or end until it is trimmed, in the flat; empty where nothing was.
Polygon leftOn(const Part& part, int plate, Edge edge);

/// Tells in which order the bends are made: all of them, as indices into Part::bends.
void setOrder(Part& part, const std::vector<int>& order);

/// A bend line within 30 degrees of the rolling direction; bar is rolled along its length.
bool runsAlongGrain(const Part& part, const PartBend& bend);

/// What a plate measures between these references: its straight length and the setbacks of its bends.
double lengthTo(const Part& part, int plate, DimensionTo to);

/// On the blank: between its bends' centrelines, or from one to a free end.
double lengthOnBlank(const Part& part, int plate);

/// The inside radius a bend gets while none is typed and no tool is chosen: the material's safe least, and at
/// least one thickness.
double usualInsideRadius(const material::Material& material, double thickness);

/// The bend's shape with its radius decided.
bend::Shape shapeOf(const Job& job, const Bend& bend, const material::Material& material);

} // namespace goodfold::part
