#include "part/paper_flat.h"

#include "part/sheet_corners.h"

#include <algorithm>
#include <cmath>

namespace goodfold::part {

namespace {

constexpr double kHemDeg = 150; // a mold line beyond that is far from any metal

double radiusOn(const PartBend& bend, PaperSide side) {
    const bool isInside = (side == PaperSide::Face) == (bend.turn == Turn::Up);
    return bend.shape.insideRadius + (isInside ? 0 : bend.shape.thickness);
}

/// A sharp fold would stand too far off the metal's round.
bool isTooRound(const PartBend& bend) {
    constexpr double kCorner = 5, kHemRadius = 8; // mm
    const double radius = bend.shape.insideRadius;
    if (bend.shape.angleDeg > kHemDeg) return radius > kHemRadius;
    return radius * (1 / std::cos(radians(bend.shape.angleDeg / 2)) - 1) > kCorner;
}

class Papering {
public:
    Papering(const Job& job, const Part& part, PaperSide side) : job(job), part(part) {
        flat.side = side;
        flat.paperFromFlat.assign(part.plates.size(), Vec2(0, 0));
        flat.folds.resize(part.bends.size());
    }

    PaperFlat made() && {
        place(part.root);
        layOut();
        flat.overlaps = overlapsOf(pieces);
        tabCorners();
        walk(part.root);
        for (size_t i = 0; i < part.holes.size(); ++i)
            flat.holes.push_back({static_cast<int>(i),
                                  shifted(part.holes[i].plate, part.holes[i].centreInFlat),
                                  moved(part.holes[i].shapeInFlat, poseOf(part.holes[i].plate))});
        flat.outline = withoutRepeats(std::move(walked));
        const Eigen::AlignedBox2d box = boxOf(flat.outline);
        flat.corner = box.min();
        flat.length = box.sizes().x();
        flat.width = box.sizes().y();
        return std::move(flat);
    }

private:
    Vec2 shifted(int plate, const Vec2& inFlat) const {
        return inFlat + flat.paperFromFlat[static_cast<size_t>(plate)];
    }
    Pose2 poseOf(int plate) const {
        return Pose2(Eigen::Translation2d(flat.paperFromFlat[static_cast<size_t>(plate)]));
    }
    double setback(int bend) const {
        const PartBend& of = part.bends[bend];
        return paperSetback(radiusOn(of, flat.side), of.shape.angleDeg,
                            flat.folds[static_cast<size_t>(bend)].isRolled);
    }
    /// From a tangent line to the fold along the plate's own sides: a bar's run along it, at an angle to the
    /// way across a skewed bend.
    Vec2 alongSides(int bend) const {
        const PartBend& of = part.bends[bend];
        if (part.form == StockForm::Sheet) return setback(bend) * of.across;
        return Vec2(of.alongBar(setback(bend)), 0);
    }

    void place(int plate) {
        for (const int index : part.plates[plate].childBends) {
            const PartBend& bend = part.bends[index];
            PaperFold& fold = flat.folds[static_cast<size_t>(index)];
            fold.bend = index;
            fold.isRolled = isTooRound(bend);
            const double reach = setback(index);
            const Vec2 parent = flat.paperFromFlat[static_cast<size_t>(plate)];
            const auto lineAt = [&](double past) {
                return Segment{bend.near.from + parent + past * bend.across,
                               bend.near.to + parent + past * bend.across};
            };
            fold.line = lineAt(reach);
            fold.near = fold.isRolled ? lineAt(0) : fold.line;
            fold.far = fold.isRolled ? lineAt(2 * reach) : fold.line;
            flat.paperFromFlat[static_cast<size_t>(bend.child)] =
                parent + (2 * reach - bend.allowance) * bend.across;
            place(bend.child);
        }
    }

    /// Each plate, and what of the paper lies between it and the next.
    void layOut() {
        if (part.form == StockForm::Bar) return; // side by side
        for (size_t i = 0; i < part.plates.size(); ++i)
            pieces.push_back({Element::plate(part.plates[i].id),
                              moved(part.plates[i].shapeInFlat, poseOf(static_cast<int>(i)))});
        for (const PartBend& bend : part.bends) {
            const Segment near{shifted(bend.parent, bend.near.from), shifted(bend.parent, bend.near.to)},
                far{shifted(bend.child, bend.far.from), shifted(bend.child, bend.far.to)};
            if ((far.from - near.from).dot(bend.across) > 0)
                pieces.push_back({Element::bend(bend.id), straight({near.from, far.from, far.to, near.to})});
        }
    }

    /// Round a plate, over its bends and round what hangs on them, and back to where it hangs itself.
    void walk(int plate) {
        const PartPlate& own = part.plates[plate];
        const size_t n = own.shapeInFlat.size();
        size_t begin = 0;
        for (size_t i = 0; i < n; ++i)
            if (own.parentBend >= 0 && own.jointAt[i] == own.parentBend) begin = i + 1;
        const size_t last = own.parentBend >= 0 ? n - 1 : n;
        for (size_t step = 0; step < last; ++step) {
            const size_t i = (begin + step) % n;
            const Vec2 from = shifted(plate, own.shapeInFlat[i].point);
            const Vec2 to = shifted(plate, own.shapeInFlat[(i + 1) % n].point);
            const int joint = own.jointAt[i];
            walked.push_back({from, joint >= 0 ? 0 : own.shapeInFlat[i].bulge});
            if (joint >= 0)
                over(joint, from, to);
            else if (const GlueTab* tab = tabFrom(plate, from, to))
                walked.insert(walked.end(), tab->outline.begin() + 1, tab->outline.end() - 1);
        }
        if (own.parentBend >= 0)
            walked.push_back({shifted(plate, own.shapeInFlat[(begin + n - 1) % n].point), 0});
    }

