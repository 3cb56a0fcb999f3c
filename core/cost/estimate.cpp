#include "cost/estimate.h"

#include "hardware/hardware.h"

#include <algorithm>
#include <cmath>
#include <iterator>

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

/// Of one piece, by what its stock costs, else by weight.
std::optional<double> metalOf(const sequence::Settled& settled, const Rates& rates) {
    if (rates.metal && rates.metal->price) return rates.metal->price;
    const auto kilogram = rates.kilogram.find(settled.job.material);
    if (kilogram == rates.kilogram.end()) return {};
    return kilogram->second *
           (rates.metal ? rates.metal->kilograms : settled.part.blank.mass * (1 + rates.waste));
}

} // namespace

Minutes minutesFor(const std::vector<Item>& items, int pieces) {
    Minutes all;
    std::map<std::string, double> off; // by operation
    for (const Item& item : items) {
        const double minutes = item.minutes() * (item.isOnce ? 1 : pieces);
        all.mean += minutes;
        off[item.work->id] += minutes * item.work->spread * item.surer;
    }
    double squares = 0;
    for (const auto& [id, sigma] : off)
        squares += sigma * sigma;
    all.sigma = std::sqrt(squares);
    return all;
}

std::vector<Item> paced(std::vector<Item> items, const std::vector<double>& took) {
    std::vector<Item> each;
    std::copy_if(items.begin(), items.end(), std::back_inserter(each),
                 [](const Item& item) { return !item.isOnce; });
    const Minutes book = minutesFor(each, 1);
    if (took.empty() || book.mean <= 0 || book.sigma <= 0) return items;
    const auto count = static_cast<double>(took.size());
    double mean = 0, squares = 0;
    for (const double minutes : took)
        mean += minutes / book.mean / count;
    for (const double minutes : took)
        squares += std::pow(minutes / book.mean - mean, 2);
    constexpr double kUsual = 0.2, kEnough = 3; // a share; pieces that tell how they differ
    const double differs =
        count < kEnough ? kUsual * mean : std::max(0.05 * mean, std::sqrt(squares / (count - 1)));
    const double before = std::pow(book.mean / book.sigma, 2), read = count / std::pow(differs, 2);
    const double pace = (before + read * mean) / (before + read);
    for (Item& item : items) {
        if (item.isOnce) continue;
        item.pace = pace;
        item.surer = std::sqrt(before / (before + read)) / pace;
    }
    return items;
}

std::optional<Price> priceFor(const std::vector<Item>& items, int pieces, const sequence::Settled& settled,
                              const Rates& rates) {
    const auto metal = metalOf(settled, rates);
    if (!rates.hour || !metal) return {};
    Price price;
    price.material = *metal;
    price.work = minutesFor(items, pieces).mean / pieces / kMinutesAnHour * *rates.hour;
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

std::optional<int> makingPaysFrom(double bought, const std::vector<Item>& items,
                                  const sequence::Settled& settled, const Rates& rates) {
    constexpr int kMany = 1000000;
    const auto costsLess = [&](int pieces) {
        const auto price = priceFor(items, pieces, settled, rates);
        return price && price->sum() < bought;
    };
    if (!costsLess(kMany)) return {};
    int least = 1, most = kMany; // the more are made, the less each costs
    while (least < most) {
        const int middle = least + (most - least) / 2;
        if (costsLess(middle))
            most = middle;
        else
            least = middle + 1;
    }
    return least;
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
