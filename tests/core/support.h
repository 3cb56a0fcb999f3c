// What the core tests share: reading jobs, solving them, and random sound jobs.
#pragma once

#include "check/finding.h"
#include "files/job_file.h"
#include "part/fold.h"
#include "runner.h"

#include <cmath>
#include <fstream>
#include <random>
#include <set>
#include <sstream>

namespace goodfold::test {

/// How many random jobs are tried: `many` where GOODFOLD_MANY is set, an eighth under sanitizers, which are
/// slow.
inline int rounds(int usual, int many) {
    if (qEnvironmentVariableIsSet("GOODFOLD_MANY")) return many;
#ifdef GOODFOLD_IS_SLOW
    return (usual + 7) / 8;
#else
    return usual;
#endif
}
inline int rounds(int usual) {
    return rounds(usual, usual);
}

/// What has to come of so many rounds, and how far a mean of them may be off.
inline double share(double usual) {
    return usual * rounds(800) / 800;
}
inline double within(double usual) {
    return usual / std::sqrt(share(1));
}

inline const material::Material& hotRolled() {
    return *material::standardMaterials().find("steel-hot-rolled");
}

inline const material::Material& materialOf(const job::Job& job) {
    return *material::standardMaterials().find(job.material);
}

inline job::Job jobFromText(const std::string& text) {
    std::istringstream in(text);
    const auto read = files::readJob(in);
    if (!read) qFatal("%s: %s", read.error().where.c_str(), read.error().says.c_str());
    return read->job;
}

inline std::string textOf(const job::Job& job) {
    std::ostringstream out;
    files::writeJob(out, job);
    return out.str();
}

inline std::vector<check::Finding> findingsOf(const job::Job& job) {
    const part::Part part = part::solve(job, materialOf(job));
    const part::Folded folded = part::fold(part);
    return check::check({job, part, folded, materialOf(job), quantity::Reading::millimetres()});
}

inline const check::Finding* findRule(const std::vector<check::Finding>& findings, const std::string& rule) {
    for (const check::Finding& finding : findings)
        if (finding.rule == rule) return &finding;
    return nullptr;
}

/// A bar job with these legs and bends between them.
inline job::Job bar(const std::vector<double>& legs, const std::vector<job::Bend>& bends,
                    double thickness = 3, double width = 30) {
    job::Job job;
    job.title = "Vent stay";
    job.thickness = thickness;
    job.stock.width = width;
    for (size_t i = 0; i < legs.size(); ++i)
        job.plates.push_back({.id = std::string(1, static_cast<char>('A' + i)), .length = legs[i]});
    for (size_t i = 0; i < bends.size(); ++i) {
        job::Bend bend = bends[i];
        bend.id = std::to_string(i + 1);
        bend.from = job.plates[i].id;
        bend.to = job.plates[i + 1].id;
        job.bends.push_back(bend);
    }
    return job;
}

/// Sound jobs of every kind: bars with skewed bends up and down, sheet trees with flanges on all edges.
class RandomJobs {
public:
    explicit RandomJobs(unsigned seed) : engine(seed) {}

    double real(double low, double high) { return std::uniform_real_distribution(low, high)(engine); }
    int whole(int low, int high) { return std::uniform_int_distribution(low, high)(engine); }

    job::Job next() {
        job::Job job;
        job.title = "Gutter strap";
        job.units = whole(0, 1) ? quantity::Unit::Inch : quantity::Unit::Millimetre;
        job.quantity = whole(1, 20);
        job.oppositeHand = whole(0, 1);
        job.hand = static_cast<job::Hand>(whole(0, 2));
        const auto& book = material::standardMaterials().materials;
        job.material = book[static_cast<size_t>(whole(0, static_cast<int>(book.size()) - 1))].id;
        job.thickness = real(0.5, 6);
        job.coat = job.thickness > 3 ? 0.02 * job.thickness : 0;
        job.dimensionTo = static_cast<job::DimensionTo>(whole(0, 2));
        job.allowance.kind = static_cast<bend::AllowanceRule::Kind>(whole(0, 3));
        job.allowance.constantK = real(0.2, 0.5);
        if (whole(0, 1))
            fillBar(job);
        else
            fillSheet(job);
        for (job::Plate& plate : job.plates)
            addHoles(job, plate);
        if (const auto wrong = job::whatIsWrong(job)) qFatal("%s", wrong->says.c_str());
        return job;
    }

