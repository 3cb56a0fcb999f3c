// Edits of how a plate is measured and how its ends are cut.
#include "edit/if_valid.h"
#include "part/driven.h"

#include <algorithm>

namespace goodfold::edit {

using namespace part;

namespace {

Error noPlate(const std::string& id) {
    return {"There is no leg \"" + id + "\".", {}};
}

/// Gives the plate the length that leaves it as it was: every length along a plate grows as its straight
/// part.
Result<Edited> keepingPlace(Job job, const material::Material& material, const std::string& id,
                            double straight) {
    if (auto wrong = whatIsWrong(job)) return *std::move(wrong);
    const Part part = solve(job, material);
    Plate& plate = *job.findPlate(id);
    plate.length += straight - part.plates[static_cast<size_t>(part.plateIndex(id))].length;
    return ifValid(std::move(job), Element::plate(id));
}

double straightOf(const Job& job, const material::Material& material, const std::string& id) {
    const Part part = solve(job, material);
    return part.plates[static_cast<size_t>(part.plateIndex(id))].length;
}

} // namespace

Result<Edited> withJoggle(Job job, const std::string& plate, const Joggle& joggle, Turn firstTurn,
                          double plateLength) {
    Bend first, second;
    first.turn = firstTurn;
    second.turn = firstTurn == Turn::Up ? Turn::Down : Turn::Up;
    auto step = withBendAtEnd(std::move(job), plate, first, plateLength);
    if (!step) return step;
    auto whole = withBendAtEnd(step->job, step->about.id, second, plateLength);
    if (!whole) return whole;
    Edited made = *std::move(whole);
    made.job.findPlate(step->about.id)->joggle = joggle;
    return ifValid(std::move(made.job), made.about);
}

Result<Edited> withMeasure(Job job, const material::Material& material, const std::string& id,
                           Plate::Measure measure) {
    Plate* plate = job.findPlate(id);
    if (!plate) return noPlate(id);
    if (measure == plate->measure) return ifValid(std::move(job), Element::plate(id));
    const Part before = solve(job, material);
    const double straight = straightOf(job, material, id);
    plate->measure = Plate::Measure::Along;
    if (measure == Plate::Measure::Along) return keepingPlace(std::move(job), material, id, straight);
    if (standsBetweenParallels(job, *plate)) plate->length = measuredAcross(before, job, *plate, measure);
    plate->measure = measure;
    plate->flatFirst = false;
    return ifValid(std::move(job), Element::plate(id));
}

Result<Edited> withFlatFirst(Job job, const material::Material& material, const std::string& id,
                             bool flatFirst) {
    Plate* plate = job.findPlate(id);
    if (!plate) return noPlate(id);
    const double straight = straightOf(job, material, id);
    plate->measure = Plate::Measure::Along;
    plate->flatFirst = flatFirst;
    return keepingPlace(std::move(job), material, id, straight);
}

Result<Edited> withDimensionTo(Job job, const material::Material& material, const std::string& id, Edge edge,
                               std::optional<DimensionTo> to) {
    Plate* plate = job.findPlate(id);
    if (!plate) return noPlate(id);
    const double straight = straightOf(job, material, id);
    if (to && *to != job.dimensionTo)
        plate->dimensionTo[edge] = *to;
    else
        plate->dimensionTo.erase(edge);
    plate->flatFirst = false;
    plate->measure = Plate::Measure::Along;
    return keepingPlace(std::move(job), material, id, straight);
}

void turnOver(Job& job, const std::string& id) {
    const auto other = [](Turn turn) { return turn == Turn::Up ? Turn::Down : Turn::Up; };
    Bend& bend = *job.findBend(id);
    bend.turn = other(bend.turn);
    for (const std::string& plate : {bend.from, bend.to}) {
        if (!job.findPlate(plate)->joggle) continue;
        for (Bend& half : job.bends)
            if (half.id != id && (half.from == plate || half.to == plate)) half.turn = other(bend.turn);
    }
}

Result<Edited> withEndCorners(Job job, const std::string& id, Edge edge,
                              const std::optional<CornerCut>& cut) {
    Plate* plate = job.findPlate(id);
    if (!plate) return noPlate(id);
    const bool isStart = edge == Edge::Start;
    for (const Corner corner :
         {isStart ? Corner::StartRight : Corner::EndRight, isStart ? Corner::StartLeft : Corner::EndLeft}) {
        plate->corners.erase(corner);
        if (cut) plate->corners[corner] = *cut;
    }
    if (const auto end = plate->ends.find(edge); cut && end != plate->ends.end())
        end->second.fullRound = false;
    return ifValid(std::move(job), Element::plate(id));
}

Result<Edited> withEnd(Job job, const std::string& id, Edge edge, const BarEnd& end) {
    Plate* plate = job.findPlate(id);
    if (!plate) return noPlate(id);
    if (end == BarEnd{})
        plate->ends.erase(edge);
    else
        plate->ends[edge] = end;
    if (end.fullRound)
        for (const Corner corner : {edge == Edge::Start ? Corner::StartRight : Corner::EndRight,
                                    edge == Edge::Start ? Corner::StartLeft : Corner::EndLeft})
            plate->corners.erase(corner);
    return ifValid(std::move(job), Element::plate(id));
}

} // namespace goodfold::edit
