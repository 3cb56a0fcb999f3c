// The job sheet: the blank with its marks, then a block for each step with its picture, for the bench.
#pragma once

#include "check/finding.h"
#include "sequence/settle.h"

#include <QByteArray>
#include <QPageSize>

namespace goodfold::draw {

/// PDF. Page one: the blank, its running dimensions and the line for every step in the order they are made.
/// Then the steps, each with its picture at the end of its swing (vector), what to do, what to check, with a
/// box to tick, and what to mind. The opposite hand of a pair follows from a new page, each page naming its
/// hand. Last what to have to hand, as the findings name it. Both must have a plan.
QByteArray jobSheetPdf(const sequence::Settled& settled, const sequence::Settled* opposite,
                       const material::Material& material, const std::vector<check::Finding>& findings,
                       QPageSize::PageSizeId paper, const quantity::Reading& reading);

} // namespace goodfold::draw
