#include "part/hole_places.h"

#include "part/fold.h"
#include "part/hole_shape.h"

#include <algorithm>
#include <cassert>
#include <cmath>
#include <unordered_map>

namespace goodfold::part {

namespace {

class Placer {
public:
    Placer(const Job& job, Part& part) : job(job), part(part) {}

    void place() {
        size_t count = 0;
        for (const job::Plate& plate : job.plates)
            count += plate.holes.size();
        part.holes.reserve(count);
        for (size_t p = 0; p < job.plates.size(); ++p)
            for (const Hole& hole : job.plates[p].holes)
                add(static_cast<int>(p), hole);
    }

private:
    void add(int plate, const Hole& hole) {
        const PartPlate& carrier = part.plates[plate];
        const Vec2 at = placeInPlate(plate, hole);
        const Path shape = shapeOf(hole);
        const Segment spine = spineOf(hole);
        int number = 0;
        for (const Pose2& pose : placesOf(hole, carrier.length / 2 - at.x(), carrier.width / 2 - at.y())) {
            Pose2 flatFromHole = carrier.flatFromPlate * Eigen::Translation2d(at) * pose;
            PartHole made;
            made.id = ++number == 1 ? hole.id : hole.id + "." + std::to_string(number);
            made.source = hole.id;
            made.ordinal = static_cast<size_t>(&hole - job.plates[static_cast<size_t>(plate)].holes.data());
            made.plate = plate;
            made.kind = hole.kind;
            made.diameter = hole.diameter;
            made.centreInFlat = flatFromHole.translation();
            made.spineInFlat = {flatFromHole * spine.from, flatFromHole * spine.to};
            made.shapeInFlat = moved(shape, flatFromHole);
            if (flatFromHole.linear().determinant() < 0) made.shapeInFlat = reversed(made.shapeInFlat);
            made.afterBending = hole.afterBending;
            made.isThere = hole.isThere;
            made.countersink = hole.countersink;
            if (hole.fastener && hole.fastener->use == Fastener::Use::Tapped)
                made.thread = hole.fastener->size;
            part.holes.push_back(std::move(made));
        }
    }

    // ---- in the plate ---------------------------------------------------------------------------------
    /// Those that are measured from others are worked out once: others may be measured from them again.
    Vec2 placeInPlate(int plate, const Hole& hole) {
        const auto work = [&] {
            return hole.formed ? formedPlace(plate, hole)
                               : Vec2(xInPlate(plate, hole), yInPlate(part.plates[plate], hole));
        };
        if (!hole.formed && hole.xFrom != Hole::XFrom::Hole) return work();
        const auto known = placed.find(&hole);
        if (known != placed.end()) return known->second;
        return placed.emplace(&hole, work()).first->second;
    }

    /// The bend that a plate's own x dimensions start from: the one it hangs on, or a root's at its start.
    const PartBend* ownBend(const PartPlate& plate) const {
        if (plate.parentBend >= 0) return &part.bends[plate.parentBend];
        for (const int child : plate.childBends)
            if (part.bends[child].edge == Edge::Start) return &part.bends[child];
        return nullptr;
    }

    double xInPlate(int index, const Hole& hole) {
        const PartPlate& plate = part.plates[index];
        const auto fromBend = [&](DimensionTo to) {
            const PartBend* own = ownBend(plate);
            assert(own);
            return hole.x - own->alongBar(bend::setback(own->shape, to));
        };
        switch (hole.xFrom) {
        case Hole::XFrom::Outside:
            return fromBend(DimensionTo::Outside);
        case Hole::XFrom::Inside:
            return fromBend(DimensionTo::Inside);
        case Hole::XFrom::Tangent:
            return fromBend(DimensionTo::Tangent);
        case Hole::XFrom::Start:
            return hole.x;
        case Hole::XFrom::End:
            return plate.length - hole.x;
        case Hole::XFrom::Hole: {
            const auto& holes = job.plates[static_cast<size_t>(index)].holes;
            const auto other = std::find_if(holes.begin(), holes.end(),
                                            [&](const Hole& h) { return h.id == hole.xFromHole; });
            assert(other != holes.end());
            return hole.x + placeInPlate(index, *other).x();
        }
        }
        return hole.x;
    }

