#include "cost/estimate.h"

#include "hardware/hardware.h"

#include <algorithm>
#include <cmath>

namespace goodfold::cost {

namespace {

constexpr double kMinutesAnHour = 60;

double minutesOf(const std::vector<Item>& items, const std::string& id) {
    double all = 0;
    for (const Item& item : items)
        if (item.work->id == id) all += item.minutes();
    return all;
}

double timesOf(const std::vector<Item>& items, const std::string& id) {
    double all = 0;
    for (const Item& item : items)
        if (item.work->id == id) all += item.times;
    return all;
}

} // namespace

Minutes minutesFor(const std::vector<Item>& items, int pieces) {
    Minutes all;
    std::map<std::string, double> off; // by operation
    for (const Item& item : items) {
        const double minutes = item.minutes() * (item.isOnce ? 1 : pieces);
        all.mean += minutes;
        off[item.work->id] += minutes * item.work->spread;
    }
    double squares = 0;
    for (const auto& [id, sigma] : off)
        squares += sigma * sigma;
    all.sigma = std::sqrt(squares);
    return all;
}

std::optional<Price> priceFor(const std::vector<Item>& items, int pieces, const sequence::Settled& settled,
                              const Rates& rates) {
    const auto kilogram = rates.kilogram.find(settled.job.material);
    if (!rates.hour || kilogram == rates.kilogram.end()) return {};
    Price price;
    price.work = minutesFor(items, pieces).mean / pieces / kMinutesAnHour * *rates.hour;
    price.material = settled.part.blank.mass * (1 + rates.waste) * kilogram->second;
    for (const part::PartHole& hole : settled.part.holes) {
        const auto& fastener = settled.job.findHole(hole.source)->fastener;
        if (!fastener) continue;
        const std::string name = hardware::nameOf(*fastener);
        const auto known = rates.fastener.find(name);
        if (known != rates.fastener.end())
            price.fasteners += known->second;
        else if (std::find(price.unpriced.begin(), price.unpriced.end(), name) == price.unpriced.end())
            price.unpriced.push_back(name);
    }
    price.margin = rates.margin * (price.work + price.material + price.fasteners);
    return price;
}

std::string mostOf(const std::vector<Item>& items, int pieces) {
    std::map<std::string, double> minutes;
    for (const Item& item : items)
        minutes[item.work->says] += item.minutes() * (item.isOnce ? 1 : pieces);
    const auto most = std::max_element(minutes.begin(), minutes.end(),
                                       [](const auto& a, const auto& b) { return a.second < b.second; });
    return most == minutes.end() ? "" : most->first;
}

std::vector<Saving> savingsFor(const std::vector<Item>& items, int pieces, const WorkBook& book) {
    std::vector<Saving> savings;
    const auto offer = [&](const std::string& says, double minutes) {
        constexpr double kWorthIt = 1;
        if (minutes >= kWorthIt) savings.push_back({says, minutes});
    };
    const auto fewer = [&](const char* id) {
        const double times = timesOf(items, id);
        return times > 1 ? minutesOf(items, id) * (times - 1) / times : 0;
    };
    offer("One tool and setting for all bends, where one will do,", fewer("set-up"));
    offer("One size of drill for all holes, where their bolts allow it,", fewer("drill-change"));
    const WorkTime* setUp = book.find("set-up");
    offer("A stop and a drilling template instead of marks on each piece",
          minutesOf(items, "mark") * (pieces - 1) - (setUp ? setUp->minutes : 0));
    std::stable_sort(savings.begin(), savings.end(),
                     [](const Saving& a, const Saving& b) { return a.minutes > b.minutes; });
    return savings;
}

} // namespace goodfold::cost
