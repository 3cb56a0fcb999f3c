#include "lineup/neighbours.h"

#include "lineup/targets.h"
#include "lineup/workshop.h"
#include "sequence/settle.h"

#include <algorithm>
#include <set>

namespace goodfold::lineup {

namespace {

using job::MountFace;
using job::MountPoint;
using job::OfOther;

bool isOwn(const MountFace& face) {
    return !face.of;
}

/// The plates of the other job that its points here lie on.
class Neighbouring {
public:
    Neighbouring(const job::Job& job, std::string file, const sequence::Settled& other,
                 const NeighbourBooks& books)
        : job(job), mount(*this->job.mount), file(std::move(file)), other(other), books(books) {}

    Result<job::Job> placed() {
        for (size_t i = 0; i < mount.points.size(); ++i) {
            const auto& of = mount.points[i].of;
            if (!of || of->job != file) continue;
            if (other.part.holeIndex(of->id) < 0)
                return Error{file + " has no hole " + of->id + " any more.", "mount.points"};
            points.push_back(i);
        }
        const OfOther reference = referencePlate();
        if (other.part.plateIndex(reference.id) < 0)
            return Error{file + " has no leg " + reference.id + " any more.", "mount.faces"};
        const auto mountFromReference = poseOf(reference);
        if (!mountFromReference) return mountFromReference.error();
        const Making making = makingSeenFrom(reference.id);
        Workshop workshop(making);
        nameFaces();
        for (size_t i = 0; i < points.size(); ++i)
            place(mount.points[points[i]], *mountFromReference, workshop.centreOf(i), workshop.axisOf(i),
                  workshop.alongOf(i));
        takeErrors(workshop, mountFromReference->linear());
        return std::move(job);
    }

private:
    const part::PartHole& holeOf(const OfOther& of) const {
        return other.part.holes[static_cast<size_t>(other.part.holeIndex(of.id))];
    }

    bool hasOwnPlace() const { return std::any_of(mount.faces.begin(), mount.faces.end(), isOwn); }

    OfOther plateOf(const OfOther& hole) const {
        return {file, other.part.plates[static_cast<size_t>(holeOf(hole).plate)].id, hole.onFace};
    }

    /// What its errors are seen from.
    OfOther referencePlate() const {
        if (hasOwnPlace() && other.job.rests) return {file, other.job.rests->plate, !other.job.rests->onFace};
        const MountFace* rests = job.rests ? mount.findFace(job.rests->on) : nullptr;
        if (rests && rests->of && rests->of->job == file && !rests->of->id.empty()) return *rests->of;
        if (!points.empty()) return plateOf(*mount.points[points.front()].of);
        return {file, other.job.root().id, true};
    }

    /// The side of that plate that lies still; its back else.
    bool isSeenFromFace() const { return hasOwnPlace() ? other.job.rests->onFace : referencePlate().onFace; }

    /// The mount's frame from the plate's own.
    Result<Pose3> poseOf(const OfOther& plate) const {
        if (hasOwnPlace()) return poseOnMount(plate.id);
        if (neighboursOf(job).size() > 1)
            return Error{"How " + file +
                             " stands to the other part is not said: give this job the mount that "
                             "both go on.",
                         "mount.faces"};
        Pose3 pose = Pose3::Identity();
        if (plate.onFace) {
            pose.translation().z() = -other.part.thickness;
            return pose;
        }
        pose.linear() = Vec3(1, -1, -1).asDiagonal();
        return pose;
    }

    Result<Pose3> poseOnMount(const std::string& plate) const {
        if (!other.job.mount || other.job.ties.empty())
            return Error{file + " is bolted to no mount: say where it goes, or let this bracket rest on it.",
                         "mount.faces"};
        if (!isSameMount())
            return Error{file + " goes on another mount than this one: their points that are named alike are "
                                "not at the same places.",
                         "mount.points"};
        const auto making = makingOf(work(), *other.job.mount, books.hardware);
        if (!making) return making.error();
        const part::Folded folded = part::fold(other.part);
        const auto index = static_cast<size_t>(other.part.plateIndex(plate));
        const Pose2& flatFromPlate = other.part.plates[index].flatFromPlate;
        Pose3 rootFromPlate = Pose3::Identity();
        rootFromPlate.linear().topLeftCorner<2, 2>() = flatFromPlate.linear();
        rootFromPlate.translation().head<2>() = flatFromPlate.translation();
        rootFromPlate = folded.rootFromFlat[index] * rootFromPlate;
        return Pose3(nominalFit(*making).mountFromRoot * rootFromPlate);
    }

