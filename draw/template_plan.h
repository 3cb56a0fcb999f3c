// How a full-size template lies on sheets of paper: over as many pages as it takes, overlapping.
#pragma once

#include <QPageSize>
#include <QRectF>

#include <vector>

namespace goodfold::draw {

/// Millimetres throughout. Content is the rectangle that has to appear, in its own coordinates.
struct TemplatePlan {
    QSizeF page; // as it lies
    bool landscape;
    QRectF window; // where content shows on each page
    double overlap;
    int columns, rows;

    int pages() const { return columns * rows; }
    /// The part of the content that page `index` shows (row by row), window-sized.
    QRectF shown(int index) const;
    /// Content x of the middle of each overlap between columns; y likewise between rows.
    std::vector<double> seamsX() const;
    std::vector<double> seamsY() const;
};

/// The way round that takes fewer pages; upright where both take the same.
TemplatePlan planTemplate(const QSizeF& content, QPageSize::PageSizeId paper);

} // namespace goodfold::draw
