#include "cli/bench_commands.h"

#include "bench/on_mount.h"
#include "files/bench.h"
#include "files/learned.h"
#include "files/show.h"

#include <iostream>

namespace goodfold::cli {

namespace {

/// One hand planned, on the job's own mount.
Result<std::shared_ptr<const bench::OnMount>>
onOwnMount(const job::Job& job, bool isOpposite, const material::Material& material, const Books& books) {
    if (!job.mount) return Error{"The job says nothing of a mount.", "mount"};
    sequence::Settled settled = sequence::settle(job, material, books.tools);
    if (isOpposite && settled.outcome.plan)
        settled = sequence::settleOpposite(settled, material, books.tools);
    if (!settled.outcome.plan) return Error{"There is no order of bending.", "bends"};
    auto on = bench::onMount(job, std::move(settled), isOpposite, material, books.errors, books.hardware);
    if (on->wrong) return *on->wrong;
    if (on->isDrawn || !on->making) return Error{"No hole of it is tied to the mount.", "ties"};
    return on;
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
        path, books,
        [&](const job::Job& job, const material::Material& material) -> int {
            const auto on = onOwnMount(job, bench::isOfOpposite(*log, job), material, books);
            if (!on) return complain(path, on.error(), kCannotBeMade);
            const bench::Work work{(*on)->settled, *(*on)->making, material,
                                   books.errors,   readingOf(job), {arguments.trials, arguments.seed},
                                   earlier,        books.hardware};
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
        path, books,
        [&](const job::Job& job, const material::Material& material) -> int {
            if (!arguments.hand.empty() && !job.oppositeHand)
                return complain(path, {"The job is of one hand only.", "opposite_hand"}, kCannotBeMade);
            bench::Log piece;
            if (!arguments.hand.empty())
                piece.hand = arguments.hand == "left" ? job::Hand::Left : job::Hand::Right;
            const auto on = onOwnMount(job, bench::isOfOpposite(piece, job), material, books);
            if (!on) return complain(path, on.error(), kCannotBeMade);
            constexpr int kTrials = 400;
            const bench::Practice practice = bench::practise({(*on)->settled,
                                                              *(*on)->making,
                                                              material,
                                                              books.errors,
                                                              readingOf(job),
                                                              {kTrials, arguments.seed}},
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
