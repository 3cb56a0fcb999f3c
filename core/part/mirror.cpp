#include "part/mirror.h"

#include <algorithm>

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

template <class Value> std::map<Edge, Value> mirroredEdges(const std::map<Edge, Value>& edges) {
    std::map<Edge, Value> there;
    for (const auto& [edge, value] : edges)
        there[mirroredEdge(edge)] = value;
    return there;
}

void mirrorShape(Plate& plate) {
    std::map<Corner, CornerCut> corners;
    for (const auto& [corner, cut] : plate.corners)
        corners[static_cast<Corner>(3 - static_cast<int>(corner))] = cut; // right and left change places
    plate.corners = std::move(corners);
    for (auto& [edge, end] : plate.ends)
        end.cutDeg = negated(end.cutDeg);
    plate.inset = mirroredEdges(plate.inset);
    plate.shoulder = mirroredEdges(plate.shoulder);
    plate.edges = mirroredEdges(plate.edges);
    std::set<Edge> rests;
    for (const Edge edge : plate.restOutside)
        rests.insert(mirroredEdge(edge));
    plate.restOutside = std::move(rests);
    std::map<Corner, CornerJoint> cornerJoints;
    for (const auto& [corner, joint] : plate.cornerJoints) {
        CornerJoint& there = cornerJoints[static_cast<Corner>(3 - static_cast<int>(corner))] = joint;
        there.tabOn = mirroredEdge(joint.tabOn);
    }
    plate.cornerJoints = std::move(cornerJoints);
}

/// A line of points runs from the other end, and its bows belong to the stretch before them.
void mirrorEdges(Plate& plate, const PartPlate& solved) {
    for (auto& [edge, own] : plate.edges) {
        const Segment line = solved.edgeInFlat(mirroredEdge(edge));
        const double length = (line.to - line.from).norm();
        std::vector<double> bows{own.bow};
        for (const OutlinePoint& point : own.points)
            bows.push_back(point.bow);
        std::reverse(own.points.begin(), own.points.end());
        std::reverse(bows.begin(), bows.end());
        own.bow = bows.front();
        for (size_t i = 0; i < own.points.size(); ++i) {
            own.points[i].at.x() = length - own.points[i].at.x();
            own.points[i].bow = bows[i + 1];
        }
    }
}

void mirrorOutline(std::vector<OutlinePoint>& outline) {
    if (outline.empty()) return;
    std::reverse(outline.begin(), outline.end());
    // What was the stretch after a point is now the one before it.
    std::vector<double> bows;
    for (size_t i = 0; i < outline.size(); ++i)
        bows.push_back(outline[(i + 1) % outline.size()].bow);
    for (size_t i = 0; i < outline.size(); ++i) {
        outline[i].bow = bows[i];
        outline[i].at.y() = negated(outline[i].at.y());
    }
}

void mirrorHole(Hole& hole) {
    hole.angleDeg = negated(hole.angleDeg);
    mirrorOutline(hole.outline);
    if (hole.pattern) {
        hole.pattern->angleDeg = negated(hole.pattern->angleDeg);
        hole.pattern->rowPitch = negated(hole.pattern->rowPitch);
    }
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
    const double edgeLength = part.bends[part.bendIndex(bend.id)].edgeLength;
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
        mirrorEdges(plate, part.plates[part.plateIndex(plate.id)]);
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

Part oppositePart(const Job& job, const Part& part, const material::Material& material) {
    Part opposite = solve(mirrored(job, part), material);
    for (size_t i = 0; i < opposite.bends.size(); ++i) {
        opposite.bends[i].order = part.bends[i].order;
        opposite.bends[i].setLine = part.bends[i].setLine;
    }
    return opposite;
}

std::string handInWords(Hand hand, bool isOpposite) {
    if (hand == Hand::Unsaid) return isOpposite ? "opposite hand" : "as drawn";
    return (hand == Hand::Left) != isOpposite ? "left hand" : "right hand";
}

} // namespace goodfold::part
