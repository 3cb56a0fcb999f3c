// The bracket tried in paper or card before any metal is cut: printed at full size, cut out, folded, held at
// the place.
#pragma once

#include "material/material.h"
#include "part/paper_flat.h"
#include "quantity/length.h"

#include <QByteArray>
#include <QPageSize>

namespace goodfold::draw {

/// PDF at 100 %: what is cut, folds toward and away from you told apart by dash and by word, legs lettered,
/// holes to prick through, tabs to glue where flanges meet. Where the job wants the opposite hand too, its
/// pages follow.
QByteArray paperTrialPdf(const job::Job& job, const part::Part& part, const material::Material& material,
                         QPageSize::PageSizeId paper, const quantity::Reading& reading);

} // namespace goodfold::draw
