#include "common/convex.h"

#include <algorithm>

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
    }

    std::vector<ConvexPiece> triangles() && {
        while (left.size() > 3) {
            size_t ear = 0;
            while (ear < left.size() && !isEar(ear))
                ++ear;
            if (ear == left.size()) ear = flattest(); // it crosses itself: go on all the same
            cut(ear);
        }
        if (left.size() == 3) cut(1);
        return std::move(cutOff);
    }

private:
    size_t before(size_t i) const { return left[(i + left.size() - 1) % left.size()]; }
    size_t after(size_t i) const { return left[(i + 1) % left.size()]; }

    bool isEar(size_t i) const {
        const Vec2 &a = polygon[before(i)], &b = polygon[left[i]], &c = polygon[after(i)];
        if (turn(a, b, c) <= kStraight) return false;
        return std::none_of(left.begin(), left.end(), [&](size_t other) {
            const Vec2& p = polygon[other];
            if (p == a || p == b || p == c) return false;
            return turn(a, b, p) >= 0 && turn(b, c, p) >= 0 && turn(c, a, p) >= 0;
        });
    }

    size_t flattest() const {
        size_t best = 0;
        double least = 1e300;
        for (size_t i = 0; i < left.size(); ++i) {
            const double bent = std::abs(turn(polygon[before(i)], polygon[left[i]], polygon[after(i)]));
            if (bent < least) {
                least = bent;
                best = i;
            }
        }
        return best;
    }

    void cut(size_t i) {
        if (turn(polygon[before(i)], polygon[left[i]], polygon[after(i)]) > kStraight)
            cutOff.push_back({before(i), left[i], after(i)});
        left.erase(left.begin() + static_cast<long>(i));
    }

    const Polygon& polygon;
    std::vector<size_t> left;
    std::vector<ConvexPiece> cutOff;
};

/// The two pieces as one where they share a side and that stays convex; else nothing.
ConvexPiece joined(const Polygon& polygon, const ConvexPiece& one, const ConvexPiece& other) {
    for (size_t i = 0; i < one.size(); ++i)
        for (size_t j = 0; j < other.size(); ++j) {
            if (one[i] != other[(j + 1) % other.size()] || one[(i + 1) % one.size()] != other[j]) continue;
            ConvexPiece both;
            for (size_t k = 1; k <= one.size(); ++k)
                both.push_back(one[(i + k) % one.size()]);
            for (size_t k = 2; k < other.size(); ++k)
                both.push_back(other[(j + k) % other.size()]);
            return isConvex(polygon, both) ? both : ConvexPiece{};
        }
    return {};
}

} // namespace

std::vector<ConvexPiece> convexPieces(const Polygon& polygon) {
    ConvexPiece whole;
    for (size_t i = 0; i < polygon.size(); ++i)
        whole.push_back(i);
    if (polygon.size() < 3) return {};
    if (isConvex(polygon, whole)) return {whole};
    std::vector<ConvexPiece> pieces = EarCutter(polygon).triangles();
    for (size_t i = 0; i < pieces.size(); ++i)
        for (size_t j = i + 1; j < pieces.size();) {
            ConvexPiece both = joined(polygon, pieces[i], pieces[j]);
            if (both.empty()) {
                ++j;
                continue;
            }
            pieces[i] = std::move(both);
            pieces.erase(pieces.begin() + static_cast<long>(j));
            j = i + 1;
        }
    return pieces;
}

} // namespace goodfold
