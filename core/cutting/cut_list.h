// What is cut from which bar of one section, so that the least stock is taken. Millimetres.
#pragma once

#include "common/result.h"

#include <optional>
#include <string>
#include <vector>

namespace goodfold::cutting {

/// A length that is wanted so many times.
struct Wanted {
    std::string name;
    double length = 0;
    int count = 1;
};

/// A bar there is, or that can be bought.
struct Bar {
    std::string name;
    double length = 0;
    std::optional<int> count; // as many as one likes where it is not said
    double price = 0;         // of one; 0 where it is not known
    bool isOffcut = false;
};

/// What sawing takes.
struct Sawing {
    double kerf = 1;     // of each cut
    double squaring = 0; // off a bar's first end before anything is measured from it
    double grip = 0;     // at its far end, that the jaws hold and no cut reaches
};

/// One bar as it is cut.
struct CutBar {
    size_t bar = 0;             // of the bars
    std::vector<size_t> pieces; // of the wanted, from the squared end on, the longest first
    double rest = 0;            // that stays, the grip in it
};

struct CutList {
    std::vector<CutBar> bars;
    std::vector<int> missing; // of each wanted, how many no bar is left for
    double taken = 0;         // length of all bars that are cut
    double cost = 0;          // what was made least: prices where all bars have one, else lengths
    double least = 0;         // that no cutting comes below
    bool isLeast = false;     // it is proven that none costs less
};

/// An offcut counts half: what lies on the rack is used before a bar is begun. Where several cuttings cost
/// the least, rests are gathered in as few bars as can be. By column generation (Gilmore and Gomory, 1961):
/// the least is that of cutting shares of bars, rounded up to what whole bars can cost together.
/// Refused: lengths that are none, bars over `kLongestBar`, or more than `kMostKinds` different lengths.
Result<CutList> cutList(const std::vector<Wanted>& wanted, const std::vector<Bar>& bars,
                        const Sawing& sawing);

inline constexpr size_t kMostKinds = 200;
inline constexpr int kMostPieces = 10000;    // of one length
inline constexpr double kLongestBar = 25000; // every tenth of a millimetre of it is reckoned with

} // namespace goodfold::cutting
