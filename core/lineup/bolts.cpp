#include "lineup/bolts.h"

#include "part/fold.h"

#include <cmath>

namespace goodfold::lineup {

namespace {

/// What stands on the stock: a nut on a stud, else the bolt's head.
std::optional<Bolt> sizesOf(const Mounting::Tie& tie, const job::Hole& hole, const hardware::Book& hardware) {
    using Fastener = job::Fastener;
    const bool isPlain = !hole.countersink && (!hole.fastener || hole.fastener->use == Fastener::Use::Bolt);
    const hardware::Screw* screw = hardware.screwOfMajor(tie.bolt);
    if (!isPlain || !screw) return {};
    Bolt bolt;
    bolt.acrossFlats = tie.isStud ? screw->acrossFlats : screw->headAcrossFlats;
    bolt.height = tie.isStud ? screw->nutHeight : screw->headHeight;
    if (hole.fastener && hole.fastener->washers == 0) return bolt;
    bolt.washerDiameter = screw->washerDiameter;
    bolt.washerThickness = screw->washerThickness;
    return bolt;
}

} // namespace

std::vector<std::optional<Bolt>> boltsOf(const Making& making, const NominalFit& nominal,
                                         const hardware::Book& hardware) {
    const part::Folded folded = part::fold(making.part);
    const Pose3 rootFromFace = nominal.mountFromRoot.inverse() * making.mounting.mountFromFace;
    std::vector<std::optional<Bolt>> bolts;
    for (const Mounting::Tie& tie : making.mounting.ties) {
        const int index = making.part.holeIndex(tie.hole);
        const job::Hole& hole = *making.job.findHole(making.part.holes[static_cast<size_t>(index)].source);
        bolts.push_back(sizesOf(tie, hole, hardware));
        if (!bolts.back()) continue;
        const part::PartHole& made = making.part.holes[static_cast<size_t>(index)];
        const part::FormedHole formed = part::formedPoint(folded, made.plate, made.centreOfShape());
        Bolt& bolt = *bolts.back();
        bolt.spacer = tie.spacer;
        bolt.thickness = making.part.thickness;
        bolt.outward = tie.onFace ? -formed.axis : formed.axis;
        const Vec3 bears = formed.point + (tie.onFace ? 0 : making.part.thickness) * formed.axis;
        // Where the point's axis comes through that side.
        const Vec3 at = rootFromFace * tie.at, axis = rootFromFace.linear() * tie.axis;
        const double square = axis.dot(bolt.outward);
        bolt.at = std::abs(square) < 0.1 ? bears : at + (bears - at).dot(bolt.outward) / square * axis;
    }
    return bolts;
}

} // namespace goodfold::lineup
