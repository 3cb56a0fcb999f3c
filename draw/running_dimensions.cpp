#include "draw/running_dimensions.h"

#include <algorithm>
#include <numeric>

namespace goodfold::draw {

std::vector<RunningDimension> runningDimensions(const part::Part& part, const quantity::Reading& reading) {
    const auto textOf = [&](double mm) {
        return QString::fromStdString(quantity::typeset(quantity::Length::mm(mm), reading));
    };
    const auto xOf = [&](double along) { return part::flatXAt(part, along) - part.blank.corner.x(); };
    std::vector<RunningDimension> all{{0, xOf(0), QStringLiteral("0"), {}}};
    for (const part::Mark& mark : part::marksOf(part)) {
        if (mark.kind == part::Mark::Kind::BendStart || mark.kind == part::Mark::Kind::BendEnd) continue;
        all.push_back({mark.along, xOf(mark.along), textOf(mark.along), mark.about});
    }
    const double length = part.blank.length;
    all.push_back({length, xOf(length), textOf(length), {}});
    // Holes side by side share one figure; it stays with the first.
    const double same = quantity::stepOf(reading).mm() / 2;
    const auto last = std::unique(all.begin(), all.end(), [&](const auto& a, const auto& b) {
        return a.text == b.text && b.along - a.along < same;
    });
    all.erase(last, all.end());
    if (part.datum == part::Edge::End) std::reverse(all.begin(), all.end());
    return all;
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
