#include "text/reasons.h"

#include "text/names.h"

namespace goodfold::text {

using quantity::printMm;

using quantity::printDegrees;

std::string inWords(const sequence::Obstacle& obstacle, const tool::Kind& kind,
                    const quantity::Reading& reading) {
    using Kind = sequence::Obstacle::Kind;
    switch (obstacle.kind) {
    case Kind::Hit:
        return nameOf(obstacle.one) + " hits " + metBy(obstacle, kind) +
               (obstacle.atDeg > 0.05 ? " when the bend has turned " + printDegrees(obstacle.atDeg)
                                      : " before the bend begins");
    case Kind::SelfHit:
        return nameOf(obstacle.one) + " and " + metBy(obstacle, kind) + " meet when the bend has turned " +
               printDegrees(obstacle.atDeg);
    case Kind::Grip:
        return nameOf(obstacle.one) + " is flat for " + printMm(obstacle.has, reading) + ", and " +
               printMm(obstacle.needs, reading) + " are needed to hold it";
    case Kind::ShortPlate:
        return nameOf(obstacle.one) + " is " + printMm(obstacle.has, reading) +
               " outside as far as it is flat, and slips into the die, which needs " +
               printMm(obstacle.needs, reading);
    case Kind::FoldDepth:
        return nameOf(obstacle.one) + " would go in " + printMm(obstacle.has, reading) + " deep, where " +
               (obstacle.has < obstacle.needs ? "at least " : "at most ") + printMm(obstacle.needs, reading) +
               " will do";
    case Kind::ShortFree:
        return nameOf(obstacle.one) + " is straight for " + printMm(obstacle.has, reading) +
               " past the bend, and " + printMm(obstacle.needs, reading) + " are needed to bring it over";
    case Kind::ShortToPull:
        return nameOf(obstacle.one) + " is flat for " + printMm(obstacle.has, reading) +
               ", too little to pull on";
    case Kind::Pull:
        return nameOf(obstacle.one) + " would need a pull of " + quantity::printNumber(obstacle.has, 0) +
               " N";
    case Kind::Hidden:
        return nameOf(obstacle.one) + " stands between you and the line";
    case Kind::Trapped:
        return nameOf(obstacle.one) + " stays caught behind " + metBy(obstacle, kind) + " when it is opened";
    }
    return {};
}

std::string metBy(const sequence::Obstacle& obstacle, const tool::Kind& kind) {
    return obstacle.body ? nameOf(kind, *obstacle.body) : nameOf(obstacle.other);
}

std::string inWords(const tool::Refusal& refusal, const quantity::Reading& reading) {
    using Kind = tool::Refusal::Kind;
    const std::string the = "the " + refusal.tool + " ";
    const std::string has = printMm(refusal.has, reading), needs = printMm(refusal.needs, reading);
    switch (refusal.kind) {
    case Kind::NotInShop:
        return "the tool \"" + refusal.tool + "\" it was settled for is not in the shop";
    case Kind::TooShort:
        return the + "is " + has + " long, the bend is " + needs;
    case Kind::TooThin:
        return the + "will take at most " + has + " of this stock over that length";
    case Kind::NoSuchRadius:
        return the + "has no radius near " + needs;
    case Kind::OtherRadius:
        return the + "makes a radius of " + has + ", the bend has " + needs;
    case Kind::Opening:
        return the + "opens " + has + ", which is " + quantity::printNumber(refusal.needs, 1) +
               " thicknesses";
    case Kind::Force:
        return the + "would need " + quantity::printNumber(refusal.needs / 1000, 1) +
               " kN, more than 70 % of its rating";
    case Kind::Angle:
        return the + "reaches " + printDegrees(refusal.has) + ", " + printDegrees(refusal.needs) +
               " is asked with what springs back";
    case Kind::NoSuchOpening:
        return "no die of the shop opens to " + needs + " as was settled";
    case Kind::AngleInDie:
        return the + "bends up to " + printDegrees(refusal.has) + ", " + printDegrees(refusal.needs) +
               " is asked";
    }
    return {};
}

std::string reasonsInWords(const sequence::Stuck& stuck, const quantity::Reading& reading) {
    std::string says;
    const auto add = [&](const std::string& words) { says += (says.empty() ? "" : " ") + sentence(words); };
    for (const sequence::Stuck::Reason& reason : stuck.reasons)
        add("In the " + reason.operation.setup.tool->name + " " +
            inWords(reason.obstacle, *reason.operation.setup.tool->kind, reading));
    for (const tool::Refusal& refusal : stuck.refusals)
        add(inWords(refusal, reading));
    return says;
}

std::string notMadeInWords(const part::Part& part, const sequence::Stuck& stuck) {
    std::vector<std::string> made;
    for (size_t i = 0; i < part.bends.size(); ++i)
        if (stuck.made >> i & 1) made.push_back(part.bends[i].id);
    if (stuck.never && part.bends.size() > 1)
        return "Bend " + part.bends[static_cast<size_t>(stuck.bend)].id +
               " cannot be made at any point of the order.";
    return "Bend " + part.bends[static_cast<size_t>(stuck.bend)].id + " cannot be made" +
           (made.empty() ? "" : " after " + job::namesOfBends(made)) + ".";
}

std::string inWords(const part::Part& part, const sequence::Stuck& stuck, const quantity::Reading& reading) {
    return notMadeInWords(part, stuck) + " " + reasonsInWords(stuck, reading);
}

std::string inWords(const sequence::ToolChange& change, const quantity::Reading& reading) {
    using Gain = sequence::ToolChange::Gain;
    const std::string here = "Another tool here: ", in = "in the " + change.from->name + " ";
    if (change.obstacle) return here + in + inWords(*change.obstacle, *change.from->kind, reading) + ".";
    if (change.refusal) return here + inWords(*change.refusal, reading) + ".";
    switch (change.gain) {
    case Gain::None:
        return {};
    case Gain::Wished:
        return here + "it was settled.";
    case Gain::Accuracy:
        return here + "it keeps line and angle better than the " + change.from->name + ".";
    case Gain::Metal:
        return here + in + "its radius would be worse for the metal.";
    case Gain::Effort:
        return here + in + "it would take more force.";
    case Gain::Sight:
        return here + in + "its line would look away from you.";
    case Gain::Whole:
        return here + "what follows is made in it too.";
    }
    return {};
}

std::string notLookedFor(const sequence::Outcome& outcome) {
    if (outcome.tooMany)
        return "Orders of more than " + std::to_string(sequence::kMostBends) +
               " bends are not looked for: bend it as two parts, or work it out by hand.";
    if (outcome.gaveUp)
        return "So many bends have more orders than are looked through: settle the first bends, or a tool "
               "for "
               "some, and it goes on from there.";
    return {};
}

} // namespace goodfold::text
