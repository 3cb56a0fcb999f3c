// A tool as it is drawn for its owner: its outlines, and where its figures can be read off them.
#pragma once

#include "tool/parameters.h"
#include "tool/solids.h"

namespace goodfold::tool {

/// Drawings are in mm, x to the right and y up. Section: along the bend line, the clamp or die itself; what
/// is in a vise stands upright, away from you to the right. Around: the same, with what stands round it, and
/// the lever. Along: square to that, as you stand before it, the bend line from left to right.
enum class View { Section, Around, Along };

struct Dimension {
    std::string_view key; // of the figure, or "radii", "openings" and "fingers", which are lists
    Vec2 from, to;        // of a radius or an angle both are the same place
};

/// The tool as it is drawn for its owner: flat stock in it, of a thickness that suits it, in the smallest
/// setting that takes it.
struct Sample {
    Setup setup;
    Hold hold;
    Work work;
};
/// The setup points to the tool, which must outlive it.
Sample sampleOf(const Tool& tool);

std::vector<Dimension> dimensionsOf(const Sample& sample, View view);

/// One body in a drawing. What is nearer comes later.
struct Outline {
    std::optional<Body> body; // none for the stock and for each finger
    Polygon shape;
    bool isStock = false;
    bool isUnbounded = false;    // further than need be drawn
    std::string_view named = {}; // where it is no body that a part can hit
};
std::vector<Outline> outlinesOf(const Sample& sample, View view);

} // namespace goodfold::tool
