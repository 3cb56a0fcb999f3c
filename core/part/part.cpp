#include "part/part.h"

#include <algorithm>
#include <cmath>

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

std::vector<int> Part::bendsOn(int plate, Edge edge) const {
    std::vector<int> on;
    for (const int bend : plates[plate].childBends)
        if (bends[bend].edge == edge) on.push_back(bend);
    std::sort(on.begin(), on.end(), [&](int a, int b) { return bends[a].from < bends[b].from; });
    return on;
}

Segment PartPlate::edgeInFlat(Edge edge) const {
    switch (edge) {
    case Edge::Right:
        return {outlineInFlat[0], outlineInFlat[1]};
    case Edge::End:
        return {outlineInFlat[1], outlineInFlat[2]};
    case Edge::Left:
        return {outlineInFlat[2], outlineInFlat[3]};
    case Edge::Start:
        return {outlineInFlat[3], outlineInFlat[0]};
    }
    return {};
}

Vec2 PartHole::centreOfShape() const {
    if (isRound() || isSlot()) return centreInFlat;
    if (kind != Hole::Kind::ArcSlot) return boxOf(shapeInFlat).center();
    const Arc outer = arcOf(shapeInFlat[0].point, shapeInFlat[1].point, shapeInFlat[0].bulge);
    const double middle = outer.startRad + outer.sweepRad / 2;
    return outer.centre + (outer.radius - diameter / 2) * Vec2(std::cos(middle), std::sin(middle));
}

/// Its round ends run from one side to the other.
std::array<Vec2, 2> arcSlotEnds(const PartHole& hole) {
    const Path& shape = hole.shapeInFlat;
    return {(shape[1].point + shape[2].point) / 2, (shape[3].point + shape[0].point) / 2};
}

PartHole::Glide PartHole::glide() const {
    if (isRound()) return {centreInFlat, centreInFlat, {}, 0, diameter};
    if (isSlot()) return {spineInFlat.from, spineInFlat.to, {}, 0, diameter};
    if (kind == Hole::Kind::ArcSlot) {
        const auto [from, to] = arcSlotEnds(*this);
        const Vec2 one = from - centreInFlat, other = to - centreInFlat;
        const Vec2 middle = centreOfShape();
        // From the middle, which tells a swing from what is left of the round.
        const double half =
            std::acos(std::clamp(one.dot(middle - centreInFlat) / one.squaredNorm(), -1.0, 1.0));
        return one.x() * other.y() - one.y() * other.x() == 0 && half == 0
                   ? Glide{middle, middle, {}, 0, diameter}
                   : Glide{from, to, middle, degrees(half), diameter};
    }
    const Vec2 middle = centreOfShape();
    if (kind == Hole::Kind::Rectangle) {
        Vec2 along(0, 0); // its longer sides
        for (size_t i = 0; i < shapeInFlat.size(); ++i) {
            const Vec2 side = shapeInFlat[(i + 1) % shapeInFlat.size()].point - shapeInFlat[i].point;
            if (shapeInFlat[i].bulge == 0 && side.norm() > along.norm()) along = side;
        }
        if (along.norm() > 0) along.normalize();
        const Vec2 across(-along.y(), along.x());
        double length = 0, width = 0;
        for (const Vec2& corner : flattened(shapeInFlat)) {
            length = std::max(length, 2 * std::abs((corner - middle).dot(along)));
            width = std::max(width, 2 * std::abs((corner - middle).dot(across)));
        }
        if (along.norm() > 0 && length > width) {
            const Vec2 half = (length - width) / 2 * along;
            return {middle - half, middle + half, {}, 0, width};
        }
    }
    const Vec2 at = contains(shapeInFlat, centreInFlat) ? centreInFlat : middle;
    return {at, at, {}, 0, 2 * (nearestOn(shapeInFlat, at) - at).norm()};
}

PartHole::Core PartHole::core() const {
    constexpr double kStepDeg = 5;
    if (isRound()) return {{centreInFlat}, diameter / 2};
    if (isSlot()) return {{spineInFlat.from, spineInFlat.to}, diameter / 2};
    return {flattened(shapeInFlat, kStepDeg), 0};
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

void setOrder(Part& part, const std::vector<int>& order) {
    for (size_t i = 0; i < order.size(); ++i)
        part.bends[static_cast<size_t>(order[i])].order = static_cast<int>(i);
}

bool runsAlongGrain(const Part& part, const PartBend& bend) {
    constexpr double kAlongDeg = 30;
    const bool isBar = part.form == StockForm::Bar;
    const Grain grain = part.grain == Grain::Unsaid && isBar ? Grain::Lengthwise : part.grain;
    if (grain == Grain::Unsaid) return false;
    const Vec2 rolled = grain == Grain::Lengthwise ? Vec2(1, 0) : Vec2(0, 1);
    return std::abs((bend.near.to - bend.near.from).normalized().dot(rolled)) >= std::cos(radians(kAlongDeg));
}

} // namespace goodfold::part
