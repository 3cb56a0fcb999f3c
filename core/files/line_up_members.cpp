#include "files/line_up_members.h"

#include "files/mount_members.h"

namespace goodfold::files {

namespace {

bool isFaceSide(Members& members) {
    return members.choice("side", Words<bool, 2>{{{"back", false}, {"face", true}}}, false);
}

/// By its name; or a hole or plate of another job, which gets one: told whose place it takes.
std::string nameOrOther(Members& members, const char* key, const char* what,
                        std::vector<job::OfOther>& others) {
    if (!members.take(key).is_object()) return members.text(key);
    Members of(members.take(key), members.at(key));
    others.push_back(otherFrom(of, what));
    of.refuseOthers();
    return job::nameOf(others.back(), what == std::string_view("plate"));
}

job::Rest restFrom(Members& members, std::vector<job::OfOther>& plates) {
    job::Rest rest;
    rest.plate = members.text("plate");
    rest.onFace = isFaceSide(members);
    rest.on = nameOrOther(members, "on", "plate", plates);
    return rest;
}

job::Tie tieFrom(Members& members, std::vector<job::OfOther>& holes) {
    job::Tie tie;
    tie.hole = members.text("hole");
    tie.point = nameOrOther(members, "point", "hole", holes);
    tie.onFace = isFaceSide(members);
    tie.bolt = members.maybeNumber("bolt");
    tie.press = members.maybeNumber("press");
    tie.gapMost = members.maybeNumber("gap_most");
    tie.spacer = members.maybeNumber("spacer");
    tie.kept = members.kept();
    return tie;
}

job::Tab tabFrom(Members& members, std::vector<job::OfOther>& holes) {
    return {members.text("plate"), nameOrOther(members, "point", "hole", holes), members.kept()};
}

/// A method's name, or {"method", "sigma"}.
job::ChosenMethod methodFrom(const json& value, const std::string& path) {
    if (value.is_string()) return {value.get<std::string>(), {}};
    Members members(value, path);
    job::ChosenMethod chosen{members.text("method", ""), members.maybeNumber("sigma")};
    members.refuseOthers();
    return chosen;
}

/// False: it stays. Else its limits, null where there is none.
job::MayChange mayChangeFrom(const json& value, const std::string& where) {
    if (value == false) return {.stays = true};
    const auto isLimit = [](const json& each) { return each.is_null() || each.is_number(); };
    if (!value.is_array() || value.size() != 2 || !isLimit(value[0]) || !isLimit(value[1]))
        throw Error{"must be false, or the least and the most that it may be (null: any).", where};
    const auto limit = [](const json& each) {
        return each.is_null() ? std::nullopt : std::optional(each.get<double>());
    };
    return {false, limit(value[0]), limit(value[1])};
}

/// Faces and points that stand for those of other jobs, where the mount has them not yet: where they are is
/// found when that job is looked at.
void addOthers(job::Job& job, const std::vector<job::OfOther>& plates,
               const std::vector<job::OfOther>& holes) {
    if (plates.empty() && holes.empty()) return;
    if (!job.mount) job.mount.emplace();
    job::Mount& mount = *job.mount;
    const auto addFace = [&](const job::OfOther& plate) {
        const std::string name = job::nameOf(plate, true);
        if (!mount.findFace(name)) mount.faces.push_back({.id = name, .of = plate});
    };
    for (const job::OfOther& plate : plates)
        addFace(plate);
    for (const job::OfOther& hole : holes) {
        if (mount.findPoint(job::nameOf(hole))) continue;
        const job::OfOther unknown{hole.job, "", hole.onFace};
        addFace(unknown);
        mount.points.push_back({.id = job::nameOf(hole), .face = job::nameOf(unknown, true), .of = hole});
    }
}

template <class Thing>
ordered_json nameOrOtherOf(const std::string& name, const Thing* thing, const char* what) {
    if (thing && thing->of) return otherOf(*thing->of, what);
    return name;
}

ordered_json tieOf(const job::Job& job, const job::Tie& tie) {
    ordered_json out{{"hole", tie.hole},
                     {"point", nameOrOtherOf(tie.point, job.mount->findPoint(tie.point), "hole")}};
    if (tie.onFace) out["side"] = "face";
    if (tie.bolt) out["bolt"] = *tie.bolt;
    if (tie.press) out["press"] = *tie.press;
    if (tie.gapMost) out["gap_most"] = *tie.gapMost;
    if (tie.spacer) out["spacer"] = *tie.spacer;
    addKept(out, tie.kept);
    return out;
}

ordered_json tabOf(const job::Job& job, const job::Tab& tab) {
    ordered_json out{{"plate", tab.plate},
                     {"point", nameOrOtherOf(tab.point, job.mount->findPoint(tab.point), "hole")}};
    addKept(out, tab.kept);
    return out;
}

} // namespace

ordered_json vecOf(const Vec3& vec) {
    return {vec.x(), vec.y(), vec.z()};
}

void addKept(ordered_json& object, const job::KeptKeys& kept) {
    for (const auto& [key, text] : kept)
        object[key] = ordered_json::parse(text);
}

void readLineUp(Members& members, job::Job& job) {
    if (members.has("mount")) {
        Members mount(members.take("mount"), "mount");
        job.mount = mountFrom(mount);
    }
    if (members.has("opposite_mount") && members.take("opposite_mount") != "mirrored") {
        Members mount(members.take("opposite_mount"), "opposite_mount");
        job.oppositeMount = mountFrom(mount);
    }
    std::vector<job::OfOther> plates, holes;
    if (members.has("rests"))
        job.rests = members.own("rests", [&](Members& own) { return restFrom(own, plates); });
    if (members.has("ties"))
        job.ties = members.list("ties", [&](Members& own) { return tieFrom(own, holes); });
    if (members.has("tabs"))
        job.tabs = members.list("tabs", [&](Members& own) { return tabFrom(own, holes); });
    addOthers(job, plates, holes);
    if (members.has("may_change")) {
        const json& figures = members.take("may_change");
        if (!figures.is_object()) members.fail("must be an object in braces", "may_change");
        for (const auto& [name, value] : figures.items())
            job.mayChange[name] = mayChangeFrom(value, "may_change." + name);
    }
    if (members.has("making")) {
        const json& making = members.take("making");
        if (!making.is_object()) members.fail("must be an object in braces", "making");
        for (const auto& [operation, value] : making.items())
            job.making[operation] = methodFrom(value, "making." + operation);
    }
    job.filedToFit = members.flag("filed_to_fit");
}

void addLineUp(ordered_json& root, const job::Job& job) {
    if (job.mount) root["mount"] = mountOf(*job.mount);
    if (job.oppositeMount) root["opposite_mount"] = mountOf(*job.oppositeMount);
    if (job.rests) {
        root["rests"] = {{"plate", job.rests->plate},
                         {"on", nameOrOtherOf(job.rests->on, job.mount->findFace(job.rests->on), "plate")}};
        if (job.rests->onFace) root["rests"]["side"] = "face";
    }
    for (const job::Tie& tie : job.ties)
        root["ties"].push_back(tieOf(job, tie));
    for (const job::Tab& tab : job.tabs)
        root["tabs"].push_back(tabOf(job, tab));
    const auto limitOf = [](const std::optional<double>& limit) {
        return limit ? ordered_json(*limit) : ordered_json(nullptr);
    };
    for (const auto& [name, may] : job.mayChange) {
        ordered_json& row = root["may_change"][name];
        if (may.stays)
            row = false;
        else
            row = {limitOf(may.least), limitOf(may.most)};
    }
    for (const auto& [operation, chosen] : job.making)
        if (chosen.sigma)
            root["making"][operation] = {{"method", chosen.method}, {"sigma", *chosen.sigma}};
        else
            root["making"][operation] = chosen.method;
    if (job.filedToFit) root["filed_to_fit"] = true;
}

} // namespace goodfold::files
