#include "check/hole_findings.h"

namespace goodfold::check {

using job::Element;

const std::optional<job::Fastener>& fastenerOf(const Subject& s, const part::PartHole& hole) {
    return s.holeOf(hole).fastener;
}

Finding told(Severity severity, const part::PartHole& hole, std::string headline, std::string says,
             double value, double limit) {
    Finding finding;
    finding.severity = severity;
    finding.about = Element::hole(hole.source);
    finding.headline = std::move(headline);
    finding.says = std::move(says);
    finding.value = value;
    finding.limit = limit;
    return finding;
}

std::optional<Remedy> byFastener(const Subject& s, const std::string& hole, const job::Fastener& instead,
                                 const std::string& says) {
    job::Job mended = s.job;
    job::Hole& own = *mended.findHole(hole);
    const auto fitted = hardware::fitted(own, instead, s.hardware);
    if (!fitted) return {};
    own = *fitted;
    return Remedy{says, std::move(mended)};
}

part::Cylinder over(const Subject& s, const part::PartHole& hole, bool onFace, double above, double length,
                    double diameter) {
    const part::FormedHole at = part::formedPoint(s.folded, hole.plate, hole.centreOfShape());
    const Vec3 surface = at.point + (onFace ? s.part.thickness : 0) * at.axis;
    const Vec3 outward = onFace ? at.axis : Vec3(-at.axis);
    return {surface + above * outward, outward, length, diameter};
}

} // namespace goodfold::check
