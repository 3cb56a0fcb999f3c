#include "lineup/workshop.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace goodfold::lineup {

Workshop::Workshop(const Making& making)
    : making(making), draws(making), real(making.job, making.part, making.held),
      errors(&draws.errorsOfNone()), rest(making.part.plateIndex(making.mounting.rests)) {
    for (const Mounting::Tie& tie : making.mounting.ties) {
        holes.push_back(making.part.holeIndex(tie.hole));
        isCentred.push_back(centresItsBolt(making.part.holes[static_cast<size_t>(holes.back())]));
    }
    for (const Mounting::Tab& tab : making.mounting.tabs)
        tabs.push_back(making.part.plateIndex(tab.plate));
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
    for (size_t i = 0; i < tabs.size(); ++i)
        addContactsOf(i, mountFromRoot);
    if (later.empty()) return fit(ties, contacts, untilDecided);
    const Pose3 asDrilled = fit(ties, contacts).placed.inverse();
    for (const size_t i : later)
        ties.insert(ties.begin() + static_cast<std::ptrdiff_t>(i), drilledThere(i, asDrilled));
    return fit(ties, contacts, untilDecided);
}

NominalFit Workshop::placed(const Fitting& fitting) const {
    NominalFit all{fitting, {}, {}, {}};
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
    for (size_t i = 0; i < tabs.size(); ++i)
        all.tabs.push_back(freeOf(i, faceFromRoot));
    return all;
}

int Workshop::tabOf(const Fitting& fitting) const {
    const size_t ofTies = contacts.size() - kOfTab * tabs.size();
    const auto contact = static_cast<size_t>(fitting.contact);
    return fitting.contact < 0 || contact < ofTies ? -1 : static_cast<int>((contact - ofTies) / kOfTab);
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

Vec3 Workshop::alongOf(size_t tie) const {
    const RealPart::Spine spine = real.spineOf(holes[tie]);
    const Vec3 along = spine.to - spine.from;
    if (along.norm() < 1e-9) return Vec3(0, 0, 0);
    return real.rootFromPlate(rest).linear().transpose() * along.normalized();
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

Vec3 Workshop::slotOf(size_t index) const {
    return making.mounting.tabs[index].at + errors->targets[holes.size() + index];
}

std::array<Vec3, 4> Workshop::sectionOf(size_t index, const Pose3& mountFromRoot) const {
    const Mounting::Tab& tab = making.mounting.tabs[index];
    const Vec3 slot = slotOf(index);
    const auto back = real.cornersOf(tabs[index], false), face = real.cornersOf(tabs[index], true);
    const auto through = [&](const Vec3& from, const Vec3& to) -> Vec3 {
        Vec3 at = mountFromRoot * to;
        const Vec3 way = at - mountFromRoot * from;
        const double falls = way.dot(tab.outward);
        constexpr double kAlongTheFace = 0.1; // of its length: such a leg meets the face nowhere near
        if (std::abs(falls) < kAlongTheFace * way.norm()) return at;
        return at + (slot - at).dot(tab.outward) / falls * way;
    };
    return {through(back[0], back[1]), through(back[3], back[2]), through(face[3], face[2]),
            through(face[0], face[1])};
}

namespace {

/// What a slot leaves of its length to stock so thick, in the middle of its width: round corners take some.
double clearLength(const Mounting::Tab& tab, double thickness) {
    const double beside = (tab.width - thickness) / 2, up = tab.corner - beside;
    if (up <= 0) return tab.length;
    return tab.length - 2 * (tab.corner - std::sqrt(std::max(0.0, tab.corner * tab.corner - up * up)));
}

} // namespace

void Workshop::addContactsOf(size_t index, const Pose3& mountFromRoot) {
    const Mounting::Tab& tab = making.mounting.tabs[index];
    const std::array<Vec3, 4> section = sectionOf(index, mountFromRoot);
    const Vec3 slot = slotOf(index), across = tab.outward.cross(tab.along);
    const double thick = real.thickness() + 2 * making.job.coat;
    const double halfLength = clearLength(tab, thick) / 2, halfWidth = tab.width / 2;
    for (const double sign : {1.0, -1.0}) {
        contacts.push_back(
            {section, slot - sign * halfLength * tab.along, sign * tab.along, -making.job.coat});
        contacts.push_back({section, slot - sign * halfWidth * across, sign * across, -making.job.coat});
    }
    contacts.push_back({cornersOf(index, true, mountFromRoot), slot, -tab.outward, 0});
    contacts.push_back({cornersOf(index, false, mountFromRoot), slot, tab.outward, 0});
}

std::array<Vec3, 4> Workshop::cornersOf(size_t tab, bool atEnd, const Pose3& mountFromRoot) const {
    const auto back = real.cornersOf(tabs[tab], false), face = real.cornersOf(tabs[tab], true);
    std::array<Vec3, 4> corners = atEnd ? std::array<Vec3, 4>{back[1], back[2], face[1], face[2]}
                                        : std::array<Vec3, 4>{back[0], back[3], face[0], face[3]};
    for (Vec3& corner : corners)
        corner = mountFromRoot * corner;
    return corners;
}

NominalFit::OfTab Workshop::freeOf(size_t index, const Pose3& faceFromRoot) const {
    const Mounting::Tab& tab = making.mounting.tabs[index];
    const Vec3 slot = slotOf(index), across = tab.outward.cross(tab.along);
    const double thick = real.thickness() + 2 * making.job.coat;
    constexpr double kAny = std::numeric_limits<double>::max();
    NominalFit::OfTab free{clearLength(tab, thick) / 2, tab.width / 2, kAny, kAny};
    const NominalFit::OfTab slotIs = free;
    for (const Vec3& corner : sectionOf(index, faceFromRoot)) {
        const double coat = making.job.coat;
        free.along = std::min(free.along, slotIs.along - coat - std::abs((corner - slot).dot(tab.along)));
        free.across = std::min(free.across, slotIs.across - coat - std::abs((corner - slot).dot(across)));
    }
    for (const Vec3& corner : cornersOf(index, true, faceFromRoot))
        free.through = std::min(free.through, (slot - corner).dot(tab.outward));
    for (const Vec3& corner : cornersOf(index, false, faceFromRoot))
        free.before = std::min(free.before, (corner - slot).dot(tab.outward));
    return free;
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
    std::vector<std::pair<Vec2, Vec2>> pairs;
    for (size_t i = 0; i < holes.size(); ++i) {
        const Vec3 centre = restFrom * real.spineOf(holes[i]).middle();
        pairs.emplace_back(centre.head<2>(), making.mounting.ties[i].at.head<2>());
    }
    for (size_t i = 0; i < tabs.size(); ++i) { // by the middle of the end that goes in
        Vec3 end(0, 0, 0);
        for (const Vec3& corner : cornersOf(i, true, restFrom))
            end += corner / 4;
        pairs.emplace_back(end.head<2>(), making.mounting.tabs[i].at.head<2>());
    }
    Vec2 middle(0, 0), wanted(0, 0);
    for (const auto& [from, to] : pairs) {
        middle += from / static_cast<double>(pairs.size());
        wanted += to / static_cast<double>(pairs.size());
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
