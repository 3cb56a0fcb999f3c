#include "edit/edit.h"

#include "edit/if_valid.h"
#include "part/driven.h"

#include <algorithm>

namespace goodfold::edit {

using namespace part;

Hole::XFrom ownReference(const Job& job) {
    switch (job.dimensionTo) {
    case DimensionTo::Outside:
        return Hole::XFrom::Outside;
    case DimensionTo::Inside:
        return Hole::XFrom::Inside;
    case DimensionTo::Tangent:
        return Hole::XFrom::Tangent;
    }
    return Hole::XFrom::Outside;
}

namespace {

std::string freshPlateId(const Job& job) {
    for (int n = 0;; ++n) {
        std::string id(1, static_cast<char>('A' + n % 26));
        if (n >= 26) id += std::to_string(n / 26);
        if (!job.findPlate(id)) return id;
    }
}

std::string freshBendId(const Job& job) {
    for (int n = 1;; ++n)
        if (!job.findBend(std::to_string(n))) return std::to_string(n);
}

void removeSubtree(Job& job, const std::string& plate) {
    std::vector<std::string> doomed{plate};
    for (size_t i = 0; i < doomed.size(); ++i)
        for (const Bend& bend : job.bends)
            if (bend.from == doomed[i]) doomed.push_back(bend.to);
    const auto isDoomed = [&](const std::string& id) {
        return std::find(doomed.begin(), doomed.end(), id) != doomed.end();
    };
    std::erase_if(job.bends, [&](const Bend& bend) { return isDoomed(bend.to); });
    std::erase_if(job.plates, [&](const Plate& p) { return isDoomed(p.id); });
}

/// What a free end is cut to stays at the end of the bar when the bar goes on.
void moveEnd(Plate& from, Plate& to, Edge edge) {
    if (auto end = from.ends.extract(edge)) to.ends.insert(std::move(end));
    const bool isStart = edge == Edge::Start;
    for (const Corner corner :
         {isStart ? Corner::StartRight : Corner::EndRight, isStart ? Corner::StartLeft : Corner::EndLeft})
        if (auto cut = from.corners.extract(corner)) to.corners.insert(std::move(cut));
}

/// What named something that is gone is forgotten; half a joggle goes too.
void tidy(Job& job) {
    for (const Plate& plate : job.plates)
        if (plate.joggle && !job.bendAt(plate.id, Edge::End)) {
            removeSubtree(job, std::string(plate.id));
            break;
        }
    for (Plate& plate : job.plates)
        for (Hole& hole : plate.holes)
            if (hole.formed && !job.findPlate(hole.formed->of) && !job.findHole(hole.formed->of))
                hole.formed.reset();
    job.tidyBendOrder();
    job.tidyTies();
    for (Bend& bend : job.bends) {
        const Bend *before = job.bendTo(bend.from), *after = job.bendAt(bend.to, Edge::End);
        if (bend.wrap && (!before || !after)) bend.wrap.reset();
    }
    if (job.load && (!job.findHole(job.load->held) || !job.findHole(job.load->at))) job.load.reset();
    for (Plate& plate : job.plates)
        if (plate.measure != Plate::Measure::Along && !standsBetweenParallels(job, plate))
            plate.measure = Plate::Measure::Along;
}

void removeHole(Plate& plate, const std::string& id) {
    const auto gone =
        std::find_if(plate.holes.begin(), plate.holes.end(), [&](const Hole& hole) { return hole.id == id; });
    const Hole removed = *gone;
    plate.holes.erase(gone);
    for (Hole& hole : plate.holes) {
        if (hole.xFrom != Hole::XFrom::Hole || hole.xFromHole != id) continue;
        const bool countsBack = removed.xFrom == Hole::XFrom::End;
        hole.x = countsBack ? removed.x - hole.x : removed.x + hole.x;
        hole.xFrom = removed.xFrom;
        hole.xFromHole = removed.xFromHole;
    }
}

} // namespace

double firstPlateLength(quantity::Unit unit) {
    return unit == quantity::Unit::Inch ? 2 * 25.4 : 50;
}

double newLegLength(const Job& job) {
    return firstPlateLength(job.units) / (job.stock.form == StockForm::Sheet ? 2 : 1);
}

Job emptyBar(quantity::Unit unit) {
    Job job;
    const bool inches = unit == quantity::Unit::Inch;
    job.title = "New bracket";
    job.units = unit;
    job.thickness = inches ? 25.4 / 8 : 3;
    job.stock.width = inches ? 25.4 : 30;
    job.plates = {Plate{.id = "A", .length = firstPlateLength(unit)}};
    return job;
}

Job emptySheet(quantity::Unit unit) {
    Job job = emptyBar(unit);
    const bool inches = unit == quantity::Unit::Inch;
    job.stock = {};
    job.stock.form = StockForm::Sheet;
    job.material = "steel-galvanised";
    job.thickness = inches ? 25.4 / 16 : 1.5;
    job.plates[0].length = inches ? 4 * 25.4 : 100;
    job.plates[0].width = inches ? 2.5 * 25.4 : 60;
    return job;
}

bool endIsFree(const Job& job, const std::string& plate) {
    return !job.bendAt(plate, Edge::End);
}

bool startIsFree(const Job& job, const std::string& plate) {
    return !job.bendTo(plate) && !job.bendAt(plate, Edge::Start);
}

Result<Edited> withBendAtEnd(Job job, const std::string& plate, Bend bend, double plateLength) {
    Plate* parent = job.findPlate(plate);
    if (!parent) return Error{"There is no leg \"" + plate + "\".", {}};
    if (!endIsFree(job, plate))
        return Error{"The end of " + plate + " is bent already: choose the last leg, or change that bend.",
                     {}};
    const auto newReference = startIsFree(job, plate) ? Hole::XFrom::Start : ownReference(job);
    for (Hole& hole : parent->holes)
        if (hole.xFrom == Hole::XFrom::End) {
            hole.x = parent->length - hole.x;
            hole.xFrom = newReference;
        }
    bend.edge = Edge::End;
    if (job.stock.form == StockForm::Sheet)
        return withFlange(std::move(job), plate, std::move(bend), plateLength);
    bend.id = freshBendId(job);
    bend.from = plate;
    bend.to = freshPlateId(job);
    const std::string addedId = bend.to;
    Plate added{.id = addedId, .length = plateLength};
    moveEnd(*parent, added, Edge::End);
    job.plates.push_back(std::move(added));
    job.bends.push_back(std::move(bend));
    return ifValid({std::move(job), Element::plate(addedId)});
}

namespace {

/// Holes that count from an edge that is bent from now on.
void countFromElsewhere(const Job& job, Plate& plate, Edge edge) {
    const bool startIsBent = edge == Edge::Start || !startIsFree(job, plate.id);
    for (Hole& hole : plate.holes) {
        if (edge == Edge::Start && hole.xFrom == Hole::XFrom::Start) hole.xFrom = ownReference(job);
        if (edge != Edge::End || hole.xFrom != Hole::XFrom::End) continue;
        hole.x = plate.length - hole.x;
        hole.xFrom = startIsBent ? ownReference(job) : Hole::XFrom::Start;
    }
}

} // namespace

Result<Edited> withFlange(Job job, const std::string& plate, Bend bend, double plateLength,
                          std::optional<double> width) {
    Plate* parent = job.findPlate(plate);
    if (!parent) return Error{"There is no leg \"" + plate + "\".", {}};
    if (job.stock.form != StockForm::Sheet)
        return Error{"A bar goes on at the end of a leg; other edges need sheet.", {}};
    countFromElsewhere(job, *parent, bend.edge);
    parent->edges.erase(bend.edge);
    // Beside a tab the plate is as wide as it says: the rest of the edge stands at the tab's outer face.
    if (width) parent->restOutside.insert(bend.edge);
    bend.id = freshBendId(job);
    bend.from = plate;
    bend.to = freshPlateId(job);
    Plate added;
    added.id = bend.to;
    added.length = plateLength;
    added.width = width;
    const std::string addedId = bend.to;
    job.plates.push_back(std::move(added));
    job.bends.push_back(std::move(bend));
    return ifValid({std::move(job), Element::plate(addedId)});
}

Result<Edited> withBendAtStart(Job job, Bend bend, double plateLength) {
    const auto root = std::find_if(job.plates.begin(), job.plates.end(),
                                   [&](const Plate& plate) { return !job.bendTo(plate.id); });
    if (job.stock.form != StockForm::Bar || root == job.plates.end())
        return Error{"Only a bar goes on at its start.", {}};
    for (Hole& hole : root->holes)
        if (hole.xFrom == Hole::XFrom::Start) hole.xFrom = ownReference(job);
    bend.id = freshBendId(job);
    bend.from = freshPlateId(job);
    bend.edge = Edge::End;
    bend.to = root->id;
    const std::string addedId = bend.from;
    Plate added{.id = addedId, .length = plateLength};
    moveEnd(*root, added, Edge::Start);
    job.plates.insert(job.plates.begin(), std::move(added));
    job.bends.insert(job.bends.begin(), std::move(bend));
    return ifValid({std::move(job), Element::plate(addedId)});
}

Result<Edited> without(Job job, const Element& element) {
    if (element.kind == Element::Kind::Hole) {
        Plate* plate = job.plateOfHole(element.id);
        if (!plate) return Error{"There is no hole \"" + element.id + "\".", {}};
        removeHole(*plate, element.id);
        const Element carrier = Element::plate(plate->id);
        tidy(job);
        return ifValid({std::move(job), carrier});
    }
    const Bend* bend =
        element.kind == Element::Kind::Bend ? job.findBend(element.id) : job.bendTo(element.id);
    if (!bend) return Error{"The first leg stays: the others hang on it.", {}};
    std::string parent = bend->from;
    if (const Plate* step = job.findPlate(parent); step->joggle) parent = job.bendTo(parent)->from;
    removeSubtree(job, std::string(bend->to));
    tidy(job);
    return ifValid({std::move(job), Element::plate(parent)});
}

Result<Edited> withTool(Job job, const std::string& id, const std::string& tool) {
    Bend* bend = job.findBend(id);
    if (!bend) return Error{"There is no bend \"" + id + "\".", {}};
    bend->tool = tool;
    bend->die.reset(); // it was another tool's
    return ifValid({std::move(job), Element::bend(id)});
}

Result<Edited> withDie(Job job, const std::string& id, const std::string& tool,
                       const std::optional<job::DieChoice>& die) {
    Bend* bend = job.findBend(id);
    if (!bend) return Error{"There is no bend \"" + id + "\".", {}};
    if (die) bend->tool = tool;
    bend->die = die;
    return ifValid({std::move(job), Element::bend(id)});
}

Result<Edited> withBendOrder(Job job, std::vector<std::string> order) {
    job.bendOrder = std::move(order);
    return ifValid({std::move(job), {}});
}

} // namespace goodfold::edit
