#include "clearance/way.h"

#include <algorithm>
#include <map>

namespace goodfold::clearance {

namespace {

using job::Clearance;

/// How far off it has to come to be clear of its own place.
double sizeOf(const InPlace& bracket) {
    Eigen::AlignedBox3d box;
    for (const part::PartPlate& plate : bracket.part.plates) {
        const Pose3& rootFromFlat =
            bracket.folded.rootFromFlat[static_cast<size_t>(&plate - bracket.part.plates.data())];
        for (const Vec2& corner : plate.outlineInFlat)
            for (const double z : {0.0, bracket.part.thickness})
                box.extend(rootFromFlat * Vec3(corner.x(), corner.y(), z));
    }
    return box.isEmpty() ? 0 : box.sizes().norm();
}

class Past {
public:
    Past(const InPlace& bracket, const std::vector<Clearance>& things)
        : bracket(bracket), around(bracket.part, bracket.folded), far(sizeOf(bracket)) {
        for (const Clearance& thing : things)
            if (!thing.slides && !thing.swings && !meets(thing, Vec3(0, 0, 0))) standing.push_back(&thing);
    }

    /// What stands in that way; null where it is free.
    const Clearance* blocking(const Vec3& off) const {
        for (const Clearance* thing : standing)
            if (meets(*thing, off)) return thing;
        return nullptr;
    }

private:
    /// Seen from the bracket a thing comes the other way.
    bool meets(const Clearance& thing, const Vec3& off) const {
        const Pose3 rootFromMount = bracket.mountFromRoot.inverse();
        const Vec3 moves = -far * off;
        if (thing.shape == Clearance::Shape::Plane) {
            constexpr double kPulledIn = 0.05; // as where it stands
            const Vec3 normal = rootFromMount.linear() * thing.normal.normalized();
            const auto nearest = around.nearestToPlane(rootFromMount * (thing.at + moves), normal);
            const auto here = around.nearestToPlane(rootFromMount * thing.at, normal);
            return nearest && std::min(nearest->distance, here->distance) < -kPulledIn;
        }
        std::vector<Vec3> corners;
        for (const Vec3& corner : clearance::cornersOf(thing))
            for (const Vec3& by : {Vec3(0, 0, 0), moves})
                corners.push_back(rootFromMount * (corner + by));
        constexpr double kNear = 0.01;
        const auto nearest = around.nearestTo(corners, kNear);
        return nearest && nearest->distance <= 0;
    }

    const InPlace& bracket;
    part::Surroundings around;
    double far;
    std::vector<const Clearance*> standing;
};

} // namespace

Way wayPast(const InPlace& bracket, const std::vector<Clearance>& things,
            const std::vector<Vec3>& directions) {
    const Past past(bracket, things);
    std::map<std::string, int> blocked;
    for (const Vec3& direction : directions) {
        const Clearance* thing = past.blocking(direction);
        if (!thing) return {direction, {}};
        ++blocked[thing->id];
    }
    const auto most = std::max_element(blocked.begin(), blocked.end(),
                                       [](const auto& a, const auto& b) { return a.second < b.second; });
    return {{}, most == blocked.end() ? std::string() : most->first};
}

} // namespace goodfold::clearance
