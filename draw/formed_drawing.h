// The formed part drawn for somebody else: three views and one from a corner, its dimensions, holes and
// bends, what is checked and between which limits.
#pragma once

#include "draw/check_sheet.h"
#include "quantity/length.h"
#include "sequence/settle.h"

#include <QByteArray>
#include <QPageSize>

namespace goodfold::draw {

/// One page where it fits, of a pair a page for each hand. All three views at one scale, which is said.
/// Limits are those within which the bolts go in, where it is bolted to something.
QByteArray formedDrawingPdf(const sequence::Settled& settled, const sequence::Settled* opposite,
                            const material::Material& material, QPageSize::PageSizeId paper,
                            const quantity::Reading& reading, const ShopBooks& shop = {});

} // namespace goodfold::draw
