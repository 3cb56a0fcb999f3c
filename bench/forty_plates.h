// A job of sheet as large as they come: forty plates and two hundred holes.
#pragma once

#include "part/edit_sheet.h"

namespace goodfold::bench {

/// A rack for seed trays: a base with tabs on both sides, those on the left with a lip each, five holes a
/// plate, reliefs where metal stands beside the bends.
inline part::Job fortyPlates() {
    part::Job job = part::emptySheet(quantity::Unit::Millimetre);
    job.title = "Seed tray rack";
    job.plates[0].length = 650;
    job.plates[0].width = 300;
    job.plates[0].restOutside = {part::Edge::Left, part::Edge::Right};
    const auto flange = [&](const std::string& plate, part::Edge edge, double offset,
                            std::optional<double> width, double length) {
        part::Bend bend;
        bend.edge = edge;
        bend.offset = offset;
        const auto made = part::withFlange(job, plate, bend, length, width);
        job = made->job;
        return made->about.id;
    };
    for (int i = 0; i < 13; ++i) {
        const std::string tab = flange("A", part::Edge::Left, 8 + i * 49.0, 38, 40);
        flange(tab, part::Edge::End, 0, {}, 16);
        flange("A", part::Edge::Right, 8 + i * 49.0, 38, 40);
    }
    for (part::Plate& plate : job.plates) {
        const bool isRoot = plate.id == "A";
        for (int n = 0; n < 5; ++n) {
            part::Hole hole;
            hole.id = plate.id + "h" + std::to_string(n);
            hole.diameter = 3.2;
            hole.xFrom = isRoot ? part::Hole::XFrom::Start : part::Hole::XFrom::Outside;
            hole.x = isRoot ? 100 + 100.0 * n : 9;
            hole.y = isRoot ? 0 : -12 + 6.0 * n;
            plate.holes.push_back(hole);
        }
    }
    return job;
}

} // namespace goodfold::bench
