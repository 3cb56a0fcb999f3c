// The formed part drawn for somebody else: three views and one from a corner, its dimensions, holes and
// bends, what is checked and between which limits.
#pragma once

#include "draw/check_sheet.h"
#include "quantity/length.h"
#include "sequence/settle.h"

#include <QByteArray>
#include <QPageSize>

namespace goodfold::draw {

enum class DrawingAs {
    Pdf, // one page where it fits, of a pair a page for each hand
    Svg, // the same, pages one under the other
    Dxf  // lines and words at the bracket's own size, so that the views can be measured
};

/// All three views at one scale, which is said. Limits are those within which the bolts go in, where it is
/// bolted to something.
QByteArray formedDrawing(DrawingAs as, const sequence::Settled& settled, const sequence::Settled* opposite,
                         const material::Material& material, QPageSize::PageSizeId paper,
                         const quantity::Reading& reading, const ShopBooks& shop = {});

} // namespace goodfold::draw
