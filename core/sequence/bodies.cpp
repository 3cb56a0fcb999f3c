#include "sequence/bodies.h"

namespace goodfold::sequence {

Bodies::Bodies(const part::Part& part) : part(part), fromRoot(part.plates.size(), 0) {
    findRoutes();
    for (size_t i = 0; i < part.plates.size(); ++i) {
        if (part.plates[i].shortestStraight <= 0 || part.plates[i].width <= 0) continue;
        const int plate = static_cast<int>(i);
        bodies.push_back({job::Element::plate(part.plates[i].id), plate, -1, fromRoot[i]});
        flat.emplace_back(part::platePrisms(part, plate));
        bent.push_back(flat.back());
        for (const job::Edge edge : {job::Edge::Start, job::Edge::End})
            addLeftOn(plate, edge);
    }
    for (size_t i = 0; i < part.bends.size(); ++i) {
        const part::PartBend& bend = part.bends[i];
        if (bend.allowance <= 0) continue;
        const int index = static_cast<int>(i);
        bodies.push_back(
            {job::Element::bend(bend.id), bend.parent, index, fromRoot[static_cast<size_t>(bend.parent)]});
        flat.emplace_back(part::zonePrisms(part, index, 0));
        bent.emplace_back(part::zonePrisms(part, index, tool::restsAtDeg(bend.shape.angleDeg)));
    }
    for (size_t i = 0; i < part.bends.size(); ++i)
        pairs.push_back(pairsAcross(static_cast<int>(i)));
}

void Bodies::addLeftOn(int plate, job::Edge edge) {
    const std::vector<part::Prism> prisms = part::leftOnPrisms(part, plate, edge);
    const BendSet until = bendsOf(part, plate);
    if (prisms.empty() || until == 0) return;
    const auto index = static_cast<size_t>(plate);
    bodies.push_back({job::Element::plate(part.plates[index].id), plate, -1, fromRoot[index], until});
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
            fromRoot[static_cast<size_t>(child)] = fromRoot[plate] | BendSet{1} << index;
            toVisit.push_back(child);
        }
    }
}

/// A tab, or the strip it hangs on, and the flange it lies against: they are meant to touch, and give way to
/// each other.
bool Bodies::isLap(const Body& one, const Body& other) const {
    const auto is = [](const Body& body, int flange) { return body.bend < 0 && body.plate == flange; };
    const auto hangsOn = [&](const Body& body, int flange) {
        const int bend = body.bend >= 0 ? body.bend : part.plates[static_cast<size_t>(body.plate)].parentBend;
        return bend >= 0 && part.bends[static_cast<size_t>(bend)].parent == flange;
    };
    for (const part::PartBend& last : part.bends)
        for (const int closed : last.closes) {
            const int a = last.child, b = part.bends[static_cast<size_t>(closed)].child;
            for (const auto& [flange, tabbed] : {std::pair{a, b}, {b, a}})
                if ((is(one, flange) && hangsOn(other, tabbed)) ||
                    (is(other, flange) && hangsOn(one, tabbed)))
                    return true;
        }
    return false;
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
            if (isLap(bodies[a], bodies[b])) continue;
            found.push_back({a, b, decide(a, bend) | decide(b, bend)});
        }
    return found;
}

BendSet Bodies::decide(size_t body, int bend) const {
    const BendSet toParent = fromRoot[static_cast<size_t>(part.bends[static_cast<size_t>(bend)].parent)];
    const BendSet own = bodies[body].bend >= 0 ? BendSet{1} << bodies[body].bend : 0;
    return ((bodies[body].route ^ toParent) | own) & ~(BendSet{1} << bend);
}

} // namespace goodfold::sequence