    /// A sheet tree of up to `most` plates with everything that sheet can have.
    job::Job nextSheet(int most) {
        job::Job job;
        job.title = "Valve tray";
        job.thickness = real(0.5, 4);
        job.dimensionTo = static_cast<job::DimensionTo>(whole(0, 2));
        job.stock = {};
        job.stock.form = job::StockForm::Sheet;
        job.stock.kerf = real(0, 2);
        addPlate(job);
        job.plates[0].width = real(60, 150);
        for (int n = whole(1, most - 1); n > 0; --n)
            addFlange(job);
        for (job::Plate& plate : job.plates) {
            shapePlate(job, plate);
            addHoles(job, plate);
        }
        for (job::Plate& plate : job.plates)
            for (job::Hole& hole : plate.holes)
                varyHole(job, plate, hole);
        if (const auto wrong = job::whatIsWrong(job))
            qFatal("%s: %s", wrong->where.c_str(), wrong->says.c_str());
        return job;
    }

private:
    void addFlange(job::Job& job) {
        const auto parent = static_cast<size_t>(whole(0, static_cast<int>(job.plates.size()) - 1));
        const auto edge = static_cast<job::Edge>(whole(parent == 0 ? 0 : 1, 3));
        addPlate(job);
        job::Bend b = bend(job, parent, job.plates.size() - 1);
        b.edge = edge;
        if (whole(0, 1)) {
            job.plates.back().width = real(8, 25);
            b.offset = real(0, 30);
        }
        b.relief.kind = static_cast<job::Relief::Kind>(whole(0, 5));
        if (whole(0, 3) == 0) b.relief.width = real(0, 5);
        if (whole(0, 3) == 0) b.relief.depth = real(0, 5);
        if (whole(0, 4) == 0) b.bumps = whole(2, 9);
        if (whole(0, 9) == 0) b.angleDeg = real(180, 300);
        job.bends.push_back(b);
    }

    void shapePlate(const job::Job& job, job::Plate& plate) {
        using job::Edge, job::Corner;
        const bool hangs = job.bendTo(plate.id);
        if (whole(0, 3) == 0) plate.inset[Edge::Right] = real(-8, 12);
        if (whole(0, 3) == 0) plate.inset[Edge::Left] = real(-8, 12);
        if (hangs && whole(0, 3) == 0) plate.shoulder[whole(0, 1) ? Edge::Right : Edge::Left] = real(0, 6);
        if (whole(0, 4) == 0) plate.ends[Edge::End].cutDeg = real(-20, 20);
        for (int corner = hangs ? 1 : 0; corner < (hangs ? 3 : 4); ++corner)
            if (whole(0, 3) == 0)
                plate.corners[static_cast<Corner>(corner)] = {
                    whole(0, 1) ? job::CornerCut::Kind::Round : job::CornerCut::Kind::Chamfer, real(0.5, 8)};
        for (int e = 0; e < 4; ++e) {
            const auto edge = static_cast<Edge>(e);
            if (whole(0, 3) == 0) plate.restOutside.insert(edge);
            if (job.bendAt(plate.id, edge) || (edge == Edge::Start && hangs) || whole(0, 3)) continue;
            plate.edges[edge] = {
                real(-3, 3),
                {{{real(3, 5), real(-4, 4)}, 0, real(0, 1)}, {{real(6, 8), real(-4, 4)}, real(-2, 2), 0}}};
        }
        for (int corner = 0; corner < 4; ++corner)
            if (whole(0, 3) == 0)
                plate.cornerJoints[static_cast<Corner>(corner)] = {
                    static_cast<job::CornerJoint::Kind>(whole(0, 1)), real(0, 3)};
    }

