// What the tests of sheet share: trays, channels, and a part made and formed.
#pragma once

#include "core/support.h"
#include "edit/edit_sheet.h"
#include "part/solid.h"

namespace goodfold::test {

/// A base with flanges up on these edges, each of one angle; R 2, T 1.5.
inline job::Job tray(const std::vector<job::Edge>& edges, double angleDeg = 90, double height = 25) {
    job::Job job = edit::emptySheet(quantity::Unit::Millimetre);
    for (const job::Edge edge : edges) {
        job::Bend bend;
        bend.edge = edge;
        bend.angleDeg = angleDeg;
        bend.insideRadius = 2;
        job = edit::withFlange(job, "A", bend, height)->job;
    }
    return job;
}

struct Made {
    part::Part part;
    part::Folded folded;
    const part::PartPlate& plate(const std::string& id) const {
        return part.plates[static_cast<size_t>(part.plateIndex(id))];
    }
    const part::PartBend& bend(const std::string& id) const {
        return part.bends[static_cast<size_t>(part.bendIndex(id))];
    }
    /// A plate's flat point in the formed part, z from back to face.
    Vec3 formed(const std::string& id, const Vec2& inFlat, double z) const {
        return folded.rootFromFlat[static_cast<size_t>(part.plateIndex(id))] *
               Vec3(inFlat.x(), inFlat.y(), z);
    }
};
inline Made made(const job::Job& job) {
    if (const auto wrong = job::whatIsWrong(job)) qFatal("%s: %s", wrong->where.c_str(), wrong->says.c_str());
    const part::Part part = part::solve(job, test::materialOf(job));
    return {part, part::fold(part)};
}

inline bool cutsItself(const Made& m) {
    return !part::selfClashes(m.part, m.folded).empty();
}

/// A U of sheet 80 wide: legs A and C 60 high on a web B of 100, outside; R 2, T 2.
inline job::Job channel(double angleDeg = 90) {
    job::Job job = edit::emptySheet(quantity::Unit::Millimetre);
    job.thickness = 2;
    job.plates[0].length = 60;
    job.plates[0].width = 80;
    job::Bend bend;
    bend.insideRadius = 2;
    bend.angleDeg = angleDeg;
    for (const auto& [plate, length] : {std::pair{"A", 100.0}, {"B", 60.0}}) {
        bend.edge = job::Edge::End;
        job = edit::withFlange(job, plate, bend, length)->job;
    }
    return job;
}

inline job::Hole hole(const std::string& id, double x, double y,
                      job::Hole::XFrom from = job::Hole::XFrom::Start) {
    job::Hole made;
    made.id = id;
    made.x = x;
    made.y = y;
    made.xFrom = from;
    made.yFrom = job::Hole::YFrom::Right;
    return made;
}

} // namespace goodfold::test