    static double yInPlate(const PartPlate& plate, const Hole& hole) {
        switch (hole.yFrom) {
        case Hole::YFrom::Right:
            return hole.y;
        case Hole::YFrom::Left:
            return plate.width - hole.y;
        case Hole::YFrom::Centre:
            return plate.width / 2 + hole.y;
        }
        return hole.y;
    }

    // ---- in the formed part ---------------------------------------------------------------------------
    const Folded& folded() {
        if (!formed) formed = fold(part);
        return *formed;
    }

    /// A plate's own frame in the formed part, z from its back to its face.
    Pose3 rootFromPlate(int plate) {
        Pose3 flat = Pose3::Identity();
        flat.linear().topLeftCorner<2, 2>() = part.plates[plate].flatFromPlate.linear();
        flat.translation().head<2>() = part.plates[plate].flatFromPlate.translation();
        return folded().rootFromFlat[static_cast<size_t>(plate)] * flat;
    }

    Vec3 middleOf(int plate, const Vec2& inPlate) {
        return rootFromPlate(plate) * Vec3(inPlate.x(), inPlate.y(), part.thickness / 2);
    }

    Vec2 formedPlace(int plate, const Hole& hole) {
        const FormedPlace& place = *hole.formed;
        const double y = yInPlate(part.plates[plate], hole);
        if (place.kind == FormedPlace::Kind::Plate) return {squareFrom(plate, hole, y), y};
        const int otherPlate = part.plateIndex(job.plateOfHole(place.of)->id);
        const Vec2 other = placeInPlate(otherPlate, *job.findHole(place.of));
        const Pose3 plateFromRoot = rootFromPlate(plate).inverse();
        const Vec3 point = plateFromRoot * middleOf(otherPlate, other);
        if (place.kind == FormedPlace::Kind::Straight) return {straightFrom(hole, point, y), y};
        const Vec3 axis = plateFromRoot.linear() * rootFromPlate(otherPlate).linear() * Vec3::UnitZ();
        constexpr double kAlongThePlate = 1e-6;
        if (std::abs(axis.z()) < kAlongThePlate) {
            part.unreachable.push_back(hole.id);
            return point.head<2>();
        }
        return Vec3(point + (part.thickness / 2 - point.z()) / axis.z() * axis).head<2>();
    }

    /// x where the distance to `point` is what was asked: of the two places the one farther along the plate.
    double straightFrom(const Hole& hole, const Vec3& point, double y) {
        const double aside = std::hypot(point.y() - y, point.z() - part.thickness / 2);
        const double distance = hole.formed->distance;
        if (distance < aside) part.unreachable.push_back(hole.id);
        return point.x() + std::sqrt(std::max(0.0, distance * distance - aside * aside));
    }

    /// x at `distance` square from another plate, from that side of it that looks at this one.
    double squareFrom(int plate, const Hole& hole, double y) {
        const int other = part.plateIndex(hole.formed->of);
        const Pose3 otherFromPlate = rootFromPlate(other).inverse() * rootFromPlate(plate);
        const double at0 = (otherFromPlate * Vec3(0, y, part.thickness / 2)).z();
        const double slope = otherFromPlate.linear()(2, 0);
        constexpr double kAlongIt = 1e-6;
        if (std::abs(slope) < kAlongIt) {
            part.unreachable.push_back(hole.id);
            return 0;
        }
        const double middle = at0 + slope * part.plates[plate].length / 2;
        const bool overFace = middle > part.thickness / 2;
        const double distance = hole.formed->distance;
        const double wanted = overFace ? part.thickness + distance : -distance;
        return (wanted - at0) / slope;
    }

    const Job& job;
    Part& part;
    std::optional<Folded> formed;
    std::unordered_map<const Hole*, Vec2> placed;
};

} // namespace

void placeHoles(const Job& job, Part& part) {
    Placer(job, part).place();
}

} // namespace goodfold::part
