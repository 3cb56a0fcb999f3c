// One step of bending to look at: the partly bent part in its tool.
#pragma once

#include "draw/scene.h"
#include "sequence/plan.h"

namespace goodfold::draw {

/// What is seen, and in which frame: z up as at the bench, x to the right along the stock or the die.
struct StepScene {
    Scene scene;
    std::vector<Vec3> fitted;    // what the picture is to show whole: the part all along its swing
    std::optional<Vec3> meeting; // where what is in the way meets

    // What shows the act, at this moment of it.
    struct Letter {
        std::string plate;
        Vec3 at;
        bool isHeld;
    };
    std::vector<Letter> letters;
    std::optional<std::pair<Vec3, Vec3>>
        setLine; // the line that is set in the tool, on the side it is scribed
    std::optional<std::pair<Vec3, Vec3>> plannedLine; // where that was to be before it was moved
    std::vector<Vec3> swing; // the way of the far end of what moves, from flat to where it is let go
    /// Where somebody's hand, pipe or hammer acts; a tool with a lever of its own has it there.
    enum class Act { None, Hand, Pipe, Hammer };
    Act act = Act::None;
    Vec3 actsAt{0, 0, 0}, actsFrom{0, 0, 0};         // the end of a pipe, and where it is pushed on
    const tool::Kind* kind = nullptr;                // the tool's, whose bodies these are
    std::vector<std::pair<tool::Body, Vec3>> bodies; // each at a place to name it
};

/// The part when those bends are made that were before the step, its own turned by `turnedDeg`; in the tool
/// as it then stands. Benches and beams are cut off a little beyond the part. `movedBy`: how far the line is
/// scribed from where it was planned, across the bend.
StepScene stepSceneOf(const part::Part& part, const sequence::Operation& operation, sequence::BendSet before,
                      double turnedDeg, const std::optional<sequence::Obstacle>& obstacle = {},
                      double movedBy = 0);

/// Before the step the part on its way from where the step `from`, in the same tool, had left it: turned
/// over, end for end, or both, and lifted out. `share` is 0 there and 1 in its place. Nothing of the act is
/// shown.
StepScene carriedScene(const part::Part& part, const sequence::Operation& operation, sequence::BendSet before,
                       const sequence::Operation& from, double share);

} // namespace goodfold::draw
