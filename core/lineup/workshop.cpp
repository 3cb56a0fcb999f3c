#include "lineup/workshop.h"

#include <algorithm>
#include <cmath>

namespace goodfold::lineup {

Workshop::Workshop(const Making& making)
    : making(making), draws(making), real(making.job, making.part, making.held),
      errors(&draws.errorsOfNone()), rest(making.part.plateIndex(making.mounting.rests)) {
    for (const Mounting::Tie& tie : making.mounting.ties) {
        holes.push_back(making.part.holeIndex(tie.hole));
        isCentred.push_back(centresItsBolt(making.part.holes[static_cast<size_t>(holes.back())]));
    }
    real.form(*errors);
    start = placedRoughly();
}

void Workshop::make(const double* next) {
    errors = &draws.errorsBy(next);
    real.form(*errors);
}

Fitting Workshop::fitted(bool untilDecided) {
    ties.clear();
    contacts.clear();
    later.clear();
    const Pose3 mountFromRoot = start * restFromRoot();
    for (size_t i = 0; i < holes.size(); ++i) {
        const Mounting::Tie& tie = making.mounting.ties[i];
        if (tie.touches) contacts.push_back(contactOf(i, mountFromRoot));
        if (tie.drilledThroughMount)
            later.push_back(i);
        else
            ties.push_back(tieOf(i, mountFromRoot));
    }
    if (later.empty()) return fit(ties, contacts, untilDecided);
    const Pose3 asDrilled = fit(ties, contacts).placed.inverse();
    for (const size_t i : later)
        ties.insert(ties.begin() + static_cast<std::ptrdiff_t>(i), drilledThere(i, asDrilled));
    return fit(ties, contacts, untilDecided);
}

NominalFit Workshop::placed(const Fitting& fitting) const {
    NominalFit all{fitting, {}, {}};
    const Pose3 faceFromRoot = all.fitting.placed * start * restFromRoot();
    const Pose3& mountFromFace = making.mounting.mountFromFace;
    all.mountFromRoot = mountFromFace * faceFromRoot;
    for (size_t i = 0; i < holes.size(); ++i) {
        const Mounting::Tie& tie = making.mounting.ties[i];
        const RealPart::Spine spine = real.spineOf(holes[i]);
        const double side = tie.onFace ? real.thickness() : 0;
        const Vec3 centre = faceFromRoot * (spine.middle() + side * spine.axis);
        const Vec3 axis = faceFromRoot.linear() * spine.axis, outward = tie.outward.value_or(tie.axis);
        const Vec3 away = centre - tie.at;
        all.ties.push_back({mountFromFace.linear() * (away - away.dot(tie.axis) * tie.axis),
                            degrees(std::acos(std::min(1.0, std::abs(axis.dot(tie.axis))))), playOf(i, axis),
                            away.dot(outward)});
    }
    return all;
}

std::vector<Vec2> Workshop::offsets(const Fitting& fitting) const {
    std::vector<Vec2> all;
    const Pose3 faceFromRoot = fitting.placed * start * restFromRoot();
    for (size_t i = 0; i < holes.size(); ++i) {
        const Mounting::Tie& tie = making.mounting.ties[i];
        const Tie made = tieOf(i, faceFromRoot);
        const size_t side = tie.onFace ? 1 : 0;
        const Vec3& target = made.rims[side].target;
        all.push_back(squareTo(tie.axis) * (nearestCentre(made, side, target) - target));
    }
    return all;
}

Vec3 Workshop::centreOf(size_t tie) const {
    const RealPart::Spine spine = real.spineOf(holes[tie]);
    const double side = making.mounting.ties[tie].onFace ? real.thickness() : 0;
    return real.rootFromPlate(rest).inverse() * (spine.middle() + side * spine.axis);
}

Vec3 Workshop::axisOf(size_t tie) const {
    return real.rootFromPlate(rest).linear().transpose() * real.spineOf(holes[tie]).axis;
}

Pose3 Workshop::restFromRoot() const {
    const Pose3 plateFromRoot = real.rootFromPlate(rest).inverse();
    const Eigen::Translation3d raised(0, 0, errors->shim + making.job.coat);
    if (!making.mounting.onFace) return raised * plateFromRoot;
    Pose3 turnedOver = Pose3::Identity();
    turnedOver.linear() = Eigen::Vector3d(1, -1, -1).asDiagonal();
    turnedOver.translation() = Vec3(0, 0, real.thickness());
    return raised * turnedOver * plateFromRoot;
}

bool Workshop::centresItsBolt(const part::PartHole& hole) const {
    using Use = job::Fastener::Use;
    const auto& fastener = making.job.findHole(hole.source)->fastener;
    return hole.isSunk() || (fastener && (fastener->use == Use::RivetNut || fastener->use == Use::WeldNut));
}

double Workshop::playOf(size_t index, const Vec3& holeAxis) const {
    const Mounting::Tie& tie = making.mounting.ties[index];
    const double own =
        isCentred[index]
            ? 0
            : ((real.widthOf(holes[index]) - 2 * making.job.coat) * std::abs(holeAxis.dot(tie.axis)) -
               tie.bolt) /
                  2;
    return own + (tie.through ? (*tie.through - tie.bolt) / 2 : 0);
}

Tie Workshop::tieOf(size_t index, const Pose3& mountFromRoot) const {
    const Mounting::Tie& tie = making.mounting.ties[index];
    const RealPart::Spine spine = real.spineOf(holes[index]);
    const Vec3 axis = mountFromRoot.linear() * spine.axis, target = tie.at + errors->targets[index];
    Tie made;
    made.axis = tie.axis;
    made.play = playOf(index, axis);
    for (size_t side = 0; side < 2; ++side) {
        const Vec3 up = static_cast<double>(side) * real.thickness() * axis;
        made.rims[side] = {mountFromRoot * spine.from + up, mountFromRoot * spine.to + up, target};
    }
    if (spine.bowMiddle) {
        const Vec3 middle = mountFromRoot * *spine.bowMiddle;
        made.bow = Tie::Bow{radians(spine.halfSwingDeg), {middle, middle + real.thickness() * axis}};
    }
    return made;
}

Contact Workshop::contactOf(size_t index, const Pose3& mountFromRoot) const {
    const Mounting::Tie& tie = making.mounting.ties[index];
    Contact contact{real.cornersOf(making.part.holes[static_cast<size_t>(holes[index])].plate, tie.onFace),
                    tie.at + errors->targets[index], tie.outward.value_or(tie.axis),
                    tie.press - making.job.coat};
    for (Vec3& corner : contact.corners)
        corner = mountFromRoot * corner;
    return contact;
}

Tie Workshop::drilledThere(size_t index, const Pose3& asDrilled) const {
    const Mounting::Tie& tie = making.mounting.ties[index];
    const Vec3 target = tie.at + errors->targets[index];
    const auto across = squareTo(tie.axis);
    const Vec3 centre = target + across.transpose() * errors->drills[static_cast<size_t>(holes[index])];
    Tie made;
    made.axis = tie.axis;
    made.play = playOf(index, tie.axis);
    for (size_t side = 0; side < 2; ++side) {
        const Vec3 rim = asDrilled * (centre + static_cast<double>(side) * real.thickness() * tie.axis);
        made.rims[side] = {rim, rim, target};
    }
    return made;
}

Pose3 Workshop::placedRoughly() const {
    const Pose3 restFrom = restFromRoot();
    Vec2 middle(0, 0), wanted(0, 0);
    std::vector<std::pair<Vec2, Vec2>> pairs;
    for (size_t i = 0; i < holes.size(); ++i) {
        const RealPart::Spine spine = real.spineOf(holes[i]);
        const Vec3 centre = restFrom * spine.middle();
        pairs.emplace_back(centre.head<2>(), making.mounting.ties[i].at.head<2>());
        middle += pairs.back().first / static_cast<double>(holes.size());
        wanted += pairs.back().second / static_cast<double>(holes.size());
    }
    double along = 0, across = 0;
    for (const auto& [from, to] : pairs) {
        const Vec2 a = from - middle, b = to - wanted;
        along += a.dot(b);
        across += a.x() * b.y() - a.y() * b.x();
    }
    const double turn = along == 0 && across == 0 ? 0 : std::atan2(across, along);
    return Eigen::Translation3d(wanted.x(), wanted.y(), 0) * Eigen::AngleAxisd(turn, Vec3::UnitZ()) *
           Eigen::Translation3d(-middle.x(), -middle.y(), 0);
}

} // namespace goodfold::lineup
