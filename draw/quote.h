// What a customer is told: the bracket, how many, and what they cost. Nothing of minutes, rates or margin.
#pragma once

#include "cost/estimate.h"
#include "material/material.h"

#include <QByteArray>
#include <QPageSize>

namespace goodfold::draw {

/// "12.50 EUR", in the reader's own digits; of a shop that names no currency that of the reader's country.
QString money(double amount, const cost::Rates& rates);

/// Refused where the book does not say what an hour and a kilogram of the metal cost.
Result<QByteArray> quotePdf(const sequence::Settled& settled, const material::Material& material,
                            const cost::WorkBook& work, QPageSize::PageSizeId paper,
                            const quantity::Reading& reading);

} // namespace goodfold::draw
