// The full-size template: lay it on the stock, or under it, and scribe through.
#pragma once

#include "part/part.h"

#include <QByteArray>
#include <QPageSize>
#include <QPagedPaintDevice>
#include <QString>

namespace goodfold::draw {

/// The bar or sheet it is made of, in the job's units.
QString stockInWords(const job::Job& job, const material::Material& material);

/// PDF at 100 %, with check bars of 100 mm and 4 inches, toward and away fold lines told apart by dash and by
/// word, full lines to set in the tools where those are planned, hole crosses, the datum end, title, stock
/// and hand, and registration crosses where pages overlap. Where the job wants the opposite hand too, its
/// pages follow. Lengths are written as `reading` shows them.
QByteArray templatePdf(const job::Job& job, const part::Part& part, const material::Material& material,
                       QPageSize::PageSizeId paper, const quantity::Reading& reading);

/// The same on any paged device that stands at its full page: a printer, a preview. `paper` in mm, upright.
void paintTemplate(QPagedPaintDevice& device, const job::Job& job, const part::Part& part,
                   const material::Material& material, const QSizeF& paper, const quantity::Reading& reading);

} // namespace goodfold::draw
