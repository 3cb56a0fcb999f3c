// Jobs of sheet: forty plates and two hundred holes, and as large as a file may hold.
#pragma once

#include "edit/edit_sheet.h"

namespace goodfold::bench {

/// A rack for seed trays: a base with tabs on both sides, those on the left with a lip each, holes in every
/// plate, reliefs where metal stands beside the bends.
inline job::Job rack(int tabsASide, int holesAPlate) {
    job::Job job = edit::emptySheet(quantity::Unit::Millimetre);
    job.title = "Seed tray rack";
    job.plates[0].length = 13 + tabsASide * 49.0;
    job.plates[0].width = 300;
    job.plates[0].restOutside = {job::Edge::Left, job::Edge::Right};
    const auto flange = [&](const std::string& plate, job::Edge edge, double offset,
                            std::optional<double> width, double length) {
        job::Bend bend;
        bend.edge = edge;
        bend.offset = offset;
        const auto made = edit::withFlange(job, plate, bend, length, width);
        job = made->job;
        return made->about.id;
    };
    for (int i = 0; i < tabsASide; ++i) {
        const std::string tab = flange("A", job::Edge::Left, 8 + i * 49.0, 38, 40);
        flange(tab, job::Edge::End, 0, {}, 16);
        flange("A", job::Edge::Right, 8 + i * 49.0, 38, 40);
    }
    for (job::Plate& plate : job.plates) {
        const bool isRoot = plate.id == "A";
        for (int n = 0; n < holesAPlate; ++n) {
            job::Hole hole;
            hole.id = plate.id + "h" + std::to_string(n);
            hole.diameter = holesAPlate > 5 ? 1.6 : 3.2;
            hole.xFrom = isRoot ? job::Hole::XFrom::Start : job::Hole::XFrom::Outside;
            hole.x = isRoot ? 100 + 500.0 / holesAPlate * n : 9;
            hole.y = isRoot ? 0 : -12 + 24.0 / (holesAPlate - 1) * n;
            plate.holes.push_back(hole);
        }
    }
    return job;
}

inline job::Job fortyPlates() {
    return rack(13, 5);
}

/// 199 plates, 1990 holes.
inline job::Job largest() {
    return rack(66, 10);
}

} // namespace goodfold::bench
