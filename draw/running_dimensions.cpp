#include "draw/running_dimensions.h"

#include <algorithm>
#include <bit>
#include <cmath>
#include <limits>
#include <map>
#include <numeric>

namespace goodfold::draw {

namespace {

QString figureOf(double mm, const quantity::Reading& reading) {
    return QString::fromStdString(quantity::typeset(quantity::Length::mm(mm), reading));
}

bool isSet(const part::Part& part, const part::Mark& mark) {
    const part::PartBend& bend = part.bends[static_cast<size_t>(part.bendIndex(mark.about.id))];
    return bend.setLine && bend.bumps == 1;
}

/// What is read along the blank, or across it.
bool isRead(const part::Part& part, const part::Mark& mark, bool across) {
    using Kind = part::Mark::Kind;
    if (mark.kind == Kind::BendStart || mark.kind == Kind::BendEnd || mark.kind == Kind::Corner) return false;
    // What is set in the tool is what gets scribed; a bend's middle only until that is known.
    if (mark.kind == Kind::BendCentre && isSet(part, mark)) return false;
    if (mark.kind != Kind::BendCentre && mark.kind != Kind::SetLine && mark.kind != Kind::Hit)
        return mark.kind != Kind::Trim || !across;
    return part.form == job::StockForm::Bar ||
           part::runsAlong(part.bends[static_cast<size_t>(part.bendIndex(mark.about.id))]) == across;
}

/// A line of a bar that meets its edges at different places: the rule lies at the lower edge, the right one.
bool leans(const part::Part& part, const part::Mark& mark) {
    constexpr double kStraight = 0.05; // mm
    return part.form == job::StockForm::Bar && mark.kind != part::Mark::Kind::Trim &&
           std::abs(mark.alongAtRight - mark.alongAtLeft) > kStraight;
}

/// Marks side by side share one figure; it stays with the first.
void shareFigures(std::vector<RunningDimension>& all, const quantity::Reading& reading) {
    const double same = quantity::stepOf(reading).mm() / 2;
    const auto last = std::unique(all.begin(), all.end(), [&](const auto& a, const auto& b) {
        return a.text == b.text && b.along - a.along < same;
    });
    all.erase(last, all.end());
}

} // namespace

std::vector<RunningDimension> runningDimensions(const part::Part& part, const std::vector<part::Mark>& marks,
                                                const quantity::Reading& reading) {
    const auto xOf = [&](double along) { return part::flatXAt(part, along) - part.blank.corner.x(); };
    std::vector<RunningDimension> all{{0, xOf(0), QStringLiteral("0"), {}}};
    for (const part::Mark& mark : marks)
        if (isRead(part, mark, false)) {
            const double along = leans(part, mark) ? mark.alongAtRight : mark.along;
            QString figure = figureOf(along, reading);
            if (leans(part, mark)) figure += QStringLiteral(" / ") + figureOf(mark.alongAtLeft, reading);
            all.push_back({along, xOf(along), figure, mark.about});
        }
    std::stable_sort(all.begin(), all.end(), [](const auto& a, const auto& b) { return a.along < b.along; });
    const double length = part.blank.length;
    all.push_back({length, xOf(length), figureOf(length, reading), {}});
    shareFigures(all, reading);
    if (part.datum == job::Edge::End) std::reverse(all.begin(), all.end());
    return all;
}

std::vector<RunningDimension> runningDimensionsAcross(const part::Part& part,
                                                      const std::vector<part::Mark>& marks,
                                                      const quantity::Reading& reading) {
    std::vector<RunningDimension> all{{0, 0, QStringLiteral("0"), {}}};
    for (const part::Mark& mark : marks)
        if (isRead(part, mark, true))
            all.push_back({mark.across, mark.across, figureOf(mark.across, reading), mark.about});
    std::stable_sort(all.begin(), all.end(), [](const auto& a, const auto& b) { return a.along < b.along; });
    const double width = part.blank.width;
    all.push_back({width, width, figureOf(width, reading), {}});
    shareFigures(all, reading);
    return all;
}

namespace {

/// 0, 4, 2, 6, 1, 5, 3, 7: a number read from its last bit on.
size_t reversed(size_t number, size_t count) {
    size_t other = 0;
    for (size_t bit = std::bit_ceil(count) / 2; bit > 0; bit /= 2, number /= 2)
        if (number % 2) other += bit;
    return other;
}

/// Lowest rank first; of equals far ones first and then those between, so that however many of them have room
/// they stand all along the row.
std::vector<size_t> byRank(const std::vector<int>& ranks) {
    std::map<int, size_t> equals;
    for (const int rank : ranks)
        ++equals[rank];
    std::map<int, size_t> met;
    std::vector<size_t> turns;
    for (const int rank : ranks)
        turns.push_back(reversed(met[rank]++, equals[rank]));
    std::vector<size_t> order(ranks.size());
    std::iota(order.begin(), order.end(), 0);
    std::sort(order.begin(), order.end(), [&](size_t a, size_t b) {
        return std::pair(ranks[a], turns[a]) < std::pair(ranks[b], turns[b]);
    });
    return order;
}

} // namespace

std::vector<bool> withRoomInPlace(const std::vector<double>& wanted, const std::vector<double>& extents,
                                  const std::vector<int>& ranks) {
    std::vector<bool> kept(wanted.size(), false);
    for (const size_t i : byRank(ranks)) {
        kept[i] = true;
        for (size_t j = 0; j < wanted.size() && kept[i]; ++j)
            if (j != i && kept[j] && std::abs(wanted[i] - wanted[j]) < (extents[i] + extents[j]) / 2)
                kept[i] = false;
    }
    return kept;
}

std::vector<bool> withRoomInARow(const std::vector<double>& wanted, const std::vector<double>& extents,
                                 const std::vector<int>& ranks, double room, double gap) {
    std::vector<bool> kept(wanted.size(), false);
    std::vector<double> alone(wanted.size(), std::numeric_limits<double>::infinity()); // from those kept
    double taken = -gap;
    while (true) {
        size_t next = wanted.size();
        for (size_t i = 0; i < wanted.size(); ++i)
            if (!kept[i] && (next == wanted.size() ||
                             std::pair(-ranks[i], alone[i]) > std::pair(-ranks[next], alone[next])))
                next = i;
        if (next == wanted.size()) return kept;
        if (taken + gap + extents[next] > room && ranks[next] > 1) return kept; // in hand and the ends stay
        taken += gap + extents[next];
        kept[next] = true;
        for (size_t i = 0; i < wanted.size(); ++i)
            alone[i] = std::min(alone[i], std::abs(wanted[i] - wanted[next]));
    }
}

std::vector<double> spread(const std::vector<double>& wanted, const std::vector<double>& widths, double left,
                           double right, double gap) {
    std::vector<double> centres = wanted;
    if (centres.empty()) return centres;
    const double needed =
        std::accumulate(widths.begin(), widths.end(), gap * static_cast<double>(widths.size() - 1));
    if (needed > right - left)
        gap -= (needed - (right - left)) / std::max<double>(1, static_cast<double>(widths.size() - 1));
    const auto apart = [&](size_t i) { return (widths[i - 1] + widths[i]) / 2 + gap; };
    // Push to the right where labels collide, then back to the left from the far end; each overshoot is
    // shared by averaging both passes.
    std::vector<double> rightward = centres, leftward = centres;
    rightward.front() = std::max(rightward.front(), left + widths.front() / 2);
    for (size_t i = 1; i < centres.size(); ++i)
        rightward[i] = std::max(rightward[i], rightward[i - 1] + apart(i));
    leftward.back() = std::min(leftward.back(), right - widths.back() / 2);
    for (size_t i = centres.size() - 1; i > 0; --i)
        leftward[i - 1] = std::min(leftward[i - 1], leftward[i] - apart(i));
    for (size_t i = 0; i < centres.size(); ++i)
        centres[i] = (rightward[i] + leftward[i]) / 2;
    centres.back() = std::min(centres.back(), right - widths.back() / 2);
    for (size_t i = centres.size() - 1; i > 0; --i)
        centres[i - 1] = std::min(centres[i - 1], centres[i] - apart(i));
    centres.front() = std::max(centres.front(), left + widths.front() / 2);
    for (size_t i = 1; i < centres.size(); ++i)
        centres[i] = std::max(centres[i], centres[i - 1] + apart(i));
    return centres;
}

} // namespace goodfold::draw
