#include "strength/model.h"

#include <algorithm>
#include <cmath>

namespace goodfold::strength {

namespace {

using job::Element;

/// One place on the bar's centreline in the flat.
struct Place {
    double x;
    Element about;
};

/// Stations on the centreline: tangent lines, pieces of arcs, pieces of straights, and the holes.
class Centreline {
public:
    Centreline(const part::Part& part, const part::Folded& folded) : part(part), folded(folded) {
        for (const part::PartPlate& plate : part.plates)
            plateReaches.push_back(reachOf(plate.outlineInFlat));
        for (const part::PartBend& bend : part.bends)
            bendReaches.push_back(reachOf(bend.zoneInFlat));
        for (const part::PartPlate& plate : part.plates)
            addStretch(startOf(plate), plate.length, kStraightPieces, Element::plate(plate.id));
        for (const part::PartBend& bend : part.bends) {
            const double from = bend.zoneInFlat[0].x() + bend.zoneInFlat[3].x();
            const double to = bend.zoneInFlat[1].x() + bend.zoneInFlat[2].x();
            addStretch(from / 2, (to - from) / 2, kArcPieces, Element::bend(bend.id));
        }
        for (const part::PartHole& hole : part.holes)
            places.push_back({hole.centreInFlat.x(), Element::hole(hole.id)});
        std::stable_sort(places.begin(), places.end(),
                         [](const Place& a, const Place& b) { return a.x < b.x; });
    }

    Vec3 at(double x, double across) const {
        const Vec2 p(x, across);
        const double z = part.thickness / 2;
        for (size_t i = 0; i < part.bends.size(); ++i) {
            if (!bendReaches[i].holds(x)) continue;
            const part::PartBend& bend = part.bends[i];
            const double past = (p - bend.near.from).dot(bend.across);
            if (past >= 0 && past <= bend.allowance) return inRoot(part, folded, static_cast<int>(i), p, z);
        }
        for (size_t i = 0; i < part.plates.size(); ++i)
            if (plateReaches[i].holds(x) && isOn(i, p)) return folded.rootFromFlat[i] * Vec3(p.x(), p.y(), z);
        return {0, 0, 0};
    }

    Station station(double x) const {
        const double middle = part.plates[static_cast<size_t>(part.root)].width / 2;
        constexpr double kStep = 0.5;
        double taken = 0, curve = 0;
        for (const part::PartHole& hole : part.holes)
            if (std::abs(hole.centreInFlat.x() - x) < kSameSection) taken += hole.diameter;
        for (const part::PartBend& bend : part.bends) {
            const double past = (Vec2(x, middle) - bend.near.from).dot(bend.across);
            if (past > -kSameSection && past < bend.allowance + kSameSection) curve = bend.shape.insideRadius;
        }
        return {at(x, middle), (at(x, middle + kStep) - at(x, middle - kStep)).normalized(), taken, curve};
    }

    std::vector<Place> places;

private:
    static constexpr int kStraightPieces = 6, kArcPieces = 9;
    static constexpr double kSameSection = 1e-6;

    static double startOf(const part::PartPlate& plate) { return plate.flatFromPlate.translation().x(); }

    void addStretch(double from, double length, int pieces, const Element& about) {
        for (int i = 0; i <= pieces; ++i)
            places.push_back({from + length * i / pieces, about});
    }

    /// Between its bends' tangent lines; beyond a free end the plate goes on.
    bool isOn(size_t index, const Vec2& p) const {
        const part::PartPlate& plate = part.plates[index];
        if (plate.parentBend >= 0) {
            const part::PartBend& own = part.bends[plate.parentBend];
            if ((p - own.far.from).dot(own.across) < 0) return false;
        }
        return std::all_of(plate.childBends.begin(), plate.childBends.end(), [&](int child) {
            const part::PartBend& bend = part.bends[child];
            return (p - bend.near.from).dot(bend.across) <= 0;
        });
    }

