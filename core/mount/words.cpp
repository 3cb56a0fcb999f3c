#include "mount/words.h"

#include "common/phrase.h"

#include <array>
#include <utility>

namespace goodfold::mount {

namespace {

using job::MountReading;
using Kind = MountReading::Kind;
using How = MountReading::How;

std::string sizeOf(double value, Kind kind, quantity::Unit unit) {
    if (kind == Kind::Turn) return quantity::printDegrees(value);
    return quantity::typesetSize(quantity::Length::mm(value), unit);
}

/// "along edge e", "along tube P".
std::string edgeOrTube(const job::Mount& mount, const std::string& id) {
    return (mount.findFace(id) ? "tube " : "edge ") + id;
}

std::string rims(How how) {
    return how == How::Near  ? ", between the nearest edges"
           : how == How::Far ? ", over the outer edges"
                             : ", centre to centre";
}

std::string happened(const Suspect& suspect, const MountReading& reading, const job::Mount& mount,
                     quantity::Unit unit) {
    switch (suspect.why) {
    case Slip::Digits:
        return "two digits swapped";
    case Slip::Centimetre:
        return "a whole centimetre";
    case Slip::Inch:
        return "a whole inch";
    case Slip::TenInches:
        return "ten inches";
    case Slip::OtherHow:
        return "read" +
               std::string(suspect.how == How::Near  ? " between the nearest edges"
                           : suspect.how == How::Far ? " over the outer edges"
                                                     : " to the centres") +
               ", it seems";
    case Slip::Radius:
        return "a radius and a diameter taken for one another";
    case Slip::Thickness:
        return "inside taken for outside of the stock";
    case Slip::Unit:
        return "millimetres taken for inches";
    case Slip::OtherPair: {
        MountReading really = reading;
        really.of = suspect.of;
        return "it seems to be " + inWords(really, mount);
    }
    case Slip::Unexplained:
        break;
    }
    return "off by " + sizeOf(std::abs(suspect.offBy), reading.kind, unit);
}

} // namespace

std::string inWords(const MountReading& reading, const job::Mount& mount) {
    const std::string& first = reading.of[0];
    const std::string second = reading.of.size() > 1 ? reading.of[1] : std::string();
    switch (reading.kind) {
    case Kind::Between:
        return "how far " + first + " and " + second + " are apart" + rims(reading.how);
    case Kind::FromEdge:
        return "how far " + first + " is from edge " + second +
               (reading.how == How::Near  ? ", to its near side"
                : reading.how == How::Far ? ", to its far side"
                                          : ", to its centre");
    case Kind::Along:
        return "how far " + first + " and " + second + " are apart along " + edgeOrTube(mount, reading.of[2]);
    case Kind::Square:
        return "how far " + first + " and " + second + " are apart" +
               (mount.findFace(reading.of[2]) ? ", on its skin, around " : " square to ") +
               edgeOrTube(mount, reading.of[2]);
    case Kind::Height:
        return "how high " + first + " is over " +
               (mount.findFace(second) && mount.findFace(second)->tube ? "tube " : "face ") + second;
    case Kind::Turn:
        return "what turn there is between faces " + first + " and " + second;
    case Kind::Rise:
        return "what face " + second + " rises against face " + first + " on " +
               quantity::printNumber(reading.over, 1);
    case Kind::Diameter:
        return "the diameter of " + first;
    case Kind::Plumb:
        return "what face " + first + " leans outward, bottom to top, on " +
               quantity::printNumber(reading.over, 1);
    case Kind::Level:
        return "what face " + first + " is out of level, where it falls most, on " +
               quantity::printNumber(reading.over, 1);
    }
    return {};
}

std::string withWhat(const MountReading& reading, const Instruments& instruments) {
    const auto found = instruments.find(reading.with);
    return found == instruments.end() ? std::string() : "with " + found->second.says;
}

std::string inWords(const Suspect& suspect, const job::Mount& mount, quantity::Unit unit) {
    const MountReading& reading = mount.readings[suspect.reading];
    std::string says = reading.id + " reads " + sizeOf(reading.value, reading.kind, unit) +
                       "; the others say " + sizeOf(suspect.likely, reading.kind, unit) + ": " +
                       happened(suspect, reading, mount, unit) + ".";
    if (!suspect.twins.empty()) {
        std::vector<std::string> names;
        for (const int twin : suspect.twins)
            names.push_back(mount.readings[twin].id);
        says += " Or it is " + listed(names, "or") + ", which would look the same";
        if (suspect.partedBy) says += ": measure " + inWords(*suspect.partedBy, mount) + ", and it shows";
        says += ".";
    }
    return says;
}

std::string inWords(const SideApart& side, const job::Mount& mount, quantity::Unit unit) {
    return sentence(
        inWords(side.reading, mount) + ": " + sizeOf(std::abs(side.reading.value), side.reading.kind, unit) +
        " there; a mirror image of this side would read " + sizeOf(side.mirrored, side.reading.kind, unit));
}

std::string inWords(const Open& open, const job::Mount& mount, const Instruments& instruments) {
    std::string says = "Where " + open.about + " is cannot be told from the readings yet.";
    if (!open.wants) return says;
    says += " Measure " + inWords(*open.wants, mount);
    if (const std::string with = withWhat(*open.wants, instruments); !with.empty()) says += ", " + with;
    return says + ".";
}

} // namespace goodfold::mount
