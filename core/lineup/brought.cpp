#include "lineup/brought.h"

#include <algorithm>
#include <cmath>
#include <unsupported/Eigen/NonLinearOptimization>

namespace goodfold::lineup {

namespace {

constexpr double kLever = 50;  // mm
constexpr double kHold = 1e-5; // of what nothing else decides

std::pair<Vec3, Vec3> squareOnes(const Vec3& axis) {
    const Vec3 first = axis.unitOrthogonal();
    return {first, axis.cross(first)};
}

} // namespace

Brought::Brought(job::Job start, const Goal& goal, const Pose3& faceFromRoot)
    : job(std::move(start)), goal(&goal) {
    const part::Part part = part::solve(job, goal.material);
    lies = faceFromRoot * restFromRoot(part, part::fold(part)).inverse();
}

int Brought::operator()(const InputType& x, ValueType& rows) {
    rows = ValueType::Zero(values());
    at(x, &rows);
    for (int i = 0; i < inputs(); ++i)
        rows[values() - inputs() + i] = kHold * x[i];
    return 0;
}

int Brought::df(const InputType& x, JacobianType& slopes) {
    slopes.resize(values(), inputs());
    constexpr double kStep = 0.01; // mm or degrees
    for (int i = 0; i < inputs(); ++i) {
        InputType more = x, less = x;
        more[i] += kStep;
        less[i] -= kStep;
        ValueType above, below;
        (*this)(more, above);
        (*this)(less, below);
        slopes.col(i) = (above - below) / (2 * kStep);
    }
    return 0;
}

void Brought::solve(std::vector<Dimension> of) {
    free = std::move(of);
    std::erase_if(free, [&](const Dimension& each) { return goal->limits(each).isFixed(); });
    for (bool isWithin = false; !isWithin;) {
        InputType x = InputType::Zero(inputs());
        Eigen::LevenbergMarquardt<Brought> descent(*this);
        descent.parameters.xtol = descent.parameters.ftol = 1e-12;
        descent.minimize(x);
        isWithin = true;
        std::vector<Dimension> left;
        job::Job next = job;
        for (size_t i = 0; i < free.size(); ++i) {
            double& figure = figureIn(next, free[i]);
            const auto [least, most] = goal->limits(free[i]);
            const double wanted = figure + x[static_cast<Eigen::Index>(i)];
            const bool isOut = wanted < least || wanted > most;
            isWithin = isWithin && !isOut;
            figure = std::clamp(wanted, least, most);
            if (!isOut) left.push_back(free[i]);
        }
        lies = placedBy(x);
        job = keptOnBlank(std::move(next), goal->onBlank, goal->material);
        free = std::move(left);
    }
}

bool Brought::isMet() {
    const There there = at(InputType::Zero(inputs()), nullptr);
    const auto isMet = [](const auto& each) { return each.isMet; };
    return std::all_of(there.ties.begin(), there.ties.end(), isMet) &&
           std::all_of(there.tabs.begin(), there.tabs.end(), isMet);
}

double Brought::standsOff(size_t index, const Vec2& inFlat) const {
    const Mounting::Tie& tie = goal->mounting.ties[index];
    const part::Part part = part::solve(job, goal->material);
    const part::Folded folded = part::fold(part);
    const part::PartHole& hole = part.holes[static_cast<size_t>(part.holeIndex(tie.hole))];
    const Pose3 faceFromFlat =
        lies * restFromRoot(part, folded) * folded.rootFromFlat[static_cast<size_t>(hole.plate)];
    const Vec3 at = faceFromFlat * Vec3(inFlat.x(), inFlat.y(), tie.onFace ? part.thickness : 0);
    return (at - tie.at).dot(tie.outward.value_or(tie.axis));
}

Pose3 Brought::placedBy(const InputType& x) const {
    const auto own = x.tail(kPlacement);
    return Pose3(Eigen::Translation3d(own[0], own[1], 0) *
                 Eigen::AngleAxisd(own[2] / kLever, Vec3::UnitZ())) *
           lies;
}

Brought::There Brought::at(const InputType& x, ValueType* rows) {
    job::Job changed = job;
    for (size_t i = 0; i < free.size(); ++i)
        figureIn(changed, free[i]) += x[static_cast<Eigen::Index>(i)];
    changed = keptOnBlank(std::move(changed), goal->onBlank, goal->material);
    const part::Part part = part::solve(changed, goal->material);
    const part::Folded folded = part::fold(part);
    const Pose3 faceFromRoot = placedBy(x) * restFromRoot(part, folded);
    There there;
    for (size_t i = 0; i < goal->mounting.ties.size(); ++i)
        there.ties.push_back(tieAt(i, part, folded, faceFromRoot, rows));
    for (size_t i = 0; i < goal->mounting.tabs.size(); ++i)
        there.tabs.push_back(tabAt(i, part, folded, faceFromRoot, rows));
    return there;
}

Reached::OfTie Brought::tieAt(size_t index, const part::Part& part, const part::Folded& folded,
                              const Pose3& faceFromRoot, ValueType* rows) const {
    const Mounting::Tie& tie = goal->mounting.ties[index];
    const part::PartHole& hole = part.holes[static_cast<size_t>(part.holeIndex(tie.hole))];
    const Pose3 faceFromFlat = faceFromRoot * folded.rootFromFlat[static_cast<size_t>(hole.plate)];
    const Vec2 middle = hole.centreOfShape();
    const Vec3 centre = faceFromFlat * Vec3(middle.x(), middle.y(), tie.onFace ? part.thickness : 0);
    const Vec3 axis = faceFromFlat.linear() * Vec3::UnitZ();
    const Vec3 away = centre - tie.at, outward = tie.outward.value_or(tie.axis);
    const Vec3 square = away - away.dot(tie.axis) * tie.axis;
    const Vec3 leans = axis.cross(tie.axis);
    const double gap = tie.touches ? away.dot(outward) : 0;
    const double tiltDeg = std::asin(std::min(1.0, leans.norm())) * 180 / M_PI;
    const Nearly& met = goal->nearly[index];
    if (rows) {
        const double upright = met.isShimmed ? 0 : kLever;
        const auto [first, second] = squareOnes(tie.axis);
        rows->segment<kRows>(kRows * static_cast<Eigen::Index>(index)) << square.dot(first),
            square.dot(second), gap, upright * leans.dot(first), upright * leans.dot(second);
    }
    return {tie.hole, square.norm(), gap, tiltDeg,
            square.norm() < met.off && std::abs(gap) < met.gap && tiltDeg < met.tiltDeg};
}

Reached::OfTab Brought::tabAt(size_t index, const part::Part& part, const part::Folded& folded,
                              const Pose3& faceFromRoot, ValueType* rows) const {
    const Mounting::Tab& tab = goal->mounting.tabs[index];
    const auto plate = static_cast<size_t>(part.plateIndex(tab.plate));
    const Pose3 faceFromFlat = faceFromRoot * folded.rootFromFlat[plate];
    const Polygon& outline = part.plates[plate].outlineInFlat;
    const auto onMiddle = [&](const Vec2& right, const Vec2& left) -> Vec3 {
        const Vec2 middle = (right + left) / 2;
        return faceFromFlat * Vec3(middle.x(), middle.y(), part.thickness / 2);
    };
    const Vec3 end = onMiddle(outline[1], outline[2]);
    const Vec3 begins = onMiddle(outline[0], outline[3]);
    const Vec3 in = (end - begins).normalized();
    const Vec3 across = tab.outward.cross(tab.along);
    const Vec3 side = in.cross(faceFromFlat.linear() * Vec3::UnitZ()); // of the leg: its width runs so
    // Down along the leg to the slot's face; a leg that runs along the face comes there as if it leaned so.
    constexpr double kLeast = 0.1;
    const double falls = std::min(in.dot(tab.outward), -kLeast);
    const Vec3 away = end - tab.at - (end - tab.at).dot(tab.outward) / falls * in;
    const double through = -(end - tab.at).dot(tab.outward), before = (begins - tab.at).dot(tab.outward);
    const double lean = in.dot(tab.along), leanAcross = in.dot(across), turn = side.dot(across);
    const double off = std::hypot(away.dot(tab.along), away.dot(across));
    const double tiltDeg = degrees(std::asin(std::min(1.0, std::hypot(lean, leanAcross, turn))));
    if (rows)
        rows->segment<kTabRows>(kRows * static_cast<Eigen::Index>(goal->mounting.ties.size()) +
                                kTabRows * static_cast<Eigen::Index>(index))
            << away.dot(tab.along),
            away.dot(across), kLever * lean, kLever * leanAcross, kLever * turn, std::min(0.0, through),
            std::min(0.0, before);
    constexpr Nearly kMet;
    const bool isIn = through > -kMet.gap && before > -kMet.gap && in.dot(tab.outward) < 0;
    return {tab.plate, off, tiltDeg, through, before, off < kMet.off && tiltDeg < kMet.tiltDeg && isIn};
}

/// The rest plate's frame, turned so that the side that lies on the mount is z = 0, its body above.
Pose3 Brought::restFromRoot(const part::Part& part, const part::Folded& folded) const {
    const auto rest = static_cast<size_t>(part.plateIndex(goal->mounting.rests));
    Pose3 flatFromPlate = Pose3::Identity();
    flatFromPlate.linear().topLeftCorner<2, 2>() = part.plates[rest].flatFromPlate.linear();
    flatFromPlate.translation().head<2>() = part.plates[rest].flatFromPlate.translation();
    Pose3 plateFromRoot = (folded.rootFromFlat[rest] * flatFromPlate).inverse();
    if (!goal->mounting.onFace) return plateFromRoot;
    return Pose3(Eigen::Translation3d(0, 0, part.thickness) * Eigen::AngleAxisd(M_PI, Vec3::UnitX())) *
           plateFromRoot;
}

} // namespace goodfold::lineup
