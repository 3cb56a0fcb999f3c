#include "lineup/odds.h"

#include <Eigen/Cholesky>

#include <algorithm>
#include <cmath>
#include <functional>
#include <numeric>
#include <random>
#include <thread>

namespace goodfold::lineup {

namespace {

/// A source with what it names looked up, and how many independent draws it takes.
struct Draws {
    const Source* source;
    std::vector<int> index; // of each that it is `of`; -1 for the part
    int count = 1;
    Eigen::MatrixXd root = {}; // of a covariance
};

bool isOfHoles(SourceKind kind) {
    return kind == SourceKind::Mark || kind == SourceKind::Punch || kind == SourceKind::Drill;
}

/// One piece after another, on one thread.
class Workshop {
public:
    explicit Workshop(const Making& making)
        : making(making), real(making.job, making.part, making.held),
          rest(making.part.plateIndex(making.mounting.rests)) {
        for (const Source& source : making.sources)
            draws.push_back(lookedUp(source));
        beginAnew();
        for (const Mounting::Tie& tie : making.mounting.ties)
            holes.push_back(making.part.holeIndex(tie.hole));
        real.form(errors);
        start = placedRoughly();
    }

    int normals() const {
        return std::accumulate(draws.begin(), draws.end(), 0,
                               [](int sum, const Draws& each) { return sum + each.count; });
    }

    /// `normal` one standard deviation each, normals() of them.
    void make(const std::vector<double>& normal) {
        beginAnew();
        const double* next = normal.data();
        for (const Draws& each : draws) {
            add(each, next);
            next += each.count;
        }
        real.form(errors);
    }

    Fitting fitted() const {
        std::vector<Tie> ties;
        std::vector<Contact> contacts;
        std::vector<size_t> later;
        const Pose3 mountFromRoot = start * restFromRoot();
        for (size_t i = 0; i < holes.size(); ++i) {
            const Mounting::Tie& tie = making.mounting.ties[i];
            if (tie.touches) contacts.push_back(contactOf(i, mountFromRoot));
            if (tie.drilledThroughMount)
                later.push_back(i);
            else
                ties.push_back(tieOf(i, mountFromRoot));
        }
        if (later.empty()) return fit(ties, contacts);
        const Pose3 asDrilled = fit(ties, contacts).placed.inverse();
        for (const size_t i : later)
            ties.insert(ties.begin() + static_cast<std::ptrdiff_t>(i), drilledThere(i, asDrilled));
        return fit(ties, contacts);
    }

    /// A hole's centre on the side that touches, in the rest plate's own frame.
    Vec3 centreOf(size_t tie) const {
        const RealPart::Spine spine = real.spineOf(holes[tie]);
        const Vec3 onBack = (spine.from + spine.to) / 2;
        const double side = making.mounting.ties[tie].onFace ? real.thickness() : 0;
        return real.rootFromPlate(rest).inverse() * (onBack + side * spine.axis);
    }

private:
    /// A piece without errors.
    void beginAnew() {
        errors.holes.assign(making.part.holes.size(), Vec2(0, 0));
        errors.drills.assign(making.part.holes.size(), Vec2(0, 0));
        errors.bends.assign(making.part.bends.size(), {});
        errors.cuts.assign(making.part.plates.size(), 0);
        errors.targets.assign(making.mounting.ties.size(), Vec3(0, 0, 0));
        errors.thickness = 0;
    }

    Draws lookedUp(const Source& source) const {
        Draws found{&source, {}, isOfHoles(source.kind) ? 2 : 1, {}};
        for (const Source::Of& of : source.of) {
            const auto& ties = making.mounting.ties;
            const auto tie = std::find_if(ties.begin(), ties.end(),
                                          [&](const Mounting::Tie& each) { return each.hole == of.id; });
            found.index.push_back(isOfHoles(source.kind)              ? making.part.holeIndex(of.id)
                                  : source.kind == SourceKind::Cut    ? making.part.plateIndex(of.id)
                                  : source.kind == SourceKind::Target ? static_cast<int>(tie - ties.begin())
                                                                      : making.part.bendIndex(of.id));
        }
        if (source.kind == SourceKind::Target) {
            found.count = static_cast<int>(source.covariance.rows());
            const Eigen::LDLT<Eigen::MatrixXd> factored(source.covariance); // it may be singular
            found.root = factored.transpositionsP().transpose() * Eigen::MatrixXd(factored.matrixL()) *
                         factored.vectorD().cwiseMax(0).cwiseSqrt().asDiagonal();
        }
        return found;
    }

