#include "lineup/dimensions.h"

#include <algorithm>
#include <array>

namespace goodfold::lineup {

using What = Dimension::What;

std::string nameOf(const Dimension& dimension) {
    constexpr std::array names{".x", ".y", ".pitch", ".length", ".angle", ".skew"};
    return dimension.of + names[static_cast<size_t>(dimension.what)];
}

double& figureIn(job::Job& job, const Dimension& dimension) {
    switch (dimension.what) {
    case What::HoleAlong:
        return job.findHole(dimension.of)->x;
    case What::HoleAcross:
        return job.findHole(dimension.of)->y;
    case What::Pitch:
        return job.findHole(dimension.of)->pattern->pitch;
    case What::Length:
        return job.findPlate(dimension.of)->length;
    case What::Angle:
        return job.findBend(dimension.of)->angleDeg;
    case What::Skew:
        break;
    }
    return job.findBend(dimension.of)->skewDeg;
}

double figureOf(job::Job job, const Dimension& dimension) {
    return figureIn(job, dimension);
}

std::map<std::string, Vec2> placesOnBlank(const job::Job& job, const part::Part& part) {
    std::map<std::string, Vec2> places;
    for (const part::PartHole& hole : part.holes)
        if (hole.id == hole.source && job.findHole(hole.id)->isThere) places[hole.id] = hole.centreInFlat;
    return places;
}

job::Job keptOnBlank(job::Job job, const std::map<std::string, Vec2>& places,
                     const material::Material& material) {
    if (places.empty()) return job;
    const part::Part part = part::solve(job, material);
    std::map<std::string, Vec2> byInPlate; // how far each has to go
    for (const auto& [id, place] : places) {
        const part::PartHole& hole = part.holes[static_cast<size_t>(part.holeIndex(id))];
        const Pose2& flatFromPlate = part.plates[static_cast<size_t>(hole.plate)].flatFromPlate;
        byInPlate[id] = flatFromPlate.linear().transpose() * (place - hole.centreInFlat);
    }
    for (const auto& [id, by] : byInPlate) {
        using XFrom = job::Hole::XFrom;
        job::Hole& own = *job.findHole(id);
        const auto from = byInPlate.find(own.xFromHole);
        const bool goesAlong = own.xFrom == XFrom::Hole && from != byInPlate.end();
        own.x += (own.xFrom == XFrom::End ? -1 : 1) * (by.x() - (goesAlong ? from->second.x() : 0));
        own.y += own.yFrom == job::Hole::YFrom::Left ? -by.y() : by.y();
    }
    return job;
}

Limits widestLimitsOf(const Dimension& dimension) {
    constexpr double kFar = 5000;
    switch (dimension.what) {
    case What::Length:
    case What::Pitch:
        return {1, kFar};
    case What::Angle:
        return {1, 149};
    case What::Skew:
        return {-45, 45};
    default:
        return {-kFar, kFar};
    }
}

Limits limitsOf(const Dimension& dimension, const job::Job& job, const Held& held) {
    Limits limits = widestLimitsOf(dimension);
    const double now = figureOf(job, dimension);
    const auto told = job.mayChange.find(nameOf(dimension));
    const job::MayChange may = told == job.mayChange.end() ? job::MayChange{} : told->second;
    if (may.stays || held.contains(dimension.of) || held.contains(nameOf(dimension))) return {now, now};
    if (may.least) limits.least = std::max(limits.least, *may.least);
    if (may.most) limits.most = std::min(limits.most, *may.most);
    return limits;
}

std::vector<std::vector<Dimension>> kindsOf(const job::Job& job) {
    std::vector<std::vector<Dimension>> kinds(4);
    std::set<std::string> seen;
    for (const job::Tie& tie : job.ties) {
        const std::string maker = job::holeThatMakes(tie.hole);
        if (!seen.insert(maker).second || job.findHole(maker)->isThere) continue;
        kinds[0].push_back({What::HoleAlong, maker});
        kinds[0].push_back({What::HoleAcross, maker});
        const job::Hole& hole = *job.findHole(maker);
        if (hole.pattern && hole.pattern->kind == job::Pattern::Kind::Row)
            kinds[0].push_back({What::Pitch, maker});
    }
    for (const job::Plate& plate : job.plates)
        if (!plate.joggle && !job::isBesideWrap(job, plate)) kinds[1].push_back({What::Length, plate.id});
    for (const job::Bend& bend : job.bends) {
        const bool isOwn = !bend.wrap && !job.findPlate(bend.from)->joggle && !job.findPlate(bend.to)->joggle;
        if (!isOwn || bend.angleDeg >= widestLimitsOf({What::Angle, bend.id}).most) continue;
        kinds[2].push_back({What::Angle, bend.id});
        if (job.stock.form == job::StockForm::Bar) kinds[3].push_back({What::Skew, bend.id});
    }
    return kinds;
}

} // namespace goodfold::lineup
