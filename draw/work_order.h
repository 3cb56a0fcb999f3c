// All that is done for a batch on one list: stock, tools, each operation with how often and how long, and
// room to tick it off. The job sheet goes with it, step by step.
#pragma once

#include "cost/estimate.h"
#include "material/material.h"
#include "stock/shopping.h"

#include <QByteArray>
#include <QPageSize>

namespace goodfold::draw {

QByteArray workOrderPdf(const sequence::Settled& settled, const material::Material& material,
                        const cost::WorkBook& work, const std::vector<check::Needed>& fasteners,
                        QPageSize::PageSizeId paper, const quantity::Reading& reading);

} // namespace goodfold::draw
