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
    enum class XFrom { Outside, Inside, Tangent, Start, End, Hole };
    enum class YFrom { Right, Left, Centre };
    std::string id;
    double diameter = 6.6;
    double x = 0;
    XFrom xFrom = XFrom::Outside;
    std::string xFromHole; // with XFrom::Hole: another hole of the same plate
    double y = 0;
    YFrom yFrom = YFrom::Centre;
    KeptKeys kept;
    bool operator==(const Hole&) const = default;
};

struct Plate {
    std::string id;
    double length = 0;
    std::optional<double> width; // sheet only; a flange without one takes the whole edge
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

struct Stock {
    StockForm form = StockForm::Bar;
    double width = 0; // of a bar
    KeptKeys kept;
    bool operator==(const Stock&) const = default;
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
};

/// What every job holds to, whoever made it: finite figures inside their ranges, one tree with one root,
/// names that are there and are not used twice, and holes measured from something that exists. Figures that
/// are legal but make a bad bracket are the checks' business. Empty when the job is sound.
std::optional<Error> whatIsWrong(const Job& job);

/// Limits of a sound job, for whoever writes one.
inline constexpr size_t kMostPlates = 200;
inline constexpr size_t kMostHoles = 2000;

} // namespace goodfold::part
