#include "draw/paper_labels.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace goodfold::draw {

namespace {

constexpr double kGap = 0.8; // mm between words and what they name

} // namespace

/// None where the place will do; words cut are worse than words over others.
double PaperLabels::cost(const QRectF& words) const {
    constexpr double kCut = 1000, kOver = 10; // a square millimetre
    double all =
        std::any_of(pages.begin(), pages.end(), [&](const QRectF& page) { return page.contains(words); })
            ? 0
            : kCut;
    for (const QRectF& other : taken)
        if (const QRectF common = words & other; !common.isEmpty())
            all += kOver * common.width() * common.height();
    return all;
}

void PaperLabels::keepOff(const QLineF& line) {
    constexpr double kPiece = 3, kWide = 0.3; // mm
    const int pieces = std::max(1, static_cast<int>(std::ceil(line.length() / kPiece)));
    const bool isStraight = line.dx() == 0 || line.dy() == 0; // one rectangle will do
    for (int i = 0; i < (isStraight ? 1 : pieces); ++i) {
        const QPointF from = isStraight ? line.p1() : line.pointAt(static_cast<double>(i) / pieces),
                      to = isStraight ? line.p2() : line.pointAt((i + 1.0) / pieces);
        keepFree(QRectF(from, to).normalized().adjusted(-kWide / 2, -kWide / 2, kWide / 2, kWide / 2));
    }
}

QRectF PaperLabels::best(const std::vector<QRectF>& wanted) {
    const QRectF* least = &wanted.front();
    double leastCost = cost(*least);
    for (const QRectF& each : wanted) {
        if (leastCost == 0) break;
        const double its = cost(each);
        if (its < leastCost - 1e-9) {
            least = &each;
            leastCost = its;
        }
    }
    taken.push_back(*least);
    return *least;
}

QRectF PaperLabels::place(const QSizeF& words, const QRectF& about) {
    constexpr double kStep = 3, kFarthest = 30;
    std::vector<QRectF> wanted;
    for (double off = kGap; off < kFarthest; off += kStep) {
        const double right = about.right() + off, left = about.left() - off - words.width();
        const double above = about.top() - off - words.height(), below = about.bottom() + off;
        const double middleX = about.center().x() - words.width() / 2,
                     middleY = about.center().y() - words.height() / 2;
        // Beside the upper corners first: there the arms of a cross leave room.
        const double high = about.top() - words.height() * 0.6, low = about.bottom() - words.height() * 0.4;
        for (const QPointF& corner : {QPointF(right, high), QPointF(left, high), QPointF(right, low),
                                      QPointF(left, low), QPointF(middleX, above), QPointF(middleX, below),
                                      QPointF(right, middleY), QPointF(left, middleY), QPointF(right, above),
                                      QPointF(left, above), QPointF(right, below), QPointF(left, below)})
            wanted.emplace_back(corner, words);
    }
    return best(wanted);
}

QRectF PaperLabels::placeAlong(const QSizeF& words, const QPointF& left, double longest, double otherSide) {
    constexpr double kStep = 4;
    std::vector<QRectF> wanted;
    const double last = std::max(0.0, longest - words.width());
    for (double along = 0; along <= last + kStep; along += kStep)
        for (const double aside : {0.0, otherSide})
            wanted.emplace_back(left + QPointF(std::min(along, last), aside), words);
    return best(wanted);
}

QRectF PaperLabels::onOnePage(QRectF words) const {
    double nearest = std::numeric_limits<double>::infinity();
    for (const QRectF& page : pages) {
        if (page.width() < words.width()) continue;
        const double by = std::clamp(words.left(), page.left(), page.right() - words.width()) - words.left();
        if (std::abs(by) < std::abs(nearest)) nearest = by;
    }
    if (std::isfinite(nearest)) words.translate(nearest, 0);
    return words;
}

} // namespace goodfold::draw
