#include "cost/work_book.h"

#include "common/strict_json.h"

#include <algorithm>
#include <cassert>
#include <ostream>
#include <sstream>

namespace goodfold::cost {

extern const std::string_view shippedWork;

namespace {

double amountFrom(Members& members, const std::string& key, double otherwise, double most) {
    const double amount = members.number(key, otherwise);
    if (!(amount >= 0 && amount <= most))
        members.fail("must be from 0 to " + std::to_string(long(most)), key);
    return amount;
}

WorkTime timeFrom(Members& members) {
    constexpr double kMostMinutes = 10000;
    WorkTime time;
    time.id = members.text("id");
    time.says = members.text("says", time.id);
    time.minutes = amountFrom(members, "minutes", 0, kMostMinutes);
    time.more = amountFrom(members, "more", 0, kMostMinutes);
    time.spread = amountFrom(members, "spread", 0, 10);
    time.why = members.text("why", "");
    members.refuseOthers();
    return time;
}

constexpr double kMostMoney = 1e9;

std::map<std::string, double> pricesFrom(Members& members, const std::string& key) {
    std::map<std::string, double> prices;
    if (!members.has(key)) return prices;
    const json& all = members.take(key);
    if (!all.is_object()) members.fail("must be an object in braces", key);
    for (const auto& [name, price] : all.items()) {
        if (!price.is_number() || !(price.get<double>() >= 0 && price.get<double>() <= kMostMoney))
            members.fail("must hold prices from 0 to 1000000000", key);
        prices[name] = price.get<double>();
    }
    return prices;
}

Rates ratesFrom(Members& members) {
    Rates rates;
    if (members.has("hour")) rates.hour = amountFrom(members, "hour", 0, kMostMoney);
    rates.margin = amountFrom(members, "margin", 0, 100);
    rates.waste = amountFrom(members, "waste", rates.waste, 100);
    rates.kilogram = pricesFrom(members, "kilogram");
    rates.fastener = pricesFrom(members, "fastener");
    rates.currency = members.text("currency", "");
    members.refuseOthers();
    return rates;
}

} // namespace

const WorkTime* WorkBook::find(const std::string& id) const {
    const auto found = std::find_if(operations.begin(), operations.end(),
                                    [&](const WorkTime& each) { return each.id == id; });
    return found == operations.end() ? nullptr : &*found;
}

Result<WorkBook> readWork(std::istream& in) {
    return readStrictly(in, [](const json& root) {
        Members members(root, "");
        members.text("note", "");
        WorkBook book;
        if (members.has("operations")) book.operations = members.list("operations", timeFrom);
        if (members.has("rates")) book.rates = members.own("rates", ratesFrom);
        members.refuseOthers();
        return book;
    });
}

void writeWork(std::ostream& out, const WorkBook& book) {
    using nlohmann::ordered_json;
    ordered_json root = ordered_json::object();
    for (const WorkTime& time : book.operations)
        root["operations"].push_back({{"id", time.id},
                                      {"says", time.says},
                                      {"minutes", time.minutes},
                                      {"more", time.more},
                                      {"spread", time.spread},
                                      {"why", time.why}});
    const Rates& rates = book.rates;
    ordered_json& money = root["rates"] = ordered_json::object();
    if (rates.hour) money["hour"] = *rates.hour;
    money["margin"] = rates.margin;
    money["waste"] = rates.waste;
    if (!rates.kilogram.empty()) money["kilogram"] = rates.kilogram;
    if (!rates.fastener.empty()) money["fastener"] = rates.fastener;
    if (!rates.currency.empty()) money["currency"] = rates.currency;
    out << root.dump(1) << '\n';
}

const WorkBook& standardWork() {
    static const WorkBook book = [] {
        std::istringstream in{std::string(shippedWork)};
        Result<WorkBook> read = readWork(in);
        assert(read);
        return *std::move(read);
    }();
    return book;
}

WorkBook withOwn(WorkBook book, const WorkBook& own) {
    for (const WorkTime& time : own.operations) {
        const auto known = std::find_if(book.operations.begin(), book.operations.end(),
                                        [&](const WorkTime& each) { return each.id == time.id; });
        if (known == book.operations.end())
            book.operations.push_back(time);
        else
            *known = time;
    }
    book.rates = own.rates;
    return book;
}

} // namespace goodfold::cost
