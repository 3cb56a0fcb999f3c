#include "files/cost.h"

#include <nlohmann/json.hpp>

#include <algorithm>
#include <ostream>

namespace goodfold::files {

using nlohmann::ordered_json;

namespace {

ordered_json jsonOf(const cost::Item& item) {
    ordered_json all{{"id", item.work->id}, {"says", item.work->says}};
    if (!item.about.empty()) all["about"] = item.about;
    all["times"] = item.times;
    all["minutes"] = item.minutes();
    all["spread"] = item.work->spread;
    all["once"] = item.isOnce;
    all["why"] = item.work->why;
    return all;
}

ordered_json jsonOf(const cost::Price& price) {
    return {{"work", price.work},     {"material", price.material}, {"fasteners", price.fasteners},
            {"margin", price.margin}, {"sum", price.sum()},         {"unpriced", price.unpriced}};
}

} // namespace

void writeCost(std::ostream& out, const std::string& file, const sequence::Settled& settled,
               const std::vector<cost::Item>& items, int pieces, const cost::WorkBook& book) {
    ordered_json operations = ordered_json::array(), sizes = ordered_json::array(),
                 savings = ordered_json::array();
    for (const cost::Item& item : items)
        operations.push_back(jsonOf(item));
    std::vector<int> all{1, 10, 50};
    if (std::find(all.begin(), all.end(), pieces) == all.end()) all.push_back(pieces);
    std::sort(all.begin(), all.end());
    for (const int each : all) {
        const cost::Minutes minutes = cost::minutesFor(items, each);
        const auto price = cost::priceFor(items, each, settled, book.rates);
        sizes.push_back({{"pieces", each},
                         {"minutes", minutes.mean},
                         {"sigma", minutes.sigma},
                         {"each", minutes.mean / each},
                         {"price", price ? jsonOf(*price) : ordered_json()}});
    }
    for (const cost::Saving& saving : cost::savingsFor(items, pieces, book))
        savings.push_back({{"says", saving.says}, {"minutes", saving.minutes}});
    ordered_json root{{"file", file},
                      {"pieces", pieces},
                      {"operations", operations},
                      {"batches", sizes},
                      {"most", cost::mostOf(items, pieces)},
                      {"savings", savings},
                      {"currency", book.rates.currency}};
    if (!book.took.empty()) root["took"] = book.took;
    if (const auto& metal = book.rates.metal)
        root["metal"] = {{"kilograms", metal->kilograms},
                         {"waste", metal->waste},
                         {"price", metal->price ? ordered_json(*metal->price) : ordered_json()}};
    if (const auto& bought = settled.job.boughtPrice) {
        const auto from = cost::makingPaysFrom(*bought, items, settled, book.rates);
        root["bought"] = {{"price", *bought},
                          {"making_pays_from", from ? ordered_json(*from) : ordered_json()}};
    }
    out << root.dump() << '\n';
}

} // namespace goodfold::files
