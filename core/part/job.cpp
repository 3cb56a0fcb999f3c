#include "part/job.h"

#include <algorithm>

namespace goodfold::part {

namespace {

template <class Things> auto findById(Things& things, const std::string& id) {
    const auto found =
        std::find_if(things.begin(), things.end(), [&](const auto& thing) { return thing.id == id; });
    return found == things.end() ? nullptr : &*found;
}

template <class Plates> auto findPlateOfHole(Plates& plates, const std::string& holeId) {
    const auto found = std::find_if(plates.begin(), plates.end(),
                                    [&](const Plate& plate) { return findById(plate.holes, holeId); });
    return found == plates.end() ? nullptr : &*found;
}

} // namespace

const Plate* Job::findPlate(const std::string& id) const {
    return findById(plates, id);
}
const Bend* Job::findBend(const std::string& id) const {
    return findById(bends, id);
}
Plate* Job::findPlate(const std::string& id) {
    return findById(plates, id);
}
Bend* Job::findBend(const std::string& id) {
    return findById(bends, id);
}

Plate* Job::plateOfHole(const std::string& holeId) {
    return findPlateOfHole(plates, holeId);
}
const Plate* Job::plateOfHole(const std::string& holeId) const {
    return findPlateOfHole(plates, holeId);
}

Hole* Job::findHole(const std::string& id) {
    Plate* plate = plateOfHole(id);
    return plate ? findById(plate->holes, id) : nullptr;
}

const Hole* Job::findHole(const std::string& id) const {
    const Plate* plate = plateOfHole(id);
    return plate ? findById(plate->holes, id) : nullptr;
}

const Bend* Job::bendTo(const std::string& plateId) const {
    const auto found =
        std::find_if(bends.begin(), bends.end(), [&](const Bend& bend) { return bend.to == plateId; });
    return found == bends.end() ? nullptr : &*found;
}

const Bend* Job::bendAt(const std::string& plateId, Edge edge) const {
    const auto found = std::find_if(bends.begin(), bends.end(), [&](const Bend& bend) {
        return bend.from == plateId && bend.edge == edge;
    });
    return found == bends.end() ? nullptr : &*found;
}

const Plate& Job::root() const {
    return *std::find_if(plates.begin(), plates.end(), [&](const Plate& plate) { return !bendTo(plate.id); });
}

const Joggle* Job::joggleAt(const Bend& bend) const {
    const auto joggleOf = [&](const std::string& id) -> const Joggle* {
        const Plate* plate = findPlate(id);
        return plate && plate->joggle ? &*plate->joggle : nullptr;
    };
    if (const Joggle* joggle = joggleOf(bend.to)) return joggle;
    return bend.edge == Edge::End ? joggleOf(bend.from) : nullptr;
}

const Bend* Job::wrapAt(const Bend& bend) const {
    if (bend.wrap) return &bend;
    if (const Bend* next = bendAt(bend.to, Edge::End); next && next->wrap) return next;
    const Bend* before = bend.edge == Edge::End ? bendTo(bend.from) : nullptr;
    return before && before->wrap ? before : nullptr;
}

int countOf(const Hole& hole) {
    if (!hole.pattern) return 1;
    switch (hole.pattern->kind) {
    case Pattern::Kind::Row:
    case Pattern::Kind::Circle:
        return hole.pattern->count;
    case Pattern::Kind::Grid:
        return hole.pattern->count * hole.pattern->rows;
    case Pattern::Kind::Mirror:
        return (hole.pattern->across ? 2 : 1) * (hole.pattern->lengthwise ? 2 : 1);
    }
    return 1;
}

void Job::tidyBendOrder() {
    std::erase_if(bendOrder, [&](const std::string& id) { return !findBend(id); });
}

} // namespace goodfold::part
