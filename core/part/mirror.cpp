#include "part/mirror.h"

namespace goodfold::part {

namespace {

Edge mirroredEdge(Edge edge) {
    if (edge == Edge::Left) return Edge::Right;
    if (edge == Edge::Right) return Edge::Left;
    return edge;
}

double negated(double angleDeg) {
    return angleDeg == 0 ? 0 : -angleDeg; // no minus zero in files
}

void mirrorShape(Plate& plate) {
    std::map<Corner, CornerCut> corners;
    for (const auto& [corner, cut] : plate.corners)
        corners[static_cast<Corner>(3 - static_cast<int>(corner))] = cut; // right and left change places
    plate.corners = std::move(corners);
    for (auto& [edge, end] : plate.ends)
        end.cutDeg = negated(end.cutDeg);
}

void mirrorHole(Hole& hole) {
    hole.angleDeg = negated(hole.angleDeg);
    switch (hole.yFrom) {
    case Hole::YFrom::Right:
        hole.yFrom = Hole::YFrom::Left;
        break;
    case Hole::YFrom::Left:
        hole.yFrom = Hole::YFrom::Right;
        break;
    case Hole::YFrom::Centre:
        hole.y = negated(hole.y);
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
    for (Plate& plate : twin.plates) {
        mirrorShape(plate);
        for (Hole& hole : plate.holes)
            mirrorHole(hole);
    }
    if (twin.load && twin.load->toward == Load::Toward::Left)
        twin.load->toward = Load::Toward::Right;
    else if (twin.load && twin.load->toward == Load::Toward::Right)
        twin.load->toward = Load::Toward::Left;
    for (Bend& bend : twin.bends) {
        if (job.stock.form == StockForm::Sheet) bend.offset = mirroredOffset(job, part, bend);
        bend.skewDeg = negated(bend.skewDeg);
        bend.edge = mirroredEdge(bend.edge);
    }
    return twin;
}

std::string handInWords(Hand hand, bool isOpposite) {
    if (hand == Hand::Unsaid) return isOpposite ? "opposite hand" : "as drawn";
    return (hand == Hand::Left) != isOpposite ? "left hand" : "right hand";
}

} // namespace goodfold::part
