// What to buy for a batch and how it is cut, on paper: a list to take to the merchant, and each bar and sheet
// drawn with what comes out of it.
#pragma once

#include "stock/shopping.h"

#include <QByteArray>
#include <QPageSize>
#include <QPainterPath>

namespace goodfold::draw {

struct Buying {
    std::string title;
    std::vector<stock::Purchase> list;
    stock::BatchCut cut, beyond; // from what is on the rack, and from what is bought to it
};

/// Of jobs that are made together, from stock as it is sold. An error says what cannot be cut.
Result<Buying> buyingFor(const std::string& title, const std::vector<stock::Shopped>& jobs,
                         const stock::Rack& rack, const stock::Cutting& how,
                         const quantity::Reading& reading);

/// One of its sheets with all blanks on it, so many times as large: its lower left corner at `origin`.
QPainterPath sheetOutlines(const stock::SectionNest& cut, const stock::NestedSheet& sheet,
                           const QPointF& origin, double scale);

QByteArray buyingSheetPdf(const Buying& buying, QPageSize::PageSizeId paper,
                          const quantity::Reading& reading);

} // namespace goodfold::draw
