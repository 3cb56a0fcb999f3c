#include "bench/practice.h"

#include "bench/layers.h"
#include "lineup/workshop.h"

#include <algorithm>
#include <boost/random/mersenne_twister.hpp>
#include <boost/random/normal_distribution.hpp>
#include <cmath>

namespace goodfold::bench {

using Eigen::VectorXd;
using Kind = Entry::Kind;
using What = Choice::What;

namespace {

class Random {
public:
    explicit Random(unsigned seed) : engine(seed) {}
    double operator()(double sigma = 1) { return sigma * normal(engine); }

private:
    boost::random::mt19937 engine;
    boost::random::normal_distribution<double> normal;
};

/// What the same shop's pieces share.
bool isShared(lineup::SourceKind kind) {
    using enum lineup::SourceKind;
    return kind == Radius || kind == ToolOffset || kind == Thickness;
}

const part::PartBend& bendAt(const Work& work, size_t bend) {
    return work.making.part.bends[bend];
}

const sequence::Step& stepOf(const Work& work, size_t bend) {
    const auto& steps = work.settled.outcome.plan->steps;
    return *std::find_if(steps.begin(), steps.end(), [&](const sequence::Step& step) {
        return step.operation.bend == static_cast<int>(bend);
    });
}

double reckonedSpringback(const Work& work, size_t bend) {
    const tool::Setup& setup = stepOf(work, bend).operation.setup;
    return setup.loadedAngleDeg - setup.restsAtDeg;
}

/// The shop: what its metal does, and the numbers that all its pieces share.
struct Shop {
    Truth truth;
    VectorXd shared;      // a piece's numbers; 0 where they are its own
    lineup::Errors off;   // by them
    lineup::Errors metal; // K and springback off what is reckoned
};

Shop shopOf(const Work& work, Random& random) {
    Shop shop;
    const lineup::Making& making = work.making;
    lineup::Draws draws(making);
    shop.shared = VectorXd::Zero(draws.normals());
    Eigen::Index number = 0;
    bool isByStop = false;
    for (size_t i = 0; i < making.sources.size(); ++i) {
        const lineup::Source& source = making.sources[i];
        const int count = draws.normalsOfSources()[i];
        if (isShared(source.kind) && !source.isOwn)
            for (int j = 0; j < count; ++j)
                shop.shared[number + j] = random();
        isByStop = isByStop || (source.kind == lineup::SourceKind::Springback && !source.isChecked);
        number += count;
    }
    shop.metal = draws.errorsOfNone();
    constexpr double kBatch = 0.1; // of either
    const double batchK = 1 + random(kBatch), batchSpring = 1 + random(kBatch);
    shop.off = draws.errorsBy(shop.shared.data());
    shop.truth.thickness = making.part.thickness + shop.off.thickness;
    const double width = making.job.stock.form == job::StockForm::Bar ? making.job.stock.width : 0;
    constexpr double kNarrow = 8; // widths in thicknesses; broader is bent as sheet is
    for (size_t i = 0; i < making.part.bends.size(); ++i) {
        const part::PartBend& bend = bendAt(work, i);
        const double radius = std::max(0.1, bend.shape.insideRadius + shop.off.bends[i].radius);
        const bool isWide = width == 0 || width > kNarrow * shop.truth.thickness;
        const LayeredBend layered = layeredBend(work.material, radius, shop.truth.thickness, isWide);
        const double k = layered.k * batchK;
        const double springs = layered.springbackDeg * batchSpring * bend.shape.angleDeg / 90;
        shop.truth.k[bend.id] = k;
        shop.truth.springbackDeg[bend.id] = springs;
        shop.metal.bends[i].k = k - bend.k;
        shop.metal.bends[i].sprungDeg = reckonedSpringback(work, i) - springs;
        if (isByStop) shop.metal.bends[i].angleDeg = shop.metal.bends[i].sprungDeg;
    }
    return shop;
}

/// What the planner thinks of metal and tools after so many test bends: of each what it was before, weighed
/// against what they were read as.
class Learning {
public:
    Learning(const Work& work, const Shop& shop, int testBends, Random& random)
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
    const Shop& shop;
    int tests;
    Random& random;
};

/// One piece, as it really is.
class RealPiece {
public:
    RealPiece(const Work& work, const Shop& shop, Random& random)
        : making(work.making), truth(shop.shared), made(work.making.part.bends.size(), false) {
        lineup::Draws draws(work.making);
        Eigen::Index number = 0;
        for (size_t i = 0; i < making.sources.size(); ++i) {
            const lineup::Source& source = making.sources[i];
            const bool isOwn = (!isShared(source.kind) || source.isOwn) &&
                               source.kind != lineup::SourceKind::K &&
                               source.kind != lineup::SourceKind::Springback;
            for (int j = 0; j < draws.normalsOfSources()[i]; ++j, ++number)
                if (isOwn) truth[number] = random();
        }
        making.inWork.emplace();
        making.inWork->chosen = shop.metal;
        piece.emplace(making, *work.settled.outcome.plan);
    }
    RealPiece(const RealPiece&) = delete;