    /// From the parent's tangent line to the fold, round the child, and back over the fold.
    void over(int bend, const Vec2& from, const Vec2& to) {
        const PartBend& of = part.bends[bend];
        const bool isRolled = flat.folds[static_cast<size_t>(bend)].isRolled;
        const Vec2 out = alongSides(bend);
        if (!isRolled) {
            walked.push_back({from + out, 0});
            walked.push_back({bendEnd(of, of.far.from) - out, 0});
        }
        walk(of.child);
        if (!isRolled) {
            walked.push_back({bendEnd(of, of.far.to) - out, 0});
            walked.push_back({to + out, 0});
        }
    }
    /// A bar's far tangent line ends at its sides, further along than square across.
    Vec2 bendEnd(const PartBend& of, const Vec2& far) const {
        if (part.form == StockForm::Sheet) return shifted(of.child, far);
        const Vec2 onSide = far - of.allowance * of.across + Vec2(of.alongBar(of.allowance), 0);
        return shifted(of.child, onSide);
    }

    const GlueTab* tabFrom(int plate, const Vec2& from, const Vec2& to) const {
        for (const GlueTab& tab : flat.tabs)
            if (tab.plate == plate && (tab.base.from - from).norm() + (tab.base.to - to).norm() < 1e-9)
                return &tab;
        return nullptr;
    }

    /// Flanges that meet at a corner are glued: the one that the walk comes to first carries the tab.
    void tabCorners() {
        for (size_t plate = 0; plate < part.plates.size(); ++plate)
            for (const Corner corner :
                 {Corner::StartRight, Corner::EndRight, Corner::EndLeft, Corner::StartLeft}) {
                const auto k = static_cast<size_t>(corner);
                const auto arriving = part.bendsOn(static_cast<int>(plate), kEdgesRound[(k + 3) % 4]);
                const auto leaving = part.bendsOn(static_cast<int>(plate), kEdgesRound[k]);
                if (!arriving.empty() && !leaving.empty() &&
                    meet(static_cast<int>(plate), corner, part.bends[arriving.back()],
                         part.bends[leaving.front()]))
                    addTab(part.bends[arriving.back()].child);
            }
    }

    bool meet(int plate, Corner corner, const PartBend& one, const PartBend& other) const {
        constexpr double kLeastDeg = 45, kMostDeg = 135, kBeside = 3; // times what a bend takes
        const auto& joints = job.plates[static_cast<size_t>(plate)].cornerJoints;
        const auto joint = joints.find(corner);
        if (joint != joints.end() && joint->second.kind == CornerJoint::Kind::Lapped) return false;
        const auto stands = [&](const PartBend& bend) {
            return bend.shape.angleDeg >= kLeastDeg && bend.shape.angleDeg <= kMostDeg;
        };
        return one.turn == other.turn && stands(one) && stands(other) &&
               one.edgeLength - one.to < kBeside * one.outsideSetback &&
               other.from < kBeside * other.outsideSetback;
    }

    /// On its left side, where that is straight for long enough.
    void addTab(int plate) {
        constexpr double kLeast = 8, kDeep = 10, kSlim = 0.35; // mm; of its base
        const PartPlate& own = part.plates[plate];
        const Segment edge = own.edgeInFlat(Edge::Left);
        const Vec2 along = (edge.to - edge.from).normalized(), out(along.y(), -along.x());
        for (size_t i = 0; i < own.shapeInFlat.size(); ++i) {
            const Vec2 from = own.shapeInFlat[i].point,
                       to = own.shapeInFlat[(i + 1) % own.shapeInFlat.size()].point;
            const double length = (to - from).norm();
            const bool isOnEdge =
                std::abs((from - edge.from).dot(out)) < 1e-6 && std::abs((to - edge.from).dot(out)) < 1e-6;
            if (!isOnEdge || own.jointAt[i] >= 0 || own.shapeInFlat[i].bulge != 0 || length < kLeast)
                continue;
            const double deep = std::min(kDeep, kSlim * length);
            const Vec2 a = shifted(plate, from), b = shifted(plate, to), way = (b - a) / length;
            const Vec2 beyond(way.y(), -way.x());
            const Path outline = straight({a, a + deep * (way + beyond), b + deep * (beyond - way), b});
            const bool isFree = std::none_of(pieces.begin(), pieces.end(), [&](const FlatPiece& piece) {
                return overlap(piece.path, outline, 1e-4);
            });
            if (isFree) flat.tabs.push_back({plate, {a, b}, outline});
            return;
        }
    }

    const Job& job;
    const Part& part;
    PaperFlat flat;
    std::vector<FlatPiece> pieces;
    Path walked;
};

} // namespace

double paperSetback(double radius, double angleDeg, bool isRolled) {
    if (isRolled) return radius * radians(angleDeg) / 2;
    return angleDeg > kHemDeg ? radius : radius * std::tan(radians(angleDeg / 2));
}

PaperSide paperSideOf(const Job& job, const Part& part) {
    if (!job.ties.empty()) {
        const auto onFace =
            std::count_if(job.ties.begin(), job.ties.end(), [](const Tie& tie) { return tie.onFace; });
        return 2 * onFace > std::ssize(job.ties) ? PaperSide::Face : PaperSide::Back;
    }
    const auto up = std::count_if(part.bends.begin(), part.bends.end(),
                                  [](const PartBend& bend) { return bend.turn == Turn::Up; });
    return 2 * up < std::ssize(part.bends) ? PaperSide::Face : PaperSide::Back;
}

PaperFlat paperFlatOf(const Job& job, const Part& part, PaperSide side) {
    return Papering(job, part, side).made();
}

} // namespace goodfold::part