    void add(const Draws& each, const double* normal) {
        if (each.source->kind == SourceKind::Target) {
            const Eigen::VectorXd moved = each.root * Eigen::Map<const Eigen::VectorXd>(normal, each.count);
            for (size_t i = 0; i < each.index.size(); ++i)
                errors.targets[static_cast<size_t>(each.index[i])] +=
                    moved.segment<3>(3 * static_cast<int>(i));
            return;
        }
        for (size_t i = 0; i < each.index.size(); ++i)
            addTo(each.source->kind, each.index[i], each.source->of[i].sigma, normal);
    }

    void addTo(SourceKind kind, int index, double sigma, const double* normal) {
        const auto at = static_cast<size_t>(index);
        const double by = sigma * normal[0];
        switch (kind) {
        case SourceKind::Mark:
        case SourceKind::Punch:
        case SourceKind::Drill:
            errors.holes[at] += sigma * Vec2(normal[0], normal[1]);
            if (kind == SourceKind::Drill) errors.drills[at] += sigma * Vec2(normal[0], normal[1]);
            break;
        case SourceKind::Cut:
            errors.cuts[at] += by;
            break;
        case SourceKind::Line:
        case SourceKind::Place:
        case SourceKind::ToolOffset:
            errors.bends[at].line += by;
            break;
        case SourceKind::Square:
            errors.bends[at].turnDeg += by;
            break;
        case SourceKind::Angle:
        case SourceKind::Springback:
            errors.bends[at].angleDeg += by;
            break;
        case SourceKind::Radius:
            errors.bends[at].radius += by;
            break;
        case SourceKind::K:
            errors.bends[at].k += by;
            break;
        case SourceKind::Thickness:
            errors.thickness += by;
            break;
        case SourceKind::Target:
            break;
        }
    }

    /// The rest plate's resting side on z = 0, the bracket above it.
    Pose3 restFromRoot() const {
        const Pose3 plateFromRoot = real.rootFromPlate(rest).inverse();
        if (!making.mounting.onFace) return plateFromRoot;
        Pose3 turnedOver = Pose3::Identity();
        turnedOver.linear() = Eigen::Vector3d(1, -1, -1).asDiagonal();
        turnedOver.translation() = Vec3(0, 0, real.thickness());
        return turnedOver * plateFromRoot;
    }

    /// How far the bolt may be off in the hole and in the mount's own.
    double playOf(size_t index, const Vec3& holeAxis) const {
        const Mounting::Tie& tie = making.mounting.ties[index];
        const part::PartHole& hole = making.part.holes[static_cast<size_t>(holes[index])];
        const double own =
            hole.isSunk() ? 0 : (hole.diameter * std::abs(holeAxis.dot(tie.axis)) - tie.bolt) / 2;
        return own + (tie.through ? (*tie.through - tie.bolt) / 2 : 0);
    }

    Tie tieOf(size_t index, const Pose3& mountFromRoot) const {
        const Mounting::Tie& tie = making.mounting.ties[index];
        const RealPart::Spine spine = real.spineOf(holes[index]);
        const Vec3 axis = mountFromRoot.linear() * spine.axis, target = tie.at + errors.targets[index];
        Tie made;
        made.axis = tie.axis;
        made.play = playOf(index, axis);
        for (size_t side = 0; side < 2; ++side) {
            const Vec3 up = static_cast<double>(side) * real.thickness() * axis;
            made.rims[side] = {mountFromRoot * spine.from + up, mountFromRoot * spine.to + up, target};
        }
        return made;
    }

    Contact contactOf(size_t index, const Pose3& mountFromRoot) const {
        const Mounting::Tie& tie = making.mounting.ties[index];
        Contact contact{
            real.cornersOf(making.part.holes[static_cast<size_t>(holes[index])].plate, tie.onFace),
            tie.at + errors.targets[index], tie.axis, tie.press};
        for (Vec3& corner : contact.corners)
            corner = mountFromRoot * corner;
        return contact;
    }

    /// A hole that was drilled along its point's axis while the bracket stood there: off by the drill alone.
    Tie drilledThere(size_t index, const Pose3& asDrilled) const {
        const Mounting::Tie& tie = making.mounting.ties[index];
        const Vec3 target = tie.at + errors.targets[index];
        const auto across = squareTo(tie.axis);
        const Vec3 centre = target + across.transpose() * errors.drills[static_cast<size_t>(holes[index])];
        Tie made;
        made.axis = tie.axis;
        made.play = playOf(index, tie.axis);
        for (size_t side = 0; side < 2; ++side) {
            const Vec3 rim = asDrilled * (centre + static_cast<double>(side) * real.thickness() * tie.axis);
            made.rims[side] = {rim, rim, target};
        }
        return made;
    }

