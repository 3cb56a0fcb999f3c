// What to read at the place, on paper: a sketch of it, and a line to write on for each reading.
#pragma once

#include "job/job.h"
#include "mount/solve.h"

#include <QByteArray>
#include <QPageSize>

namespace goodfold::draw {

/// One page or more. A job without a mount gets a page that says what to do first.
QByteArray measuringSheetPdf(const job::Job& job, const mount::Instruments& instruments,
                             QPageSize::PageSizeId paper);

} // namespace goodfold::draw
