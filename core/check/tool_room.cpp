// Whether a screw's head and nut can be got at: a socket or a key from above, else a spanner on its side.
#include "check/tool_room.h"

#include "check/hole_findings.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace goodfold::check {

namespace {

using job::Element;
using job::Fastener;
using Use = Fastener::Use;

/// Length of a tool over a head: the room a hand's width of driver needs.
constexpr double kToolLength = 40;
/// Between a tool's end and the sheet it does not rub on.
constexpr double kOffSheet = 0.1;

/// One end of a fastener, where a tool goes on.
struct End {
    bool onFace;
    double above;       // from the hole's own surface to where the tool begins
    double height;      // of head or nut
    double driver;      // diameter of what turns it from above
    double acrossFlats; // 0 where only a key or a riveter does
};

/// A hand's spanner, lying on its side. Its bore is dropped over the head; a fork is slid on along its
/// handle.
struct Spanner {
    double headDiameter, thickness, handleWidth, length;
    bool isFork;
};

/// Upper sizes of common combination spanners by the width across flats, with their ends not cranked.
Spanner ringSpanner(double flats) {
    return {1.55 * flats, 0.6 * flats + 2, 0.9 * flats, 9 * flats + 50, false};
}
Spanner forkSpanner(double flats) {
    return {2.2 * flats, 0.4 * flats + 1.5, 0.9 * flats, 9 * flats + 50, true};
}
/// A ring of twelve corners goes on anew every 30 degrees, so does a fork that is turned over.
constexpr double kSwingDeg = 30;

std::optional<End> headEnd(const Subject& s, const Fastener& fastener) {
    const auto head = hardware::headOf(fastener, s.hardware);
    if (!head) return {};
    const hardware::Screw* screw = s.hardware.findScrew(fastener.size);
    const bool isHexagon = fastener.use != Use::Rivet && fastener.head == Fastener::Head::Hex && screw;
    return End{!fastener.headOnBack, head->standsOff, head->height, head->driverDiameter,
               isHexagon ? std::max(screw->headAcrossFlats, screw->olderAcrossFlats) : 0};
}

std::optional<End> nutEnd(const Subject& s, const Fastener& fastener) {
    const hardware::Screw* screw = s.hardware.findScrew(fastener.size);
    if (!screw || fastener.use != Use::Bolt) return {};
    return End{fastener.headOnBack, fastener.clamps + (fastener.washers > 1 ? screw->washerThickness : 0),
               screw->nutHeight, screw->socketDiameter,
               std::max(screw->acrossFlats, screw->olderAcrossFlats)};
}

/// The room round one hole of the formed part.
class Room {
public:
    Room(const Subject& s, const part::Surroundings& around, const part::PartHole& hole)
        : s_(s), around_(around), hole_(hole) {}

    std::optional<Element> socketMeets(const End& end, double lift = 0) const {
        return inTheWay(s_, around_, hole_,
                        over(s_, hole_, end.onFace, end.above + kOffSheet + lift, kToolLength, end.driver));
    }

    bool takes(const Spanner& spanner, const End& end, double swingDeg) const {
        return handleAt(spanner, end, swingDeg).has_value();
    }

    /// The tool on its head, the better way first.
    std::optional<Wrench> wrenchOn(const End& end) const {
        const Frame frame = frameOf(end);
        const Vec3 at = frame.surface + (end.above + kOffSheet) * frame.outward;
        if (!socketMeets(end)) return Wrench{at, frame.outward, end.driver, kToolLength};
        if (end.acrossFlats <= 0) return {};
        for (const Spanner& spanner : {ringSpanner(end.acrossFlats), forkSpanner(end.acrossFlats)})
            if (const auto fromDeg = handleAt(spanner, end, kSwingDeg)) {
                const Vec2 along = toward(*fromDeg + kSwingDeg / 2);
                return Wrench{at,
                              frame.outward,
                              spanner.headDiameter,
                              spanner.thickness,
                              along.x() * frame.x + along.y() * frame.y,
                              spanner.length,
                              spanner.handleWidth};
            }
        return {};
    }

private:
    /// Where the handle begins its swing, in degrees about the head; nothing where it cannot.
    std::optional<double> handleAt(const Spanner& spanner, const End& end, double swingDeg) const {
        constexpr int kDirections = 24;
        const double top = (spanner.isFork ? 0 : end.height) + spanner.thickness;
        if (!isFree(end, disc(spanner.headDiameter), top)) return {};
        for (int i = 0; i < kDirections; ++i) {
            const double fromDeg = i * 360.0 / kDirections;
            if (isFree(end, swept(spanner, fromDeg, swingDeg), top) &&
                (!spanner.isFork || isFree(end, slid(spanner, fromDeg), top)))
                return fromDeg;
        }
        return {};
    }

