#include "part/flat_overlap.h"

namespace goodfold::part {

namespace {

constexpr double kTouch = 1e-4; // mm: sums of the same lengths, and the end of a bow drawn by points

std::vector<FlatPiece> piecesOf(const Part& part) {
    std::vector<FlatPiece> pieces;
    for (const PartPlate& plate : part.plates)
        if (plate.length > 0 && plate.width > 0)
            pieces.push_back({Element::plate(plate.id), plate.shapeInFlat});
    for (const PartBend& bend : part.bends)
        if (bend.allowance > 0) pieces.push_back({Element::bend(bend.id), straight(bend.zoneInFlat)});
    return pieces;
}

/// What only touches, as each strip does the plates it stands between, shares nothing.
bool reachIntoEachOther(const Eigen::AlignedBox2d& a, const Eigen::AlignedBox2d& b) {
    return a.intersects(b) && (a.intersection(b).sizes().array() > kTouch).all();
}

} // namespace

std::vector<FlatOverlap> overlapsOf(const std::vector<FlatPiece>& pieces, size_t most) {
    std::vector<Eigen::AlignedBox2d> boxes;
    for (const FlatPiece& each : pieces)
        boxes.push_back(each.path.size() < 2 ? Eigen::AlignedBox2d() : boxOf(each.path));
    std::vector<FlatOverlap> overlaps;
    for (size_t i = 0; i < pieces.size(); ++i)
        for (size_t j = i + 1; j < pieces.size() && overlaps.size() < most; ++j)
            if (reachIntoEachOther(boxes[i], boxes[j]) && overlap(pieces[i].path, pieces[j].path, kTouch))
                overlaps.push_back({pieces[i].about, pieces[j].about});
    return overlaps;
}

std::vector<FlatOverlap> flatOverlaps(const Part& part, size_t most) {
    if (part.form == StockForm::Bar) return {};
    return overlapsOf(piecesOf(part), most);
}

} // namespace goodfold::part
