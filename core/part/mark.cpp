#include "part/mark.h"

#include <algorithm>

namespace goodfold::part {

Segment keptLine(const PartBend& bend, double share) {
    const Polygon& zone = bend.zoneInFlat;
    return {zone[0] + share * (zone[1] - zone[0]), zone[3] + share * (zone[2] - zone[3])};
}

std::vector<Mark> marksOf(const Part& part) {
    const Vec2& datum = part.blank.corner;
    std::vector<Mark> marks;
    for (const PartBend& bend : part.bends)
        for (const auto& [kind, share] : {std::pair{Mark::Kind::BendStart, 0.0},
                                          {Mark::Kind::BendCentre, 0.5},
                                          {Mark::Kind::BendEnd, 1.0}}) {
            const Segment line = keptLine(bend, share);
            const Vec2 middle = line.middle() - datum;
            marks.push_back({kind, Element::bend(bend.id), middle.x(), middle.y(), line.from.x() - datum.x(),
                             line.to.x() - datum.x()});
        }
    for (const PartHole& hole : part.holes) {
        const Vec2 centre = hole.centreInFlat - datum;
        marks.push_back(
            {Mark::Kind::HoleCentre, Element::hole(hole.id), centre.x(), centre.y(), centre.x(), centre.x()});
    }
    std::stable_sort(marks.begin(), marks.end(),
                     [](const Mark& a, const Mark& b) { return a.along < b.along; });
    return marks;
}

std::string nameOf(Mark::Kind kind) {
    switch (kind) {
    case Mark::Kind::BendStart:
        return "bend start";
    case Mark::Kind::BendCentre:
        return "bend centre";
    case Mark::Kind::BendEnd:
        return "bend end";
    case Mark::Kind::HoleCentre:
        return "hole centre";
    }
    return {};
}

} // namespace goodfold::part
