#include "files/lineup.h"

#include "files/line_up_members.h"
#include "lineup/in_place.h"
#include "lineup/putting_on.h"
#include "text/lineup_words.h"

#include <nlohmann/json.hpp>

#include <algorithm>
#include <array>
#include <ostream>

namespace goodfold::files {

namespace {

using nlohmann::ordered_json;

template <class Matrix> ordered_json rowsOf(const Matrix& matrix) {
    ordered_json rows = ordered_json::array();
    for (Eigen::Index r = 0; r < matrix.rows(); ++r) {
        ordered_json& row = rows.emplace_back(ordered_json::array());
        for (Eigen::Index c = 0; c < matrix.cols(); ++c)
            row.push_back(matrix(r, c));
    }
    return rows;
}

ordered_json idsOf(const lineup::Source& source) {
    ordered_json ids = ordered_json::array();
    for (const lineup::Source::Of& of : source.of)
        ids.push_back(of.id);
    return ids;
}

ordered_json sourcesOf(const lineup::Making& making, const lineup::ErrorBook& book) {
    ordered_json all = ordered_json::array();
    for (const lineup::Source& source : making.sources) {
        ordered_json& row = all.emplace_back(ordered_json{{"kind", lineup::wordOf(source.kind)}});
        row["of"] = ordered_json::array();
        for (const lineup::Source::Of& of : source.of)
            row["of"].push_back({{"id", of.id}, {"sigma", of.sigma}});
        if (source.covariance.size() > 0) row["covariance"] = rowsOf(source.covariance);
        row["method"] = book.find(source.operation) ? lineup::methodOf(book, making.job, source.operation).id
                                                    : source.operation;
    }
    return all;
}

ordered_json heldLinesOf(const lineup::Making& making) {
    using Which = lineup::HeldLine::Which;
    ordered_json all = ordered_json::object();
    for (size_t i = 0; i < making.held.size(); ++i) {
        const Which which = making.held[i].which;
        all[making.part.bends[i].id] = {{"which", which == Which::Near  ? "near"
                                                  : which == Which::Far ? "far"
                                                                        : "centre"},
                                        {"follows", making.held[i].follows}};
    }
    return all;
}

ordered_json tiesOf(const lineup::Making& making, const lineup::NominalFit& nominal) {
    ordered_json all = ordered_json::array();
    const Pose3& mountFromFace = making.mounting.mountFromFace;
    for (size_t i = 0; i < making.mounting.ties.size(); ++i) {
        const lineup::Mounting::Tie& tie = making.mounting.ties[i];
        const auto& drawn = nominal.ties[i];
        all.push_back({{"hole", tie.hole},
                       {"point", tie.point},
                       {"at", vecOf(mountFromFace * tie.at)},
                       {"axis", vecOf(mountFromFace.linear() * tie.axis)},
                       {"bolt", tie.bolt},
                       {"offset", vecOf(drawn.offset)},
                       {"covariance", rowsOf(lineup::covarianceOf(making, i))},
                       {"tilt", drawn.tiltDeg},
                       {"allowance", drawn.play},
                       {"gap", drawn.gap}});
        if (tie.spacer > 0) all.back()["spacer"] = tie.spacer;
        if (!tie.touches) continue;
        all.back()["press"] = tie.press;
        all.back()["press_from"] = tie.isPressEstimated ? "stiffness" : "stated";
    }
    return all;
}

ordered_json tabsOf(const lineup::Making& making, const lineup::NominalFit& nominal) {
    ordered_json all = ordered_json::array();
    for (size_t i = 0; i < making.mounting.tabs.size(); ++i) {
        const lineup::Mounting::Tab& tab = making.mounting.tabs[i];
        const auto& free = nominal.tabs[i];
        all.push_back({{"plate", tab.plate},
                       {"point", tab.point},
                       {"at", vecOf(making.mounting.mountFromFace * tab.at)},
                       {"free_along", free.along},
                       {"free_across", free.across},
                       {"through", free.through},
                       {"straight_before", free.before}});
    }
    return all;
}

ordered_json blameOf(const LineUp& lineUp, int trials) {
    ordered_json all = ordered_json::array();
    const lineup::Making& making = lineUp.making;
    const auto& plan = lineUp.settled.outcome.plan;
    for (const lineup::Cause& cause : lineup::causesOf(making, trials, lineUp.judging.seed)) {
        const lineup::Source& source = making.sources[cause.source];
        all.push_back({{"kind", lineup::wordOf(source.kind)},
                       {"of", idsOf(source)},
                       {"odds_without", cause.oddsWithout},
                       {"share", cause.share},
                       {"says", text::inWords(source, making, plan ? &*plan : nullptr)}});
    }
    return all;
}

ordered_json clearancesOf(const lineup::Making& making, const lineup::NominalFit& nominal,
                          const hardware::Book& hardware) {
    ordered_json all = ordered_json::array();
    for (const clearance::Least& least : lineup::leastDistances(making, nominal, hardware)) {
        all.push_back({{"id", least.id},
                       {"least", least.distance},
                       {"keep", least.keep},
                       {"meets", least.meets},
                       {"of", least.of.id}});
        if (least.meets) continue;
        all.back()["at"] = vecOf(least.onBracket);
        all.back()["to"] = vecOf(least.onOther);
        if (least.afterDeg != 0) all.back()["swung"] = least.afterDeg;
    }
    return all;
}

ordered_json wayOnOf(const lineup::Making& making) {
    const lineup::WayOn way = lineup::wayOn(making);
    if (way.isStraight) return {{"straight", true}, {"off", vecOf(way.off)}};
    if (!way.past.empty()) return {{"straight", false}, {"past", way.past}};
    return {{"straight", false}, {way.isTab ? "tab" : "stud", way.stud}, {"against", way.against}};
}

ordered_json boltsOf(const lineup::Making& making) {
    ordered_json holes = ordered_json::array();
    for (const size_t index : lineup::boltsInOrder(making))
        holes.push_back(making.mounting.ties[index].hole);
    return holes;
}

/// What of the job it changes.
ordered_json editOf(const lineup::Remedy& remedy, const job::Job& job) {
    using Kind = lineup::Remedy::Kind;
    switch (remedy.kind) {
    case Kind::Larger:
        return {{"hole", remedy.about}, {"diameter", remedy.size}};
    case Kind::Slot:
        return {{"hole", remedy.about},
                {"kind", "slot"},
                {"diameter", remedy.width > 0 ? remedy.width : job.findHole(remedy.about)->diameter},
                {"length", remedy.size},
                {"angle", remedy.angleDeg}};
    case Kind::AfterBending:
        return {{"hole", remedy.about}, {"after_bending", true}};
    case Kind::ThroughMount:
        return {{"hole", remedy.about}, {"after_bending", "through-mount"}};
    case Kind::WiderMount:
        return {{"point", remedy.about}, {"diameter", remedy.size}};
    case Kind::OtherEnd:
        return {{"datum", job.datum == job::Edge::Start ? "end" : "start"}};
    case Kind::Tool:
        return {{"bend", remedy.about}, {"tool", remedy.way}};
    case Kind::HoldOther:
        return {{"bend", remedy.about}, {"holds", remedy.way}};
    case Kind::Method:
        break;
    }
    return {{remedy.about, remedy.way}};
}

ordered_json offered(const lineup::Offer& offer, const LineUp& lineUp) {
    const bool isMaking = offer.remedy.kind == lineup::Remedy::Kind::Method;
    return {{"says", text::inWords(offer.remedy, lineUp.settled.job, lineUp.judging)},
            {isMaking ? "making" : "edit", editOf(offer.remedy, lineUp.settled.job)},
            {"odds", offer.odds},
            {"minutes", offer.minutes}};
}

ordered_json drillingOf(const lineup::Drilling& drilling) {
    constexpr std::array words{"before", "after", "through-mount"};
    const auto wordOf = [&](lineup::Drilling::When when) { return words[static_cast<size_t>(when)]; };
    return {{"hole", drilling.hole},
            {"now", wordOf(drilling.now)},
            {"advised", wordOf(drilling.advised)},
            {"odds_before", drilling.oddsBefore},
            {"odds_after", drilling.oddsAfter},
            {"says", text::inWords(drilling)}};
}

} // namespace

void writeLineUp(std::ostream& out, const std::string& file, const LineUp& lineUp) {
    const lineup::Making& making = lineUp.making;
    const auto& [trials, seed] = std::pair(lineUp.judging.trials, lineUp.judging.seed);
    const lineup::NominalFit nominal = lineup::nominalFit(making);
    const lineup::Odds odds = lineup::count(making, trials, seed, lineUp.within);
    const auto worst = std::max_element(odds.tightestOfTies.begin(), odds.tightestOfTies.end());
    constexpr int kTrialsOfCauses = 4000; // each of them is counted
    ordered_json root{
        {"file", file},
        {"sources", sourcesOf(making, lineUp.judging.errors)},
        {"held_lines", heldLinesOf(making)},
        {"placement", rowsOf(nominal.mountFromRoot.matrix())},
        {"room_as_drawn", nominal.fitting.room},
        {"ties", tiesOf(making, nominal)},
        {"tabs", tabsOf(making, nominal)},
        {"clearances", clearancesOf(making, nominal, lineUp.judging.hardware)},
        {"way_on", wayOnOf(making)},
        {"bolts_in_order", boltsOf(making)},
        {"odds", odds.odds},
        {"odds_sigma", odds.oddsSigma},
        {"room", {{"mean", odds.roomMean}, {"p5", odds.roomP5}}},
        {"worst", making.mounting.ties[static_cast<size_t>(worst - odds.tightestOfTies.begin())].hole},
        {"causes", blameOf(lineUp, std::min(trials, kTrialsOfCauses))},
        {"remedies", ordered_json::array()}};
    for (const lineup::Offer& offer : lineup::offersFor(lineUp.settled, lineUp.judging))
        root["remedies"].push_back(offered(offer, lineUp));
    root["drilling"] = ordered_json::array();
    for (const lineup::Drilling& drilling : lineup::drillingFor(lineUp.settled, lineUp.judging))
        root["drilling"].push_back(drillingOf(drilling));
    if (lineUp.opposite)
        root["hands"] = {{"odds", odds.odds},
                         {"opposite", lineup::oddsOf(*lineUp.opposite, trials, seed)},
                         {"both", lineup::oddsOfBoth(making, *lineUp.opposite, trials, seed)},
                         {"clearances", clearancesOf(*lineUp.opposite, lineup::nominalFit(*lineUp.opposite),
                                                     lineUp.judging.hardware)}};
    if (lineUp.reach) {
        const lineup::WayUp way = lineup::wayTo(*lineUp.reach, lineUp.settled, lineUp.judging);
        root["way"] = {{"odds", way.odds}, {"steps", ordered_json::array()}};
        for (const lineup::Offer& step : way.steps)
            root["way"]["steps"].push_back(offered(step, lineUp));
    }
    root["trials"] = odds.trials;
    out << root.dump(-1, ' ', false, ordered_json::error_handler_t::replace) << '\n';
}

} // namespace goodfold::files