    /// One of the shapes, patterns and places a hole can have besides round and slot.
    void varyHole(const job::Job& job, const job::Plate& plate, job::Hole& hole) {
        using Kind = job::Hole::Kind;
        hole.kind = static_cast<Kind>(whole(0, 6));
        hole.length = hole.diameter * (hole.kind == Kind::D ? real(0.3, 0.95) : real(1.2, 3));
        hole.neck = hole.diameter * real(0.2, 0.8);
        hole.radius = hole.kind == Kind::ArcSlot ? hole.diameter * real(1, 4) : hole.diameter * real(0, 0.5);
        hole.swingDeg = real(5, 200);
        if (hole.kind == Kind::CutOut)
            hole.outline = {{{-5, -3}, real(-1, 2), 0},
                            {{5, -3}, 0, 0},
                            {{6, 4}, 0, real(0, 1)},
                            {{-4, 5}, real(-1, 1), 0}};
        forgetUnused(hole);
        if (whole(0, 3) == 0) {
            job::Pattern pattern;
            pattern.kind = static_cast<job::Pattern::Kind>(whole(0, 3));
            pattern.count = whole(2, 5);
            pattern.pitch = real(5, 20);
            pattern.rowPitch = real(5, 20);
            pattern.angleDeg = real(-180, 180);
            pattern.lengthwise = whole(0, 1);
            hole.pattern = plain(pattern);
        }
        const bool isFollowed =
            std::any_of(plate.holes.begin(), plate.holes.end(), [&](const job::Hole& other) {
                return other.xFrom == job::Hole::XFrom::Hole && other.xFromHole == hole.id;
            });
        if (!isFollowed && whole(0, 4) == 0 && job.plates[0].id != plate.id && !job.plates[0].holes.empty()) {
            // from the root's holes, which are not placed so themselves
            hole.formed = job::FormedPlace{static_cast<job::FormedPlace::Kind>(whole(0, 2)), {}, 0};
            const bool ofPlate = hole.formed->kind == job::FormedPlace::Kind::Plate;
            hole.formed->of = ofPlate ? job.plates[0].id : job.plates[0].holes[0].id;
            if (hole.formed->kind != job::FormedPlace::Kind::Axis) hole.formed->distance = real(5, 80);
        }
        hole.afterBending = whole(0, 5) == 0;
    }

    /// Only what a file keeps of its kind.
    static void forgetUnused(job::Hole& hole) {
        using Kind = job::Hole::Kind;
        const bool isLong = hole.kind == Kind::Slot || hole.kind == Kind::Rectangle || hole.kind == Kind::D ||
                            hole.kind == Kind::Key;
        if (!isLong) hole.length = 0;
        if (hole.kind != Kind::ArcSlot && hole.kind != Kind::Rectangle) hole.radius = 0;
        if (hole.kind == Kind::Rectangle)
            hole.radius = std::min(hole.radius, std::min(hole.length, hole.diameter) / 2);
        if (hole.kind != Kind::ArcSlot) hole.swingDeg = 0;
        if (hole.kind != Kind::Key) hole.neck = 0;
    }
    static job::Pattern plain(const job::Pattern& pattern) {
        using Kind = job::Pattern::Kind;
        job::Pattern kept;
        kept.kind = pattern.kind;
        if (pattern.kind == Kind::Mirror) {
            kept.lengthwise = pattern.lengthwise;
            return kept;
        }
        kept.count = pattern.count;
        kept.angleDeg = pattern.angleDeg;
        if (pattern.kind == Kind::Circle)
            kept.diameter = pattern.diameter;
        else
            kept.pitch = pattern.pitch;
        if (pattern.kind == Kind::Grid) kept.rowPitch = pattern.rowPitch;
        return kept;
    }

    job::Bend bend(const job::Job& job, size_t parent, size_t child) {
        job::Bend b;
        b.id = std::to_string(child);
        b.from = job.plates[parent].id;
        b.to = job.plates[child].id;
        b.angleDeg = real(1, 180);
        b.turn = whole(0, 1) ? job::Turn::Up : job::Turn::Down;
        if (whole(0, 2)) b.insideRadius = real(0, 3 * job.thickness);
        if (whole(0, 1)) b.k = real(0.3, 0.5);
        return b;
    }

    void addPlate(job::Job& job) {
        job.plates.push_back({.id = "P" + std::to_string(job.plates.size()), .length = real(40, 120)});
    }

    void fillBar(job::Job& job) {
        job.stock = {job::StockForm::Bar, real(10, 50), {}};
        addPlate(job);
        for (int n = whole(0, 8); n > 0; --n) {
            addPlate(job);
            job.bends.push_back(bend(job, job.plates.size() - 2, job.plates.size() - 1));
            if (whole(0, 2) == 0) job.bends.back().skewDeg = real(-30, 30);
        }
        shapeEnds(job);
        for (size_t i = 1; i + 1 < job.plates.size(); ++i)
            if (whole(0, 3) == 0) measureAnotherWay(job, i);
        job.datum = whole(0, 1) ? job::Edge::Start : job::Edge::End;
        if (whole(0, 3) == 0) job.stock.onHand = real(100, 2000);
        if (whole(0, 3) == 0) job.leastPlateLength = real(10, 60);
    }

