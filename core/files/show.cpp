#include "files/show.h"

#include "files/words.h"
#include "part/mark.h"

#include <nlohmann/json.hpp>

#include <ostream>

namespace goodfold::files {

namespace {

using nlohmann::ordered_json;

ordered_json pointOf(const Vec2& p) {
    return {p.x(), p.y()};
}
ordered_json pointOf(const Vec3& p) {
    return {p.x(), p.y(), p.z()};
}
ordered_json lineOf(const Segment& s) {
    return {pointOf(s.from), pointOf(s.to)};
}

ordered_json pointsOf(const Polygon& polygon) {
    ordered_json out = ordered_json::array();
    for (const Vec2& p : polygon)
        out.push_back(pointOf(p));
    return out;
}

/// Corners as [x, y, bulge]: the stretch to the next is straight where the bulge is 0, else an arc with the
/// bulge the tangent of a quarter of its angle, positive counter-clockwise.
ordered_json pathOf(const Path& path) {
    ordered_json out = ordered_json::array();
    for (const PathVertex& vertex : path)
        out.push_back({vertex.point.x(), vertex.point.y(), vertex.bulge});
    return out;
}

ordered_json shownBlank(const part::Blank& blank) {
    return {{"length", blank.length},
            {"width", blank.width},
            {"corner", pointOf(blank.corner)},
            {"outline", pointsOf(flattened(blank.outline))},
            {"path", pathOf(blank.outline)},
            {"area", blank.area},
            {"mass", blank.mass}};
}

ordered_json shownPlates(const check::Subject& s) {
    ordered_json out = ordered_json::array();
    for (size_t i = 0; i < s.part.plates.size(); ++i) {
        const part::PartPlate& plate = s.part.plates[i];
        ordered_json formed = ordered_json::array();
        for (const Vec2& p : plate.outlineInFlat)
            formed.push_back(pointOf(Vec3(s.folded.rootFromFlat[i] * Vec3(p.x(), p.y(), 0))));
        out.push_back({{"id", plate.id},
                       {"length", plate.stated},
                       {"length_on_blank", part::lengthOnBlank(s.part, static_cast<int>(i))},
                       {"flat", pointsOf(plate.outlineInFlat)},
                       {"shape", pathOf(plate.shapeInFlat)},
                       {"formed", formed}});
    }
    return out;
}

ordered_json shownBends(const part::Part& part) {
    ordered_json out = ordered_json::array();
    for (const part::PartBend& bend : part.bends) {
        out.push_back({{"id", bend.id},
                       {"angle", bend.shape.angleDeg},
                       {"inside_radius", bend.shape.insideRadius},
                       {"k", bend.k},
                       {"allowance", bend.allowance},
                       {"deduction", bend.deduction},
                       {"outside_setback", bend.outsideSetback},
                       {"near", lineOf(bend.near)},
                       {"centre", lineOf(bend.centre)},
                       {"far", lineOf(bend.far)}});
        if (bend.relief.kind != job::Relief::Kind::None)
            out.back()["relief"] = {{"kind", wordFor(kReliefWords, bend.relief.kind)},
                                    {"width", bend.relief.width},
                                    {"depth", bend.relief.depth}};
        if (bend.bumps > 1)
            out.back()["hits"] = {{"count", bend.bumps},
                                  {"angle", bend.shape.angleDeg / bend.bumps},
                                  {"spacing", bend.allowance / bend.bumps}};
    }
    return out;
}

ordered_json shownHoles(const check::Subject& s) {
    ordered_json out = ordered_json::array();
    for (size_t i = 0; i < s.part.holes.size(); ++i) {
        const part::PartHole& hole = s.part.holes[i];
        const part::FormedHole formed = part::formedHole(s.part, s.folded, static_cast<int>(i));
        out.push_back({{"id", hole.id},
                       {"plate", s.part.plates[hole.plate].id},
                       {"kind", job::rowOf(hole.kind).key},
                       {"diameter", hole.diameter},
                       {"ends", lineOf(hole.spineInFlat)},
                       {"shape", pathOf(hole.shapeInFlat)},
                       {"after_bending", hole.afterBending},
                       {"flat", pointOf(hole.centreInFlat)},
                       {"point", pointOf(formed.point)},
                       {"axis", pointOf(formed.axis)}});
        if (!hole.thread.empty()) out.back()["thread"] = hole.thread;
        if (hole.countersink)
            out.back()["countersink"] = {{"diameter", hole.countersink->diameter},
                                         {"angle", hole.countersink->angleDeg},
                                         {"on_back", hole.countersink->onBack}};
    }
    return out;
}

ordered_json shownMarks(const part::Part& part) {
    ordered_json out = ordered_json::array();
    for (const part::Mark& mark : part::marksOf(part))
        out.push_back({{"kind", part::nameOf(mark.kind)},
                       {"about", mark.name},
                       {"along", mark.along},
                       {"across", mark.across},
                       {"along_at_right", mark.alongAtRight},
                       {"along_at_left", mark.alongAtLeft},
                       {"across_at_right", mark.acrossAtRight},
                       {"across_at_left", mark.acrossAtLeft},
                       {"on", mark.onBack ? "back" : "face"},
                       {"after_bending", mark.afterBending}});
    return out;
}

ordered_json shownChecks(const std::vector<check::Finding>& findings) {
    const auto orNull = [](const std::optional<double>& value) {
        return value ? ordered_json(*value) : ordered_json(nullptr);
    };
    ordered_json out = ordered_json::array();
    for (const check::Finding& finding : findings) {
        ordered_json likewise = ordered_json::array();
        for (const job::Element& element : finding.likewise)
            likewise.push_back(element.id);
        out.push_back({{"rule", finding.rule},
                       {"severity", check::nameOf(finding.severity)},
                       {"about", finding.about.id},
                       {"likewise", std::move(likewise)},
                       {"value", orNull(finding.value)},
                       {"limit", orNull(finding.limit)},
                       {"says", finding.headline + ". " + finding.says}});
    }
    return out;
}

} // namespace

void writeShow(std::ostream& out, const std::string& file, const check::Subject& subject,
               const std::vector<check::Finding>& findings) {
    const ordered_json shown{{"file", file},
                             {"blank", shownBlank(subject.part.blank)},
                             {"plates", shownPlates(subject)},
                             {"bends", shownBends(subject.part)},
                             {"holes", shownHoles(subject)},
                             {"marks", shownMarks(subject.part)},
                             {"checks", shownChecks(findings)}};
    out << shown.dump(-1, ' ', false, ordered_json::error_handler_t::replace) << '\n';
}

void writeUnsolved(std::ostream& out, const std::string& file, const Error& why) {
    const ordered_json check{{"rule", "cannot-solve"}, {"severity", "stop"}, {"about", why.where},
                             {"value", nullptr},       {"limit", nullptr},   {"says", why.says}};
    const ordered_json shown{{"file", file}, {"checks", {check}}};
    out << shown.dump(-1, ' ', false, ordered_json::error_handler_t::replace) << '\n';
}

} // namespace goodfold::files
