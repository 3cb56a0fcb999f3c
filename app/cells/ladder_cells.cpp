#include "app/cells/ladder_cells.h"

#include "app/cells/bend_cells.h"
#include "app/cells/hole_cells.h"
#include "app/cells/leg_cells.h"
#include "part/entry.h"

#include <algorithm>

namespace goodfold::app {

namespace {

std::vector<Element> shownRungs(const part::Job& job, const Element& selected) {
    constexpr size_t kAllAtOnce = 100;
    std::vector<Element> order = ladderOrder(job);
    if (order.size() <= kAllAtOnce) return order;
    const part::Plate* open = job.findPlate(part::plateInHand(job, selected));
    std::erase_if(order, [&](const Element& element) {
        return element.kind == Element::Kind::Hole && job.plateOfHole(element.id) != open;
    });
    return order;
}

} // namespace

std::vector<Element> ladderOrder(const part::Job& job) {
    std::vector<Element> order;
    std::vector<std::string> toVisit{job.root().id};
    while (!toVisit.empty()) {
        const part::Plate& plate = *job.findPlate(toVisit.back());
        toVisit.pop_back();
        if (const part::Bend* bend = job.bendTo(plate.id)) order.push_back(Element::bend(bend->id));
        order.push_back(Element::plate(plate.id));
        for (const part::Hole& hole : plate.holes)
            order.push_back(Element::hole(hole.id));
        std::vector<std::string> children;
        for (const part::Bend& bend : job.bends)
            if (bend.from == plate.id) children.push_back(bend.to);
        toVisit.insert(toVisit.end(), children.rbegin(), children.rend());
    }
    return order;
}

std::vector<Block> ladderBlocks(Document& document) {
    std::vector<Block> blocks;
    for (const Element& element : shownRungs(document.job(), document.selected()))
        blocks.push_back(element.kind == Element::Kind::Plate  ? legBlock(document, element.id)
                         : element.kind == Element::Kind::Bend ? bendBlock(document, element.id)
                                                               : holeBlock(document, element.id));
    return blocks;
}

} // namespace goodfold::app
