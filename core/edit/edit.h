// Edits that change a job's tree: a valid job in, a valid job out, or the sentence that says why not.
#pragma once

#include "job/element.h"
#include "job/job.h"

namespace goodfold::edit {

using namespace job;

/// A job after an edit, and what the edit was about.
struct Edited {
    Job job;
    Element about;
};

/// One straight leg of bar to start from.
Job emptyBar(quantity::Unit unit);

/// One flat plate of sheet to start from.
Job emptySheet(quantity::Unit unit);

/// Lengths of a leg that nobody has measured yet: the first of a bar, and one that goes on, of sheet half as
/// deep. The same wherever it is added.
double firstPlateLength(quantity::Unit unit);
double newLegLength(const Job& job);

/// Adds a bend and a new leg at the free end of a plate. Holes measured from that end keep their formed
/// distance from its dimension; they are measured from the other end from then on. About the new leg.
Result<Edited> withBendAtEnd(Job job, const std::string& plate, Bend bend, double plateLength);

/// Adds a bend and a flange on an edge of a sheet's plate. `bend.edge` and `bend.offset` say where, `width`
/// how much of the edge; nothing takes what is free of it. Holes measured from that edge's end keep their
/// place. About the new flange.
Result<Edited> withFlange(Job job, const std::string& plate, Bend bend, double plateLength,
                          std::optional<double> width = {});

/// The same at the free start of a bar's root; the new leg becomes the root. About the new leg.
Result<Edited> withBendAtStart(Job job, Bend bend, double plateLength);

/// A step and a leg after it, at the free end of a plate: two bends and the plate between them. About the
/// new leg.
Result<Edited> withJoggle(Job job, const std::string& plate, const Joggle& joggle, Turn firstTurn,
                          double plateLength);

/// Measures a plate's length another way, nothing moved. About the plate.
Result<Edited> withMeasure(Job job, const material::Material& material, const std::string& plate,
                           Plate::Measure measure);
/// Whether the plate's length is that of the blank, or of the formed part. Nothing moves.
Result<Edited> withFlatFirst(Job job, const material::Material& material, const std::string& plate,
                             bool flatFirst);
/// Where the plate's length ends at one of its bends; nothing for the job's own. Nothing moves.
Result<Edited> withDimensionTo(Job job, const material::Material& material, const std::string& plate,
                               Edge edge, std::optional<DimensionTo> to);

/// The figure a plate is known by: its length, or a joggle's offset.
inline double& mainLength(Plate& plate) {
    return plate.joggle ? plate.joggle->offset : plate.length;
}
inline double mainLength(const Plate& plate) {
    return plate.joggle ? plate.joggle->offset : plate.length;
}

/// The tool of the shop that a bend is to be made in; empty for whichever is best. About the bend.
Result<Edited> withTool(Job job, const std::string& bend, const std::string& tool);
/// Settles the opening of the die and whether it is driven home, and with it the tool; nothing frees it.
Result<Edited> withDie(Job job, const std::string& bend, const std::string& tool,
                       const std::optional<job::DieChoice>& die);
/// Which bends are to be made first, one after the other; none frees the order.
Result<Edited> withBendOrder(Job job, std::vector<std::string> order);

/// Turns a bend the other way; of a joggle both.
void turnOver(Job& job, const std::string& bend);

/// Both corners of a bar plate's free end cut alike; nothing leaves them square. About the plate.
Result<Edited> withEndCorners(Job job, const std::string& plate, Edge edge,
                              const std::optional<CornerCut>& cut);
/// The free end itself. An end like any other is forgotten. About the plate.
Result<Edited> withEnd(Job job, const std::string& plate, Edge edge, const BarEnd& end);

/// Adds a hole, named and measured from the plate's free end, or from its bend where both ends are bent
/// (a root's start before its end). About the new hole.
Result<Edited> withHole(Job job, const std::string& plate, Hole hole);

/// Measures a hole from somewhere else, its place unchanged. About the hole.
Result<Edited> withHoleXFrom(Job job, const material::Material& material, const std::string& hole,
                             Hole::XFrom from, const std::string& fromHole = {});
/// Places a hole in the formed part. A distance is what it is now; an axis moves the hole onto it. About the
/// hole.
Result<Edited> withFormedPlace(Job job, const material::Material& material, const std::string& hole,
                               FormedPlace::Kind kind, const std::string& of);
Result<Edited> withHoleYFrom(Job job, const material::Material& material, const std::string& hole,
                             Hole::YFrom from);

/// Takes an element away: a bend or plate with all that hangs on it, or a hole; holes that were measured
/// from it keep their place. A root stays. About what is left nearest.
Result<Edited> without(Job job, const Element& element);

/// How an x counts from a bend, as the job's dimensions do.
Hole::XFrom ownReference(const Job& job);

/// True where the plate has no bend at its end, or at its start.
bool endIsFree(const Job& job, const std::string& plate);
bool startIsFree(const Job& job, const std::string& plate);

} // namespace goodfold::edit