    void shapeEnds(job::Job& job) {
        using job::Corner, job::Edge;
        job::Plate &first = job.plates.front(), &last = job.plates.back();
        const auto anEnd = [&] { return job::BarEnd{real(-20, 20), false, whole(0, 1) ? real(5, 80) : 0}; };
        if (whole(0, 2) == 0) first.ends[Edge::Start] = anEnd();
        if (whole(0, 2) == 0)
            last.ends[Edge::End] = {0, true, whole(0, 1) ? real(5, 80) : 0};
        else if (whole(0, 1))
            last.ends[Edge::End] = anEnd();
        if (whole(0, 1)) first.corners[Corner::StartLeft] = {job::CornerCut::Kind::Round, real(1, 5)};
        if (whole(0, 1)) first.corners[Corner::StartRight] = {job::CornerCut::Kind::Chamfer, real(1, 5)};
        if (whole(0, 1) && !last.ends[Edge::End].fullRound)
            last.corners[Corner::EndRight] = {job::CornerCut::Kind::Round, real(1, 5)};
        if (last.ends[Edge::End] == job::BarEnd{}) last.ends.erase(Edge::End);
    }

    /// One of the ways a leg between two bends can be measured.
    void measureAnotherWay(job::Job& job, size_t index) {
        job::Plate& plate = job.plates[index];
        job::Bend &own = job.bends[index - 1], &next = job.bends[index];
        if (job.plates[index - 1].joggle || job.joggleAt(own) || job.joggleAt(next)) return;
        switch (whole(0, 3)) {
        case 0:
            plate.flatFirst = true;
            break;
        case 1:
            plate.dimensionTo[job::Edge::Start] = static_cast<job::DimensionTo>(whole(0, 2));
            break;
        case 2: // parallel again, as a joggle or an offset is
            if (job.plates[index - 1].measure != job::Plate::Measure::Along) break;
            own.angleDeg = next.angleDeg = real(20, 150);
            own.skewDeg = next.skewDeg = real(-20, 20);
            next.turn = own.turn == job::Turn::Up ? job::Turn::Down : job::Turn::Up;
            plate.measure = static_cast<job::Plate::Measure>(whole(1, 3));
            break;
        default:
            if (job.plates[index - 1].measure != job::Plate::Measure::Along) break;
            own.skewDeg = next.skewDeg = 0;
            own.angleDeg = next.angleDeg = 90;
            next.turn = own.turn == job::Turn::Up ? job::Turn::Down : job::Turn::Up;
            plate.joggle = {real(3, 30), real(10, 60)};
            plate.length = 0;
        }
    }

    void fillSheet(job::Job& job) {
        job.stock = {job::StockForm::Sheet, 0, {}};
        addPlate(job);
        job.plates[0].width = real(60, 150);
        std::set<std::pair<std::string, job::Edge>> taken;
        for (int n = whole(0, 7); n > 0; --n) {
            const auto parent = static_cast<size_t>(whole(0, static_cast<int>(job.plates.size()) - 1));
            const auto edge = static_cast<job::Edge>(whole(parent == 0 ? 0 : 1, 3));
            if (!taken.insert({job.plates[parent].id, edge}).second) continue;
            addPlate(job);
            job::Bend b = bend(job, parent, job.plates.size() - 1);
            b.edge = edge;
            if (whole(0, 1)) {
                job.plates.back().width = real(8, 15);
                b.offset = real(0, 5);
            }
            job.bends.push_back(b);
        }
    }

    void addHoles(const job::Job& job, job::Plate& plate) {
        for (int n = whole(0, 3); n > 0; --n) {
            job::Hole hole;
            hole.id = plate.id + "h" + std::to_string(n);
            hole.diameter = real(2, 12);
            hole.x = real(5, 30);
            if (whole(0, 2) == 0) {
                hole.kind = job::Hole::Kind::Slot;
                hole.length = hole.diameter + real(0.5, 12);
                hole.angleDeg = real(-90, 90);
            }
            hole.y = real(-5, 5);
            hole.yFrom = static_cast<job::Hole::YFrom>(whole(0, 2));
            const bool onBend = job.bendTo(plate.id) || job.bendAt(plate.id, job::Edge::Start);
            hole.xFrom = onBend ? static_cast<job::Hole::XFrom>(whole(0, 2)) : job::Hole::XFrom::Start;
            if (!plate.holes.empty() && whole(0, 2) == 0) {
                hole.xFrom = job::Hole::XFrom::Hole;
                hole.xFromHole = plate.holes.back().id;
            }
            plate.holes.push_back(hole);
        }
    }

    std::mt19937 engine;
};

} // namespace goodfold::test
