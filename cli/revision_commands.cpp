#include "cli/revision_commands.h"

#include "files/revisions.h"

#include <nlohmann/json.hpp>

#include <iostream>

namespace goodfold::cli {

int revisionsOf(const std::string& path) {
    using nlohmann::ordered_json;
    const auto job = readJob(path);
    if (!job) return complain(path, job.error());
    const quantity::Reading reading = readingOf(*job);
    ordered_json root{{"file", path}, {"revisions", ordered_json::array()}};
    std::optional<job::Job> before;
    for (const job::Revision& revision : job->revisions) {
        const auto was = files::jobOf(revision);
        if (!was) return complain(path, was.error());
        ordered_json& row = root["revisions"].emplace_back(ordered_json{
            {"name", revision.name}, {"at", revision.at}, {"why", revision.why}, {"made", revision.made}});
        row["changes"] = before ? files::changesBetween(*before, *was, reading) : std::vector<std::string>();
        before = *was;
    }
    root["since"] = before ? files::changesBetween(*before, *job, reading) : std::vector<std::string>();
    std::cout << root.dump(-1, ' ', false, ordered_json::error_handler_t::replace) << '\n';
    return printed(kFine);
}

} // namespace goodfold::cli
