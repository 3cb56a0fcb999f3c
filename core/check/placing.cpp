#include "check/placing.h"

#include <algorithm>
#include <cmath>

namespace goodfold::check {

namespace {

using job::Pattern;

/// What the places of holes bring about, a stop more than anything to mind; `about` that hole apart.
struct Minded {
    int all = 0, about = 0;
};

Minded mindedIn(const Placing& placing, const job::Job& job, const std::string& about = {}) {
    constexpr int kStop = 1000;
    constexpr decltype(Rule::find) kOfPlace[] = {holeOffItsPlate,   holeNearBend, holeNearEdge, holesTooClose,
                                                 fastenersTooClose, headOnBend,   noRoomForTool};
    const part::Part part = part::solve(job, placing.material);
    const part::Folded folded = part::fold(part);
    const Subject subject{job, part, folded, placing.material, placing.reading, placing.hardware};
    Minded minded;
    for (const auto& rule : kOfPlace)
        for (const Finding& finding : rule(subject)) {
            if (finding.severity == Severity::Note) continue;
            const int counts = finding.severity == Severity::Stop ? kStop : 1;
            minded.all += counts;
            if (finding.about == job::Element::hole(about)) minded.about += counts;
        }
    return minded;
}

/// As usual, then closer, then fewer; each in four directions.
std::vector<Pattern> rows(Pattern::Kind kind, bool inches) {
    std::vector<Pattern> all;
    const double step = inches ? 25.4 / 8 : 2.5, usual = inches ? 25.4 * 3 / 4 : 20;
    for (const int count : {3, 2})
        for (double pitch = usual; pitch > step; pitch -= step)
            for (const double angleDeg : {0.0, 180.0, 90.0, 270.0}) {
                Pattern pattern;
                pattern.kind = kind;
                pattern.count = count;
                pattern.pitch = pattern.rowPitch = pitch;
                pattern.angleDeg = angleDeg;
                all.push_back(pattern);
            }
    return all;
}

std::vector<Pattern> circles(bool inches) {
    std::vector<Pattern> all;
    const double step = inches ? 25.4 / 4 : 5, usual = inches ? 25.4 * 3 / 2 : 40;
    for (const int count : {6, 4, 3})
        for (double diameter = usual; diameter > step; diameter -= step) {
            Pattern pattern;
            pattern.kind = Pattern::Kind::Circle;
            pattern.count = count;
            pattern.diameter = diameter;
            all.push_back(pattern);
        }
    return all;
}

} // namespace

Result<edit::Edited> withHoleWhereItFits(const Placing& before, const std::string& plate,
                                         const job::Hole& hole) {
    const auto usual = edit::withHole(before.job, plate, hole);
    if (!usual) return usual;
    const int minded = mindedIn(before, before.job).all;
    if (mindedIn(before, usual->job).all <= minded) return usual;
    edit::Edited moved = *usual;
    const part::Part part = part::solve(moved.job, before.material);
    const part::PartHole& made = part.holes[static_cast<size_t>(part.holeIndex(moved.about.id))];
    const part::PartPlate& own = part.plates[static_cast<size_t>(made.plate)];
    const double x = (own.flatFromPlate.inverse() * made.centreOfShape()).x();
    job::Hole& its = *moved.job.findHole(moved.about.id);
    const double by = own.length / 2 - x;
    its.x += its.xFrom == job::Hole::XFrom::End ? -by : by;
    return mindedIn(before, moved.job).all <= minded ? moved : usual;
}

Result<edit::Edited> withPatternThatFits(const Placing& before, const std::string& id, Pattern::Kind kind) {
    if (!before.job.findHole(id)) return Error{"There is no hole \"" + id + "\".", {}};
    const Minded minded = mindedIn(before, before.job, id);
    const bool inches = before.job.units == quantity::Unit::Inch;
    // A hole that stands badly already may be repeated so, but no worse.
    for (const int most : {minded.all - minded.about, minded.all})
        for (const Pattern& pattern : kind == Pattern::Kind::Circle ? circles(inches) : rows(kind, inches)) {
            job::Job job = before.job;
            job.findHole(id)->pattern = pattern;
            if (job::whatIsWrong(job) || mindedIn(before, job).all > most) continue;
            return edit::Edited{std::move(job), job::Element::hole(id)};
        }
    return Error{"There is no room beside " + id +
                     " for a copy of it: move it, or type a pattern's figures, such as \"row 2 by 12\".",
                 {}};
}

namespace {

/// Ways off the place a hole was copied from, the shortest first: along the leg, then across it.
std::vector<Vec2> waysOff(const edit::Clip& clip) {
    constexpr int kMostSteps = 10;
    double across = 0;
    for (const job::Element& element : clip.elements)
        if (const job::Hole* hole = clip.from.findHole(element.id))
            across = std::max({across, hole->diameter, hole->length});
    const bool inches = clip.from.units == quantity::Unit::Inch;
    const double grid = inches ? 25.4 / 8 : 2.5;
    const double step = std::ceil(std::max(across, grid) / grid) * grid;
    std::vector<Vec2> ways{{0, 0}};
    for (int n = 1; n <= kMostSteps; ++n)
        for (const Vec2& way : {Vec2(1, 0), Vec2(-1, 0), Vec2(0, 1), Vec2(0, -1)})
            ways.push_back(n * step * way);
    return ways;
}

} // namespace

Result<edit::Copied> withCopies(const Placing& before, const edit::Clip& clip, const job::Element& onto) {
    const int minded = mindedIn(before, before.job).all;
    const bool hasHoles = std::any_of(clip.elements.begin(), clip.elements.end(), [](const auto& element) {
        return element.kind == job::Element::Kind::Hole;
    });
    const auto copied = [&](const Vec2& way) { return edit::withClip(before.job, clip, onto, way); };
    if (!hasHoles) return copied({0, 0});
    const std::vector<Vec2> ways = waysOff(clip);
    for (const Vec2& way : ways)
        if (auto made = copied(way); made && mindedIn(before, made->job).all <= minded) return made;
    return copied(ways[1]);
}

} // namespace goodfold::check
