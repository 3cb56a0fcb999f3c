#include "app/bracket/ladder_cells.h"

#include "app/bracket/bend_cells.h"
#include "app/bracket/hole_cells.h"
#include "app/bracket/plate_cells.h"
#include "edit/entry.h"

#include <functional>
#include <string_view>
#include <unordered_map>

namespace goodfold::app {

namespace {

/// Root first. Holes of the leg `only`, or of all.
std::vector<Element> rungs(const job::Job& job, const job::Plate* only) {
    std::unordered_map<std::string_view, const job::Plate*> plates;
    for (const job::Plate& plate : job.plates)
        plates[plate.id] = &plate;
    std::unordered_map<std::string_view, std::vector<const job::Bend*>> bendsOn;
    for (const job::Bend& bend : job.bends)
        bendsOn[bend.from].push_back(&bend);
    std::vector<Element> order;
    const std::function<void(const job::Plate&)> climb = [&](const job::Plate& plate) {
        order.push_back(Element::plate(plate.id));
        if (!only || only == &plate)
            for (const job::Hole& hole : plate.holes)
                order.push_back(Element::hole(hole.id));
        for (const job::Bend* bend : bendsOn[plate.id]) {
            order.push_back(Element::bend(bend->id));
            climb(*plates[bend->to]);
        }
    };
    climb(job.root());
    return order;
}

std::vector<Element> shownRungs(const job::Job& job, const Element& selected) {
    constexpr size_t kAllAtOnce = 100;
    size_t all = job.plates.size() + job.bends.size();
    for (const job::Plate& plate : job.plates)
        all += plate.holes.size();
    return rungs(job, all <= kAllAtOnce ? nullptr : job.findPlate(edit::plateInHand(job, selected)));
}

} // namespace

std::vector<Element> ladderOrder(const job::Job& job) {
    return rungs(job, nullptr);
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
