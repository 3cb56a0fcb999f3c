#include "lineup/odds.h"

#include "lineup/press.h"
#include "lineup/targets.h"
#include "lineup/workshop.h"

#include <Eigen/Eigenvalues>

#include <algorithm>
#include <boost/random/normal_distribution.hpp>
#include <cmath>
#include <cstdint>
#include <map>
#include <numeric>
#include <thread>

namespace goodfold::lineup {

namespace {

constexpr int kBlock = 200; // pieces that share a seed
constexpr int kRound = 10;  // blocks, after which it is looked whether the odds are known well enough

struct Made {
    double room;
    int tie, tab; // that limit it, or -1
};

/// Steele, Lea and Flood, Fast Splittable Pseudorandom Number Generators (2014): any seed will do.
class Random {
public:
    using result_type = std::uint64_t;
    explicit Random(std::uint64_t seed) : state(seed) {}
    static constexpr result_type min() { return 0; }
    static constexpr result_type max() { return ~result_type(0); }
    result_type operator()() {
        std::uint64_t mixed = state += 0x9e3779b97f4a7c15;
        mixed = (mixed ^ (mixed >> 30)) * 0xbf58476d1ce4e5b9;
        mixed = (mixed ^ (mixed >> 27)) * 0x94d049bb133111eb;
        return mixed ^ (mixed >> 31);
    }

private:
    std::uint64_t state;
};

/// How pieces are counted.
struct Counting {
    int trials;
    unsigned seed;
    bool untilDecided = false;
    int without = -1;   // a source that moves nothing
    unsigned piece = 0; // of several from one stock and in the same tools
    double within = 0;  // how well the odds have to be known, one sigma
};

/// What is the same of all pieces that are made together.
bool isShared(SourceKind kind) {
    return kind == SourceKind::K || kind == SourceKind::Springback || kind == SourceKind::ToolOffset ||
           kind == SourceKind::Radius || kind == SourceKind::Thickness;
}

/// By what a source is, and how many alike come before it: its numbers do not hang on where it stands.
std::vector<std::uint64_t> seedsOf(const std::vector<Source>& sources, const Counting& counting) {
    std::map<std::string, int> alike;
    std::vector<std::uint64_t> seeds;
    for (const Source& source : sources) {
        std::string name(wordOf(source.kind));
        for (const Source::Of& of : source.of)
            name += " " + of.id;
        name += "#" + std::to_string(alike[name]++);
        const unsigned seed = isShared(source.kind) ? counting.seed : counting.seed + counting.piece;
        std::uint64_t hash = 0xcbf29ce484222325 ^ seed; // Fowler, Noll and Vo
        for (const char each : name)
            hash = (hash ^ static_cast<unsigned char>(each)) * 0x100000001b3;
        seeds.push_back(hash);
    }
    return seeds;
}

/// Random numbers of a block's pieces, one column a piece.
Eigen::MatrixXd drawnFor(const Workshop& workshop, const std::vector<std::uint64_t>& seeds, size_t block,
                         const Counting& counting) {
    Eigen::MatrixXd drawn = Eigen::MatrixXd::Zero(workshop.normals(), kBlock);
    Eigen::Index row = 0;
    for (size_t i = 0; i < seeds.size(); ++i) {
        const int rows = workshop.normalsOfSources()[i];
        if (static_cast<int>(i) != counting.without) {
            Random random(Random(seeds[i] + block)());
            boost::random::normal_distribution<double> normal;
            for (int piece = 0; piece < kBlock; ++piece)
                for (int r = 0; r < rows; ++r)
                    drawn(row + r, piece) = normal(random);
        }
        row += rows;
    }
    return drawn;
}

void makeBlock(Workshop& workshop, const Eigen::MatrixXd& drawn, bool untilDecided, Made* first, Made* last) {
    for (Made* each = first; each != last; ++each) {
        workshop.make(drawn.col(each - first).data());
        const Fitting fitting = workshop.fitted(untilDecided);
        *each = {fitting.room, fitting.tightest, workshop.tabOf(fitting)};
    }
}

/// Blocks `from` up to `to`, on all cores; who makes which changes nothing.
void makeBlocks(const Making& making, const Counting& counting, size_t from, size_t to,
                std::vector<Made>& all) {
    const std::vector<std::uint64_t> seeds = seedsOf(making.sources, counting);
    const size_t hands =
        std::clamp<size_t>(std::thread::hardware_concurrency(), 1, std::max<size_t>(to - from, 1));
    std::vector<std::thread> threads;
    for (size_t hand = 0; hand < hands; ++hand)
        threads.emplace_back([&, hand] {
            Workshop workshop(making);
            for (size_t block = from + hand; block < to; block += hands)
                makeBlock(workshop, drawnFor(workshop, seeds, block, counting), counting.untilDecided,
                          all.data() + block * kBlock,
                          all.data() + std::min(all.size(), (block + 1) * kBlock));
        });
    for (std::thread& thread : threads)
        thread.join();
}

double shareThatFits(const std::vector<Made>& all) {
    const auto fits = std::count_if(all.begin(), all.end(), [](const Made& made) { return made.room >= 0; });
    return static_cast<double>(fits) / static_cast<double>(all.size());
}

/// Of a share that was counted; never less than one piece.
double sigmaOf(double share, size_t pieces) {
    const auto all = static_cast<double>(pieces);
    return std::max(1 / all, std::sqrt(share * (1 - share) / all));
}

/// As many as were asked for, or fewer that tell enough.
std::vector<Made> makeAll(const Making& making, const Counting& counting) {
    std::vector<Made> made;
    const auto most = static_cast<size_t>(counting.trials);
    const size_t blocks = (most + kBlock - 1) / kBlock, round = counting.within > 0 ? kRound : blocks;
    for (size_t done = 0; done < blocks; done += round) {
        const size_t next = std::min(blocks, done + round);
        made.resize(std::min(most, next * kBlock));
        makeBlocks(making, counting, done, next, made);
        if (sigmaOf(shareThatFits(made), made.size()) <= counting.within) break;
    }
    return made;
}

} // namespace

Result<Making> makingOf(const Work& work, const job::Mount& mount, const hardware::Book& hardware) {
    const auto known = knownMount(mount, work.book.instruments);
    if (!known) return known.error();
    auto mounting = mountingOf(work.job, known->placed, work.part, hardware);
    if (!mounting) return mounting.error();
    std::vector<std::string> points;
    for (const Mounting::Place& place : mounting->places())
        points.push_back(place.point);
    if (const auto open = whatIsOpen(mount, *known, points, work.book.instruments)) return *open;
    Making making{work.job, work.part, *std::move(mounting), sourcesOf(work), heldLinesOf(work)};
    making.standing = known->placed.clearances;
    estimatePress(work, making.mounting);
    for (Source& target : targetsOf(*known, making.mounting, work.job.rests->on))
        making.sources.push_back(std::move(target));
    return making;
}

double oddsOf(const Making& making, int trials, unsigned seed, int without) {
    return shareThatFits(makeAll(making, {trials, seed, true, without}));
}

double oddsOfBoth(const Making& one, const Making& other, int trials, unsigned seed) {
    const std::vector<Made> first = makeAll(one, {trials, seed, true});
    const std::vector<Made> second = makeAll(other, {trials, seed, true, -1, 1});
    int both = 0;
    for (size_t i = 0; i < first.size(); ++i)
        both += first[i].room >= 0 && second[i].room >= 0;
    return static_cast<double>(both) / trials;
}

Odds count(const Making& making, int trials, unsigned seed, double within) {
    std::vector<Made> all = makeAll(making, {.trials = trials, .seed = seed, .within = within});
    Odds odds;
    odds.trials = static_cast<int>(all.size());
    odds.odds = shareThatFits(all);
    odds.tightestOfTies.assign(making.mounting.ties.size(), 0);
    odds.tightestOfTabs.assign(making.mounting.tabs.size(), 0);
    for (const Made& made : all) {
        odds.roomMean += made.room / odds.trials;
        if (made.tie >= 0) ++odds.tightestOfTies[static_cast<size_t>(made.tie)];
        if (made.tab >= 0) ++odds.tightestOfTabs[static_cast<size_t>(made.tab)];
    }
    odds.oddsSigma = sigmaOf(odds.odds, all.size());
    const auto fifth = all.begin() + odds.trials / 20;
    std::nth_element(all.begin(), fifth, all.end(),
                     [](const Made& a, const Made& b) { return a.room < b.room; });
    if (!all.empty()) odds.roomP5 = fifth->room;
    return odds;
}

Eigen::Matrix3d covarianceOf(const Making& making, size_t tie) {
    Workshop workshop(making);
    Eigen::Matrix3d covariance = Eigen::Matrix3d::Zero();
    eachAlone(workshop, [&](int, const auto& make) {
        make(1);
        const Vec3 more = workshop.centreOf(tie);
        make(-1);
        const Vec3 by = (more - workshop.centreOf(tie)) / 2;
        covariance += by * by.transpose();
    });
    return covariance;
}

std::vector<std::vector<Vec2>> cloudsOf(const Making& making, int pieces, unsigned seed) {
    std::vector<std::vector<Vec2>> clouds(making.mounting.ties.size());
    Workshop workshop(making);
    const Counting counting{pieces, seed};
    const std::vector<std::uint64_t> seeds = seedsOf(making.sources, counting);
    for (int made = 0; made < pieces; made += kBlock) {
        const Eigen::MatrixXd drawn = drawnFor(workshop, seeds, static_cast<size_t>(made / kBlock), counting);
        for (int piece = 0; piece < std::min(kBlock, pieces - made); ++piece) {
            workshop.make(drawn.col(piece).data());
            const std::vector<Vec2> offsets = workshop.offsets(workshop.fitted());
            for (size_t i = 0; i < offsets.size(); ++i)
                clouds[i].push_back(offsets[i]);
        }
    }
    return clouds;
}

Spread spreadOf(const std::vector<Vec2>& cloud) {
    Spread spread;
    const auto pieces = static_cast<double>(cloud.size());
    for (const Vec2& each : cloud)
        spread.middle += each / pieces;
    for (const Vec2& each : cloud)
        spread.covariance += (each - spread.middle) * (each - spread.middle).transpose() / (pieces - 1);
    return spread;
}

Vec2 Spread::onEllipse(double sigmas, double atDeg) const {
    const Eigen::SelfAdjointEigenSolver<Eigen::Matrix2d> axes(covariance);
    const Vec2 along = axes.eigenvalues().cwiseMax(0).cwiseSqrt();
    return middle + sigmas * axes.eigenvectors() *
                        along.cwiseProduct(Vec2(std::cos(radians(atDeg)), std::sin(radians(atDeg))));
}

NominalFit nominalFit(const Making& making) {
    Workshop workshop(making);
    return workshop.nominal();
}

} // namespace goodfold::lineup
