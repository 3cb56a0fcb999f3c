#include "job/job.h"

#include <algorithm>
#include <cmath>

namespace goodfold::job {

namespace {

template <class Things> auto findById(Things& things, const std::string& id) {
    const auto found =
        std::find_if(things.begin(), things.end(), [&](const auto& thing) { return thing.id == id; });
    return found == things.end() ? nullptr : &*found;
}

template <class Plates> auto findPlateOfHole(Plates& plates, const std::string& holeId) {
    const auto found = std::find_if(plates.begin(), plates.end(),
                                    [&](const Plate& plate) { return findById(plate.holes, holeId); });
    return found == plates.end() ? nullptr : &*found;
}

} // namespace

const Plate* Job::findPlate(const std::string& id) const {
    return findById(plates, id);
}
const Bend* Job::findBend(const std::string& id) const {
    return findById(bends, id);
}
Plate* Job::findPlate(const std::string& id) {
    return findById(plates, id);
}
Bend* Job::findBend(const std::string& id) {
    return findById(bends, id);
}

Plate* Job::plateOfHole(const std::string& holeId) {
    return findPlateOfHole(plates, holeId);
}
const Plate* Job::plateOfHole(const std::string& holeId) const {
    return findPlateOfHole(plates, holeId);
}

Hole* Job::findHole(const std::string& id) {
    Plate* plate = plateOfHole(id);
    return plate ? findById(plate->holes, id) : nullptr;
}

const Hole* Job::findHole(const std::string& id) const {
    const Plate* plate = plateOfHole(id);
    return plate ? findById(plate->holes, id) : nullptr;
}

const Bend* Job::bendTo(const std::string& plateId) const {
    const auto found =
        std::find_if(bends.begin(), bends.end(), [&](const Bend& bend) { return bend.to == plateId; });
    return found == bends.end() ? nullptr : &*found;
}

const Bend* Job::bendAt(const std::string& plateId, Edge edge) const {
    const auto found = std::find_if(bends.begin(), bends.end(), [&](const Bend& bend) {
        return bend.from == plateId && bend.edge == edge;
    });
    return found == bends.end() ? nullptr : &*found;
}

const Plate& Job::root() const {
    return *std::find_if(plates.begin(), plates.end(), [&](const Plate& plate) { return !bendTo(plate.id); });
}

const Joggle* Job::joggleAt(const Bend& bend) const {
    const auto joggleOf = [&](const std::string& id) -> const Joggle* {
        const Plate* plate = findPlate(id);
        return plate && plate->joggle ? &*plate->joggle : nullptr;
    };
    if (const Joggle* joggle = joggleOf(bend.to)) return joggle;
    return bend.edge == Edge::End ? joggleOf(bend.from) : nullptr;
}

const Bend* Job::wrapAt(const Bend& bend) const {
    if (bend.wrap) return &bend;
    if (const Bend* next = bendAt(bend.to, Edge::End); next && next->wrap) return next;
    const Bend* before = bend.edge == Edge::End ? bendTo(bend.from) : nullptr;
    return before && before->wrap ? before : nullptr;
}

bool isBesideWrap(const Job& job, const Plate& plate) {
    if (std::none_of(job.bends.begin(), job.bends.end(), [](const Bend& bend) { return bend.wrap; }))
        return false;
    const Bend *own = job.bendTo(plate.id), *next = job.bendAt(plate.id, Edge::End);
    return (own && own->wrap) || (next && next->wrap);
}

bool isDriven(const Job& job, const Plate& plate) {
    return plate.joggle || plate.measure != Plate::Measure::Along || isBesideWrap(job, plate);
}

bool isDriven(const Job& job) {
    return std::any_of(
               job.plates.begin(), job.plates.end(),
               [](const Plate& plate) { return plate.joggle || plate.measure != Plate::Measure::Along; }) ||
           std::any_of(job.bends.begin(), job.bends.end(), [](const Bend& bend) { return bend.wrap; });
}

namespace {

/// What a bend does to its child's directions, seen from the parent, on a bar or at a sheet's end edge.
Eigen::Matrix3d turnOf(const Bend& bend) {
    const double skew = radians(bend.skewDeg);
    const Vec3 along(-std::sin(skew), std::cos(skew), 0);
    const double angle = radians(bend.angleDeg) * (bend.turn == Turn::Up ? -1 : 1);
    return Eigen::AngleAxisd(angle, along).toRotationMatrix();
}

} // namespace

bool standsBetweenParallels(const Job& job, const Plate& plate) {
    const Bend *own = job.bendTo(plate.id), *next = job.bendAt(plate.id, Edge::End);
    if (!own || !next || plate.joggle || job.isDriven(*own) || job.isDriven(*next)) return false;
    const Eigen::Matrix3d first = turnOf(*own);
    const double childNormal = (first * turnOf(*next) * Vec3::UnitZ()).z();
    const double rise = (first * Vec3::UnitX()).z(); // of the leg itself out of its parent's plane
    constexpr double kParallel = 1 - 1e-9, kRises = 1e-3;
    return std::abs(childNormal) > kParallel && std::abs(rise) > kRises;
}

void freeBending(Job& job) {
    job.bendOrder.clear();
    for (Bend& bend : job.bends) {
        bend.tool.clear();
        bend.die.reset();
        bend.holds = Holds::Either;
    }
}

void Job::tidyBendOrder() {
    std::erase_if(bendOrder, [&](const std::string& id) { return !findBend(id); });
}

bool has(const Job& job, const Element& element) {
    switch (element.kind) {
    case Element::Kind::Plate:
        return job.findPlate(element.id);
    case Element::Kind::Bend:
        return job.findBend(element.id);
    case Element::Kind::Hole:
        return job.findHole(element.id);
    case Element::Kind::Nothing:
        break;
    }
    return true;
}

} // namespace goodfold::job
