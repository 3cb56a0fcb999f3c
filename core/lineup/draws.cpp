#include "lineup/draws.h"

#include <Eigen/Cholesky>

#include <algorithm>

namespace goodfold::lineup {

Draws::Draws(const Making& making) : making(making), places(making.mounting.places()) {
    beginAnew();
    for (const Source& source : making.sources) {
        normalsOf.push_back(take(source));
        allNormals += normalsOf.back();
    }
}

const Errors& Draws::errorsOfNone() {
    beginAnew();
    return errors;
}

const Errors& Draws::errorsBy(const double* next) {
    beginAnew();
    if (making.inWork && making.inWork->mean.size() > 0) {
        known = making.inWork->mean;
        known.noalias() += making.inWork->root * Eigen::Map<const Eigen::VectorXd>(next, allNormals);
        next = known.data();
    }
    for (const Move& move : moves)
        *move.error += move.by * next[move.normal];
    return errors;
}

void Draws::beginAnew() {
    if (making.inWork) {
        errors = making.inWork->chosen;
        return;
    }
    errors.holes.assign(making.part.holes.size(), Vec2(0, 0));
    errors.drills.assign(making.part.holes.size(), Vec2(0, 0));
    errors.filed.assign(making.part.holes.size(), Vec2(0, 0));
    errors.bends.assign(making.part.bends.size(), {});
    errors.cuts.assign(making.part.plates.size(), 0);
    errors.targets.assign(places.size(), Vec3(0, 0, 0));
    errors.thickness = errors.shim = 0;
}

int Draws::take(const Source& source) {
    using enum SourceKind;
    if (source.kind == Target) return takeTargets(source);
    for (const Source::Of& of : source.of)
        switch (source.kind) {
        case Mark:
        case Punch:
        case Drill:
            takeHole(source, of);
            break;
        case Cut:
            if (const int hole = making.part.holeIndex(of.id); hole >= 0)
                takeHoleFromEnd(hole, of.sigma);
            else
                moves.push_back(
                    {&errors.cuts[static_cast<size_t>(making.part.plateIndex(of.id))], of.sigma, allNormals});
            break;
        case Spacer:
            takeSpacer(of);
            break;
        case Thickness:
            moves.push_back({&errors.thickness, of.sigma, allNormals});
            break;
        default:
            takeBend(source, of);
        }
    const bool isOfHoles = source.kind == Mark || source.kind == Punch || source.kind == Drill;
    return isOfHoles ? 2 : 1;
}

int Draws::takeTargets(const Source& source) {
    const Eigen::LDLT<Eigen::MatrixXd> factored(source.covariance); // it may be singular
    const Eigen::MatrixXd root = factored.transpositionsP().transpose() *
                                 Eigen::MatrixXd(factored.matrixL()) *
                                 factored.vectorD().cwiseMax(0).cwiseSqrt().asDiagonal();
    for (size_t i = 0; i < source.of.size(); ++i) {
        const auto place = std::find_if(places.begin(), places.end(), [&](const Mounting::Place& each) {
            return each.of == source.of[i].id;
        });
        Vec3& target = errors.targets[static_cast<size_t>(place - places.begin())];
        for (int row = 0; row < 3; ++row)
            for (int normal = 0; normal < root.cols(); ++normal)
                if (const double by = root(3 * static_cast<int>(i) + row, normal); by != 0)
                    moves.push_back({&target[row], by, allNormals + normal});
    }
    return static_cast<int>(root.cols());
}

/// Under the plate that rests it raises the bracket; under another it moves what that stands on.
void Draws::takeSpacer(const Source::Of& of) {
    if (of.id == making.mounting.rests) return moves.push_back({&errors.shim, of.sigma, allNormals});
    for (size_t i = 0; i < making.mounting.ties.size(); ++i) {
        const Mounting::Tie& tie = making.mounting.ties[i];
        const auto hole = static_cast<size_t>(making.part.holeIndex(tie.hole));
        const auto plate = static_cast<size_t>(making.part.holes[hole].plate);
        if (making.part.plates[plate].id != of.id || tie.spacer == 0) continue;
        const Vec3 by = of.sigma * tie.outward.value_or(tie.axis);
        for (int row = 0; row < 3; ++row)
            if (by[row] != 0) moves.push_back({&errors.targets[i][row], by[row], allNormals});
    }
}

void Draws::takeHole(const Source& source, const Source::Of& of) {
    const auto hole = static_cast<size_t>(making.part.holeIndex(of.id));
    for (int along = 0; along < 2; ++along) {
        moves.push_back({&errors.holes[hole][along], of.sigma, allNormals + along});
        if (source.kind == SourceKind::Drill)
            moves.push_back({&errors.drills[hole][along], of.sigma, allNormals + along});
    }
}

void Draws::takeHoleFromEnd(int hole, double sigma) {
    const int plate = making.part.holes[static_cast<size_t>(hole)].plate;
    const double outward = making.job.datum == job::Edge::Start ? 1 : -1;
    const auto& flatFromPlate = making.part.plates[static_cast<size_t>(plate)].flatFromPlate;
    const Vec2 by = flatFromPlate.linear().transpose() * Vec2(outward * sigma, 0);
    for (int along = 0; along < 2; ++along)
        moves.push_back({&errors.holes[static_cast<size_t>(hole)][along], by[along], allNormals});
}

/// A bend that is checked as it is made comes out as it is checked, whatever it springs back by; that is told
/// of it all the same.
void Draws::takeBend(const Source& source, const Source::Of& of) {
    Errors::OfBend& error = errors.bends[static_cast<size_t>(making.part.bendIndex(of.id))];
    const auto move = [&](double& what) { moves.push_back({&what, of.sigma, allNormals}); };
    switch (source.kind) {
    case SourceKind::Square:
        return move(error.turnDeg);
    case SourceKind::Springback:
        move(error.sprungDeg);
        if (source.isChecked) return;
        [[fallthrough]];
    case SourceKind::Angle:
        return move(error.angleDeg);
    case SourceKind::Radius:
        return move(error.radius);
    case SourceKind::K:
        return move(error.k);
    case SourceKind::Line:
        move(error.scribed);
        [[fallthrough]];
    default: // where the line is, or is set
        return move(error.line);
    }
}

} // namespace goodfold::lineup
