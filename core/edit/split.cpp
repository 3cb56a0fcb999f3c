#include "edit/split.h"

#include <algorithm>
#include <cmath>

namespace goodfold::edit {

using namespace part;

namespace {

/// The row of rivets along the seam, counted from the seam's right end looking outward from the parent.
struct SeamRow {
    hardware::Rivet rivet;
    double inward; // from the parent's new free edge, which is the lap's outside
    double first;  // along the seam
    double pitch;
    int count;
    double lapLength;
};

/// A rivet about three times the sheet, two of its diameters from every edge, 40 mm apart at most.
std::optional<SeamRow> rowFor(const PartBend& bend, const hardware::Book& book) {
    const double t = bend.shape.thickness, seam = bend.to - bend.from;
    const hardware::Rivet* chosen = nullptr;
    for (const hardware::Rivet& rivet : book.rivets)
        if (!chosen || std::abs(rivet.diameter - 3 * t) < std::abs(chosen->diameter - 3 * t)) chosen = &rivet;
    if (!chosen) return {};
    constexpr double kEdge = 2, kMostPitch = 40;
    const double edge = std::ceil(kEdge * chosen->hole), room = seam - 2 * edge;
    if (room < 0) return {};
    SeamRow row{*chosen, 0, edge, 0, 1 + static_cast<int>(std::ceil(room / kMostPitch)), 0};
    row.count = std::max(row.count, room >= 3 * chosen->diameter ? 2 : 1);
    row.pitch = row.count > 1 ? room / (row.count - 1) : 0;
    row.inward = std::ceil(bend.outsideSetback + chosen->headDiameter / 2 + 1);
    row.lapLength = row.inward + edge;
    return row;
}

std::vector<std::string> hangingOn(const Job& job, const std::string& plate) {
    std::vector<std::string> all{plate};
    for (size_t i = 0; i < all.size(); ++i)
        for (const Bend& bend : job.bends)
            if (bend.from == all[i]) all.push_back(bend.to);
    return all;
}

bool holds(const std::vector<std::string>& names, const std::string& name) {
    return std::find(names.begin(), names.end(), name) != names.end();
}

Hole rivetHole(const Job& job, const SeamRow& row) {
    Hole hole;
    hole.diameter = row.rivet.hole;
    hole.fastener = Fastener{Fastener::Use::Rivet, row.rivet.size};
    hole.fastener->head = Fastener::Head::Pan;
    hole.fastener->clamps = job.thickness;
    if (row.count > 1) hole.pattern = Pattern{Pattern::Kind::Row, row.count, 2, row.pitch};
    return hole;
}

/// Puts a hole where it belongs in its plate's frame, whatever its x and y count from.
void placeAt(Job& job, const material::Material& material, const std::string& id, const Vec2& wanted) {
    const Part part = solve(job, material);
    const PartHole& hole = part.holes[static_cast<size_t>(part.holeIndex(id))];
    const Vec2 now = part.plates[static_cast<size_t>(hole.plate)].flatFromPlate.inverse() * hole.centreInFlat;
    Hole& own = *job.findHole(id);
    own.x += (own.xFrom == Hole::XFrom::End ? -1 : 1) * (wanted.x() - now.x());
    own.y += (own.yFrom == Hole::YFrom::Left ? -1 : 1) * (wanted.y() - now.y());
}

/// The parent without the flange, its edge moved out to the flange's outer face.
Result<Job> firstPart(const Job& job, const Part& before, const material::Material& material,
                      const PartBend& bend, const SeamRow& row) {
    const auto taken = without(job, Element::bend(bend.id));
    if (!taken) return taken.error();
    Job first = taken->job;
    const PartPlate& parent = before.plates[static_cast<size_t>(bend.parent)];
    Plate& plate = *first.findPlate(parent.id);
    const bool atEnd = bend.edge == Edge::End || bend.edge == Edge::Start;
    const Part now = solve(first, material);
    const PartPlate& there = now.plates[static_cast<size_t>(now.plateIndex(parent.id))];
    if (atEnd)
        plate.length += parent.length + bend.outsideSetback - there.length;
    else {
        const Bend* own = first.bendTo(parent.id);
        const double wider = parent.width + bend.outsideSetback - there.width;
        if (!plate.width) plate.width = now.bends[static_cast<size_t>(there.parentBend)].edgeLength;
        *plate.width += wider;
        if (own && bend.edge == Edge::Right) first.findBend(own->id)->offset -= wider;
    }
    const auto added = withHole(first, parent.id, rivetHole(first, row));
    if (!added) return added.error();
    first = added->job;
    Hole& hole = *first.findHole(added->about.id);
    hole.yFrom = bend.edge == Edge::Left ? Hole::YFrom::Left : Hole::YFrom::Right;
    const Part wide = solve(first, material);
    const PartPlate& grown = wide.plates[static_cast<size_t>(wide.plateIndex(parent.id))];
    const Segment edge = grown.edgeInFlat(bend.edge);
    const Vec2 along = (edge.to - edge.from).normalized(), inward(-along.y(), along.x());
    const Pose2 plateFromFlat = grown.flatFromPlate.inverse();
    // What stood at the edge's right end has moved with a side that grew; the seam has not.
    const Vec2 seam = parent.edgeInFlat(bend.edge).from + bend.from * along;
    const Vec2 onEdge = edge.from + (seam - edge.from).dot(along) * along;
    placeAt(first, material, hole.id, plateFromFlat * Vec2(onEdge + row.first * along + row.inward * inward));
    const Vec2 way = plateFromFlat.linear() * along;
    Hole& placed = *first.findHole(added->about.id);
    if (placed.pattern) placed.pattern->angleDeg = degrees(std::atan2(way.y(), way.x()));
    return first;
}

/// What hung on the bend, its first plate the root, with the lap at its start.
Result<Job> secondPart(const Job& job, const Part& before, const material::Material& material,
                       const PartBend& bend, const SeamRow& row) {
    const PartPlate& child = before.plates[static_cast<size_t>(bend.child)];
    const auto mine = hangingOn(job, child.id);
    Job second = job;
    second.title = job.title + ", " + child.id;
    second.load.reset();
    std::erase_if(second.plates, [&](const Plate& plate) { return !holds(mine, plate.id); });
    std::erase_if(second.bends, [&](const Bend& b) { return !holds(mine, b.from); });
    second.tidyBendOrder();
    Plate& root = *second.findPlate(child.id);
    std::swap(root, second.plates.front());
    Plate& first = second.plates.front();
    first.width = child.width;
    const Bend* own = job.bendTo(child.id);
    Bend lapBend = *own;
    lapBend.from = child.id;
    lapBend.edge = Edge::Start;
    lapBend.offset = 0;
    for (int n = 1; lapBend.to == child.id || second.findPlate(lapBend.to) || job.findPlate(lapBend.to); ++n)
        lapBend.to = "Lap" + (n == 1 ? std::string() : std::to_string(n));
    Plate lap;
    lap.id = lapBend.to;
    lap.length = row.lapLength;
    second.plates.push_back(lap);
    second.bends.insert(second.bends.begin(), lapBend);
    second.dimensionTo = job.dimensionTo;
    if (auto wrong = whatIsWrong(second)) return *std::move(wrong);
    // It stands on the parent's inner face now.
    const Part now = solve(second, material);
    second.plates.front().length += child.length - job.thickness / std::sin(radians(bend.shape.angleDeg)) -
                                    now.plates[static_cast<size_t>(now.root)].length;
    const auto added = withHole(second, lap.id, rivetHole(job, row));
    if (!added) return added.error();
    second = added->job;
    const Part lapped = solve(second, material);
    const PartPlate& there = lapped.plates[static_cast<size_t>(lapped.plateIndex(lap.id))];
    // The lap looks back along the parent: what was at the right of the seam is at its left.
    placeAt(second, material, added->about.id,
            {row.inward - bend.outsideSetback, there.width - bend.shoulderRight - row.first});
    if (Hole& hole = *second.findHole(added->about.id); hole.pattern) hole.pattern->angleDeg = -90;
    return second;
}

} // namespace

Result<SplitJob> splitAt(const Job& job, const material::Material& material, const hardware::Book& book,
                         const std::string& id) {
    const Bend* own = job.findBend(id);
    if (!own || job.stock.form != StockForm::Sheet || job.isDriven(*own))
        return Error{"Only a plain bend of a sheet can be split.", {}};
    const Part before = solve(job, material);
    const PartBend& bend = before.bends[static_cast<size_t>(before.bendIndex(id))];
    constexpr double kFlattest = 30, kSteepest = 150; // beyond them there is no corner for a lap
    if (bend.shape.angleDeg < kFlattest || bend.shape.angleDeg > kSteepest)
        return Error{"Bend " + id + " is too flat or too sharp for a lap.", {}};
    const auto row = rowFor(bend, book);
    if (!row) return Error{"The seam at bend " + id + " is too short for a rivet.", {}};
    auto first = firstPart(job, before, material, bend, *row);
    if (!first) return first.error();
    auto second = secondPart(job, before, material, bend, *row);
    if (!second) return second.error();
    for (const Job* made : {&*first, &*second})
        if (auto wrong = whatIsWrong(*made)) return *std::move(wrong);
    return SplitJob{*std::move(first), *std::move(second)};
}

} // namespace goodfold::edit
