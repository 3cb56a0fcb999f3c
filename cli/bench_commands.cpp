#include "cli/bench_commands.h"

#include "files/bench.h"
#include "files/learned.h"
#include "files/show.h"
#include "lineup/mounting.h"

#include <iostream>

namespace goodfold::cli {

namespace {

/// One hand planned, and what a piece of it is made from on its mount.
struct OnMount {
    sequence::Settled settled;
    std::optional<lineup::Making> making; // refers to `settled`
};
std::optional<Error> putOnMount(OnMount& out, const job::Job& job, bool isOpposite,
                                const material::Material& material, const Books& books) {
    if (!job.mount) return Error{"The job says nothing of a mount.", "mount"};
    out.settled = sequence::settle(job, material, books.tools);
    job::Mount mount = *job.mount;
    if (isOpposite && out.settled.outcome.plan) {
        mount = job.oppositeMount ? *job.oppositeMount : lineup::mirrored(mount);
        out.settled = sequence::settleOpposite(out.settled, material, books.tools);
    }
    if (!out.settled.outcome.plan) return Error{"There is no order of bending.", "bends"};
    const auto making = lineup::makingOf(
        {out.settled.job, out.settled.part, material, &*out.settled.outcome.plan, books.errors, true}, mount,
        books.hardware);
    if (!making) return making.error();
    out.making.emplace(*making);
    return {};
}

constexpr double kEven = 0.5; // odds below which it is told what still helps

} // namespace

int atTheBench(const std::string& path, const Books& books, const Arguments& arguments) {
    const auto log = readLog(arguments.log);
    if (!log) return complain(arguments.log, log.error());
    std::vector<bench::Log> earlier;
    for (const std::string& file : arguments.earlier) {
        const auto read = readLog(file);
        if (!read) return complain(file, read.error());
        earlier.push_back(*read);
    }
    return withJob(
        path,
        [&](const job::Job& job, const material::Material& material) -> int {
            OnMount on;
            if (const auto wrong = putOnMount(on, job, bench::isOfOpposite(*log, job), material, books))
                return complain(path, *wrong, kCannotBeMade);
            const bench::Work work{on.settled,   *on.making,     material,
                                   books.errors, readingOf(job), {arguments.trials, arguments.seed},
                                   earlier,      books.hardware};
            const bench::Now now = bench::replanned(work, *log);
            const bool isLost = now.best.odds < kEven;
            files::writeBench(std::cout, path, work, *log, now,
                              isLost ? bench::waysOut(work, *log, now) : std::vector<bench::WayOut>());
            return printed(!isLost ? kFine : kCannotBeMade);
        },
        [&](const Error& why) { files::writeUnsolved(std::cout, path, why); });
}

int practiseWith(const std::string& path, const Books& books, const Arguments& arguments) {
    return withJob(
        path,
        [&](const job::Job& job, const material::Material& material) -> int {
            OnMount on;
            if (const auto wrong = putOnMount(on, job, false, material, books))
                return complain(path, *wrong, kCannotBeMade);
            constexpr int kTrials = 400;
            const bench::Practice practice = bench::practise(
                {on.settled, *on.making, material, books.errors, readingOf(job), {kTrials, arguments.seed}},
                arguments.pieces, arguments.seed);
            files::writePractice(std::cout, path, arguments.seed, practice);
            return printed(kFine);
        },
        [&](const Error& why) { files::writeUnsolved(std::cout, path, why); });
}

int learnFrom(const std::string& path, const Books& books, const Arguments& arguments) {
    const auto bends = readBends(path);
    if (!bends) return complain(path, bends.error());
    const std::string id = !arguments.material.empty() ? arguments.material
                           : bends->empty()            ? std::string()
                                                       : bends->front().bend.material;
    const material::Material* material = material::standardMaterials().find(id);
    if (!material) return complain(path, {"\"" + id + "\" is not in the material book.", "material"});
    files::writeLearned(std::cout, path, *bends,
                        {*material, books.tools, books.errors, arguments.tool, arguments.batch});
    return printed(kFine);
}

} // namespace goodfold::cli
