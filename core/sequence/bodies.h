// The part in pieces: its plates and the strips of its bends, and which bends decide where each lies. Not for
// use outside of sequence/.
#pragma once

#include "job/element.h"
#include "sequence/hull.h"
#include "sequence/operation.h"

namespace goodfold::sequence {

/// A plate, the strip of a bend, flat or as bent, or what was left on a free end.
struct Body {
    job::Element about;
    int plate = 0;     // whose frame it is in
    int bend = -1;     // of a strip
    BendSet route = 0; // bends between the root and it
    BendSet until = 0; // of what is trimmed: when these are made
};

class Bodies {
public:
    explicit Bodies(const part::Part& part);

    const part::Part& of() const { return part; }
    size_t size() const { return bodies.size(); }
    const Body& operator[](size_t body) const { return bodies[body]; }

    /// What was left on a leg is trimmed once the leg's own bend is made.
    bool isThere(size_t body, BendSet made) const {
        const BendSet until = bodies[body].until;
        return until == 0 || (made & until) != until;
    }

    const Hull& hullOf(size_t body, BendSet made) const {
        const int bend = bodies[body].bend;
        return bend >= 0 && !(made >> bend & 1) ? flat[body] : bent[body];
    }

    /// On the child's side of the bend.
    bool isBeyond(size_t body, int bend) const { return (bodies[body].route >> bend) & 1; }

    /// Bends whose state decides where the body lies beside the bend: those between them, and its own.
    BendSet decide(size_t body, int bend) const;
    /// Whether those in `known` are all that do, and that decide whether it is there.
    bool isDecided(size_t body, int bend, BendSet known) const {
        return ((decide(body, bend) | bodies[body].until) & ~known) == 0;
    }

    /// Bodies on either side of a bend that it brings together.
    struct Pair {
        size_t held, free;
        BendSet decide;
    };
    const std::vector<Pair>& across(int bend) const { return pairs[static_cast<size_t>(bend)]; }

private:
    void findRoutes();
    void addLeftOn(int plate, job::Edge edge);
    bool isLap(const Body& one, const Body& other) const;
    std::vector<Pair> pairsAcross(int bend) const;

    const part::Part& part;
    std::vector<BendSet> fromRoot; // bends between the root and each plate
    std::vector<Body> bodies;
    std::vector<Hull> flat, bent; // by body
    std::vector<std::vector<Pair>> pairs;
};

} // namespace goodfold::sequence
