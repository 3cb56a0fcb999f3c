#include "check/to_hand.h"

#include "check/hole_findings.h"

#include <algorithm>

namespace goodfold::check {

namespace {

using job::Fastener;
using Use = Fastener::Use;

/// In the order they came.
void count(std::vector<Needed>& all, const std::string& says) {
    const auto same =
        std::find_if(all.begin(), all.end(), [&](const Needed& each) { return each.says == says; });
    if (same == all.end())
        all.push_back({says});
    else
        ++same->count;
}

/// The length that is sold.
std::string longEnough(const Subject& s, const hardware::Stack& stack) {
    if (stack.buy) return ", " + s.length(*stack.buy) + " long";
    return ", longer than any in the book: " + s.length(stack.needed);
}

/// The bracket's own, by what it says of them.
void addOwn(std::vector<Needed>& counted, const Subject& s, const Fastener& fastener) {
    const bool isNut = fastener.use == Use::RivetNut || fastener.use == Use::WeldNut;
    const std::string called = hardware::nameOf(fastener);
    if (isNut) count(counted, fastener.family.empty() ? called : called + ", " + fastener.family);
    const std::string says = isNut || fastener.use == Use::Tapped ? fastener.size + " screw for it" : called;
    const auto stack = hardware::stackOf(fastener, s.part.thickness, s.hardware);
    count(counted, stack ? says + longEnough(s, *stack) : says);
}

/// What goes through a plain hole: its own fastener, else a usual bolt, sunk where the hole is; of the size
/// that the tie says.
Fastener boltIn(const job::Hole& hole, const std::string& size) {
    Fastener bolt = hole.fastener.value_or(Fastener{});
    if (!hole.fastener && hole.countersink) bolt.head = Fastener::Head::Countersunk;
    bolt.size = size;
    return bolt;
}

/// Rivets and nuts in the stock are the bracket's own; so is a bolt that says what it clamps, where it goes
/// through.
bool isByMount(const job::Hole& hole, job::MountPoint::Kind point) {
    if (!hole.fastener) return true;
    if (hole.fastener->use != Use::Bolt) return false;
    const bool isThrough = point == job::MountPoint::Kind::Hole || point == job::MountPoint::Kind::Mark;
    return !isThrough || hole.fastener->clamps <= 0;
}

std::string washersIn(int count) {
    return count == 1 ? "washer" : std::to_string(count) + " washers";
}

std::string inWords(const Subject& s, const HeldThere& held, const job::Hole& hole) {
    using Kind = job::MountPoint::Kind;
    const hardware::Screw* screw = s.hardware.screwOfMajor(held.bolt);
    const std::string size = screw ? screw->size : s.size(held.bolt);
    Fastener bolt = boltIn(hole, size);
    const std::string named = size + (bolt.isCountersunk() ? " countersunk" : "");
    const bool hasWasher = bolt.washers > 0 && !bolt.isCountersunk();
    switch (held.point) {
    case Kind::Stud:
        return size + " nut" + (hasWasher ? " and washer" : "") + " for the mount's stud";
    case Kind::Tapped: {
        // Into steel a thread as long as the screw is thick.
        bolt.use = Use::Tapped;
        bolt.clamps = s.part.thickness + held.spacer;
        bolt.washers = hasWasher ? 1 : 0;
        const std::string says = named + " screw" + (hasWasher ? " and washer" : "");
        const auto stack = screw ? hardware::stackOf(bolt, screw->major, s.hardware) : std::nullopt;
        if (!stack) return says;
        return says + longEnough(s, *stack) +
               (stack->buy ? ": " + s.length(*stack->buy - stack->grip) + " in the mount's thread" : "");
    }
    case Kind::Hole: {
        if (!hole.fastener) bolt.washers = bolt.isCountersunk() ? 1 : 2;
        const std::string says =
            named + " bolt, nut" + (bolt.washers > 0 ? " and " + washersIn(bolt.washers) : "");
        const auto stack = hardware::stackOf(bolt, s.part.thickness + held.spacer, s.hardware);
        return stack ? says + ", longer by " + s.length(stack->needed) + " than the mount is thick there"
                     : says;
    }
    case Kind::Mark:
        return named + " screw or bolt, for what is drilled there";
    }
    return {};
}

std::string spacerInWords(const Subject& s, const HeldThere& held) {
    const hardware::Screw* screw = s.hardware.screwOfMajor(held.bolt);
    return "spacer for " + (screw ? screw->size : s.size(held.bolt)) + ", " + s.length(held.spacer) + " long";
}

} // namespace

std::string inWords(const Needed& needed) {
    return std::to_string(needed.count) + " × " + needed.says;
}

std::vector<Needed> fastenersOf(const Subject& s, const std::vector<HeldThere>& held) {
    std::vector<Needed> counted;
    for (const part::PartHole& hole : s.part.holes) {
        const job::Hole& made = s.holeOf(hole);
        const auto there = std::find_if(held.begin(), held.end(),
                                        [&](const HeldThere& each) { return each.hole == hole.id; });
        if (there != held.end() && isByMount(made, there->point))
            count(counted, inWords(s, *there, made));
        else if (made.fastener)
            addOwn(counted, s, *made.fastener);
    }
    for (const HeldThere& each : held)
        if (each.spacer > 0) count(counted, spacerInWords(s, each));
    return counted;
}

/// How many of each, and the length that is sold.
std::vector<Finding> whatToBuy(const Subject& s) {
    const auto lines = fastenersOf(s, s.lineUp ? s.lineUp->held : std::vector<HeldThere>());
    if (lines.empty()) return {};
    std::vector<Finding> findings(1);
    findings[0].headline = "To hand for one part";
    for (const Needed& line : lines)
        findings[0].says += (findings[0].says.empty() ? "" : "; ") + inWords(line);
    findings[0].says += ". Sizes are typical: a maker's sheet goes before them.";
    return findings;
}

} // namespace goodfold::check
