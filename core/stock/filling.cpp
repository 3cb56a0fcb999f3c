#include "stock/filling.h"

#include <algorithm>
#include <cstdint>
#include <memory>

namespace goodfold::stock {

namespace {

/// Some of a kind that are taken together or not at all.
struct Lot {
    size_t kind;
    int times;
    int takes;
    double value;
};

std::vector<Lot> lotsOf(const std::vector<double>& values, const std::vector<int>& takes,
                        const std::vector<int>& most, int room) {
    std::vector<Lot> lots;
    for (size_t kind = 0; kind < values.size(); ++kind) {
        if (values[kind] <= 0 || room < takes[kind]) continue;
        int left = std::min(most[kind], room / takes[kind]);
        for (int times = 1; left > 0; times *= 2) {
            const int now = std::min(times, left);
            lots.push_back({kind, now, now * takes[kind], now * values[kind]});
            left -= now;
        }
    }
    return lots;
}

} // namespace

std::vector<Filling> bestFillings(const std::vector<double>& values, const std::vector<int>& takes,
                                  const std::vector<int>& most, const std::vector<int>& rooms) {
    const int largest = std::max(0, *std::max_element(rooms.begin(), rooms.end()));
    const std::vector<Lot> lots = lotsOf(values, takes, most, largest);
    const auto width = static_cast<size_t>(largest) + 1;
    std::vector<double> best(width, 0), next(width);   // of each room with the lots so far
    std::vector<uint8_t> isTaken(lots.size() * width); // whether that has the lot in it
    for (size_t lot = 0; lot < lots.size(); ++lot) {
        const auto takesRoom = static_cast<size_t>(lots[lot].takes);
        const double value = lots[lot].value;
        uint8_t* const taken = &isTaken[lot * width];
        std::copy_n(best.begin(), takesRoom, next.begin());
        for (size_t room = takesRoom; room < width; ++room) {
            const double with = best[room - takesRoom] + value;
            taken[room] = with > best[room];
            next[room] = std::max(with, best[room]);
        }
        best.swap(next);
    }
    std::vector<Filling> fillings;
    fillings.reserve(rooms.size());
    for (const int room : rooms) {
        Filling filling(values.size(), 0);
        auto left = static_cast<size_t>(std::max(0, room));
        for (size_t lot = lots.size(); lot-- > 0;) {
            if (!isTaken[lot * width + left]) continue;
            filling[lots[lot].kind] += lots[lot].times;
            left -= static_cast<size_t>(lots[lot].takes);
        }
        fillings.push_back(std::move(filling));
    }
    return fillings;
}

} // namespace goodfold::stock
