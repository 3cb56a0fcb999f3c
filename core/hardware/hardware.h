// The hardware book: what holes are made for. Millimetres and degrees; typical, uncertified.
#pragma once

#include "common/result.h"
#include "job/hole.h"

#include <iosfwd>
#include <map>

namespace goodfold::hardware {

/// Set in a hole from one side, its flange on the sheet, its body behind.
struct RivetNut {
    std::string family; // "flat head", "long", "thin-walled"
    double hole = 0;
    double leastEdge = 0; // hole centre to edge
    double length = 0;    // of the body before it is set
    double flangeDiameter = 0;
    double gripLeast = 0, gripMost = 0; // thickness it holds
};

struct WeldNut {
    double hole = 0; // for its pilot
    double acrossFlats = 0;
    double height = 0;
};

/// One thread, with all that goes by it.
struct Screw {
    std::string size;
    double major = 0, pitch = 0;
    double close = 0, normal = 0, loose = 0; // clearance holes
    double tapDrill = 0;
    double acrossFlats = 0;      // of nut and, where it is not told apart, of the hexagon head
    double headAcrossFlats = 0;  // of the head
    double olderAcrossFlats = 0; // of both by the standards before, where they are still met; else 0
    double headHeight = 0, nutHeight = 0;
    double washerDiameter = 0, washerThickness = 0;
    double capDiameter = 0, capHeight = 0;
    double panDiameter = 0, panHeight = 0; // 0 where it is not made with one
    double countersunkDiameter = 0;        // to its sharp edge, with a hexagon socket; 0 where it is not made
    double slottedCountersunkDiameter = 0; // the same with slot or cross
    double countersinkAngle = 90;
    double socketDiameter = 0;                                  // outside of the socket that turns its nut
    double headSocketDiameter = 0;                              // and its head
    std::map<job::Fastener::Head, std::vector<double>> lengths; // that are sold of each head, rising
    std::vector<RivetNut> rivetNuts;                            // by family, the usual one first
    /// Null where the book has none, or none of that family.
    const RivetNut* rivetNut(const std::string& family) const;
    bool isMetric() const { return size.starts_with('M'); }
    std::optional<WeldNut> weldNut;
};

struct Rivet {
    std::string size;
    struct Grip {
        double length, least, most; // and the thicknesses together that it holds
    };
    double diameter = 0, hole = 0, headDiameter = 0;
    std::vector<Grip> grips; // rising
};

struct Book {
    std::vector<Screw> screws;
    std::vector<Rivet> rivets;
    /// By what people write: "m6", "1/4" for 1/4-20. Null where the book has none.
    const Screw* findScrew(std::string_view size) const;
    const Rivet* findRivet(std::string_view size) const;
    /// By its thread's outside diameter; null where the book has none.
    const Screw* screwOfMajor(double mm) const;
    /// The largest of these that goes through a hole: of the measure a job is written in, metric or inch, and
    /// where none of that does of the other. Null where none does.
    const Screw* largestThrough(double hole, bool isMetric) const;
};

/// Errors name the entry that is not usable.
Result<Book> readBook(std::istream& in);

/// The book that ships.
const Book& standardBook();

/// `own` goes before what `book` says of the same size.
Book withOwn(Book book, const Book& own);

/// The hole a fastener wants.
struct WantedHole {
    double diameter;
    std::optional<job::Countersink> countersink;
};
Result<WantedHole> holeFor(const job::Fastener& fastener, const Book& book);

/// Gives a hole its fastener and the size and countersink that go with it.
Result<job::Hole> fitted(job::Hole hole, const job::Fastener& fastener, const Book& book);

/// "M6 bolt, normal", "M5 thread", "4 rivet".
std::string nameOf(const job::Fastener& fastener);

/// "m6", "m6 close", "m5 tap", "m6 rivet nut", "m6 rivet nut long", "m6 weld nut", "rivet 4", "m6 slotted
/// countersunk": as people type them.
Result<job::Fastener> parseFastener(std::string_view text, const Book& book);

/// What lies between head and nut, and what to buy.
struct Stack {
    double grip;               // all layers and washers between head and nut
    double needed;             // shortest length that does, under the head (of a countersunk one, over all)
    std::optional<double> buy; // the next length that is sold
    std::optional<double> engagement; // thread in the stock or in its nut
    double threads;                   // turns of that
};

/// Through bolts need grip, nut and two pitches; into a thread, a rivet nut or a weld nut grip and all of it.
/// A blind rivet goes by its book's grips. Nothing where the book lacks the size.
std::optional<Stack> stackOf(const job::Fastener& fastener, double thickness, const Book& book);

/// What stands on the sheet at the head's side: its diameter, washer and all; and what turns it.
struct Head {
    double bearingDiameter; // of head or washer
    double height;
    double driverDiameter; // of the socket; a key's or a screwdriver's is no wider than the head
    double standsOff = 0;  // how far off the sheet the driver begins: the washer's thickness
};
std::optional<Head> headOf(const job::Fastener& fastener, const Book& book);

} // namespace goodfold::hardware
