#include "lineup/strip.h"

#include <algorithm>

namespace goodfold::lineup {

namespace {

using job::Hole;

bool canLieOtherwise(const Hole& hole) {
    return !hole.pattern && (hole.kind == Hole::Kind::Round || hole.kind == Hole::Kind::Slot);
}

/// What is cut there, under the name and the place of the hole that it is now.
Hole withShapeOf(const Hole& own, const Hole& there, Laid laid) {
    Hole made = there;
    made.id = own.id;
    made.x = own.x;
    made.xFrom = own.xFrom;
    made.xFromHole = own.xFromHole;
    made.y = own.y;
    made.yFrom = own.yFrom;
    made.fastener = own.fastener;
    if (laid != Laid::EndForEnd) { // its other side is up
        made.angleDeg = -made.angleDeg;
        if (made.countersink) made.countersink->onBack = !made.countersink->onBack;
    }
    return made;
}

} // namespace

std::optional<job::Job> laidOtherwise(const job::Job& job, const part::Part& part,
                                      const material::Material& material, Laid laid) {
    const std::map<std::string, Vec2> places = placesOnBlank(job, part);
    if (laid == Laid::AsDrawn || places.empty() || job.stock.form != job::StockForm::Bar) return {};
    struct There {
        std::string id;
        Vec2 at;
    };
    std::vector<There> was, is;
    const double length = job.stock.onHand.value_or(part.blank.length);
    const Vec2 low = part.blank.corner, high = low + Vec2(length, part.blank.width);
    for (const auto& [id, at] : places) {
        if (!canLieOtherwise(*job.findHole(id))) return {};
        was.push_back({id, at});
        const bool isReversed = laid != Laid::TurnedOver, isMirrored = laid != Laid::Both;
        is.push_back({id,
                      {isReversed ? low.x() + high.x() - at.x() : at.x(),
                       isMirrored ? low.y() + high.y() - at.y() : at.y()}});
    }
    const auto along = [](const There& a, const There& b) { return a.at.x() < b.at.x(); };
    std::stable_sort(was.begin(), was.end(), along);
    std::stable_sort(is.begin(), is.end(), along);
    job::Job made = job;
    std::map<std::string, Vec2> onBlank;
    for (size_t i = 0; i < was.size(); ++i) {
        *made.findHole(was[i].id) = withShapeOf(*job.findHole(was[i].id), *job.findHole(is[i].id), laid);
        onBlank[was[i].id] = is[i].at;
    }
    return keptOnBlank(std::move(made), onBlank, material);
}

std::string inWords(Laid laid) {
    switch (laid) {
    case Laid::AsDrawn:
        return {};
    case Laid::EndForEnd:
        return "with the strip turned end for end";
    case Laid::TurnedOver:
        return "with the strip turned over";
    case Laid::Both:
        return "with the strip turned end for end and over";
    }
    return {};
}

} // namespace goodfold::lineup
