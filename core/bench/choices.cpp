#include "bench/choices.h"

#include "lineup/workshop.h"

#include <Eigen/Cholesky>

#include <algorithm>
#include <cmath>
#include <numeric>

namespace goodfold::bench {

using Eigen::MatrixXd;
using Eigen::VectorXd;
using What = Choice::What;

namespace {

constexpr double kMost = 5;       // mm or degrees: farther than that it is another bracket
constexpr double kAlike = 0.005;  // of the odds
constexpr double kDerived = 0.25; // mm or degrees that slopes are taken over

/// The least that people set with a rule and a scriber: a quarter of a millimetre or a 64th, in whole steps
/// of what they read; half a degree.
double settable(What what, const quantity::Reading& reading) {
    if (what == What::Angle) return 0.5;
    constexpr double kRule = 0.25;
    constexpr int kFinest = 64;
    if (reading.style == quantity::Reading::Style::Fraction)
        return quantity::kMillimetresPerInch / std::min(reading.denominator, kFinest);
    const double unit = reading.unit == quantity::Unit::Inch ? quantity::kMillimetresPerInch : 1;
    const double step = reading.step * unit;
    return std::max(1.0, std::floor(kRule / step)) * step;
}

void apply(const Choice& choice, double by, lineup::Errors& chosen) {
    const auto of = static_cast<size_t>(choice.of);
    switch (choice.what) {
    case What::Line:
        chosen.bends[of].line += by;
        chosen.bends[of].scribed += by;
        break;
    case What::Angle:
        chosen.bends[of].angleDeg += by;
        break;
    case What::HoleAlong:
    case What::HoleAcross:
        chosen.holes[of][choice.what == What::HoleAcross] += by;
        break;
    }
}

/// The piece that is believed in, put where it has most room, and what moves it from there.
class Linearised {
public:
    Linearised(const lineup::Making& making, const Known& known, const std::vector<Choice>& choices)
        : making(inWork(making, known)), workshop(this->making), choices(choices),
          none(VectorXd::Zero(workshop.normals())), by(VectorXd::Zero(size(choices))) {
        put();
        const MatrixXd unsure = spread();
        const VectorXd clearance = clearances();
        const MatrixXd all = unsure * unsure.transpose() + MatrixXd((clearance.cwiseAbs2() / 3).asDiagonal());
        weight = Eigen::LLT<MatrixXd>(all).matrixL().solve(MatrixXd::Identity(all.rows(), all.cols()));
        byChoice = slopesOfChoices();
    }

    /// What is best of those that are free, all others as they are.
    VectorXd solved(const std::vector<bool>& isFree) {
        constexpr int kRounds = 3;
        constexpr double kTimid = 0.05; // of a millimetre or degree: moving far has to be worth something
        std::vector<Eigen::Index> columns;
        for (size_t i = 0; i < isFree.size(); ++i)
            if (isFree[i]) columns.push_back(static_cast<Eigen::Index>(i));
        for (int round = 0; round < kRounds && !columns.empty(); ++round) {
            put();
            const auto free = static_cast<Eigen::Index>(columns.size());
            const VectorXd off = offsets(fitting);
            MatrixXd slopes(off.size(), free + 3);
            for (Eigen::Index i = 0; i < free; ++i)
                slopes.col(i) = byChoice.col(columns[static_cast<size_t>(i)]);
            slopes.rightCols<3>() = slopesOfPlacing();
            const MatrixXd rows = weight * slopes;
            MatrixXd normal = rows.transpose() * rows;
            normal.diagonal().head(free).array() += kTimid * kTimid;
            normal.diagonal().tail<3>().array() += 1e-9; // a turn about the only tie
            VectorXd wants = -rows.transpose() * (weight * off);
            for (Eigen::Index i = 0; i < free; ++i)
                wants[i] -= kTimid * kTimid * by[columns[static_cast<size_t>(i)]];
            const VectorXd step = Eigen::LDLT<MatrixXd>(normal).solve(wants);
            for (Eigen::Index i = 0; i < free; ++i) {
                double& each = by[columns[static_cast<size_t>(i)]];
                each = std::clamp(each + step[i], -kMost, kMost);
            }
        }
        return by;
    }

    void set(const VectorXd& to) { by = to; }

private:
    static Eigen::Index size(const std::vector<Choice>& choices) {
        return static_cast<Eigen::Index>(choices.size());
    }

