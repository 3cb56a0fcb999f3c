// The job: what the user decided, and nothing that can be computed. Millimetres and degrees.
#pragma once

#include "bend/allowance_rule.h"
#include "quantity/length.h"

#include <map>
#include <optional>
#include <string>
#include <vector>

namespace goodfold::part {

using bend::DimensionTo;

/// Members of a job file this version does not know, kept as JSON text so that saving gives them back.
using KeptKeys = std::map<std::string, std::string>;

enum class Turn { Up, Down };                // up brings the child toward the face
enum class Edge { Start, End, Left, Right }; // of the parent plate
enum class Hand { Unsaid, Left, Right };
enum class StockForm { Bar, Sheet };

struct Hole {
    enum class Kind { Round, Slot };
    enum class XFrom { Outside, Inside, Tangent, Start, End, Hole };
    enum class YFrom { Right, Left, Centre };
    std::string id;
    Kind kind = Kind::Round;
    double diameter = 6.6; // of a slot: its width
    double length = 0;     // of a slot: over all, round ends included
    double angleDeg = 0;   // of a slot: from the plate's x toward its left edge
    double x = 0;
    XFrom xFrom = XFrom::Outside;
    std::string xFromHole; // with XFrom::Hole: another hole of the same plate
    double y = 0;
    YFrom yFrom = YFrom::Centre;
    KeptKeys kept;
    bool operator==(const Hole&) const = default;
};

/// How one corner of a plate is cut. Only where no bend comes near it.
struct CornerCut {
    enum class Kind { Round, Chamfer };
    Kind kind = Kind::Round;
    double size = 0; // radius, or what a chamfer takes off either edge
    bool operator==(const CornerCut&) const = default;
};
enum class Corner { StartRight, EndRight, EndLeft, StartLeft };

/// A free end of a bar.
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
    std::vector<Hole> holes;
    KeptKeys kept;
    bool operator==(const Plate&) const = default;
};

struct Bend {
    std::string id;
    std::string from; // parent plate
    Edge edge = Edge::End;
    std::string to; // child plate
    double angleDeg = 90;
    Turn turn = Turn::Up;
    double skewDeg = 0;                 // bar only: the bend line leans by this from square
    double offset = 0;                  // sheet only: along the edge from its right end, looking outward
    std::optional<double> insideRadius; // else the material's
    std::optional<double> k;            // else the allowance rule's
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

struct Job {
    std::string title;
    quantity::Unit units = quantity::Unit::Millimetre;
    int quantity = 1;
    bool oppositeHand = false; // as many again of the other hand
    Hand hand = Hand::Unsaid;  // of the part as it is drawn
    std::string material = "steel-hot-rolled";
    double thickness = 0;
    Stock stock;
    DimensionTo dimensionTo = DimensionTo::Outside;
    bend::AllowanceRule allowance;
    KeptKeys allowanceKept;
    Edge datum = Edge::Start;       // Start or End: which end of the blank marks are measured from
    std::optional<double> leastLeg; // shortest outside length that the shop's tool can bend
    std::optional<Load> load;
    std::vector<Plate> plates;
    std::vector<Bend> bends;
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
};

/// What every job holds to, whoever made it: finite figures inside their ranges, one tree with one root,
/// names that are there and are not used twice, and holes measured from something that exists. Figures that
/// are legal but make a bad bracket are the checks' business. Empty when the job is sound.
std::optional<Error> whatIsWrong(const Job& job);

/// Limits of a sound job, for whoever writes one.
inline constexpr size_t kMostPlates = 200;
inline constexpr size_t kMostHoles = 2000;

} // namespace goodfold::part
