#include "edit/edit_sheet.h"

#include "edit/if_valid.h"
#include "part/driven.h"
#include "part/sheet_corners.h"

#include <algorithm>

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
    if (!plate) return Error{"There is no plate \"" + id + "\".", {}};
    if (joint)
        plate->cornerJoints[corner] = *joint;
    else
        plate->cornerJoints.erase(corner);
    return ifValid(std::move(job), Element::plate(id));
}

namespace {

/// A row of rivets across the tab, and holes on their axes in the flange behind it.
Result<Job> withRivets(Job job, const hardware::Book& book, const std::string& tab, const std::string& behind,
                       const Lap& lap, double tabWidth) {
    Fastener fastener{Fastener::Use::Rivet, lap.rivet};
    fastener.head = Fastener::Head::Pan;
    fastener.clamps = job.thickness;
    Hole first;
    first.y = 0;
    const double edge = std::max(6.0, tabWidth / 4);
    for (int i = 0; i < lap.rivets; ++i) {
        Hole hole = first;
        hole.yFrom = Hole::YFrom::Right;
        hole.y = lap.rivets == 1 ? tabWidth / 2 : edge + i * (tabWidth - 2 * edge) / (lap.rivets - 1);
        const auto fitted = hardware::fitted(hole, fastener, book);
        if (!fitted) return fitted.error();
        hole = *fitted;
        hole.x = 2 * hole.diameter; // from the tab's free end
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
    if (!job.findPlate(id)) return Error{"There is no plate \"" + id + "\".", {}};
    const Part before = solve(job, material);
    const AtCorner at = flangesAt(before, before.plateIndex(id), corner);
    if (at.arriving < 0 || at.leaving < 0)
        return Error{"A lapped corner of " + id + " needs a flange on either side of it.", {}};
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
    if (width <= 0) return Error{"The flanges at that corner of " + id + " are too low for a tab.", {}};
    const auto tabbed = withFlange(std::move(job), carries, bend, lap.length, width);
    if (!tabbed) return tabbed;
    Edited made = *tabbed;
    made.job.findPlate(id)->cornerJoints[corner] =
        CornerJoint{CornerJoint::Kind::Lapped, 0, carrier.edge, lap.outside};
    if (!lap.rivet.empty() && lap.rivets > 0) {
        auto riveted = withRivets(std::move(made.job), book, made.about.id, behind, lap, width);
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
    if (!plate) return Error{"There is no plate \"" + id + "\".", {}};
    const Bend* bend = job.bendTo(id);
    if (bend && width && !plate->width) job.findPlate(bend->from)->restOutside.insert(bend->edge);
    plate->width = width;
    return ifValid({std::move(job), Element::plate(id)});
}

} // namespace goodfold::edit
