#include "files/job_file.h"
#include "files/words.h"

#include <nlohmann/json.hpp>

#include <ostream>

namespace goodfold::files {

namespace {

using nlohmann::ordered_json;

void addKept(ordered_json& object, const part::KeptKeys& kept) {
    for (const auto& [key, text] : kept)
        object[key] = ordered_json::parse(text);
}

ordered_json holeOf(const part::Hole& hole) {
    ordered_json out{{"id", hole.id}, {"kind", wordFor(kHoleWords, hole.kind)}, {"diameter", hole.diameter}};
    if (hole.kind == part::Hole::Kind::Slot) {
        out["length"] = hole.length;
        if (hole.angleDeg != 0) out["angle"] = hole.angleDeg;
    }
    out["x"] = hole.x;
    out["x_from"] = hole.xFrom == part::Hole::XFrom::Hole ? std::string_view(hole.xFromHole)
                                                          : wordFor(kXFromWords, hole.xFrom);
    out["y"] = hole.y;
    out["y_from"] = wordFor(kYFromWords, hole.yFrom);
    addKept(out, hole.kept);
    return out;
}

ordered_json endOf(const part::BarEnd& end) {
    ordered_json out = ordered_json::object();
    if (end.cutDeg != 0) out["cut"] = end.cutDeg;
    if (end.fullRound) out["full_round"] = true;
    if (end.extra != 0) out["extra"] = end.extra;
    return out;
}

/// An object with a member for each key of the map, named by its word.
template <class Choice, size_t N, class Value, class Write>
void addEach(ordered_json& out, const char* key, const Words<Choice, N>& words,
             const std::map<Choice, Value>& all, Write write) {
    for (const auto& [choice, value] : all)
        out[key][std::string(wordFor(words, choice))] = write(value);
}

ordered_json plateOf(const part::Plate& plate) {
    ordered_json out{{"id", plate.id}};
    if (plate.joggle)
        out["joggle"] = {{"offset", plate.joggle->offset}, {"length", plate.joggle->length}};
    else
        out["length"] = plate.length;
    if (plate.measure != part::Plate::Measure::Along) out["measure"] = wordFor(kMeasureWords, plate.measure);
    if (plate.flatFirst) out["flat_first"] = true;
    addEach(out, "dimension_to", kEndWords, plate.dimensionTo,
            [](part::DimensionTo to) { return wordFor(kDimensionWords, to); });
    if (plate.width) out["width"] = *plate.width;
    addEach(out, "corners", kCornerWords, plate.corners, [](const part::CornerCut& cut) {
        return ordered_json{{cut.kind == part::CornerCut::Kind::Round ? "round" : "chamfer", cut.size}};
    });
    addEach(out, "ends", kEndWords, plate.ends, endOf);
    for (const part::Hole& hole : plate.holes)
        out["holes"].push_back(holeOf(hole));
    addKept(out, plate.kept);
    return out;
}

ordered_json bendOf(const part::Job& job, const part::Bend& bend) {
    ordered_json out{
        {"id", bend.id}, {"from", bend.from}, {"edge", wordFor(kEdgeWords, bend.edge)}, {"to", bend.to}};
    if (!job.joggleAt(bend)) out["angle"] = bend.angleDeg;
    out["turn"] = wordFor(kTurnWords, bend.turn);
    if (bend.skewDeg != 0) out["skew"] = bend.skewDeg;
    if (bend.offset != 0) out["offset"] = bend.offset;
    if (bend.insideRadius) out["inside_radius"] = *bend.insideRadius;
    if (bend.k) out["k"] = *bend.k;
    addKept(out, bend.kept);
    return out;
}

/// Figures of rules that are not chosen are kept too: switching back finds them again.
ordered_json allowanceOf(const part::Job& job) {
    const bend::AllowanceRule& rule = job.allowance;
    const bend::AllowanceRule usual;
    ordered_json out{{"rule", wordFor(kRuleWords, rule.kind)}};
    if (rule.kind == bend::AllowanceRule::Kind::Constant || rule.constantK != usual.constantK)
        out["k"] = rule.constantK;
    if (rule.kind == bend::AllowanceRule::Kind::Deduction ||
        rule.deductionThicknesses != usual.deductionThicknesses)
        out["thicknesses"] = rule.deductionThicknesses;
    if (rule.kind == bend::AllowanceRule::Kind::Measured) {
        out["deduction"] = rule.testBend.deduction;
        out["angle"] = rule.testBend.shape.angleDeg;
        out["inside_radius"] = rule.testBend.shape.insideRadius;
        out["thickness"] = rule.testBend.shape.thickness;
    }
    addKept(out, job.allowanceKept);
    return out;
}

ordered_json stockOf(const part::Stock& stock) {
    ordered_json out{{"form", wordFor(kFormWords, stock.form)}};
    if (stock.form == part::StockForm::Bar) out["width"] = stock.width;
    if (stock.onHand) out["on_hand"] = *stock.onHand;
    if (stock.grain != part::Grain::Unsaid) out["grain"] = wordFor(kGrainWords, stock.grain);
    addKept(out, stock.kept);
    return out;
}

ordered_json loadOf(const part::Load& load) {
    ordered_json out{{"held", load.held},
                     {"at", load.at},
                     {"newtons", load.newtons},
                     {"toward", wordFor(kTowardWords, load.toward)}};
    if (load.hungKg != 0) out["hung_kg"] = load.hungKg;
    return out;
}

} // namespace

void writeJob(std::ostream& out, const part::Job& job) {
    ordered_json root{{"format", "good-fold-job"}, {"version", kJobVersion},
                      {"title", job.title},        {"units", wordFor(kUnitWords, job.units)},
                      {"quantity", job.quantity},  {"opposite_hand", job.oppositeHand}};
    if (job.hand != part::Hand::Unsaid) root["hand"] = wordFor(kHandWords, job.hand);
    root["material"] = job.material;
    root["thickness"] = job.thickness;
    root["stock"] = stockOf(job.stock);
    root["dimension_to"] = wordFor(kDimensionWords, job.dimensionTo);
    root["allowance"] = allowanceOf(job);
    if (job.datum != part::Edge::Start) root["datum"] = wordFor(kEndWords, job.datum);
    if (job.leastLeg) root["least_leg"] = *job.leastLeg;
    if (job.load) root["load"] = loadOf(*job.load);
    root["plates"] = ordered_json::array();
    for (const part::Plate& plate : job.plates)
        root["plates"].push_back(plateOf(plate));
    root["bends"] = ordered_json::array();
    for (const part::Bend& bend : job.bends)
        root["bends"].push_back(bendOf(job, bend));
    addKept(root, job.kept);
    out << root.dump(2, ' ', false, ordered_json::error_handler_t::replace) << '\n';
}

} // namespace goodfold::files
