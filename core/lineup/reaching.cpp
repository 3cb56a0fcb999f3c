#include "lineup/reaching.h"

#include "lineup/odds.h"
#include "part/driven.h"

#include <Eigen/Dense>

#include <algorithm>
#include <array>
#include <cmath>
#include <unsupported/Eigen/NonLinearOptimization>

namespace goodfold::lineup {

namespace {

using What = Dimension::What;

/// How nearly one tie has to be met: mm off its axis, mm off its face, degrees.
struct Nearly {
    double off = 0.01, gap = 0.01, tiltDeg = 0.02;
};

std::vector<Nearly> nearlyOf(const KnownMount& mount, const Mounting& mounting, const std::string& restFace) {
    std::vector<Nearly> all(mounting.ties.size());
    const std::vector<Source> unsure = targetsOf(mount, mounting, restFace);
    if (!mount.measured || unsure.empty()) return all;
    for (size_t i = 0; i < all.size(); ++i) {
        const Mounting::Tie& tie = mounting.ties[i];
        const auto row = 3 * static_cast<Eigen::Index>(i);
        const Eigen::Matrix3d own = unsure.front().covariance.block<3, 3>(row, row);
        const Vec3 outward = tie.outward.value_or(tie.axis);
        const double alongAxis = tie.axis.dot(own * tie.axis);
        all[i].off = std::max(all[i].off, 0.5 * std::sqrt(std::max(0.0, own.trace() - alongAxis) / 2));
        all[i].gap = std::max(all[i].gap, 0.5 * std::sqrt(std::max(0.0, outward.dot(own * outward))));
        const std::string& face = mount.placed.findPoint(tie.point)->face;
        const auto index = mount.placed.findFace(face) - mount.placed.faces.data();
        all[i].tiltDeg =
            std::max(all[i].tiltDeg, mount::leanSigmaDeg(*mount.measured, static_cast<int>(index)));
    }
    return all;
}

/// The figure itself, in a job that has it.
double& figureIn(job::Job& job, const Dimension& dimension) {
    switch (dimension.what) {
    case What::HoleAlong:
        return job.findHole(dimension.of)->x;
    case What::HoleAcross:
        return job.findHole(dimension.of)->y;
    case What::Pitch:
        return job.findHole(dimension.of)->pattern->pitch;
    case What::Length:
        return job.findPlate(dimension.of)->length;
    case What::Angle:
        return job.findBend(dimension.of)->angleDeg;
    case What::Skew:
        break;
    }
    return job.findBend(dimension.of)->skewDeg;
}

std::pair<double, double> limitsOf(const Dimension& dimension) {
    constexpr double kFar = 5000;
    switch (dimension.what) {
    case What::Length:
    case What::Pitch:
        return {1, kFar};
    case What::Angle:
        return {1, 149};
    case What::Skew:
        return {-45, 45};
    default:
        return {-kFar, kFar};
    }
}

/// Kinds of dimension, those that are changed first before those that are changed last.
std::vector<std::vector<Dimension>> kindsOf(const job::Job& job, const std::set<std::string>& held) {
    std::vector<std::vector<Dimension>> kinds(4);
    const auto add = [&](size_t kind, What what, const std::string& of) {
        if (!held.contains(of)) kinds[kind].push_back({what, of});
    };
    std::set<std::string> seen;
    for (const job::Tie& tie : job.ties) {
        const std::string maker = job::holeThatMakes(tie.hole);
        if (!seen.insert(maker).second) continue;
        add(0, What::HoleAlong, maker);
        add(0, What::HoleAcross, maker);
        const job::Hole& hole = *job.findHole(maker);
        if (hole.pattern && hole.pattern->kind == job::Pattern::Kind::Row) add(0, What::Pitch, maker);
    }
    for (const job::Plate& plate : job.plates)
        if (!plate.joggle && !job::isBesideWrap(job, plate)) add(1, What::Length, plate.id);
    for (const job::Bend& bend : job.bends) {
        const bool isOwn = !bend.wrap && !job.findPlate(bend.from)->joggle && !job.findPlate(bend.to)->joggle;
        if (!isOwn || bend.angleDeg >= limitsOf({What::Angle, bend.id}).second) continue;
        add(2, What::Angle, bend.id);
        if (job.stock.form == job::StockForm::Bar) add(3, What::Skew, bend.id);
    }
    return kinds;
}

/// A job's ties as they come out where the bracket lies, and what that depends on.
class Reaching {
public:
    using Scalar = double;
    using InputType = Eigen::VectorXd;
    using ValueType = Eigen::VectorXd;
    using JacobianType = Eigen::MatrixXd;
    enum { InputsAtCompileTime = Eigen::Dynamic, ValuesAtCompileTime = Eigen::Dynamic };

