#include "sequence/say.h"

#include "bend/forming.h"
#include "check/words.h"
#include "part/mark.h"

#include <algorithm>
#include <cmath>

namespace goodfold::sequence {

namespace {

using check::lengthIn;

std::string degreesIn(double value) {
    return quantity::printNumber(value, 1) + "°";
}

std::string plateName(const part::Part& part, int plate) {
    return "leg " + part.plates[static_cast<size_t>(plate)].id;
}

const part::PartBend& bendOf(const part::Part& part, const Operation& operation) {
    return part.bends[static_cast<size_t>(operation.bend)];
}

int heldPlate(const part::Part& part, const Operation& operation) {
    return operation.holdsChild ? bendOf(part, operation).child : bendOf(part, operation).parent;
}

int freePlate(const part::Part& part, const Operation& operation) {
    return operation.holdsChild ? bendOf(part, operation).parent : bendOf(part, operation).child;
}

bool isLeftOpen(const part::PartBend& bend) {
    return tool::restsAtDeg(bend.shape.angleDeg) < bend.shape.angleDeg;
}

/// What the bend does once it is let go.
std::string backIn(const part::PartBend& bend, const tool::Setup& setup) {
    if (setup.closed) return "; then press it shut to " + degreesIn(bend.shape.angleDeg) + ".";
    return "; it comes back to " + degreesIn(setup.restsAtDeg) +
           (isLeftOpen(bend) ? ", and is squeezed shut when all bends are made." : ".");
}

/// "bottomed", "over a 25 mm opening", "with 95 mm of fingers"
std::string settingOf(const tool::Setup& setup, const quantity::Reading& reading) {
    std::string says;
    if (setup.opening > 0) says += ", opened to " + lengthIn(setup.opening, reading);
    if (const std::string with = setWithInWords(setup, reading); !with.empty()) says += " (" + with + ")";
    if (setup.clampLength < setup.tool->length)
        says += ", " + lengthIn(setup.clampLength, reading) + " of fingers";
    return says;
}

} // namespace

int clampedPlate(const part::Part& part, const Step& step) {
    constexpr double kNothing = 1; // mm
    int plate = heldPlate(part, step.operation), from = step.operation.bend;
    for (;;) {
        const part::PartPlate& own = part.plates[static_cast<size_t>(plate)];
        if (own.shortestStraight > kNothing) return plate;
        std::vector<int> onward = own.childBends;
        if (own.parentBend >= 0) onward.push_back(own.parentBend);
        std::erase_if(onward, [&](int bend) { return bend == from || (step.before >> bend & 1); });
        if (onward.empty()) return plate;
        from = onward.front();
        const part::PartBend& next = part.bends[static_cast<size_t>(from)];
        plate = next.parent == plate ? next.child : next.parent;
    }
}

std::string setWithInWords(const tool::Setup& setup, const quantity::Reading& reading) {
    if (setup.stack.empty()) return setup.setWith;
    std::string says = setup.stack.size() == 1 ? "spacer " : "spacers ";
    for (size_t i = 0; i < setup.stack.size(); ++i)
        says += (i ? " + " : "") + lengthIn(setup.stack[i], reading);
    return says;
}

StepMark markOf(const part::Part& part, const Step& step) {
    const part::PartBend& bend = bendOf(part, step.operation);
    const tool::ToolMark mark = tool::markOf(step.operation.setup, step.operation.work);
    const bool fromFar = step.operation.holdsChild && !step.operation.setup.tool->isDie();
    const double fromNear = fromFar ? bend.allowance - mark.fromTangent : mark.fromTangent;
    const Vec2 at = bend.near.middle() + fromNear * bend.across;
    const bool faceIn = faceInside(part, step.operation.bend);
    const bool innerSeen = !step.operation.setup.tool->isInVise() || step.operation.hold.toward;
    StepMark made;
    made.isAcross = part::runsAlong(bend);
    made.at = made.isAcross ? at.y() - part.blank.corner.y() : part::alongBlank(part, at);
    made.onFace = faceIn == innerSeen;
    made.flushWith = mark.flushWith;
    return made;
}

std::string toDo(const part::Part& part, const Step& step, const quantity::Reading& reading) {
    const Operation& operation = step.operation;
    const part::PartBend& bend = bendOf(part, operation);
    const tool::Tool& tool = *operation.setup.tool;
    const StepMark mark = markOf(part, step);
    const std::string line = "the line at " + lengthIn(mark.at, reading) +
                             (mark.isAcross ? " from the lower edge" : " from the datum end");
    const std::string side = mark.onFace ? "face" : "back";
    const std::string back = backIn(bend, operation.setup);
    const std::string behind =
        tool.die.throat > 0
            ? ", " + plateName(part, operation.hold.toward ? bend.child : bend.parent) + " to its frame"
            : "";
    if (tool.isDie())
        return "Lay the bend in the " + tool.name + settingOf(operation.setup, reading) + ", " +
               (faceInside(part, operation.bend) ? "face" : "back") + " up" + behind + ", " + line + " under " +
               mark.flushWith + ". Press to " + degreesIn(operation.setup.loadedAngleDeg) + back;
    std::string says = "Clamp " + plateName(part, clampedPlate(part, step)) + " in the " + tool.name +
                       settingOf(operation.setup, reading);
    if (tool.isInVise()) {
        says += ", " + side + " toward you, " + line + " flush with " + mark.flushWith;
        if (operation.hold.beside) says += ", beside the screw";
        says += std::string(". Push ") + (operation.hold.toward ? "toward you" : "away from you");
    } else {
        says += ", " + side + " up, " + line + " under " + mark.flushWith + ". Fold";
    }
    return says + " to " + degreesIn(operation.setup.loadedAngleDeg) + back;
}

double leanDeg(const part::Part& part, const Operation& operation) {
    Vec3 bar = flatFromTool(part, operation).linear().transpose() * Vec3::UnitX();
    if (bar.x() < 0) bar = -bar;
    const double alongLine = degrees(std::atan2(bar.y(), bar.x())); // toward the tool's y
    // Before a vise with its inside toward you, and before a brake's apron, y runs to your left.
    const bool yIsRight = operation.setup.tool->isInVise() && !operation.hold.toward;
    return yIsRight ? alongLine : -alongLine;
}

std::vector<std::string> toSet(const part::Part& part, const Step& step, const quantity::Reading& reading) {
    constexpr double kSquare = 100; // mm: the blade of a small square
    const part::PartBend& bend = bendOf(part, step.operation);
    std::vector<std::string> says;
    if (part.form == job::StockForm::Bar) {
        const double lean = leanDeg(part, step.operation);
        constexpr double kStraight = 0.05; // degrees
        if (std::abs(lean) < kStraight)
            says.push_back("A square against the " +
                           std::string(step.operation.setup.tool->isInVise() ? "jaw" : "tool") +
                           " and along the bar's edge holds the line true.");
        else
            says.push_back("The bar leans " + degreesIn(std::abs(lean)) + " to the " +
                           (lean > 0 ? "right" : "left") +
                           ", so that the line lies along the tool: set it by the line at both edges.");
    }
    const tool::Setup& setup = step.operation.setup;
    const double past = setup.loadedAngleDeg - setup.restsAtDeg;
    if (!setup.tool->isDie() && !setup.closed && std::abs(bend.shape.angleDeg - 90) < 0.05)
        says.push_back("Push until a square laid over the outside of the bend stands off by " +
                       lengthIn(kSquare * std::tan(radians(past)), reading) + " at " +
                       lengthIn(kSquare, reading) + " from the bend: it comes back.");
    const tool::Tool& tool = *setup.tool;
    if (tool.isDie()) { // of the two edges the nearer
        const double toParent = flatReach(part, step.operation, step.before, false),
                     toChild = flatReach(part, step.operation, step.before, true);
        says.push_back("An edge stop " + lengthIn(std::min(toParent, toChild) + bend.allowance / 2, reading) +
                       " from the middle of the punch meets the edge on the side of " +
                       plateName(part, toParent < toChild ? bend.parent : bend.child) + ".");
    } else if (tool.mostFold > 0) {
        const double inside = bend.allowance + flatReach(part, step.operation, step.before, !step.operation.holdsChild);
        says.push_back("Set its depth to " +
                       lengthIn(inside - tool::markOf(step.operation.setup, step.operation.work).fromTangent, reading) +
                       ": the stock goes in to the stop.");
    }
    const auto at = [&](const Segment& line) {
        const Vec2 middle = line.middle();
        return lengthIn(part::runsAlong(bend) ? middle.y() - part.blank.corner.y()
                                              : part::alongBlank(part, middle),
                        reading);
    };
    says.push_back("Other marks for this bend: its middle at " + at(bend.centre) +
                   " goes under a punch, its start and end are at " + at(bend.near) + " and " + at(bend.far) +
                   ".");
    return says;
}

std::vector<std::string> toCheck(const part::Part& part, const Step& step, const quantity::Reading& reading) {
    const part::PartBend& bend = bendOf(part, step.operation);
    const double angle = bend.shape.angleDeg;
    std::vector<std::string> says;
    constexpr double kFolded = 150; // from here on nothing goes between the legs but a gauge
    if (isLeftOpen(bend))
        says.push_back("Bend " + bend.id + " is still open: it is measured when it is squeezed shut.");
    else if (std::abs(angle - 90) < 0.05)
        says.push_back("A square on the inside of bend " + bend.id + ".");
    else if (angle >= kFolded)
        says.push_back("The gap in bend " + bend.id + ": " + lengthIn(2 * bend.shape.insideRadius, reading) +
                       ", the same all along.");
    else
        says.push_back("A protractor on the inside of bend " + bend.id + ": " + degreesIn(180 - angle) +
                       " between the legs.");
    for (const int plate : {heldPlate(part, step.operation), freePlate(part, step.operation)}) {
        const part::PartPlate& own = part.plates[static_cast<size_t>(plate)];
        const bool isFinished =
            std::all_of(own.childBends.begin(), own.childBends.end(),
                        [&](int child) { return child == step.operation.bend || (step.before >> child & 1); }) &&
            (own.parentBend < 0 || own.parentBend == step.operation.bend || (step.before >> own.parentBend & 1));
        if (isFinished && own.shortestStraight > 0)
            says.push_back("Calipers over " + plateName(part, plate) + ": " +
                           lengthIn(part::lengthTo(part, plate, job::DimensionTo::Outside), reading) +
                           " outside.");
    }
    return says;
}

namespace {

/// What to do about an angle that is not there yet, or past it.
std::string ifMissed(const part::PartBend& bend, const tool::Setup& setup) {
    if (setup.tool->isDie())
        return "Short of the angle, press on by what is missing: a millimetre of the punch is " +
               degreesIn(bend::degreesPerMillimetre(setup.opening, bend.shape.angleDeg)) +
               ". Too far, open it once, laid over the die with its edges down: to and fro cracks it.";
    return "Short of the angle, push on by what is missing. Too far, open it once, a block on its inside "
           "close "
           "to the bend: to and fro cracks it.";
}

} // namespace

std::vector<std::string> toMind(const part::Part& part, const Step& step, const quantity::Reading& reading) {
    const Operation& operation = step.operation;
    const tool::Tool& tool = *operation.setup.tool;
    std::vector<std::string> says;
    if (tool.isDie()) {
        const double share = operation.setup.force / tool.die.ratedForce;
        says.push_back("It takes " + quantity::printNumber(operation.setup.force / 1000, 1) + " kN, " +
                       quantity::printNumber(100 * share, 0) + " % of what the " + tool.name +
                       " is rated for. Keep hands off the work and stand clear while it is loaded.");
        constexpr double kHand = 80; // mm from the punch: what a hand needs to stay clear
        if (std::max(flatReach(part, operation, step.before, false), flatReach(part, operation, step.before, true)) <
            kHand)
            says.push_back(
                "Nothing of it reaches far enough to hold by hand: use tongs, or rest it on the die.");
        const bool canBottom = tool.die.bottoms && bend::kBottoming * share <= bend::kPressShare;
        if (!operation.setup.bottomed && canBottom)
            says.push_back("Driven home it would come back less than half as far, for " +
                           quantity::printNumber(bend::kBottoming, 0) + " times the force.");
        says.push_back(ifMissed(bendOf(part, operation), operation.setup));
        return says;
    }
    const double free = flatReach(part, operation, step.before, !operation.holdsChild);
    // A pipe only where bare hands are not enough.
    const bool byHand = free > 0 && bend::handPull(operation.setup.moment, free) <= bend::kPullPlanned;
    const double lever = byHand ? free : tool::leverOf(tool, free);
    const double pull = bend::handPull(operation.setup.moment, lever);
    const double wanted = bend::leverFor(operation.setup.moment, bend::kPullPlanned);
    const auto force = [](double newtons) {
        return quantity::printNumber(newtons, 0) + " N (" + quantity::printNumber(newtons / 4.448222, 0) +
               " lb)";
    };
    constexpr double kShort = 60; // mm: nothing to take hold of
    const bool isPulled = tool.isInVise() || tool.kind == tool::Kind::PinBender;
    if (isPulled && free < kShort)
        says.push_back(
            "The leg is short to pull on: hammer it close to the line, a block between, so that it does "
            "not bow" +
            (wanted > free ? "; or leave it " + lengthIn(wanted, reading) + " long and cut it after."
                           : std::string(".")));
    else if (isPulled)
        says.push_back(
            "The pull is " + force(pull) + " at " + lengthIn(lever, reading) + " from the bend" +
            (lever > free ? ", with a pipe over the leg; it can slip off: stand beside its arc." : "."));
    if (pull > bend::kPullPlanned)
        says.push_back(
            "That is more than one person pulls with ease: leave " + lengthIn(wanted, reading) +
            " to pull on before it is cut, or get help. Heat makes it easier, and is for those who "
            "may by your shop's rules: never over zinc, paint or plating.");
    says.push_back(operation.setup.closed ? "Keep fingers out of the fold as it closes."
                                    : ifMissed(bendOf(part, operation), operation.setup));
    return says;
}

std::string inWords(const Obstacle& obstacle, const quantity::Reading& reading) {
    using Kind = Obstacle::Kind;
    switch (obstacle.kind) {
    case Kind::Hit:
        return check::inWords(obstacle.one) + " hits " + obstacle.what +
               (obstacle.atDeg > 0.05 ? " when the bend has turned " + degreesIn(obstacle.atDeg)
                                      : " before the bend begins");
    case Kind::SelfHit:
        return check::inWords(obstacle.one) + " and " + obstacle.what + " meet when the bend has turned " +
               degreesIn(obstacle.atDeg);
    case Kind::Grip:
        return check::inWords(obstacle.one) + " is flat for " + lengthIn(obstacle.has, reading) + ", and " +
               lengthIn(obstacle.needs, reading) + " are needed to hold it";
    case Kind::ShortLeg:
        return check::inWords(obstacle.one) + " is " + lengthIn(obstacle.has, reading) +
               " outside as far as it is flat, and slips into the die, which needs " +
               lengthIn(obstacle.needs, reading);
    case Kind::FoldDepth:
        return check::inWords(obstacle.one) + " would go in " + lengthIn(obstacle.has, reading) +
               " deep, where " + (obstacle.has < obstacle.needs ? "at least " : "at most ") +
               lengthIn(obstacle.needs, reading) + " will do";
    case Kind::Pull:
        return check::inWords(obstacle.one) + " would need a pull of " +
               quantity::printNumber(obstacle.has, 0) + " N";
    case Kind::Hidden:
        return check::inWords(obstacle.one) + " stands between you and the line";
    case Kind::Trapped:
        return check::inWords(obstacle.one) + " stays caught behind " + obstacle.what + " when it is opened";
    }
    return {};
}

std::string reasonsInWords(const Stuck& stuck, const quantity::Reading& reading) {
    std::string says;
    const auto add = [&](const std::string& words) {
        says += (says.empty() ? "" : " ") + check::sentence(words);
    };
    for (const Stuck::Reason& reason : stuck.reasons)
        add("In the " + reason.operation.setup.tool->name + " " + inWords(reason.obstacle, reading));
    for (const std::string& why : stuck.notInTools)
        if (stuck.reasons.empty()) add(why);
    return says;
}

std::string notMadeInWords(const part::Part& part, const Stuck& stuck) {
    std::vector<std::string> made;
    for (size_t i = 0; i < part.bends.size(); ++i)
        if (stuck.made >> i & 1) made.push_back(part.bends[i].id);
    return "Bend " + part.bends[static_cast<size_t>(stuck.bend)].id + " cannot be made" +
           (made.empty() ? "" : " after " + check::bendsInWords(made)) + ".";
}

std::string inWords(const part::Part& part, const Stuck& stuck, const quantity::Reading& reading) {
    return notMadeInWords(part, stuck) + " " + reasonsInWords(stuck, reading);
}

} // namespace goodfold::sequence
