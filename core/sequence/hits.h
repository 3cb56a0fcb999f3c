// Whether a step can be made: the partly bent part against the tool, the bench and itself, all along the
// swing of the bend.
#pragma once

#include "part/element.h"
#include "sequence/way.h"

#include <memory>
#include <optional>

namespace goodfold::sequence {

/// Why a step cannot be made.
struct Obstacle {
    enum class Kind { Hit, SelfHit, Grip, ShortLeg, FoldDepth, Pull, Hidden, Trapped };
    Kind kind = Kind::Hit;
    part::Element one;         // of the part
    std::string what;          // of the tool, or of the part
    double atDeg = 0;          // of the swing
    double has = 0, needs = 0; // mm or N, of what is too short or too hard
    /// Where two things meet, in the flat frame of the plate it is on, of a bend its parent's.
    std::optional<Vec3> place = {};
};

/// What is too short to be held, laid over a die, folded or pulled, when those in `made` are made.
std::optional<Obstacle> tooShort(const part::Part& part, const Way& way, Made made);

class StepLook;

/// The part's bodies, made once; and what is known of steps, kept so that no pair is looked at twice: a
/// plate's place beside a bend depends only on the bends between them.
class Hits {
public:
    explicit Hits(const part::Part& part);
    ~Hits();
    Hits(const Hits&) = delete;
    Hits& operator=(const Hits&) = delete;

    /// What is in the way of making this bend when those in `made` are; nothing where it can be made. The
    /// swing is looked at every half degree, its end and what is pushed past it included.
    std::optional<Obstacle> inTheWay(const Way& way, Made made);

    /// The same of what is in the way whatever else is bent: stock that is too short even when all is flat,
    /// and the two legs of the bend itself against the tool.
    std::optional<Obstacle> alwaysInTheWay(const Way& way);

    /// How many pairs of bodies were looked at exactly.
    size_t checksMade() const;

private:
    std::optional<Obstacle> isHidden(StepLook& step, const Way& way, Made made);
    std::optional<Obstacle> isTrapped(const Way& way, Made made);
    struct Inside;
    std::unique_ptr<Inside> inside;
};

} // namespace goodfold::sequence
