#include "text/lineup_words.h"

#include "common/phrase.h"
#include "lineup/in_place.h"
#include "lineup/putting_on.h"

#include <algorithm>
#include <cmath>

namespace goodfold::text {

using lineup::Remedy;
using lineup::Source;
using lineup::SourceKind;
using quantity::printNumber;

namespace {

/// "h1 and h2".
std::string namesOf(const Source& source) {
    std::vector<std::string> names;
    for (const Source::Of& of : source.of)
        names.push_back(of.id);
    return listed(names);
}

std::string bendsOf(const Source& source) {
    return source.of.size() == 1 ? "bend " + source.of.front().id : "bends " + namesOf(source);
}

std::string sizeOf(double bolt, const hardware::Book& hardware) {
    const hardware::Screw* screw = hardware.screwOfMajor(bolt);
    return screw ? screw->size : std::string();
}

std::string toolOf(const Source& source, const lineup::Making& making, const sequence::Plan* plan) {
    if (plan)
        for (const sequence::Step& step : plan->steps)
            if (making.part.bends[static_cast<size_t>(step.operation.bend)].id == source.of.front().id)
                return step.operation.setup.tool->name;
    return "tool";
}

} // namespace

std::string inWords(const Source& source, const lineup::Making& making, const sequence::Plan* plan) {
    const bool isOne = source.of.size() == 1;
    switch (source.kind) {
    case SourceKind::Mark:
        return "where " + namesOf(source) + (isOne ? " is marked" : " are marked together");
    case SourceKind::Punch:
        return "how " + namesOf(source) + " is punched";
    case SourceKind::Drill:
        return "how " + namesOf(source) + " is drilled";
    case SourceKind::Cut:
        return "where the end of leg " + source.of.front().id + " is cut off";
    case SourceKind::Line:
        return "where the line of " + bendsOf(source) + " is marked";
    case SourceKind::Place:
        return "where the line of " + bendsOf(source) + " sits in the " + toolOf(source, making, plan);
    case SourceKind::ToolOffset:
        return "what the " + toolOf(source, making, plan) + " is always out by";
    case SourceKind::Square:
        return "how square " + bendsOf(source) + " is set";
    case SourceKind::Angle:
        return "the angle that " + bendsOf(source) + " is checked to";
    case SourceKind::Springback:
        return "how far " + bendsOf(source) + (isOne ? " springs back" : " spring back");
    case SourceKind::Radius:
        if (source.isOwn) return "how evenly the radius of " + bendsOf(source) + " comes out";
        return "the radius that " + bendsOf(source) + (isOne ? " comes out with" : " come out with");
    case SourceKind::K:
        return "how the stock stretches in " + bendsOf(source) + " (K)";
    case SourceKind::Thickness:
        return "how thick the stock really is";
    case SourceKind::Spacer:
        return "how long the spacers under leg " + source.of.front().id + " are";
    case SourceKind::Target:
        return "where the mount's place for " + namesOf(source) + " really is";
    }
    return {};
}

std::string inWords(const Remedy& remedy, const job::Job& job, const lineup::Judging& judging) {
    const auto size = [&](double mm) {
        return quantity::typesetSize(quantity::Length::mm(mm), judging.reading.unit);
    };
    // A pattern's holes are made alike.
    const auto hole = [&] {
        const int count = job::countOf(*job.findHole(remedy.about));
        return count > 1 ? "all " + std::to_string(count) + " of " + remedy.about : remedy.about;
    };
    const auto slot = [&] {
        const double wide = remedy.width > 0 ? remedy.width : job.findHole(remedy.about)->diameter;
        const std::string leg = "leg " + job.plateOfHole(remedy.about)->id;
        const double angle = remedy.angleDeg;
        const std::string length = size(remedy.size);
        return "Slot " + hole() + ", " + size(wide) + " by " + length + ", " +
               (angle == 0    ? "along " + leg
                : angle == 90 ? "across " + leg
                              : "at " + printNumber(angle, 1) + "\u00b0 to " + leg);
    };
    switch (remedy.kind) {
    case Remedy::Kind::Larger:
        return "Drill " + hole() + " to " + size(remedy.size) +
               (remedy.way.empty() ? ", the widest that is still covered" : "");
    case Remedy::Kind::Slot:
        return slot();
    case Remedy::Kind::AfterBending:
        return "Drill " + hole() + " after bending";
    case Remedy::Kind::ThroughMount:
        return "Drill " + remedy.about + " in its place, through the mount";
    case Remedy::Kind::WiderMount:
        return "Open the mount's hole for " + remedy.about + " to " + size(remedy.size);
    case Remedy::Kind::OtherEnd:
        return "Measure the marks from the blank's other end";
    case Remedy::Kind::Tool:
        return "Make bend " + remedy.about + " in the " + judging.shop.find(remedy.way)->name;
    case Remedy::Kind::HoldOther: {
        const job::Bend& bend = *job.findBend(remedy.about);
        return "Hold leg " + (remedy.way == "to" ? bend.to : bend.from) + " while bend " + bend.id +
               " is made";
    }
    case Remedy::Kind::Method:
        break;
    }
    const lineup::Operation& operation = *judging.errors.find(remedy.about);
    return operation.noun + ": " + operation.find(remedy.way)->says;
}

std::string boltsInWords(const lineup::Making& making) {
    const auto& ties = making.mounting.ties;
    std::vector<std::string> started, drilled;
    for (const size_t index : lineup::boltsInOrder(making))
        if (!ties[index].isStud)
            (ties[index].drilledThroughMount ? drilled : started).push_back(ties[index].hole);
    if (started.size() + drilled.size() < 2) return {};
    std::string says = "Start the bolts loose";
    for (size_t i = 0; i < started.size(); ++i)
        says += (i == 0 ? ": " : ", then ") + started[i];
    says += "; tighten when all are in.";
    if (!drilled.empty()) says += " Then drill " + listed(drilled) + " where it lies.";
    return says;
}

std::string inWords(const lineup::Drilling& drilling) {
    const std::string before = oddsInWords(drilling.oddsBefore), after = oddsInWords(drilling.oddsAfter);
    switch (drilling.why) {
    case lineup::Drilling::Why::AsGood:
        return "Better before bending: flat it lies on the drill's table, and after bending it comes out no "
               "surer (" +
               before + " before, " + after + " after).";
    case lineup::Drilling::Why::Surer:
        return "Better after bending: " + after + " instead of " + before +
               ", as what its bends are out by then moves it less.";
    case lineup::Drilling::Why::Surest:
        return "Surest as it is, drilled in its place: " + oddsInWords(drilling.oddsInPlace) + "; " + before +
               " before bending, " + after + " after.";
    case lineup::Drilling::Why::Harmed:
        return "Better after bending. Drilled before: " + drilling.because + ".";
    case lineup::Drilling::Why::Hindered:
        return "Better before bending. Drilled after: " + drilling.because + ".";
    }
    return {};
}

std::string costInWords(const lineup::Offer& offer) {
    return offer.minutes > 0 ? printNumber(offer.minutes, offer.minutes < 10 ? 1 : 0) + " min more" : "";
}

std::vector<check::HeldThere> heldThere(const lineup::Mounting& mounting, const job::Mount& mount) {
    std::vector<check::HeldThere> held;
    held.reserve(mounting.ties.size());
    for (const lineup::Mounting::Tie& tie : mounting.ties)
        held.push_back({tie.hole, mount.findPoint(tie.point)->kind, tie.bolt, tie.spacer});
    return held;
}

namespace {

/// The leg whose slot leaves less room than any bolt; empty where it is a bolt.
std::string worstTabOf(const lineup::Making& making, const lineup::NominalFit& nominal,
                       const lineup::Odds& odds) {
    const auto& tabs = making.mounting.tabs;
    for (size_t i = 0; i < tabs.size() && nominal.fitting.room < 0; ++i) {
        const auto& free = nominal.tabs[i];
        constexpr double kSame = 1e-3;
        if (free.least() < nominal.fitting.room + kSame) return tabs[i].plate;
    }
    if (tabs.empty() || nominal.fitting.room < 0) return {};
    const auto most = std::max_element(odds.tightestOfTabs.begin(), odds.tightestOfTabs.end());
    const int ofTies = *std::max_element(odds.tightestOfTies.begin(), odds.tightestOfTies.end());
    return *most > ofTies ? tabs[static_cast<size_t>(most - odds.tightestOfTabs.begin())].plate
                          : std::string();
}

} // namespace

check::LineUpFacts factsOf(const lineup::Making& making, const lineup::NominalFit& nominal,
                           const lineup::Odds& odds, const hardware::Book& hardware) {
    check::LineUpFacts facts{.odds = odds.odds, .roomAsDrawn = nominal.fitting.room};
    const auto& ties = making.mounting.ties;
    const auto most = std::max_element(odds.tightestOfTies.begin(), odds.tightestOfTies.end());
    const auto worst = nominal.fitting.room < 0 && nominal.fitting.tightest >= 0
                           ? static_cast<size_t>(nominal.fitting.tightest)
                           : static_cast<size_t>(most - odds.tightestOfTies.begin());
    facts.worst = ties[worst].hole;
    facts.worstTab = worstTabOf(making, nominal, odds);
    for (size_t i = 0; i < ties.size(); ++i)
        facts.bolts.push_back({job::holeThatMakes(ties[i].hole), sizeOf(ties[i].bolt, hardware),
                               ties[i].onFace, nominal.ties[i].tiltDeg, nominal.ties[i].gap,
                               ties[i].gapMost.value_or(0)});
    if (const lineup::WayOn way = lineup::wayOn(making); !way.isStraight) {
        (way.isTab ? facts.tab : facts.stud) = way.stud;
        facts.against = way.against;
        facts.past = way.past;
    }
    const job::Mount& mount = *making.job.mount;
    facts.held = heldThere(making.mounting, mount);
    facts.clearances = lineup::leastDistances(making, nominal, hardware);
    const Pose3 rootFromMount = nominal.mountFromRoot.inverse();
    for (const job::Clearance& thing : mount.clearances) {
        std::vector<Vec3> corners = clearance::cornersOf(thing);
        for (Vec3& corner : corners)
            corner = rootFromMount * corner;
        if (!corners.empty()) facts.standing.push_back({thing.id, std::move(corners)});
    }
    return facts;
}

std::string oddsInWords(double odds) {
    if (odds >= 1) return "100\u00a0%";
    const double percent = odds * 100;
    if (percent > 99.9) return "99.9\u00a0%";
    if (percent >= 99) return printNumber(std::floor(percent * 10) / 10, 1) + "\u00a0%";
    return printNumber(std::round(percent), 0) + "\u00a0%";
}

} // namespace goodfold::text
