#include "material/material.h"

#include <nlohmann/json.hpp>

#include <algorithm>
#include <cassert>
#include <cmath>
#include <istream>
#include <sstream>
#include <string_view>

namespace goodfold::material {

extern const std::string_view shippedMaterials;

const Material* MaterialBook::find(const std::string& id) const {
    const auto found =
        std::find_if(materials.begin(), materials.end(), [&](const Material& m) { return m.id == id; });
    return found == materials.end() ? nullptr : &*found;
}

namespace {

/// The two rows about R/T and how far between them it lies, in log(R/T); beyond the ends one row twice.
template <class Row> struct Between {
    const Row& low;
    const Row& high;
    double share;
};

template <class Row> Between<Row> between(const std::vector<Row>& rows, double radiusOverThickness) {
    const auto above = std::find_if(rows.begin(), rows.end(), [&](const Row& row) {
        return row.radiusOverThickness >= radiusOverThickness;
    });
    if (above == rows.begin()) return {rows.front(), rows.front(), 0};
    if (above == rows.end()) return {rows.back(), rows.back(), 0};
    const Row &low = *(above - 1), &high = *above;
    return {low, high,
            std::log(radiusOverThickness / low.radiusOverThickness) /
                std::log(high.radiusOverThickness / low.radiusOverThickness)};
}

const LeastRadiusRow& leastRadiusRow(const Material& material, double thickness) {
    const auto& rows = material.leastInsideRadius;
    const auto row = std::find_if(rows.begin(), rows.end(),
                                  [&](const LeastRadiusRow& r) { return thickness <= r.thicknessUpTo; });
    return row == rows.end() ? rows.back() : *row;
}

} // namespace

KFactorRow kFactorAt(const Material& material, double radiusOverThickness) {
    return kFactorAt(material.kFactors, radiusOverThickness);
}

const LearnedSpringback* learnedSpringback(const Material& material, const std::string& tool) {
    for (const std::string& each : {tool, std::string()})
        for (const LearnedSpringback& learned : material.learnedSpringback)
            if (learned.tool == each) return &learned;
    return nullptr;
}

KFactorRow kFactorAt(const std::vector<KFactorRow>& rising, double radiusOverThickness) {
    const auto at = between(rising, radiusOverThickness);
    return {radiusOverThickness, std::lerp(at.low.k, at.high.k, at.share),
            std::lerp(at.low.sigma, at.high.sigma, at.share)};
}

LeastRadius leastInsideRadius(const Material& material, double thickness, bool isAlongGrain) {
    const LeastRadiusRow& row = leastRadiusRow(material, thickness);
    const LeastRadius& inThicknesses = isAlongGrain ? row.alongGrain : row.acrossGrain;
    return {inThicknesses.typical * thickness, inThicknesses.safe * thickness};
}

double thickestInBook(const Material& material) {
    return material.leastInsideRadius.back().thicknessUpTo;
}

double formingMoment(const Material& material, double width, double thickness, double insideRadius) {
    const auto at = between(material.formingMoments, insideRadius / thickness);
    return std::lerp(at.low.moment, at.high.moment, at.share) * width * thickness * thickness;
}

double typicalSpringbackAt90(const Material& material, double radiusOverThickness) {
    const auto at = between(material.springback, radiusOverThickness);
    return std::lerp(at.low.degrees, at.high.degrees, at.share);
}

namespace {

using nlohmann::json;

Material materialFrom(const json& entry) {
    Material m{entry.at("id"),
               entry.at("name"),
               entry.at("short_name"),
               entry.at("family"),
               entry.at("gauge_family"),
               entry.at("density"),
               entry.at("yield"),
               entry.at("ultimate"),
               entry.at("yield_least"),
               entry.at("ultimate_least"),
               entry.at("elastic_modulus"),
               entry.at("handbook_c"),
               entry.at("edge_distance_diameters"),
               {},
               entry.at("hem_extra"),
               {},
               {},
               {},
               entry.at("springback_air_bend_at_90"),
               entry.at("air_radius_over_opening"),
               entry.at("cautions")};
    m.canBeOpened = entry.at("can_be_opened");
    m.coatCracksBelow = entry.value("coat_cracks_below", 0.0);
    m.notBent = entry.value("not_bent", "");
    m.soldAs[0] = entry.at("sold_as").at("bar");
    m.soldAs[1] = entry.at("sold_as").at("sheet");
    if (entry.contains("hot_work"))
        m.hotWork = HotWork{entry["hot_work"].at("thickness_from"), entry["hot_work"].at("says")};
    for (const json& row : entry.at("springback_at_90"))
        m.springback.push_back({row.at("radius_over_thickness"), row.at("degrees")});
    for (const json& row : entry.at("least_inside_radius"))
        m.leastInsideRadius.push_back({row.at("thickness_up_to"),
                                       {row.at("typical_across"), row.at("across_grain")},
                                       {row.at("typical_along"), row.at("along_grain")}});
    for (const json& row : entry.at("forming_moment"))
        m.formingMoments.push_back({row.at("radius_over_thickness"), row.at("moment")});
    for (const json& row : entry.at("k_factor"))
        m.kFactors.push_back({row.at("radius_over_thickness"), row.at("k"), row.at("sigma")});
    return m;
}

bool isUsable(const Material& m) {
    const auto rising = [](const auto& rows, auto key) {
        return !rows.empty() && std::is_sorted(rows.begin(), rows.end(),
                                               [&](const auto& a, const auto& b) { return a.*key < b.*key; });
    };
    return m.density > 0 && m.yieldLeast > 0 && m.yield >= m.yieldLeast &&
           m.ultimate >= std::max(m.yield, m.ultimateLeast) && m.ultimateLeast >= m.yieldLeast &&
           m.elasticModulus > 0 && rising(m.formingMoments, &FormingMomentRow::radiusOverThickness) &&
           m.formingMoments.front().radiusOverThickness > 0 &&
           rising(m.kFactors, &KFactorRow::radiusOverThickness) &&
           rising(m.springback, &SpringbackRow::radiusOverThickness) && m.airSpringback > 0 &&
           m.airRadiusOverOpening > 0 && m.springback.front().radiusOverThickness > 0 &&
           m.kFactors.front().radiusOverThickness > 0 &&
           rising(m.leastInsideRadius, &LeastRadiusRow::thicknessUpTo);
}

} // namespace

Result<MaterialBook> readMaterialBook(std::istream& in) {
    try {
        MaterialBook book;
        const json root = json::parse(in);
        for (const json& entry : root.at("materials")) {
            book.materials.push_back(materialFrom(entry));
            if (!isUsable(book.materials.back()))
                return Error{"The material \"" + book.materials.back().id +
                                 "\" needs a density and rising tables of radii and K.",
                             "materials"};
        }
        if (book.materials.empty()) return Error{"The material book is empty.", "materials"};
        return book;
    } catch (const json::exception& trouble) {
        return Error{std::string("The material book cannot be read: ") + trouble.what(), {}};
    }
}

const MaterialBook& standardMaterials() {
    static const MaterialBook book = [] {
        std::istringstream in{std::string(shippedMaterials)};
        Result<MaterialBook> read = readMaterialBook(in);
        assert(read);
        return *std::move(read);
    }();
    return book;
}

} // namespace goodfold::material
