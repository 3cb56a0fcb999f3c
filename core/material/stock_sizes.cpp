#include "material/material.h"

#include <nlohmann/json.hpp>

#include <algorithm>
#include <map>

namespace goodfold::material {

extern const std::string_view shippedStockSizes;

namespace {

struct Kept {
    SoldSizes metric, inch;
};

const std::map<std::string, Kept>& forms() {
    static const std::map<std::string, Kept> all = [] {
        std::map<std::string, Kept> read;
        const auto table = nlohmann::json::parse(shippedStockSizes); // ours, and read by the tests
        for (const auto& [name, form] : table.at("forms").items()) {
            Kept& kept = read[name];
            for (const auto& row : form.at("off_by"))
                kept.metric.offBy.push_back({row.at(0), row.at(1)});
            kept.metric.thicknesses = form.at("thickness").get<std::vector<double>>();
            kept.metric.widths = form.value("width", std::vector<double>());
            kept.inch = kept.metric;
            if (!form.at("inch_thickness").empty()) {
                kept.inch.thicknesses = form.at("inch_thickness").get<std::vector<double>>();
                kept.inch.widths = form.value("inch_width", std::vector<double>());
            }
        }
        return read;
    }();
    return all;
}

} // namespace

double SoldSizes::plusMinus(double thickness) const {
    const auto row = std::find_if(offBy.begin(), offBy.end(),
                                  [&](const OffBy& r) { return thickness <= r.thicknessUpTo; });
    return row == offBy.end() ? offBy.back().plusMinus : row->plusMinus;
}

SoldSizes soldSizes(const Material& material, Sold form, quantity::Unit unit) {
    const auto found = forms().find(material.soldAs[form == Sold::Sheet ? 1 : 0]);
    if (found == forms().end()) return {};
    return unit == quantity::Unit::Inch ? found->second.inch : found->second.metric;
}

} // namespace goodfold::material
