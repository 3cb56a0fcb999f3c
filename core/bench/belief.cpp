#include "bench/belief.h"

#include "bench/slip.h"

#include <Eigen/Cholesky>

#include <algorithm>
#include <cmath>

namespace goodfold::bench {

using Eigen::MatrixXd;
using Eigen::VectorXd;
using Kind = Entry::Kind;

bool Progress::isBegun() const {
    return std::find(made.begin(), made.end(), true) != made.end();
}

bool Progress::isFormed() const {
    return std::find(made.begin(), made.end(), false) == made.end();
}

Progress progressOf(const part::Part& part, const Log& log) {
    Progress progress{Piece::Made(part.bends.size(), false), {}, std::vector<bool>(part.bends.size(), false)};
    for (const Entry& entry : log.entries)
        for (const std::string& each : entry.of) {
            const int bend = part.bendIndex(each);
            if (entry.kind == Kind::Done && bend < 0) progress.done.insert(each);
            if (bend < 0) continue;
            const auto at = static_cast<size_t>(bend);
            if (entry.kind == Kind::Done || entry.kind == Kind::Angle || entry.kind == Kind::Pushed)
                progress.made[at] = true;
            if (entry.kind == Kind::Line) progress.isLineRead[at] = true;
            if (entry.kind == Kind::LineTo) progress.isLineRead[at] = false;
        }
    return progress;
}

std::string_view usualInstrument(Kind kind) {
    switch (kind) {
    case Kind::Pushed:
    case Kind::Angle:
        return "protractor";
    case Kind::Blank:
    case Kind::Hole:
    case Kind::Line:
        return "rule";
    default:
        return "calipers";
    }
}

double sigmaOf(const Entry& entry, const mount::Instruments& instruments) {
    if (entry.sigma) return *entry.sigma;
    constexpr double kStockRead = 0.03; // flat faces between the jaws: better than holes or bends are read
    if (entry.kind == Kind::Thickness && entry.with.empty()) return kStockRead;
    const auto found =
        instruments.find(entry.with.empty() ? std::string(usualInstrument(entry.kind)) : entry.with);
    return found == instruments.end() ? kStockRead : found->second.sigma;
}

namespace {

constexpr double kDoubted = 5; // sigma

/// A reading, and the piece as it was then.
struct Reading {
    const Entry* entry;
    Piece::Made made;
    lineup::Errors chosen;
    double sigma;
};

struct Slope {
    double reads;
    VectorXd by;
};

class Believer {
public:
    Believer(const lineup::Making& making, const sequence::Plan& plan, const Log& log,
             const mount::Instruments& instruments)
        : making(making), plan(plan), log(log), instruments(instruments) {
        known.progress = progressOf(making.part, log);
        made.assign(making.part.bends.size(), false);
        known.chosen = making.inWork ? making.inWork->chosen : asDrawn();
        this->making.inWork.emplace();
        this->making.inWork->chosen = known.chosen;
    }

    /// `before`: what an earlier piece told, or null.
    Known all(const Known* before) {
        Piece piece(making, plan);
        known.mean = priorMean = VectorXd::Zero(piece.normals());
        known.covariance = priorCovariance = MatrixXd::Identity(piece.normals(), piece.normals());
        if (before) takeShared(*before);
        for (size_t i = 0; i < log.entries.size(); ++i)
            take(piece, i);
        return std::move(known);
    }

private:
    void takeShared(const Known& before) {
        std::vector<Eigen::Index> shared;
        Eigen::Index number = 0;
        const lineup::Draws draws(making);
        for (size_t i = 0; i < making.sources.size(); ++i)
            for (int j = 0; j < draws.normalsOfSources()[i]; ++j, ++number)
                if (isShared(making.sources[i])) shared.push_back(number);
        for (const Eigen::Index i : shared) {
            priorMean[i] = before.mean[i];
            for (const Eigen::Index j : shared)
                priorCovariance(i, j) = before.covariance(i, j);
        }
        known.mean = priorMean;
        known.covariance = priorCovariance;
    }

    /// The same of all pieces from one stock, made in the same tools.
    static bool isShared(const lineup::Source& source) {
        using enum lineup::SourceKind;
        return source.kind == K || source.kind == Springback || source.kind == ToolOffset ||
               source.kind == Thickness || (source.kind == Radius && !source.isOwn);
    }

    /// Nothing otherwise than drawn, sized for this part.
    lineup::Errors asDrawn() const {
        lineup::Making plain = making;
        plain.inWork.reset();
        return lineup::Draws(plain).errorsOfNone();
    }

    void take(Piece& piece, size_t index) {
        const Entry& entry = log.entries[index];
        if (entry.kind == Kind::Done || entry.kind == Kind::Angle || entry.kind == Kind::Pushed)
            for (const std::string& each : entry.of)
                if (const int bend = making.part.bendIndex(each); bend >= 0)
                    made[static_cast<size_t>(bend)] = true;
        if (entry.kind == Kind::Done) return;
        if (const auto why = piece.whyNot(entry, made)) {
            known.refused.emplace_back(index, *why);
            return;
        }
        isReading(entry.kind) ? believe(piece, index) : choose(piece, entry);
    }

