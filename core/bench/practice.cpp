#include "bench/practice.h"

#include <algorithm>
#include <cmath>

namespace goodfold::bench {

using Kind = Entry::Kind;

namespace {

const part::PartBend& bendAt(const Work& work, size_t bend) {
    return work.making.part.bends[bend];
}

/// What the planner thinks of metal and tools after so many test bends: of each what it was before, weighed
/// against what they were read as.
class Learning {
public:
    Learning(const Work& work, const VirtualShop& shop, int testBends, Random& random)
        : work(work), shop(shop), tests(testBends), random(random) {}

    lineup::Making making() {
        lineup::Making all = work.making;
        all.inWork.emplace();
        all.inWork->chosen = lineup::Draws(work.making).errorsOfNone();
        for (lineup::Source& source : all.sources) {
            const double drawn = random(); // the same of all bends that it is of
            for (lineup::Source::Of& of : source.of)
                learn(source, of, drawn, all);
        }
        return all;
    }

private:
    void learn(const lineup::Source& source, lineup::Source::Of& of, double drawn,
               lineup::Making& all) const {
        using enum lineup::SourceKind;
        const bool isRadius = source.kind == Radius && !source.isOwn;
        if (source.kind != K && source.kind != Springback && !isRadius) return;
        const auto bend = static_cast<size_t>(all.part.bendIndex(of.id));
        lineup::Errors::OfBend& known = all.inWork->chosen.bends[bend];
        constexpr double kAngleRead = 0.3, kGauged = 0.2; // degrees; mm
        const double after =
            source.kind == K ? lineup::kSigmaAfter(work.errors.testBend, tests, all.part.thickness, of.sigma)
                             : weighed(of.sigma, (isRadius ? kGauged : kAngleRead) / std::sqrt(tests));
        const double weight = 1 - after * after / (of.sigma * of.sigma); // of what was read
        const double readSigma = weight > 0 ? after / std::sqrt(weight) : 0;
        const lineup::Errors::OfBend& metal = shop.metal.bends[bend];
        const double is = source.kind == K ? metal.k
                          : isRadius       ? shop.off.bends[bend].radius
                                           : metal.sprungDeg;
        const double read = weight * (is + readSigma * drawn);
        (source.kind == K ? known.k : isRadius ? known.radius : known.sprungDeg) = read;
        if (source.kind == Springback && !source.isChecked) known.angleDeg = read;
        of.sigma = after;
    }

    static double weighed(double one, double other) { return one * other / std::hypot(one, other); }

    const Work& work;
    const VirtualShop& shop;
    int tests;
    Random& random;
};

/// One piece made by someone who measures and does what is advised.
class Careful {
public:
    Careful(const Work& work, VirtualPiece& piece, Random& random)
        : work(work), piece(piece), random(random) {}

    void bendIt() {
        read({Kind::Thickness, {}});
        follow(nullptr);
        const auto& ties = work.making.mounting.ties;
        for (size_t i = 1; i < ties.size(); ++i)
            for (const auto how : {Entry::How::Along, Entry::How::Aside})
                read({Kind::Place, {ties[i].hole, ties[0].hole}, 0, how});
        for (const sequence::Step& step : work.settled.outcome.plan->steps) {
            follow(&step);
            const auto bend = static_cast<size_t>(step.operation.bend);
            const part::PartBend& of = bendAt(work, bend);
            note({Kind::Done, {of.id}});
            read({.kind = Kind::Angle, .of = {of.id}, .with = "digital-protractor"});
            for (const int plate : {of.parent, of.child})
                read({Kind::Outside, {work.making.part.plates[static_cast<size_t>(plate)].id}});
        }
    }

    void rework() {
        const auto& ties = work.making.mounting.ties;
        for (size_t i = 1; i < ties.size(); ++i)
            for (const auto how : {Entry::How::Along, Entry::How::Aside, Entry::How::Above})
                read({Kind::Place, {ties[i].hole, ties[0].hole}, 0, how});
        constexpr int kMost = 2;
        for (int i = 0; i < kMost && piece.fitted().room < 0; ++i) {
            const Now now = replanned(work, log);
            if (now.rework.empty()) return;
            redo(now.rework[0], now.known);
        }
    }

private:
    void read(Entry entry) {
        const auto read = piece.reads(entry);
        if (!read) return;
        entry.value = *read + random(sigmaOf(entry, work.errors.instruments));
        log.entries.push_back(std::move(entry));
    }

    void note(const Entry& entry) {
        piece.take(entry, random);
        log.entries.push_back(entry);
    }

    /// Before anything is drilled the holes; before a bend its line and angle.
    void follow(const sequence::Step* step) {
        const Now now = replanned(work, log);
        if (!step)
            for (const MovedHole& moved : now.holes) {
                const std::string& id = work.making.part.holes[static_cast<size_t>(moved.hole)].id;
                note({.kind = Kind::HoleTo, .of = {id}, .by = moved.by});
            }
        for (const Left& left : now.left) {
            if (left.step != step) continue;
            const std::string& id = bendAt(work, static_cast<size_t>(step->operation.bend)).id;
            if (left.line != left.lineWas) note({Kind::LineTo, {id}, left.line});
            if (left.angle != left.angleWas) note({Kind::AngleTo, {id}, left.angle});
        }
    }

    void redo(const Rework& rework, const Known& known) {
        note(entryOf(rework, work.making, known));
        if (rework.kind == Rework::Kind::Nudge)
            read({.kind = Kind::Angle, .of = {rework.of}, .with = "digital-protractor"});
    }

    const Work& work;
    VirtualPiece& piece;
    Random& random;
    Log log;
};

void count(Tally& tally, VirtualPiece& piece, bool atOnce) {
    ++tally.pieces;
    const lineup::Fitting fitting = piece.fitted();
    if (fitting.room >= 0)
        ++(atOnce ? tally.atOnce : tally.reworked);
    else
        ++tally.misses[fitting.tightest < 0
                           ? std::string("a leg stands in its face")
                           : piece.made().mounting.ties[static_cast<size_t>(fitting.tightest)].hole];
}

} // namespace

Practice practise(const Work& work, int pieces, unsigned seed, int testBends,
                  const std::function<bool(const Practice&)>& goOn) {
    Practice practice;
    Random random(seed);
    const VirtualShop shop = virtualShop(work, random);
    practice.truth = shop.truth;
    const lineup::Making surer = Learning(work, shop, testBends, random).making();
    for (int i = 0; i < pieces; ++i) {
        for (const Way way : {Way::AsPlanned, Way::Measured, Way::TestBends}) {
            Random own(seed + 1 + static_cast<unsigned>(i)); // the same piece in each way
            VirtualPiece piece(work, shop, own);
            Tally& tally = practice.ways[way];
            if (way == Way::AsPlanned) {
                piece.bendAll();
                count(tally, piece, true);
                continue;
            }
            const Work known{work.settled,  way == Way::Measured ? work.making : surer,
                             work.material, work.errors,
                             work.reading,  work.counting};
            Careful careful(known, piece, own);
            careful.bendIt();
            const bool atOnce = piece.fitted().room >= 0;
            if (!atOnce) careful.rework();
            count(tally, piece, atOnce);
        }
        if (goOn && !goOn(practice)) break;
    }
    return practice;
}

} // namespace goodfold::bench
