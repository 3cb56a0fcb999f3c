#include "files/revisions.h"

#include "common/phrase.h"

#include <nlohmann/json.hpp>

#include <algorithm>
#include <set>
#include <sstream>

namespace goodfold::files {

namespace {

using json = nlohmann::json;

json jsonOf(job::Job job) {
    job.revisions.clear();
    std::stringstream text;
    writeJob(text, job);
    return json::parse(text);
}

bool isLength(const std::string& key) {
    static const std::set<std::string> kLengths{
        "length", "width",     "thickness", "coat",     "x",      "y",       "diameter", "radius", "neck",
        "pitch",  "offset",    "on_hand",   "kerf",     "extra",  "bow",     "round",    "size",   "chamfer",
        "pipe",   "gap",       "depth",     "inside",   "clamps", "opening", "keep",     "press",  "gap_most",
        "bolt",   "least_leg", "row_pitch", "distance", "spacer", "corner"};
    return kLengths.contains(key);
}

bool isAngle(const std::string& key) {
    return key == "angle" || key == "skew" || key == "swing" || key == "cut" || key == "turned" ||
           key == "by";
}

/// What a list's things are called, by the list's name.
std::string thingOf(const std::string& list, const std::string& id) {
    if (list == "plates") return "leg " + id;
    if (list == "bends") return "bend " + id;
    if (list == "ties") return "the bolt in " + id;
    if (list == "tabs") return "leg " + id + " in its slot";
    if (list == "faces") return "face " + id;
    if (list == "points") return "point " + id;
    if (list == "edges") return "edge " + id;
    if (list == "readings") return "reading " + id;
    return id;
}

std::string spoken(std::string key) {
    std::replace(key.begin(), key.end(), '_', ' ');
    return key == "plates" ? "legs" : key;
}

/// Names stay as they are written: h1.
std::string asSentence(const std::string& says) {
    const std::string first = says.substr(0, says.find_first_of(" :"));
    const bool isName = first.find_first_of("0123456789") != std::string::npos;
    return isName ? says + "." : sentence(says);
}

/// Two jobs' members, one after the other.
class Compared {
public:
    explicit Compared(const quantity::Reading& reading) : reading(reading) {}

    std::vector<std::string> changes;

    void members(const std::string& about, const json& was, const json& is) {
        std::set<std::string> keys;
        for (const json* each : {&was, &is})
            for (const auto& [key, value] : each->items())
                keys.insert(key);
        for (const std::string& key : keys) {
            const bool wasThere = was.contains(key), isThere = is.contains(key);
            const json before = wasThere ? was[key] : json(), now = isThere ? is[key] : json();
            if (before != now && key != "id") member(about, key, before, now);
        }
    }

private:
    void member(const std::string& about, const std::string& key, const json& before, const json& now) {
        const bool isList = isOfThings(before) || isOfThings(now);
        if (isList) return things(about, key, before, now);
        if (before.is_object() && now.is_object()) return members(within(about, spoken(key)), before, now);
        if (isPlain(before) && isPlain(now))
            return say(about, spoken(key) + " from " + figure(key, before) + " to " + figure(key, now));
        say(about, spoken(key) + (before.is_null() ? " is said now"
                                  : now.is_null()  ? " is no longer said"
                                                   : " is another"));
    }

    void things(const std::string& about, const std::string& list, const json& before, const json& now) {
        const auto find = [](const json& in, const std::string& id) -> const json* {
            for (const json& each : in)
                if (idOf(each) == id) return &each;
            return nullptr;
        };
        const json none = json::array();
        const json &was = before.is_array() ? before : none, &is = now.is_array() ? now : none;
        for (const json& each : was) {
            const std::string thing = within(about, thingOf(list, idOf(each)));
            if (const json* twin = find(is, idOf(each)))
                members(thing, each, *twin);
            else
                changes.push_back(asSentence(thing + " is gone"));
        }
        for (const json& each : is)
            if (!find(was, idOf(each)))
                changes.push_back(asSentence(within(about, thingOf(list, idOf(each))) + " is new"));
    }

    static std::string idOf(const json& thing) {
        for (const char* key : {"id", "hole", "plate"})
            if (thing.contains(key) && thing[key].is_string()) return thing[key].get<std::string>();
        return {};
    }
    static bool isOfThings(const json& value) {
        return value.is_array() && !value.empty() &&
               std::all_of(value.begin(), value.end(),
                           [](const json& each) { return each.is_object() && !idOf(each).empty(); });
    }
    static bool isPlain(const json& value) { return value.is_primitive(); }

    /// Holes are named by themselves; what is part of something after it.
    static std::string within(const std::string& about, const std::string& what) {
        return about.empty() || about.starts_with("leg ") ? what : about + ", " + what;
    }

    void say(const std::string& about, const std::string& what) {
        changes.push_back(asSentence(about.empty() ? what : about + ": " + what));
    }

    std::string figure(const std::string& key, const json& value) const {
        if (value.is_null()) return "nothing said";
        if (value.is_boolean()) return value.get<bool>() ? "yes" : "no";
        if (value.is_string())
            return value.get<std::string>().empty() ? "nothing said" : value.get<std::string>();
        const double number = value.get<double>();
        if (isAngle(key)) return quantity::printDegrees(number);
        return isLength(key) ? quantity::typesetSize(quantity::Length::mm(number), reading.unit)
                             : quantity::printNumber(number, 3);
    }

    const quantity::Reading& reading;
};

} // namespace

std::string nextRevisionName(const job::Job& job) {
    for (size_t number = job.revisions.size();; ++number) {
        constexpr size_t kLetters = 26;
        std::string name(1, static_cast<char>('A' + number % kLetters));
        if (number >= kLetters) name.insert(name.begin(), static_cast<char>('A' + number / kLetters - 1));
        const bool isTaken = std::any_of(job.revisions.begin(), job.revisions.end(),
                                         [&](const job::Revision& each) { return each.name == name; });
        if (!isTaken) return name;
    }
}

job::Job withRevision(job::Job job, const job::Revision& as) {
    job::Revision kept = as;
    kept.job = jsonOf(job).dump();
    job.revisions.push_back(std::move(kept));
    return job;
}

std::string revisionInWords(const job::Job& job) {
    if (job.revisions.empty()) return {};
    const job::Revision& newest = job.revisions.back();
    const std::string says = "revision " + newest.name;
    return jsonOf(job) == json::parse(newest.job) ? says : "changed since " + says;
}

Result<job::Job> jobOf(const job::Revision& revision) {
    std::istringstream text(revision.job);
    const auto read = readJob(text);
    if (!read) return read.error();
    return read->job;
}

std::vector<std::string> changesBetween(const job::Job& was, const job::Job& is,
                                        const quantity::Reading& reading) {
    Compared compared(reading);
    compared.members({}, jsonOf(was), jsonOf(is));
    return compared.changes;
}

} // namespace goodfold::files
