// What all commands share: the books of one call, and how something is said.
#pragma once

#include "cli/arguments.h"
#include "cli/inputs.h"

namespace goodfold::cli {

/// The shop's books for all jobs of one call.
struct Books {
    tool::Shop tools;
    hardware::Book hardware;
    lineup::ErrorBook errors;
};

/// On the error output, file and place before it.
int complain(const std::string& path, const Error& error, int status = kCannotBeRead);

/// What was printed has arrived; else it is told, whatever the job was like.
int printed(int status);

/// A job that can be worked with is given to `use`; one that cannot is told by `tellWhy`.
template <class Use, class Tell> int withJob(const std::string& path, const Use& use, const Tell& tellWhy) {
    const auto job = readJob(path);
    if (!job) return complain(path, job.error());
    const auto material = materialOf(*job);
    if (material) return use(*job, **material);
    tellWhy(material.error());
    return printed(kCannotBeMade);
}

} // namespace goodfold::cli
