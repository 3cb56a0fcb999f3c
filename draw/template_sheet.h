// The full-size template: lay it on the stock, or under it, and scribe through.
#pragma once

#include "draw/template_plan.h"
#include "part/part.h"

#include <QIODevice>
#include <QString>

namespace goodfold::draw {

/// What stands in the title besides the drawing.
struct TemplateTitle {
    QString title, stock, hand;
};

struct TemplateJob {
    const part::Part& part;
    TemplateTitle title;
};

/// Title lines for a job; `isOpposite` names the other hand.
TemplateTitle titleOf(const part::Job& job, const material::Material& material, bool isOpposite);

/// PDF at 100 %: each job on its own pages, with check bars of 100 mm and 4 inches, toward and away fold
/// lines told apart by dash and by word, hole crosses, the datum end, and registration crosses where pages
/// overlap. Lengths are written as `reading` shows them. False where the device fails.
bool writeTemplatePdf(QIODevice& device, const std::vector<TemplateJob>& jobs, QPageSize::PageSizeId paper,
                      const quantity::Reading& reading);

} // namespace goodfold::draw
