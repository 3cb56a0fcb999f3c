#include "job/validation.h"

#include <algorithm>
#include <cmath>
#include <set>

namespace goodfold::job {

using quantity::printNumber;

std::string at(const char* list, size_t index, const char* member) {
    return std::string(list) + "[" + std::to_string(index) + "]" + (*member ? "." : "") + member;
}

Problem outside(double value, double low, double high, const Phrase& what, const Phrase& where) {
    if (value >= low && value <= high) return {};
    return Error{what.str() + " must be from " + printNumber(low, 3) + " to " + printNumber(high, 3) +
                     ", not " + (std::isfinite(value) ? printNumber(value, 6) : "that") + ".",
                 where.str()};
}

Problem notPositive(double value, double high, const Phrase& what, const Phrase& where) {
    if (value > 0 && value <= high) return {};
    return Error{what.str() + " must be more than 0 and at most " + printNumber(high, 3) + " mm.",
                 where.str()};
}

namespace {

constexpr double kThinnest = 0.01;  // mm: foil; below it figures per thickness lose their meaning
constexpr double kThickest = 100;   // mm
constexpr double kThickestCoat = 2; // mm

Problem wrongStock(const Job& job) {
    if (auto t = outside(job.thickness, kThinnest, kThickest, "The thickness", "thickness")) return t;
    if (auto t = outside(job.coat, 0, kThickestCoat, "The coat", "coat")) return t;
    if (job.stock.form == StockForm::Bar)
        if (auto t = notPositive(job.stock.width, kWidest, "The bar's width", "stock.width")) return t;
    if (job.stock.onHand)
        if (auto t =
                notPositive(*job.stock.onHand, quantity::kLongestMm, "The stock on hand", "stock.on_hand"))
            return t;
    if (auto t = outside(job.stock.kerf, 0, 20, "The saw cut", "stock.kerf")) return t;
    if (job.leastPlateLength)
        if (auto t = notPositive(*job.leastPlateLength, kWidest, "The least leg", "least_leg")) return t;
    if (job.datum != Edge::Start && job.datum != Edge::End)
        return Error{"Marks are measured from the start or the end of the blank.", "datum"};
    return outside(job.quantity, 1, 1'000'000, "How many are made", "quantity");
}

Problem wrongBendOrder(const Job& job) {
    std::set<std::string> seen;
    for (size_t i = 0; i < job.bendOrder.size(); ++i) {
        const std::string& id = job.bendOrder[i];
        if (!job.findBend(id))
            return Error{"The order names bend \"" + id + "\", which is not there.", at("bend_order", i, "")};
        if (!seen.insert(id).second)
            return Error{"The order names bend \"" + id + "\" twice.", at("bend_order", i, "")};
    }
    return {};
}

Problem wrongLoad(const Job& job) {
    if (!job.load) return {};
    for (const auto& [id, member] : {std::pair{job.load->held, "load.held"}, {job.load->at, "load.at"}})
        if (!job.findHole(id))
            return Error{"The load names hole \"" + id + "\", which is not there.", member};
    if (job.load->held == job.load->at)
        return Error{"The load pulls at the hole that holds the part.", "load.at"};
    if (auto t = outside(job.load->newtons, 0, 1e6, "The load in newtons", "load.newtons")) return t;
    return outside(job.load->hungKg, 0, 1e5, "The hung mass in kilograms", "load.hung_kg");
}

Problem wrongLearned(const bend::LearnedK& learned) {
    if (learned.rows.empty())
        return Error{"What the logbook knows of K has no row in it.", "allowance.learned.k"};
    for (size_t i = 0; i < learned.rows.size(); ++i) {
        const material::KFactorRow& row = learned.rows[i];
        const double least = i ? learned.rows[i - 1].radiusOverThickness : 0.01;
        if (auto t = outside(row.radiusOverThickness, least, 1000, "R/T, which rises from row to row,",
                             at("allowance.learned.k", i, "ratio")))
            return t;
        if (auto t = outside(row.k, -1, 2, "K", at("allowance.learned.k", i, "k"))) return t;
        if (auto t =
                outside(row.sigma, 0, 1, "What K is give or take", at("allowance.learned.k", i, "sigma")))
            return t;
    }
    return outside(learned.bends, 0, 1'000'000, "How many bends it was learned from",
                   "allowance.learned.bends");
}

Problem wrongAllowance(const bend::AllowanceRule& rule) {
    using Kind = bend::AllowanceRule::Kind;
    if (rule.kind == Kind::Constant) return outside(rule.constantK, 0, 1, "K", "allowance.k");
    if (rule.kind == Kind::Deduction)
        return outside(rule.deductionThicknesses, -5, 5, "The deduction in thicknesses",
                       "allowance.thicknesses");
    if (rule.kind == Kind::Learned) return wrongLearned(rule.learned);
    if (rule.kind != Kind::Measured) return {};
    const bend::TestBend& test = rule.testBend;
    if (auto t = outside(test.shape.thickness, kThinnest, kThickest, "The test bend's thickness",
                         "allowance.thickness"))
        return t;
    if (auto t =
            outside(test.shape.insideRadius, 0, kWidest, "The test bend's radius", "allowance.inside_radius"))
        return t;
    if (auto t = outside(test.shape.angleDeg, 1, 180, "The test bend's angle", "allowance.angle")) return t;
    return outside(test.deduction, -kWidest, kWidest, "The test bend's deduction", "allowance.deduction");
}

template <class Things> Problem wrongNames(const Things& things, const char* list, const std::string& kind) {
    std::set<std::string_view> seen;
    for (size_t i = 0; i < things.size(); ++i) {
        if (things[i].id.empty()) return Error{"A " + kind + " has an empty name.", at(list, i, "id")};
        if (!seen.insert(things[i].id).second)
            return Error{"Two " + kind + "s are named \"" + things[i].id + "\".", at(list, i, "id")};
    }
    return {};
}

/// One tree: each bend joins plates that exist, each plate hangs on at most one bend, one hangs on none,
/// and all are reached from it.
Problem wrongTree(const Job& job) {
    std::set<std::string_view> names, hanging, edges;
    for (const Plate& plate : job.plates)
        names.insert(plate.id);
    for (size_t i = 0; i < job.bends.size(); ++i) {
        const Bend& bend = job.bends[i];
        for (const auto& [plate, member] :
             {std::pair<std::string_view, const char*>{bend.from, "from"}, {bend.to, "to"}})
            if (!names.count(plate))
                return Error{"Bend " + bend.id + " joins leg \"" + std::string(plate) +
                                 "\", which is not there.",
                             at("bends", i, member)};
        if (!hanging.insert(bend.to).second)
            return Error{"Leg " + bend.to + " hangs on two bends.", at("bends", i, "to")};
        if (job.stock.form == StockForm::Bar && !edges.insert(bend.from).second)
            return Error{"Two bends share the end of leg " + bend.from + ".", at("bends", i, "from")};
    }
    if (job.bends.size() + 1 != job.plates.size())
        return Error{std::to_string(job.plates.size()) + " legs need " +
                         std::to_string(job.plates.size() - 1) + " bends to join them, but there are " +
                         std::to_string(job.bends.size()) + ".",
                     "bends"};
    std::vector<std::string_view> toVisit;
    for (const Plate& plate : job.plates)
        if (!hanging.count(plate.id)) toVisit.push_back(plate.id);
    size_t reached = 0;
    while (!toVisit.empty()) {
        const std::string_view plate = toVisit.back();
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
    if (job.plates.empty()) return Error{"There is no leg.", "plates"};
    if (job.plates.size() > kMostPlates)
        return Error{"There are more than " + std::to_string(kMostPlates) + " legs.", "plates"};
    if (auto t = wrongNames(job.plates, "plates", "leg")) return t;
    if (auto t = wrongNames(job.bends, "bends", "bend")) return t;
    if (auto t = wrongTree(job)) return t;
    if (auto t = wrongHoles(job)) return t;
    for (size_t i = 0; i < job.bends.size(); ++i)
        if (auto t = wrongBend(job, i)) return t;
    for (size_t i = 0; i < job.plates.size(); ++i)
        if (auto t = wrongPlate(job, i)) return t;
    if (auto t = wrongBendOrder(job)) return t;
    if (auto t = wrongLoad(job)) return t;
    if (job.boughtPrice)
        if (auto t = outside(*job.boughtPrice, 0, 1e6, "The price of a bought one", "bought_price")) return t;
    return wrongLineUp(job);
}

} // namespace goodfold::job
