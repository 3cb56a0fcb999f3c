#include "text/step.h"

#include "bend/forming.h"
#include "part/mark.h"
#include "text/names.h"
#include "text/reasons.h"

#include <algorithm>
#include <cmath>

namespace goodfold::text {

namespace {

using quantity::printDegrees;
using quantity::printMm;
using sequence::Operation;
using sequence::Step;
using sequence::StepMark;

std::string plateName(const part::Part& part, int plate) {
    return "leg " + part.plates[static_cast<size_t>(plate)].id;
}

const part::PartBend& bendOf(const part::Part& part, const Operation& operation) {
    return part.bends[static_cast<size_t>(operation.bend)];
}

bool isLeftOpen(const part::PartBend& bend) {
    return tool::restsAtDeg(bend.shape.angleDeg) < bend.shape.angleDeg;
}

/// What the bend does once it is let go.
std::string backIn(const part::PartBend& bend, const tool::Setup& setup) {
    if (setup.closed) return "; then press it shut to " + printDegrees(bend.shape.angleDeg) + ".";
    return "; it comes back to " + printDegrees(setup.restsAtDeg) +
           (isLeftOpen(bend) ? ", and is squeezed shut when all bends are made." : ".");
}

/// "bottomed", "over a 25 mm opening", "with 95 mm of fingers"
std::string settingOf(const tool::Setup& setup, const quantity::Reading& reading) {
    std::string says;
    if (setup.opening > 0) says += ", opened to " + printMm(setup.opening, reading);
    if (const std::string with = setWith(setup, reading); !with.empty()) says += " (" + with + ")";
    if (setup.clampLength < setup.tool->length)
        says += ", " + printMm(setup.clampLength, reading) + " of fingers";
    return says;
}

/// Before a vise with its inside toward you the tool's y runs to your left.
std::string besideIn(const Operation& operation) {
    const bool isRight = operation.hold.towardYou == operation.hold.otherSide;
    return std::string("to the ") + (isRight ? "right" : "left") + " of the screw";
}

} // namespace

std::string setWith(const tool::Setup& setup, const quantity::Reading& reading) {
    if (setup.stack.empty()) return setup.setWith;
    std::string says = setup.stack.size() == 1 ? "spacer " : "spacers ";
    for (size_t i = 0; i < setup.stack.size(); ++i)
        says += (i ? " + " : "") + printMm(setup.stack[i], reading);
    return says;
}

std::string placeOf(const part::Part& part, const StepMark& mark, const quantity::Reading& reading) {
    const std::string end = " from the " + std::string(nameOfEnd(part.datum)), edge = " from the lower edge";
    const std::string &from = mark.isAcross ? edge : end, &beside = mark.isAcross ? end : edge;
    const auto at = [&](double mm) { return printMm(mm, reading); };
    if (!mark.leans) return "at " + at(mark.at) + from;
    if (part.form == job::StockForm::Bar)
        return "from " + at(mark.atRight) + " at the near edge to " + at(mark.atLeft) + " at the far edge (" +
               from.substr(1) + ")";
    return "through two points, " + at(mark.atRight) + from + " at " + at(mark.besideRight) + beside +
           ", and " + at(mark.atLeft) + " at " + at(mark.besideLeft);
}

std::string inShort(const part::Part& part, const Step& step, const quantity::Reading& reading) {
    const StepMark mark = markOf(part, step);
    const Operation& operation = step.operation;
    const auto at = [&](double mm) { return printMm(mm, reading); };
    const std::string held =
        operation.setup.tool->isDie() ? "" : plateName(part, sequence::clampedPlate(part, step)) + " held, ";
    return held + "line at " + (mark.leans ? at(mark.atRight) + " / " + at(mark.atLeft) : at(mark.at)) +
           ", to " + printDegrees(reading.bendAngle(operation.setup.loadedAngleDeg));
}

std::string instruction(const part::Part& part, const Step& step, const quantity::Reading& reading) {
    const Operation& operation = step.operation;
    const part::PartBend& bend = bendOf(part, operation);
    const tool::Tool& tool = *operation.setup.tool;
    const StepMark mark = sequence::markOf(part, step);
    const std::string line = "the line " + placeOf(part, mark, reading);
    const std::string side = mark.onFace ? "face" : "back";
    const std::string back = backIn(bend, operation.setup);
    const std::string behind =
        tool.die.throat > 0
            ? ", " + plateName(part, operation.hold.childToFrame ? bend.child : bend.parent) + " to its frame"
            : "";
    if (tool.isDie() && tool.isUpright()) {
        const bool faceIn = sequence::faceInside(part, operation.bend);
        return "Hang it between the " + tool.name + settingOf(operation.setup, reading) + ", " +
               plateName(part, operation.hold.childToFrame ? bend.child : bend.parent) + " down, " +
               (faceIn ? "face" : "back") + " toward the punch on the fixed jaw, " + line + " level with " +
               std::string(mark.flushWith) + ". Close the vise to " +
               printDegrees(operation.setup.loadedAngleDeg) + back;
    }
    if (tool.isDie())
        return "Lay the bend in the " + tool.name + settingOf(operation.setup, reading) + ", " +
               (sequence::faceInside(part, operation.bend) ? "face" : "back") + " up" + behind + ", " + line +
               " under " + std::string(mark.flushWith) + ". Press to " +
               printDegrees(operation.setup.loadedAngleDeg) + back;
    // Stock lies beside a former, not in it.
    const std::string where = tool.kind->inner == tool::Body::RoundBar ? " against the " : " in the ";
    std::string says = "Clamp " + plateName(part, sequence::clampedPlate(part, step)) + where + tool.name +
                       settingOf(operation.setup, reading);
    if (tool.isUpright()) {
        says += ", " + side + " toward you, " + line + " flush with " + std::string(mark.flushWith);
        if (operation.hold.besideScrew) says += ", " + besideIn(operation);
        says += std::string(". Push ") + (operation.hold.towardYou ? "toward you" : "away from you");
    } else {
        says += ", " + side + " up, " + line + " under " + std::string(mark.flushWith) + ". Fold";
    }
    if (operation.setup.isHammered) says += ", hammering close to the line,";
    return says + " to " + printDegrees(operation.setup.loadedAngleDeg) + back;
}

std::vector<std::string> settings(const part::Part& part, const Step& step,
                                  const quantity::Reading& reading) {
    constexpr double kSquare = 100;  // mm: the blade of a small square
    constexpr double kShortest = 30; // of a leg on which it is seen how far the blade stands off
    const part::PartBend& bend = bendOf(part, step.operation);
    std::vector<std::string> says;
    if (step.change)
        if (std::string why = inWords(*step.change, reading); !why.empty()) says.push_back(std::move(why));
    if (part.form == job::StockForm::Bar) {
        const double lean = sequence::leanDeg(part, step.operation);
        constexpr double kStraight = 0.05; // degrees
        if (std::abs(lean) < kStraight)
            says.push_back("A square against the " +
                           std::string(step.operation.setup.tool->isUpright() ? "jaw" : "tool") +
                           " and along the bar's edge holds the line true.");
        else
            says.push_back("The bar leans " + printDegrees(std::abs(lean)) + " to the " +
                           (lean > 0 ? "right" : "left") +
                           ", so that the line lies along the tool: set it by the line at both edges.");
    }
    const tool::Setup& setup = step.operation.setup;
    if (!setup.closed) {
        says.push_back("R " + printMm(setup.insideRadius, reading) + " comes out" +
                       (setup.opening > 0 && !setup.bottomed ? " in this V" : "") + ", within " +
                       printMm(setup.radiusSigma, reading) + " or so.");
        says.push_back("Stop first at " + printDegrees(setup.stopFirstDeg) +
                       ": let go, measure, and push on by what is missing.");
    }
    const double past = setup.loadedAngleDeg - setup.restsAtDeg;
    const double reach =
        std::min(kSquare, sequence::flatReach(part, step.operation, step.before, !step.operation.holdsChild));
    if (!setup.tool->isDie() && !setup.closed && reach > kShortest &&
        std::abs(bend.shape.angleDeg - 90) < 0.05)
        says.push_back("Push until a square laid over the outside of the bend stands off by " +
                       printMm(reach * std::tan(radians(past)), reading) + " at " + printMm(reach, reading) +
                       " from the bend: it comes back.");
    const tool::Tool& tool = *setup.tool;
    if (tool.isDie()) { // of the two edges the nearer
        const double toParent = sequence::flatReach(part, step.operation, step.before, false),
                     toChild = sequence::flatReach(part, step.operation, step.before, true);
        says.push_back("An edge stop " + printMm(std::min(toParent, toChild) + bend.allowance / 2, reading) +
                       " from the middle of the punch meets the edge on the side of " +
                       plateName(part, toParent < toChild ? bend.parent : bend.child) + ".");
    } else if (tool.kind->hasStop) {
        const double inside = bend.allowance + sequence::flatReach(part, step.operation, step.before,
                                                                   !step.operation.holdsChild);
        says.push_back(
            "Set its depth to " +
            printMm(inside - tool::markOf(step.operation.setup, step.operation.work).fromTangent, reading) +
            ": the stock goes in to the stop.");
    }
    const auto at = [&](double share) {
        const Segment line = part::keptLine(bend, share);
        const auto read = [&](const Vec2& p) {
            return printMm(part::runsAlong(bend) ? p.y() - part.blank.corner.y() : part::alongBlank(part, p),
                           reading);
        };
        const std::string from = read(line.from), to = read(line.to);
        return from == to ? from : from + " to " + to;
    };
    says.push_back("Other marks for this bend: its middle at " + at(0.5) + ", its start and end at " + at(0) +
                   " and " + at(1) + ".");
    return says;
}

namespace {

/// Between the inner faces of a fold, square to the parent, so far along the child from its tangent line.
double gapAt(const part::PartBend& bend, double alongChild) {
    const double a = radians(bend.shape.angleDeg);
    return bend.shape.insideRadius * (1 - std::cos(a)) + alongChild * std::sin(a);
}

} // namespace

std::vector<std::string> inspections(const part::Part& part, const Step& step,
                                     const quantity::Reading& reading) {
    const part::PartBend& bend = bendOf(part, step.operation);
    const double angle = bend.shape.angleDeg;
    std::vector<std::string> says;
    constexpr double kFolded = 150, kParallel = 179.5; // nothing goes between such legs but a gauge
    if (isLeftOpen(bend))
        says.push_back("Bend " + bend.id + " is still open: it is measured when it is squeezed shut.");
    else if (std::abs(angle - 90) < 0.05)
        says.push_back("A square on the inside of bend " + bend.id + ".");
    else if (angle >= kParallel)
        says.push_back("The gap in bend " + bend.id + ": " + printMm(2 * bend.shape.insideRadius, reading) +
                       ", the same all along.");
    else if (angle >= kFolded)
        says.push_back("The gap in bend " + bend.id + ": " + printMm(gapAt(bend, 0), reading) +
                       " where the fold ends, " +
                       printMm(gapAt(bend, part.plates[static_cast<size_t>(bend.child)].length), reading) +
                       " at the other end of " + plateName(part, bend.child) + ".");
    else
        says.push_back("A protractor on the inside of bend " + bend.id + ": " + printDegrees(180 - angle) +
                       " between the legs.");
    for (const int plate :
         {sequence::heldPlate(part, step.operation), sequence::freePlate(part, step.operation)}) {
        const part::PartPlate& own = part.plates[static_cast<size_t>(plate)];
        const bool isFinished =
            std::all_of(
                own.childBends.begin(), own.childBends.end(),
                [&](int child) { return child == step.operation.bend || (step.before >> child & 1); }) &&
            (own.parentBend < 0 || own.parentBend == step.operation.bend ||
             (step.before >> own.parentBend & 1));
        if (isFinished && own.shortestStraight > 0)
            says.push_back("Calipers over " + plateName(part, plate) + ": " +
                           printMm(part::lengthTo(part, plate, job::DimensionTo::Outside), reading) +
                           " outside.");
    }
    return says;
}

} // namespace goodfold::text