    /// The piece with its choices, where it has most room.
    void put() {
        make(by);
        fitting = workshop.fitted();
    }
    void make(const VectorXd& chosenBy) {
        const lineup::Errors before = making.inWork->chosen;
        for (size_t i = 0; i < choices.size(); ++i)
            apply(choices[i], chosenBy[static_cast<Eigen::Index>(i)], making.inWork->chosen);
        workshop.make(none.data());
        making.inWork->chosen = before;
    }

    bool counts(size_t tie) const { return !making.mounting.ties[tie].drilledThroughMount; }

    /// Of each tie two offsets; of one that touches its face as well how far it stands in, beyond what is
    /// pressed.
    VectorXd offsets(const lineup::Fitting& at) const {
        std::vector<double> all;
        const std::vector<Vec2> square = workshop.offsets(at);
        const lineup::NominalFit seen = workshop.placed(at);
        for (size_t i = 0; i < square.size(); ++i) {
            if (counts(i)) all.insert(all.end(), {square[i].x(), square[i].y()});
            if (making.mounting.ties[i].touches)
                all.push_back(std::min(0.0, seen.ties[i].gap + making.mounting.ties[i].press / 2));
        }
        return Eigen::Map<VectorXd>(all.data(), static_cast<Eigen::Index>(all.size()));
    }

    VectorXd clearances() const {
        std::vector<double> all;
        const lineup::NominalFit seen = workshop.placed(fitting);
        constexpr double kTight = 0.02; // mm: a thread's own
        for (size_t i = 0; i < seen.ties.size(); ++i) {
            if (counts(i)) all.insert(all.end(), 2, std::max(kTight, seen.ties[i].play));
            if (making.mounting.ties[i].touches)
                all.push_back(std::max(kTight, making.mounting.ties[i].press));
        }
        return Eigen::Map<VectorXd>(all.data(), static_cast<Eigen::Index>(all.size()));
    }

    MatrixXd spread() {
        MatrixXd all(offsets(fitting).size(), workshop.normals());
        Eigen::Index column = 0;
        lineup::eachAlone(workshop, [&](int, const auto& makeBy) {
            makeBy(1);
            const VectorXd more = offsets(fitting);
            makeBy(-1);
            all.col(column++) = (more - offsets(fitting)) / 2;
        });
        make(by);
        return all;
    }

    MatrixXd slopesOfChoices() {
        MatrixXd all(offsets(fitting).size(), size(choices));
        for (Eigen::Index i = 0; i < all.cols(); ++i) {
            VectorXd moved = by;
            moved[i] = by[i] + kDerived;
            make(moved);
            const VectorXd more = offsets(fitting);
            moved[i] = by[i] - kDerived;
            make(moved);
            all.col(i) = (more - offsets(fitting)) / (2 * kDerived);
        }
        make(by);
        return all;
    }

    MatrixXd slopesOfPlacing() const {
        constexpr double kTurned = 1e-3; // radians, told in degrees as angles are
        const VectorXd off = offsets(fitting);
        MatrixXd all(off.size(), 3);
        const auto moved = [&](const Pose3& by) {
            lineup::Fitting other = fitting;
            other.placed = by * fitting.placed;
            return offsets(other);
        };
        all.col(0) = moved(Pose3(Eigen::Translation3d(1, 0, 0))) - off;
        all.col(1) = moved(Pose3(Eigen::Translation3d(0, 1, 0))) - off;
        all.col(2) = (moved(Pose3(Eigen::AngleAxisd(kTurned, Vec3::UnitZ()))) - off) / degrees(kTurned);
        return all;
    }

    lineup::Making making;
    lineup::Workshop workshop;
    const std::vector<Choice>& choices;
    VectorXd none, by;
    lineup::Fitting fitting;
    MatrixXd weight, byChoice;
};

/// A known piece with these choices made.
Known with(const Known& known, const std::vector<Choice>& choices) {
    Known made = known;
    for (const Choice& choice : choices)
        apply(choice, choice.by, made.chosen);
    return made;
}

class Search {
public:
    Search(const lineup::Making& making, const Known& known, const std::vector<Choice>& choices,
           const Counting& counting)
        : making(making), known(known), choices(choices), counting(counting), linear(making, known, choices) {
    }