    Reaching(job::Job start, const material::Material& material, const Mounting& mounting,
             const std::vector<Nearly>& nearly, const Pose3& faceFromRoot)
        : job(std::move(start)), material(&material), mounting(&mounting), nearly(&nearly) {
        const part::Part part = part::solve(job, material);
        lies = faceFromRoot * restFromRoot(part, part::fold(part)).inverse();
    }

    int inputs() const { return static_cast<int>(free.size()) + kPlacement; }
    int values() const { return kRows * static_cast<int>(mounting->ties.size()) + inputs(); }

    int operator()(const InputType& x, ValueType& rows) {
        rows = ValueType::Zero(values());
        at(x, &rows);
        for (int i = 0; i < inputs(); ++i)
            rows[values() - inputs() + i] = kHold * x[i];
        return 0;
    }

    int df(const InputType& x, JacobianType& slopes) {
        slopes.resize(values(), inputs());
        constexpr double kStep = 0.01; // mm or degrees
        for (int i = 0; i < inputs(); ++i) {
            InputType more = x, less = x;
            more[i] += kStep;
            less[i] -= kStep;
            ValueType above, below;
            (*this)(more, above);
            (*this)(less, below);
            slopes.col(i) = (above - below) / (2 * kStep);
        }
        return 0;
    }

    /// Dimensions that are let change, from here on; solved within their limits.
    void solve(std::vector<Dimension> of) {
        free = std::move(of);
        for (bool isWithin = false; !isWithin;) {
            InputType x = InputType::Zero(inputs());
            Eigen::LevenbergMarquardt<Reaching> descent(*this);
            descent.parameters.xtol = descent.parameters.ftol = 1e-12;
            descent.minimize(x);
            isWithin = true;
            std::vector<Dimension> left;
            job::Job next = job;
            for (size_t i = 0; i < free.size(); ++i) {
                double& figure = figureIn(next, free[i]);
                const auto [low, high] = limitsOf(free[i]);
                const double wanted = figure + x[static_cast<Eigen::Index>(i)];
                const bool isOut = wanted < low || wanted > high;
                isWithin = isWithin && !isOut;
                figure = std::clamp(wanted, low, high);
                if (!isOut) left.push_back(free[i]);
            }
            lies = placedBy(x);
            job = std::move(next);
            free = std::move(left);
        }
    }

    std::vector<Reached::OfTie> ties() { return at(InputType::Zero(inputs()), nullptr); }
    bool isMet() {
        const auto all = ties();
        return std::all_of(all.begin(), all.end(), [](const Reached::OfTie& tie) { return tie.isMet; });
    }

    job::Job job;

private:
    static constexpr int kPlacement = 3, kRows = 5;
    static constexpr double kLever = 50;  // mm
    static constexpr double kHold = 1e-5; // of what nothing else decides

    Pose3 placedBy(const InputType& x) const {
        const auto own = x.tail(kPlacement);
        return Pose3(Eigen::Translation3d(own[0], own[1], 0) *
                     Eigen::AngleAxisd(own[2] / kLever, Vec3::UnitZ())) *
               lies;
    }

