#include "sequence/bodies.h"

namespace goodfold::sequence {

Bodies::Bodies(const part::Part& part) : part(part), fromRoot(part.plates.size(), 0) {
    findRoutes();
    for (size_t i = 0; i < part.plates.size(); ++i) {
        if (part.plates[i].shortestStraight <= 0 || part.plates[i].width <= 0) continue;
        const int plate = static_cast<int>(i);
        bodies.push_back({part::Element::plate(part.plates[i].id), plate, -1, fromRoot[i]});
        flat.emplace_back(part::platePrisms(part, plate));
        bent.push_back(flat.back());
        for (const part::Edge edge : {part::Edge::Start, part::Edge::End})
            addLeftOn(plate, edge);
    }
    for (size_t i = 0; i < part.bends.size(); ++i) {
        const part::PartBend& bend = part.bends[i];
        if (bend.allowance <= 0) continue;
        const int index = static_cast<int>(i);
        bodies.push_back(
            {part::Element::bend(bend.id), bend.parent, index, fromRoot[static_cast<size_t>(bend.parent)]});
        flat.emplace_back(part::zonePrisms(part, index, 0));
        bent.emplace_back(part::zonePrisms(part, index, bend.shape.angleDeg));
    }
    for (size_t i = 0; i < part.bends.size(); ++i)
        pairs.push_back(pairsAcross(static_cast<int>(i)));
}

void Bodies::addLeftOn(int plate, part::Edge edge) {
    const std::vector<part::Prism> prisms = part::leftOnPrisms(part, plate, edge);
    const Made until = bendsOf(part, plate);
    if (prisms.empty() || until == 0) return;
    const auto index = static_cast<size_t>(plate);
    bodies.push_back({part::Element::plate(part.plates[index].id), plate, -1, fromRoot[index], until});
    flat.emplace_back(prisms);
    bent.push_back(flat.back());
}

void Bodies::findRoutes() {
    std::vector<int> toVisit{part.root};
    while (!toVisit.empty()) {
        const auto plate = static_cast<size_t>(toVisit.back());
        toVisit.pop_back();
        for (const int index : part.plates[plate].childBends) {
            const int child = part.bends[static_cast<size_t>(index)].child;
            fromRoot[static_cast<size_t>(child)] = fromRoot[plate] | Made{1} << index;
            toVisit.push_back(child);
        }
    }
}

/// The two plates the bend joins meet only where the part itself is wrong.
std::vector<Bodies::Pair> Bodies::pairsAcross(int bend) const {
    const part::PartBend& own = part.bends[static_cast<size_t>(bend)];
    std::vector<Pair> found;
    for (size_t a = 0; a < bodies.size(); ++a)
        for (size_t b = 0; b < bodies.size(); ++b) {
            if (bodies[a].bend == bend || bodies[b].bend == bend) continue;
            if (isBeyond(a, bend) || !isBeyond(b, bend)) continue;
            if (bodies[a].plate == own.parent && bodies[b].plate == own.child) continue;
            found.push_back({a, b, decide(a, bend) | decide(b, bend)});
        }
    return found;
}

Made Bodies::decide(size_t body, int bend) const {
    const Made toParent = fromRoot[static_cast<size_t>(part.bends[static_cast<size_t>(bend)].parent)];
    const Made own = bodies[body].bend >= 0 ? Made{1} << bodies[body].bend : 0;
    return ((bodies[body].route ^ toParent) | own) & ~(Made{1} << bend);
}

} // namespace goodfold::sequence
