#include "edit/seam.h"

#include "part/driven.h"
#include "part/solid.h"

#include <algorithm>
#include <cmath>

namespace goodfold::edit {

using namespace part;

namespace {

constexpr double kSameDirection = 1e-6;
constexpr double kSamePlane = 0.01; // mm: what no calipers tell apart

struct Solved {
    Part part;
    Folded folded;
};

Solved solved(const Job& job, const material::Material& material) {
    Part part = solve(job, material);
    Folded folded = fold(part);
    return {std::move(part), std::move(folded)};
}

/// A plate's frame in the formed part: x, y, and its normal from back to face.
Pose3 rootFromPlate(const Solved& made, int plate) {
    const Pose2& flat = made.part.plates[static_cast<size_t>(plate)].flatFromPlate;
    Pose3 flatFromPlate = Pose3::Identity();
    flatFromPlate.linear().topLeftCorner<2, 2>() = flat.linear();
    flatFromPlate.translation().head<2>() = flat.translation();
    return made.folded.rootFromFlat[static_cast<size_t>(plate)] * flatFromPlate;
}

/// A plain flange: what there is of it is a rectangle and its holes.
bool isPlain(const Job& job, const Plate& plate) {
    const Bend* own = job.bendTo(plate.id);
    if (!own || job.isDriven(*own) || own->bumps > 1 || own->wrap) return false;
    for (const Bend& bend : job.bends)
        if (bend.from == plate.id) return false;
    return plate.corners.empty() && plate.ends.empty() && plate.inset.empty() && plate.shoulder.empty() &&
           plate.edges.empty() && plate.cornerJoints.empty() && !plate.joggle && !plate.flatFirst;
}

/// The bend that would bring a plate hung on this edge parallel to the plate `wanted`, face to the same side;
/// nothing where none would, or where it is no bend at all.
std::optional<Bend> bendOnto(const Solved& made, int onto, Edge edge, const Pose3& wanted) {
    const Segment line = made.part.plates[static_cast<size_t>(onto)].edgeInFlat(edge);
    const auto& rootFromFlat = made.folded.rootFromFlat[static_cast<size_t>(onto)].linear();
    const Vec2 along = (line.to - line.from).normalized();
    const Vec3 outward = rootFromFlat * Vec3(along.y(), -along.x(), 0), normal = rootFromFlat.col(2),
               facing = wanted.linear().col(2);
    if (std::abs(facing.dot(rootFromFlat * Vec3(along.x(), along.y(), 0))) > kSameDirection) return {};
    constexpr double kLeastDeg = 5;
    const double upDeg = degrees(std::atan2(-facing.dot(outward), facing.dot(normal)));
    if (std::abs(upDeg) < kLeastDeg || std::abs(upDeg) > 180 - kLeastDeg) return {};
    Bend bend;
    bend.edge = edge;
    bend.angleDeg = std::round(std::abs(upDeg) * 1e6) / 1e6;
    bend.turn = upDeg > 0 ? Turn::Up : Turn::Down;
    return bend;
}

/// Measured as a hole of any plate can be.
void fromTangent(Hole& hole) {
    hole.xFrom = Hole::XFrom::Tangent;
    hole.xFromHole.clear();
    hole.yFrom = Hole::YFrom::Right;
}

/// Its holes as they were, in the frame they now have.
void carryHoles(Plate& plate, const std::vector<PartHole>& before, const Pose3& newFromOld,
                const Pose2& oldFromFlat) {
    const double turnedDeg = degrees(std::atan2(newFromOld.linear()(1, 0), newFromOld.linear()(0, 0)));
    for (Hole& hole : plate.holes) {
        for (const PartHole& solved : before) {
            if (solved.id != hole.id) continue;
            Vec2 centre = solved.centreInFlat;
            if (hole.pattern && hole.pattern->kind == Pattern::Kind::Circle)
                centre -=
                    oldFromFlat.linear().transpose() * (hole.pattern->diameter / 2 *
                                                        Vec2(std::cos(radians(hole.pattern->angleDeg)),
                                                             std::sin(radians(hole.pattern->angleDeg))));
            const Vec2 old = oldFromFlat * centre;
            const Vec3 now = newFromOld * Vec3(old.x(), old.y(), 0);
            hole.x = now.x();
            hole.y = now.y();
        }
        fromTangent(hole);
        hole.angleDeg = std::remainder(hole.angleDeg + turnedDeg, 360.0);
        if (hole.pattern) hole.pattern->angleDeg = std::remainder(hole.pattern->angleDeg + turnedDeg, 360.0);
    }
}

/// What the plate covers, in some frame: of its straight part, and where it hung out to what its length is
/// measured to, so that the part closes there.
struct Extent {
    Vec2 least, most;
};

Extent extentIn(const Pose3& frameFromPlate, const Solved& made, int plate) {
    const PartPlate& own = made.part.plates[static_cast<size_t>(plate)];
    const double outside = lengthTo(made.part, plate, DimensionTo::Outside);
    Extent extent{Vec2::Constant(1e300), Vec2::Constant(-1e300)};
    for (const double x : {own.length - outside, own.length})
        for (const double y : {0.0, own.width}) {
            const Vec2 at = (frameFromPlate * Vec3(x, y, 0)).head<2>();
            extent = {extent.least.cwiseMin(at), extent.most.cwiseMax(at)};
        }
    return extent;
}

/// What lies past the edge's ends reaches past the bend.
void spread(double from, double to, double edgeLength, Bend& bend, Plate& plate) {
    bend.offset = std::clamp(from, 0.0, edgeLength);
    const double end = std::clamp(to, 0.0, edgeLength);
    plate.width = end - bend.offset;
    constexpr double kNone = 1e-6; // mm
    if (bend.offset - from > kNone) plate.shoulder[Edge::Right] = bend.offset - from;
    if (to - end > kNone) plate.shoulder[Edge::Left] = to - end;
}

double edgeLengthOf(const Part& part, int plate) {
    const int bend = part.plates[static_cast<size_t>(plate)].parentBend;
    return part.bends[static_cast<size_t>(bend)].edgeLength;
}

/// A plate that lost or got a bend on an edge stays as straight as it was: its dimensions change by what
/// they give that bend.
void keepStraight(Job& job, const std::string& id, Edge edge, const Solved& before,
                  const material::Material& material) {
    const Part now = solve(job, material);
    const auto index = static_cast<size_t>(now.plateIndex(id));
    const PartPlate &was = before.part.plates[index], &is = now.plates[index];
    Plate& plate = *job.findPlate(id);
    plate.length += was.length - is.length;
    const double wider = was.width - is.width;
    if (std::abs(wider) < 1e-9) return;
    if (!plate.width) plate.width = edgeLengthOf(now, static_cast<int>(index));
    *plate.width += wider;
    if (const Bend* own = job.bendTo(id); own && edge == Edge::Right) job.findBend(own->id)->offset -= wider;
}

/// With the plate hung on that edge. Length, width and offset are what makes it cover what it covered: its
/// frame is found with a first guess, the figures from that.
std::optional<Edited> hungOn(const Job& job, const material::Material& material, const Solved& before,
                             const std::string& id, int onto, Edge edge) {
    const int index = before.part.plateIndex(id);
    const Pose3 wanted = rootFromPlate(before, index);
    const auto bend = bendOnto(before, onto, edge, wanted);
    if (!bend) return {};
    Job moved = job;
    Bend& own = *moved.findBend(moved.bendTo(id)->id);
    const std::string parent = own.from;
    own.from = job.plates[static_cast<size_t>(onto)].id;
    own.edge = bend->edge;
    own.angleDeg = bend->angleDeg;
    own.turn = bend->turn;
    own.offset = 0;
    Plate& plate = *moved.findPlate(id);
    moved.findPlate(parent)->cornerJoints.clear();
    for (Hole& hole : plate.holes) // they are named by ties and by other holes; where they are comes last
        fromTangent(hole);
    plate.measure = Plate::Measure::Along;
    plate.dimensionTo.clear();
    plate.width = before.part.plates[static_cast<size_t>(index)].width;
    if (whatIsWrong(moved)) return {};
    keepStraight(moved, parent, job.bendTo(id)->edge, before, material);
    if (whatIsWrong(moved)) return {};
    keepStraight(moved, own.from, edge, before, material);
    if (whatIsWrong(moved)) return {};
    const Solved guess = solved(moved, material);
    const Pose3 newFromOld = rootFromPlate(guess, index).inverse() * wanted;
    if (std::abs(newFromOld.translation().z()) > kSamePlane ||
        std::abs(newFromOld.linear()(2, 2) - 1) > kSameDirection)
        return {};
    const double square = std::abs(newFromOld.linear()(0, 0));
    if (square > kSameDirection && square < 1 - kSameDirection) return {}; // it stands askew to that edge
    const Extent extent = extentIn(newFromOld, before, index);
    plate.length += extent.most.x() - guess.part.plates[static_cast<size_t>(index)].length;
    spread(extent.least.y(), extent.most.y(), edgeLengthOf(guess.part, index), own, plate);
    Pose3 shift = Pose3::Identity(); // the new y counts from its new right side
    shift.translation().y() = -extent.least.y();
    plate.holes = job.findPlate(id)->holes;
    carryHoles(plate, before.part.holes, shift * newFromOld,
               before.part.plates[static_cast<size_t>(index)].flatFromPlate.inverse());
    if (whatIsWrong(moved)) return {};
    return Edited{std::move(moved), Element::plate(id)};
}

} // namespace

std::vector<Edited> withSeamMoved(const Job& job, const material::Material& material, const std::string& id) {
    const Plate* plate = job.findPlate(id);
    if (job.stock.form != StockForm::Sheet || !plate || !isPlain(job, *plate)) return {};
    const Solved before = solved(job, material);
    const size_t clashes = selfClashes(before.part, before.folded).size();
    std::vector<Edited> all;
    for (size_t i = 0; i < job.plates.size(); ++i) {
        const Plate& onto = job.plates[i];
        if (onto.id == id || onto.joggle) continue;
        for (const Edge edge : {Edge::Start, Edge::Right, Edge::End, Edge::Left}) {
            const bool isTaken = (edge == Edge::Start && job.bendTo(onto.id)) ||
                                 !before.part.bendsOn(static_cast<int>(i), edge).empty() ||
                                 onto.edges.count(edge);
            if (isTaken) continue;
            auto moved = hungOn(job, material, before, id, static_cast<int>(i), edge);
            if (!moved) continue;
            const Solved after = solved(moved->job, material);
            if (selfClashes(after.part, after.folded).size() <= clashes) all.push_back(*std::move(moved));
        }
    }
    return all;
}

} // namespace goodfold::edit