    /// Along the bar, a little more than it is: what is nowhere near is not asked further.
    struct Reach {
        double from, to;
        bool holds(double x) const { return x >= from && x <= to; }
    };
    static Reach reachOf(const Polygon& outline) {
        constexpr double kMore = 1; // mm
        const auto [least, most] = std::minmax_element(
            outline.begin(), outline.end(), [](const Vec2& a, const Vec2& b) { return a.x() < b.x(); });
        return {least->x() - kMore, most->x() + kMore};
    }

    const part::Part& part;
    const part::Folded& folded;
    std::vector<Reach> plateReaches, bendReaches;
};

Vec3 directionOf(job::Load::Toward toward) {
    switch (toward) {
    case job::Load::Toward::Face:
        return Vec3::UnitZ();
    case job::Load::Toward::Back:
        return -Vec3::UnitZ();
    case job::Load::Toward::End:
        return Vec3::UnitX();
    case job::Load::Toward::Start:
        return -Vec3::UnitX();
    case job::Load::Toward::Left:
        return Vec3::UnitY();
    case job::Load::Toward::Right:
        return -Vec3::UnitY();
    }
    return Vec3::UnitZ();
}

} // namespace

double forceOf(const job::Load& load) {
    return std::max(load.newtons, kJolt * kGravity * load.hungKg);
}

std::optional<std::string> whyNotEstimated(const part::Part& part, const job::Load& load) {
    if (part.form != job::StockForm::Bar) return "a sheet carries in more ways than a bar does";
    const auto straight = [](const part::PartPlate& plate) { return plate.shortestStraight >= 0; };
    const auto bent = [](const part::PartBend& bend) { return bend.allowance > 0; };
    if (!std::all_of(part.plates.begin(), part.plates.end(), straight) ||
        !std::all_of(part.bends.begin(), part.bends.end(), bent))
        return "its bends run into each other";
    const auto& held = part.holes[static_cast<size_t>(part.holeIndex(load.held))];
    const auto& at = part.holes[static_cast<size_t>(part.holeIndex(load.at))];
    constexpr double kApart = 0.1; // mm
    if (std::abs(held.centreInFlat.x() - at.centreInFlat.x()) < kApart)
        return "it is held and pulled at the same place along the bar";
    return {};
}

std::optional<Model> modelOf(const job::Job& job, const part::Part& part, const part::Folded& folded,
                             const material::Material& material, const job::Load& load) {
    if (whyNotEstimated(part, load)) return {};
    const auto& held = part.holes[static_cast<size_t>(part.holeIndex(load.held))];
    const auto& at = part.holes[static_cast<size_t>(part.holeIndex(load.at))];
    const double heldX = held.centreInFlat.x(), atX = at.centreInFlat.x();

    const Centreline line(part, folded);
    Model model{{{}, job.stock.width, job.thickness, material.elasticModulus}, {}, {}};
    const bool forward = atX > heldX;
    auto places = line.places;
    if (!forward) std::reverse(places.begin(), places.end());
    for (const Place& place : places) {
        if (forward ? place.x < heldX : place.x > heldX) continue;
        const Station station = line.station(place.x);
        const bool isNew =
            model.chain.stations.empty() || (station.point - model.chain.stations.back().point).norm() > 1e-6;
        if (isNew) {
            model.chain.stations.push_back(station);
            model.about.push_back(place.about);
        } else if (place.about.kind == Element::Kind::Hole) {
            model.about.back() = place.about;
        }
        if (place.about == Element::hole(at.id)) model.load.station = model.chain.stations.size() - 1;
    }
    const Pose3& rootFromHeld = folded.rootFromFlat[static_cast<size_t>(held.plate)];
    model.load.at = folded.rootFromFlat[static_cast<size_t>(at.plate)] *
                    Vec3(at.centreInFlat.x(), at.centreInFlat.y(), part.thickness / 2);
    model.load.force = forceOf(load) * (rootFromHeld.linear() * directionOf(load.toward));
    return model;
}

} // namespace goodfold::strength
