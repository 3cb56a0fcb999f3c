// The final check on paper: what to measure on each finished piece, between which limits its bolts go in, and
// a box to write in, piece by piece and hand by hand.
#pragma once

#include "bench/accept.h"
#include "hardware/hardware.h"
#include "lineup/book.h"
#include "quantity/length.h"
#include "sequence/settle.h"

#include <QByteArray>
#include <QPageSize>

namespace goodfold::draw {

/// The shop's own, where it has them.
struct ShopBooks {
    const lineup::ErrorBook& errors = lineup::standardErrors();
    const hardware::Book& hardware = hardware::standardBook();
};

/// What is checked of one hand and between which limits; or why there are none.
Result<std::vector<bench::Accept>> limitsOf(const sequence::Settled& settled,
                                            const material::Material& material, bool isOpposite,
                                            const ShopBooks& shop);

/// Of the whole batch; `opposite` of a pair, or null. A part in which nothing has to line up gets its angles
/// and a sentence.
QByteArray checkSheetPdf(const sequence::Settled& settled, const sequence::Settled* opposite,
                         const material::Material& material, QPageSize::PageSizeId paper,
                         const quantity::Reading& reading, const ShopBooks& shop);

} // namespace goodfold::draw
