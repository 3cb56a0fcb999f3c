#include "check/finding.h"

#include "check/alike.h"

#include <algorithm>
#include <cmath>

namespace goodfold::check {

double Subject::roundedUp(double mm) const {
    const double step = quantity::stepOf(reading).mm();
    // A figure that is a whole number of steps but for rounding stays where it is.
    return std::ceil(mm / step - 1e-6) * step;
}

bool Finding::isAbout(const job::Element& element) const {
    return about == element || std::find(likewise.begin(), likewise.end(), element) != likewise.end();
}

const std::vector<Rule>& rules() {
    static const std::vector<Rule> all{
        {"straight-too-short", "geometry: setbacks of a leg's two bends", straightsTooShort},
        {"cannot-drive", "geometry: joggle s^2 = L^2 + D^2 - 2 rho D; across, linear in the straight length",
         cannotDrive},
        {"cannot-reach", "geometry: where an axis or a distance meets the leg", cannotReach},
        {"corners-too-large", "geometry: what corners take of an edge", cornersTooLarge},
        {"strip-eaten-up", "geometry: BA must be more than 0", stripEatenUp},
        {"flange-off-edge", "geometry: a leg hangs on its parent's edge", flangeOffItsEdge},
        {"blank-overlaps", "geometry: outlines of legs and bend strips in the flat, arcs exact",
         blankOverlapsItself},
        {"cuts-itself", "geometry: formed legs and bend zones, pair by pair", cutsThroughItself},
        {"crosses-itself", "geometry: an outline's stretches against each other, and its area",
         outlineCrossesItself},
        {"holes-too-close", "geometry; a web of 1 T, at least 2 mm", holesTooClose},
        {"hole-off-plate", "geometry: the whole hole on its leg's straight part", holeOffItsPlate},
        {"nominal-misses", "the fit of all bolts at once: docs/odds.md", nominalMisses},
        {"odds-low", "share of pieces that go on: docs/odds.md", oddsAreLow},
        {"not-put-on", "geometry: a direction along all studs and away from all faces", cannotBePutOn},
        {"tilted", "workshop practice: a head bears all round to about 2 degrees", boltsTilt},
        {"doubted-reading", "what the other readings say, standardized: docs/mount.md", readingIsDoubted},
        {"runs-into", "what the mount says has to stay free, against the formed bracket in its place",
         runsIntoThings},
        {"gap-too-wide", "what the job says of the gap", gapsTooWide},
        {"blank-too-long", "length of the stock on hand", blankLongerThanStock},
        {"stock-too-short", "blanks and saw cuts along the stock on hand", stockShorterThanBatch},
        {"leg-too-short", "the least leg stated for the job", plateShorterThanLeast},
        {"radius-too-small",
         "material book: least inside radius across the grain, typical and safe, against what the tool makes",
         radiusTooSmall},
        {"along-grain", "material book: the same along the grain, within 30 degrees of it", alongTheGrain},
        {"not-bent", "material book: metal that is sold for other work", notToBeBent},
        {"thicker-than-book", "material book: the thickest stock it has least radii of", thickerThanBook},
        {"unlikely-k", "mechanics of bending: K between 0.25 and 0.5", unlikelyK},
        {"test-bend-elsewhere", "the test bend's own angle, radius and thickness against the bend's",
         testBendElsewhere},
        {"din-range", "DIN 6935: for steel, bends under 15 degrees neglected", dinBeyondItsRange},
        {"heavy-by-hand", "F = 1.3 m w T^2 / L against 250 N; m from the material book", heavyByHand},
        {"hole-near-bend",
         "workshop handbooks: hole edge to tangent line 2 T, from 25 mm 2.5 T, slots along the bend over 50 "
         "mm 3 T",
         holeNearBend},
        {"hole-near-edge",
         "EN 1993-1-8 as 1.2 d from centre to edge (1.5 d in aluminium, copper, brass); web of 1 T, at least "
         "2 "
         "mm",
         holeNearEdge},
        {"hole-does-not-suit", "hardware book: the hole of its fastener", holeDoesNotSuit},
        {"askew-on-axis", "geometry: the angle between the legs of two holes on one axis", boltStandsAskew},
        {"screw-not-in", "geometry: the screw's own length before its hole", boltCannotGoIn},
        {"sunk-through", "geometry: the depth of a countersink against the stock", sunkThrough},
        {"heads-too-close", "hardware book: heads and nuts; EN 1993-1-8: 2.2 holes, rivets 3 diameters",
         fastenersTooClose},
        {"weld-nut-on-other", "workshop practice: projection welding", weldNutOnOther},
        {"hardly-meant", "what is hardly ever bent by hand", hardlyMeant},
        {"relief-too-small", "workshop handbooks: 1 T wide, half of it past the bend", reliefTooSmall},
        {"grain-unsaid", "material book: least radius along and across the grain", grainUnsaid},
        {"hole-over-shoulder", "geometry: half the die's opening from the bend's middle, flat",
         holeOverShoulder},
        {"thread-too-short",
         "L >= 0.41 d Rm/UTS so that a class 8.8 bolt breaks first, and 3 threads at least", tooFewThreads},
        {"nut-does-not-fit", "hardware book: body length, grip and edge distance", nutDoesNotFit},
        {"no-room-for-tool", "geometry: the driver's own diameter over the head, against every leg",
         noRoomForTool},
        {"head-on-bend", "geometry: head or washer against the tangent line", headOnBend},
        {"torn-bend-end", "workshop handbooks: a relief where a bend ends inside the sheet", tornBendEnds},
        {"strength",
         "beam theory on the bar's centreline, against guaranteed yield over 1.5; buckling over 3",
         strengthOfIt},
        {"flex", "the same, under 100 N the way it is softest", flexOfIt},
        {"bolts", "EN 1993-1-8 for a bolt of class 4.6; friction 0.15 at half its yield", boltsHoldIt},
        {"skewed-line", "geometry: cos(between) = cos(s)^2 cos(A) + sin(s)^2, miss = BD tan(s)", skewedLine},
        {"corner-order", "geometry: which leg of a lapped corner closes last", cornersByOrder},
        {"small-bends", "geometry: chords of a large arc", smallBends},
        {"as-sold", "stock sizes: what is kept, and its standard's tolerance of thickness", asItIsSold},
        {"coat-cracks", "material book: radius below which its zinc cracks", coatCracks},
        {"mixed-metals", "the galvanic series", mixedMetals},
        {"sharp-corners", "workshop practice", sharpInnerCorners},
        {"close-and-coated", "usual thickness of paint, powder and hot zinc", closeHolesAndCoats},
        {"too-small-to-punch", "workshop handbooks: 1 T, stainless 1.5 T", tooSmallToPunch},
        {"held-by-one", "statics", heldByOne},
        {"what-to-buy", "hardware book: layers, washers, nut and two pitches", whatToBuy},
        {"kept-unused", "job format", keptButUnused},
        {"eyes-and-hands", "usual workshop cautions", eyesAndHands},
        {"material", "material book", materialCautions},
        {"no-order", "the search of all orders in the shop's tools", notMadeInAnyOrder},
        {"other-radius", "radii that the planned tools make, against the layout's", otherRadiusFormed}};
    return all;
}

size_t mostMended(const job::Job& job) {
    constexpr size_t kLeast = 4, kMost = 40;
    constexpr size_t kElements = 12000; // plates and holes solved for the ways out of one rule
    size_t elements = job.plates.size();
    for (const job::Plate& plate : job.plates)
        elements += plate.holes.size();
    return std::clamp(kElements / std::max<size_t>(elements, 1), kLeast, kMost);
}

std::vector<Finding> check(const Subject& subject) {
    std::vector<Finding> findings;
    for (const Rule& rule : rules()) {
        size_t mended = 0;
        Subject counted = subject;
        counted.mendedYet = &mended;
        for (Finding& finding : joinedByCause(subject, rule, rule.find(counted))) {
            finding.rule = rule.name;
            findings.push_back(std::move(finding));
        }
    }
    std::stable_sort(findings.begin(), findings.end(),
                     [](const Finding& a, const Finding& b) { return a.severity < b.severity; });
    return findings;
}

const Finding* firstStop(const std::vector<Finding>& findings) {
    const auto found = std::find_if(findings.begin(), findings.end(), [](const Finding& finding) {
        return finding.severity == Severity::Stop;
    });
    return found == findings.end() ? nullptr : &*found;
}

std::string nameOf(Severity severity) {
    switch (severity) {
    case Severity::Stop:
        return "stop";
    case Severity::Mind:
        return "mind";
    case Severity::Note:
        return "note";
    }
    return {};
}

} // namespace goodfold::check
