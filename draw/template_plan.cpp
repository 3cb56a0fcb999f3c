#include "draw/template_plan.h"

#include <cmath>
#include <utility>

namespace goodfold::draw {

namespace {

constexpr double kMargin = 10; // printers leave up to 6 mm blank
constexpr double kHead = 30;   // title above
constexpr double kFoot = 26;   // check bars below
constexpr double kOverlap = 15;

int pagesFor(double length, double window) {
    if (length <= window) return 1;
    return 1 + static_cast<int>(std::ceil((length - window) / (window - kOverlap) - 1e-9));
}

TemplatePlan planned(const QSizeF& asIs, const QSizeF& page, bool landscape, bool turned) {
    const QSizeF content = turned ? asIs.transposed() : asIs;
    const QRectF window(kMargin, kMargin + kHead, page.width() - 2 * kMargin,
                        page.height() - 2 * kMargin - kHead - kFoot);
    return {page,
            landscape,
            turned,
            window,
            kOverlap,
            pagesFor(content.width(), window.width()),
            pagesFor(content.height(), window.height())};
}

std::vector<double> seams(int count, double window, double overlap) {
    std::vector<double> at;
    for (int i = 1; i < count; ++i)
        at.push_back(i * (window - overlap) + overlap / 2);
    return at;
}

} // namespace

QRectF TemplatePlan::shown(int index) const {
    const int column = index % columns, row = index / columns;
    return {QPointF(column * (window.width() - overlap), row * (window.height() - overlap)), window.size()};
}

QRectF TemplatePlan::shownOf(int index, const QSizeF& content) const {
    const QRectF page = shown(index);
    if (!turned) return page;
    return {QPointF(content.width() - page.bottom(), page.left()), page.size().transposed()};
}

std::vector<double> TemplatePlan::seamsX() const {
    return seams(columns, window.width(), overlap);
}
std::vector<double> TemplatePlan::seamsY() const {
    return seams(rows, window.height(), overlap);
}

TemplatePlan planTemplate(const QSizeF& content, const QSizeF& paper) {
    TemplatePlan best = planned(content, paper, false, false);
    for (const auto& [landscape, turned] : {std::pair{true, false}, {false, true}, {true, true}}) {
        const TemplatePlan other =
            planned(content, landscape ? paper.transposed() : paper, landscape, turned);
        if (other.pages() < best.pages()) best = other;
    }
    return best;
}

} // namespace goodfold::draw
