// The formed part as solids, and where it would cut through itself.
#pragma once

#include "job/element.h"
#include "part/fold.h"

#include <limits>
#include <memory>
#include <optional>

namespace goodfold::part {

/// Two things of the formed part that would be in the same place.
struct Clash {
    Element one;
    Element other;
};

/// Pairs of plates and bend zones that overlap by more than kTouching. Faces that lie on each other (a
/// doubled layer) do not count. A bend zone and what it joins are
/// not compared, nor two zones on one plate; plates are, every pair of them. Plates whose setbacks eat them
/// up have no solid. After `most` of them no more are looked for.
std::vector<Clash> selfClashes(const Part& part, const Folded& folded,
                               size_t most = std::numeric_limits<size_t>::max());

/// A round bar in the root frame: a tool over a screw, a nut behind a sheet.
struct Cylinder {
    Vec3 start;
    Vec3 along; // unit
    double length;
    double diameter;
};

/// Where something comes nearest to the formed part: 0 where they meet, and then no places are told.
struct Nearest {
    Element of;
    double distance = 0;
    Vec3 onPart{0, 0, 0}, onOther{0, 0, 0};
};

/// What stands round a place of the formed part, to be asked of it many times. Both live longer than it.
class Surroundings {
public:
    Surroundings(const Part& part, const Folded& folded);
    ~Surroundings();
    Surroundings(const Surroundings&) = delete;
    Surroundings& operator=(const Surroundings&) = delete;

    /// Plates and bend zones that a cylinder runs into by more than kTouching.
    std::vector<Element> hitBy(const Cylinder& cylinder) const;
    /// The same of a convex prism: a polygon's corners, then the corners above them.
    std::vector<Element> hitBy(const std::vector<Vec3>& prism) const;

    /// The nearest piece to what is convex round the corners, as long as it is nearer than `below`. Exact,
    /// but that arcs of bends stand for their chords (kPieceDeg).
    std::optional<Nearest> nearestTo(const std::vector<Vec3>& corners,
                                     double below = std::numeric_limits<double>::max()) const;
    /// The same over a plane; negative behind it. Nothing of a part without extent.
    std::optional<Nearest> nearestToPlane(const Vec3& at, const Vec3& normal) const;

    /// Something else that stands there, convex round its corners: from now on it is hit, and near, like the
    /// part's own.
    void add(const Element& about, const std::vector<Vec3>& corners);

private:
    struct Bodies;
    std::unique_ptr<Bodies> bodies_;
};

} // namespace goodfold::part
