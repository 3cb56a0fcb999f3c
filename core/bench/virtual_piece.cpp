#include "bench/virtual_piece.h"

#include "bench/layers.h"
#include "lineup/workshop.h"

#include <algorithm>
#include <utility>

namespace goodfold::bench {

namespace {

/// What the same shop's pieces share.
bool isShared(const lineup::Source& source) {
    using enum lineup::SourceKind;
    return (source.kind == Radius && !source.isOwn) || source.kind == ToolOffset || source.kind == Thickness;
}

double reckonedSpringback(const Work& work, size_t bend) {
    const auto& steps = work.settled.outcome.plan->steps;
    const auto step = std::find_if(steps.begin(), steps.end(), [&](const sequence::Step& each) {
        return each.operation.bend == static_cast<int>(bend);
    });
    return step->operation.setup.loadedAngleDeg - step->operation.setup.restsAtDeg;
}

} // namespace

VirtualShop virtualShop(const Work& work, Random& random) {
    VirtualShop shop;
    const lineup::Making& making = work.making;
    lineup::Draws draws(making);
    shop.shared = Eigen::VectorXd::Zero(draws.normals());
    Eigen::Index number = 0;
    bool isByStop = false;
    for (size_t i = 0; i < making.sources.size(); ++i) {
        const lineup::Source& source = making.sources[i];
        const int count = draws.normalsOfSources()[i];
        if (isShared(source))
            for (int j = 0; j < count; ++j)
                shop.shared[number + j] = random();
        isByStop = isByStop || (source.kind == lineup::SourceKind::Springback && !source.isChecked);
        number += count;
    }
    shop.metal = draws.errorsOfNone();
    constexpr double kBatch = 0.1; // of either
    const double batchK = 1 + random(kBatch), batchSpring = 1 + random(kBatch);
    shop.off = draws.errorsBy(shop.shared.data());
    shop.truth.thickness = making.part.thickness + shop.off.thickness;
    const double width = making.job.stock.form == job::StockForm::Bar ? making.job.stock.width : 0;
    constexpr double kNarrow = 8; // widths in thicknesses; broader is bent as sheet is
    for (size_t i = 0; i < making.part.bends.size(); ++i) {
        const part::PartBend& bend = making.part.bends[i];
        const double radius = std::max(0.1, bend.shape.insideRadius + shop.off.bends[i].radius);
        const bool isWide = width == 0 || width > kNarrow * shop.truth.thickness;
        const LayeredBend layered = layeredBend(work.material, radius, shop.truth.thickness, isWide);
        const double k = layered.k * batchK;
        const double springs = layered.springbackDeg * batchSpring * bend.shape.angleDeg / 90;
        shop.truth.k[bend.id] = k;
        shop.truth.springbackDeg[bend.id] = springs;
        shop.metal.bends[i].k = k - bend.k;
        shop.metal.bends[i].sprungDeg = reckonedSpringback(work, i) - springs;
        if (isByStop) shop.metal.bends[i].angleDeg = shop.metal.bends[i].sprungDeg;
    }
    return shop;
}

VirtualPiece::VirtualPiece(const Work& work, const VirtualShop& shop, Random& random)
    : making(work.making), numbers(shop.shared), isBent(work.making.part.bends.size(), false) {
    lineup::Draws draws(work.making);
    Eigen::Index number = 0;
    for (size_t i = 0; i < making.sources.size(); ++i) {
        const lineup::Source& source = making.sources[i];
        const bool isOwn = !isShared(source) && source.kind != lineup::SourceKind::K &&
                           source.kind != lineup::SourceKind::Springback;
        for (int j = 0; j < draws.normalsOfSources()[i]; ++j, ++number)
            if (isOwn) numbers[number] = random();
    }
    for (const part::PartBend& bend : making.part.bends)
        wantedDeg.push_back(bend.shape.angleDeg);
    making.inWork.emplace();
    making.inWork->chosen = shop.metal;
    piece.emplace(making, *work.settled.outcome.plan);
}

void VirtualPiece::bendAll() {
    isBent.assign(isBent.size(), true);
}

void VirtualPiece::take(const Entry& entry, Random& random) {
    using Kind = Entry::Kind;
    constexpr double kNudged = 0.5; // degrees: how well one comes out
    lineup::Errors& chosen = making.inWork->chosen;
    const part::Part& part = making.part;
    if (entry.kind == Kind::Shim) chosen.shim = entry.value;
    if (entry.of.empty()) return;
    const int bend = part.bendIndex(entry.of[0]), hole = part.holeIndex(entry.of[0]);
    const auto b = static_cast<size_t>(bend);
    if (hole >= 0 && entry.kind == Kind::HoleTo) chosen.holes[static_cast<size_t>(hole)] = entry.by;
    if (hole >= 0 && entry.kind == Kind::Filed) chosen.filed[static_cast<size_t>(hole)] += entry.by;
    if (bend < 0) return;
    if (entry.kind == Kind::Done || entry.kind == Kind::Angle || entry.kind == Kind::Pushed) isBent[b] = true;
    if (entry.kind == Kind::LineTo) {
        // The piece's own line stays as it is scribed and set; what is planned moves.
        const double now = piece->plannedLine(bend) + chosen.bends[b].scribed / piece->acrossPerRead(bend);
        const double by = (entry.value - now) * piece->acrossPerRead(bend);
        chosen.bends[b].line += by;
        chosen.bends[b].scribed += by;
    }
    if (entry.kind != Kind::AngleTo) return;
    if (!isBent[b]) {
        chosen.bends[b].angleDeg += entry.value - std::exchange(wantedDeg[b], entry.value);
        return;
    }
    const double stands = piece->reads({.kind = Kind::Angle, .of = {entry.of[0]}}, isBent, numbers);
    chosen.bends[b].angleDeg += entry.value - stands + random(kNudged);
}

std::optional<double> VirtualPiece::reads(const Entry& entry) {
    if (piece->whyNot(entry, isBent)) return {};
    return piece->reads(entry, isBent, numbers);
}

lineup::Fitting VirtualPiece::fitted() {
    lineup::Workshop workshop(making);
    workshop.make(numbers.data());
    return workshop.fitted();
}

} // namespace goodfold::bench
