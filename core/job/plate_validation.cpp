// What is wrong with a plate: how it is measured, and how its edges, corners and ends are cut.
#include "job/validation.h"

#include <array>

namespace goodfold::job {

bool isBent(const Job& job, const Plate& plate, Edge edge) {
    return job.bendAt(plate.id, edge) || (edge == Edge::Start && job.bendTo(plate.id));
}

namespace {

const char* nameOf(Corner corner) {
    constexpr std::array kNames{"start-right", "end-right", "end-left", "start-left"};
    return kNames[static_cast<size_t>(corner)];
}

/// Corners and ends are cut only where the plate is free.
Problem wrongShape(const Job& job, size_t index) {
    const Plate& plate = job.plates[index];
    for (const auto& [corner, cut] : plate.corners) {
        const std::string where = at("plates", index, "corners.") + nameOf(corner);
        if (auto t = notPositive(cut.size, kWidest,
                                 "Corner " + std::string(nameOf(corner)) + " of " + plate.id, where))
            return t;
        const bool atStart = corner == Corner::StartRight || corner == Corner::StartLeft;
        const bool onBar = job.stock.form == StockForm::Bar;
        const bool hangs = atStart && job.bendTo(plate.id);
        if (onBar ? isBent(job, plate, atStart ? Edge::Start : Edge::End) : hangs)
            return Error{"Corner " + std::string(nameOf(corner)) + " of leg " + plate.id +
                             " lies at a bend and cannot be cut.",
                         where};
    }
    for (const auto& [edge, end] : plate.ends) {
        const bool isStart = edge == Edge::Start;
        const std::string where = at("plates", index, isStart ? "ends.start" : "ends.end");
        const bool onSheet = job.stock.form == StockForm::Sheet;
        if (onSheet && (end.fullRound || end.extra != 0))
            return Error{
                "On sheet an end has an angle; its shape is drawn by points, and nothing is left on.", where};
        if (onSheet ? isStart && job.bendTo(plate.id) : isBent(job, plate, edge))
            return Error{"The " + std::string(isStart ? "start" : "end") + " of leg " + plate.id +
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

Problem wrongJoggle(const Job& job, size_t index) {
    const Plate& plate = job.plates[index];
    const std::string where = at("plates", index, "joggle"), name = "Joggle " + plate.id;
    if (auto t = notPositive(plate.joggle->offset, kWidest, name + "'s offset", where + ".offset")) return t;
    if (auto t = notPositive(plate.joggle->length, kWidest, name + "'s length", where + ".length")) return t;
    const Bend *own = job.bendTo(plate.id), *next = job.bendAt(plate.id, Edge::End);
    if (!own || !next) return Error{name + " needs a bend at either end.", where};
    if (own->wrap || next->wrap) return Error{name + " cannot lead round a pipe.", where};
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
Problem wrongLength(const Job& job, size_t index) {
    const Plate& plate = job.plates[index];
    if (plate.joggle) return wrongJoggle(job, index);
    if (isBesideWrap(job, plate)) {
        if (plate.measure == Plate::Measure::Along && !plate.flatFirst) return {};
        return Error{"Leg " + plate.id + " leads round a pipe, and its length follows from that.",
                     at("plates", index, "measure")};
    }
    if (auto t = notPositive(plate.length, quantity::kLongestMm, {"Leg " + plate.id, "'s length"},
                             {"plates", index, "length"}))
        return t;
    for (const auto& [edge, to] : plate.dimensionTo)
        if (edge != Edge::Start && edge != Edge::End)
            return Error{"Leg " + plate.id + "'s length ends at its start and its end.",
                         at("plates", index, "dimension_to")};
    if (plate.measure == Plate::Measure::Along) return {};
    if (plate.flatFirst)
        return Error{"Leg " + plate.id + " is measured across and cannot also be measured on the blank.",
                     at("plates", index, "measure")};
    if (!standsBetweenParallels(job, plate))
        return Error{
            "Leg " + plate.id +
                " can be measured across only where the two legs beside it stand parallel, apart, and bent "
                "plainly.",
            at("plates", index, "measure")};
    return {};
}

const char* nameOf(Edge edge) {
    constexpr std::array kNames{"start", "end", "left", "right"};
    return kNames[static_cast<size_t>(edge)];
}

Problem wrongEdge(const Job& job, size_t index, Edge edge, const FreeEdge& own) {
    const Plate& plate = job.plates[index];
    const std::string where = at("plates", index, "edges.") + nameOf(edge);
    const std::string name = "The " + std::string(nameOf(edge)) + " edge of " + plate.id;
    if (isBent(job, plate, edge)) return Error{name + " is bent and cannot be drawn by points.", where};
    constexpr size_t kMostPoints = 200;
    if (own.points.size() > kMostPoints) return Error{name + " has more than 200 points.", where};
    if (auto t = outside(own.bow, -kWidest, kWidest, name, where + ".bow")) return t;
    for (const OutlinePoint& point : own.points)
        for (const double value : {point.at.x(), point.at.y(), point.bow, point.round})
            if (auto t = outside(value, -kWidest, kWidest, name, where)) return t;
    return {};
}

Problem wrongMeeting(const Job& job, size_t index, Corner corner, const CornerJoint& joint) {
    const Plate& plate = job.plates[index];
    const std::string where = at("plates", index, "meets.") + nameOf(corner);
    if (auto t = outside(joint.gap, -1, kWidest,
                         "The gap at the " + std::string(nameOf(corner)) + " corner of " + plate.id,
                         where + ".gap"))
        return t;
    if (joint.kind != CornerJoint::Kind::Lapped) return {};
    const bool atStart = corner == Corner::StartRight || corner == Corner::StartLeft;
    const bool atRight = corner == Corner::StartRight || corner == Corner::EndRight;
    const Edge along = atStart ? Edge::Start : Edge::End, side = atRight ? Edge::Right : Edge::Left;
    if (joint.tabOn == along || joint.tabOn == side) return {};
    return Error{"The tab at the " + std::string(nameOf(corner)) + " corner of " + plate.id +
                     " is on one of the two legs there.",
                 where + ".tab_on"};
}

/// What only a sheet's plate has.
Problem wrongSheetPlate(const Job& job, size_t index) {
    const Plate& plate = job.plates[index];
    const bool has = !plate.inset.empty() || !plate.shoulder.empty() || !plate.edges.empty() ||
                     !plate.restOutside.empty() || !plate.cornerJoints.empty();
    if (has && job.stock.form == StockForm::Bar)
        return Error{"Leg " + plate.id + " has edges cut to shape, which takes sheet.",
                     at("plates", index, "")};
    for (const auto& [member, sides] : {std::pair{"inset", &plate.inset}, {"shoulder", &plate.shoulder}})
        for (const auto& [edge, value] : *sides) {
            const std::string where = at("plates", index, member) + "." + nameOf(edge);
            if (edge != Edge::Right && edge != Edge::Left)
                return Error{"Leg " + plate.id + "'s " + member + " is at its right or left.", where};
            const double least = sides == &plate.shoulder ? 0 : -kWidest;
            if (auto t = outside(value, least, kWidest, "Leg " + plate.id + "'s " + member, where)) return t;
        }
    for (const auto& [edge, own] : plate.edges)
        if (auto t = wrongEdge(job, index, edge, own)) return t;
    for (const auto& [corner, joint] : plate.cornerJoints)
        if (auto t = wrongMeeting(job, index, corner, joint)) return t;
    return {};
}

} // namespace

Problem wrongPlate(const Job& job, size_t index) {
    const Plate& plate = job.plates[index];
    const std::string name = "Leg " + plate.id;
    if (auto t = wrongLength(job, index)) return t;
    if (auto t = wrongShape(job, index)) return t;
    if (job.stock.form == StockForm::Bar && plate.width)
        return Error{name + " has a width of its own, but a bar's legs all share the bar's.",
                     at("plates", index, "width")};
    if (plate.width)
        if (auto t = notPositive(*plate.width, quantity::kLongestMm, {name, "'s width"},
                                 {"plates", index, "width"}))
            return t;
    if (job.stock.form == StockForm::Sheet && !plate.width && !job.bendTo(plate.id))
        return Error{name + " is the root of a sheet and needs a width.", at("plates", index, "width")};
    return wrongSheetPlate(job, index);
}

} // namespace goodfold::job
