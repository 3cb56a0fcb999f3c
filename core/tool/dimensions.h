// Where a tool's figures can be read off its cross-section.
#pragma once

#include "tool/figures.h"
#include "tool/solids.h"

namespace goodfold::tool {

struct Dimension {
    std::string_view key; // of the figure, or "radii" and "openings", which are lists
    Vec2 from, to;        // in x and z of the tool's frame; of a radius or an angle both are the same place
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

/// `close`: of the clamp or die itself; else of what stands round it.
std::vector<Dimension> dimensionsOf(const Sample& sample, bool close);

} // namespace goodfold::tool
