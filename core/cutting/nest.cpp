#include "cutting/nest.h"

#include "cutting/laying.h"

#include <algorithm>
#include <chrono>
#include <cmath>
#include <numeric>
#include <random>

namespace goodfold::cutting {

namespace {

std::optional<Error> whatIsWrong(const std::vector<WantedBlank>& wanted) {
    int count = 0;
    for (const WantedBlank& each : wanted) {
        if (!(areaOf(each.outline) > 1)) return Error{each.name + " has no area.", "blanks"};
        count += each.count;
    }
    if (count > kMostBlanks)
        return Error{"There are more than " + std::to_string(kMostBlanks) + " blanks: nest them in batches.",
                     "blanks"};
    return {};
}

double worthOf(const Sheet& sheet) {
    return sheet.length * sheet.width * (sheet.isOffcut ? 0.5 : 1);
}

/// What decides between two nests: more laid, then cheaper sheets, then more of the last one left.
struct NestWorth {
    int missing = 0;
    double cost = 0, rest = 0;
    bool operator<(const NestWorth& other) const {
        if (missing != other.missing) return missing < other.missing;
        if (std::abs(cost - other.cost) > 1e-6) return cost < other.cost;
        return rest > other.rest + 1e-6;
    }
};

/// By price where all have one, else by area.
std::vector<double> costsOf(const std::vector<Sheet>& sheets) {
    const bool havePrices =
        std::all_of(sheets.begin(), sheets.end(), [](const Sheet& sheet) { return sheet.price > 0; });
    std::vector<double> costs;
    for (const Sheet& sheet : sheets)
        costs.push_back(havePrices ? sheet.price : worthOf(sheet));
    return costs;
}

NestWorth worthOf(const Nest& nest, const std::vector<Sheet>& sheets, const std::vector<double>& costs) {
    NestWorth worth;
    for (const int each : nest.missing)
        worth.missing += each;
    for (const NestedSheet& each : nest.sheets) {
        const Sheet& sheet = sheets[each.sheet];
        worth.cost += costs[each.sheet];
        worth.rest += each.rest * sheet.width;
    }
    return worth;
}

/// No cheaper than the blanks' own area at the price of the best sheet, and where all sheets are alike that
/// many whole ones.
double leastOf(const std::vector<WantedBlank>& wanted, const std::vector<Sheet>& sheets, const Nest& nest) {
    double area = 0;
    for (size_t i = 0; i < wanted.size(); ++i) {
        double own = areaOf(wanted[i].outline);
        for (const Path& opening : wanted[i].openings)
            own -= std::abs(areaOf(opening));
        area += (wanted[i].count - nest.missing[i]) * own;
    }
    if (sheets.empty()) return 0;
    const bool areAlike = std::all_of(sheets.begin(), sheets.end(), [&](const Sheet& sheet) {
        return !sheet.isOffcut && sheet.length * sheet.width == sheets.front().length * sheets.front().width;
    });
    if (areAlike) {
        const double one = sheets.front().length * sheets.front().width;
        return std::ceil(area / one - 1e-9) * one;
    }
    const bool hasOffcuts =
        std::any_of(sheets.begin(), sheets.end(), [](const Sheet& sheet) { return sheet.isOffcut; });
    return hasOffcuts ? area / 2 : area;
}

void sumUp(Nest& nest, const std::vector<WantedBlank>& wanted, const std::vector<Sheet>& sheets) {
    double blanks = 0, whole = 0;
    nest.taken = 0;
    for (NestedSheet& each : nest.sheets) {
        const Sheet& sheet = sheets[each.sheet];
        double own = 0;
        for (const Laid& laid : each.blanks)
            own += areaOf(wanted[laid.blank].outline);
        each.used = own / (sheet.length * sheet.width);
        blanks += own;
        whole += sheet.length * sheet.width;
        nest.taken += worthOf(sheet);
    }
    nest.used = whole > 0 ? blanks / whole : 0;
    nest.least = leastOf(wanted, sheets, nest);
}

/// One way to lay them all.
struct Try {
    std::vector<Next> order;
    bool largestFirst = false;
    Nest nest;
    NestWorth worth;
};

std::vector<Next> bySize(const std::vector<WantedBlank>& wanted, const Layer& layer) {
    std::vector<Next> order; // each blank as often as it is wanted
    for (size_t i = 0; i < wanted.size(); ++i)
        order.insert(order.end(), static_cast<size_t>(wanted[i].count), Next{i, {}});
    std::stable_sort(order.begin(), order.end(), [&](const Next& a, const Next& b) {
        return layer.sizeOf(a.blank) > layer.sizeOf(b.blank);
    });
    return order;
}

/// Two change places, or one lies another way.
void change(std::vector<Next>& order, std::mt19937& random) {
    std::uniform_int_distribution<size_t> any(0, order.size() - 1);
    std::uniform_int_distribution<int> way(-1, 3);
    const size_t one = any(random), other = any(random);
    const int quarters = way(random);
    if (one != other && order[one].blank != order[other].blank)
        std::swap(order[one], order[other]);
    else
        order[one].quarters = quarters < 0 ? std::optional<int>() : std::optional(quarters);
}

} // namespace

Result<Nest> nest(const std::vector<WantedBlank>& wanted, const std::vector<Sheet>& sheets,
                  const Laying& laying) {
    if (auto wrong = whatIsWrong(wanted)) return *std::move(wrong);
    const std::vector<double> costs = costsOf(sheets);
    Layer layer(wanted, sheets, costs, laying);
    Try best{bySize(wanted, layer), false, {}, {}};
    const auto lay = [&](Try& attempt) {
        attempt.nest = layer.laidInOrder(attempt.order, attempt.largestFirst);
        attempt.worth = worthOf(attempt.nest, sheets, costs);
        sumUp(attempt.nest, wanted, sheets);
    };
    lay(best);
    const auto until = std::chrono::steady_clock::now() + std::chrono::duration<double>(laying.seconds);
    const auto goesOn = [&] {
        return std::chrono::steady_clock::now() < until && (!laying.goesOn || laying.goesOn(best.nest));
    };
    for (const std::optional<int> quarters : {std::optional<int>(), std::optional(0), std::optional(1)})
        for (const bool largestFirst : {false, true}) {
            if (!goesOn() || (!quarters && !largestFirst)) continue;
            Try other = best;
            other.largestFirst = largestFirst;
            for (Next& next : other.order)
                next.quarters = quarters;
            lay(other);
            if (other.worth < best.worth) best = std::move(other);
        }
    std::mt19937 random(laying.seed);
    while (!best.order.empty() && goesOn()) {
        Try other = best;
        change(other.order, random);
        lay(other);
        if (!(best.worth < other.worth)) best = std::move(other); // as good is taken: it leads on
    }
    return best.nest;
}

} // namespace goodfold::cutting
