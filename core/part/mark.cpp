#include "part/mark.h"

#include <algorithm>
#include <cmath>

namespace goodfold::part {

Segment keptLine(const PartBend& bend, double share) {
    const Polygon& zone = bend.zoneInFlat;
    return {zone[0] + share * (zone[1] - zone[0]), zone[3] + share * (zone[2] - zone[3])};
}

Segment scribedLine(const PartBend& bend) {
    const bool isSet = bend.setLine && bend.bumps == 1 && bend.allowance > 0;
    return keptLine(bend, isSet ? bend.setLine->fromNear / bend.allowance : 0.5);
}

double alongBlank(const Part& part, const Vec2& pointInFlat) {
    const double fromStart = pointInFlat.x() - part.blank.corner.x();
    return part.datum == Edge::End ? part.blank.length - fromStart : fromStart;
}

double flatXAt(const Part& part, double along) {
    return part.blank.corner.x() + (part.datum == Edge::End ? part.blank.length - along : along);
}

namespace {

Mark lineMark(const Part& part, Mark::Kind kind, const Element& about, const Segment& line, bool onBack) {
    const Vec2 middle = line.middle();
    return {kind,
            about,
            alongBlank(part, middle),
            middle.y() - part.blank.corner.y(),
            alongBlank(part, line.from),
            alongBlank(part, line.to),
            line.from.y() - part.blank.corner.y(),
            line.to.y() - part.blank.corner.y(),
            onBack,
            about.id,
            false};
}

Mark pointMark(const Part& part, Mark::Kind kind, const PartHole& hole, const Vec2& at) {
    Mark mark = lineMark(part, kind, Element::hole(hole.source), {at, at}, false);
    mark.name = hole.id;
    mark.afterBending = hole.afterBending;
    mark.isThere = hole.isThere;
    return mark;
}

/// Its sharp corners; of a rounded one the middle of the round, where a drill makes it.
void addCorners(const Part& part, const PartHole& hole, std::vector<Mark>& marks) {
    const Path& shape = hole.shapeInFlat;
    for (size_t i = 0; i < shape.size(); ++i) {
        const PathVertex& before = shape[(i + shape.size() - 1) % shape.size()];
        const Vec2& next = shape[(i + 1) % shape.size()].point;
        if (shape[i].bulge != 0)
            marks.push_back(pointMark(part, Mark::Kind::Corner, hole,
                                      arcOf(shape[i].point, next, shape[i].bulge).centre));
        else if (before.bulge == 0)
            marks.push_back(pointMark(part, Mark::Kind::Corner, hole, shape[i].point));
    }
}

/// Centres to punch, and the corners of what has corners.
void addHole(const Part& part, const PartHole& hole, std::vector<Mark>& marks) {
    if (hole.isSlot()) {
        for (const Vec2& end : {hole.spineInFlat.from, hole.spineInFlat.to})
            marks.push_back(pointMark(part, Mark::Kind::SlotEnd, hole, end));
        return;
    }
    marks.push_back(pointMark(part, Mark::Kind::HoleCentre, hole, hole.centreInFlat));
    if (hole.kind == Hole::Kind::ArcSlot)
        for (const Vec2& end : arcSlotEnds(hole))
            marks.push_back(pointMark(part, Mark::Kind::SlotEnd, hole, end));
    if (hole.kind == Hole::Kind::Rectangle || hole.kind == Hole::Kind::CutOut) addCorners(part, hole, marks);
}

/// At the middle of as many equal parts of the strip.
void addHits(const Part& part, const PartBend& bend, std::vector<Mark>& marks) {
    for (int i = 0; bend.bumps > 1 && i < bend.bumps; ++i)
        marks.push_back(lineMark(part, Mark::Kind::Hit, Element::bend(bend.id),
                                 keptLine(bend, (i + 0.5) / bend.bumps), bend.turn == Turn::Down));
}

void addTrims(const Part& part, std::vector<Mark>& marks) {
    for (size_t i = 0; i < part.plates.size(); ++i) {
        const PartPlate& plate = part.plates[i];
        const Polygon& corner = plate.outlineInFlat;
        for (const auto& [edge, line] :
             {std::pair{Edge::Start, Segment{corner[0], corner[3]}}, {Edge::End, {corner[1], corner[2]}}})
            if (!leftOn(part, static_cast<int>(i), edge).empty())
                marks.push_back(lineMark(part, Mark::Kind::Trim, Element::plate(plate.id), line, false));
    }
}

} // namespace

std::vector<Mark> marksOf(const Part& part) {
    std::vector<Mark> marks;
    for (const PartBend& bend : part.bends) {
        // A bend starts where it is met first: from the datum end, or from the lower edge.
        const double away = runsAlong(bend)           ? bend.across.y()
                            : part.datum == Edge::End ? -bend.across.x()
                                                      : bend.across.x();
        const double nearest = away < 0 ? 1 : 0;
        for (const auto& [kind, share] : {std::pair{Mark::Kind::BendStart, nearest},
                                          {Mark::Kind::BendCentre, 0.5},
                                          {Mark::Kind::BendEnd, 1 - nearest}})
            marks.push_back(
                lineMark(part, kind, Element::bend(bend.id), keptLine(bend, share), bend.turn == Turn::Down));
    }
    for (const PartBend& bend : part.bends)
        if (bend.setLine && bend.bumps == 1)
            marks.push_back(lineMark(part, Mark::Kind::SetLine, Element::bend(bend.id), scribedLine(bend),
                                     bend.setLine->onBack));
    for (const PartBend& bend : part.bends)
        addHits(part, bend, marks);
    for (const PartHole& hole : part.holes)
        addHole(part, hole, marks);
    if (part.form == StockForm::Bar) addTrims(part, marks);
    std::stable_sort(marks.begin(), marks.end(),
                     [](const Mark& a, const Mark& b) { return a.along < b.along; });
    return marks;
}

bool runsAlong(const PartBend& bend) {
    return std::abs(bend.across.y()) > std::abs(bend.across.x());
}

bool isPunched(Mark::Kind kind) {
    return kind == Mark::Kind::HoleCentre || kind == Mark::Kind::SlotEnd;
}

std::string nameOf(Mark::Kind kind) {
    switch (kind) {
    case Mark::Kind::BendStart:
        return "bend start";
    case Mark::Kind::BendCentre:
        return "bend centre";
    case Mark::Kind::BendEnd:
        return "bend end";
    case Mark::Kind::SetLine:
        return "set line";
    case Mark::Kind::HoleCentre:
        return "hole centre";
    case Mark::Kind::SlotEnd:
        return "slot end";
    case Mark::Kind::Corner:
        return "corner";
    case Mark::Kind::Hit:
        return "hit";
    case Mark::Kind::Trim:
        return "trim line";
    }
    return {};
}

} // namespace goodfold::part
