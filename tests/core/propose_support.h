// Brackets drawn to a mount alone, and where their holes really come: from the fold and the mount's own
// figures, without anything of the product's that places a bracket.
#pragma once

#include "core/survey_support.h"
#include "propose/propose.h"

namespace goodfold::test {

using propose::Proposal;

inline job::Job onMount(job::Mount mount) {
    job::Job job = bar({50}, {});
    job.mount = std::move(mount);
    return job;
}

inline job::MountFace face(const char* id, const Vec3& at, const Vec3& normal) {
    job::MountFace made;
    made.id = id;
    made.at = at;
    made.normal = normal.normalized();
    return made;
}

inline void drop(job::Mount& mount, const char* id, const char* on, const Vec3& at) {
    job::MountPoint point{.id = id, .face = on, .diameter = 7};
    point.at = at;
    mount.points.push_back(point);
}

inline Result<std::vector<Proposal>> proposed(const job::Job& job, int trials = 500,
                                              const tool::Shop& shop = tool::standardShop()) {
    const auto known = lineup::knownMount(*job.mount, lineup::standardErrors().instruments);
    return propose::proposalsFor(job, *known,
                                 {hotRolled(), shop, hardware::standardBook(), lineup::standardErrors(),
                                  quantity::Reading::millimetres(), trials});
}

inline const Proposal* shaped(const std::vector<Proposal>& all, const std::string& shape) {
    const auto found =
        std::find_if(all.begin(), all.end(), [&](const Proposal& each) { return each.shape == shape; });
    return found == all.end() ? nullptr : &*found;
}

/// The rigid movement that brings the one places nearest to the others (Kabsch).
inline Pose3 moved(const std::vector<Vec3>& from, const std::vector<Vec3>& to) {
    Eigen::Matrix3Xd one(3, from.size()), other(3, to.size());
    for (size_t i = 0; i < from.size(); ++i) {
        one.col(static_cast<Eigen::Index>(i)) = from[i];
        other.col(static_cast<Eigen::Index>(i)) = to[i];
    }
    const Vec3 middle = one.rowwise().mean(), wanted = other.rowwise().mean();
    const Eigen::Matrix3d spread = (one.colwise() - middle) * (other.colwise() - wanted).transpose();
    const Eigen::JacobiSVD<Eigen::Matrix3d> svd(spread, Eigen::ComputeFullU | Eigen::ComputeFullV);
    Eigen::Matrix3d flip = Eigen::Matrix3d::Identity();
    flip(2, 2) = (svd.matrixV() * svd.matrixU().transpose()).determinant();
    Pose3 pose = Pose3::Identity();
    pose.linear() = svd.matrixV() * flip * svd.matrixU().transpose();
    pose.translation() = wanted - pose.linear() * middle;
    return pose;
}

/// How far the worst hole is off its point, and its outward side off the face's at 10 mm: no mirror image of
/// it would do.
inline double offBy(const job::Job& job) {
    const part::Part part = part::solve(job, hotRolled());
    const part::Folded folded = part::fold(part);
    std::vector<Vec3> are, should;
    for (const job::Tie& tie : job.ties) {
        const int index = part.holeIndex(tie.hole);
        const part::FormedHole hole = part::formedHole(part, folded, index);
        const Vec3 touching = hole.point + (tie.onFace ? part.thickness : 0) * hole.axis;
        const job::MountPoint& point = *job.mount->findPoint(tie.point);
        are.push_back(touching);
        are.push_back(touching + (tie.onFace ? -10 : 10) * hole.axis);
        should.push_back(*point.at);
        should.push_back(*point.at + 10 * *job.mount->findFace(point.face)->normal);
    }
    const Pose3 pose = moved(are, should);
    double most = 0;
    for (size_t i = 0; i < are.size(); ++i)
        most = std::max(most, (pose * are[i] - should[i]).norm());
    return most;
}

/// Two faces that somebody might want to join: alike, facing, square or at any angle; 40 to 200 apart.
inline job::Mount randomMount(RandomJobs& random, int kind) {
    job::Mount mount;
    mount.faces.push_back(face("F", {0, 0, 0}, {0, 0, 1}));
    drop(mount, "a", "F", {0, 0, 0});
    double from = 0;
    if (random.whole(0, 2)) {
        from = random.real(25, 60);
        drop(mount, "b", "F", {from, 0, 0});
    }
    const double apart = random.real(40, 200), yaw = random.real(-0.35, 0.35);
    Vec3 at(from, 0, 0), normal(0, 0, 1);
    Vec3 along(std::cos(yaw), std::sin(yaw), 0);
    if (kind == 0) {
        const double rise = random.real(-0.75, 0.75);
        at += apart * (std::cos(rise) * along + std::sin(rise) * Vec3::UnitZ());
    } else if (kind == 1) {
        normal = -Vec3::UnitZ();
        at += Vec3(random.real(-20, 60), random.real(-20, 20), apart);
    } else {
        const double turn = kind == 2 ? M_PI / 2 : random.real(60, 130) * M_PI / 180;
        const Vec3 toward = kind == 2 ? Vec3::UnitX() : along;
        normal = -std::sin(turn) * toward + std::cos(turn) * Vec3::UnitZ();
        along = (Vec3::UnitZ() - normal.z() * normal).normalized();
        const double share = random.real(0.6, 1.0); // of how far out, to how far up
        at += Vec3(apart * std::sin(share), random.real(-15, 15), apart * std::cos(share));
        if (at.z() < 30) at.z() = 30;
    }
    mount.faces.push_back(face("G", at, normal));
    drop(mount, "c", "G", at);
    if (random.whole(0, 1)) drop(mount, "d", "G", at + random.real(25, 60) * along);
    return mount;
}

} // namespace goodfold::test
