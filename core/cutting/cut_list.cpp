#include "cutting/cut_list.h"

#include "cutting/next_sum.h"
#include "cutting/shares.h"
#include "quantity/length.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <numeric>

namespace goodfold::cutting {

namespace {

constexpr double kSame = 1e-6;
constexpr double kUnit = 0.1; // mm: bars are filled in tenths, pieces rounded up

/// Pieces of one length.
struct Kind {
    double length = 0;
    int wanted = 0;
    std::vector<size_t> of; // the wanted that are so long
};

/// One bar, and how many of each kind come from it.
struct Cut {
    size_t bar;
    Filling times;
};

class Cutting {
public:
    Cutting(const std::vector<Wanted>& wanted, const std::vector<Bar>& bars, const Sawing& sawing)
        : wanted(wanted), bars(bars), sawing(sawing) {
        gatherKinds();
        const bool arePriced =
            std::all_of(bars.begin(), bars.end(), [](const Bar& b) { return b.price > 0; });
        double dearest = 0;
        for (const Bar& bar : bars) {
            const double whole = arePriced ? bar.price : bar.length;
            costs.push_back(bar.isOffcut ? whole / 2 : whole);
            rooms.push_back(static_cast<int>(
                std::floor((bar.length - sawing.squaring - sawing.grip + sawing.kerf) / kUnit + kSame)));
            dearest = std::max(dearest, costs.back() / bar.length);
        }
        for (const Kind& kind : kinds) {
            takes.push_back(static_cast<int>(std::ceil((kind.length + sawing.kerf) / kUnit - kSame)));
            // Of all bars the most, and some more: what can be cut is.
            missing.push_back(10 * dearest * (kind.length + longest()));
        }
    }

    CutList list() {
        std::vector<int> most;
        for (const Kind& kind : kinds)
            most.push_back(kind.wanted);
        const double least = nextSum(generate(most, countsOfBars()), costs, countsOfBars());
        Whole best = inWholeBars(most, least);
        gatherRests(best.cuts);
        CutList list = told(best.cuts);
        list.least = std::min(least, list.cost);
        const bool isAll =
            std::all_of(list.missing.begin(), list.missing.end(), [](int n) { return n == 0; });
        list.isLeast = isAll && (best.isBest || list.cost <= list.least + kSame);
        if (list.isLeast) list.least = list.cost;
        return list;
    }

    size_t kindsOfPieces() const { return kinds.size(); }

private:
    double longest() const {
        double most = 0;
        for (const Bar& bar : bars)
            most = std::max(most, bar.length);
        return most;
    }

    void gatherKinds() {
        std::vector<size_t> order(wanted.size());
        std::iota(order.begin(), order.end(), size_t(0));
        std::stable_sort(order.begin(), order.end(),
                         [&](size_t a, size_t b) { return wanted[a].length > wanted[b].length; });
        for (const size_t i : order) {
            if (kinds.empty() || kinds.back().length - wanted[i].length > kSame)
                kinds.push_back({wanted[i].length, 0, {}});
            kinds.back().wanted += wanted[i].count;
            kinds.back().of.push_back(i);
        }
    }

    // ---- shares of bars -------------------------------------------------------------------------------
    std::vector<std::optional<int>> countsOfBars() const {
        std::vector<std::optional<int>> counts;
        for (const Bar& bar : bars)
            counts.push_back(bar.count);
        return counts;
    }

    Shares modelOf(const std::vector<int>& most, const std::vector<std::optional<int>>& counts,
                   const std::vector<Pattern>& from) const {
        std::vector<Shares::Kind> ofKinds;
        for (size_t i = 0; i < kinds.size(); ++i)
            ofKinds.push_back({most[i], missing[i]});
        std::vector<Shares::BarKind> ofBars;
        for (size_t i = 0; i < bars.size(); ++i)
            ofBars.push_back({counts[i], costs[i]});
        Shares model(ofKinds, ofBars);
        for (const Pattern& pattern : from)
            model.add(pattern);
        return model;
    }

