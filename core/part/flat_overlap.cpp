#include "part/flat_overlap.h"

namespace goodfold::part {

namespace {

constexpr double kTouch = 1e-4; // mm: sums of the same lengths, and the end of a bow drawn by points

struct Piece {
    Element about;
    Path path;
    Eigen::AlignedBox2d box;
};

std::vector<Piece> piecesOf(const Part& part) {
    std::vector<Piece> pieces;
    const auto add = [&](const Element& about, Path path) {
        if (path.size() >= 2) pieces.push_back({about, path, boxOf(path)});
    };
    for (const PartPlate& plate : part.plates)
        if (plate.length > 0 && plate.width > 0) add(Element::plate(plate.id), plate.shapeInFlat);
    for (const PartBend& bend : part.bends)
        if (bend.allowance > 0) add(Element::bend(bend.id), straight(bend.zoneInFlat));
    return pieces;
}

} // namespace

std::vector<FlatOverlap> flatOverlaps(const Part& part, size_t most) {
    std::vector<FlatOverlap> overlaps;
    if (part.form == StockForm::Bar) return overlaps;
    const std::vector<Piece> pieces = piecesOf(part);
    for (size_t i = 0; i < pieces.size(); ++i)
        for (size_t j = i + 1; j < pieces.size() && overlaps.size() < most; ++j)
            if (pieces[i].box.intersects(pieces[j].box) && overlap(pieces[i].path, pieces[j].path, kTouch))
                overlaps.push_back({pieces[i].about, pieces[j].about});
    return overlaps;
}

} // namespace goodfold::part
