// Bars cut in shares: the linear half of a cut list. Solved by GLPK.
#pragma once

#include "cutting/filling.h"

#include <memory>
#include <optional>

namespace goodfold::cutting {

/// One way to cut a bar of a kind.
struct Pattern {
    size_t bar = 0;
    Filling times; // of each kind of piece
    bool operator==(const Pattern&) const = default;
};

/// What a piece of a kind, and one bar more of a kind, are worth there.
struct Worth {
    double cost = 0; // of all
    std::vector<double> ofPiece, ofBar;
};

/// All pieces from patterns so that the cost is least; what no bar gives is missing, at a cost of its own
/// that is more than any bar's.
class Shares {
public:
    struct Kind {
        int wanted = 0;
        double missing = 0; // the cost of one
    };
    struct BarKind {
        std::optional<int> count;
        double cost = 0;
    };
    Shares(const std::vector<Kind>& kinds, const std::vector<BarKind>& bars);
    ~Shares();
    Shares(Shares&&) noexcept;

    void add(const Pattern& pattern);
    /// With bars cut in shares.
    Worth solve();
    /// How many bars of each pattern, in the order they were added: as `solve` has them.
    std::vector<double> shares() const;

    /// How many whole bars of each, the best that is found by branching so many times; it ends where the cost
    /// is `enough`.
    struct Wholes {
        std::vector<int> counts; // empty where none was found
        bool isBest = false;     // nothing of these patterns costs less
    };
    Wholes wholes(double enough, int branches);

private:
    struct Model;
    std::unique_ptr<Model> model;
};

} // namespace goodfold::cutting
