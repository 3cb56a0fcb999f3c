#include "part/sheet_outline.h"

#include "part/sheet_corners.h"

#include <algorithm>
#include <cmath>

namespace goodfold::part {

namespace {

constexpr double kSameLength = 1e-6; // two sums of the same lengths

/// An edge to walk along: `at(s, out)` is the point `s` along it and `out` beyond it.
struct EdgeFrame {
    Vec2 start;
    Vec2 along;
    double length;

    Vec2 at(double s, double out) const { return start + s * along + out * Vec2(along.y(), -along.x()); }
};

EdgeFrame frameOf(const PartPlate& plate, Edge edge) {
    const Segment line = plate.edgeInFlat(edge);
    const double length = (line.to - line.from).norm();
    return {line.from, length > 0 ? Vec2((line.to - line.from) / length) : Vec2(1, 0), length};
}

/// Bulge of a round relief that leaves a slit of `kerf` open: it runs clockwise, from the bend's end to the
/// far side of the slit.
double roundBulge(double radius, double kerf) {
    const double open = std::acos(std::clamp((radius - kerf) / radius, -1.0, 1.0));
    return -std::tan((2 * std::numbers::pi - open) / 4);
}

class Tracer {
public:
    Tracer(const Job& job, const Part& part, bool wholeBlank)
        : job(job), part(part), wholeBlank(wholeBlank) {}

    Traced traced(int plate) && {
        walkPlate(plate);
        if (pendingBow != 0) // an edge that ends where the walk began
            walked.back().v.bulge =
                bulgeOf(pendingBow, (walked.front().v.point - walked.back().v.point).norm());
        return cleaned();
    }

private:
    // ---- putting down points --------------------------------------------------------------------------
    struct Vertex {
        PathVertex v;
        int joint = -1;
    };

    void add(const Vec2& point, double bulge = 0) {
        if (pendingBow != 0 && !walked.empty())
            walked.back().v.bulge = bulgeOf(pendingBow, (point - walked.back().v.point).norm());
        pendingBow = 0;
        walked.push_back({{point, bulge}, -1});
    }

    Traced cleaned() const {
        Traced result;
        result.fits = fits;
        for (size_t i = 0; i < walked.size(); ++i) {
            const Vertex& next = walked[(i + 1) % walked.size()];
            if ((next.v.point - walked[i].v.point).norm() <= kSameLength) continue;
            result.outline.push_back(walked[i].v);
            result.jointAt.push_back(walked[i].joint);
        }
        return result;
    }

    // ---- plates ---------------------------------------------------------------------------------------
    void walkPlate(int plate) {
        const bool isRoot = part.plates[plate].parentBend < 0;
        for (int k = 0; k < 4; ++k) {
            walkCorner(plate, static_cast<Corner>(k));
            if (k < 3 || isRoot) walkEdge(plate, kEdgesRound[static_cast<size_t>(k)]);
        }
        if (isRoot) return;
        const PartBend& own = part.bends[part.plates[plate].parentBend];
        if (wholeBlank) return;
        add(own.far.to);
        walked.back().joint = part.plates[plate].parentBend;
        add(own.far.from);
    }

    void walkFlange(int index) {
        const PartBend& bend = part.bends[index];
        add(bend.near.from);
        if (wholeBlank) {
            add(bend.far.from);
            walkPlate(bend.child);
            add(bend.far.to);
        } else {
            walked.back().joint = index;
        }
        add(bend.near.to);
    }

    // ---- edges ----------------------------------------------------------------------------------------
    const FreeEdge* freeEdge(int plate, Edge edge) const {
        const auto& edges = job.plates[static_cast<size_t>(plate)].edges;
        const auto found = edges.find(edge);
        return found == edges.end() || !part.bendsOn(plate, edge).empty() ? nullptr : &found->second;
    }

    void walkEdge(int plate, Edge edge) {
        const EdgeFrame frame = frameOf(part.plates[plate], edge);
        if (const FreeEdge* own = freeEdge(plate, edge)) return walkPoints(frame, *own);
        const double rest = restOf(job, part, plate, edge);
        const PartBend* before = nullptr;
        for (const int index : part.bendsOn(plate, edge)) {
            const PartBend& bend = part.bends[index];
            walkGap(frame, rest, before, &bend);
            walkFlange(index);
            before = &bend;
        }
        if (before) walkGap(frame, rest, before, nullptr);
    }