    /// From here on it is done otherwise. What is scribed, bent or marked anew comes out anew.
    void choose(Piece& piece, const Entry& entry) {
        using enum lineup::SourceKind;
        if (entry.kind == Kind::HoleTo) {
            forget({Mark, Punch, Drill}, entry.of[0]);
            known.chosen.holes[static_cast<size_t>(making.part.holeIndex(entry.of[0]))] = entry.by;
            return;
        }
        if (entry.kind == Kind::Filed) {
            known.chosen.filed[static_cast<size_t>(making.part.holeIndex(entry.of[0]))] += entry.by;
            return;
        }
        if (entry.kind == Kind::Shim) {
            known.chosen.shim = entry.value;
            return;
        }
        const int bend = making.part.bendIndex(entry.of[0]);
        auto& chosen = known.chosen.bends[static_cast<size_t>(bend)];
        if (entry.kind == Kind::AngleTo) {
            if (made[static_cast<size_t>(bend)]) forget({Angle, Springback}, entry.of[0]);
            chosen.angleDeg = entry.value - making.part.bends[static_cast<size_t>(bend)].shape.angleDeg;
            return;
        }
        forget({Line}, entry.of[0]);
        chosen.line = chosen.scribed = (entry.value - piece.plannedLine(bend)) * piece.acrossPerRead(bend);
    }

    /// What is believed so far is where the rest begins, and these are as unsure as ever.
    void forget(const std::vector<lineup::SourceKind>& kinds, const std::string& id) {
        readings.clear();
        bench::forget(known, making, kinds, id);
        priorMean = known.mean;
        priorCovariance = known.covariance;
    }

    void believe(Piece& piece, size_t index) {
        const Entry& entry = log.entries[index];
        const Reading reading{&entry, made, known.chosen, bench::sigmaOf(entry, instruments)};
        const Slope slope = slopeOf(piece, reading);
        const double sigma =
            std::sqrt(slope.by.dot(known.covariance * slope.by) + reading.sigma * reading.sigma);
        if (!entry.isKept && std::abs(entry.value - slope.reads) > kDoubted * sigma) {
            known.doubted.push_back({index, slope.reads, sigma, likelySlip(entry.value, slope.reads, sigma)});
            return;
        }
        readings.push_back(reading);
        solve(piece);
    }

    /// What a reading is foreseen as, and how it moves with each number.
    Slope slopeOf(Piece& piece, const Reading& reading) {
        making.inWork->chosen = reading.chosen;
        const auto reads = [&](const VectorXd& at) { return piece.reads(*reading.entry, reading.made, at); };
        Slope slope{reads(known.mean), VectorXd::Zero(known.mean.size())};
        VectorXd moved = known.mean;
        constexpr double kLeast = 0.05; // sigma: what is known to better is straight
        for (Eigen::Index i = 0; i < moved.size(); ++i) {
            const double step = std::max(kLeast, std::sqrt(std::max(0.0, known.covariance(i, i))));
            moved[i] = known.mean[i] + step;
            const double more = reads(moved);
            moved[i] = known.mean[i] - step;
            slope.by[i] = (more - reads(moved)) / (2 * step);
            moved[i] = known.mean[i];
        }
        return slope;
    }

    void solve(Piece& piece) {
        constexpr int kRounds = 4;
        const auto rows = static_cast<Eigen::Index>(readings.size());
        for (int round = 0; round < kRounds; ++round) {
            MatrixXd slopes(rows, known.mean.size());
            VectorXd wants(rows); // that the numbers are off the prior's
            for (Eigen::Index i = 0; i < rows; ++i) {
                const Reading& reading = readings[static_cast<size_t>(i)];
                const Slope slope = slopeOf(piece, reading);
                slopes.row(i) = slope.by / reading.sigma;
                wants[i] = (slope.by.dot(known.mean - priorMean) + reading.entry->value - slope.reads) /
                           reading.sigma;
            }
            const MatrixXd across = priorCovariance * slopes.transpose();
            const MatrixXd own = MatrixXd::Identity(rows, rows) + slopes * across;
            const Eigen::LLT<MatrixXd> factored(own);
            known.mean = priorMean + across * factored.solve(wants);
            known.covariance = priorCovariance - across * factored.solve(across.transpose());
        }
    }

    lineup::Making making;
    const sequence::Plan& plan;
    const Log& log;
    const mount::Instruments& instruments;
    VectorXd priorMean;
    MatrixXd priorCovariance;
    std::vector<Reading> readings; // since
    Piece::Made made;              // as far as the log has come
    Known known;
};

} // namespace

Known knownOf(const lineup::Making& making, const sequence::Plan& plan, const Log& log,
              const mount::Instruments& instruments, const std::vector<Log>& earlier) {
    std::optional<Known> before;
    for (const Log& each : earlier)
        before = Believer(making, plan, each, instruments).all(before ? &*before : nullptr);
    return Believer(making, plan, log, instruments).all(before ? &*before : nullptr);
}

void forget(Known& known, const lineup::Making& making, const std::vector<lineup::SourceKind>& kinds,
            const std::string& id) {
    Eigen::Index number = 0;
    const lineup::Draws draws(making);
    for (size_t i = 0; i < making.sources.size(); ++i) {
        const lineup::Source& source = making.sources[i];
        const int count = draws.normalsOfSources()[i];
        if (source.of.size() == 1 && source.of[0].id == id &&
            std::find(kinds.begin(), kinds.end(), source.kind) != kinds.end()) {
            known.mean.segment(number, count).setZero();
            known.covariance.middleRows(number, count).setZero();
            known.covariance.middleCols(number, count).setZero();
            known.covariance.diagonal().segment(number, count).setOnes();
        }
        number += count;
    }
}

lineup::Making inWork(const lineup::Making& making, const Known& known) {
    lineup::Making made = making;
    // What is known exactly leaves a factor a hair below none.
    constexpr double kHair = 1e-12;
    MatrixXd covariance = known.covariance;
    covariance.diagonal().array() += kHair;
    made.inWork = lineup::InWork{known.mean, Eigen::LLT<MatrixXd>(covariance).matrixL(), known.chosen};
    return made;
}

} // namespace goodfold::bench
