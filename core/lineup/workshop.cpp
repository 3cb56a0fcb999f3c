#include "lineup/workshop.h"

#include <Eigen/Cholesky>

#include <algorithm>
#include <cmath>

namespace goodfold::lineup {

Workshop::Workshop(const Making& making)
    : making(making), real(making.job, making.part, making.held),
      rest(making.part.plateIndex(making.mounting.rests)) {
    beginAnew();
    for (const Source& source : making.sources) {
        normalsOf.push_back(take(source));
        allNormals += normalsOf.back();
    }
    for (const Mounting::Tie& tie : making.mounting.ties) {
        holes.push_back(making.part.holeIndex(tie.hole));
        isCentred.push_back(centresItsBolt(making.part.holes[static_cast<size_t>(holes.back())]));
    }
    real.form(errors);
    start = placedRoughly();
}

void Workshop::make(const double* next) {
    beginAnew();
    for (const Move& move : moves)
        *move.error += move.by * next[move.normal];
    real.form(errors);
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

NominalFit Workshop::nominal() {
    NominalFit all{fitted(), {}, {}};
    const Pose3 faceFromRoot = all.fitting.placed * start * restFromRoot();
    const Pose3& mountFromFace = making.mounting.mountFromFace;
    all.mountFromRoot = mountFromFace * faceFromRoot;
    for (size_t i = 0; i < holes.size(); ++i) {
        const Mounting::Tie& tie = making.mounting.ties[i];
        const RealPart::Spine spine = real.spineOf(holes[i]);
        const double side = tie.onFace ? real.thickness() : 0;
        const Vec3 centre = faceFromRoot * ((spine.from + spine.to) / 2 + side * spine.axis);
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
        const RealPart::Spine spine = real.spineOf(holes[i]);
        const Vec3 side = (tie.onFace ? real.thickness() : 0) * spine.axis;
        const auto across = squareTo(tie.axis);
        const Vec3 target = tie.at + errors.targets[i];
        const Vec2 from = across * (faceFromRoot * (spine.from + side) - target);
        const Vec2 along = across * (faceFromRoot * (spine.to + side) - target) - from;
        const double share =
            along.squaredNorm() > 0 ? std::clamp(-from.dot(along) / along.squaredNorm(), 0.0, 1.0) : 0;
        all.push_back(from + share * along);
    }
    return all;
}

Vec3 Workshop::centreOf(size_t tie) const {
    const RealPart::Spine spine = real.spineOf(holes[tie]);
    const Vec3 onBack = (spine.from + spine.to) / 2;
    const double side = making.mounting.ties[tie].onFace ? real.thickness() : 0;
    return real.rootFromPlate(rest).inverse() * (onBack + side * spine.axis);
}

void Workshop::beginAnew() {
    errors.holes.assign(making.part.holes.size(), Vec2(0, 0));
    errors.drills.assign(making.part.holes.size(), Vec2(0, 0));
    errors.bends.assign(making.part.bends.size(), {});
    errors.cuts.assign(making.part.plates.size(), 0);
    errors.targets.assign(making.mounting.ties.size(), Vec3(0, 0, 0));
    errors.thickness = 0;
}

int Workshop::take(const Source& source) {
    using enum SourceKind;
    if (source.kind == Target) return takeTargets(source);
    for (const Source::Of& of : source.of)
        switch (source.kind) {
        case Mark:
        case Punch:
        case Drill:
            takeHole(source, of);
            break;
        case Cut:
            if (const int hole = making.part.holeIndex(of.id); hole >= 0)
                takeHoleFromEnd(hole, of.sigma);
            else
                moves.push_back(
                    {&errors.cuts[static_cast<size_t>(making.part.plateIndex(of.id))], of.sigma, allNormals});
            break;
        case Thickness:
            moves.push_back({&errors.thickness, of.sigma, allNormals});
            break;
        default:
            moves.push_back({&errorOf(source.kind, making.part.bendIndex(of.id)), of.sigma, allNormals});
        }
    const bool isOfHoles = source.kind == Mark || source.kind == Punch || source.kind == Drill;
    return isOfHoles ? 2 : 1;
}

int Workshop::takeTargets(const Source& source) {
    const Eigen::LDLT<Eigen::MatrixXd> factored(source.covariance); // it may be singular
    const Eigen::MatrixXd root = factored.transpositionsP().transpose() *
                                 Eigen::MatrixXd(factored.matrixL()) *
                                 factored.vectorD().cwiseMax(0).cwiseSqrt().asDiagonal();
    const auto& ties = making.mounting.ties;
    for (size_t i = 0; i < source.of.size(); ++i) {
        const auto tie = std::find_if(ties.begin(), ties.end(), [&](const Mounting::Tie& each) {
            return each.hole == source.of[i].id;
        });
        Vec3& target = errors.targets[static_cast<size_t>(tie - ties.begin())];
        for (int row = 0; row < 3; ++row)
            for (int normal = 0; normal < root.cols(); ++normal)
                if (const double by = root(3 * static_cast<int>(i) + row, normal); by != 0)
                    moves.push_back({&target[row], by, allNormals + normal});
    }
    return static_cast<int>(root.cols());
}

void Workshop::takeHole(const Source& source, const Source::Of& of) {
    const auto hole = static_cast<size_t>(making.part.holeIndex(of.id));
    for (int along = 0; along < 2; ++along) {
        moves.push_back({&errors.holes[hole][along], of.sigma, allNormals + along});
        if (source.kind == SourceKind::Drill)
            moves.push_back({&errors.drills[hole][along], of.sigma, allNormals + along});
    }
}

void Workshop::takeHoleFromEnd(int hole, double sigma) {
    const int plate = making.part.holes[static_cast<size_t>(hole)].plate;
    const double outward = making.job.datum == job::Edge::Start ? 1 : -1;
    const auto& flatFromPlate = making.part.plates[static_cast<size_t>(plate)].flatFromPlate;
    const Vec2 by = flatFromPlate.linear().transpose() * Vec2(outward * sigma, 0);
    for (int along = 0; along < 2; ++along)
        moves.push_back({&errors.holes[static_cast<size_t>(hole)][along], by[along], allNormals});
}

double& Workshop::errorOf(SourceKind kind, int bend) {
    Errors::OfBend& error = errors.bends[static_cast<size_t>(bend)];
    switch (kind) {
    case SourceKind::Square:
        return error.turnDeg;
    case SourceKind::Angle:
    case SourceKind::Springback:
        return error.angleDeg;
    case SourceKind::Radius:
        return error.radius;
    case SourceKind::K:
        return error.k;
    default: // where the line is, or is set
        return error.line;
    }
}

Pose3 Workshop::restFromRoot() const {
    const Pose3 plateFromRoot = real.rootFromPlate(rest).inverse();
    if (!making.mounting.onFace) return plateFromRoot;
    Pose3 turnedOver = Pose3::Identity();
    turnedOver.linear() = Eigen::Vector3d(1, -1, -1).asDiagonal();
    turnedOver.translation() = Vec3(0, 0, real.thickness());
    return turnedOver * plateFromRoot;
}

bool Workshop::centresItsBolt(const part::PartHole& hole) const {
    using Use = job::Fastener::Use;
    const auto& fastener = making.job.findHole(hole.source)->fastener;
    return hole.isSunk() || (fastener && (fastener->use == Use::RivetNut || fastener->use == Use::WeldNut));
}

double Workshop::playOf(size_t index, const Vec3& holeAxis) const {
    const Mounting::Tie& tie = making.mounting.ties[index];
    const part::PartHole& hole = making.part.holes[static_cast<size_t>(holes[index])];
    const double own =
        isCentred[index] ? 0 : (hole.diameter * std::abs(holeAxis.dot(tie.axis)) - tie.bolt) / 2;
    return own + (tie.through ? (*tie.through - tie.bolt) / 2 : 0);
}

Tie Workshop::tieOf(size_t index, const Pose3& mountFromRoot) const {
    const Mounting::Tie& tie = making.mounting.ties[index];
    const RealPart::Spine spine = real.spineOf(holes[index]);
    const Vec3 axis = mountFromRoot.linear() * spine.axis, target = tie.at + errors.targets[index];
    Tie made;
    made.axis = tie.axis;
    made.play = playOf(index, axis);
    for (size_t side = 0; side < 2; ++side) {
        const Vec3 up = static_cast<double>(side) * real.thickness() * axis;
        made.rims[side] = {mountFromRoot * spine.from + up, mountFromRoot * spine.to + up, target};
    }
    return made;
}

Contact Workshop::contactOf(size_t index, const Pose3& mountFromRoot) const {
    const Mounting::Tie& tie = making.mounting.ties[index];
    Contact contact{real.cornersOf(making.part.holes[static_cast<size_t>(holes[index])].plate, tie.onFace),
                    tie.at + errors.targets[index], tie.outward.value_or(tie.axis), tie.press};
    for (Vec3& corner : contact.corners)
        corner = mountFromRoot * corner;
    return contact;
}

Tie Workshop::drilledThere(size_t index, const Pose3& asDrilled) const {
    const Mounting::Tie& tie = making.mounting.ties[index];
    const Vec3 target = tie.at + errors.targets[index];
    const auto across = squareTo(tie.axis);
    const Vec3 centre = target + across.transpose() * errors.drills[static_cast<size_t>(holes[index])];
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
        const Vec3 centre = restFrom * ((spine.from + spine.to) / 2);
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
