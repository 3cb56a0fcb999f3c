#include "files/line_up_members.h"

#include "files/mount_members.h"

namespace goodfold::files {

namespace {

bool isFaceSide(Members& members) {
    return members.choice("side", Words<bool, 2>{{{"back", false}, {"face", true}}}, false);
}

job::Rest restFrom(Members& members) {
    job::Rest rest;
    rest.plate = members.text("plate");
    rest.onFace = isFaceSide(members);
    rest.on = members.text("on");
    return rest;
}

job::Tie tieFrom(Members& members) {
    job::Tie tie;
    tie.hole = members.text("hole");
    tie.point = members.text("point");
    tie.onFace = isFaceSide(members);
    tie.bolt = members.maybeNumber("bolt");
    tie.press = members.maybeNumber("press");
    tie.gapMost = members.maybeNumber("gap_most");
    tie.kept = members.kept();
    return tie;
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

ordered_json tieOf(const job::Tie& tie) {
    ordered_json out{{"hole", tie.hole}, {"point", tie.point}};
    if (tie.onFace) out["side"] = "face";
    if (tie.bolt) out["bolt"] = *tie.bolt;
    if (tie.press) out["press"] = *tie.press;
    if (tie.gapMost) out["gap_most"] = *tie.gapMost;
    addKept(out, tie.kept);
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
    if (members.has("rests")) job.rests = members.own("rests", restFrom);
    if (members.has("ties")) job.ties = members.list("ties", tieFrom);
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
        root["rests"] = {{"plate", job.rests->plate}, {"on", job.rests->on}};
        if (job.rests->onFace) root["rests"]["side"] = "face";
    }
    for (const job::Tie& tie : job.ties)
        root["ties"].push_back(tieOf(tie));
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