    /// Two points at least are named alike, and all that are lie where they lie there.
    bool isSameMount() const {
        constexpr double kSame = 0.05; // mm
        const auto here = knownMount(ownPart(mount), books.errors.instruments);
        const auto there = knownMount(ownPart(*other.job.mount), books.errors.instruments);
        if (!here || !there) return false;
        int alike = 0;
        for (const MountPoint& point : here->placed.points)
            if (const MountPoint* twin = there->placed.findPoint(point.id)) {
                if (!point.at || !twin->at || (*point.at - *twin->at).norm() > kSame) return false;
                ++alike;
            }
        return alike >= 2;
    }

    /// Without what stands for other jobs.
    static job::Mount ownPart(job::Mount of) {
        std::erase_if(of.points, [](const MountPoint& point) { return point.of.has_value(); });
        std::erase_if(of.faces, [](const MountFace& face) { return face.of.has_value(); });
        of.neighbours.clear();
        return of;
    }

    Work work() const {
        const sequence::Plan* plan = other.outcome.plan ? &*other.outcome.plan : nullptr;
        return {other.job, other.part, books.material, plan, books.errors};
    }

    /// Its holes as if they were tied: a workshop makes them with their errors.
    Making makingSeenFrom(const std::string& plate) const {
        Making making{other.job, other.part, {}, sourcesOf(work()), heldLinesOf(work())};
        making.mounting.rests = plate;
        for (const size_t i : points)
            making.mounting.ties.push_back(
                {.hole = mount.points[i].of->id, .onFace = mount.points[i].of->onFace});
        return making;
    }

    /// A face for each side of a plate that has points here; those that no point lies on any more go.
    void nameFaces() {
        const std::string unknown = job::nameOf({file, "", true}, true);
        for (const size_t i : points) {
            const OfOther plate = plateOf(*mount.points[i].of);
            const std::string name = job::nameOf(plate, true);
            if (!mount.findFace(name)) mount.faces.push_back({.id = name, .of = plate});
            mount.points[i].face = name;
            if (job.rests && job.rests->on == unknown) job.rests->on = name;
        }
        const auto isLeft = [&](const MountFace& face) {
            const bool isUsed = job.rests && job.rests->on == face.id;
            return face.of && face.of->job == file && !isUsed &&
                   std::none_of(mount.points.begin(), mount.points.end(),
                                [&](const MountPoint& point) { return point.face == face.id; });
        };
        std::erase_if(mount.faces, isLeft);
    }

    void place(MountPoint& point, const Pose3& mountFromPlate, const Vec3& centre, const Vec3& axis,
               const Vec3& along) {
        point.at = mountFromPlate * centre;
        const Vec3 outward = mountFromPlate.linear() * (point.of->onFace ? axis : Vec3(-axis));
        for (MountFace& face : mount.faces)
            if (face.id == point.face) face.at = point.at, face.normal = outward;
        const part::PartHole& hole = holeOf(*point.of);
        const auto& fastener = other.job.findHole(hole.source)->fastener;
        const hardware::Screw* screw = fastener ? books.hardware.findScrew(fastener->size) : nullptr;
        using Use = job::Fastener::Use;
        const bool holdsBolt = fastener && (fastener->use == Use::Tapped || fastener->use == Use::RivetNut ||
                                            fastener->use == Use::WeldNut);
        point.kind = holdsBolt && screw ? MountPoint::Kind::Tapped : MountPoint::Kind::Hole;
        point.diameter = holdsBolt && screw ? screw->major : hole.diameter;
        point.slot.reset();
        const bool isRectangle = hole.kind == job::Hole::Kind::Rectangle;
        if (holdsBolt || along.isZero() || (!isRectangle && !hole.isSlot())) return;
        const part::PartHole::Glide glide = hole.glide();
        point.diameter = glide.width;
        point.slot = {glide.width + (glide.to - glide.from).norm(), mountFromPlate.linear() * along, {}};
        if (isRectangle) point.slot->corner = other.job.findHole(hole.source)->radius;
    }

