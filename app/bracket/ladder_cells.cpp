#include "app/bracket/ladder_cells.h"

#include "app/bracket/bend_cells.h"
#include "app/bracket/hole_cells.h"
#include "app/bracket/plate_cells.h"
#include "edit/entry.h"

#include <algorithm>

namespace goodfold::app {

namespace {

std::vector<Element> shownRungs(const job::Job& job, const Element& selected) {
    constexpr size_t kAllAtOnce = 100;
    std::vector<Element> order = ladderOrder(job);
    if (order.size() <= kAllAtOnce) return order;
    const job::Plate* open = job.findPlate(edit::plateInHand(job, selected));
    std::erase_if(order, [&](const Element& element) {
        return element.kind == Element::Kind::Hole && job.plateOfHole(element.id) != open;
    });
    return order;
}

} // namespace

std::vector<Element> ladderOrder(const job::Job& job) {
    std::vector<Element> order;
    std::vector<std::string> toVisit{job.root().id};
    while (!toVisit.empty()) {
        const job::Plate& plate = *job.findPlate(toVisit.back());
        toVisit.pop_back();
        if (const job::Bend* bend = job.bendTo(plate.id)) order.push_back(Element::bend(bend->id));
        order.push_back(Element::plate(plate.id));
        for (const job::Hole& hole : plate.holes)
            order.push_back(Element::hole(hole.id));
        std::vector<std::string> children;
        for (const job::Bend& bend : job.bends)
            if (bend.from == plate.id) children.push_back(bend.to);
        toVisit.insert(toVisit.end(), children.rbegin(), children.rend());
    }
    return order;
}

std::vector<Block> ladderBlocks(Document& document) {
    std::vector<Block> blocks;
    for (const Element& element : shownRungs(document.job(), document.selected()))
        blocks.push_back(element.kind == Element::Kind::Plate  ? plateBlock(document, element.id)
                         : element.kind == Element::Kind::Bend ? bendBlock(document, element.id)
                                                               : holeBlock(document, element.id));
    return blocks;
}

} // namespace goodfold::app
