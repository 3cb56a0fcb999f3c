#include "files/bench_log.h"

#include "common/strict_json.h"
#include "files/words.h"

#include <cmath>
#include <ostream>

namespace goodfold::files {

namespace {

using bench::Entry;
using nlohmann::ordered_json;

constexpr std::string_view kFormat = "good-fold-bench";
constexpr double kMostAngle = 360, kMostShift = 1000, kLeastSigma = 1e-4; // degrees; mm; either
constexpr size_t kMostEntries = 2000;
constexpr double kMostMinutes = 100'000;

/// A figure that can be meant: what nobody measures would leave nothing of what is believed.
double figureFrom(Members& members, const std::string& key, double most) {
    const double figure = members.number(key);
    if (std::abs(figure) > most) members.fail("cannot be meant", key);
    return figure;
}

bool takesBy(Entry::Kind kind) {
    return kind == Entry::Kind::HoleTo || kind == Entry::Kind::Filed;
}

std::vector<std::string> namesFrom(Members& members) {
    if (!members.has("of")) return {};
    const json& of = members.take("of");
    if (of.is_string()) return {of.get<std::string>()};
    std::vector<std::string> names;
    if (of.is_array())
        for (const json& each : of)
            if (each.is_string()) names.push_back(each.get<std::string>());
    if (!of.is_array() || names.size() != of.size()) members.fail("must be a name, or names", "of");
    return names;
}

Entry entryFrom(Members& members) {
    Entry entry;
    const std::string word = members.text("kind");
    const auto kind = bench::kindOf(word);
    if (!kind) members.fail("is no kind of entry", "kind");
    entry.kind = *kind;
    entry.of = namesFrom(members);
    const size_t count = bench::countOf(entry.kind);
    if (entry.kind == Entry::Kind::Done ? entry.of.empty()
                                        : entry.of.size() != count && !(count == 0 && entry.of.size() == 1))
        members.fail("names " + std::to_string(entry.of.size()) + ", where it takes " + std::to_string(count),
                     "of");
    if (count == 0) entry.of.clear(); // of the part: an empty name, or none
    if (takesBy(entry.kind)) {
        const json& by = members.take("by");
        if (!by.is_array() || by.size() != 2 || !by[0].is_number() || !by[1].is_number())
            members.fail("must be two numbers: along its leg and across", "by");
        entry.by = Vec2(by[0].get<double>(), by[1].get<double>());
        if (entry.by.norm() > kMostShift) members.fail("cannot be meant", "by");
    } else if (entry.kind != Entry::Kind::Done) {
        entry.value =
            figureFrom(members, "value", bench::isAngle(entry.kind) ? kMostAngle : quantity::kLongestMm);
    }
    if (members.has("how")) {
        const auto how = bench::howOf(members.text("how"));
        if (!how) members.fail("is none of outer, inner, centres, near, far, along, aside, above", "how");
        entry.how = *how;
    } else if (entry.kind == Entry::Kind::Holes) {
        entry.how = Entry::How::Centres;
    }
    entry.with = members.text("with", "");
    entry.sigma = members.maybeNumber("sigma");
    if (entry.sigma && !(*entry.sigma >= kLeastSigma && *entry.sigma <= quantity::kLongestMm))
        members.fail("must be 0.0001 or more", "sigma");
    entry.isKept = members.flag("kept");
    members.refuseOthers();
    return entry;
}

bench::Log logFrom(const json& root) {
    Members members(root, "");
    if (members.text("format") != kFormat) members.fail("is not a bench log", "format");
    if (members.whole("version", 0) > kBenchLogVersion)
        members.fail("is of a later version of Good Fold", "version");
    bench::Log log;
    log.piece = members.whole("piece", 1);
    if (log.piece < 1) members.fail("must be 1 or more", "piece");
    if (members.has("hand")) log.hand = members.choice("hand", kHandWords);
    log.batch = members.text("batch", "");
    log.minutes = members.number("minutes", 0);
    if (!(log.minutes >= 0 && log.minutes <= kMostMinutes)) members.fail("cannot be meant", "minutes");
    log.entries = members.list("entries", entryFrom);
    if (log.entries.size() > kMostEntries) members.fail("has more than a piece can have", "entries");
    members.refuseOthers();
    return log;
}

ordered_json jsonOf(const Entry& entry) {
    ordered_json out{{"kind", bench::wordOf(entry.kind)}};
    if (entry.of.size() == 1)
        out["of"] = entry.of[0];
    else if (!entry.of.empty())
        out["of"] = entry.of;
    const bool isOfTwo = entry.of.size() == 2 && bench::isReading(entry.kind);
    if (isOfTwo) out["how"] = bench::wordOf(entry.how);
    if (takesBy(entry.kind))
        out["by"] = {entry.by.x(), entry.by.y()};
    else if (entry.kind != Entry::Kind::Done)
        out["value"] = entry.value;
    if (!entry.with.empty()) out["with"] = entry.with;
    if (entry.sigma) out["sigma"] = *entry.sigma;
    if (entry.isKept) out["kept"] = true;
    return out;
}

} // namespace

Result<bench::Log> readBenchLog(std::istream& in) {
    return readStrictly(in, logFrom);
}

void writeBenchLog(std::ostream& out, const bench::Log& log) {
    ordered_json root{{"format", kFormat}, {"version", kBenchLogVersion}, {"piece", log.piece}};
    if (log.hand) root["hand"] = *log.hand == job::Hand::Left ? "left" : "right";
    if (!log.batch.empty()) root["batch"] = log.batch;
    if (log.minutes > 0) root["minutes"] = log.minutes;
    root["entries"] = ordered_json::array();
    for (const Entry& entry : log.entries)
        root["entries"].push_back(jsonOf(entry));
    out << root.dump(1, ' ', false, ordered_json::error_handler_t::replace) << '\n';
}

} // namespace goodfold::files
