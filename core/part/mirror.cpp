#include "part/mirror.h"

namespace goodfold::part {

namespace {

Edge mirroredEdge(Edge edge) {
    if (edge == Edge::Left) return Edge::Right;
    if (edge == Edge::Right) return Edge::Left;
    return edge;
}

void mirrorHole(Hole& hole) {
    switch (hole.yFrom) {
    case Hole::YFrom::Right:
        hole.yFrom = Hole::YFrom::Left;
        break;
    case Hole::YFrom::Left:
        hole.yFrom = Hole::YFrom::Right;
        break;
    case Hole::YFrom::Centre:
        hole.y = hole.y == 0 ? 0 : -hole.y;
        break;
    }
}

/// The offset counts from the edge's right end, which becomes its left: what was left over becomes the
/// offset.
double mirroredOffset(const Job& job, const Part& part, const Bend& bend) {
    const PartPlate& parent = part.plates[part.plateIndex(bend.from)];
    const bool acrossPlate = bend.edge == Edge::Start || bend.edge == Edge::End;
    const double edgeLength = acrossPlate ? parent.width : parent.length;
    const double taken = job.findPlate(bend.to)->width.value_or(edgeLength);
    return edgeLength - bend.offset - taken;
}

} // namespace

Job mirrored(const Job& job, const Part& part) {
    Job twin = job;
    if (job.hand == Hand::Left) twin.hand = Hand::Right;
    if (job.hand == Hand::Right) twin.hand = Hand::Left;
    for (Plate& plate : twin.plates)
        for (Hole& hole : plate.holes)
            mirrorHole(hole);
    for (Bend& bend : twin.bends) {
        if (job.stock.form == StockForm::Sheet) bend.offset = mirroredOffset(job, part, bend);
        bend.skewDeg = bend.skewDeg == 0 ? 0 : -bend.skewDeg;
        bend.edge = mirroredEdge(bend.edge);
    }
    return twin;
}

std::string handInWords(Hand hand, bool isOpposite) {
    if (hand == Hand::Unsaid) return isOpposite ? "opposite hand" : "as drawn";
    return (hand == Hand::Left) != isOpposite ? "left hand" : "right hand";
}

} // namespace goodfold::part
