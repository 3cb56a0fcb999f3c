// A piece that is made up: what it really is comes from errors drawn from the book, and from metal and tools
// that the planner does not know.
#pragma once

#include "bench/bench.h"

#include <boost/random/mersenne_twister.hpp>
#include <boost/random/normal_distribution.hpp>

namespace goodfold::bench {

class Random {
public:
    explicit Random(unsigned seed) : engine(seed) {}
    double operator()(double sigma = 1) { return sigma * normal(engine); }

private:
    boost::random::mt19937 engine;
    boost::random::normal_distribution<double> normal;
};

/// What a shop's metal and tools are really like: the same of all its pieces.
struct Truth {
    double thickness = 0;
    std::map<std::string, double> k, springbackDeg; // by bend; what springs back, at its own angle
};

struct VirtualShop {
    Truth truth;
    Eigen::VectorXd shared; // a piece's random numbers; 0 where they are its own
    lineup::Errors off;     // by them
    lineup::Errors metal;   // K and springback off what is reckoned
};

/// K and what springs back are those of bends computed layer by layer (layeredBend()), give or take what one
/// batch of stock differs by: a tenth of the one, a tenth of the other. Thickness, radii and tools' offsets
/// are drawn from the book.
VirtualShop virtualShop(const Work& work, Random& random);

class VirtualPiece {
public:
    /// Work and shop must outlive it.
    VirtualPiece(const Work& work, const VirtualShop& shop, Random& random);
    VirtualPiece(const VirtualPiece&) = delete;

    /// Something is done to it: a bend, a line or a hole set otherwise, rework. A bend that is nudged comes
    /// out as it is to be, give or take half a degree.
    void take(const Entry& entry, Random& random);
    /// All bends at once.
    void bendAll();

    /// Nothing where it cannot be measured on it as it is.
    std::optional<double> reads(const Entry& entry);
    /// Where it has most room on its mount.
    lineup::Fitting fitted();
    const lineup::Making& made() const { return making; }

private:
    lineup::Making making;
    Eigen::VectorXd numbers;
    Piece::Made isBent;
    std::vector<double> wantedDeg; // by bend, as it is set now
    std::optional<Piece> piece;
};

} // namespace goodfold::bench
