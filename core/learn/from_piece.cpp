#include "learn/from_piece.h"

#include "part/mark.h"

#include <algorithm>
#include <cmath>

namespace goodfold::learn {

namespace {

using bench::Entry;

class Teacher {
public:
    Teacher(const MadeOf& of, const bench::Log& log)
        : of(of), log(log), known(bench::knownOf(of.making, of.plan, log, of.errors.instruments)) {}

    Points all() {
        ofShared();
        for (size_t i = 0; i < log.entries.size(); ++i)
            if (counts(i)) ofReading(log.entries[i]);
        return std::move(points);
    }

private:
    const sequence::Operation* stepOf(const std::string& bend) const {
        const int index = of.making.part.bendIndex(bend);
        for (const sequence::Step& step : of.plan.steps)
            if (step.operation.bend == index) return &step.operation;
        return nullptr;
    }
    const part::PartBend& bendOf(const std::string& id) const {
        return of.making.part.bends[static_cast<size_t>(of.making.part.bendIndex(id))];
    }

    Point like(What what, const std::string& bend) const {
        const sequence::Operation* step = stepOf(bend);
        const bend::Shape& shape = bendOf(bend).shape;
        return {.what = what,
                .material = of.material.id,
                .tool = step ? step->setup.tool->id : std::string(),
                .batch = log.batch,
                .method = {},
                .ratio = shape.insideRadius / shape.thickness};
    }

    void ofShared() {
        const lineup::Draws draws(of.making);
        Eigen::Index number = 0;
        for (size_t i = 0; i < of.making.sources.size(); ++i) {
            const lineup::Source& source = of.making.sources[i];
            const int count = draws.normalsOfSources()[i];
            if (count == 1) ofSource(source, known.mean[number], known.covariance(number, number));
            number += count;
        }
    }

    void ofSource(const lineup::Source& source, double mean, double variance) {
        using enum lineup::SourceKind;
        constexpr double kNextToNothing = 0.98;
        const bool isOne =
            source.kind == K || source.kind == Springback || (source.kind == Radius && !source.isOwn);
        if (!isOne || variance > kNextToNothing) return;
        const double said = mean / (1 - variance), saidTo = std::sqrt(variance / (1 - variance));
        // One number moves all its bends: it is told at the one that it moves most.
        const auto most = std::max_element(source.of.begin(), source.of.end(),
                                           [](const auto& a, const auto& b) { return a.sigma < b.sigma; });
        const sequence::Operation* step = stepOf(most->id);
        if (!step) return;
        const tool::Setup& setup = step->setup;
        const double by = said * most->sigma, to = saidTo * most->sigma;
        Point point = like(source.kind == K            ? What::K
                           : source.kind == Springback ? What::Springback
                                                       : What::Radius,
                           most->id);
        if (source.kind == K) {
            point.value = bendOf(most->id).k + by;
            point.sigma = to;
        } else if (source.kind == Springback) {
            const double back = setup.loadedAngleDeg - setup.restsAtDeg;
            if (back <= 0) return;
            const auto* learned = material::learnedSpringback(of.material, setup.tool->id);
            const double times = learned ? learned->times : 1;
            point.value = times * (back - by) / back;
            point.sigma = std::hypot(times * to / back, of.errors.alike.springbackAlong);
        } else {
            point.value = setup.tool->radiusTimes * (setup.insideRadius + by) / setup.insideRadius;
            point.sigma = setup.tool->radiusTimes * to / setup.insideRadius;
        }
        points.push_back(std::move(point));
    }

    bool counts(size_t entry) const {
        return std::none_of(known.doubted.begin(), known.doubted.end(),
                            [&](const bench::Doubt& doubt) { return doubt.entry == entry; }) &&
               std::none_of(known.refused.begin(), known.refused.end(),
                            [&](const auto& refused) { return refused.first == entry; });
    }

    std::string methodOf(const char* operation) const {
        return lineup::methodOf(of.errors, of.making.job, operation).id;
    }

    void add(What what, Point point, double offBy, const Entry& entry, const std::string& method) {
        point.what = what;
        point.method = method;
        point.value = offBy;
        point.sigma = bench::sigmaOf(entry, of.errors.instruments);
        points.push_back(std::move(point));
    }

    void ofReading(const Entry& entry) {
        const part::Part& part = of.making.part;
        const Point whole{.material = of.material.id, .tool = {}, .batch = log.batch, .method = {}};
        switch (entry.kind) {
        case Entry::Kind::Blank:
            return add(What::Cut, whole, entry.value - part.blank.length, entry, methodOf("blank"));
        case Entry::Kind::Hole: {
            const int hole = part.holeIndex(entry.of[0]);
            if (isMovedLater(entry) || part.holes[static_cast<size_t>(hole)].afterBending) return;
            const double planned = part::alongBlank(part, part.holes[static_cast<size_t>(hole)].centreInFlat);
            return add(What::Hole, whole, entry.value - planned, entry,
                       methodOf("mark") + "+" + methodOf("punch") + "+" + methodOf("drill"));
        }
        case Entry::Kind::Line:
            if (isMovedLater(entry)) return;
            return add(What::Line, whole,
                       entry.value -
                           bench::Piece(of.making, of.plan).plannedLine(part.bendIndex(entry.of[0])),
                       entry, methodOf("line"));
        case Entry::Kind::Angle:
            if (isMovedLater(entry)) return;
            return add(What::Angle, like(What::Angle, entry.of[0]),
                       entry.value - bendOf(entry.of[0]).shape.angleDeg, entry, methodOf("angle"));
        default:
            return;
        }
    }

    /// Set elsewhere than drawn at the bench: what it is out by is not told by the drawing.
    bool isMovedLater(const Entry& entry) const {
        using Kind = Entry::Kind;
        return std::any_of(log.entries.begin(), log.entries.end(), [&](const Entry& other) {
            return (other.kind == Kind::LineTo || other.kind == Kind::AngleTo ||
                    other.kind == Kind::HoleTo) &&
                   other.of == entry.of;
        });
    }

    const MadeOf& of;
    const bench::Log& log;
    bench::Known known;
    Points points;
};

} // namespace

Points taughtBy(const MadeOf& of, const bench::Log& log) {
    return Teacher(of, log).all();
}

} // namespace goodfold::learn