    Best best() {
        std::vector<bool> isFree(choices.size(), true);
        Best found = tried(isFree);
        // The small ones are left out one after the other, as long as it costs nothing.
        std::vector<size_t> order(choices.size());
        std::iota(order.begin(), order.end(), size_t(0));
        const VectorXd whole = linear.solved(isFree);
        std::stable_sort(order.begin(), order.end(), [&](size_t a, size_t b) {
            return std::abs(whole[static_cast<Eigen::Index>(a)]) / choices[a].step <
                   std::abs(whole[static_cast<Eigen::Index>(b)]) / choices[b].step;
        });
        const double most = found.odds;
        for (const size_t each : order) {
            isFree[each] = false;
            if (isMovedIn(found, each)) {
                Best fewer = tried(isFree);
                if (fewer.odds >= most - kAlike)
                    found = std::move(fewer);
                else
                    isFree[each] = true;
            }
        }
        return found;
    }

private:
    bool isMovedIn(const Best& found, size_t choice) const {
        return std::any_of(found.moved.begin(), found.moved.end(), [&](const Choice& moved) {
            return moved.what == choices[choice].what && moved.of == choices[choice].of;
        });
    }

    /// Whole steps, the coarse ones first, those after making up for them.
    Best tried(std::vector<bool> isFree) {
        linear.set(VectorXd::Zero(static_cast<Eigen::Index>(choices.size())));
        for (size_t left = 0; left < choices.size(); ++left) {
            VectorXd by = linear.solved(isFree);
            size_t next = choices.size();
            for (size_t i = 0; i < choices.size(); ++i)
                if (isFree[i] && (next == choices.size() || choices[i].step > choices[next].step)) next = i;
            if (next == choices.size()) break;
            double& each = by[static_cast<Eigen::Index>(next)];
            each = std::round(each / choices[next].step) * choices[next].step;
            linear.set(by);
            isFree[next] = false;
            if (left + 1 == choices.size() || std::find(isFree.begin(), isFree.end(), true) == isFree.end())
                return counted(by);
        }
        return counted(VectorXd::Zero(static_cast<Eigen::Index>(choices.size())));
    }

    Best counted(const VectorXd& by) const {
        Best found;
        for (size_t i = 0; i < choices.size(); ++i)
            if (const double moved = by[static_cast<Eigen::Index>(i)]; moved != 0) {
                found.moved.push_back(choices[i]);
                found.moved.back().by = moved;
            }
        found.known = with(known, found.moved);
        found.odds = lineup::oddsOf(inWork(making, found.known), counting.trials, counting.seed);
        return found;
    }

    const lineup::Making& making;
    const Known& known;
    const std::vector<Choice>& choices;
    const Counting& counting;
    Linearised linear;
};

} // namespace

std::vector<Choice> choicesLeft(const lineup::Making& making, const Known& known,
                                const std::set<std::string>& drilled, const quantity::Reading& reading) {
    std::vector<Choice> all;
    const auto add = [&](What what, int of) { all.push_back({what, of, settable(what, reading)}); };
    for (size_t i = 0; i < known.progress.made.size(); ++i) {
        if (known.progress.made[i]) continue;
        add(What::Line, static_cast<int>(i));
        add(What::Angle, static_cast<int>(i));
    }
    for (const lineup::Mounting::Tie& tie : making.mounting.ties) {
        const int hole = making.part.holeIndex(tie.hole);
        const part::PartHole& of = making.part.holes[static_cast<size_t>(hole)];
        if (of.isThere || tie.drilledThroughMount || drilled.contains(of.source)) continue;
        add(What::HoleAlong, hole);
        add(What::HoleAcross, hole);
    }
    return all;
}

Best bestChoices(const lineup::Making& making, const Known& known, std::vector<Choice> choices,
                 const Counting& counting) {
    const double before = lineup::oddsOf(inWork(making, known), counting.trials, counting.seed);
    Best best{{}, known, before, before};
    const auto isReadLine = [&](const Choice& choice) {
        return choice.what == What::Line && known.progress.isLineRead[static_cast<size_t>(choice.of)];
    };
    const auto take = [&](const Known& from, const std::vector<Choice>& of) {
        if (of.empty()) return;
        Best found = Search(making, from, of, counting).best();
        if (found.odds <= best.odds + kAlike) return;
        found.oddsBefore = before;
        best = std::move(found);
    };
    std::vector<Choice> asScribed = choices;
    std::erase_if(asScribed, isReadLine);
    take(known, asScribed);
    if (asScribed.size() == choices.size()) return best;
    // A line that is moved is scribed anew, and what was read of it tells nothing more.
    Known anew = known;
    for (const Choice& choice : choices)
        if (isReadLine(choice)) {
            forget(anew, making, {lineup::SourceKind::Line},
                   making.part.bends[static_cast<size_t>(choice.of)].id);
            anew.progress.isLineRead[static_cast<size_t>(choice.of)] = false;
        }
    take(anew, choices);
    return best;
}

} // namespace goodfold::bench
