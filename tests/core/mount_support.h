// What tests of errors and of mounts share: a book of given figures, and a strap on its mount.
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

} // namespace goodfold::test