    /// Adds patterns while one is worth more than its bar costs. What no cutting comes below.
    double generate(const std::vector<int>& most, const std::vector<std::optional<int>>& counts) {
        Shares model = modelOf(most, counts, patterns);
        for (;;) {
            worth = model.solve();
            bool isMore = false;
            for (Pattern& pattern : fillingsOf(most)) {
                double gains = worth.ofBar[pattern.bar] - costs[pattern.bar];
                for (size_t kind = 0; kind < kinds.size(); ++kind)
                    gains += pattern.times[kind] * worth.ofPiece[kind];
                if (gains <= kSame * costs[pattern.bar]) continue;
                if (std::find(patterns.begin(), patterns.end(), pattern) != patterns.end()) continue;
                model.add(pattern);
                patterns.push_back(std::move(pattern));
                isMore = true;
            }
            if (isMore) continue;
            shares = model.shares();
            return worth.cost;
        }
    }

    /// The best way to fill each kind of bar by what pieces are worth, and the best ones with a piece of each
    /// kind in them: they take no longer, and spare many rounds.
    std::vector<Pattern> fillingsOf(const std::vector<int>& most) const {
        std::vector<int> left;
        for (const int room : rooms) {
            left.push_back(room);
            for (const int each : takes)
                left.push_back(room - each);
        }
        std::vector<Filling> fillings = bestFillings(worth.ofPiece, takes, most, left);
        std::vector<Pattern> all;
        for (size_t i = 0; i < fillings.size(); ++i) {
            if (left[i] < 0) continue;
            const size_t bar = i / (kinds.size() + 1), with = i % (kinds.size() + 1);
            if (with > 0) ++fillings[i][with - 1];
            all.push_back({bar, std::move(fillings[i])});
        }
        return all;
    }

    // ---- whole bars -----------------------------------------------------------------------------------
    struct Whole {
        std::vector<Cut> cuts;
        bool isBest = false; // proven, whatever the shares say
    };

    /// A part of what is cut in shares, rounded down to whole bars; the pieces that are left filled in one
    /// bar after the other. The best of several parts and ways of filling, and of all their bars put together
    /// in the best way; where there are few ways to fill a bar, of all of them.
    Whole inWholeBars(const std::vector<int>& most, double least) const {
        std::vector<Cut> best;
        double cost = std::numeric_limits<double>::infinity();
        std::vector<Pattern> pool = patterns;
        for (Pattern& filling : fillingsOf(most))
            pool.push_back(std::move(filling));
        for (const double part : {1.0, 0.75, 0.5, 0.25, 0.0})
            for (const double power : {1.0, 1.05, 1.15, 0.0}) {
                std::vector<int> left = most;
                auto counts = countsOfBars();
                std::vector<Cut> cuts;
                for (size_t i = 0; i < shares.size(); ++i)
                    for (int n = static_cast<int>(shares[i] * part + kSame); n > 0; --n)
                        take(patterns[i], left, counts, cuts);
                fill(left, counts, power, cuts);
                for (const Cut& cut : cuts)
                    pool.push_back({cut.bar, cut.times});
                if (costOf(cuts) >= cost - kSame) continue;
                best = cuts;
                cost = costOf(cuts);
                if (cost <= least + kSame) return {best, true};
            }
        const auto every = everyPattern(most);
        Whole together = fromPool(every ? *every : std::move(pool), most, least);
        const bool isBest = every && together.isBest;
        return costOf(together.cuts) < cost - kSame ? Whole{std::move(together.cuts), isBest}
                                                    : Whole{std::move(best), isBest};
    }

    Whole fromPool(std::vector<Pattern> pool, const std::vector<int>& most, double least) const {
        constexpr int kBranches = 2000;
        std::sort(pool.begin(), pool.end(), [](const Pattern& a, const Pattern& b) {
            return a.bar != b.bar ? a.bar < b.bar : a.times > b.times;
        });
        pool.erase(std::unique(pool.begin(), pool.end()), pool.end());
        Shares model = modelOf(most, countsOfBars(), pool);
        const Shares::Wholes wholes = model.wholes(least + kSame, kBranches);
        std::vector<int> left = most;
        auto counts = countsOfBars();
        Whole whole{{}, wholes.isBest};
        for (size_t i = 0; i < wholes.counts.size(); ++i)
            for (int n = 0; n < wholes.counts[i]; ++n)
                take(pool[i], left, counts, whole.cuts);
        return whole;
    }

