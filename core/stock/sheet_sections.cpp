#include "stock/sheet_sections.h"

#include "files/csv_row.h"
#include "files/dxf.h"
#include "quantity/length.h"

#include <algorithm>
#include <cmath>

namespace goodfold::stock {

namespace {

constexpr double kSameThickness = 0.05; // mm
constexpr double kWorthUsing = 2500;    // mm2, of an opening, that another blank may come out of

RackSheet sheetFrom(const files::CsvRow& row) {
    RackSheet sheet;
    sheet.material = row.needed("material");
    sheet.thickness = row.number("thickness");
    sheet.sheet.length = row.number("length");
    sheet.sheet.width = row.number("width");
    const double count = row.number("count", -1);
    if (count >= 0 && (count != std::floor(count) || count > kMostPieces))
        row.fail("count", "must be a whole number");
    if (count >= 0) sheet.sheet.count = static_cast<int>(count);
    sheet.sheet.price = row.number("price", 0);
    sheet.sheet.isOffcut = row.flag("offcut", false);
    sheet.sheet.name = row.text("name");
    if (sheet.sheet.name.empty()) sheet.sheet.name = sheet.sheet.isOffcut ? "offcut" : "sheet";
    for (const char* column : {"width", "thickness", "length"})
        if (!(row.number(column) > 0) || row.number(column) > 2 * kLongestBar)
            row.fail(column, "must be more than 0 and no more than a sheet is");
    return sheet;
}

bool isOf(const SheetSection& section, const std::string& material, double thickness) {
    return section.material == material && std::abs(section.thickness - thickness) <= kSameThickness;
}

bool isWithin(const Path& hole, const Path& outline) {
    return std::all_of(hole.begin(), hole.end(),
                       [&](const PathVertex& vertex) { return contains(outline, vertex.point); });
}

WantedBlank blankOf(const Batched& each) {
    WantedBlank blank{each.name,
                      each.part.blank.outline,
                      {},
                      each.job.quantity,
                      each.job.stock.grain != job::Grain::Unsaid};
    for (const part::PartHole& hole : each.part.holes)
        if (!hole.afterBending && std::abs(areaOf(hole.shapeInFlat)) > kWorthUsing &&
            isWithin(hole.shapeInFlat, blank.outline))
            blank.openings.push_back(hole.shapeInFlat);
    return blank;
}

WantedBlank posed(WantedBlank blank, const Pose2& pose) {
    const bool isMirrored = pose.linear().determinant() < 0;
    const auto put = [&](Path& path) {
        path = moved(path, pose);
        if (isMirrored) path = reversed(path);
    };
    put(blank.outline);
    for (Path& opening : blank.openings)
        put(opening);
    return blank;
}

} // namespace

Result<std::vector<RackSheet>> readSheets(std::istream& in) {
    return files::readRows<RackSheet>(in, sheetFrom);
}

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
        WantedBlank blank = blankOf(each);
        Pose2 alongSheet = Pose2::Identity();
        if (job.stock.grain == job::Grain::Crosswise)
            alongSheet.linear() = Eigen::Rotation2Dd(radians(90)).toRotationMatrix();
        blank = posed(std::move(blank), alongSheet);
        section->wanted.push_back(blank);
        if (job.oppositeHand) {
            Pose2 mirror = Pose2::Identity();
            mirror.linear()(1, 1) = -1;
            WantedBlank other = posed(blank, mirror);
            other.name += ", opposite hand";
            section->wanted.push_back(std::move(other));
        }
        section->kerf = std::max(section->kerf, job.stock.kerf);
    }
    return sections;
}

std::vector<Sheet> sheetsFor(const SheetSection& section, const std::vector<RackSheet>& rack) {
    std::vector<Sheet> sheets;
    for (const RackSheet& each : rack)
        if (isOf(section, each.material, each.thickness)) sheets.push_back(each.sheet);
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

void writeDxf(std::ostream& out, const std::vector<SectionNest>& nests) {
    constexpr double kBetween = 100; // mm
    std::vector<files::DxfShape> shapes;
    std::vector<files::DxfNote> notes;
    Vec2 at(0, 0);
    for (const SectionNest& each : nests)
        for (const NestedSheet& nested : each.nest.sheets) {
            const Sheet& sheet = each.sheets[nested.sheet];
            const Pose2 put(Eigen::Translation2d(at.x(), at.y()));
            shapes.push_back(
                {moved(straight({{0, 0}, {sheet.length, 0}, {sheet.length, sheet.width}, {0, sheet.width}}),
                       put),
                 "SHEET"});
            notes.push_back(
                {at + Vec2(0, sheet.width + 5), sheet.name + ", " + each.section.material + " " +
                                                    quantity::printNumber(each.section.thickness, 2)});
            for (const Laid& laid : nested.blanks) {
                const WantedBlank& blank = each.section.wanted[laid.blank];
                const Pose2 pose = put * laid.sheetFromFlat;
                shapes.push_back({moved(blank.outline, pose), "CUT"});
                for (const Path& opening : blank.openings)
                    shapes.push_back({moved(opening, pose), "CUT"});
                notes.push_back({boxOf(shapes.back().path).center(), blank.name});
            }
            at.x() += sheet.length + kBetween;
        }
    files::writeDxf(out, shapes, notes);
}

} // namespace goodfold::stock
