// The job: what the user decided, and nothing that can be computed. Millimetres and degrees.
#pragma once

#include "bend/allowance_rule.h"
#include "job/element.h"
#include "job/hole.h"
#include "job/mount.h"
#include "quantity/length.h"

#include <set>

namespace goodfold::job {

using bend::DimensionTo;

enum class Turn { Up, Down };                // up brings the child toward the face
enum class Edge { Start, End, Left, Right }; // of the parent plate
enum class Hand { Unsaid, Left, Right };
enum class StockForm { Bar, Sheet };

/// How one corner of a plate is cut.
struct CornerCut {
    enum class Kind { Round, Chamfer };
    Kind kind = Kind::Round;
    double size = 0; // radius, or what a chamfer takes off either edge
    bool operator==(const CornerCut&) const = default;
};
enum class Corner { StartRight, EndRight, EndLeft, StartLeft };

/// A free end. On sheet it has an angle only.
struct BarEnd {
    double cutDeg = 0;      // leans as a bend line does: positive is longer at the right edge
    bool fullRound = false; // one arc over the whole width
    double extra = 0;       // left on to hold or pull on, and trimmed after bending
    bool operator==(const BarEnd&) const = default;
};

/// A step between two parallel plates, made by two bends of the same angle and opposite turn.
struct Joggle {
    double offset = 0; // from a face to the same face past the step
    double length = 0; // from where the first bend starts to where the second ends, along the bar
    bool operator==(const Joggle&) const = default;
};

/// A free edge of a sheet's plate that is not straight: over points from the edge's right end to its left,
/// looking outward. A point's x runs along the edge, its y outward of it; negative cuts into the plate.
struct FreeEdge {
    double bow = 0; // of the stretch before the first point
    std::vector<OutlinePoint> points;
    bool operator==(const FreeEdge&) const = default;
};

/// How two flanges of one plate meet at the corner between them.
struct CornerJoint {
    /// Open: straight sides, `gap` between them where they are nearest. Closed: sides cut to the corner's own
    /// line (mitred), `gap` apart all along. Lapped: the flange on `tabOn` carries a tab that lies against
    /// the other flange, with `gap` between the two sheets.
    enum class Kind { Open, Closed, Lapped };
    Kind kind = Kind::Open;
    double gap = 0;
    Edge tabOn = Edge::End;
    bool tabOutside = false; // over the other flange; else under it
    bool operator==(const CornerJoint&) const = default;
};

struct Plate {
    /// What `length` is. Along: of the plate, between its references. The others are measured across it,
    /// square to the two plates it stands between, and drive its length.
    enum class Measure { Along, Overall, Opening, Offset };
    std::string id;
    double length = 0;
    Measure measure = Measure::Along;
    /// Where the length ends at a bend on this edge, if not as in the rest of the job.
    std::map<Edge, DimensionTo> dimensionTo;
    /// The length is that of the blank: between bend centrelines, or from one to a free end.
    bool flatFirst = false;
    std::optional<Joggle> joggle; // then `length` and the angle of its two bends follow from it
    std::optional<double> width;  // sheet only; a flange without one takes the whole edge
    std::map<Corner, CornerCut> corners;
    std::map<Edge, BarEnd> ends; // Start, End
    // Sheet only.
    std::map<Edge, double> inset;    // Right, Left: how far that corner of the end stands in; a taper
    std::map<Edge, double> shoulder; // Right, Left: how far the plate reaches past its own bend
    std::map<Edge, FreeEdge> edges;  // that are not straight
    std::set<Edge> restOutside;      // what a flange leaves of the edge goes to the flange's outer face
    std::map<Corner, CornerJoint> cornerJoints;
    std::vector<Hole> holes;
    KeptKeys kept;
    bool operator==(const Plate&) const = default;
};

/// What is cut at the ends of a bend that stops inside the sheet, so that it does not tear.
struct Relief {
    /// Usual: a rectangle where metal stands beside the bend, else none. Round: drilled, its middle on the
    /// tangent line, with a saw cut to it where metal stands beside the bend.
    enum class Kind { Usual, None, Slit, Rectangle, Obround, Round };
    Kind kind = Kind::Usual;
    std::optional<double> width; // else by rule; of a round: its diameter
    std::optional<double> depth; // past the tangent line into the parent, else by rule
    bool operator==(const Relief&) const = default;
};

/// A bend formed over a pipe or tube: its radius and angle, and those of the bend before and after it that
/// lead to the ears, follow.
struct Wrap {
    /// Strap: round the pipe, ears side by side. Saddle: over the pipe, feet flat on what the pipe lies on.
    enum class Kind { Strap, Saddle };
    Kind kind = Kind::Strap;
    double pipe = 0; // its outside diameter
    double gap = 0;  // between the ears, or under the feet, before it is screwed down
    bool operator==(const Wrap&) const = default;
};

/// What was found out about a job and is not decided by anyone: jobs are the same whatever it is, and no file
/// keeps it.
struct Found {
    std::optional<double> mm;
    bool operator==(const Found&) const { return true; }
};

/// The V that a bend is made over, and whether it is driven home.
struct DieChoice {
    double opening = 0;
    bool bottomed = false;
    bool operator==(const DieChoice&) const = default;
};

/// Which leg lies in the tool while a bend is made: a job's own way on, or the leg that hangs on it.
enum class Holds { Either, From, To };

struct Bend {
    std::string id;
    std::string from; // parent plate
    Edge edge = Edge::End;
    std::string to; // child plate
    double angleDeg = 90;
    Turn turn = Turn::Up;
    double skewDeg = 0;                 // bar only: the bend line leans by this from square
    double offset = 0;                  // sheet only: along the edge from its right end, looking outward
    std::optional<double> insideRadius; // else its tool's, else the material's
    Found toolRadius;                   // that its tool makes; filled in by sequence::settle
    std::optional<double> k;            // else the allowance rule's
    Relief relief;                      // sheet only
    std::optional<Wrap> wrap;
    int bumps = 1;                // more where a large radius is made by that many small bends, side by side
    std::string tool;             // id of the shop's that it is to be made in; empty: whichever is best
    std::optional<DieChoice> die; // of its tool; else whichever opening is best
    Holds holds = Holds::Either;  // of tools that hold one; a die holds none
    KeptKeys kept;
    bool operator==(const Bend&) const = default;
};

/// How the rolling direction lies in the stock.
enum class Grain { Unsaid, Lengthwise, Crosswise };

struct Stock {
    StockForm form = StockForm::Bar;
    double width = 0;             // of a bar
    std::optional<double> onHand; // length of the piece there is
    Grain grain = Grain::Unsaid;  // along or across the root's x
    double kerf = 1;              // width of a saw cut
    KeptKeys kept;
    bool operator==(const Stock&) const = default;
};

/// What hangs on the finished part, for an estimate of its strength.
struct Load {
    enum class Toward { Face, Back, End, Start, Left, Right }; // of the plate that carries `held`
    std::string held;                                          // hole at which the part is screwed down
    std::string at;                                            // hole at which the load pulls
    double newtons = 0;
    Toward toward = Toward::Back;
    double hungKg = 0; // mass that swings with it
    bool operator==(const Load&) const = default;
};

/// How the job was at a time, by a name of its own: what pieces were made of, and why it was changed.
struct Revision {
    std::string name; // "A"
    std::string at;   // a day: 2026-11-30
    std::string why;
    std::string made; // which pieces, in words
    std::string job;  // as it was: a whole job file in one line, without revisions of its own
    bool operator==(const Revision&) const = default;
};

struct Job {
    std::string title;
    quantity::Unit units = quantity::Unit::Millimetre;
    int quantity = 1;
    bool oppositeHand = false; // as many again of the other hand
    Hand hand = Hand::Unsaid;  // of the part as it is drawn
    std::string material = "steel-hot-rolled";
    double thickness = 0;
    double coat = 0; // paint, powder or zinc put on once all is bent and drilled, on each side; mm
    Stock stock;
    DimensionTo dimensionTo = DimensionTo::Outside;
    bend::AllowanceRule allowance;
    KeptKeys allowanceKept;
    Edge datum = Edge::Start;               // Start or End: which end of the blank marks are measured from
    std::optional<double> leastPlateLength; // shortest outside length that the shop's tool can bend
    std::optional<Load> load;
    std::optional<double> boughtPrice; // of one like it that is sold ready made, in the book's currency
    std::vector<Plate> plates;
    std::vector<Bend> bends;
    /// Ids of bends that are to be made first, one after the other; the rest in the order that is best.
    std::vector<std::string> bendOrder;
    std::optional<Mount> mount;
    std::optional<Mount> oppositeMount; // of the other hand; else the mirrored one
    std::optional<Rest> rests;
    std::vector<Tie> ties;
    std::vector<Tab> tabs;
    std::map<std::string, MayChange> mayChange; // by the names of dimensions; the others as they need to
    std::map<std::string, ChosenMethod> making; // by operation of the book of errors
    bool filedToFit = false;                    // holes that miss are filed: low odds stop nothing
    std::vector<Revision> revisions;            // the oldest first
    KeptKeys kept;
    bool operator==(const Job&) const = default;

