// What all commands share: the books of one call, and how something is said.
#pragma once

#include "cli/arguments.h"
#include "cli/inputs.h"
#include "learn/point.h"

namespace goodfold::cli {

/// The shop's books for all jobs of one call.
struct Books {
    tool::Shop tools;
    hardware::Book hardware;
    lineup::ErrorBook errors;
    learn::Points points = {}; // that they were taught by
    lineup::ErrorBook before = {};
};

/// The books as these test bends have taught them. Those that do not count, and those of metals that are not
/// in the book, teach nothing.
Books taughtBy(const Books& books, const std::vector<learn::KeptBend>& bends);
/// A metal by them.
material::Material asTaught(const material::Material& material, const Books& books);

/// A job, with the holes of others that it is bolted to where those are now. Where such a file cannot be read
/// and its holes were told before, that is said and they stay.
Result<job::Job> readWhole(const std::string& path, const Books& books);

/// On the error output, file and place before it.
int complain(const std::string& path, const Error& error, int status = kCannotBeRead);

/// What was printed has arrived; else it is told, whatever the job was like.
int printed(int status);

/// A job that can be worked with is given to `use`; one that cannot is told by `tellWhy`.
template <class Use, class Tell>
int withJob(const std::string& path, const Books& books, const Use& use, const Tell& tellWhy) {
    const auto job = readWhole(path, books);
    if (!job) return complain(path, job.error());
    const auto material = materialOf(*job);
    if (material) return use(*job, asTaught(**material, books));
    tellWhy(material.error());
    return printed(kCannotBeMade);
}

} // namespace goodfold::cli
