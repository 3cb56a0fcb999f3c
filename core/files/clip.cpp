#include "files/clip.h"

#include "common/strict_json.h"
#include "files/job_file.h"

#include <sstream>

namespace goodfold::files {

namespace {

constexpr auto kClip = "clip", kHoles = "holes", kLegs = "legs";

std::vector<job::Element> elementsFrom(const json& value) {
    Members members(value, kClip);
    std::vector<job::Element> all;
    for (const auto& [key, kind] :
         {std::pair{kHoles, job::Element::Kind::Hole}, {kLegs, job::Element::Kind::Plate}}) {
        const json& ids = members.take(key);
        if (!ids.is_array()) members.fail("must be a list", key);
        for (const json& id : ids)
            if (id.is_string()) all.push_back({kind, id.get<std::string>()});
    }
    return all;
}

} // namespace

void writeClip(std::ostream& out, const edit::Clip& clip) {
    json named{{kHoles, json::array()}, {kLegs, json::array()}};
    for (const job::Element& element : clip.elements)
        named[element.kind == job::Element::Kind::Hole ? kHoles : kLegs].push_back(element.id);
    job::Job job = clip.from;
    job.kept[kClip] = named.dump();
    writeJob(out, job);
}

Result<edit::Clip> readClip(std::istream& in) {
    auto read = readJob(in);
    if (!read) return read.error();
    const auto named = read->job.kept.find(kClip);
    if (named == read->job.kept.end()) return Error{"Nothing in it says what of it was copied.", kClip};
    std::istringstream text(named->second);
    const auto elements = readStrictly(text, elementsFrom);
    if (!elements) return elements.error();
    job::Job job = read->job;
    job.kept.erase(kClip);
    return edit::clipOf(job, *elements);
}

} // namespace goodfold::files
