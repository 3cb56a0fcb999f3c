// Whether a step can be made: the partly bent part against the tool, the bench and itself, all along the
// swing of the bend.
#pragma once

#include "job/element.h"
#include "sequence/operation.h"

#include <memory>
#include <optional>

namespace goodfold::sequence {

/// Why a step cannot be made.
struct Obstacle {
    enum class Kind {
        Hit,
        SelfHit,
        Grip,
        ShortPlate,
        FoldDepth,
        ShortFree,
        ShortToPull,
        Pull,
        Hidden,
        Trapped
    };
    Kind kind = Kind::Hit;
    job::Element one;               // of the part
    std::optional<tool::Body> body; // of the tool, that it hits or stays behind
    job::Element other;             // of the part, that it meets
    double atDeg = 0;               // of the swing
    double has = 0, needs = 0;      // mm or N, of what is too short or too hard
    /// Where two things meet, in the flat frame of the plate it is on, of a bend its parent's.
    std::optional<Vec3> place = {};
};

/// What is too short to be held, laid over a die, folded or pulled, when those in `made` are made.
std::optional<Obstacle> tooShort(const part::Part& part, const Operation& operation, BendSet made);

class StepCollisions;

/// The part's bodies, made once; and what is known of steps, kept so that no pair is looked at twice: a
/// plate's place beside a bend depends only on the bends between them.
class Collisions {
public:
    explicit Collisions(const part::Part& part);
    ~Collisions();
    Collisions(const Collisions&) = delete;
    Collisions& operator=(const Collisions&) = delete;

    /// What is in the way of making this bend when those in `made` are; nothing where it can be made. The
    /// swing is looked at every half degree, its end and what is pushed past it included.
    std::optional<Obstacle> inTheWay(const Operation& operation, BendSet made);

    /// Whether what the bends in `near` alone decide is in the way, the step's own among them; whatever the
    /// others are.
    bool isInTheWayNear(const Operation& operation, BendSet made, BendSet near);

    /// The same of what is in the way whatever else is bent: stock that is too short even when all is flat,
    /// and the two legs of the bend itself against the tool.
    std::optional<Obstacle> alwaysInTheWay(const Operation& operation);

    /// How many pairs of bodies were looked at exactly.
    size_t checksMade() const;

private:
    std::optional<Obstacle> amongBodies(const Operation& operation, BendSet made, BendSet known);
    std::optional<Obstacle> isHidden(StepCollisions& step, const Operation& operation, BendSet made,
                                     BendSet known);
    std::optional<Obstacle> isTrapped(const Operation& operation, BendSet made, BendSet known);
    struct Inside;
    std::unique_ptr<Inside> inside;
};

} // namespace goodfold::sequence
