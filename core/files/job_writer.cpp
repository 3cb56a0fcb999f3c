#include "files/job_file.h"
#include "files/line_up_members.h"
#include "files/words.h"
#include "part/driven.h"

#include <ostream>

namespace goodfold::files {

namespace {

ordered_json pointOf(const job::OutlinePoint& point) {
    ordered_json out{{"x", point.at.x()}, {"y", point.at.y()}};
    if (point.bow != 0) out["bow"] = point.bow;
    if (point.round != 0) out["round"] = point.round;
    return out;
}

ordered_json pointsOf(const std::vector<job::OutlinePoint>& points) {
    ordered_json out = ordered_json::array();
    for (const job::OutlinePoint& point : points)
        out.push_back(pointOf(point));
    return out;
}

/// The figures that its kind has.
void addShape(ordered_json& out, const job::Hole& hole) {
    for (const job::HoleFigure& figure : job::rowOf(hole.kind).figures)
        if (const double value = hole.*figure.value; value != 0 || !figure.mayBeLeftOut)
            out[std::string(figure.key)] = value;
    if (hole.kind == job::Hole::Kind::CutOut) out["outline"] = pointsOf(hole.outline);
    if (hole.angleDeg != 0) out["angle"] = hole.angleDeg;
}

ordered_json patternOf(const job::Pattern& pattern) {
    using Kind = job::Pattern::Kind;
    ordered_json out{{"kind", wordFor(kPatternWords, pattern.kind)}};
    if (pattern.kind == Kind::Mirror) {
        out["across"] = pattern.across;
        out["lengthwise"] = pattern.lengthwise;
        return out;
    }
    out["count"] = pattern.count;
    if (pattern.kind == Kind::Circle) out["diameter"] = pattern.diameter;
    if (pattern.kind != Kind::Circle) out["pitch"] = pattern.pitch;
    if (pattern.kind == Kind::Grid) {
        out["rows"] = pattern.rows;
        out["row_pitch"] = pattern.rowPitch;
    }
    if (pattern.angleDeg != 0) out["angle"] = pattern.angleDeg;
    return out;
}

ordered_json fastenerOf(const job::Fastener& fastener) {
    const job::Fastener usual;
    ordered_json out{{"use", wordFor(kUseWords, fastener.use)}, {"size", fastener.size}};
    if (fastener.use == job::Fastener::Use::Bolt) out["fit"] = wordFor(kFitWords, fastener.fit);
    if (fastener.head != usual.head) out["head"] = wordFor(kHeadWords, fastener.head);
    if (!fastener.family.empty()) out["family"] = fastener.family;
    if (fastener.clamps != 0) out["clamps"] = fastener.clamps;
    if (fastener.washers != usual.washers) out["washers"] = fastener.washers;
    if (fastener.headOnBack) out["head_on_back"] = true;
    return out;
}

ordered_json holeOf(const job::Hole& hole) {
    ordered_json out{{"id", hole.id}, {"kind", job::rowOf(hole.kind).key}, {"diameter", hole.diameter}};
    addShape(out, hole);
    out["x"] = hole.x;
    out["x_from"] = hole.xFrom == job::Hole::XFrom::Hole ? std::string_view(hole.xFromHole)
                                                         : wordFor(kXFromWords, hole.xFrom);
    out["y"] = hole.y;
    out["y_from"] = wordFor(kYFromWords, hole.yFrom);
    if (hole.formed) {
        out["formed"] = {{"place", wordFor(kFormedWords, hole.formed->kind)}, {"of", hole.formed->of}};
        if (hole.formed->kind != job::FormedPlace::Kind::Axis)
            out["formed"]["distance"] = hole.formed->distance;
    }
    if (hole.pattern) out["pattern"] = patternOf(*hole.pattern);
    if (hole.countersink) {
        out["countersink"] = {{"diameter", hole.countersink->diameter},
                              {"angle", hole.countersink->angleDeg}};
        if (hole.countersink->onBack) out["countersink"]["on_back"] = true;
    }
    if (hole.fastener) out["fastener"] = fastenerOf(*hole.fastener);
    if (hole.isThere) out["there"] = true;
    if (hole.throughMount)
        out["after_bending"] = "through-mount";
    else if (hole.afterBending)
        out["after_bending"] = true;
    addKept(out, hole.kept);
    return out;
}

ordered_json endOf(const job::BarEnd& end) {
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

ordered_json jointOf(const job::CornerJoint& joint) {
    ordered_json out{{"kind", wordFor(kCornerJointWords, joint.kind)}, {"gap", joint.gap}};
    if (joint.kind != job::CornerJoint::Kind::Lapped) return out;
    out["tab_on"] = wordFor(kEdgeWords, joint.tabOn);
    if (joint.tabOutside) out["tab_outside"] = true;
    return out;
}

ordered_json edgeOf(const job::FreeEdge& edge) {
    ordered_json out = ordered_json::object();
    if (edge.bow != 0) out["bow"] = edge.bow;
    out["points"] = pointsOf(edge.points);
    return out;
}

/// What only a sheet's plate has.
void addSheetShape(ordered_json& out, const job::Plate& plate) {
    const auto itself = [](double value) { return value; };
    addEach(out, "inset", kSideWords, plate.inset, itself);
    addEach(out, "shoulder", kSideWords, plate.shoulder, itself);
    addEach(out, "edges", kEdgeWords, plate.edges, edgeOf);
    for (const job::Edge edge : plate.restOutside)
        out["rest_outside"].push_back(wordFor(kEdgeWords, edge));
    addEach(out, "meets", kCornerWords, plate.cornerJoints, jointOf);
}

ordered_json plateOf(const job::Job& job, const job::Plate& plate) {
    ordered_json out{{"id", plate.id}};
    if (plate.joggle)
        out["joggle"] = {{"offset", plate.joggle->offset}, {"length", plate.joggle->length}};
    else if (!job::isBesideWrap(job, plate))
        out["length"] = plate.length;
    if (plate.measure != job::Plate::Measure::Along) out["measure"] = wordFor(kMeasureWords, plate.measure);
    if (plate.flatFirst) out["flat_first"] = true;
    addEach(out, "dimension_to", kEndWords, plate.dimensionTo,
            [](job::DimensionTo to) { return wordFor(kDimensionWords, to); });
    if (plate.width) out["width"] = *plate.width;
    addEach(out, "corners", kCornerWords, plate.corners, [](const job::CornerCut& cut) {
        return ordered_json{{cut.kind == job::CornerCut::Kind::Round ? "round" : "chamfer", cut.size}};
    });
    addEach(out, "ends", kEndWords, plate.ends, endOf);
    addSheetShape(out, plate);
    for (const job::Hole& hole : plate.holes)
        out["holes"].push_back(holeOf(hole));
    addKept(out, plate.kept);
    return out;
}

ordered_json bendOf(const job::Job& job, const job::Bend& bend) {
    ordered_json out{
        {"id", bend.id}, {"from", bend.from}, {"edge", wordFor(kEdgeWords, bend.edge)}, {"to", bend.to}};
    if (!job.isDriven(bend)) out["angle"] = bend.angleDeg;
    out["turn"] = wordFor(kTurnWords, bend.turn);
    if (bend.skewDeg != 0) out["skew"] = bend.skewDeg;
    if (bend.offset != 0) out["offset"] = bend.offset;
    if (bend.insideRadius) out["inside_radius"] = *bend.insideRadius;
    if (bend.k) out["k"] = *bend.k;
    if (bend.relief != job::Relief{}) {
        out["relief"] = {{"kind", wordFor(kReliefWords, bend.relief.kind)}};
        if (bend.relief.width) out["relief"]["width"] = *bend.relief.width;
        if (bend.relief.depth) out["relief"]["depth"] = *bend.relief.depth;
    }
    if (bend.wrap)
        out["wrap"] = {{"kind", wordFor(kWrapWords, bend.wrap->kind)},
                       {"pipe", bend.wrap->pipe},
                       {"gap", bend.wrap->gap}};
    if (bend.bumps != 1) out["hits"] = bend.bumps;
    if (!bend.tool.empty()) out["tool"] = bend.tool;
    if (bend.die) {
        out["die"] = {{"opening", bend.die->opening}};
        if (bend.die->bottomed) out["die"]["bottomed"] = true;
    }
    if (bend.holds != job::Holds::Either) out["holds"] = wordFor(kHoldsWords, bend.holds);
    addKept(out, bend.kept);
    return out;
}

ordered_json learnedOf(const bend::LearnedK& learned) {
    ordered_json out{{"as_of", learned.asOf}, {"bends", learned.bends}};
    if (!learned.tool.empty()) out["tool"] = learned.tool;
    if (!learned.batch.empty()) out["batch"] = learned.batch;
    if (learned.isFrozen) out["frozen"] = true;
    for (const material::KFactorRow& row : learned.rows)
        out["k"].push_back({{"ratio", row.radiusOverThickness}, {"k", row.k}, {"sigma", row.sigma}});
    return out;
}

/// Figures of rules that are not chosen are kept too: switching back finds them again.
ordered_json allowanceOf(const job::Job& job) {
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
    if (!rule.learned.rows.empty()) out["learned"] = learnedOf(rule.learned);
    addKept(out, job.allowanceKept);
    return out;
}

ordered_json stockOf(const job::Stock& stock) {
    ordered_json out{{"form", wordFor(kFormWords, stock.form)}};
    if (stock.form == job::StockForm::Bar) out["width"] = stock.width;
    if (stock.onHand) out["on_hand"] = *stock.onHand;
    if (stock.kerf != job::Stock{}.kerf) out["kerf"] = stock.kerf;
    if (stock.grain != job::Grain::Unsaid) out["grain"] = wordFor(kGrainWords, stock.grain);
    addKept(out, stock.kept);
    return out;
}

ordered_json loadOf(const job::Load& load) {
    ordered_json out{{"held", load.held},
                     {"at", load.at},
                     {"newtons", load.newtons},
                     {"toward", wordFor(kTowardWords, load.toward)}};
    if (load.hungKg != 0) out["hung_kg"] = load.hungKg;
    return out;
}

ordered_json revisionOf(const job::Revision& revision) {
    ordered_json out{{"name", revision.name}};
    if (!revision.at.empty()) out["at"] = revision.at;
    if (!revision.why.empty()) out["why"] = revision.why;
    if (!revision.made.empty()) out["made"] = revision.made;
    out["job"] = ordered_json::parse(revision.job);
    return out;
}

} // namespace

void writeJob(std::ostream& out, const job::Job& job) {
    ordered_json root{{"format", "good-fold-job"}, {"version", kJobVersion},
                      {"title", job.title},        {"units", wordFor(kUnitWords, job.units)},
                      {"quantity", job.quantity},  {"opposite_hand", job.oppositeHand}};
    if (job.hand != job::Hand::Unsaid) root["hand"] = wordFor(kHandWords, job.hand);
    root["material"] = job.material;
    root["thickness"] = job.thickness;
    if (job.coat != 0) root["coat"] = job.coat;
    root["stock"] = stockOf(job.stock);
    root["dimension_to"] = wordFor(kDimensionWords, job.dimensionTo);
    root["allowance"] = allowanceOf(job);
    if (job.datum != job::Edge::Start) root["datum"] = wordFor(kEndWords, job.datum);
    if (job.leastPlateLength) root["least_leg"] = *job.leastPlateLength;
    if (job.load) root["load"] = loadOf(*job.load);
    if (job.boughtPrice) root["bought_price"] = *job.boughtPrice;
    root["plates"] = ordered_json::array();
    for (const job::Plate& plate : job.plates)
        root["plates"].push_back(plateOf(job, plate));
    root["bends"] = ordered_json::array();
    for (const job::Bend& bend : job.bends)
        root["bends"].push_back(bendOf(job, bend));
    if (!job.bendOrder.empty()) root["bend_order"] = job.bendOrder;
    addLineUp(root, job);
    for (const job::Revision& revision : job.revisions)
        root["revisions"].push_back(revisionOf(revision));
    addKept(root, job.kept);
    out << root.dump(2, ' ', false, ordered_json::error_handler_t::replace) << '\n';
}

} // namespace goodfold::files
