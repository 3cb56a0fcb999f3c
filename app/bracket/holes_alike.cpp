#include "app/bracket/holes_alike.h"

#include <algorithm>

namespace goodfold::app {

namespace {

bool areAlike(const job::Hole& a, const job::Hole& b) {
    const auto patternOf = [](const job::Hole& hole) {
        return hole.pattern ? std::optional(hole.pattern->kind) : std::nullopt;
    };
    const auto useOf = [](const job::Hole& hole) {
        return hole.fastener ? std::optional(hole.fastener->use) : std::nullopt;
    };
    return a.kind == b.kind && patternOf(a) == patternOf(b) && useOf(a) == useOf(b);
}

} // namespace

std::vector<std::string> holesAlike(const Document& document, const std::string& hole) {
    std::vector<std::string> all{hole};
    const job::Job& job = document.job();
    const auto selected = document.allSelected();
    const job::Hole* own = job.findHole(hole);
    if (!own || std::find(selected.begin(), selected.end(), Element::hole(hole)) == selected.end())
        return all;
    for (const Element& element : selected) {
        if (element.kind != Element::Kind::Hole || element.id == hole) continue;
        const job::Hole* other = job.findHole(element.id);
        if (other && areAlike(*own, *other)) all.push_back(element.id);
    }
    return all;
}

std::vector<job::Hole*> holesAlike(const Document& document, const std::string& hole, job::Job& changed) {
    std::vector<job::Hole*> all;
    for (const std::string& id : holesAlike(document, hole))
        all.push_back(changed.findHole(id));
    return all;
}

} // namespace goodfold::app
