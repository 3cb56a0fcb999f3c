#include "part/part.h"

#include "part/shape.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace goodfold::part {

namespace {

template <class Things> int indexOf(const Things& things, const std::string& id) {
    const auto found =
        std::find_if(things.begin(), things.end(), [&](const auto& thing) { return thing.id == id; });
    return found == things.end() ? -1 : static_cast<int>(found - things.begin());
}

bool isFree(const Part& part, int plate, Edge edge) {
    const auto& bends = part.plates[plate].childBends;
    return std::none_of(bends.begin(), bends.end(), [&](int bend) { return part.bends[bend].edge == edge; });
}

} // namespace

int Part::plateIndex(const std::string& id) const {
    return indexOf(plates, id);
}
int Part::bendIndex(const std::string& id) const {
    return indexOf(bends, id);
}
int Part::holeIndex(const std::string& id) const {
    return indexOf(holes, id);
}

bool Part::hasFreeStart(int plate) const {
    return plates[plate].parentBend < 0 && isFree(*this, plate, Edge::Start);
}
bool Part::hasFreeEnd(int plate) const {
    return isFree(*this, plate, Edge::End);
}

Path PartPlate::shapeInFlat() const {
    return joined(cornersInFlat);
}

double PartHole::area() const {
    return std::numbers::pi * diameter * diameter / 4 + (spineInFlat.to - spineInFlat.from).norm() * diameter;
}

Path PartHole::shapeInFlat() const {
    const Vec2 along = isSlot() ? Vec2((spineInFlat.to - spineInFlat.from).normalized()) : Vec2(1, 0);
    const Vec2 right = diameter / 2 * Vec2(along.y(), -along.x());
    if (!isSlot()) return {{centreInFlat + right, 1}, {centreInFlat - right, 1}};
    return {{spineInFlat.from + right, 0},
            {spineInFlat.to + right, 1},
            {spineInFlat.to - right, 0},
            {spineInFlat.from - right, 1}};
}

namespace {

/// Adds up what a plate's bends reach past its tangent lines, at both ends.
template <class Reach> double lengthWith(const Part& part, int index, Reach reach) {
    const PartPlate& plate = part.plates[index];
    double start = plate.parentBend >= 0 ? reach(part.bends[plate.parentBend]) : 0, end = 0;
    for (const int child : plate.childBends) {
        const PartBend& bend = part.bends[child];
        if (bend.edge == Edge::Start) start = std::max(start, reach(bend));
        if (bend.edge == Edge::End) end = std::max(end, reach(bend));
    }
    return plate.length + start + end;
}

} // namespace

double lengthTo(const Part& part, int plate, DimensionTo to) {
    return lengthWith(part, plate,
                      [&](const PartBend& bend) { return bend.alongBar(bend::setback(bend.shape, to)); });
}

double lengthOnBlank(const Part& part, int plate) {
    return lengthWith(part, plate, [](const PartBend& bend) { return bend.alongBar(bend.allowance / 2); });
}

double PartBend::alongBar(double square) const {
    return square / std::cos(radians(skewDeg));
}

} // namespace goodfold::part