    std::vector<Reached::OfTie> at(const InputType& x, ValueType* rows) {
        job::Job changed = job;
        for (size_t i = 0; i < free.size(); ++i)
            figureIn(changed, free[i]) += x[static_cast<Eigen::Index>(i)];
        const part::Part part = part::solve(changed, *material);
        const part::Folded folded = part::fold(part);
        const Pose3 faceFromRoot = placedBy(x) * restFromRoot(part, folded);
        std::vector<Reached::OfTie> all;
        for (size_t i = 0; i < mounting->ties.size(); ++i) {
            const Mounting::Tie& tie = mounting->ties[i];
            const part::PartHole& hole = part.holes[static_cast<size_t>(part.holeIndex(tie.hole))];
            const Pose3 faceFromFlat = faceFromRoot * folded.rootFromFlat[static_cast<size_t>(hole.plate)];
            const Vec3 centre = faceFromFlat * Vec3(hole.centreInFlat.x(), hole.centreInFlat.y(),
                                                    tie.onFace ? part.thickness : 0);
            const Vec3 axis = faceFromFlat.linear() * Vec3::UnitZ();
            const Vec3 away = centre - tie.at, outward = tie.outward.value_or(tie.axis);
            const Vec3 square = away - away.dot(tie.axis) * tie.axis;
            const Vec3 leans = axis.cross(tie.axis);
            const double gap = tie.touches ? away.dot(outward) : 0;
            const double tiltDeg = std::asin(std::min(1.0, leans.norm())) * 180 / M_PI;
            const Nearly& met = (*nearly)[i];
            all.push_back({tie.hole, square.norm(), gap, tiltDeg,
                           square.norm() < met.off && std::abs(gap) < met.gap && tiltDeg < met.tiltDeg});
            if (!rows) continue;
            const auto [first, second] = across(tie.axis);
            rows->segment<kRows>(kRows * static_cast<Eigen::Index>(i)) << square.dot(first),
                square.dot(second), gap, kLever * leans.dot(first), kLever * leans.dot(second);
        }
        return all;
    }

    /// The rest plate's frame, turned so that the side that lies on the mount is z = 0, its body above.
    Pose3 restFromRoot(const part::Part& part, const part::Folded& folded) const {
        const auto rest = static_cast<size_t>(part.plateIndex(mounting->rests));
        Pose3 flatFromPlate = Pose3::Identity();
        flatFromPlate.linear().topLeftCorner<2, 2>() = part.plates[rest].flatFromPlate.linear();
        flatFromPlate.translation().head<2>() = part.plates[rest].flatFromPlate.translation();
        const Pose3 plateFromRoot = (folded.rootFromFlat[rest] * flatFromPlate).inverse();
        if (!mounting->onFace) return plateFromRoot;
        return Pose3(Eigen::Translation3d(0, 0, part.thickness) * Eigen::AngleAxisd(M_PI, Vec3::UnitX())) *
               plateFromRoot;
    }

    static std::pair<Vec3, Vec3> across(const Vec3& axis) {
        const Vec3 first = axis.unitOrthogonal();
        return {first, axis.cross(first)};
    }

