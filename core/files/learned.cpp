#include "files/learned.h"

#include "learn/along.h"
#include "learn/taught.h"

#include <nlohmann/json.hpp>

#include <ostream>

namespace goodfold::files {

using learn::What;
using nlohmann::ordered_json;

namespace {

ordered_json alongOf(What what, const learn::Points& points, const LearnedOf& of) {
    ordered_json rows = ordered_json::array();
    for (const learn::Along& at : learn::knownAlong(what, points, of.material, of.errors, of.tool, of.batch))
        rows.push_back({{"ratio", at.ratio},
                        {"book", at.book},
                        {"book_sigma", at.bookSigma},
                        {"mean", at.mean},
                        {"sigma", at.sigma}});
    return rows;
}

ordered_json toolsOf(const learn::Points& points, const LearnedOf& of) {
    ordered_json rows = ordered_json::array();
    for (const tool::Tool& tool : of.shop.tools) {
        const learn::Estimate offset = learn::provedOf(tool, points, of.errors).offset;
        if (offset.bends > 0)
            rows.push_back({{"tool", tool.id}, {"offset", offset.mean}, {"sigma", offset.sigma}});
    }
    return rows;
}

} // namespace

void writeLearned(std::ostream& out, const std::string& file, const std::vector<learn::KeptBend>& bends,
                  const LearnedOf& of) {
    ordered_json root{{"file", file}, {"material", of.material.id}, {"bends", 0}};
    ordered_json told = ordered_json::array(), asked = ordered_json::array();
    learn::Points points;
    int count = 0;
    for (const learn::KeptBend& kept : bends) {
        if (kept.bend.material != of.material.id || !kept.counts) continue;
        // In the order they are listed: each by what those before it have taught. One that is asked about
        // does not teach.
        if (const auto doubt = learn::doubtOf(kept.bend, points, of.material, of.shop, of.errors)) {
            asked.push_back({{"id", kept.id},
                             {"what", learn::wordOf(doubt->what)},
                             {"told", doubt->told},
                             {"expected", doubt->expected},
                             {"sigma", doubt->sigma}});
            if (!doubt->member.empty()) {
                asked.back()["member"] = doubt->member;
                asked.back()["likely"] = doubt->likely;
            }
            continue;
        }
        ++count;
        for (const learn::Point& point : learn::pointsOf(kept.bend, of.material, of.shop, of.errors)) {
            told.push_back({{"id", kept.id},
                            {"what", learn::wordOf(point.what)},
                            {"ratio", point.ratio},
                            {"value", point.value},
                            {"sigma", point.sigma}});
            points.push_back(point);
        }
    }
    root["bends"] = count;
    root["k"] = alongOf(What::K, points, of);
    root["springback"] = alongOf(What::Springback, points, of);
    root["tools"] = toolsOf(points, of);
    root["points"] = std::move(told);
    root["asked"] = std::move(asked);
    out << root.dump(-1, ' ', false, ordered_json::error_handler_t::replace) << '\n';
}

} // namespace goodfold::files
