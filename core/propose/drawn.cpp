#include "propose/drawn.h"

#include <algorithm>
#include <cmath>

namespace goodfold::propose {

namespace {

constexpr double kAskewDeg = 0.3; // below it bends are drawn square
constexpr double kTwistedDeg = 3; // from it on it is a shape of its own

double toStep(double value, double step) {
    return std::round(value / step) * step;
}

/// Along the strip, from a fold of planes to the corner of the outsides. A plane is the sheet's back: outside
/// of a bend up, inside of one down.
double setback(const Strip::Fold& fold, double thickness) {
    if (fold.angleDeg > 0) return 0;
    return thickness * std::tan(radians(-fold.angleDeg) / 2) / std::cos(radians(fold.skewDeg));
}

std::string idOf(size_t leaf) {
    return {static_cast<char>('A' + leaf)};
}

/// As steep as 45 degrees, less where that leaves no straight between its bends. It turns about mid thickness
/// by `both` radii together: D = both (1 - cos A) + s sin A, L = both sin A + s cos A.
job::Joggle joggleOf(const Strip& strip, size_t leaf, double thickness) {
    constexpr double kRadii = 1.5; // thicknesses that its bends come out with inside
    const double both = (2 * kRadii + 1) * thickness, root = std::sqrt(0.5);
    const Vec3 on = strip.leaves[leaf + 1].at - strip.leaves[leaf - 1].at;
    const double offset = std::abs(on.dot(strip.leaves[leaf - 1].normal));
    const double straight = (offset - both * (1 - root)) / root;
    const double flat = std::sqrt(std::max(0.0, 2 * both * offset - offset * offset));
    const double length = straight > 1 ? (both + straight) * root : 1.1 * flat + 1;
    return {toStep(offset, 0.01), std::ceil(length)};
}

job::Plate plateOf(const Strip& strip, size_t leaf, double thickness) {
    job::Plate plate;
    plate.id = idOf(leaf);
    const bool isFirst = leaf == 0, isLast = leaf == strip.folds.size();
    double length = (isLast ? strip.end : strip.folds[leaf].along) -
                    (isFirst ? strip.start : strip.folds[leaf - 1].along);
    if (!isFirst) length += setback(strip.folds[leaf - 1], thickness);
    if (!isLast) length += setback(strip.folds[leaf], thickness);
    if (!isFirst && strip.folds[leaf - 1].isJoggle) plate.joggle = joggleOf(strip, leaf, thickness);
    plate.length = isFirst || isLast ? std::ceil(length - 1e-6) : toStep(length, 0.5);
    return plate;
}

job::Bend bendOf(const Strip& strip, size_t fold) {
    const Strip::Fold& own = strip.folds[fold];
    job::Bend bend;
    bend.id = std::to_string(fold + 1);
    bend.from = idOf(fold);
    bend.to = idOf(fold + 1);
    bend.angleDeg = toStep(std::abs(own.angleDeg), 0.5);
    bend.turn = own.angleDeg > 0 ? job::Turn::Up : job::Turn::Down;
    if (std::abs(own.skewDeg) >= kAskewDeg) bend.skewDeg = toStep(own.skewDeg, 0.5);
    return bend;
}

/// From the first fold on, or from where the first leg's length ends if it was rounded up.
job::Hole holeOf(const Strip& strip, const Strip::Hole& own, const job::Plate& plate, double thickness) {
    job::Hole hole;
    hole.diameter = own.bolt->hole;
    if (own.leaf > 0) {
        const Strip::Fold& fold = strip.folds[static_cast<size_t>(own.leaf) - 1];
        hole.x = own.along - fold.along + setback(fold, thickness);
        hole.xFrom = job::Hole::XFrom::Outside;
    } else {
        const double end = strip.folds.empty()
                               ? strip.end
                               : strip.folds.front().along + setback(strip.folds.front(), thickness);
        hole.x = own.along - (end - plate.length);
        hole.xFrom = job::Hole::XFrom::Start;
    }
    hole.x = toStep(hole.x, 0.5);
    hole.y = toStep(own.across, 0.5);
    return hole;
}

/// With what the job says of the bolt there.
job::Tie tieOf(const job::Job& base, const std::string& point) {
    const auto said = std::find_if(base.ties.begin(), base.ties.end(),
                                   [&](const job::Tie& tie) { return tie.point == point; });
    if (said != base.ties.end()) return *said;
    job::Tie tie;
    tie.point = point;
    return tie;
}

/// What the base carries, at the holes that now go on the same points; nothing where one of them went on
/// none.
std::optional<job::Load> loadOn(const job::Job& made, const job::Job& base) {
    if (!base.load) return {};
    const auto now = [&](std::string& hole) {
        const auto before = std::find_if(base.ties.begin(), base.ties.end(),
                                         [&](const job::Tie& tie) { return tie.hole == hole; });
        if (before == base.ties.end()) return false;
        const auto after = std::find_if(made.ties.begin(), made.ties.end(),
                                        [&](const job::Tie& tie) { return tie.point == before->point; });
        if (after != made.ties.end()) hole = after->hole;
        return after != made.ties.end();
    };
    job::Load load = *base.load;
    if (!now(load.held) || !now(load.at)) return {};
    return load;
}

std::string baseShapeOf(const Strip& strip) {
    constexpr double kNearlySquareDeg = 75;
    const auto& folds = strip.folds;
    const auto isSteep = [&](const Strip::Fold& fold) { return std::abs(fold.angleDeg) >= kNearlySquareDeg; };
    const bool areSteep = std::all_of(folds.begin(), folds.end(), isSteep);
    constexpr double kFacingDeg = 150;
    double total = 0;
    for (const Strip::Fold& fold : folds)
        total += std::abs(fold.angleDeg);
    const auto turn = [&](size_t i) { return folds[i].angleDeg > 0; };
    switch (folds.size()) {
    case 0:
        return "strap";
    case 1:
        return "L";
    case 2:
        if (folds[0].isJoggle) return "joggle";
        if (turn(0) != turn(1)) return areSteep ? "Z" : "offset";
        if (total < kFacingDeg) return "L in two bends";
        return areSteep ? "U" : "slanted U";
    case 4:
        if (turn(0) == turn(3) && turn(1) == turn(2) && turn(0) != turn(1)) return "hat";
        break;
    default:
        break;
    }
    return {};
}

} // namespace

std::string shapeOf(const Strip& strip) {
    const bool isAskew = std::any_of(strip.folds.begin(), strip.folds.end(), [](const Strip::Fold& fold) {
        return std::abs(fold.skewDeg) >= kTwistedDeg;
    });
    const std::string base = baseShapeOf(strip);
    return base.empty() || !isAskew ? base : "twisted " + base;
}

std::optional<double> stockWidth(const Strip& strip, const job::Job& base,
                                 const material::Material& material) {
    constexpr double kSame = 0.05, kStep = 5;
    if (base.stock.form == job::StockForm::Sheet) return std::ceil(strip.width / kStep - 0.01) * kStep;
    if (base.stock.width >= strip.width - kSame) return base.stock.width;
    for (const double width : material::soldSizes(material, material::Sold::Bar, base.units).widths)
        if (width >= strip.width - kSame) return width;
    return {};
}

std::optional<job::Job> drawn(const Strip& strip, const job::Job& base, const std::vector<Station>& stations,
                              const std::string& restFace, const material::Material& material) {
    const auto width = stockWidth(strip, base, material);
    if (!width) return {};
    job::Job job = base;
    job.plates.clear();
    job.bends.clear();
    job.ties.clear();
    job.tabs.clear();
    job.bendOrder.clear();
    job.dimensionTo = job::DimensionTo::Outside;
    job.datum = job::Edge::Start;
    if (job.stock.form == job::StockForm::Bar) job.stock.width = *width;
    for (size_t leaf = 0; leaf < strip.leaves.size(); ++leaf)
        job.plates.push_back(plateOf(strip, leaf, job.thickness));
    if (job.stock.form == job::StockForm::Sheet) job.plates.front().width = *width;
    for (size_t fold = 0; fold < strip.folds.size(); ++fold)
        job.bends.push_back(bendOf(strip, fold));
    for (size_t i = 0; i < strip.holes.size(); ++i) {
        const Strip::Hole& own = strip.holes[i];
        job::Plate& plate = job.plates[static_cast<size_t>(own.leaf)];
        job::Hole hole = holeOf(strip, own, plate, job.thickness);
        hole.id = "h" + std::to_string(i + 1);
        job.ties.push_back(tieOf(base, own.bolt->point));
        job.ties.back().hole = hole.id;
        job.ties.back().onFace = strip.leaves[static_cast<size_t>(own.leaf)].onFace;
        plate.holes.push_back(std::move(hole));
    }
    const auto rests = std::find_if(strip.leaves.begin(), strip.leaves.end(), [&](const Leaf& leaf) {
        return leaf.station >= 0 && stations[static_cast<size_t>(leaf.station)].face == restFace;
    });
    job.load = loadOn(job, base);
    job.rests = job::Rest{idOf(static_cast<size_t>(rests - strip.leaves.begin())), rests->onFace, restFace};
    return job;
}

void trimEnds(job::Job& job, const std::vector<Bolt>& bolts) {
    const auto edgeOf = [&](const job::Hole& hole) {
        const auto tie = std::find_if(job.ties.begin(), job.ties.end(),
                                      [&](const job::Tie& each) { return each.hole == hole.id; });
        return std::find_if(bolts.begin(), bolts.end(),
                            [&](const Bolt& bolt) { return bolt.point == tie->point; })
            ->edge;
    };
    job::Plate &first = job.plates.front(), &last = job.plates.back();
    double short1 = 0, short2 = 0;
    for (const job::Hole& hole : first.holes)
        short1 = std::max(short1, edgeOf(hole) - hole.x);
    const double more = std::ceil(short1 - 1e-6);
    first.length += more;
    for (job::Hole& hole : first.holes)
        hole.x += more;
    for (const job::Hole& hole : last.holes)
        short2 = std::max(short2, hole.x + edgeOf(hole) - last.length);
    last.length += std::ceil(short2 - 1e-6);
}

} // namespace goodfold::propose