    /// Nothing where there are too many to look at.
    std::optional<std::vector<Pattern>> everyPattern(const std::vector<int>& most) const {
        std::vector<Pattern> all;
        for (size_t bar = 0; bar < bars.size(); ++bar) {
            auto fillings = everyFilling(takes, most, rooms[bar]);
            if (!fillings) return {};
            for (Filling& filling : *fillings)
                all.push_back({bar, std::move(filling)});
        }
        return all;
    }

    /// Bar by bar, each with the longest piece that is left and what fills it best beside it: by length,
    /// where `power` is over 1 rather with long pieces; where it is 0 by what pieces are worth.
    void fill(std::vector<int>& left, std::vector<std::optional<int>>& counts, double power,
              std::vector<Cut>& cuts) const {
        std::vector<double> values = worth.ofPiece;
        if (power > 0)
            for (size_t i = 0; i < values.size(); ++i)
                values[i] = std::pow(takes[i], power);
        for (;;) {
            const auto longest = std::find_if(left.begin(), left.end(), [](int n) { return n > 0; });
            if (longest == left.end()) return;
            const auto pattern = bestWith(static_cast<size_t>(longest - left.begin()), left, counts, values);
            if (!pattern || !take(*pattern, left, counts, cuts)) {
                *longest = 0; // no bar is left that it comes from
                continue;
            }
        }
    }

    std::optional<Pattern> bestWith(size_t longest, std::vector<int> left,
                                    const std::vector<std::optional<int>>& counts,
                                    const std::vector<double>& values) const {
        std::vector<int> within;
        for (size_t bar = 0; bar < bars.size(); ++bar)
            within.push_back(counts[bar] == 0 ? -1 : rooms[bar] - takes[longest]);
        --left[longest];
        std::vector<Filling> fillings = bestFillings(values, takes, left, within);
        std::optional<Pattern> best;
        double score = 0;
        for (size_t bar = 0; bar < bars.size(); ++bar) {
            if (within[bar] < 0) continue;
            ++fillings[bar][longest];
            double gains = 0;
            for (size_t i = 0; i < values.size(); ++i)
                gains += fillings[bar][i] * worth.ofPiece[i];
            if (best && gains / costs[bar] <= score) continue;
            score = gains / costs[bar];
            best = Pattern{bar, fillings[bar]};
        }
        return best;
    }

    /// No more of a kind than are left to cut.
    static bool take(const Pattern& pattern, std::vector<int>& left, std::vector<std::optional<int>>& counts,
                     std::vector<Cut>& cuts) {
        Cut cut{pattern.bar, pattern.times};
        int pieces = 0;
        for (size_t i = 0; i < left.size(); ++i) {
            cut.times[i] = std::min(cut.times[i], left[i]);
            pieces += cut.times[i];
        }
        auto& count = counts[pattern.bar];
        if (pieces == 0 || (count && *count == 0)) return false;
        for (size_t i = 0; i < left.size(); ++i)
            left[i] -= cut.times[i];
        if (count) --*count;
        cuts.push_back(std::move(cut));
        return true;
    }

    // ---- rests ----------------------------------------------------------------------------------------
    long filledOf(const Cut& cut) const {
        long filled = 0;
        for (size_t i = 0; i < takes.size(); ++i)
            filled += cut.times[i] * takes[i];
        return filled;
    }

    /// Fills each bar from the emptiest one as far as it goes, so that its rest is one long piece.
    void gatherRests(std::vector<Cut>& cuts) const {
        for (bool isBetter = true; isBetter;) {
            isBetter = false;
            std::sort(cuts.begin(), cuts.end(),
                      [&](const Cut& a, const Cut& b) { return filledOf(a) < filledOf(b); });
            for (size_t i = 1; i < cuts.size() && !isBetter; ++i)
                isBetter = refill(cuts[0], cuts[i]);
        }
    }

    bool refill(Cut& emptiest, Cut& other) const {
        std::vector<int> pooled(takes.size());
        for (size_t i = 0; i < takes.size(); ++i)
            pooled[i] = emptiest.times[i] + other.times[i];
        const std::vector<double> values(takes.begin(), takes.end());
        const Filling filling = bestFillings(values, takes, pooled, {rooms[other.bar]}).front();
        const Cut filled{other.bar, filling};
        if (filledOf(filled) <= filledOf(other)) return false;
        other = filled;
        for (size_t i = 0; i < takes.size(); ++i)
            emptiest.times[i] = pooled[i] - filling[i];
        return true;
    }

