// One step of bending to look at: the partly bent part in its tool.
#pragma once

#include "draw/scene.h"
#include "sequence/plan.h"

namespace goodfold::draw {

/// What is seen, and in which frame: z up as at the bench, x to the right along the stock or the die.
struct StepScene {
    Scene scene;
    std::vector<Vec3> fitted;    // what the picture is to show whole: the part and the tool near it
    std::optional<Vec3> meeting; // where what is in the way meets
};

/// The part when those bends are made that were before the step, its own turned by `turnedDeg`; in the tool
/// as it then stands. Benches and beams are cut off a little beyond the part.
StepScene stepSceneOf(const part::Part& part, const sequence::Operation& operation, sequence::BendSet before,
                      double turnedDeg, const std::optional<sequence::Obstacle>& obstacle = {});

} // namespace goodfold::draw
