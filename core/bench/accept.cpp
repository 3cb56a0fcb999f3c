#include "bench/accept.h"

#include "lineup/workshop.h"

#include <Eigen/QR>

#include <algorithm>

namespace goodfold::bench {

using Eigen::VectorXd;
using Kind = Entry::Kind;

namespace {

/// What is worth measuring: few figures that together say where every hole is.
std::vector<Entry> measuresOf(const lineup::Making& making) {
    std::vector<Entry> all;
    for (const part::PartBend& bend : making.part.bends)
        all.push_back({Kind::Angle, {bend.id}});
    const auto& ties = making.mounting.ties;
    const auto plateOf = [&](const lineup::Mounting::Tie& tie) {
        return making.part.holes[static_cast<size_t>(making.part.holeIndex(tie.hole))].plate;
    };
    const auto onRest = [&](const lineup::Mounting::Tie& tie) {
        return plateOf(tie) == making.part.plateIndex(making.mounting.rests);
    };
    const auto first = std::find_if(ties.begin(), ties.end(), onRest);
    if (first == ties.end()) return all;
    for (const lineup::Mounting::Tie& tie : ties)
        for (const auto how : {Entry::How::Along, Entry::How::Aside, Entry::How::Above})
            if (tie.hole != first->hole && (how != Entry::How::Above || !onRest(tie)))
                all.push_back({Kind::Place, {tie.hole, first->hole}, 0, how});
    return all;
}

class Limits {
public:
    Limits(const lineup::Making& making, const sequence::Plan& plan)
        : making(making), workshop(making), piece(making, plan), made(making.part.bends.size(), true) {}

    std::vector<Accept> of(const std::vector<Entry>& measures) {
        const Eigen::MatrixXd ways = waysOf(measures);
        std::vector<Accept> all;
        for (size_t i = 0; i < measures.size(); ++i)
            all.push_back(alone(measures[i], ways.col(static_cast<Eigen::Index>(i))));
        drawIn(all, ways);
        return all;
    }

private:
    double reads(const Entry& measure, const VectorXd& at) { return piece.reads(measure, made, at); }

    bool goesOn(const VectorXd& at) {
        workshop.make(at.data());
        return workshop.fitted(true).room >= 0;
    }

    /// The likeliest pieces that read one more in one figure and as drawn in all others, a column a measure.
    Eigen::MatrixXd waysOf(const std::vector<Entry>& measures) {
        Eigen::MatrixXd slopes(static_cast<Eigen::Index>(measures.size()), piece.normals());
        VectorXd moved = VectorXd::Zero(piece.normals());
        for (Eigen::Index row = 0; row < slopes.rows(); ++row)
            for (Eigen::Index i = 0; i < slopes.cols(); ++i) {
                const Entry& measure = measures[static_cast<size_t>(row)];
                moved[i] = 1;
                const double more = reads(measure, moved);
                moved[i] = -1;
                slopes(row, i) = (more - reads(measure, moved)) / 2;
                moved[i] = 0;
            }
        Eigen::CompleteOrthogonalDecomposition<Eigen::MatrixXd> decomposed;
        constexpr double kDependent = 1e-3; // figures that others tell already
        decomposed.setThreshold(kDependent);
        return decomposed.compute(slopes).pseudoInverse();
    }

    /// From as drawn on, until a piece does not go on or is most unlikely.
    Accept alone(const Entry& measure, const VectorXd& toOne) {
        const VectorXd way = toOne.norm() > 0 ? VectorXd(toOne.normalized()) : toOne;
        const auto limit = [&](double side) {
            constexpr double kUnlikely = 8; // sigma
            constexpr int kHalvings = 16;
            double least = 0, most = kUnlikely;
            if (goesOn(side * most * way)) return reads(measure, side * most * way);
            for (int i = 0; i < kHalvings; ++i) {
                const double middle = (least + most) / 2;
                (goesOn(side * middle * way) ? least : most) = middle;
            }
            return reads(measure, side * least * way);
        };
        Accept accept{measure, reads(measure, VectorXd::Zero(piece.normals()))};
        accept.from = limit(-1);
        accept.to = limit(1);
        if (accept.from > accept.to) std::swap(accept.from, accept.to);
        return accept;
    }

    /// Until every piece goes on that is at some limit in each of its figures.
    void drawIn(std::vector<Accept>& all, const Eigen::MatrixXd& ways) {
        constexpr size_t kMostCorners = 1024;
        const size_t figures = all.size();
        std::vector<Eigen::VectorXd> corners; // at the limits as they are
        for (size_t corner = 0; corner < std::min(kMostCorners, size_t(1) << std::min<size_t>(figures, 20));
             ++corner) {
            VectorXd at = VectorXd::Zero(ways.rows());
            for (size_t i = 0; i < figures; ++i) {
                // Of more corners than are tried the bits are spread over the figures.
                const size_t bit = (corner >> (i % 10)) + i / 10;
                const double limit = (bit & 1 ? all[i].to : all[i].from) - all[i].nominal;
                at += limit * ways.col(static_cast<Eigen::Index>(i));
            }
            corners.push_back(std::move(at));
        }
        double fits = 0, fails = 1;
        constexpr int kHalvings = 8;
        for (int i = 0; i < kHalvings; ++i) {
            const double share = (fits + fails) / 2;
            const bool allFit = std::all_of(corners.begin(), corners.end(),
                                            [&](const VectorXd& at) { return goesOn(share * at); });
            (allFit ? fits : fails) = share;
        }
        for (Accept& accept : all) {
            accept.from = accept.nominal + fits * (accept.from - accept.nominal);
            accept.to = accept.nominal + fits * (accept.to - accept.nominal);
        }
    }

    const lineup::Making& making;
    lineup::Workshop workshop;
    Piece piece;
    Piece::Made made;
};

/// The last reading of the same thing.
std::optional<double> lastRead(const Entry& measure, const Log& log) {
    std::optional<double> value;
    for (const Entry& entry : log.entries)
        if (entry.kind == measure.kind && entry.of == measure.of && entry.how == measure.how)
            value = entry.value;
    return value;
}

} // namespace

std::vector<Accept> acceptedOf(const lineup::Making& making, const sequence::Plan& plan, const Log& log) {
    std::vector<Accept> all = Limits(making, plan).of(measuresOf(making));
    for (Accept& accept : all)
        accept.value = lastRead(accept.measure, log);
    return all;
}

} // namespace goodfold::bench
