// What is wrong with a bend: figures outside their ranges, and what its stock cannot do.
#include "job/validation.h"

namespace goodfold::job {

namespace {

constexpr double kMostTurn = 350; // degrees; a rolled edge or a strap goes nearly round

Problem wrongRelief(const Job& job, const Bend& bend, size_t index) {
    if (job.stock.form == StockForm::Bar) {
        if (bend.relief == Relief{}) return {};
        return Error{"Bend " + bend.id + ": a bar's bend takes its whole width and needs no relief.",
                     at("bends", index, "relief")};
    }
    if (bend.relief.width)
        if (auto t = outside(*bend.relief.width, 0, 1000, "Bend " + bend.id + "'s relief",
                             at("bends", index, "relief.width")))
            return t;
    if (!bend.relief.depth) return {};
    return outside(*bend.relief.depth, 0, 1000, "Bend " + bend.id + "'s relief",
                   at("bends", index, "relief.depth"));
}

Problem wrongWrap(const Job& job, const Bend& bend, size_t index) {
    const std::string where = at("bends", index, "wrap"), name = "Bend " + bend.id;
    if (auto t = notPositive(bend.wrap->pipe, kWidest, name + "'s pipe", where + ".pipe")) return t;
    if (auto t = outside(bend.wrap->gap, 0, kWidest, name + "'s gap", where + ".gap")) return t;
    const Bend *before = job.bendTo(bend.from), *after = job.bendAt(bend.to, Edge::End);
    if (!before || !after || bend.edge != Edge::End)
        return Error{name + " goes round a pipe and needs a bend to an ear before and after it.", where};
    if (before->wrap || after->wrap) return Error{name + ": an ear lies between two pipes.", where};
    if (before->turn == bend.turn || after->turn == bend.turn)
        return Error{name + ": the bends to its ears turn the other way.", where};
    if (before->skewDeg != 0 || after->skewDeg != 0 || bend.skewDeg != 0)
        return Error{name + " goes round a pipe square to the bar.", where};
    return {};
}

} // namespace

Problem wrongBend(const Job& job, size_t index) {
    const Bend& bend = job.bends[index];
    const std::string name = "Bend " + bend.id;
    if (auto t = outside(bend.angleDeg, 1, kMostTurn, {name, "'s angle"}, {"bends", index, "angle"}))
        return t;
    if (auto t =
            outside(bend.skewDeg, -kSteepestSkew, kSteepestSkew, {name, "'s skew"}, {"bends", index, "skew"}))
        return t;
    if (auto t = outside(bend.offset, -kWidest, kWidest, {name, "'s offset"}, {"bends", index, "offset"}))
        return t;
    if (bend.insideRadius)
        if (auto t = outside(*bend.insideRadius, 0, kWidest, {name, "'s inside radius"},
                             {"bends", index, "inside_radius"}))
            return t;
    if (bend.k)
        if (auto t = outside(*bend.k, 0, 1, name + "'s K", at("bends", index, "k"))) return t;
    if (job.stock.form == StockForm::Bar && bend.edge != Edge::End)
        return Error{name + ": a bar goes on at the end of a leg; other edges need sheet.",
                     at("bends", index, "edge")};
    if (job.stock.form == StockForm::Bar && bend.offset != 0)
        return Error{name + ": a bar's bend takes its whole width and has no offset.",
                     at("bends", index, "offset")};
    if (job.stock.form == StockForm::Sheet && bend.skewDeg != 0)
        return Error{name + ": only a bar's bend line can be skewed.", at("bends", index, "skew")};
    if (bend.edge == Edge::Start && job.bendTo(bend.from))
        return Error{name + ": the start of leg " + bend.from + " is where it hangs on its own bend.",
                     at("bends", index, "edge")};
    if (auto t = wrongRelief(job, bend, index)) return t;
    if (auto t = outside(bend.bumps, 1, 200, {name, "'s hits"}, {"bends", index, "hits"})) return t;
    return bend.wrap ? wrongWrap(job, bend, index) : Problem{};
}

} // namespace goodfold::job