    /// Linearised: differences over one sigma either way.
    void takeErrors(Workshop& workshop, const Eigen::Matrix3d& mountFromPlate) {
        const auto rows = 3 * static_cast<Eigen::Index>(points.size());
        Eigen::MatrixXd covariance = Eigen::MatrixXd::Zero(rows, rows);
        const auto places = [&] {
            const double thicker = isSeenFromFace() ? workshop.errorsInHand().thickness : 0;
            Eigen::VectorXd all(rows);
            for (size_t i = 0; i < points.size(); ++i)
                all.segment<3>(3 * static_cast<Eigen::Index>(i)) =
                    mountFromPlate * (workshop.centreOf(i) - Vec3(0, 0, thicker));
            return all;
        };
        eachAlone(workshop, [&](int, const auto& make) {
            make(1);
            const Eigen::VectorXd more = places();
            make(-1);
            const Eigen::VectorXd by = (more - places()) / 2;
            covariance += by * by.transpose();
        });
        job::Neighbour own{file, {}, {covariance.data(), covariance.data() + covariance.size()}};
        for (const size_t i : points)
            own.points.push_back(mount.points[i].id);
        std::erase_if(mount.neighbours, [&](const job::Neighbour& each) { return each.job == file; });
        if (!points.empty()) mount.neighbours.push_back(std::move(own));
    }

    job::Job job;
    job::Mount& mount;
    std::string file;
    const sequence::Settled& other;
    const NeighbourBooks& books;
    std::vector<size_t> points; // of the mount that are its holes
};

} // namespace

std::vector<std::string> neighboursOf(const job::Job& job) {
    if (!job.mount) return {};
    std::set<std::string> files;
    for (const MountPoint& point : job.mount->points)
        if (point.of) files.insert(point.of->job);
    for (const MountFace& face : job.mount->faces)
        if (face.of) files.insert(face.of->job);
    return {files.begin(), files.end()};
}

Result<job::Job> withNeighbour(const job::Job& job, const std::string& file, const job::Job& other,
                               const NeighbourBooks& books) {
    const sequence::Settled settled = sequence::settle(other, books.material, books.shop);
    return Neighbouring(job, file, settled, books).placed();
}

Moved movedMost(const job::Job& was, const job::Job& now, const std::string& file) {
    Moved most;
    if (!was.mount || !now.mount) return most;
    for (const MountPoint& point : now.mount->points) {
        const MountPoint* before = was.mount->findPoint(point.id);
        if (!point.of || point.of->job != file || !point.at || !before || !before->at) continue;
        if (const double by = (*point.at - *before->at).norm(); by > most.by) most = {point.id, by};
    }
    return most;
}

std::vector<Offered> offeredBy(const std::string& file, const job::Job& other,
                               const material::Material& material) {
    const part::Part part = part::solve(other, material);
    std::vector<Offered> all;
    for (size_t plate = 0; plate < part.plates.size(); ++plate) {
        std::vector<std::string> holes;
        for (const part::PartHole& hole : part.holes)
            if (hole.plate == static_cast<int>(plate)) holes.push_back(hole.id);
        if (holes.empty()) continue;
        for (const bool onFace : {true, false})
            all.push_back({{file, part.plates[plate].id, onFace}, holes});
    }
    return all;
}

job::Job withPointsOf(job::Job job, const Offered& offered) {
    if (!job.mount) job.mount.emplace();
    const std::string face = job::nameOf(offered.plate, true);
    if (!job.mount->findFace(face)) job.mount->faces.push_back({.id = face, .of = offered.plate});
    for (const std::string& hole : offered.holes) {
        const OfOther of{offered.plate.job, hole, offered.plate.onFace};
        if (!job.mount->findPoint(job::nameOf(of)))
            job.mount->points.push_back({.id = job::nameOf(of), .face = face, .of = of});
    }
    if (!job.rests) job.rests = job::Rest{.plate = job.plates.front().id, .on = face};
    return job;
}

} // namespace goodfold::lineup