    lineup::Errors& chosen() { return making.inWork->chosen; }
    double reads(const Entry& entry) { return piece->reads(entry, made, truth); }
    lineup::Fitting fitted() {
        lineup::Workshop workshop(making);
        workshop.make(truth.data());
        return workshop.fitted();
    }

    lineup::Making making;
    VectorXd truth;
    Piece::Made made;
    std::optional<Piece> piece;
};

/// One piece made by someone who measures and does what is advised.
class Careful {
public:
    Careful(const Work& work, RealPiece& piece, Random& random) : work(work), piece(piece), random(random) {}

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
            piece.made[bend] = true;
            log.entries.push_back({Kind::Done, {of.id}});
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
        if (piece.piece->whyNot(entry, piece.made)) return;
        entry.value = piece.reads(entry) + random(sigmaOf(entry, work.errors.instruments));
        log.entries.push_back(std::move(entry));
    }

    /// Before anything is drilled the holes; before a bend its line and angle.
    void follow(const sequence::Step* step) {
        const Now now = replanned(work, log);
        lineup::Errors& chosen = piece.chosen();
        if (!step)
            for (const MovedHole& moved : now.holes) {
                chosen.holes[static_cast<size_t>(moved.hole)] = moved.by;
                const std::string& id = work.making.part.holes[static_cast<size_t>(moved.hole)].id;
                log.entries.push_back({.kind = Kind::HoleTo, .of = {id}, .by = moved.by});
            }
        for (const Left& left : now.left) {
            if (left.step != step) continue;
            const int index = step->operation.bend;
            lineup::Errors::OfBend& bend = chosen.bends[static_cast<size_t>(index)];
            const std::string& id = bendAt(work, static_cast<size_t>(index)).id;
            if (left.line != left.lineWas) {
                const double by = (left.line - left.lineWas) * piece.piece->acrossPerRead(index);
                bend.line += by;
                bend.scribed += by;
                log.entries.push_back({Kind::LineTo, {id}, left.line});
            }
            if (left.angle == left.angleWas) continue;
            bend.angleDeg += left.angle - left.angleWas;
            log.entries.push_back({Kind::AngleTo, {id}, left.angle});
        }
    }

    void redo(const Rework& rework, const Known& known) {
        log.entries.push_back(entryOf(rework, work.making, known));
        lineup::Errors& chosen = piece.chosen();
        constexpr double kNudged = 0.5; // degrees: how well one comes out
        switch (rework.kind) {
        case Rework::Kind::File:
            chosen.filed[static_cast<size_t>(work.making.part.holeIndex(rework.of))] +=
                rework.by * rework.toward;
            return;
        case Rework::Kind::Shim:
            chosen.shim = rework.by;
            return;
        case Rework::Kind::Nudge:
            chosen.bends[static_cast<size_t>(work.making.part.bendIndex(rework.of))].angleDeg +=
                rework.by + random(kNudged);
            read({.kind = Kind::Angle, .of = {rework.of}, .with = "digital-protractor"});
        }
    }

    const Work& work;
    RealPiece& piece;
    Random& random;
    Log log;
};

void count(Tally& tally, RealPiece& piece, bool atOnce) {
    ++tally.pieces;
    const lineup::Fitting fitting = piece.fitted();
    if (fitting.room >= 0)
        ++(atOnce ? tally.atOnce : tally.reworked);
    else
        ++tally.misses[fitting.tightest < 0
                           ? std::string("a leg stands in its face")
                           : piece.making.mounting.ties[static_cast<size_t>(fitting.tightest)].hole];
}

} // namespace

Practice practise(const Work& work, int pieces, unsigned seed, int testBends) {
    Practice practice;
    Random random(seed);
    const Shop shop = shopOf(work, random);
    practice.truth = shop.truth;
    const lineup::Making surer = Learning(work, shop, testBends, random).making();
    for (int i = 0; i < pieces; ++i)
        for (const Way way : {Way::AsPlanned, Way::Measured, Way::TestBends}) {
            Random own(seed + 1 + static_cast<unsigned>(i)); // the same piece in each way
            RealPiece piece(work, shop, own);
            Tally& tally = practice.ways[way];
            if (way == Way::AsPlanned) {
                piece.made.assign(piece.made.size(), true);
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
    return practice;
}

} // namespace goodfold::bench
