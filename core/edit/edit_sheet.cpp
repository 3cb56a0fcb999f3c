#include "edit/edit_sheet.h"

#include "edit/if_valid.h"
#include "part/driven.h"
#include "part/sheet_corners.h"

#include <algorithm>
#include <cmath>

namespace goodfold::edit {

using namespace part;

namespace {

Turn otherTurn(Turn turn) {
    return turn == Turn::Up ? Turn::Down : Turn::Up;
}

/// The bend of a leg at the free end of a bar, or the flange on an edge of a sheet.
Result<Edited> withPlate(Job job, const std::string& plate, Bend bend, double length) {
    if (job.stock.form == StockForm::Sheet) return withFlange(std::move(job), plate, std::move(bend), length);
    return withBendAtEnd(std::move(job), plate, std::move(bend), length);
}

} // namespace

Result<Edited> withHem(Job job, const std::string& plate, Edge edge, const Hem& hem, Turn turn) {
    const double t = job.thickness;
    Bend bend;
    bend.edge = edge;
    bend.turn = turn;
    bend.angleDeg = hem.kind == Hem::Kind::Rolled ? 270 : 180;
    bend.insideRadius = hem.kind == Hem::Kind::Closed ? 0 : hem.gap / 2;
    // Past the roll half a radius stays straight, so that its edge clears the sheet it comes back to.
    const double length = hem.kind == Hem::Kind::Rolled ? 1.5 * *bend.insideRadius + t : hem.length;
    const auto edited = withPlate(std::move(job), plate, bend, length);
    if (!edited) return edited;
    Edited made = *edited;
    made.job.findPlate(made.about.id)->dimensionTo = {{Edge::Start, DimensionTo::Outside}};
    return ifValid(std::move(made.job), made.about);
}

Result<Edited> withWrap(Job job, const std::string& plate, const Wrap& wrap, double earLength, Turn turn) {
    Bend toEar;
    toEar.turn = otherTurn(turn);
    Bend round;
    round.turn = turn;
    // The two straights have a length only until the wrap is there to decide it.
    constexpr double kForNow = 10;
    const auto first = withPlate(std::move(job), plate, toEar, kForNow);
    if (!first) return first;
    const auto second = withPlate(first->job, first->about.id, round, kForNow);
    if (!second) return second;
    const auto ear = withPlate(second->job, second->about.id, toEar, earLength);
    if (!ear) return ear;
    Edited made = *ear;
    const std::string before = first->about.id, after = second->about.id;
    made.job.findBend(made.job.bendTo(after)->id)->wrap = wrap;
    for (const std::string& between : {before, after})
        made.job.findPlate(between)->length = 0;
    return ifValid(std::move(made.job), made.about);
}

Result<Edited> withCornerJoint(Job job, const std::string& id, Corner corner,
                               const std::optional<CornerJoint>& joint) {
    Plate* plate = job.findPlate(id);
    if (!plate) return Error{"There is no leg \"" + id + "\".", {}};
    if (joint)
        plate->cornerJoints[corner] = *joint;
    else
        plate->cornerJoints.erase(corner);
    return ifValid(std::move(job), Element::plate(id));
}

namespace {

/// Where the rivets of a tab go, so that they neither tear out nor stand on the bend, and a riveter's nose
/// goes over them. By the rules of the checks: 2 d to an edge, 3 d apart, 2 T to the bend.
struct RivetRow {
    Fastener fastener;
    Hole hole;      // the first of them
    double edge;    // to the tab's free edges
    double pitch;   // at least
    double toCurve; // from their middles to the start of the bend
};

Result<RivetRow> rivetRow(const Job& job, const hardware::Book& book, const Lap& lap) {
    RivetRow row;
    row.fastener = {Fastener::Use::Rivet, lap.rivet};
    row.fastener.head = Fastener::Head::Pan;
    row.fastener.clamps = job.thickness;
    Hole hole;
    hole.yFrom = Hole::YFrom::Right;
    const auto fitted = hardware::fitted(hole, row.fastener, book);
    if (!fitted) return fitted.error();
    row.hole = *fitted;
    const double nose = hardware::headOf(row.fastener, book)->driverDiameter;
    row.edge = 2 * row.hole.diameter;
    row.pitch = 3 * row.hole.diameter;
    row.toCurve = std::max(row.hole.diameter / 2 + 2 * job.thickness, nose / 2);
    row.hole.x = row.edge; // from the tab's free end
    return row;
}

/// The length of a tab that has the room for its rivets past its curve; a little more, as tools bend rounder.
double tabLength(const Job& job, const material::Material& material, const std::string& tab,
                 const RivetRow& row) {
    const Part part = solve(job, material);
    const PartPlate& plate = part.plates[static_cast<size_t>(part.plateIndex(tab))];
    const double setback = job.findPlate(tab)->length - plate.length;
    return std::ceil(row.edge + row.toCurve + 1.25 * setback);
}

/// Across the tab, and on their axes in the flange behind it.
Result<Job> withRivets(Job job, const std::string& tab, const std::string& behind, const RivetRow& row,
                       int wanted, double tabWidth) {
    const double between = tabWidth - 2 * row.edge;
    const int count = std::clamp(1 + static_cast<int>(between / row.pitch), 1, wanted);
    for (int i = 0; i < count; ++i) {
        Hole hole = row.hole;
        hole.y = count == 1 ? tabWidth / 2 : row.edge + i * between / (count - 1);
        const auto onTab = withHole(std::move(job), tab, hole);
        if (!onTab) return onTab.error();
        Hole through = hole;
        through.fastener.reset();
        const auto both = withHole(onTab->job, behind, through);
        if (!both) return both.error();
        job = both->job;
        job.findHole(both->about.id)->formed = FormedPlace{FormedPlace::Kind::Axis, onTab->about.id};
    }
    return job;
}

} // namespace

Result<Edited> withLap(Job job, const material::Material& material, const hardware::Book& book,
                       const std::string& id, Corner corner, const Lap& lap) {
    if (!job.findPlate(id)) return Error{"There is no leg \"" + id + "\".", {}};
    const Part before = solve(job, material);
    const AtCorner at = flangesAt(before, before.plateIndex(id), corner);
    if (at.arriving < 0 || at.leaving < 0)
        return Error{"A lapped corner of " + id + " needs a leg on either side of it.", {}};
    const bool onArriving = before.bends[static_cast<size_t>(at.arriving)].edge == lap.tabOn;
    const PartBend& carrier = before.bends[static_cast<size_t>(onArriving ? at.arriving : at.leaving)];
    const PartBend& other = before.bends[static_cast<size_t>(onArriving ? at.leaving : at.arriving)];
    const std::string carries = before.plates[static_cast<size_t>(carrier.child)].id;
    const std::string behind = before.plates[static_cast<size_t>(other.child)].id;
    // As tall as both flanges are straight, a little less at either end so that it clears the bends.
    const double straight = std::min(before.plates[static_cast<size_t>(carrier.child)].length,
                                     before.plates[static_cast<size_t>(other.child)].length);
    const double clear = std::max(1.0, job.thickness);
    Bend bend;
    bend.edge = onArriving ? Edge::Left : Edge::Right;
    bend.turn = carrier.turn;
    bend.offset = clear;
    const double width = straight - 2 * clear;
    if (width <= 0) return Error{"The legs at that corner of " + id + " are too low for a tab.", {}};
    constexpr double kPlain = 14;
    const auto tabbed = withFlange(std::move(job), carries, bend, lap.length.value_or(kPlain), width);
    if (!tabbed) return tabbed;
    Edited made = *tabbed;
    made.job.findPlate(id)->cornerJoints[corner] =
        CornerJoint{CornerJoint::Kind::Lapped, 0, carrier.edge, lap.outside};
    if (!lap.rivet.empty() && lap.rivets > 0) {
        const auto row = rivetRow(made.job, book, lap);
        if (!row) return row.error();
        if (!lap.length)
            made.job.findPlate(made.about.id)->length = tabLength(made.job, material, made.about.id, *row);
        auto riveted = withRivets(std::move(made.job), made.about.id, behind, *row, lap.rivets, width);
        if (!riveted) return riveted.error();
        made.job = *std::move(riveted);
    }
    return ifValid(std::move(made.job), made.about);
}

Result<Job> asSheet(Job job) {
    if (job.stock.form == StockForm::Sheet) return job;
    for (const Bend& bend : job.bends)
        if (bend.skewDeg != 0)
            return Error{
                "Bend " + bend.id +
                    " leans from square, and a sheet's bends lie along an edge: make it square first.",
                {}};
    for (Plate& plate : job.plates) {
        for (const auto& [edge, end] : plate.ends) {
            if (end.extra != 0)
                return Error{
                    "Something is left on the end of " + plate.id + " to pull on: set that to 0 first.", {}};
            if (!end.fullRound) continue;
            for (const Corner corner : {edge == Edge::Start ? Corner::StartRight : Corner::EndRight,
                                        edge == Edge::Start ? Corner::StartLeft : Corner::EndLeft})
                plate.corners[corner] = {CornerCut::Kind::Round, job.stock.width / 2};
        }
        std::erase_if(plate.ends, [](const auto& end) { return end.second.fullRound; });
    }
    job.findPlate(job.root().id)->width = job.stock.width;
    job.stock.form = StockForm::Sheet;
    job.stock.width = 0;
    if (auto wrong = whatIsWrong(job)) return *std::move(wrong);
    return job;
}

Result<Edited> withWidth(Job job, const std::string& id, std::optional<double> width) {
    Plate* plate = job.findPlate(id);
    if (!plate) return Error{"There is no leg \"" + id + "\".", {}};
    const Bend* bend = job.bendTo(id);
    if (bend && width && !plate->width) job.findPlate(bend->from)->restOutside.insert(bend->edge);
    plate->width = width;
    return ifValid({std::move(job), Element::plate(id)});
}

} // namespace goodfold::edit