    /// The shift and turn in the face that bring the drawn holes nearest to their points.
    Pose3 placedRoughly() const {
        const Pose3 restFrom = restFromRoot();
        Vec2 middle(0, 0), wanted(0, 0);
        std::vector<std::pair<Vec2, Vec2>> pairs;
        for (size_t i = 0; i < holes.size(); ++i) {
            const RealPart::Spine spine = real.spineOf(holes[i]);
            const Vec3 centre = restFrom * ((spine.from + spine.to) / 2);
            pairs.emplace_back(centre.head<2>(), making.mounting.ties[i].at.head<2>());
            middle += pairs.back().first / static_cast<double>(holes.size());
            wanted += pairs.back().second / static_cast<double>(holes.size());
        }
        double along = 0, across = 0;
        for (const auto& [from, to] : pairs) {
            const Vec2 a = from - middle, b = to - wanted;
            along += a.dot(b);
            across += a.x() * b.y() - a.y() * b.x();
        }
        const double turn = along == 0 && across == 0 ? 0 : std::atan2(across, along);
        return Eigen::Translation3d(wanted.x(), wanted.y(), 0) * Eigen::AngleAxisd(turn, Vec3::UnitZ()) *
               Eigen::Translation3d(-middle.x(), -middle.y(), 0);
    }

    const Making& making;
    RealPart real;
    int rest;
    std::vector<Draws> draws;
    std::vector<int> holes; // of the ties
    Errors errors;
    Pose3 start = Pose3::Identity(); // mount from rest plate, before it is fitted
};

constexpr int kBlock = 200; // pieces that share a seed

struct Made {
    double room;
    int tightest;
};

void makeBlock(Workshop& workshop, unsigned seed, size_t block, Made* first, Made* last) {
    std::seed_seq seeds{seed, static_cast<unsigned>(block)};
    std::mt19937_64 random(seeds);
    std::normal_distribution<double> normal;
    std::vector<double> drawn(static_cast<size_t>(workshop.normals()));
    for (Made* each = first; each != last; ++each) {
        for (double& value : drawn)
            value = normal(random);
        workshop.make(drawn);
        const Fitting fitting = workshop.fitted();
        *each = {fitting.room, fitting.tightest};
    }
}

} // namespace

Odds count(const Making& making, int trials, unsigned seed) {
    std::vector<Made> all(static_cast<size_t>(trials));
    const size_t blocks = (all.size() + kBlock - 1) / kBlock;
    const size_t hands =
        std::clamp<size_t>(std::thread::hardware_concurrency(), 1, std::max<size_t>(blocks, 1));
    std::vector<std::thread> threads;
    for (size_t hand = 0; hand < hands; ++hand)
        threads.emplace_back([&, hand] {
            Workshop workshop(making);
            for (size_t block = hand; block < blocks; block += hands)
                makeBlock(workshop, seed, block, all.data() + block * kBlock,
                          all.data() + std::min(all.size(), (block + 1) * kBlock));
        });
    for (std::thread& thread : threads)
        thread.join();
    Odds odds;
    odds.trials = trials;
    odds.tightestOfTies.assign(making.mounting.ties.size(), 0);
    for (const Made& made : all) {
        odds.odds += made.room >= 0 ? 1.0 / trials : 0;
        odds.roomMean += made.room / trials;
        if (made.tightest >= 0) ++odds.tightestOfTies[static_cast<size_t>(made.tightest)];
    }
    odds.oddsSigma = std::max(1.0 / trials, std::sqrt(odds.odds * (1 - odds.odds) / trials));
    const auto fifth = all.begin() + trials / 20;
    std::nth_element(all.begin(), fifth, all.end(),
                     [](const Made& a, const Made& b) { return a.room < b.room; });
    if (!all.empty()) odds.roomP5 = fifth->room;
    return odds;
}

Eigen::Matrix3d covarianceOf(const Making& making, size_t tie) {
    Workshop workshop(making);
    std::vector<double> normal(static_cast<size_t>(workshop.normals()), 0);
    Eigen::Matrix3d covariance = Eigen::Matrix3d::Zero();
    for (double& each : normal) {
        each = 1;
        workshop.make(normal);
        const Vec3 more = workshop.centreOf(tie);
        each = -1;
        workshop.make(normal);
        const Vec3 by = (more - workshop.centreOf(tie)) / 2;
        each = 0;
        covariance += by * by.transpose();
    }
    return covariance;
}

Fitting nominalFit(const Making& making) {
    return Workshop(making).fitted();
}

} // namespace goodfold::lineup
