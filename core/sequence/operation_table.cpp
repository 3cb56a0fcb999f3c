#include "sequence/operation_table.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace goodfold::sequence {

namespace {

/// Why the die that was settled for a bend will not do; that there is none where it has no such opening.
std::vector<tool::Refusal> refusalsOf(const job::DieChoice& choice, const tool::Work& work,
                                      const material::Material& material, const tool::Shop& shop) {
    constexpr double kSame = 1e-6; // mm
    std::vector<tool::Refusal> refusals;
    for (const tool::Tool& tool : shop.tools) {
        if (!tool.isThere || !tool.isDie()) continue;
        for (const tool::DieOption& option : tool::dieOptions(tool, work, material))
            if (option.setup.bottomed == choice.bottomed && option.refusal &&
                std::abs(option.setup.opening - choice.opening) < kSame)
                refusals.push_back(*option.refusal);
    }
    if (refusals.empty()) refusals.push_back({tool::Refusal::Kind::NoSuchOpening, {}, {}, 0, choice.opening});
    return refusals;
}

bool goOnAlike(const part::Part& part, const Operation& a, const Operation& b) {
    return a.setup.tool == b.setup.tool && changeBetween(part, a, b) == 0 &&
           a.work.angleDeg == b.work.angleDeg && headingOf(part, a).dot(headingOf(part, b)) > 1 - 1e-9;
}

unsigned indexOf(const tool::Shop& shop, const tool::Tool* tool) {
    constexpr unsigned kLast = 63;
    return std::min(kLast, static_cast<unsigned>(tool - shop.tools.data()));
}

} // namespace

OperationTable::OperationTable(const part::Part& part, const material::Material& material,
                               const tool::Shop& shop, const Wishes& wishes, TwoHands& hands)
    : byBend(part.bends.size()), leasts(part.bends.size(), std::numeric_limits<double>::infinity()),
      tools(part.bends.size(), 0) {
    const Operations all = operationsOf(part, material, shop);
    refused = all.refusals;
    for (const auto& wish : wishes.tool) { // what others would have said is not asked
        auto& of = refused[static_cast<size_t>(wish.first)];
        const std::string& id = wish.second;
        std::erase_if(of, [&](const tool::Refusal& refusal) { return refusal.toolId != id; });
        if (!shop.find(id)) of = {{tool::Refusal::Kind::NotInShop, id, id}};
    }
    for (const auto& [bend, choice] : wishes.die)
        if (std::none_of(all.of[static_cast<size_t>(bend)].begin(), all.of[static_cast<size_t>(bend)].end(),
                         [&](const Operation& operation) { return wishes.allow(operation); }))
            refused[static_cast<size_t>(bend)] = refusalsOf(choice, workOf(part, bend), material, shop);
    std::vector<std::vector<std::optional<Obstacle>>> always(all.of.size());
    TwoHands::each(all.of.size(), [&](size_t bend) {
        for (const Operation& operation : all.of[bend])
            always[bend].push_back(
                wishes.allow(operation) ? hands.of(operation.bend).alwaysInTheWay(operation) : std::nullopt);
    });
    for (size_t bend = 0; bend < all.of.size(); ++bend)
        for (size_t way = 0; way < all.of[bend].size(); ++way) {
            const Operation& operation = all.of[bend][way];
            if (!wishes.allow(operation)) continue;
            // What can never be is not searched, but told where there is nothing else.
            if (const auto& obstacle = always[bend][way]) {
                never.push_back({operation, *obstacle});
                continue;
            }
            byBend[bend].push_back(static_cast<int>(operations.size()));
            const double withoutLaps =
                costOf(part, operation, 0).sum() - kLapShut * lapsShut(part, operation.bend, 0);
            leasts[bend] = std::min(leasts[bend], withoutLaps);
            toolIndex.push_back(indexOf(shop, operation.setup.tool));
            tools[bend] |= std::uint64_t{1} << toolIndex.back();
            operations.push_back(operation);
        }
    for (size_t i = 0; i < part.bends.size(); ++i) {
        size_t same = 0;
        while (part.bends[same].shape.angleDeg != part.bends[i].shape.angleDeg)
            ++same;
        angles.push_back(same);
    }
    findKinds(part);
}

void OperationTable::findKinds(const part::Part& part) {
    std::vector<const Operation*> firsts; // of each kind
    for (const Operation& operation : operations) {
        const auto same = std::find_if(firsts.begin(), firsts.end(), [&](const Operation* first) {
            return goOnAlike(part, *first, operation);
        });
        kindOf.push_back(static_cast<size_t>(same - firsts.begin()));
        if (same == firsts.end()) firsts.push_back(&operation);
    }
    for (const Operation* first : firsts) {
        std::vector<double>& row = changes.emplace_back();
        for (const Operation& operation : operations)
            row.push_back(changeBetween(part, *first, operation));
    }
}

} // namespace goodfold::sequence
