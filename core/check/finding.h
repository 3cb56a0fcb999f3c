// What stops a job, what to mind, what to note: one rule a function, findings in plain words.
#pragma once

#include "check/lined_up.h"
#include "check/planned.h"
#include "hardware/hardware.h"
#include "job/element.h"
#include "part/fold.h"
#include "quantity/length.h"

#include <optional>
#include <string>
#include <vector>

namespace goodfold::check {

enum class Severity { Stop, Mind, Note };

struct Finding {
    std::string rule = {}; // name of the rule, stable for scripts; set by check()
    Severity severity = Severity::Note;
    bool isCaution = false; // for hands and eyes, whatever the job: shown as one line until it is opened
    job::Element about = {};
    std::vector<job::Element> likewise = {}; // others that the same is to be said of
    std::string headline = {};               // "h2 is close to an edge"
    std::string says = {};                   // the number and its limit, in the reader's unit
    std::optional<double> value = {};        // mm or degrees
    std::optional<double> limit = {};
    std::vector<Remedy> remedies = {}; // the best first
    bool isAbout(const job::Element& element) const;
    const Remedy* remedy() const { return remedies.empty() ? nullptr : &remedies.front(); }
};

/// Of so many findings of a rule ways out are worked out: each is a job of its own, solved and checked, so
/// that of a large one they are fewer; 40 at most. What is wrong with more than that is wrong with the
/// drawing, and it is enough to be told where.
size_t mostMended(const job::Job& job);

/// Everything a rule may look at. `part` is solve(job), `folded` is fold(part). `plan` is null until one was
/// looked for: rules of the plan then find nothing, and whoever shows findings says that it is awaited.
struct Subject {
    const job::Job& job;
    const part::Part& part;
    const part::Folded& folded;
    const material::Material& material;
    quantity::Reading reading;
    const hardware::Book& hardware = hardware::standardBook();
    const PlanFacts* plan = nullptr;
    const LineUpFacts* lineUp = nullptr; // the same of a job with a mount
    size_t* mendedYet = nullptr;         // findings with ways out, of this rule so far; null: all have them

    /// Whether one more finding gets its ways out.
    bool mendsOneMore() const { return !mendedYet || (*mendedYet)++ < mostMended(job); }
    /// What the job says of it; told from all others by place, not by name: a job may have thousands.
    const job::Hole& holeOf(const part::PartHole& hole) const {
        return job.plates[static_cast<size_t>(hole.plate)].holes[hole.ordinal];
    }
    std::string length(double mm) const { return quantity::typeset(quantity::Length::mm(mm), reading); }
    /// Of stock or a drill: finer than what is read off a rule.
    std::string size(double mm) const {
        return quantity::typesetSize(quantity::Length::mm(mm), reading.unit);
    }
    /// The nearest figure the reader can set, at least `mm`.
    double roundedUp(double mm) const;
};

struct Rule {
    const char* name;
    const char* source; // where the limit comes from
    std::vector<Finding> (*find)(const Subject&);
};

/// All rules, in the order their findings are shown within one severity.
const std::vector<Rule>& rules();

/// Every rule's findings, the worst first.
std::vector<Finding> check(const Subject& subject);

/// Null where none stops it.
const Finding* firstStop(const std::vector<Finding>& findings);
inline bool hasStop(const std::vector<Finding>& findings) {
    return firstStop(findings);
}
std::string nameOf(Severity severity);

/// Folded back on itself: 150 degrees or more, and tight.
bool isHem(const bend::Shape& shape);

// The rules. Each is told where it is defined.
std::vector<Finding> straightsTooShort(const Subject&);
std::vector<Finding> oddsAreLow(const Subject&);
std::vector<Finding> nominalMisses(const Subject&);
std::vector<Finding> boltsTilt(const Subject&);
std::vector<Finding> cannotBePutOn(const Subject&);
std::vector<Finding> gapsTooWide(const Subject&);
std::vector<Finding> runsIntoThings(const Subject&);
std::vector<Finding> readingIsDoubted(const Subject&);
std::vector<Finding> cannotDrive(const Subject&);
std::vector<Finding> cannotReach(const Subject&);
std::vector<Finding> cornersTooLarge(const Subject&);
std::vector<Finding> stripEatenUp(const Subject&);
std::vector<Finding> flangeOffItsEdge(const Subject&);
std::vector<Finding> radiusTooSmall(const Subject&);
std::vector<Finding> holeOffItsPlate(const Subject&);
std::vector<Finding> holeNearBend(const Subject&);
std::vector<Finding> holeNearEdge(const Subject&);
std::vector<Finding> blankOverlapsItself(const Subject&);
std::vector<Finding> tornBendEnds(const Subject&);
std::vector<Finding> cornersByOrder(const Subject&);
std::vector<Finding> smallBends(const Subject&);
std::vector<Finding> holesTooClose(const Subject&);
std::vector<Finding> fastenersTooClose(const Subject&);
std::vector<Finding> outlineCrossesItself(const Subject&);
std::vector<Finding> holeDoesNotSuit(const Subject&);
std::vector<Finding> sunkThrough(const Subject&);
std::vector<Finding> weldNutOnOther(const Subject&);
std::vector<Finding> boltCannotGoIn(const Subject&);
std::vector<Finding> boltStandsAskew(const Subject&);
std::vector<Finding> grainUnsaid(const Subject&);
std::vector<Finding> coatCracks(const Subject&);
std::vector<Finding> mixedMetals(const Subject&);
std::vector<Finding> sharpInnerCorners(const Subject&);
std::vector<Finding> closeHolesAndCoats(const Subject&);
std::vector<Finding> tooSmallToPunch(const Subject&);
std::vector<Finding> reliefTooSmall(const Subject&);
std::vector<Finding> heldByOne(const Subject&);
std::vector<Finding> hardlyMeant(const Subject&);
std::vector<Finding> holeOverShoulder(const Subject&);
std::vector<Finding> tooFewThreads(const Subject&);
std::vector<Finding> nutDoesNotFit(const Subject&);
std::vector<Finding> noRoomForTool(const Subject&);
std::vector<Finding> headOnBend(const Subject&);
std::vector<Finding> whatToBuy(const Subject&);
std::vector<Finding> cutsThroughItself(const Subject&);
std::vector<Finding> blankLongerThanStock(const Subject&);
std::vector<Finding> stockShorterThanBatch(const Subject&);
std::vector<Finding> plateShorterThanLeast(const Subject&);
std::vector<Finding> heavyByHand(const Subject&);
std::vector<Finding> alongTheGrain(const Subject&);
std::vector<Finding> thickerThanBook(const Subject&);
std::vector<Finding> notToBeBent(const Subject&);
std::vector<Finding> asItIsSold(const Subject&);
std::vector<Finding> unlikelyK(const Subject&);
std::vector<Finding> testBendElsewhere(const Subject&);
std::vector<Finding> dinBeyondItsRange(const Subject&);
std::vector<Finding> strengthOfIt(const Subject&);
std::vector<Finding> flexOfIt(const Subject&);
std::vector<Finding> boltsHoldIt(const Subject&);
std::vector<Finding> skewedLine(const Subject&);
std::vector<Finding> keptButUnused(const Subject&);
std::vector<Finding> eyesAndHands(const Subject&);
std::vector<Finding> materialCautions(const Subject&);
std::vector<Finding> notMadeInAnyOrder(const Subject&);
std::vector<Finding> otherRadiusFormed(const Subject&);

} // namespace goodfold::check
