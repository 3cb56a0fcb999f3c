#include "bench/piece.h"

#include "bench/leg.h"
#include "part/mark.h"
#include "sequence/step_mark.h"

#include <algorithm>
#include <cmath>
#include <numeric>

namespace goodfold::bench {

using Kind = Entry::Kind;
using How = Entry::How;

Piece::Piece(const lineup::Making& making, const sequence::Plan& plan)
    : making(making), plan(plan), draws(making), real(making.job, making.part, making.held),
      errors(&draws.errorsOfNone()) {}

const sequence::Step& Piece::stepOf(int bend) const {
    return *std::find_if(plan.steps.begin(), plan.steps.end(),
                         [&](const sequence::Step& step) { return step.operation.bend == bend; });
}

double Piece::plannedLine(int bend) const {
    return sequence::markOf(making.part, stepOf(bend)).at;
}

double Piece::acrossPerRead(int bend) const {
    const part::PartBend& drawn = making.part.bends[static_cast<size_t>(bend)];
    if (part::runsAlong(drawn)) return drawn.across.y();
    return making.part.datum == part::Edge::Start ? drawn.across.x() : -drawn.across.x();
}

namespace {

Error unknown(const std::string& what, const std::string& id) {
    return {"There is no " + what + " " + id + ".", "of"};
}

/// The bends between two plates, up to where their ways to the root meet.
std::vector<int> bendsBetween(const part::Part& part, int one, int other) {
    const auto toRoot = [&](int plate) {
        std::vector<int> way;
        for (int at = plate; part.plates[static_cast<size_t>(at)].parentBend >= 0;
             at = part.bends[static_cast<size_t>(way.back())].parent)
            way.push_back(part.plates[static_cast<size_t>(at)].parentBend);
        return way;
    };
    std::vector<int> first = toRoot(one), second = toRoot(other);
    while (!first.empty() && !second.empty() && first.back() == second.back()) {
        first.pop_back();
        second.pop_back();
    }
    first.insert(first.end(), second.begin(), second.end());
    return first;
}

} // namespace

std::optional<Error> Piece::whyNot(const Entry& entry, const Made& made) const {
    const part::Part& part = making.part;
    if (entry.of.size() != countOf(entry.kind) && !(entry.kind == Kind::Done && !entry.of.empty()))
        return Error{"It is of " + std::to_string(countOf(entry.kind)) + ".", "of"};
    switch (entry.kind) {
    case Kind::Hole:
    case Kind::HoleTo:
    case Kind::Filed:
    case Kind::Holes:
    case Kind::Place:
        for (const std::string& id : entry.of)
            if (part.holeIndex(id) < 0) return unknown("hole", id);
        return {};
    case Kind::Line:
    case Kind::LineTo:
    case Kind::AngleTo:
    case Kind::Pushed:
    case Kind::Angle:
        if (part.bendIndex(entry.of[0]) < 0) return unknown("bend", entry.of[0]);
        return {};
    case Kind::Outside:
    case Kind::Inside: {
        const int plate = part.plateIndex(entry.of[0]);
        if (plate < 0) return unknown("leg", entry.of[0]);
        for (const bool atStart : {true, false})
            if (!legEnd(part, plate, atStart, made))
                return Error{"Leg " + entry.of[0] + " has no end to measure to yet.", "of"};
        return {};
    }
    case Kind::Across: {
        for (const std::string& id : entry.of)
            if (part.plateIndex(id) < 0) return unknown("leg", id);
        for (const int bend : bendsBetween(part, part.plateIndex(entry.of[0]), part.plateIndex(entry.of[1])))
            if (!made[static_cast<size_t>(bend)])
                return Error{"Bend " + part.bends[static_cast<size_t>(bend)].id +
                                 " between the two is not made yet.",
                             "of"};
        return {};
    }
    case Kind::Blank:
        if (part.form != part::StockForm::Bar)
            return Error{"A sheet's blank has no one length: measure its legs once they are bent.", "kind"};
        return {};
    default:
        return {};
    }
}

double Piece::reads(const Entry& entry, const Made& made, const Eigen::VectorXd& normals) {
    errors = &draws.errorsBy(normals.data());
    real.form(*errors, made);
    const part::Part& part = making.part;
    const auto bendOf = [&] { return part.bendIndex(entry.of[0]); };
    const auto errorOf = [&](int bend) -> const auto& {
        return errors->bends[static_cast<size_t>(bend)];
    };
    switch (entry.kind) {
    case Kind::Blank:
        return std::accumulate(errors->cuts.begin(), errors->cuts.end(), part.blank.length);
    case Kind::Thickness:
        return real.thickness();
    case Kind::Hole: {
        const part::PartHole& hole = part.holes[static_cast<size_t>(part.holeIndex(entry.of[0]))];
        const Vec2 by = part.plates[static_cast<size_t>(hole.plate)].flatFromPlate.linear() *
                        errors->holes[static_cast<size_t>(part.holeIndex(entry.of[0]))];
        return part::alongBlank(part, hole.centreInFlat + by);
    }
    case Kind::Line:
        return plannedLine(bendOf()) + errorOf(bendOf()).scribed / acrossPerRead(bendOf());
    case Kind::Pushed: {
        const tool::Setup& setup = stepOf(bendOf()).operation.setup;
        return real.bendOf(bendOf()).shape.angleDeg + setup.loadedAngleDeg - setup.restsAtDeg -
               errorOf(bendOf()).sprungDeg;
    }
    case Kind::Angle:
        return real.bendOf(bendOf()).shape.angleDeg;
    case Kind::Outside:
        return readsLeg(part.plateIndex(entry.of[0]), made, bend::DimensionTo::Outside);
    case Kind::Inside:
        return readsLeg(part.plateIndex(entry.of[0]), made, bend::DimensionTo::Inside);
    case Kind::Across:
        return readsAcross(entry);
    case Kind::Holes:
        return readsHoles(entry);
    case Kind::Place:
        return readsPlace(entry);
    default:
        return 0;
    }
}

double Piece::readsLeg(int plate, const Made& made, bend::DimensionTo to) const {
    const part::PartPlate& leg = making.part.plates[static_cast<size_t>(plate)];
    const Vec2 along = leg.flatFromPlate.linear() * Vec2(1, 0);
    const Vec2 onMiddle = leg.flatFromPlate * Vec2(0, leg.width / 2);
    const auto at = [&](bool atStart) {
        const LegEnd end = *legEnd(making.part, plate, atStart, made);
        const double outward = atStart ? -1 : 1;
        const part::PartPlate& last = making.part.plates[static_cast<size_t>(end.plate)];
        if (end.bend < 0) {
            const Vec2 middle = last.flatFromPlate * Vec2(end.atStart ? 0 : last.length, last.width / 2);
            return (middle - onMiddle).dot(along) + outward * errors->cuts[static_cast<size_t>(end.plate)];
        }
        const part::PartBend& bend = real.bendOf(end.bend);
        const Vec2& tangent = bend.child == end.plate ? bend.far.from : bend.near.from;
        const double toTangent = (tangent - onMiddle).dot(bend.across) / along.dot(bend.across);
        return toTangent + outward * bend::setback(bend.shape, to) / std::cos(radians(bend.skewDeg));
    };
    return at(false) - at(true);
}

double Piece::readsAcross(const Entry& entry) const {
    const auto first = static_cast<size_t>(making.part.plateIndex(entry.of[0]));
    const auto second = static_cast<size_t>(making.part.plateIndex(entry.of[1]));
    const part::PartPlate& leg = making.part.plates[second];
    const Vec3 half(0, 0, real.thickness() / 2);
    const Vec3 middle = Vec3(leg.length / 2, leg.width / 2, 0) + half;
    const Pose3 firstFromSecond =
        real.rootFromPlate(static_cast<int>(first)).inverse() * real.rootFromPlate(static_cast<int>(second));
    const double between = std::abs((firstFromSecond * middle - half).z());
    return between + (entry.how == How::Inner ? -1 : 1) * real.thickness();
}

namespace {

struct Rim {
    Vec3 centre, axis;
    double radius;
    /// Its point nearest to another, or farthest from it.
    Vec3 toward(const Vec3& other, bool nearest) const {
        const Vec3 away = other - centre;
        const Vec3 inPlane = away - away.dot(axis) * axis;
        if (inPlane.norm() == 0) return centre;
        return centre + (nearest ? 1 : -1) * radius * inPlane.normalized();
    }
};

} // namespace

double Piece::readsPlace(const Entry& entry) const {
    const int hole = making.part.holeIndex(entry.of[0]), other = making.part.holeIndex(entry.of[1]);
    const Pose3 legFromRoot =
        real.rootFromPlate(making.part.holes[static_cast<size_t>(other)].plate).inverse();
    const auto middle = [&](int of) -> Vec3 {
        const lineup::RealPart::Spine spine = real.spineOf(of);
        return legFromRoot * spine.middle();
    };
    const Vec3 between = middle(hole) - middle(other);
    return between[entry.how == How::Along ? 0 : entry.how == How::Aside ? 1 : 2];
}

double Piece::readsHoles(const Entry& entry) const {
    const auto rimOf = [&](const std::string& id) {
        const int hole = making.part.holeIndex(id);
        const lineup::RealPart::Spine spine = real.spineOf(hole);
        return Rim{spine.middle(), spine.axis, making.part.holes[static_cast<size_t>(hole)].diameter / 2};
    };
    const Rim one = rimOf(entry.of[0]), other = rimOf(entry.of[1]);
    if (entry.how != How::Near && entry.how != How::Far) return (other.centre - one.centre).norm();
    Vec3 from = one.centre, to = other.centre;
    constexpr int kRounds = 40; // each halves what is left, and more
    for (int round = 0; round < kRounds; ++round) {
        from = one.toward(to, entry.how == How::Near);
        to = other.toward(from, entry.how == How::Near);
    }
    return (to - from).norm();
}

} // namespace goodfold::bench