    const Plate* findPlate(const std::string& id) const;
    const Bend* findBend(const std::string& id) const;
    Plate* findPlate(const std::string& id);
    Bend* findBend(const std::string& id);
    /// The plate that carries the hole, or null.
    Plate* plateOfHole(const std::string& holeId);
    const Plate* plateOfHole(const std::string& holeId) const;
    Hole* findHole(const std::string& id);
    const Hole* findHole(const std::string& id) const;
    /// The bend a plate hangs on; null for the root.
    const Bend* bendTo(const std::string& plateId) const;
    /// Null where the edge is free.
    const Bend* bendAt(const std::string& plateId, Edge edge) const;
    const Plate& root() const;
    /// The joggle that a bend is half of, or null.
    const Joggle* joggleAt(const Bend& bend) const;
    /// The bend over a pipe that decides this one's angle: itself, or one beside it. Null for plain bends.
    const Bend* wrapAt(const Bend& bend) const;
    bool isDriven(const Bend& bend) const { return joggleAt(bend) || wrapAt(bend); }
    /// Forgets what the order says of bends that are gone.
    void tidyBendOrder();
    /// The same of bolts through holes that are gone, of a leg that rested on the mount, and of what a figure
    /// of theirs may become.
    void tidyTies();
};

/// Nothing is always there.
bool has(const Job& job, const Element& element);

/// Whether a plate's length follows from something else: a joggle, what it measures across, a pipe.
bool isDriven(const Job& job, const Plate& plate);
/// Whether anything of the job does.
bool isDriven(const Job& job);
/// The straight between an ear's bend and the bend over its pipe: its length follows.
bool isBesideWrap(const Job& job, const Plate& plate);

/// True where the two plates beside this one stand parallel and apart, so that it can be measured across.
bool standsBetweenParallels(const Job& job, const Plate& plate);

/// Forgets which tools and which order the user settled for.
void freeBending(Job& job);

/// What every job holds to, whoever made it: finite figures inside their ranges, one tree with one root,
/// names that are there and are not used twice, and holes measured from something that exists. Figures that
/// are legal but make a bad bracket are the checks' business. Empty when the job is valid.
std::optional<Error> whatIsWrong(const Job& job);

/// Limits of a valid job, for whoever writes one.
inline constexpr size_t kMostPlates = 200;
inline constexpr size_t kMostHoles = 2000;
inline constexpr size_t kMostCorners = 20000; // of all cut-outs together, patterns counted out

} // namespace goodfold::job