    static Vec2 toward(double deg) {
        const double rad = deg * std::numbers::pi / 180;
        return {std::cos(rad), std::sin(rad)};
    }

    /// Round the circle, not in it.
    static Polygon disc(double diameter) {
        constexpr int kCorners = 16;
        Polygon corners;
        for (int i = 0; i < kCorners; ++i)
            corners.push_back(diameter / 2 / std::cos(std::numbers::pi / kCorners) *
                              toward(i * 360.0 / kCorners));
        return corners;
    }

    /// All that the handle passes over as it swings, counter-clockwise.
    static Polygon swept(const Spanner& spanner, double fromDeg, double swingDeg) {
        const Vec2 first = toward(fromDeg), last = toward(fromDeg + swingDeg);
        const Vec2 right(first.y(), -first.x()), left(-last.y(), last.x());
        const double half = spanner.handleWidth / 2;
        const double out = spanner.length / std::cos(swingDeg * std::numbers::pi / 360);
        return {half * right, half * right + spanner.length * first, out * toward(fromDeg + swingDeg / 2),
                half * left + spanner.length * last, half * left};
    }

    /// A fork's way on: from beside the head to it.
    static Polygon slid(const Spanner& spanner, double deg) {
        const Vec2 along = toward(deg), left(-along.y(), along.x());
        const double half = spanner.headDiameter / 2;
        return {-half * left, -half * left + 2 * half * along, half * left + 2 * half * along, half * left};
    }

    /// On the sheet's surface at that end.
    struct Frame {
        Vec3 surface, outward, x, y;
    };
    Frame frameOf(const End& end) const {
        const part::FormedHole at = part::formedPoint(s_.folded, hole_.plate, hole_.centreOfShape());
        const Vec3 outward = end.onFace ? at.axis : Vec3(-at.axis);
        const Vec3 x = outward.unitOrthogonal();
        return {at.point + (end.onFace ? s_.part.thickness : 0) * at.axis, outward, x, outward.cross(x)};
    }

    bool isFree(const End& end, const Polygon& flat, double top) const {
        const Frame frame = frameOf(end);
        std::vector<Vec3> prism;
        for (const double up : {end.above + kOffSheet, end.above + kOffSheet + top})
            for (const Vec2& p : flat)
                prism.push_back(frame.surface + up * frame.outward + p.x() * frame.x + p.y() * frame.y);
        return !inTheWay(s_, around_, hole_, prism);
    }

