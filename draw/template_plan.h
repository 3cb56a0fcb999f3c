// How a full-size template lies on sheets of paper: over as many pages as it takes, overlapping.
#pragma once

#include <QRectF>

#include <vector>

namespace goodfold::draw {

/// Millimetres throughout. Content is the rectangle that has to appear, in its own coordinates, turned where
/// the plan says so.
struct TemplatePlan {
    QSizeF page; // as it lies
    bool landscape;
    bool turned;   // the content lies a quarter turn round: its x up the page
    QRectF window; // where content shows on each page
    double overlap;
    int columns, rows;

    int pages() const { return columns * rows; }
    /// The part of the content that page `index` shows (row by row), window-sized.
    QRectF shown(int index) const;
    /// The same in the coordinates of content that is not turned; `content` is its size.
    QRectF shownOf(int index, const QSizeF& content) const;
    /// Content x of the middle of each overlap between columns; y likewise between rows.
    std::vector<double> seamsX() const;
    std::vector<double> seamsY() const;
};

/// The way round of page and content that takes fewest pages; upright and unturned where more take as few.
/// `paper` is upright.
TemplatePlan planTemplate(const QSizeF& content, const QSizeF& paper);

} // namespace goodfold::draw
