#include "cutting/filling.h"

#include <algorithm>
#include <cstdint>
#include <memory>

namespace goodfold::cutting {

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

namespace {

class EveryFilling {
public:
    EveryFilling(const std::vector<int>& takes, const std::vector<int>& most)
        : takes(takes), most(most), times(takes.size(), 0) {}

    /// False where they became too many.
    bool look(size_t kind, int room) {
        constexpr int kPatience = 20000;
        constexpr size_t kMany = 1000;
        if (++looked > kPatience) return false;
        if (kind == takes.size()) {
            for (size_t i = 0; i < takes.size(); ++i)
                if (times[i] < most[i] && takes[i] <= room) return true; // one more goes in
            all.push_back(times);
            return all.size() <= kMany;
        }
        for (times[kind] = std::min(most[kind], room / takes[kind]); times[kind] >= 0; --times[kind])
            if (!look(kind + 1, room - times[kind] * takes[kind])) return false;
        times[kind] = 0;
        return true;
    }

    std::vector<Filling> all;

private:
    const std::vector<int>&takes, &most;
    Filling times;
    int looked = 0;
};

} // namespace

std::optional<std::vector<Filling>> everyFilling(const std::vector<int>& takes, const std::vector<int>& most,
                                                 int room) {
    if (room < 0) return std::vector<Filling>();
    EveryFilling every(takes, most);
    if (!every.look(0, room)) return {};
    return std::move(every.all);
}

} // namespace goodfold::cutting