    const Subject& s_;
    const part::Surroundings& around_;
    const part::PartHole& hole_;
};

/// How a fastener's tools go on, the better way first.
enum class Access { FromAbove, Spanner, None };

Access accessTo(const Room& room, const End& end, double swingDeg) {
    if (!room.socketMeets(end)) return Access::FromAbove;
    if (end.acrossFlats <= 0) return Access::None;
    return room.takes(ringSpanner(end.acrossFlats), end, swingDeg) ||
                   room.takes(forkSpanner(end.acrossFlats), end, swingDeg)
               ? Access::Spanner
               : Access::None;
}

/// Of a bolt one end is turned and the other only held.
Access accessTo(const Subject& s, const Room& room, const Fastener& fastener) {
    const auto head = headEnd(s, fastener);
    if (!head) return Access::FromAbove; // the book has none: nothing to say
    const auto nut = nutEnd(s, fastener);
    const Access turned = accessTo(room, *head, kSwingDeg);
    if (!nut) return turned;
    const auto together = [](Access one, Access other) { return std::max(one, other); };
    const Access either = together(turned, accessTo(room, *nut, 0));
    return either == Access::FromAbove
               ? either
               : std::min(either, together(accessTo(room, *head, 0), accessTo(room, *nut, kSwingDeg)));
}

/// The least a spacer lifts the head or nut clear of a low wall, in steps that are sold; nothing where none
/// does.
std::optional<double> spacerThatLifts(const Room& room, const End& end) {
    for (const double lift : {3.0, 5.0, 8.0, 10.0, 12.0, 15.0, 20.0, 25.0})
        if (!room.socketMeets(end, lift)) return lift;
    return {};
}

Finding noRoom(const Subject& s, const Room& room, const part::PartHole& hole, const Fastener& fastener) {
    const End head = *headEnd(s, fastener);
    const auto nut = nutEnd(s, fastener);
    const bool atHead = room.socketMeets(head).has_value();
    const End& end = atHead || !nut ? head : *nut;
    const Element met = *room.socketMeets(end);
    const bool isRivet = fastener.use == Use::Rivet;
    Finding finding =
        told(Severity::Mind, hole, hole.id + ": no room for the tool",
             std::string(isRivet               ? "The riveter's nose"
                         : end.acrossFlats > 0 ? "The socket"
                                               : "The key or driver") +
                 " is " + s.length(end.driver) + " across and meets " + nameOf(met) +
                 (atHead ? " at the head" : " at the nut") +
                 (end.acrossFlats > 0 ? ", and a spanner on its side has no room to swing." : "."),
             end.driver, 0);
    if (const auto lift = spacerThatLifts(room, end); lift && !isRivet)
        finding.says += " A spacer " + s.length(*lift) + " long under the " + (atHead ? "head" : "nut") +
                        " lifts it clear; the screw is longer by as much.";
    return finding;
}

/// Worth a note where it is not a tool's length of room that is there.
Finding bySpanner(const part::PartHole& hole) {
    return told(Severity::Note, hole, hole.id + " is turned by a spanner",
                "A socket has no room over it; a spanner on its side goes on and swings by 30°.", 0, 0);
}

/// What is turned in a hole: its own fastener; or the screw that bolts it to the mount, whose other end is
/// the mount's.
std::optional<Fastener> turnedIn(const Subject& s, const part::PartHole& hole) {
    if (const auto& own = fastenerOf(s, hole)) return own;
    if (!s.lineUp) return {};
    for (const LineUpFacts::Bolt& bolt : s.lineUp->bolts) {
        if (bolt.hole != hole.source || bolt.size.empty()) continue;
        Fastener screw;
        screw.use = Use::Tapped;
        screw.size = bolt.size;
        screw.headOnBack = bolt.headOnBack;
        return screw;
    }
    return {};
}

/// What stands where it is bolted on.
void addStanding(part::Surroundings& around, const Subject& s) {
    if (s.lineUp)
        for (const LineUpFacts::Standing& thing : s.lineUp->standing)
            around.add({Element::Kind::Nothing, "the " + thing.id}, thing.corners);
}

} // namespace

std::optional<Wrench> wrenchFor(const Subject& s, const std::string& id) {
    const int index = s.part.holeIndex(id);
    if (index < 0) return {};
    const part::PartHole& hole = s.part.holes[static_cast<size_t>(index)];
    const auto fastener = turnedIn(s, hole);
    const auto head = fastener ? headEnd(s, *fastener) : std::nullopt;
    if (!head) return {};
    part::Surroundings around(s.part, s.folded);
    addStanding(around, s);
    return Room(s, around, hole).wrenchOn(*head);
}

/// Socket, key or riveter over the head, and what turns or holds the nut, against every other plate of the
/// formed part, and where it is bolted on against what stands there. Where no tool goes on, the bolt turned
/// round or a head with a key may do, or a spacer.
std::vector<Finding> noRoomForTool(const Subject& s) {
    std::vector<Finding> findings;
    std::vector<std::string> seen;
    part::Surroundings around(s.part, s.folded);
    addStanding(around, s);
    for (const part::PartHole& hole : s.part.holes) {
        const std::optional<Fastener> fastener = turnedIn(s, hole);
        if (!fastener || std::find(seen.begin(), seen.end(), hole.source) != seen.end()) continue;
        const Room room(s, around, hole);
        const Access access = accessTo(s, room, *fastener);
        if (access == Access::FromAbove) continue;
        seen.push_back(hole.source);
        if (access == Access::Spanner) {
            findings.push_back(bySpanner(hole));
            continue;
        }
        findings.push_back(noRoom(s, room, hole, *fastener));
        Finding& finding = findings.back();
        if (!fastenerOf(s, hole)) continue; // another head, or side, is the job's to say first
        Fastener other = *fastener;
        other.headOnBack = !other.headOnBack;
        if (accessTo(s, room, other) != Access::None)
            offer(finding, byFastener(s, hole.source, other, "put it in from the other side"));
        other = *fastener;
        other.head = Fastener::Head::Cap;
        if (fastener->use != Use::Rivet && fastener->head != Fastener::Head::Cap &&
            accessTo(s, room, other) != Access::None)
            offer(finding, byFastener(s, hole.source, other, "use a cap screw and a key"));
    }
    return findings;
}

} // namespace goodfold::check
