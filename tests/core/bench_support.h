// Pieces on their way: a bar on its studs, planned, made from random numbers, measured and fitted.
#pragma once

#include "bench/bench.h"
#include "core/mount_support.h"
#include "lineup/workshop.h"

namespace goodfold::test {

inline const job::Bend kSquare{.angleDeg = 90};

/// One sigma for each of these kinds, and nothing else is out.
inline ErrorBook bookOf(std::map<SourceKind, double> sigmas) {
    return only(std::move(sigmas));
}

/// A bar with two holes on its first leg and one on its last, on threads where they are drawn.
inline job::Job boltedBar(const std::vector<double>& legs, const std::vector<job::Bend>& bends,
                          double thickness = 3, double width = 30) {
    job::Job job = bar(legs, bends, thickness, width);
    const auto add = [&](job::Plate& plate, const char* id, double x, job::Hole::XFrom from) {
        plate.holes.push_back({.id = id, .diameter = 6.6, .x = x, .xFrom = from});
    };
    add(job.plates.front(), "h1", 12, job::Hole::XFrom::Start);
    add(job.plates.front(), "h2", legs.front() / 2 + 4, job::Hole::XFrom::Start);
    add(job.plates.back(), "h3", legs.back() / 2 + 4, job::Hole::XFrom::Outside);
    const part::Part part = part::solve(job, hotRolled());
    return withDrawnMount(job, part, part::fold(part), hardware::standardBook());
}

/// One of two or three bends.
inline job::Job randomBoltedBar(RandomJobs& random) {
    std::vector<double> legs{random.real(40, 80)};
    std::vector<job::Bend> bends;
    for (int i = 0; i < random.whole(2, 3); ++i) {
        legs.push_back(random.real(35, 80));
        bends.push_back({.angleDeg = random.whole(0, 2) ? 90 : random.real(30, 100)});
        bends.back().turn = random.whole(0, 1) ? job::Turn::Up : job::Turn::Down;
    }
    return boltedBar(legs, bends);
}

/// A job in the shop that ships, everything that a piece of it is made from.
class Shopfloor {
public:
    explicit Shopfloor(const job::Job& job, ErrorBook book = standardErrors())
        : book(std::move(book)), settled(sequence::settle(job, hotRolled(), tool::standardShop())) {
        if (!settled.outcome.plan) return;
        auto made =
            makingOf({settled.job, settled.part, hotRolled(), &*settled.outcome.plan, this->book, true},
                     *settled.job.mount, hardware::standardBook());
        if (!made) qFatal("%s", made.error().says.c_str());
        making.emplace(*made);
    }
    Shopfloor(const Shopfloor&) = delete;

    const sequence::Plan& plan() const { return *settled.outcome.plan; }
    bench::Work work(int trials = 1000) const {
        return {settled, *making, hotRolled(), book, quantity::Reading::millimetres(), {trials, 1}};
    }
    bench::Now now(const bench::Log& log, int trials = 1000) const {
        return bench::replanned(work(trials), log);
    }
    bench::Known known(const bench::Log& log) const {
        return bench::knownOf(*making, plan(), log, book.instruments);
    }

    ErrorBook book;
    sequence::Settled settled;
    std::optional<Making> making;
};

/// One piece as it really is, which the planner does not know.
class RealPiece {
public:
    RealPiece(const Making& making, const sequence::Plan& plan, Eigen::VectorXd truth)
        : making(making), truth(std::move(truth)) {
        this->making.inWork.emplace();
        this->making.inWork->chosen = Draws(making).errorsOfNone();
        piece.emplace(this->making, plan);
        made.assign(making.part.bends.size(), false);
    }
    RealPiece(const RealPiece&) = delete;

    double reads(bench::Entry entry) { return piece->reads(entry, made, truth); }
    void setOtherwise(const bench::Left& left) {
        const auto bend = static_cast<size_t>(left.step->operation.bend);
        auto& chosen = making.inWork->chosen.bends[bend];
        chosen.line = chosen.scribed = (left.line - piece->plannedLine(static_cast<int>(bend))) *
                                       piece->acrossPerRead(static_cast<int>(bend));
        chosen.angleDeg = left.angle - making.part.bends[bend].shape.angleDeg;
    }
    bool goesOn() {
        Workshop workshop(making);
        workshop.make(truth.data());
        return workshop.fitted().room >= 0;
    }

    Making making;
    Eigen::VectorXd truth;
    std::optional<bench::Piece> piece;
    bench::Piece::Made made;
};

} // namespace goodfold::test