    /// Between two bends of one edge, or a bend and the edge's end. Where it is too narrow for the reliefs it
    /// stays on the tangent line.
    void walkGap(const EdgeFrame& frame, double rest, const PartBend* before, const PartBend* after) {
        if (!gapFits(frame.length, before, after)) {
            const double gap = (after ? after->from : frame.length) - (before ? before->to : 0);
            const bool wanted = (before && before->relief.width > 0) || (after && after->relief.width > 0);
            if (wanted && gap > kSameLength && before && after) fits = false;
            return;
        }
        if (before) cutRelief(frame, before->relief, before->to, rest, true);
        if (after) cutRelief(frame, after->relief, after->from, rest, false);
    }

    static bool gapFits(double length, const PartBend* before, const PartBend* after) {
        const double gap = (after ? after->from : length) - (before ? before->to : 0);
        return gap > (before ? before->relief.width : 0) + (after ? after->relief.width : 0) + kSameLength;
    }

    /// A relief beside the end of a bend at `s`: after it (going on along the edge), or before it, where the
    /// same points come in the other order.
    void cutRelief(const EdgeFrame& frame, const PartRelief& relief, double s, double rest, bool after) {
        const double way = after ? 1 : -1, w = relief.width, r = w / 2;
        std::vector<PathVertex> cut; // from the bend's end outward
        const auto at = [&](double along, double out, double bulge = 0) {
            cut.push_back({frame.at(s + way * along, out), bulge});
        };
        switch (relief.kind) {
        case Relief::Kind::Round: {
            const double slit = std::min(part.kerf, r);
            if (rest > std::sqrt(r * r - (r - slit) * (r - slit))) {
                at(0, 0, roundBulge(r, slit));
                at(slit, std::sqrt(r * r - (r - slit) * (r - slit)));
                at(slit, rest);
            } else {
                at(0, 0, -1);
                at(w, 0);
                at(w, rest);
            }
            break;
        }
        case Relief::Kind::Obround:
            at(0, r - relief.depth, -1);
            at(w, r - relief.depth);
            at(w, rest);
            break;
        case Relief::Kind::Slit:
        case Relief::Kind::Rectangle:
            at(0, -relief.depth);
            at(w, -relief.depth);
            at(w, rest);
            break;
        default:
            at(0, rest);
        }
        if (!after) { // an arc belongs to the vertex it starts from
            std::reverse(cut.begin(), cut.end());
            for (size_t i = 0; i + 1 < cut.size(); ++i)
                cut[i].bulge = cut[i + 1].bulge;
            cut.back().bulge = 0;
        }
        for (const PathVertex& vertex : cut)
            add(vertex.point, vertex.bulge);
    }

    void walkPoints(const EdgeFrame& frame, const FreeEdge& edge) {
        pendingBow = edge.bow;
        for (size_t i = 0; i < edge.points.size(); ++i) {
            const OutlinePoint& point = edge.points[i];
            const Vec2 here = frame.at(point.at.x(), point.at.y());
            const bool straightIn = (i == 0 ? edge.bow : edge.points[i - 1].bow) == 0;
            const Vec2 next = i + 1 < edge.points.size()
                                  ? frame.at(edge.points[i + 1].at.x(), edge.points[i + 1].at.y())
                                  : frame.at(frame.length, 0);
            std::optional<RoundedCorner> round;
            if (point.round > 0 && straightIn && point.bow == 0 && !walked.empty())
                round = roundedCorner(walked.back().v.point, here, next, point.round);
            if (round) {
                add(round->begins.point, round->begins.bulge);
                add(round->ends.point);
            } else {
                if (point.round > 0) fits = false;
                add(here);
            }
            pendingBow = point.bow;
        }
    }

    // ---- corners --------------------------------------------------------------------------------------
    /// Where the walk comes to a corner from, or goes on to: as far as the edge is straight.
    Vec2 straightTo(int plate, Edge edge, bool arriving) const {
        const EdgeFrame frame = frameOf(part.plates[plate], edge);
        if (const FreeEdge* own = freeEdge(plate, edge); own && !own->points.empty()) {
            const Vec2& p = arriving ? own->points.back().at : own->points.front().at;
            return frame.at(p.x(), p.y());
        }
        const auto bends = part.bendsOn(plate, edge);
        if (bends.empty()) return frame.at(arriving ? 0 : frame.length, 0);
        const PartBend& nearest = part.bends[arriving ? bends.back() : bends.front()];
        return frame.at(arriving ? nearest.to + nearest.relief.width : nearest.from - nearest.relief.width,
                        0);
    }

