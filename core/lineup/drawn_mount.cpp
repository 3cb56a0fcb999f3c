#include "lineup/drawn_mount.h"

#include <algorithm>
#include <map>

namespace goodfold::lineup {

bool takesABolt(const job::Hole& hole) {
    using Use = job::Fastener::Use;
    constexpr double kLargest = 26; // mm: an M24 goes through
    const bool isShaped = hole.kind != job::Hole::Kind::Round && hole.kind != job::Hole::Kind::Slot;
    const bool isRiveted = hole.fastener && hole.fastener->use == Use::Rivet;
    return !isShaped && !isRiveted && hole.diameter <= kLargest;
}

job::Job withoutMount(job::Job job) {
    job.mount.reset();
    job.oppositeMount.reset();
    job.rests.reset();
    job.ties.clear();
    job.tabs.clear();
    return job;
}

namespace {

/// What goes through it: its fastener's size, else the largest screw that does.
double boltOf(const job::Hole& hole, const hardware::Book& hardware) {
    if (hole.fastener)
        if (const hardware::Screw* screw = hardware.findScrew(hole.fastener->size)) return screw->major;
    double largest = 0;
    for (const hardware::Screw& screw : hardware.screws)
        if (screw.normal <= hole.diameter + 0.01) largest = std::max(largest, screw.major);
    return largest > 0 ? largest : hole.diameter;
}

struct Placed {
    const part::PartHole* hole;
    Vec3 onBack; // in the root's frame
    Vec3 axis;   // from the back to the face
};

/// The frame of the mount: its first point the origin, the second on x.
Pose3 mountFromRoot(const std::vector<Placed>& onRest, const Vec3& along) {
    const Vec3 z = onRest.front().axis;
    const bool areTwo = onRest.size() > 1 && (onRest[1].onBack - onRest[0].onBack).norm() > 1e-6;
    const Vec3 toward = areTwo ? Vec3(onRest[1].onBack - onRest[0].onBack) : along;
    Pose3 rootFromMount = Pose3::Identity();
    rootFromMount.linear().col(2) = z;
    rootFromMount.linear().col(0) = (toward - toward.dot(z) * z).normalized();
    rootFromMount.linear().col(1) = z.cross(rootFromMount.linear().col(0));
    rootFromMount.translation() = onRest.front().onBack;
    return rootFromMount.inverse();
}

/// To a hundredth of a micrometre, and no minus zero: places as they are written.
Vec3 tidied(const Vec3& vec) {
    return vec.unaryExpr([](double each) { return std::round(each * 1e5) / 1e5 + 0.0; });
}

Vec3 direction(const Vec3& vec) {
    return vec.unaryExpr([](double each) { return std::abs(each) < 1e-12 ? 0.0 : each; });
}

} // namespace

job::Job withDrawnMount(const job::Job& job, const part::Part& part, const part::Folded& folded,
                        const hardware::Book& hardware) {
    std::map<int, std::vector<Placed>> byPlate;
    for (size_t i = 0; i < part.holes.size(); ++i) {
        const part::PartHole& hole = part.holes[i];
        if (!takesABolt(*job.findHole(hole.source))) continue;
        const part::FormedHole formed = part::formedPoint(folded, hole.plate, hole.centreOfShape());
        byPlate[hole.plate].push_back({&hole, formed.point, formed.axis});
    }
    if (byPlate.empty()) return job;
    const auto most = std::max_element(byPlate.begin(), byPlate.end(), [](const auto& a, const auto& b) {
        return a.second.size() < b.second.size();
    });
    const Vec3 along = folded.rootFromFlat[static_cast<size_t>(most->first)].linear().col(0);
    const Pose3 fromRoot = mountFromRoot(most->second, along);
    job::Job mounted = withoutMount(job);
    mounted.mount.emplace();
    const auto add = [&](int plate, const std::vector<Placed>& holes) {
        const std::string face = "on " + part.plates[static_cast<size_t>(plate)].id;
        mounted.mount->faces.push_back({face, tidied(fromRoot * holes.front().onBack),
                                        direction(fromRoot.linear() * holes.front().axis)});
        for (const Placed& placed : holes) {
            const double bolt = boltOf(*job.findHole(placed.hole->source), hardware);
            job::MountPoint point{placed.hole->id,
                                  face,
                                  job::MountPoint::Kind::Tapped,
                                  bolt,
                                  tidied(fromRoot * placed.onBack),
                                  {}};
            mounted.mount->points.push_back(point);
            mounted.ties.push_back({placed.hole->id, point.id});
        }
    };
    add(most->first, most->second);
    for (const auto& [plate, holes] : byPlate)
        if (plate != most->first) add(plate, holes);
    mounted.rests =
        job::Rest{part.plates[static_cast<size_t>(most->first)].id, false, mounted.mount->faces.front().id};
    return mounted;
}

} // namespace goodfold::lineup
