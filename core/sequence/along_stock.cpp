#include "sequence/along_stock.h"

#include <algorithm>

namespace goodfold::sequence {

namespace {

double wayOf(const std::vector<int>& row, const KnownSteps& steps) {
    double way = 0;
    const auto middle = [&](int each) {
        return steps.part.bends[static_cast<size_t>(steps.operations[each].bend)].centre.middle();
    };
    for (size_t i = 1; i < row.size(); ++i)
        way += (middle(row[i]) - middle(row[i - 1])).norm();
    return way;
}

std::vector<int> moved(std::vector<int> row, size_t from, size_t to) {
    const auto begin = row.begin();
    const auto at = [&](size_t i) { return begin + static_cast<std::ptrdiff_t>(i); };
    if (from < to)
        std::rotate(at(from), at(from + 1), at(to + 1));
    else
        std::rotate(at(to), at(from), at(from + 1));
    return row;
}

std::vector<int> turnedRound(std::vector<int> row, size_t from, size_t to) {
    if (from < to)
        std::reverse(row.begin() + static_cast<std::ptrdiff_t>(from),
                     row.begin() + static_cast<std::ptrdiff_t>(to) + 1);
    return row;
}

} // namespace

void workAlong(std::vector<int>& row, KnownSteps& steps) {
    constexpr double kSameCost = 1e-4, kShorter = 1e-6;
    const auto cost = steps.costOfRow(row);
    if (!cost) return;
    const auto isBetter = [&](const std::vector<int>& other) {
        if (wayOf(other, steps) > wayOf(row, steps) - kShorter) return false;
        const auto its = steps.costOfRow(other);
        return its && *its <= *cost + kSameCost;
    };
    for (bool isDone = false; !isDone;) {
        isDone = true;
        for (size_t i = 0; i < row.size(); ++i)
            for (size_t j = 0; j < row.size(); ++j)
                for (auto& other : {moved(row, i, j), turnedRound(row, i, j)}) {
                    if (!isBetter(other)) continue;
                    row = other;
                    isDone = false;
                }
    }
}

} // namespace goodfold::sequence
