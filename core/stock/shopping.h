// What has to be bought and be to hand for a batch, as it is asked for over a counter.
#pragma once

#include "check/to_hand.h"
#include "mount/measured.h"
#include "stock/batch.h"

#include <iosfwd>

namespace goodfold::stock {

struct Purchase {
    enum class Kind { Stock, Fastener, Cutter }; // Cutter: drills and taps, one of each is enough
    Kind kind = Kind::Stock;
    int count = 1;
    std::string
        says; // "Mild steel S235: flat bar 30 × 3, 2000 long", "M6 bolt, normal, 12 long", "drill 6.6"
    std::string about; // what is to be known of it: "for 3 of vent-stay.gfold"; often empty
    double price = 0;  // of all of them, where one has a price; 0 where it is not known
};

/// One job of the batch, and what holds one piece of it.
struct Shopped {
    Batched made;
    const material::Material& material;
    std::vector<check::Needed> fasteners;
};

/// Held to its mount by what that has for each bolt, where the job says so.
Shopped shoppedFor(const Batched& made, const material::Material& material, const hardware::Book& hardware,
                   const mount::Instruments& instruments, const quantity::Reading& reading);

/// Bars and sheets of which there are as many as one likes are not on the rack yet: they are bought, and so
/// is what the rack is short of (`beyond`, of `cutMissing`). Offcuts and counted bars are there. Fasteners
/// for all pieces, of a pair both hands; each drill and tap once.
std::vector<Purchase> shoppingList(const std::vector<Shopped>& jobs, const BatchCut& cut,
                                   const BatchCut& beyond, const quantity::Reading& reading);

/// One object on one line.
void writeShoppingList(std::ostream& out, const std::vector<Purchase>& list);

} // namespace goodfold::stock
