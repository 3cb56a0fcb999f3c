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
    for (const auto& [operation, chosen] : job.making)
        if (chosen.sigma)
            root["making"][operation] = {{"method", chosen.method}, {"sigma", *chosen.sigma}};
        else
            root["making"][operation] = chosen.method;
    if (job.filedToFit) root["filed_to_fit"] = true;
}

} // namespace goodfold::files
