// A job's ties as they come out where the bracket lies, and its figures moved until they are met. Inside of
// lineup/ only.
#pragma once

#include "lineup/dimensions.h"
#include "lineup/reaching.h"
#include "part/fold.h"

#include <Eigen/Dense>

#include <functional>

namespace goodfold::lineup {

/// How nearly one tie has to be met: mm off its axis, mm off its face, degrees.
struct Nearly {
    double off = 0.01, gap = 0.01, tiltDeg = 0.02;
    bool isShimmed = false; // what it leans by is made up for
};

/// What a bracket is brought onto, and what it may become. All of it outlives what is brought.
struct Goal {
    const material::Material& material;
    std::map<std::string, Vec2> onBlank; // holes that are there already
    Mounting mounting;
    std::vector<Nearly> nearly; // of each tie
    std::function<Limits(const Dimension&)> limits;
};

/// A job, and where it lies. Least squares over its figures and the placement (Levenberg and Marquardt,
/// derivatives by differences over 0.01 of the very fold): of each tie what its hole is off the axis, what
/// its plate stands off its face, and what it leans by, at a lever of 50 mm; of each tab what its middle is
/// off the slot's, what it leans and is turned by at that lever, what its end is short of the face, and its
/// bend in it.
class Brought {
public:
    using Scalar = double;
    using InputType = Eigen::VectorXd;
    using ValueType = Eigen::VectorXd;
    using JacobianType = Eigen::MatrixXd;
    enum { InputsAtCompileTime = Eigen::Dynamic, ValuesAtCompileTime = Eigen::Dynamic };

    Brought(job::Job start, const Goal& goal, const Pose3& faceFromRoot);

    /// Dimensions that are let change, from here on; solved within their limits. What comes to its limit
    /// stays there.
    void solve(std::vector<Dimension> of);

    std::vector<Reached::OfTie> ties() { return at(InputType::Zero(inputs()), nullptr).ties; }
    std::vector<Reached::OfTab> tabs() { return at(InputType::Zero(inputs()), nullptr).tabs; }
    bool isMet();
    /// How far a point of a plate stands off a tie's face; the point on the plate's side that touches.
    double standsOff(size_t tie, const Vec2& inFlat) const;

    job::Job job;

    int inputs() const { return static_cast<int>(free.size()) + kPlacement; }
    int values() const {
        return kRows * static_cast<int>(goal->mounting.ties.size()) +
               kTabRows * static_cast<int>(goal->mounting.tabs.size()) + inputs();
    }
    int operator()(const InputType& x, ValueType& rows);
    int df(const InputType& x, JacobianType& slopes);

private:
    static constexpr int kPlacement = 3, kRows = 5, kTabRows = 7;
    struct There {
        std::vector<Reached::OfTie> ties;
        std::vector<Reached::OfTab> tabs;
    };

    Pose3 placedBy(const InputType& x) const;
    There at(const InputType& x, ValueType* rows);
    Reached::OfTie tieAt(size_t index, const part::Part& part, const part::Folded& folded,
                         const Pose3& faceFromRoot, ValueType* rows) const;
    Reached::OfTab tabAt(size_t index, const part::Part& part, const part::Folded& folded,
                         const Pose3& faceFromRoot, ValueType* rows) const;
    Pose3 restFromRoot(const part::Part& part, const part::Folded& folded) const;

    const Goal* goal;
    Pose3 lies; // the face's frame from the rest plate's
    std::vector<Dimension> free;
};

} // namespace goodfold::lineup
