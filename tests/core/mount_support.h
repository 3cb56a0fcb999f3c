// What tests of errors and of mounts share: a book of given figures, a strap on its mount, a plate on studs.
#pragma once

#include "core/support.h"
#include "lineup/drawn_mount.h"
#include "lineup/odds.h"

namespace goodfold::test {

using namespace goodfold::lineup;

/// A book whose figures are all nothing, but for those that are given.
inline ErrorBook only(std::map<SourceKind, double> sigmas) {
    ErrorBook book = standardErrors();
    for (int kind = 0; kind <= static_cast<int>(SourceKind::Target); ++kind)
        book.fixed[static_cast<SourceKind>(kind)] = 0;
    for (const auto& [kind, sigma] : sigmas)
        book.fixed[kind] = sigma;
    return book;
}

/// A strap 30 wide with a row of three holes 40 apart from 20 on, on threads where they are drawn.
struct Strap {
    explicit Strap(const char* marks = "datum") {
        job = bar({120}, {});
        job.plates[0].holes.push_back({.id = "h1",
                                       .diameter = 6.6,
                                       .x = 20,
                                       .xFrom = job::Hole::XFrom::Start,
                                       .pattern = job::Pattern{.count = 3, .pitch = 40}});
        job.making["marks"].method = marks;
        mount();
    }
    void mount() {
        job = withoutMount(job); // its holes may be others now
        part = part::solve(job, hotRolled());
        job = withDrawnMount(job, part, part::fold(part), hardware::standardBook());
    }
    Making making(const ErrorBook& book) const {
        auto made = makingOf({job, part, hotRolled(), nullptr, book}, *job.mount, hardware::standardBook());
        if (!made) qFatal("%s", made.error().says.c_str());
        return *made;
    }
    job::Job job;
    part::Part part;
};

/// A plate with holes of 6.6 there, on studs of 6 where they are drawn; each hole's place is off by `sigma`.
struct MarkedPlate {
    MarkedPlate(const std::vector<Vec2>& at, double sigma) {
        job = bar({140}, {}, 3, 100);
        for (size_t i = 0; i < at.size(); ++i) {
            const std::string id = "h" + std::to_string(i + 1);
            job.plates[0].holes.push_back({.id = id,
                                           .diameter = 6.6,
                                           .x = 70 + at[i].x(),
                                           .xFrom = job::Hole::XFrom::Start,
                                           .y = at[i].y()});
            sources.push_back({SourceKind::Mark, {{id, sigma}}, {}});
        }
        part = part::solve(job, hotRolled());
        mounting.rests = "A";
        for (const part::PartHole& each : part.holes) {
            Mounting::Tie tie{each.id, Vec3(each.centreInFlat.x(), each.centreInFlat.y(), 0), Vec3::UnitZ()};
            tie.bolt = 6;
            mounting.ties.push_back(tie);
        }
    }
    Making making() const { return {job, part, mounting, sources, {}}; }

    job::Job job;
    part::Part part;
    Mounting mounting;
    std::vector<Source> sources;
};

} // namespace goodfold::test
