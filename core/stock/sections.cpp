#include "stock/sections.h"

#include <algorithm>
#include <cmath>

namespace goodfold::stock {

namespace {

constexpr double kSameSize = 0.05; // mm

bool isOf(const Section& section, const std::string& material, double width, double thickness) {
    return section.material == material && std::abs(section.width - width) <= kSameSize &&
           std::abs(section.thickness - thickness) <= kSameSize;
}

} // namespace

std::vector<Section> sectionsOf(const std::vector<Batched>& jobs) {
    std::vector<Section> sections;
    for (const Batched& each : jobs) {
        const job::Job& job = each.job;
        if (job.stock.form != job::StockForm::Bar) continue;
        auto section = std::find_if(sections.begin(), sections.end(), [&](const Section& s) {
            return isOf(s, job.material, job.stock.width, job.thickness);
        });
        if (section == sections.end())
            section = sections.insert(section, {job.material, job.stock.width, job.thickness, {}, 0});
        section->wanted.push_back(
            {each.name, each.part.blank.length, job.quantity * (job.oppositeHand ? 2 : 1)});
        section->kerf = std::max(section->kerf, job.stock.kerf);
    }
    return sections;
}

bool isOf(const Section& section, const RackStock& stock) {
    return isOf(section, stock.material, stock.width, stock.thickness);
}

std::vector<Bar> barsFor(const Section& section, const std::vector<RackStock>& rack) {
    std::vector<Bar> bars;
    for (const RackStock& each : rack) {
        if (!isOf(section, each)) continue;
        for (const Stretch& whole : wholeStretches(each))
            bars.push_back({nameOf(each, whole), whole.length(), each.count, each.price, each.isOffcut});
    }
    return bars;
}

std::vector<Bar> soldBars(quantity::Unit unit) {
    if (unit == quantity::Unit::Inch) {
        constexpr double kFoot = 12 * quantity::kMillimetresPerInch;
        return {{"bar of 6 ft", 6 * kFoot}, {"bar of 12 ft", 12 * kFoot}, {"bar of 20 ft", 20 * kFoot}};
    }
    return {{"bar of 2 m", 2000}, {"bar of 3 m", 3000}, {"bar of 6 m", 6000}};
}

} // namespace goodfold::stock