    const material::Material* material;
    const Mounting* mounting;
    const std::vector<Nearly>* nearly;
    Pose3 lies; // the face's frame from the rest plate's
    std::vector<Dimension> free;
};

/// Steps that figures are rounded to, coarse ones first: millimetres, or degrees of what turns.
std::vector<double> stepsFor(const Dimension& dimension, const quantity::Reading& reading) {
    if (dimension.what == What::Angle || dimension.what == What::Skew) return {5, 1, 0.5, 0.1};
    constexpr double kInch = quantity::kMillimetresPerInch;
    if (reading.unit == quantity::Unit::Inch) return {kInch / 8, kInch / 16, kInch / 32, kInch / 64};
    return {1, 0.5, 0.1, 0.05, 0.01};
}

/// The most that any of these figures differs by.
double apart(job::Job& one, job::Job& other, const std::vector<Dimension>& of) {
    double most = 0;
    for (const Dimension& each : of)
        most = std::max(most, std::abs(figureIn(one, each) - figureIn(other, each)));
    return most;
}

/// One after the other: to the coarsest step with which the others still bring every hole to its point, and
/// move by no more than that step themselves: a row turned askew to make its pitch whole is no gain.
void roundFigures(Reaching& reaching, const job::Job& was, std::vector<Dimension> free,
                  const quantity::Reading& reading) {
    constexpr double kSame = 1e-6;
    const std::vector<Dimension> all = free;
    for (const Dimension& each : all) {
        job::Job before = was;
        if (std::abs(figureIn(reaching.job, each) - figureIn(before, each)) < kSame) {
            figureIn(reaching.job, each) = figureIn(before, each);
            continue;
        }
        std::erase(free, each);
        for (const double step : stepsFor(each, reading)) {
            Reaching tried = reaching;
            double& figure = figureIn(tried.job, each);
            figure = std::round(figure / step) * step;
            tried.solve(free);
            if (!tried.isMet() || apart(tried.job, reaching.job, free) > step) continue;
            reaching = std::move(tried);
            break;
        }
    }
}

Reached told(Reaching& reaching, const job::Job& was, const std::vector<Dimension>& free) {
    Reached reached{reaching.job, reaching.ties(), {}, reaching.isMet()};
    for (const Dimension& each : free) {
        job::Job before = was;
        const double from = figureIn(before, each), to = figureIn(reached.job, each);
        constexpr double kSame = 1e-6;
        if (std::abs(from - to) > kSame) reached.changed.push_back({each, from, to});
    }
    return reached;
}

} // namespace

std::string nameOf(const Dimension& dimension) {
    constexpr std::array names{".x", ".y", ".pitch", ".length", ".angle", ".skew"};
    return dimension.of + names[static_cast<size_t>(dimension.what)];
}

Result<Reached> reach(const job::Job& job, const KnownMount& mount, const material::Material& material,
                      const hardware::Book& hardware, const ReachWanted& wanted) {
    const part::Part part = part::solve(job, material);
    const auto mounting = mountingOf(job, mount.placed, part, hardware);
    if (!mounting) return mounting.error();
    const NominalFit nominal =
        nominalFit({job, part, *mounting, {}, std::vector<HeldLine>(part.bends.size())});
    const Pose3 faceFromRoot = mounting->mountFromFace.inverse() * nominal.mountFromRoot;
    const std::vector<Nearly> nearly = nearlyOf(mount, *mounting, job.rests->on);
    const Reaching start(job, material, *mounting, nearly, faceFromRoot);
    Reaching reaching = start;
    std::vector<Dimension> free;
    for (const std::vector<Dimension>& kind : kindsOf(job, wanted.held)) {
        if (reaching.isMet()) break;
        free.insert(free.end(), kind.begin(), kind.end());
        reaching = start;
        reaching.solve(free);
    }
    if (reaching.isMet()) roundFigures(reaching, job, free, wanted.reading);
    Reached reached = told(reaching, job, free);
    if (const auto wrong = job::whatIsWrong(reached.job)) return *wrong;
    return reached;
}

Result<Reached> reachAsBent(const job::Job& job, const KnownMount& mount, const material::Material& material,
                            const tool::Shop& shop, const hardware::Book& hardware,
                            const ReachWanted& wanted) {
    job::Job bent = job;
    sequence::takeToolRadii(bent, sequence::settle(job, material, shop).job);
    auto once = reach(bent, mount, material, hardware, wanted);
    if (!once || !once->isReached || once->changed.empty()) return once;
    sequence::takeToolRadii(bent, sequence::settle(once->job, material, shop).job);
    return reach(bent, mount, material, hardware, wanted);
}

} // namespace goodfold::lineup
