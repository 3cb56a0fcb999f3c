// A drawing at full size, over as many pages as it takes: check bars, what it is, and crosses where pages
// meet.
#pragma once

#include "draw/template_plan.h"

#include <QByteArray>
#include <QPageSize>
#include <QPagedPaintDevice>
#include <QPainter>
#include <QStringList>

#include <functional>

namespace goodfold::draw {

/// Millimetres throughout.
struct FullSize {
    QString title, hand;
    QString stock;      // or what it is made of
    QString says;       // how long and wide, and which side it shows
    QString before;     // what a rule is laid on the bars before
    QStringList legend; // beside the bars, on every page
    QSizeF size;
    /// With a painter whose unit is a millimetre; `pages` is what of it each page shows.
    std::function<void(QPainter& painter, const std::vector<QRectF>& pages)> paint;
};

/// On any paged device that stands at its full page: a printer, a preview. `paper` in mm, upright.
void paintFullSize(QPagedPaintDevice& device, const std::vector<FullSize>& drawings, const QSizeF& paper);

/// PDF at 100 %.
QByteArray fullSizePdf(const QString& title, const std::vector<FullSize>& drawings,
                       QPageSize::PageSizeId paper);

} // namespace goodfold::draw
