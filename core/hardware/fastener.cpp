#include "hardware/hardware.h"

#include <algorithm>
#include <cctype>
#include <sstream>

namespace goodfold::hardware {

namespace {

using job::Fastener;
using Use = Fastener::Use;

Error notInBook(const Fastener& fastener, const std::string& what) {
    return {"The hardware book has no " + fastener.size + " " + what + ".", {}};
}

double clearance(const Screw& screw, Fastener::Fit fit) {
    return fit == Fastener::Fit::Close   ? screw.close
           : fit == Fastener::Fit::Loose ? screw.loose
                                         : screw.normal;
}

std::optional<double> nextLength(const std::vector<double>& lengths, double needed) {
    constexpr double kSame = 1e-6;
    const auto next =
        std::find_if(lengths.begin(), lengths.end(), [&](double length) { return length >= needed - kSame; });
    return next == lengths.end() ? std::nullopt : std::optional(*next);
}

Stack rivetStack(const Fastener& fastener, double thickness, const Rivet& rivet) {
    constexpr double kSame = 1e-6;
    const double grip = thickness + fastener.clamps;
    const auto row = std::find_if(rivet.grips.begin(), rivet.grips.end(),
                                  [&](const Rivet::Grip& g) { return g.most >= grip - kSame; });
    if (row != rivet.grips.end()) return {grip, row->length, row->length, {}, 0};
    const Rivet::Grip& longest = rivet.grips.back();
    return {grip, longest.length + grip - longest.most, {}, {}, 0};
}

/// 0 of a screw that is not made so.
double countersunkOf(const Screw& screw, Fastener::Head head) {
    return head == Fastener::Head::Countersunk ? screw.countersunkDiameter : screw.slottedCountersunkDiameter;
}

const std::vector<double>& lengthsOf(const Screw& screw, Fastener::Head head) {
    const auto found = screw.lengths.find(head);
    return found == screw.lengths.end() ? screw.lengths.begin()->second : found->second;
}

} // namespace

Result<WantedHole> holeFor(const Fastener& fastener, const Book& book) {
    if (fastener.use == Use::Rivet) {
        const Rivet* rivet = book.findRivet(fastener.size);
        if (!rivet) return notInBook(fastener, "rivet");
        return WantedHole{rivet->hole, {}};
    }
    const Screw* screw = book.findScrew(fastener.size);
    if (!screw) return notInBook(fastener, "thread");
    switch (fastener.use) {
    case Use::Tapped:
        return WantedHole{screw->tapDrill, {}};
    case Use::RivetNut:
        if (const RivetNut* nut = screw->rivetNut(fastener.family)) return WantedHole{nut->hole, {}};
        return notInBook(fastener, fastener.family.empty() ? "rivet nut" : fastener.family + " rivet nut");
    case Use::WeldNut:
        if (!screw->weldNut) return notInBook(fastener, "weld nut");
        return WantedHole{screw->weldNut->hole, {}};
    default:
        break;
    }
    WantedHole wanted{clearance(*screw, fastener.fit), {}};
    if (!screw->lengths.contains(fastener.head))
        return notInBook(fastener, fastener.isCountersunk() ? "screw with such a countersunk head"
                                                            : "screw with such a head");
    if (fastener.isCountersunk())
        wanted.countersink = job::Countersink{std::max(countersunkOf(*screw, fastener.head), wanted.diameter),
                                              screw->countersinkAngle, fastener.headOnBack};
    return wanted;
}

Result<job::Hole> fitted(job::Hole hole, const Fastener& fastener, const Book& book) {
    const auto wanted = holeFor(fastener, book);
    if (!wanted) return wanted.error();
    // A slot or an arc slot stays one for a bolt; threads and rivets want a round hole.
    const bool staysLong = fastener.use == Use::Bolt && !wanted->countersink &&
                           (hole.kind == job::Hole::Kind::Slot || hole.kind == job::Hole::Kind::ArcSlot);
    if (hole.kind == job::Hole::Kind::Slot && staysLong) hole.length += wanted->diameter - hole.diameter;
    if (!staysLong) {
        hole.kind = job::Hole::Kind::Round;
        hole.length = hole.radius = hole.neck = 0;
        hole.outline.clear();
    }
    hole.diameter = wanted->diameter;
    hole.countersink = wanted->countersink;
    hole.fastener = fastener;
    return hole;
}

std::string nameOf(const Fastener& fastener) {
    const auto fit = [&] {
        return fastener.fit == Fastener::Fit::Close   ? "close"
               : fastener.fit == Fastener::Fit::Loose ? "loose"
                                                      : "normal";
    };
    switch (fastener.use) {
    case Use::Bolt:
        return fastener.size + " bolt, " + fit();
    case Use::Tapped:
        return fastener.size + " thread";
    case Use::RivetNut:
        return fastener.size + " rivet nut";
    case Use::WeldNut:
        return fastener.size + " weld nut";
    case Use::Rivet:
        return fastener.size + " rivet";
    }
    return {};
}

Result<Fastener> parseFastener(std::string_view text, const Book& book) {
    std::istringstream in{std::string(text)};
    Fastener fastener;
    fastener.size.clear();
    bool nut = false, rivet = false, weld = false, sunk = false, slotted = false;
    for (std::string word; in >> word;) {
        std::transform(word.begin(), word.end(), word.begin(),
                       [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
        if (word == "close")
            fastener.fit = Fastener::Fit::Close;
        else if (word == "loose")
            fastener.fit = Fastener::Fit::Loose;
        else if (word == "normal" || word == "bolt" || word == "screw")
            continue;
        else if (word == "tap" || word == "tapped" || word == "thread")
            fastener.use = Use::Tapped;
        else if (word == "nut")
            nut = true;
        else if (word == "rivet")
            rivet = true;
        else if (word == "weld")
            weld = true;
        else if (word == "cap")
            fastener.head = Fastener::Head::Cap;
        else if (word == "pan")
            fastener.head = Fastener::Head::Pan;
        else if (word == "countersunk")
            sunk = true;
        else if (word == "slotted" || word == "cross")
            slotted = true;
        else if (word == "long" || word == "thin-walled")
            fastener.family = word;
        else if (fastener.size.empty())
            fastener.size = word;
        else
            return Error{
                "\"" + word + "\" says nothing about a fastener: m6, m6 close, m5 tap, m6 rivet nut.", {}};
    }
    if (sunk) fastener.head = slotted ? Fastener::Head::SlottedCountersunk : Fastener::Head::Countersunk;
    if (slotted && !sunk) fastener.head = Fastener::Head::Pan;
    if (rivet) fastener.use = nut ? Use::RivetNut : Use::Rivet;
    if (weld) fastener.use = Use::WeldNut;
    if (fastener.use == Use::Rivet) {
        const Rivet* found = book.findRivet(fastener.size);
        if (!found) return notInBook(fastener, "rivet");
        fastener.size = found->size;
        fastener.head = Fastener::Head::Pan;
        return fastener;
    }
    const Screw* found = book.findScrew(fastener.size);
    if (!found) return notInBook(fastener, "thread");
    fastener.size = found->size;
    if (const auto wanted = holeFor(fastener, book); !wanted) return wanted.error();
    return fastener;
}

std::optional<Stack> stackOf(const Fastener& fastener, double thickness, const Book& book) {
    if (fastener.use == Use::Rivet) {
        const Rivet* rivet = book.findRivet(fastener.size);
        return rivet ? std::optional(rivetStack(fastener, thickness, *rivet)) : std::nullopt;
    }
    const Screw* screw = book.findScrew(fastener.size);
    if (!screw) return std::nullopt;
    const bool isThrough = fastener.use == Use::Bolt;
    const int washers = isThrough ? fastener.washers : std::min(fastener.washers, 1);
    const double rest = fastener.clamps + washers * screw->washerThickness;
    if (isThrough) {
        const double grip = rest + thickness, needed = grip + screw->nutHeight + 2 * screw->pitch;
        return Stack{grip, needed, nextLength(lengthsOf(*screw, fastener.head), needed), screw->nutHeight,
                     screw->nutHeight / screw->pitch};
    }
    double thread = thickness;
    if (const RivetNut* nut = screw->rivetNut(fastener.family); nut && fastener.use == Use::RivetNut)
        thread = nut->length;
    if (fastener.use == Use::WeldNut && screw->weldNut) thread = thickness + screw->weldNut->height;
    const double engagement =
        fastener.use == Use::WeldNut && screw->weldNut ? screw->weldNut->height : thread;
    const double needed = rest + thread;
    return Stack{rest, needed, nextLength(lengthsOf(*screw, fastener.head), needed), engagement,
                 engagement / screw->pitch};
}

std::optional<Head> headOf(const Fastener& fastener, const Book& book) {
    if (fastener.use == Use::Rivet) {
        const Rivet* rivet = book.findRivet(fastener.size);
        // The nose of a hand riveter is a little wider than the head it pulls down on.
        return rivet
                   ? std::optional(Head{rivet->headDiameter, rivet->diameter / 2, rivet->headDiameter * 1.5})
                   : std::nullopt;
    }
    const Screw* screw = book.findScrew(fastener.size);
    if (!screw) return std::nullopt;
    const double washer = fastener.washers > 0 ? screw->washerDiameter : 0;
    const double off = fastener.washers > 0 ? screw->washerThickness : 0;
    switch (fastener.head) {
    case Fastener::Head::Cap:
        return Head{std::max(washer, screw->capDiameter), screw->capHeight, screw->capDiameter, off};
    case Fastener::Head::Pan:
        return Head{std::max(washer, screw->panDiameter), screw->panHeight, screw->panDiameter, off};
    case Fastener::Head::Countersunk:
    case Fastener::Head::SlottedCountersunk:
        return Head{countersunkOf(*screw, fastener.head), 0, countersunkOf(*screw, fastener.head)};
    default: {
        // Over the corners of the larger hexagon that is met.
        const double flats = std::max(screw->headAcrossFlats, screw->olderAcrossFlats);
        return Head{std::max(washer, flats * 1.1547), screw->headHeight,
                    screw->headSocketDiameter + flats - screw->headAcrossFlats, off};
    }
    }
}

} // namespace goodfold::hardware
