#include "stock/sheet_sections.h"

#include "quantity/length.h"

#include <algorithm>
#include <cmath>

namespace goodfold::stock {

namespace {

constexpr double kSameThickness = 0.05; // mm
constexpr double kWorthUsing = 2500;    // mm2, of an opening, that another blank may come out of

bool isOf(const SheetSection& section, const std::string& material, double thickness) {
    return section.material == material && std::abs(section.thickness - thickness) <= kSameThickness;
}

bool isWithin(const Path& hole, const Path& outline) {
    return std::all_of(hole.begin(), hole.end(),
                       [&](const PathVertex& vertex) { return contains(outline, vertex.point); });
}

Lies liesOf(job::Grain grain) {
    return grain == job::Grain::Lengthwise  ? Lies::Along
           : grain == job::Grain::Crosswise ? Lies::Across
                                            : Lies::Either;
}

WantedBlank blankOf(const Batched& each) {
    WantedBlank blank{.name = each.name,
                      .outline = each.part.blank.outline,
                      .count = each.job.quantity,
                      .lies = liesOf(each.job.stock.grain)};
    for (const part::PartHole& hole : each.part.holes) {
        if (hole.afterBending || hole.isThere) continue;
        blank.holes.push_back(hole.shapeInFlat);
        if (std::abs(areaOf(hole.shapeInFlat)) > kWorthUsing && isWithin(hole.shapeInFlat, blank.outline))
            blank.openings.push_back(hole.shapeInFlat);
    }
    return blank;
}

WantedBlank ofOtherHand(WantedBlank blank) {
    Pose2 mirror = Pose2::Identity();
    mirror.linear()(1, 1) = -1;
    const auto put = [&](Path& path) { path = reversed(moved(path, mirror)); };
    put(blank.outline);
    for (std::vector<Path>* all : {&blank.openings, &blank.holes})
        for (Path& path : *all)
            put(path);
    blank.name += ", opposite hand";
    return blank;
}

} // namespace

std::vector<SheetSection> sheetSectionsOf(const std::vector<Batched>& jobs) {
    std::vector<SheetSection> sections;
    for (const Batched& each : jobs) {
        const job::Job& job = each.job;
        if (job.stock.form != job::StockForm::Sheet) continue;
        auto section = std::find_if(sections.begin(), sections.end(), [&](const SheetSection& s) {
            return isOf(s, job.material, job.thickness);
        });
        if (section == sections.end())
            section = sections.insert(section, {job.material, job.thickness, {}, 0});
        section->wanted.push_back(blankOf(each));
        if (job.oppositeHand) section->wanted.push_back(ofOtherHand(section->wanted.back()));
        section->kerf = std::max(section->kerf, job.stock.kerf);
    }
    return sections;
}

bool isOf(const SheetSection& section, const RackStock& stock) {
    return isOf(section, stock.material, stock.thickness);
}

std::vector<Sheet> sheetsFor(const SheetSection& section, const std::vector<RackStock>& rack) {
    std::vector<Sheet> sheets;
    for (const RackStock& each : rack) {
        if (!isOf(section, each)) continue;
        for (const Stretch& whole : wholeStretches(each))
            sheets.push_back(
                {nameOf(each, whole), whole.length(), each.width, each.count, each.price, each.isOffcut});
    }
    return sheets;
}

std::vector<Sheet> soldSheets(quantity::Unit unit) {
    if (unit == quantity::Unit::Inch) {
        constexpr double kFoot = 12 * quantity::kMillimetresPerInch;
        return {{"sheet of 8 by 4 ft", 8 * kFoot, 4 * kFoot}, {"sheet of 10 by 5 ft", 10 * kFoot, 5 * kFoot}};
    }
    return {{"sheet of 2 by 1 m", 2000, 1000},
            {"sheet of 2.5 by 1.25 m", 2500, 1250},
            {"sheet of 3 by 1.5 m", 3000, 1500}};
}

} // namespace goodfold::stock
