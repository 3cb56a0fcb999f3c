// Words beside what they name on paper: none over another, none cut at the edge of a page.
#pragma once

#include <QLineF>
#include <QRectF>

#include <vector>

namespace goodfold::draw {

class PaperLabels {
public:
    /// What each page shows, in the drawing's millimetres: a label has to stand wholly on one.
    explicit PaperLabels(std::vector<QRectF> pages) : pages(std::move(pages)) {}

    /// Room that no words may take.
    void keepFree(const QRectF& room) { taken.push_back(room); }
    /// Lines that words should rather not cross.
    void keepOff(const QLineF& line);
    /// Where words of this size stand best beside `about`, as near as they can; their room is taken then.
    QRectF place(const QSizeF& words, const QRectF& about);
    /// The same for words that stand on a line of their own, from `left` on where that will do.
    QRectF placeAlong(const QSizeF& words, const QPointF& left, double longest, double otherSide);
    /// Words at this height, moved along only as far as it takes to stand wholly on a page.
    QRectF onOnePage(QRectF words) const;

private:
    double cost(const QRectF& words) const;
    QRectF best(const std::vector<QRectF>& wanted);

    std::vector<QRectF> pages, taken;
};

} // namespace goodfold::draw