    bool isBowed(int plate, Edge edge, bool arriving) const {
        const FreeEdge* own = freeEdge(plate, edge);
        if (!own) return false;
        return (arriving && !own->points.empty() ? own->points.back().bow : own->bow) != 0;
    }

    /// How far beyond the tangent line the metal next to a corner goes.
    double levelAt(int plate, Edge edge, bool arriving) const {
        const auto bends = part.bendsOn(plate, edge);
        if (bends.empty()) return 0;
        const PartBend& nearest = part.bends[arriving ? bends.back() : bends.front()];
        const bool room =
            gapFits(nearest.edgeLength, arriving ? &nearest : nullptr, arriving ? nullptr : &nearest);
        return room ? restOf(job, part, plate, edge) : 0;
    }

    void walkCorner(int plate, Corner corner) {
        const auto k = static_cast<size_t>(corner);
        const PartPlate& own = part.plates[plate];
        const Edge arriving = kEdgesRound[(k + 3) % 4], leaving = kEdgesRound[k];
        if (const double radius = drilledAt(part, plate, corner); radius > 0) {
            // The walk stands on the round already; the next bend begins on it.
            const EdgeFrame in = frameOf(own, arriving), out = frameOf(own, leaving);
            const double turn = std::atan2(in.along.x() * out.along.y() - in.along.y() * out.along.x(),
                                           in.along.dot(out.along));
            const Vec2 begins = out.start - radius * in.along;
            add(begins, -std::tan((std::numbers::pi - turn) / 4));
            add(out.start + radius * out.along);
            return;
        }
        const double in = hangsOn(plate, arriving) ? 0 : levelAt(plate, arriving, true);
        const double out = hangsOn(plate, leaving) ? 0 : levelAt(plate, leaving, false);
        const Vec2 point = crossing(frameOf(own, arriving), in, frameOf(own, leaving), out);
        const auto& corners = job.plates[static_cast<size_t>(plate)].corners;
        const auto cut = corners.find(corner);
        if (cut == corners.end()) return add(point);
        cutCorner(cut->second, straightTo(plate, arriving, true) + point - own.outlineInFlat[k], point,
                  straightTo(plate, leaving, false) + point - own.outlineInFlat[k],
                  isBowed(plate, arriving, true) || isBowed(plate, leaving, false));
    }

    bool hangsOn(int plate, Edge edge) const {
        return edge == Edge::Start && part.plates[plate].parentBend >= 0;
    }

    static Vec2 crossing(const EdgeFrame& in, double inLevel, const EdgeFrame& out, double outLevel) {
        if (inLevel == 0 && outLevel == 0) return out.start;
        const Vec2 a = in.at(0, inLevel), b = out.at(0, outLevel);
        const double det = in.along.x() * out.along.y() - in.along.y() * out.along.x();
        if (std::abs(det) < kSameLength) return b;
        const Vec2 w = b - a;
        return a + (w.x() * out.along.y() - w.y() * out.along.x()) / det * in.along;
    }

    void cutCorner(const CornerCut& cut, const Vec2& before, const Vec2& corner, const Vec2& next,
                   bool bowed) {
        const bool hasRoom = (corner - before).norm() + kSameLength >= cut.size &&
                             (next - corner).norm() + kSameLength >= cut.size;
        const auto round = cut.kind == CornerCut::Kind::Round && !bowed
                               ? roundedCorner(before, corner, next, cut.size)
                               : std::nullopt;
        if (round) {
            add(round->begins.point, round->begins.bulge);
            return add(round->ends.point);
        }
        if (cut.kind == CornerCut::Kind::Chamfer && !bowed && hasRoom) {
            add(corner - cut.size * (corner - before).normalized());
            return add(corner + cut.size * (next - corner).normalized());
        }
        fits = false;
        add(corner);
    }

    const Job& job;
    const Part& part;
    bool wholeBlank;
    std::vector<Vertex> walked;
    double pendingBow = 0;
    bool fits = true;
};

} // namespace

double restOf(const Job& job, const Part& part, int plate, Edge edge) {
    if (!job.plates[static_cast<size_t>(plate)].restOutside.count(edge)) return 0;
    double rest = 0;
    for (const int bend : part.plates[plate].childBends)
        if (part.bends[bend].edge == edge) rest = std::max(rest, part.bends[bend].outsideSetback);
    return rest;
}

Traced tracePlate(const Job& job, const Part& part, int plate) {
    return Tracer(job, part, false).traced(plate);
}

Path traceBlank(const Job& job, const Part& part) {
    return Tracer(job, part, true).traced(part.root).outline;
}

} // namespace goodfold::part
