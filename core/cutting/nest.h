// Which blank of sheet is cut from which sheet, and where on it, so that the fewest and the cheapest are
// taken. Millimetres.
#pragma once

#include "common/path.h"
#include "common/result.h"

#include <functional>
#include <optional>
#include <string>
#include <vector>

namespace goodfold::cutting {

/// How a blank's own x lies on the sheet, whose grain runs along its length.
enum class Lies { Either, Along, Across };

/// A blank that is wanted so many times.
struct WantedBlank {
    std::string name;
    Path outline;               // counter-clockwise, wherever it lies
    std::vector<Path> openings; // that another blank may come out of
    int count = 1;
    Lies lies = Lies::Either;
    std::vector<Path> holes = {}; // all that is cut in it, to be drawn
};

/// A sheet there is, or that can be bought; its grain runs along its length.
struct Sheet {
    std::string name;
    double length = 0, width = 0;
    std::optional<int> count; // as many as one likes where it is not said
    double price = 0;         // of one; 0 where it is not known
    bool isOffcut = false;
};

struct Laid {
    size_t blank = 0;    // of the wanted
    Pose2 sheetFromFlat; // the sheet's corner is at 0, 0
};

struct NestedSheet {
    size_t sheet = 0; // of the sheets
    std::vector<Laid> blanks;
    double used = 0; // share of its area
    double rest = 0; // of its length, beyond all blanks, that stays whole
};

struct Nest {
    std::vector<NestedSheet> sheets;
    std::vector<int> missing; // of each wanted, how many no sheet is left for
    double taken = 0;         // mm2, of all sheets that are cut; an offcut's counts half
    double least = 0; // what no nest comes below: the blanks' own area, on whole sheets of the best kind
    double used = 0;  // share of the taken sheets that is blanks
};

struct Laying {
    double gap = 1;       // between two blanks: what the cut takes
    double margin = 0;    // along the sheet's edges
    bool isShorn = false; // by a shear: every cut goes from edge to edge, and blanks are cut as rectangles
    double seconds = 2;   // to look for something better
    unsigned seed = 1;
    /// Told the best so far after each way that was tried; false ends the search with it.
    std::function<bool(const Nest& best)> goesOn = {};
};

/// Large ones first, each where it comes to lie farthest to the left, then lowest: on its side where grain
/// lets it, in bays and openings of others. Then in other orders as long as there is time, and the best is
/// kept: the cheapest sheets, and on the last the longest rest. Places are found exactly, by what one outline
/// forbids another; outlines are grown for it by 0.15 mm. Refused: outlines without area, and more than
/// `kMostBlanks` in all.
Result<Nest> nest(const std::vector<WantedBlank>& wanted, const std::vector<Sheet>& sheets,
                  const Laying& laying);

inline constexpr int kMostBlanks = 1000;

} // namespace goodfold::cutting
