// What rules of holes share: each hole with its fastener, a finding about it, another fastener as a way out,
// and the room over it. Inside of check/ only.
#pragma once

#include "check/finding.h"
#include "part/solid.h"

namespace goodfold::check {

const std::optional<job::Fastener>& fastenerOf(const Subject& s, const part::PartHole& hole);

/// Each hole that carries a fastener, a pattern's each by itself.
template <class Look> void eachFastened(const Subject& s, Look look) {
    for (const part::PartHole& hole : s.part.holes)
        if (const auto& fastener = fastenerOf(s, hole)) look(hole, *fastener);
}

/// Of a pattern the first stands for all.
inline bool isFirst(const part::PartHole& hole) {
    return hole.id == hole.source;
}

Finding told(Severity severity, const part::PartHole& hole, std::string headline, std::string says,
             double value, double limit);

/// The hole fitted to another fastener; nothing where the book has none such.
std::optional<Remedy> byFastener(const Subject& s, const std::string& hole, const job::Fastener& instead,
                                 const std::string& says);

inline void offer(Finding& finding, std::optional<Remedy> remedy) {
    if (remedy) finding.remedies.push_back(*std::move(remedy));
}

/// A cylinder over the head or the nut: from `above` over the surface outward.
part::Cylinder over(const Subject& s, const part::PartHole& hole, bool onFace, double above, double length,
                    double diameter);

/// What stands in a room (a cylinder or a convex prism in the root frame), the hole's own plate left out.
template <class Room>
std::optional<job::Element> inTheWay(const Subject& s, const part::Surroundings& around,
                                     const part::PartHole& hole, const Room& room) {
    const auto own = job::Element::plate(s.part.plates[static_cast<size_t>(hole.plate)].id);
    for (const job::Element& element : around.hitBy(room))
        if (element != own) return element;
    return {};
}

} // namespace goodfold::check
