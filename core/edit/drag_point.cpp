// Points that outline a free edge or a cut-out, taken hold of; and new ones, pulled out of a stretch.
#include "edit/drag_point.h"

#include "edit/drag.h"

#include <algorithm>
#include <cmath>

namespace goodfold::edit {

using namespace part;

namespace {

/// Points in a frame of their own: an edge's runs from its right end along it and outward, a cut-out's is
/// its hole's.
struct Outline {
    std::vector<OutlinePoint>* points;
    double* firstBow; // of an edge: of the stretch before its first point
    double length;    // of an edge
    Pose2 flatFromOutline;
    bool isEdge() const { return firstBow; }
};

Outline outlineOf(Job& job, const Part& part, const Grip& grip) {
    Pose2 frame = Pose2::Identity();
    if (grip.isOfCutOut()) {
        Hole& hole = *job.findHole(grip.id);
        const PartHole& solved = part.holes[static_cast<size_t>(part.holeIndex(grip.id))];
        const PartPlate& plate = part.plates[static_cast<size_t>(solved.plate)];
        frame.translation() = solved.centreInFlat;
        frame.linear() =
            plate.flatFromPlate.linear() * Eigen::Rotation2Dd(radians(hole.angleDeg)).toRotationMatrix();
        return {&hole.outline, nullptr, 0, frame};
    }
    const Segment line = part.plates[static_cast<size_t>(part.plateIndex(grip.id))].edgeInFlat(grip.edge);
    const Vec2 along = (line.to - line.from).normalized();
    frame.translation() = line.from;
    frame.linear().col(0) = along;
    frame.linear().col(1) = Vec2(along.y(), -along.x());
    FreeEdge& edge = job.findPlate(grip.id)->edges[grip.edge];
    return {&edge.points, &edge.bow, (line.to - line.from).norm(), frame};
}

/// The ends of the stretch before a point, and its bow. A cut-out's runs counter-clockwise, so outward of it
/// is to the right, as of an edge it is by its frame.
struct Stretch {
    Vec2 from, to;
    double* bow;
    Vec2 middle(bool isEdge) const {
        const Vec2 along = (to - from).normalized();
        const Vec2 out = isEdge ? Vec2(-along.y(), along.x()) : Vec2(along.y(), -along.x());
        return (from + to) / 2 + *bow * out;
    }
};

Stretch stretchBefore(const Outline& outline, size_t index) {
    std::vector<OutlinePoint>& points = *outline.points;
    if (outline.isEdge())
        return {index == 0 ? Vec2(0, 0) : points[index - 1].at,
                index == points.size() ? Vec2(outline.length, 0) : points[index].at,
                index == 0 ? outline.firstBow : &points[index - 1].bow};
    OutlinePoint& before = points[(index + points.size() - 1) % points.size()];
    return {before.at, points[index].at, &before.bow};
}

bool exists(const Job& job, const Grip& grip) {
    const auto within = [&](size_t count, bool closed) {
        return grip.index < count + (grip.isNewPoint() && !closed ? 1 : 0);
    };
    if (grip.isOfCutOut()) {
        const Hole* hole = job.findHole(grip.id);
        return hole && hole->kind == Hole::Kind::CutOut && within(hole->outline.size(), true);
    }
    const Plate* plate = job.findPlate(grip.id);
    if (!plate) return false;
    const auto edge = plate->edges.find(grip.edge);
    return edge != plate->edges.end() && within(edge->second.points.size(), false);
}

} // namespace

Result<Dragged> dragPoint(Job job, const material::Material& material, const Grip& grip, const Vec2& by,
                          double step) {
    if (!exists(job, grip)) return Error{grip.id + " has no such point.", {}};
    const Part part = solve(job, material);
    const Outline outline = outlineOf(job, part, grip);
    const int plate = grip.isOfCutOut() ? part.holes[static_cast<size_t>(part.holeIndex(grip.id))].plate
                                        : part.plateIndex(grip.id);
    const Vec2 byInFlat = part.plates[static_cast<size_t>(plate)].flatFromPlate.linear() * by;
    const Vec2 pulled = outline.flatFromOutline.linear().transpose() * byInFlat;
    std::vector<OutlinePoint>& points = *outline.points;
    if (grip.isNewPoint()) {
        const Stretch stretch = stretchBefore(outline, grip.index);
        const OutlinePoint made{stretch.middle(outline.isEdge()), 0, 0};
        *stretch.bow = 0; // an arc through the new point would be another one
        points.insert(points.begin() + static_cast<std::ptrdiff_t>(grip.index), made);
    }
    Vec2& at = points[grip.index].at;
    at = {snapped(at.x() + pulled.x(), step), snapped(at.y() + pulled.y(), step)};
    const Vec2 now = at;
    if (auto wrong = whatIsWrong(job)) return *std::move(wrong);
    return Dragged{std::move(job), grip.isOfCutOut() ? Element::hole(grip.id) : Element::plate(grip.id),
                   now.x(), now.y()};
}

std::vector<Grip> pointGrips(const Job& job, const Element& selected) {
    std::vector<Grip> grips;
    if (selected.kind == Element::Kind::Hole) {
        const Hole* hole = job.findHole(selected.id);
        if (!hole || hole->kind != Hole::Kind::CutOut) return {};
        for (size_t i = 0; i < hole->outline.size(); ++i)
            for (const Grip::Kind kind : {Grip::Kind::CutPoint, Grip::Kind::CutStretch})
                grips.push_back({kind, hole->id, Edge::End, i});
    }
    const Plate* plate = selected.kind == Element::Kind::Plate ? job.findPlate(selected.id) : nullptr;
    if (!plate || job.stock.form != StockForm::Sheet) return grips;
    for (const auto& [edge, free] : plate->edges)
        for (size_t i = 0; i <= free.points.size(); ++i) {
            if (i < free.points.size()) grips.push_back({Grip::Kind::EdgePoint, plate->id, edge, i});
            grips.push_back({Grip::Kind::EdgeStretch, plate->id, edge, i});
        }
    return grips;
}

Vec2 pointInFlat(const Job& job, const Part& part, const Grip& grip) {
    Job own = job; // looked at only
    const Outline outline = outlineOf(own, part, grip);
    return outline.flatFromOutline * (grip.isNewPoint()
                                          ? stretchBefore(outline, grip.index).middle(outline.isEdge())
                                          : (*outline.points)[grip.index].at);
}

} // namespace goodfold::edit
