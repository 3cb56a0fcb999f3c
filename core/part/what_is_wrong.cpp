#include "part/driven.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <set>

namespace goodfold::part {

namespace {

using Trouble = std::optional<Error>;
using quantity::printNumber;

constexpr double kThinnest = 0.01; // mm: foil; below it figures per thickness lose their meaning
constexpr double kThickest = 100;  // mm
constexpr double kWidest = 10'000; // mm
constexpr double kLargestRadius = 10'000;
constexpr double kSteepestSkew = 60; // degrees; beyond it the bend line runs along the bar rather than across

std::string at(const char* list, size_t index, const char* member) {
    return std::string(list) + "[" + std::to_string(index) + "]" + (*member ? "." : "") + member;
}

/// "<what> must be from <low> to <high>, not <value>", or nothing. NaN is outside every range.
Trouble outside(double value, double low, double high, const std::string& what, std::string where) {
    if (value >= low && value <= high) return {};
    return Error{what + " must be from " + printNumber(low, 3) + " to " + printNumber(high, 3) + ", not " +
                     (std::isfinite(value) ? printNumber(value, 6) : "that") + ".",
                 std::move(where)};
}

Trouble notPositive(double value, double high, const std::string& what, std::string where) {
    if (value > 0 && value <= high) return {};
    return Error{what + " must be more than 0 and at most " + printNumber(high, 3) + " mm.",
                 std::move(where)};
}

Trouble wrongStock(const Job& job) {
    if (auto t = outside(job.thickness, kThinnest, kThickest, "The thickness", "thickness")) return t;
    if (job.stock.form == StockForm::Bar)
        if (auto t = notPositive(job.stock.width, kWidest, "The bar's width", "stock.width")) return t;
    if (job.stock.onHand)
        if (auto t =
                notPositive(*job.stock.onHand, quantity::kLongestMm, "The stock on hand", "stock.on_hand"))
            return t;
    if (job.leastLeg)
        if (auto t = notPositive(*job.leastLeg, kWidest, "The least leg", "least_leg")) return t;
    if (job.datum != Edge::Start && job.datum != Edge::End)
        return Error{"Marks are measured from the start or the end of the blank.", "datum"};
    return outside(job.quantity, 1, 1'000'000, "The quantity", "quantity");
}

Trouble wrongLoad(const Job& job) {
    if (!job.load) return {};
    for (const auto& [id, member] : {std::pair{job.load->held, "load.held"}, {job.load->at, "load.at"}})
        if (!job.findHole(id))
            return Error{"The load names hole \"" + id + "\", which is not there.", member};
    if (job.load->held == job.load->at)
        return Error{"The load pulls at the hole that holds the part.", "load.at"};
    if (auto t = outside(job.load->newtons, 0, 1e6, "The load in newtons", "load.newtons")) return t;
    return outside(job.load->hungKg, 0, 1e5, "The hung mass in kilograms", "load.hung_kg");
}

Trouble wrongAllowance(const bend::AllowanceRule& rule) {
    using Kind = bend::AllowanceRule::Kind;
    if (rule.kind == Kind::Constant) return outside(rule.constantK, 0, 1, "K", "allowance.k");
    if (rule.kind == Kind::Deduction)
        return outside(rule.deductionThicknesses, -5, 5, "The deduction in thicknesses",
                       "allowance.thicknesses");
    if (rule.kind != Kind::Measured) return {};
    const bend::TestBend& test = rule.testBend;
    if (auto t = outside(test.shape.thickness, kThinnest, kThickest, "The test bend's thickness",
                         "allowance.thickness"))
        return t;
    if (auto t = outside(test.shape.insideRadius, 0, kLargestRadius, "The test bend's radius",
                         "allowance.inside_radius"))
        return t;
    if (auto t = outside(test.shape.angleDeg, 1, 180, "The test bend's angle", "allowance.angle")) return t;
    return outside(test.deduction, -kWidest, kWidest, "The test bend's deduction", "allowance.deduction");
}

Trouble wrongHole(const Job& job, size_t plateIndex, size_t holeIndex) {
    const Plate& plate = job.plates[plateIndex];
    const Hole& hole = plate.holes[holeIndex];
    const auto where = [&](const char* member) {
        return at("plates", plateIndex, "") + "." + at("holes", holeIndex, member);
    };
    const std::string name = "Hole " + hole.id;
    if (auto t = notPositive(hole.diameter, kWidest, name + "'s diameter", where("diameter"))) return t;
    if (hole.kind == Hole::Kind::Slot) {
        if (auto t = outside(hole.length, hole.diameter, kWidest, name + "'s length over its round ends",
                             where("length")))
            return t;
        if (auto t = outside(hole.angleDeg, -180, 180, name + "'s angle", where("angle"))) return t;
    }
    if (auto t = outside(hole.x, -quantity::kLongestMm, quantity::kLongestMm, name + "'s x", where("x")))
        return t;
    if (auto t = outside(hole.y, -quantity::kLongestMm, quantity::kLongestMm, name + "'s y", where("y")))
        return t;

    const bool isRoot = !job.bendTo(plate.id);
    const bool hasOwnBend = !isRoot || job.bendAt(plate.id, Edge::Start);
    switch (hole.xFrom) {
    case Hole::XFrom::Start:
        if (!hasOwnBend) return {};
        return Error{name + " is measured from the start of " + plate.id +
                         ", which is bent: measure it from outside, inside or tangent of that bend.",
                     where("x_from")};
    case Hole::XFrom::End:
        if (!job.bendAt(plate.id, Edge::End)) return {};
        return Error{name + " is measured from the free end of " + plate.id + ", but that end is bent.",
                     where("x_from")};
    case Hole::XFrom::Hole: {
        const auto other = std::find_if(plate.holes.begin(), plate.holes.end(),
                                        [&](const Hole& h) { return h.id == hole.xFromHole; });
        if (other != plate.holes.end()) return {};
        return Error{name + " is measured from \"" + hole.xFromHole + "\", which is no hole of plate " +
                         plate.id + ".",
                     where("x_from")};
    }
    default:
        if (hasOwnBend) return {};
        return Error{name + " is measured from the bend of " + plate.id +
                         ", which hangs on none: measure it from start or end.",
                     where("x_from")};
    }
}

/// Holes measured from one another in a ring have no place.
Trouble holesInARing(const Plate& plate, size_t plateIndex) {
    for (size_t i = 0; i < plate.holes.size(); ++i) {
        const Hole* hole = &plate.holes[i];
        for (size_t steps = 0; hole->xFrom == Hole::XFrom::Hole; ++steps) {
            if (steps > plate.holes.size())
                return Error{"Hole " + plate.holes[i].id +
                                 " is measured from a hole that is measured from it.",
                             at("plates", plateIndex, "") + "." + at("holes", i, "x_from")};
            hole = &*std::find_if(plate.holes.begin(), plate.holes.end(),
                                  [&](const Hole& h) { return h.id == hole->xFromHole; });
        }
    }
    return {};
}

const char* nameOf(Corner corner) {
    constexpr std::array kNames{"start-right", "end-right", "end-left", "start-left"};
    return kNames[static_cast<size_t>(corner)];
}

bool isBent(const Job& job, const Plate& plate, Edge edge) {
    return job.bendAt(plate.id, edge) || (edge == Edge::Start && job.bendTo(plate.id));
}

/// Corners and ends are cut only where the plate is free.
Trouble wrongShape(const Job& job, size_t index) {
    const Plate& plate = job.plates[index];
    for (const auto& [corner, cut] : plate.corners) {
        const std::string where = at("plates", index, "corners.") + nameOf(corner);
        if (auto t = notPositive(cut.size, kWidest,
                                 "Corner " + std::string(nameOf(corner)) + " of " + plate.id, where))
            return t;
        const bool atStart = corner == Corner::StartRight || corner == Corner::StartLeft;
        const bool atRight = corner == Corner::StartRight || corner == Corner::EndRight;
        if (isBent(job, plate, atStart ? Edge::Start : Edge::End) ||
            isBent(job, plate, atRight ? Edge::Right : Edge::Left))
            return Error{"Corner " + std::string(nameOf(corner)) + " of plate " + plate.id +
                             " lies at a bend and cannot be cut.",
                         where};
    }
    for (const auto& [edge, end] : plate.ends) {
        const bool isStart = edge == Edge::Start;
        const std::string where = at("plates", index, isStart ? "ends.start" : "ends.end");
        if (job.stock.form == StockForm::Sheet || (edge != Edge::Start && edge != Edge::End))
            return Error{"Only a bar has ends of its own.", where};
        if (isBent(job, plate, edge))
            return Error{"The " + std::string(isStart ? "start" : "end") + " of plate " + plate.id +
                             " is bent and has no free end.",
                         where};
        if (auto t = outside(end.cutDeg, -kSteepestSkew, kSteepestSkew, "The cut at the end of " + plate.id,
                             where))
            return t;
        if (auto t = outside(end.extra, 0, kWidest, "What is left on the end of " + plate.id, where))
            return t;
        const Corner right = isStart ? Corner::StartRight : Corner::EndRight;
        const Corner left = isStart ? Corner::StartLeft : Corner::EndLeft;
        if (end.fullRound && (end.cutDeg != 0 || plate.corners.count(right) || plate.corners.count(left)))
            return Error{"The end of " + plate.id + " is one full round: it has no corners or angle besides.",
                         where};
    }
    return {};
}

Trouble wrongJoggle(const Job& job, size_t index) {
    const Plate& plate = job.plates[index];
    const std::string where = at("plates", index, "joggle"), name = "Joggle " + plate.id;
    if (auto t = notPositive(plate.joggle->offset, kWidest, name + "'s offset", where + ".offset")) return t;
    if (auto t = notPositive(plate.joggle->length, kWidest, name + "'s length", where + ".length")) return t;
    const Bend *own = job.bendTo(plate.id), *next = job.bendAt(plate.id, Edge::End);
    if (!own || !next) return Error{name + " needs a bend at either end.", where};
    if (own->turn == next->turn) return Error{name + ": its two bends turn opposite ways.", where};
    if (own->skewDeg != 0 || next->skewDeg != 0)
        return Error{name + ": its bends are square to the bar.", where};
    const auto isJoggle = [&](const std::string& id) { return job.findPlate(id)->joggle.has_value(); };
    if (isJoggle(own->from) || isJoggle(next->to))
        return Error{name + " ends where another begins: leave a leg between them.", where};
    if (plate.measure != Plate::Measure::Along || plate.flatFirst)
        return Error{name + " takes its length from its offset, and has no other.", where};
    return {};
}

/// How the plate's length is meant.
Trouble wrongLength(const Job& job, size_t index) {
    const Plate& plate = job.plates[index];
    if (plate.joggle) return wrongJoggle(job, index);
    if (auto t = notPositive(plate.length, quantity::kLongestMm, "Plate " + plate.id + "'s length",
                             at("plates", index, "length")))
        return t;
    for (const auto& [edge, to] : plate.dimensionTo)
        if (edge != Edge::Start && edge != Edge::End)
            return Error{"Plate " + plate.id + "'s length ends at its start and its end.",
                         at("plates", index, "dimension_to")};
    if (plate.measure == Plate::Measure::Along) return {};
    if (plate.flatFirst)
        return Error{"Plate " + plate.id + " is measured across and cannot also be measured on the blank.",
                     at("plates", index, "measure")};
    if (!standsBetweenParallels(job, plate))
        return Error{
            "Plate " + plate.id +
                " can be measured across only where the two legs beside it stand parallel, apart, and bent "
                "plainly.",
            at("plates", index, "measure")};
    return {};
}

Trouble wrongPlate(const Job& job, size_t index) {
    const Plate& plate = job.plates[index];
    const std::string name = "Plate " + plate.id;
    if (auto t = wrongLength(job, index)) return t;
    if (auto t = wrongShape(job, index)) return t;
    if (job.stock.form == StockForm::Bar && plate.width)
        return Error{name + " has a width of its own, but a bar's plates all share the bar's.",
                     at("plates", index, "width")};
    if (plate.width)
        if (auto t = notPositive(*plate.width, quantity::kLongestMm, name + "'s width",
                                 at("plates", index, "width")))
            return t;
    if (job.stock.form == StockForm::Sheet && !plate.width && !job.bendTo(plate.id))
        return Error{name + " is the root of a sheet and needs a width.", at("plates", index, "width")};
    for (size_t i = 0; i < plate.holes.size(); ++i)
        if (auto t = wrongHole(job, index, i)) return t;
    return holesInARing(plate, index);
}

Trouble wrongBend(const Job& job, size_t index) {
    const Bend& bend = job.bends[index];
    const std::string name = "Bend " + bend.id;
    if (auto t = outside(bend.angleDeg, 1, 180, name + "'s angle", at("bends", index, "angle"))) return t;
    if (auto t = outside(bend.skewDeg, -kSteepestSkew, kSteepestSkew, name + "'s skew",
                         at("bends", index, "skew")))
        return t;
    if (auto t = outside(bend.offset, -kWidest, kWidest, name + "'s offset", at("bends", index, "offset")))
        return t;
    if (bend.insideRadius)
        if (auto t = outside(*bend.insideRadius, 0, kLargestRadius, name + "'s inside radius",
                             at("bends", index, "inside_radius")))
            return t;
    if (bend.k)
        if (auto t = outside(*bend.k, 0, 1, name + "'s K", at("bends", index, "k"))) return t;
    if (job.stock.form == StockForm::Bar && bend.edge != Edge::End)
        return Error{name + ": a bar goes on at the end of a leg; other edges need sheet.",
                     at("bends", index, "edge")};
    if (job.stock.form == StockForm::Bar && bend.offset != 0)
        return Error{name + ": a bar's bend takes its whole width and has no offset.",
                     at("bends", index, "offset")};
    if (job.stock.form == StockForm::Sheet && bend.skewDeg != 0)
        return Error{name + ": only a bar's bend line can be skewed.", at("bends", index, "skew")};
    if (bend.edge == Edge::Start && job.bendTo(bend.from))
        return Error{name + ": the start of plate " + bend.from + " is where it hangs on its own bend.",
                     at("bends", index, "edge")};
    return {};
}

template <class Things> Trouble wrongNames(const Things& things, const char* list, const std::string& kind) {
    std::set<std::string> seen;
    for (size_t i = 0; i < things.size(); ++i) {
        if (things[i].id.empty()) return Error{"A " + kind + " has an empty name.", at(list, i, "id")};
        if (!seen.insert(things[i].id).second)
            return Error{"Two " + kind + "s are named \"" + things[i].id + "\".", at(list, i, "id")};
    }
    return {};
}

Trouble wrongHoleNames(const Job& job) {
    std::set<std::string> seen;
    for (size_t p = 0; p < job.plates.size(); ++p)
        for (size_t h = 0; h < job.plates[p].holes.size(); ++h) {
            const std::string& id = job.plates[p].holes[h].id;
            const std::string where = at("plates", p, "") + "." + at("holes", h, "id");
            if (id.empty()) return Error{"A hole has an empty name.", where};
            if (!seen.insert(id).second) return Error{"Two holes are named \"" + id + "\".", where};
            if (seen.size() > kMostHoles)
                return Error{"There are more than " + std::to_string(kMostHoles) + " holes.", where};
        }
    return {};
}

/// One tree: each bend joins plates that exist, each plate hangs on at most one bend, one hangs on none,
/// and all are reached from it.
Trouble wrongTree(const Job& job) {
    std::set<std::string> names, hanging, edges;
    for (const Plate& plate : job.plates)
        names.insert(plate.id);
    for (size_t i = 0; i < job.bends.size(); ++i) {
        const Bend& bend = job.bends[i];
        for (const auto& [plate, member] : {std::pair{bend.from, "from"}, std::pair{bend.to, "to"}})
            if (!names.count(plate))
                return Error{"Bend " + bend.id + " joins plate \"" + plate + "\", which is not there.",
                             at("bends", i, member)};
        if (!hanging.insert(bend.to).second)
            return Error{"Plate " + bend.to + " hangs on two bends.", at("bends", i, "to")};
        if (job.stock.form == StockForm::Bar && !edges.insert(bend.from).second)
            return Error{"Two bends share the end of plate " + bend.from + ".", at("bends", i, "from")};
    }
    if (job.bends.size() + 1 != job.plates.size())
        return Error{std::to_string(job.plates.size()) + " plates need " +
                         std::to_string(job.plates.size() - 1) + " bends to join them, but there are " +
                         std::to_string(job.bends.size()) + ".",
                     "bends"};
    std::vector<std::string> toVisit;
    for (const Plate& plate : job.plates)
        if (!hanging.count(plate.id)) toVisit.push_back(plate.id);
    size_t reached = 0;
    while (!toVisit.empty()) {
        const std::string plate = toVisit.back();
        toVisit.pop_back();
        ++reached;
        for (const Bend& bend : job.bends)
            if (bend.from == plate) toVisit.push_back(bend.to);
    }
    if (reached != job.plates.size())
        return Error{"The bends run in a ring, so the part has no root.", "bends"};
    return {};
}

} // namespace

std::optional<Error> whatIsWrong(const Job& job) {
    if (auto t = wrongStock(job)) return t;
    if (auto t = wrongAllowance(job.allowance)) return t;
    if (job.plates.empty()) return Error{"There is no plate.", "plates"};
    if (job.plates.size() > kMostPlates)
        return Error{"There are more than " + std::to_string(kMostPlates) + " plates.", "plates"};
    if (auto t = wrongNames(job.plates, "plates", "plate")) return t;
    if (auto t = wrongNames(job.bends, "bends", "bend")) return t;
    if (auto t = wrongHoleNames(job)) return t;
    if (auto t = wrongTree(job)) return t;
    for (size_t i = 0; i < job.bends.size(); ++i)
        if (auto t = wrongBend(job, i)) return t;
    for (size_t i = 0; i < job.plates.size(); ++i)
        if (auto t = wrongPlate(job, i)) return t;
    return wrongLoad(job);
}

} // namespace goodfold::part
