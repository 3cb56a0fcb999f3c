// Blanks laid on sheets one after the other, in an order that is given. For nest() alone.
#pragma once

#include "cutting/nest.h"
#include "cutting/outlines.h"

#include <map>
#include <tuple>

namespace goodfold::cutting {

/// The next one to lay: lying as it is best, or by so many quarters turned.
struct Next {
    size_t blank = 0;
    std::optional<int> quarters = {};
};

class Layer {
public:
    /// `costs` of each sheet.
    Layer(const std::vector<WantedBlank>& wanted, const std::vector<Sheet>& sheets, std::vector<double> costs,
          const Laying& laying);

    /// mm2
    double sizeOf(size_t blank) const;
    /// Offcuts first; of whole sheets the smallest, or the largest, that takes it.
    Nest laidInOrder(const std::vector<Next>& order, bool largestFirst);

private:
    /// A blank as it lies, turned by quarters, its box's least corner at the origin.
    struct Posed {
        Outlines clear;
        Micrometres shift;
        Pose2 posedFromFlat;
    };
    struct Placed {
        size_t blank;
        int quarters;
        Micrometres at;
    };
    struct OpenSheet {
        size_t sheet;
        std::vector<Placed> placed;
        std::vector<ClipperLib::IntRect> free = {}; // of a sheet that is shorn
        /// Where a blank's origin may be, turned so, beside the first few that lie there.
        struct Room {
            size_t beside = 0;
            Outlines left;
        };
        std::map<std::pair<size_t, int>, Room> rooms = {};
    };

    const Posed& posed(size_t blank, int quarters) const {
        return poses[blank][static_cast<size_t>(quarters)];
    }
    bool lay(const Next& next, OpenSheet& open);
    std::optional<Micrometres> placeFor(size_t blank, int quarters, OpenSheet& open);
    bool layShorn(const Next& next, OpenSheet& open);
    /// The room of a sheet for origins of what is so large; left > right where there is none.
    ClipperLib::IntRect roomFor(const ClipperLib::IntRect& box, const Sheet& sheet) const;
    std::vector<int> turnsOf(const Next& next) const;
    Outlines between(size_t lying, int quarters, size_t moving, int itsQuarters);
    NestedSheet told(const OpenSheet& open) const;
    /// All that lies on a sheet onto a cheaper one that is left, where it goes.
    void makeCheaper(OpenSheet& open, std::vector<int>& taken);
    bool isLeft(size_t sheet, const std::vector<int>& taken) const {
        return !sheets[sheet].count || taken[sheet] < *sheets[sheet].count;
    }

    const std::vector<WantedBlank>& wanted;
    const std::vector<Sheet>& sheets;
    std::vector<double> costs;
    const Laying& laying;
    std::vector<std::array<Posed, 4>> poses;
    std::vector<size_t> bySize; // sheets, offcuts first, small ones first
    std::vector<Outlines> asDrawn;
    std::map<std::tuple<size_t, size_t, int>, Outlines> known; // by how much further the moving one is turned
};

} // namespace goodfold::cutting
