#include "cost/words.h"

#include <array>
#include <charconv>
#include <cmath>

namespace goodfold::cost {

namespace {

using quantity::printNumber;

std::string money(double amount, const Rates& rates) {
    std::array<char, 64> digits{};
    const auto end =
        std::to_chars(digits.data(), digits.data() + digits.size(), amount, std::chars_format::fixed, 2);
    return std::string(digits.data(), end.ptr) + (rates.currency.empty() ? "" : " " + rates.currency);
}

std::string againstBuying(const std::vector<Item>& items, const sequence::Settled& settled,
                          const Rates& rates) {
    const double price = *settled.job.boughtPrice;
    const std::string bought = money(price, rates);
    const auto from = makingPaysFrom(price, items, settled, rates);
    if (!from) return "Bought ready made for " + bought + " it costs less, however many are made.";
    if (*from == 1)
        return "Even one alone costs less to make than the " + bought + " that a bought one does.";
    return "Bought ready made for " + bought + " it costs less for fewer than " + std::to_string(*from) +
           "; from then on making it does.";
}

std::string byLogbook(const std::vector<Item>& items, const std::vector<double>& took) {
    double byBook = 0, mean = 0;
    for (const Item& item : items)
        if (!item.isOnce) byBook += item.minutes() / item.pace;
    for (const double minutes : took)
        mean += minutes / static_cast<double>(took.size());
    return (took.size() == 1 ? "One piece of it took "
                             : std::to_string(took.size()) + " pieces of it took ") +
           timeInWords(mean) + (took.size() == 1 ? "" : " each") +
           " by the logbook, where the book of work says " + timeInWords(byBook) + ": reckoned by both.";
}

} // namespace

std::string timeInWords(double minutes) {
    constexpr int kAnHour = 60, kTwoHours = 120;
    const auto whole = std::max(1, static_cast<int>(std::lround(minutes)));
    if (whole < kTwoHours) return std::to_string(whole) + " min";
    const int rest = whole % kAnHour;
    return std::to_string(whole / kAnHour) + " h" + (rest ? " " + std::to_string(rest) + " min" : "");
}

text::Derivation howTimed(const std::vector<Item>& items, int pieces) {
    text::Derivation how{
        "Minutes of " + std::to_string(pieces) + (pieces == 1 ? " piece" : " pieces"), {}, {}};
    for (const Item& item : items) {
        std::string says = item.work->says + (item.about.empty() ? "" : ", " + item.about) + ": " +
                           printNumber(item.times, 1) + " × " + printNumber(item.work->minutes, 2);
        if (item.amount * item.work->more > 0)
            says += " + " + printNumber(item.amount, 2) + " × " + printNumber(item.work->more, 2);
        if (item.pace != 1) says += ", " + printNumber(item.pace, 2) + " of it as pieces went so far";
        says += " = " + printNumber(item.minutes(), 1);
        how.lines.push_back(says + (item.isOnce ? " once" : " each"));
    }
    const Minutes all = minutesFor(items, pieces);
    how.lines.push_back("together " + printNumber(all.mean, 1) + " min, give or take " +
                        printNumber(all.sigma, 1));
    how.source =
        "The book of work: minutes of one, and more for what there is most of in it; the shop's own over it.";
    return how;
}

std::vector<std::string> inWords(const std::vector<Item>& items, int pieces, const sequence::Settled& settled,
                                 const WorkBook& book) {
    std::vector<std::string> all;
    const Minutes one = minutesFor(items, 1), every = minutesFor(items, pieces);
    const double each = minutesFor(items, 2).mean - one.mean, once = one.mean - each;
    all.push_back("One takes " + timeInWords(one.mean) + ", give or take " + timeInWords(one.sigma) +
                  (once > 0 ? "; " + timeInWords(once) + " of it to set up tools and change drills" : "") +
                  ".");
    if (pieces > 1)
        all.push_back("Of " + std::to_string(pieces) + ", " + timeInWords(every.mean / pieces) +
                      " each: " + timeInWords(every.mean) + " in all.");
    if (!book.took.empty()) all.push_back(byLogbook(items, book.took));
    all.push_back("Most of it is " + mostOf(items, pieces) + ".");
    if (const auto savings = savingsFor(items, pieces, book); !savings.empty())
        all.push_back(savings.front().says + " would save " + timeInWords(savings.front().minutes) + ".");
    if (const auto price = priceFor(items, pieces, settled, book.rates)) {
        all.push_back(
            "A piece costs " + money(price->sum(), book.rates) + ": work " + money(price->work, book.rates) +
            ", metal " + money(price->material, book.rates) +
            (price->fasteners > 0 ? ", bolts and nuts " + money(price->fasteners, book.rates) : "") + ".");
        if (const auto& metal = book.rates.metal)
            all.push_back("Its metal is " + printNumber(metal->kilograms, 3) + " kg, " +
                          printNumber(100 * metal->waste / (1 + metal->waste), 1) +
                          " % of it lost as the batch is cut" +
                          (metal->price ? "; its price is its part of what the stock costs."
                                        : "; it is priced by weight."));
        std::string many;
        for (const auto& [count, called] :
             {std::pair(1, "One alone "), std::pair(10, ", of ten "), std::pair(50, ", of fifty ")})
            many += called + money(priceFor(items, count, settled, book.rates)->sum(), book.rates);
        all.push_back(many + " each.");
        if (settled.job.boughtPrice) all.push_back(againstBuying(items, settled, book.rates));
        if (!price->unpriced.empty())
            all.push_back("Without the " + price->unpriced.front() +
                          (price->unpriced.size() > 1 ? " and others" : "") +
                          ", that has no price in the book.");
    }
    return all;
}

} // namespace goodfold::cost
