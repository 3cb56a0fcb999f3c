// Operations that make a bend: in which tool and setting, which side held, which way round.
#pragma once

#include "part/part.h"
#include "tool/solids.h"

#include <array>
#include <cstdint>

namespace goodfold::sequence {

/// Bends that are made, one bit each by their index in the part.
using BendSet = std::uint32_t;
inline constexpr size_t kMostBends = 20; // that are planned

/// One operation that makes one bend: a candidate of the search, and what a step is. In a die nothing is
/// held, and both sides rise.
struct Operation {
    int bend = 0; // index into Part::bends
    tool::Setup setup;
    tool::Hold hold;
    bool holdsChild = false; // else the parent's side of the bend
    tool::Work work;
};

tool::Work workOf(const part::Part& part, int bend);

/// All operations of all tools, of each bend; and for a bend without any, why each tool will not do.
struct Operations {
    std::vector<std::vector<Operation>> of;           // by bend
    std::vector<std::vector<tool::Refusal>> refusals; // by bend
};
Operations operationsOf(const part::Part& part, const material::Material& material, const tool::Shop& shop);

/// The tool's frame in the flat: x from the held side across the bend, z out of the side that comes inside.
/// Its origin is the middle of the held side's tangent line, of a die the middle of the bend.
Pose3 flatFromTool(const part::Part& part, const Operation& operation);

/// Where the tool's solids are in the flat frame of the bend's parent, when the bend has turned so far.
struct ToolPlaces {
    std::array<Pose3, 3> parentFromSolid; // by motion
    const Pose3& of(tool::Solid::Motion motion) const { return parentFromSolid[static_cast<size_t>(motion)]; }
};
ToolPlaces toolPlaces(const part::Part& part, const Operation& operation, double turnedDeg);

/// How far each bend has turned on the way through a step: its own so far, those made as far as they rest.
std::vector<double> turnedAt(const part::Part& part, BendSet made, int bend, double turnedDeg);

/// The bends on a plate.
BendSet bendsOf(const part::Part& part, int plate);

/// How far what is still flat with one side of the bend reaches from its tangent line, when the bends in
/// `made` are made: the stock there is to hold, to lay over a die, or to pull on, with what was left on it.
double flatReach(const part::Part& part, const Operation& operation, BendSet made, bool ofChild);

/// Which way the tool's x points in the flat; of a press away from its frame.
inline Vec2 headingOf(const part::Part& part, const Operation& operation) {
    const Vec2& across = part.bends[static_cast<size_t>(operation.bend)].across;
    const bool isTurned = operation.setup.tool->isDie() ? operation.hold.childToFrame : operation.holdsChild;
    return isTurned ? Vec2(-across) : across;
}

/// Which face of the stock looks up in the tool, or toward the inside of the bend: the face, or the back.
inline bool faceInside(const part::Part& part, int bend) {
    return part.bends[static_cast<size_t>(bend)].turn == job::Turn::Up;
}

} // namespace goodfold::sequence
