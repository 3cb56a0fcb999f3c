#include "common/strict_json.h"
#include "files/job_file.h"
#include "files/line_up_members.h"
#include "files/plate_reader.h"

#include <istream>

namespace goodfold::files {

namespace {

job::Load loadFrom(Members& members) {
    job::Load load;
    load.held = members.text("held");
    load.at = members.text("at");
    load.newtons = members.number("newtons");
    load.toward = members.choice("toward", kTowardWords);
    load.hungKg = members.number("hung_kg", 0);
    members.refuseOthers();
    return load;
}

bend::LearnedK learnedFrom(Members& members) {
    bend::LearnedK learned;
    learned.asOf = members.text("as_of", "");
    learned.bends = members.whole("bends", 0);
    learned.tool = members.text("tool", "");
    learned.batch = members.text("batch", "");
    learned.isFrozen = members.flag("frozen");
    learned.rows = members.list("k", [](Members& row) {
        material::KFactorRow read{row.number("ratio"), row.number("k"), row.number("sigma")};
        row.refuseOthers();
        return read;
    });
    return learned;
}

void readAllowance(Members& members, job::Job& job) {
    job.allowance.kind = members.choice("rule", kRuleWords);
    job.allowance.constantK = members.number("k", job.allowance.constantK);
    job.allowance.deductionThicknesses = members.number("thicknesses", job.allowance.deductionThicknesses);
    if (job.allowance.kind == bend::AllowanceRule::Kind::Measured) {
        bend::TestBend& test = job.allowance.testBend;
        test.deduction = members.number("deduction");
        test.shape = {members.number("angle", 90), members.number("inside_radius"),
                      members.number("thickness")};
    }
    if (members.has("learned")) job.allowance.learned = members.own("learned", learnedFrom);
    job.allowanceKept = members.kept();
}

void readStock(Members& members, job::Stock& stock) {
    stock.form = members.choice("form", kFormWords);
    if (stock.form == job::StockForm::Bar) stock.width = members.number("width");
    stock.onHand = members.maybeNumber("on_hand");
    stock.kerf = members.number("kerf", stock.kerf);
    stock.grain = members.choice("grain", kGrainWords, job::Grain::Unsaid);
    stock.kept = members.kept();
}

/// A hole that does not say where its x counts from takes its plate's bend, as the job's dimensions do; on
/// a plate that hangs on none, the free start.
void decideXFrom(job::Job& job, const std::vector<ReadPlate>& plates) {
    for (size_t p = 0; p < plates.size(); ++p)
        for (size_t h = 0; h < job.plates[p].holes.size(); ++h) {
            if (plates[p].holeSaysXFrom[h]) continue;
            const std::string& id = job.plates[p].id;
            const bool onBend = job.bendTo(id) || job.bendAt(id, job::Edge::Start);
            job::Hole& hole = job.plates[p].holes[h];
            hole.xFrom = !onBend                                        ? job::Hole::XFrom::Start
                         : job.dimensionTo == job::DimensionTo::Inside  ? job::Hole::XFrom::Inside
                         : job.dimensionTo == job::DimensionTo::Tangent ? job::Hole::XFrom::Tangent
                                                                        : job::Hole::XFrom::Outside;
        }
}

ReadJob jobFrom(const json& root);

/// What it was has to be a job that can be read, and is kept as it stands there.
job::Revision revisionFrom(Members& members) {
    job::Revision revision{
        members.text("name"), members.text("at", ""), members.text("why", ""), members.text("made", ""), {}};
    const json& was = members.take("job");
    if (was.is_object() && was.contains("revisions")) members.fail("has revisions of its own", "job");
    try {
        jobFrom(was);
    } catch (const Error& wrong) {
        throw Error{"is no job: " + wrong.says, members.at("job") + "." + wrong.where};
    }
    revision.job = was.dump();
    members.refuseOthers();
    return revision;
}

ReadJob jobFrom(const json& root) {
    Members members(root, {});
    if (members.text("format") != "good-fold-job") members.fail("is not \"good-fold-job\"", "format");
    const int version = members.whole("version", 0);
    if (version < 1) members.fail("must be 1 or more", "version");

    job::Job job;
    job.title = members.text("title", "");
    job.units = members.choice("units", kUnitWords, quantity::Unit::Millimetre);
    job.quantity = members.whole("quantity", 1);
    job.oppositeHand = members.flag("opposite_hand");
    job.hand = members.choice("hand", kHandWords, job::Hand::Unsaid);
    job.material = members.text("material");
    job.thickness = members.number("thickness");
    job.coat = members.number("coat", 0);
    Members stock(members.take("stock"), "stock");
    readStock(stock, job.stock);
    job.dimensionTo = members.choice("dimension_to", kDimensionWords, job::DimensionTo::Outside);
    if (members.has("allowance")) {
        Members allowance(members.take("allowance"), "allowance");
        readAllowance(allowance, job);
    }
    const auto plates = members.list("plates", plateFrom);
    for (const ReadPlate& read : plates)
        job.plates.push_back(read.plate);
    if (members.has("bends")) job.bends = members.list("bends", bendFrom);
    if (members.has("bend_order")) job.bendOrder = members.texts("bend_order");
    job.datum = members.choice("datum", kEndWords, job::Edge::Start);
    job.leastPlateLength = members.maybeNumber("least_leg");
    if (members.has("load")) {
        Members load(members.take("load"), "load");
        job.load = loadFrom(load);
    }
    job.boughtPrice = members.maybeNumber("bought_price");
    readLineUp(members, job);
    if (members.has("revisions")) job.revisions = members.list("revisions", revisionFrom);
    job.kept = members.kept();
    for (job::Bend& bend : job.bends)
        if (bend.angleDeg == kNoAngle && job.isDriven(bend)) bend.angleDeg = job::Bend().angleDeg;
    decideXFrom(job, plates);
    if (auto wrong = job::whatIsWrong(job)) throw *std::move(wrong);
    return {std::move(job), version > kJobVersion};
}

} // namespace

Result<ReadJob> readJob(std::istream& in) {
    return readStrictly(in, jobFrom);
}

} // namespace goodfold::files
