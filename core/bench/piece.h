// One piece on its way: which of its bends are made, and what a measurement of it reads.
#pragma once

#include "bench/log.h"
#include "lineup/draws.h"
#include "sequence/plan.h"

namespace goodfold::bench {

/// What a piece of this making reads as, by its random numbers.
class Piece {
public:
    using Made = std::vector<bool>; // by bend

    /// Both must outlive it. Every bend has its step in the plan.
    Piece(const lineup::Making& making, const sequence::Plan& plan);

    /// How many random numbers it has.
    int normals() const { return draws.normals(); }

    /// Why that cannot be measured on a piece of which so much is made.
    std::optional<Error> whyNot(const Entry& entry, const Made& made) const;

    /// What it reads, but for what the instrument is out by. One that whyNot() is silent of.
    double reads(const Entry& entry, const Made& made, const Eigen::VectorXd& normals);

    /// Where a bend's line is planned, as it is read on the blank, and how far it moves in the bend's own
    /// direction for each millimetre there.
    double plannedLine(int bend) const;
    double acrossPerRead(int bend) const;

private:
    const sequence::Step& stepOf(int bend) const;
    double readsLeg(int plate, const Made& made, bend::DimensionTo to) const;
    double readsAcross(const Entry& entry) const;
    double readsHoles(const Entry& entry) const;
    double readsPlace(const Entry& entry) const;

    const lineup::Making& making;
    const sequence::Plan& plan;
    lineup::Draws draws;
    lineup::RealPart real;
    const lineup::Errors* errors;
};

} // namespace goodfold::bench
