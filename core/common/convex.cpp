#include "common/convex.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <numeric>

namespace goodfold {

namespace {

/// Twice the area of the corner a, b, c: positive where it turns left.
double turn(const Vec2& a, const Vec2& b, const Vec2& c) {
    return (b - a).x() * (c - b).y() - (b - a).y() * (c - b).x();
}

constexpr double kStraight = 1e-9; // mm2: a corner this flat is none

bool isConvex(const Polygon& polygon, const ConvexPiece& piece) {
    for (size_t i = 0; i < piece.size(); ++i)
        if (turn(polygon[piece[i]], polygon[piece[(i + 1) % piece.size()]],
                 polygon[piece[(i + 2) % piece.size()]]) < -kStraight)
            return false;
    return true;
}

class EarCutter {
public:
    explicit EarCutter(const Polygon& polygon) : polygon(polygon) {
        for (size_t i = 0; i < polygon.size(); ++i)
            left.push_back(i);
        for (size_t i = 0; i < left.size(); ++i)
            if (bendsInward(i)) inward.push_back(left[i]);
        std::sort(inward.begin(), inward.end(),
                  [&](size_t a, size_t b) { return polygon[a].x() < polygon[b].x(); });
    }

    std::vector<ConvexPiece> triangles() && {
        size_t at = 0, tried = 0; // goes on where the last ear was: its neighbours are the likeliest next
        while (left.size() > 3) {
            at %= left.size();
            if (!isEar(at) && tried < left.size()) {
                ++at;
                ++tried;
                continue;
            }
            if (tried >= left.size()) at = flattest(); // it crosses itself: go on all the same
            cut(at);
            at = (at + left.size() - 1) % left.size();
            tried = 0;
        }
        if (left.size() == 3) cut(1);
        return std::move(cutOff);
    }

private:
    size_t before(size_t i) const { return left[(i + left.size() - 1) % left.size()]; }
    size_t after(size_t i) const { return left[(i + 1) % left.size()]; }
    double turnAt(size_t i) const { return turn(polygon[before(i)], polygon[left[i]], polygon[after(i)]); }
    bool bendsInward(size_t i) const { return turnAt(i) <= kStraight; }

    /// Only a corner that bends inward can stand in an ear.
    bool isEar(size_t i) const {
        if (bendsInward(i)) return false;
        const Vec2 &a = polygon[before(i)], &b = polygon[left[i]], &c = polygon[after(i)];
        const auto [least, most] = std::minmax({a.x(), b.x(), c.x()});
        const auto first = firstInwardFrom(least);
        const auto last = std::find_if(first, inward.end(),
                                       [&, most = most](size_t other) { return polygon[other].x() > most; });
        return std::none_of(first, last, [&](size_t other) {
            const Vec2& p = polygon[other];
            if (p == a || p == b || p == c) return false;
            return turn(a, b, p) >= 0 && turn(b, c, p) >= 0 && turn(c, a, p) >= 0;
        });
    }

    std::vector<size_t>::const_iterator firstInwardFrom(double x) const {
        return std::lower_bound(inward.begin(), inward.end(), x,
                                [&](size_t corner, double least) { return polygon[corner].x() < least; });
    }

    void isNoLongerInward(size_t corner) {
        auto at = firstInwardFrom(polygon[corner].x());
        while (at != inward.end() && *at != corner && polygon[*at].x() == polygon[corner].x())
            ++at;
        if (at != inward.end() && *at == corner) inward.erase(at);
    }

    size_t flattest() const {
        size_t best = 0;
        for (size_t i = 1; i < left.size(); ++i)
            if (std::abs(turnAt(i)) < std::abs(turnAt(best))) best = i;
        return best;
    }

    void cut(size_t i) {
        if (turnAt(i) > kStraight) cutOff.push_back({before(i), left[i], after(i)});
        const size_t gone = left[i];
        left.erase(left.begin() + static_cast<long>(i));
        isNoLongerInward(gone);
        for (const size_t beside : {(i + left.size() - 1) % left.size(), i % left.size()})
            if (!bendsInward(beside)) isNoLongerInward(left[beside]);
    }

    const Polygon& polygon;
    std::vector<size_t> left;
    std::vector<size_t> inward; // from left to right
    std::vector<ConvexPiece> cutOff;
};

/// The two pieces as one over the side from `a` to `b` of the first, where that stays convex; else nothing.
ConvexPiece joined(const Polygon& polygon, const ConvexPiece& one, const ConvexPiece& other, size_t a,
                   size_t b) {
    const auto here = static_cast<size_t>(std::find(one.begin(), one.end(), b) - one.begin());
    const auto there = static_cast<size_t>(std::find(other.begin(), other.end(), a) - other.begin());
    if (here == one.size() || there == other.size()) return {};
    ConvexPiece both; // round the first from b to a, then the second from a to b, both left out once
    for (size_t k = 0; k < one.size(); ++k)
        both.push_back(one[(here + k) % one.size()]);
    for (size_t k = 1; k + 1 < other.size(); ++k)
        both.push_back(other[(there + k) % other.size()]);
    return isConvex(polygon, both) ? both : ConvexPiece{};
}

/// Takes out each side that two triangles share, where what is left is convex.
std::vector<ConvexPiece> merged(const Polygon& polygon, std::vector<ConvexPiece> pieces) {
    std::map<std::pair<size_t, size_t>, size_t> owner; // of each directed side: the triangle it belongs to
    for (size_t i = 0; i < pieces.size(); ++i)
        for (size_t k = 0; k < pieces[i].size(); ++k)
            owner[{pieces[i][k], pieces[i][(k + 1) % pieces[i].size()]}] = i;
    std::vector<size_t> into(pieces.size()); // where each has gone
    std::iota(into.begin(), into.end(), 0);
    const auto now = [&](size_t i) {
        while (into[i] != i)
            i = into[i];
        return i;
    };
    for (const auto& [side, first] : owner) {
        const auto back = owner.find({side.second, side.first});
        if (side.first > side.second || back == owner.end()) continue;
        const size_t one = now(first), other = now(back->second);
        if (one == other) continue;
        ConvexPiece both = joined(polygon, pieces[one], pieces[other], side.first, side.second);
        if (both.empty()) continue;
        pieces[one] = std::move(both);
        pieces[other].clear();
        into[other] = one;
    }
    std::erase_if(pieces, [](const ConvexPiece& piece) { return piece.empty(); });
    return pieces;
}

} // namespace

std::vector<ConvexPiece> convexPieces(const Polygon& polygon) {
    ConvexPiece whole;
    for (size_t i = 0; i < polygon.size(); ++i)
        whole.push_back(i);
    if (polygon.size() < 3) return {};
    if (isConvex(polygon, whole)) return {whole};
    return merged(polygon, EarCutter(polygon).triangles());
}

} // namespace goodfold