    // ---- what comes of it -----------------------------------------------------------------------------
    double costOf(const std::vector<Cut>& cuts) const {
        double cost = 0;
        std::vector<int> left;
        for (const Kind& kind : kinds)
            left.push_back(kind.wanted);
        for (const Cut& cut : cuts) {
            cost += costs[cut.bar];
            for (size_t i = 0; i < left.size(); ++i)
                left[i] -= cut.times[i];
        }
        for (size_t i = 0; i < left.size(); ++i)
            cost += left[i] * missing[i];
        return cost;
    }

    CutList told(std::vector<Cut>& cuts) const {
        CutList list;
        std::vector<std::vector<size_t>> queues; // of each kind, the wanted in their order
        for (const Kind& kind : kinds) {
            queues.emplace_back();
            for (auto of = kind.of.rbegin(); of != kind.of.rend(); ++of)
                queues.back().insert(queues.back().end(), static_cast<size_t>(wanted[*of].count), *of);
        }
        std::stable_sort(cuts.begin(), cuts.end(), [&](const Cut& a, const Cut& b) {
            return a.bar != b.bar ? a.bar < b.bar : a.times > b.times;
        });
        for (const Cut& cut : cuts) {
            CutBar bar{cut.bar, {}, 0};
            for (size_t kind = 0; kind < kinds.size(); ++kind)
                for (int n = 0; n < cut.times[kind]; ++n) {
                    bar.pieces.push_back(queues[kind].back());
                    queues[kind].pop_back();
                }
            if (bar.pieces.empty()) continue; // all of it was gathered elsewhere
            bar.rest = bars[cut.bar].length - sawing.squaring;
            for (const size_t piece : bar.pieces)
                bar.rest -= wanted[piece].length + sawing.kerf;
            bar.rest = std::max(0.0, bar.rest); // the last cut may fall beyond the end
            list.taken += bars[cut.bar].length;
            list.cost += costs[cut.bar];
            list.bars.push_back(std::move(bar));
        }
        list.missing.assign(wanted.size(), 0);
        for (size_t kind = 0; kind < kinds.size(); ++kind)
            for (const size_t of : queues[kind])
                ++list.missing[of];
        return list;
    }

    const std::vector<Wanted>& wanted;
    const std::vector<Bar>& bars;
    const Sawing& sawing;
    std::vector<Kind> kinds;
    std::vector<double> costs; // of bars
    std::vector<int> rooms;
    std::vector<int> takes; // of kinds
    std::vector<double> missing;
    std::vector<Pattern> patterns;
    std::vector<double> shares; // of patterns
    Worth worth;
};

CutList nothingCut(const std::vector<Wanted>& wanted) {
    CutList list;
    for (const Wanted& each : wanted)
        list.missing.push_back(each.count);
    return list;
}

} // namespace

Result<CutList> cutList(const std::vector<Wanted>& wanted, const std::vector<Bar>& bars,
                        const Sawing& sawing) {
    const auto isLength = [](double mm) { return mm > 0 && mm <= quantity::kLongestMm; };
    for (const Wanted& each : wanted)
        if (!isLength(each.length) || each.count < 0 || each.count > kMostPieces)
            return Error{each.name + ": its length cannot be cut, or there are more than " +
                             std::to_string(kMostPieces) + " of it.",
                         each.name};
    for (const Bar& bar : bars)
        if (!(bar.length > 0 && bar.length <= kLongestBar) || !(bar.price >= 0) ||
            (bar.count && *bar.count < 0))
            return Error{"The bar " + bar.name +
                             " has no length, or one over 25 m, or less than none of it is there.",
                         bar.name};
    if (!(sawing.kerf >= 0 && sawing.squaring >= 0 && sawing.grip >= 0))
        return Error{"A saw cut, a squaring cut and what the jaws hold are not less than nothing.", "sawing"};
    if (bars.empty()) return nothingCut(wanted);
    Cutting cutting(wanted, bars, sawing);
    if (cutting.kindsOfPieces() > kMostKinds)
        return Error{"No more than " + std::to_string(kMostKinds) + " different lengths are cut at once.",
                     ""};
    return cutting.list();
}

} // namespace goodfold::cutting
