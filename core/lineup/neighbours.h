// Parts that are bolted to each other: the holes of another job as points of this one's mount.
#pragma once

#include "common/result.h"
#include "hardware/hardware.h"
#include "lineup/book.h"
#include "tool/tool.h"

namespace goodfold::lineup {

/// What another job is made with.
struct NeighbourBooks {
    const material::Material& material; // of that job
    const tool::Shop& shop;
    const hardware::Book& hardware;
    const ErrorBook& errors;
};

/// Files of other jobs whose holes stand in for points here, each once.
std::vector<std::string> neighboursOf(const job::Job& job);

/// The same job with the holes of one of these where they come out on that part as it is bent by its own
/// plan, and how surely (job::Neighbour). Where this job has a mount of its own, the other has to go on the
/// same one, and lies there with most room; else the part itself is the mount, in the frame of its plate that
/// this bracket rests on. A slot takes a tab; for a bolt it stands for a round hole of its width; what
/// thickness, K and springback are out by in both parts alike counts as if it were out by in each alone. An
/// error says what of it cannot be had.
Result<job::Job> withNeighbour(const job::Job& job, const std::string& file, const job::Job& other,
                               const NeighbourBooks& books);

/// How far the holes of the other job have moved since: the point that moved most, and by how much, mm.
struct Moved {
    std::string point;
    double by = 0;
};
Moved movedMost(const job::Job& was, const job::Job& now, const std::string& file);
inline constexpr double kMovedAtAll = 0.01; // mm

/// Every hole of another job that could stand in for a point, seen from one side of its plate: those of one
/// plate together.
struct Offered {
    job::OfOther plate;
    std::vector<std::string> holes;
};
std::vector<Offered> offeredBy(const std::string& file, const job::Job& other,
                               const material::Material& material);
/// Those as points of the job's mount, where they are not yet; withNeighbour() says where they are.
job::Job withPointsOf(job::Job job, const Offered& offered);

} // namespace goodfold::lineup
