#include "files/bench.h"

#include "bench/words.h"
#include "files/plan_step.h"

#include <ostream>

namespace goodfold::files {

namespace {

using nlohmann::ordered_json;

const quantity::Reading kReading = quantity::Reading::millimetres(0.01);

ordered_json pairOf(const Vec2& both) {
    return {both.x(), both.y()};
}

ordered_json believedOf(const bench::Believed& each) {
    using enum lineup::SourceKind;
    const bool isOfHole = each.kind == Mark || each.kind == Punch || each.kind == Drill;
    ordered_json out{{"kind", lineup::wordOf(each.kind)}, {"of", each.of}};
    out["mean"] = isOfHole ? pairOf(each.mean) : ordered_json(each.mean.x());
    out["sigma"] = isOfHole ? pairOf(each.sigma) : ordered_json(each.sigma.x());
    return out;
}

ordered_json leftOf(const bench::Work& work, const bench::Left& left) {
    ordered_json out = stepOf(work.settled.part, *left.step, work.material);
    out["line"] = {{"was", left.lineWas}, {"now", left.line}};
    out["angle"] = {{"was", left.angleWas}, {"now", left.angle}};
    const double moved = left.line - out["held_line"]["at"].get<double>();
    for (const char* at : {"at", "at_right", "at_left"})
        out["held_line"][at] = out["held_line"][at].get<double>() + moved;
    out["held_line"]["was"] = left.lineWas;
    out["push_to"] = left.push;
    out["push_was"] = left.pushWas;
    out["changes"] = bench::inWords(left, work.settled.part, kReading);
    return out;
}

ordered_json reworkOf(const bench::Rework& rework, const lineup::Making& making) {
    ordered_json out{
        {"says", bench::inWords(rework, making, kReading)}, {"of", rework.of}, {"by", rework.by}};
    if (rework.kind == bench::Rework::Kind::File) out["toward"] = pairOf(rework.toward);
    out["odds"] = rework.odds;
    return out;
}

ordered_json reworksOf(const std::vector<bench::Rework>& all, const lineup::Making& making) {
    ordered_json out = ordered_json::array();
    for (const bench::Rework& each : all)
        out.push_back(reworkOf(each, making));
    return out;
}

ordered_json acceptedOf(const bench::Accept& accept) {
    ordered_json out{{"measure", bench::wordOf(accept.measure.kind)},
                     {"of", accept.measure.of},
                     {"says", bench::measureInWords(accept.measure)},
                     {"nominal", accept.nominal},
                     {"from", accept.from},
                     {"to", accept.to}};
    out["value"] = accept.value ? ordered_json(*accept.value) : ordered_json(nullptr);
    out["ok"] = accept.value ? ordered_json(accept.isGood()) : ordered_json(nullptr);
    return out;
}

/// "of 20 pieces 3 went on as they were bent, 12 more once they were reworked"
std::string inWords(const bench::Tally& tally) {
    std::string says = "Of " + std::to_string(tally.pieces) + " pieces " + std::to_string(tally.atOnce) +
                       " went on as they were bent";
    if (tally.reworked > 0) says += ", " + std::to_string(tally.reworked) + " more once they were reworked";
    return says + ".";
}

} // namespace

void writePractice(std::ostream& out, const std::string& file, unsigned seed,
                   const bench::Practice& practice) {
    ordered_json root{{"file", file},
                      {"seed", seed},
                      {"truth",
                       {{"thickness", practice.truth.thickness},
                        {"k", practice.truth.k},
                        {"springback", practice.truth.springbackDeg}}}};
    for (const auto& [way, tally] : practice.ways) {
        const char* key = way == bench::Way::AsPlanned  ? "as_planned"
                          : way == bench::Way::Measured ? "measured"
                                                        : "test_bends";
        root["ways"][key] = {{"pieces", tally.pieces},
                             {"at_once", tally.atOnce},
                             {"reworked", tally.reworked},
                             {"misses", tally.misses},
                             {"says", inWords(tally)}};
    }
    root["assumes"] =
        "Errors as the book of errors has them. K and springback of bends computed layer by layer, "
        "elastic and plastic, which the plan does not know, a tenth either way for this batch. "
        "Measured: thickness, the tied holes before bending, each bend's angle and legs, and the "
        "holes' places before anything is reworked, twice at most.";
    out << root.dump(-1, ' ', false, ordered_json::error_handler_t::replace) << '\n';
}

void writeBench(std::ostream& out, const std::string& file, const bench::Work& work, const bench::Log& log,
                const bench::Now& now, const std::vector<bench::WayOut>& waysOut) {
    const lineup::Making& making = work.making;
    ordered_json root{{"file", file}, {"piece", log.piece}};
    for (const char* list : {"believed", "steps", "holes", "cannot", "asked", "refused"})
        root[list] = ordered_json::array();
    for (const bench::Believed& each : now.believed)
        root["believed"].push_back(believedOf(each));
    for (const bench::Left& left : now.left)
        root["steps"].push_back(leftOf(work, left));
    for (const bench::MovedHole& hole : now.holes)
        root["holes"].push_back({{"hole", making.part.holes[static_cast<size_t>(hole.hole)].id},
                                 {"was", pairOf(hole.was)},
                                 {"at", pairOf(hole.at)},
                                 {"by", pairOf(hole.by)},
                                 {"says", bench::inWords(hole, making.part, kReading)}});
    root["odds_before"] = now.best.oddsBefore;
    root["odds"] = now.best.odds;
    for (const bench::Cannot& cannot : now.cannot)
        root["cannot"].push_back({{"about", cannot.hole},
                                  {"says", bench::inWords(cannot, making, kReading)},
                                  {"off", cannot.off},
                                  {"allowed", cannot.allowed},
                                  {"by", reworksOf(cannot.by, making)}});
    root["ways_out"] = ordered_json::array();
    for (const bench::WayOut& way : waysOut)
        root["ways_out"].push_back(
            {{"says", bench::inWords(way, work.reading)}, {"hole", way.hole}, {"odds", way.odds}});
    for (const bench::Doubt& doubt : now.known.doubted) {
        root["asked"].push_back({{"entry", doubt.entry},
                                 {"expected", doubt.expected},
                                 {"sigma", doubt.sigma},
                                 {"says", bench::inWords(doubt, log, kReading)}});
        if (doubt.likely) root["asked"].back()["likely"] = *doubt.likely;
    }
    for (const auto& [entry, why] : now.known.refused)
        root["refused"].push_back({{"entry", entry}, {"says", why.says}});
    if (now.known.progress.isFormed()) {
        root["rework"] = reworksOf(now.rework, making);
        root["accept"] = ordered_json::array();
        for (const bench::Accept& accept : now.accept)
            root["accept"].push_back(acceptedOf(accept));
    }
    out << root.dump(-1, ' ', false, ordered_json::error_handler_t::replace) << '\n';
}

} // namespace goodfold::files
