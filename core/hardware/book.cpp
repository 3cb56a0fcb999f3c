#include "common/strict_json.h"
#include "hardware/hardware.h"

#include <algorithm>
#include <cassert>
#include <cctype>
#include <cmath>
#include <map>
#include <sstream>

namespace goodfold::hardware {

extern const std::string_view shippedHardware;

namespace {

using Lengths = std::map<std::string, std::vector<double>>;
using HeadKind = job::Fastener::Head;

const std::pair<const char*, HeadKind> kHeads[] = {{"hex", HeadKind::Hex},
                                                   {"cap", HeadKind::Cap},
                                                   {"pan", HeadKind::Pan},
                                                   {"countersunk", HeadKind::Countersunk},
                                                   {"slotted-countersunk", HeadKind::SlottedCountersunk}};

std::string lower(std::string_view text) {
    std::string out;
    for (const char c : text)
        if (c != ' ') out += static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
    return out;
}

/// The size itself, or that of an inch thread without its pitch.
template <class Entry> const Entry* find(const std::vector<Entry>& entries, std::string_view size) {
    const std::string wanted = lower(size);
    for (const Entry& entry : entries)
        if (lower(entry.size) == wanted) return &entry;
    for (const Entry& entry : entries)
        if (lower(entry.size).starts_with(wanted + "-")) return &entry;
    return nullptr;
}

RivetNut rivetNutFrom(Members& nut) {
    RivetNut read{nut.text("family", ""),        nut.number("hole"),
                  nut.number("least_edge"),      nut.number("length"),
                  nut.number("flange_diameter"), nut.number("grip_least"),
                  nut.number("grip_most")};
    nut.refuseOthers();
    return read;
}

const std::vector<double>& listOf(Members& entry, const Lengths& lengths) {
    const std::string name = entry.text("lengths");
    const auto found = lengths.find(name);
    if (found == lengths.end()) entry.fail("is \"" + name + "\", and there is no such list", "lengths");
    return found->second;
}

/// The least or the most of each head, where they are said.
std::map<HeadKind, double> byHead(Members& entry, const std::string& key) {
    std::map<HeadKind, double> all;
    if (!entry.has(key)) return all;
    entry.own(key, [&](Members& members) {
        for (const auto& [word, head] : kHeads)
            if (members.has(word)) all[head] = members.number(word);
        return 0;
    });
    return all;
}

/// Of each head the lengths of the list, from `sold_from` to `sold_to` where those are said.
std::map<HeadKind, std::vector<double>> lengthsFrom(Members& entry, const std::vector<double>& list) {
    const auto from = byHead(entry, "sold_from"), to = byHead(entry, "sold_to");
    std::map<HeadKind, std::vector<double>> lengths;
    for (const auto& [word, head] : kHeads) {
        if (!from.empty() && !from.contains(head)) continue;
        const double least = from.empty() ? 0 : from.at(head);
        const double most = to.contains(head) ? to.at(head) : list.empty() ? 0 : list.back();
        for (const double length : list)
            if (length >= least && length <= most) lengths[head].push_back(length);
    }
    return lengths;
}

Rivet::Grip gripFrom(const json& row, const Members& entry) {
    if (!row.is_array() || row.size() != 3 ||
        !std::all_of(row.begin(), row.end(), [](const json& each) { return each.is_number(); }))
        entry.fail("must hold lists of three numbers: length, least and most grip", "grips");
    return {row[0].get<double>(), row[1].get<double>(), row[2].get<double>()};
}

/// By its own grips; a shop that lists lengths alone loses 1.5 diameters of each to the head that is formed.
Rivet rivetFrom(Members& entry, const Lengths& lengths) {
    Rivet rivet{entry.text("size"),
                entry.number("diameter"),
                entry.number("hole"),
                entry.number("head_diameter"),
                {}};
    if (entry.has("grips"))
        for (const json& row : entry.take("grips"))
            rivet.grips.push_back(gripFrom(row, entry));
    if (entry.has("lengths"))
        for (const double length : listOf(entry, lengths))
            if (const double most = length - 1.5 * rivet.diameter; most > 0)
                rivet.grips.push_back({length, 0, most});
    entry.refuseOthers();
    return rivet;
}

Screw screwFrom(Members& entry, const Lengths& lengths) {
    Screw screw;
    screw.size = entry.text("size");
    for (const auto& [key, member] : {std::pair{"major", &Screw::major},
                                      {"pitch", &Screw::pitch},
                                      {"close", &Screw::close},
                                      {"normal", &Screw::normal},
                                      {"loose", &Screw::loose},
                                      {"tap_drill", &Screw::tapDrill},
                                      {"across_flats", &Screw::acrossFlats},
                                      {"head_height", &Screw::headHeight},
                                      {"nut_height", &Screw::nutHeight},
                                      {"washer_diameter", &Screw::washerDiameter},
                                      {"washer_thickness", &Screw::washerThickness},
                                      {"cap_diameter", &Screw::capDiameter},
                                      {"cap_height", &Screw::capHeight},
                                      {"pan_diameter", &Screw::panDiameter},
                                      {"pan_height", &Screw::panHeight},
                                      {"countersunk_diameter", &Screw::countersunkDiameter},
                                      {"countersink_angle", &Screw::countersinkAngle},
                                      {"socket_diameter", &Screw::socketDiameter}})
        screw.*member = entry.number(key);
    screw.slottedCountersunkDiameter =
        entry.number("slotted_countersunk_diameter", screw.countersunkDiameter);
    screw.headAcrossFlats = entry.number("head_across_flats", screw.acrossFlats);
    screw.headSocketDiameter = entry.number("head_socket_diameter", screw.socketDiameter);
    screw.olderAcrossFlats = entry.number("older_across_flats", 0);
    screw.lengths = lengthsFrom(entry, listOf(entry, lengths));
    if (entry.has("rivet_nut")) {
        Members nut(entry.take("rivet_nut"), entry.at("rivet_nut"));
        screw.rivetNuts.push_back(rivetNutFrom(nut));
    }
    if (entry.has("rivet_nuts")) screw.rivetNuts = entry.list("rivet_nuts", rivetNutFrom);
    if (entry.has("weld_nut"))
        screw.weldNut = entry.own("weld_nut", [](Members& nut) {
            return WeldNut{nut.number("hole"), nut.number("across_flats"), nut.number("height")};
        });
    entry.refuseOthers();
    return screw;
}

bool isUsable(const Screw& screw) {
    return !screw.size.empty() && screw.pitch > 0 && screw.tapDrill > 0 && screw.tapDrill < screw.major &&
           screw.close > screw.major && screw.normal >= screw.close && screw.loose >= screw.normal &&
           !screw.lengths.empty() &&
           std::all_of(screw.lengths.begin(), screw.lengths.end(), [](const auto& l) {
               return !l.second.empty() && std::is_sorted(l.second.begin(), l.second.end());
           });
}

bool isUsable(const Rivet& rivet) {
    return !rivet.size.empty() && rivet.diameter > 0 && rivet.hole >= rivet.diameter &&
           !rivet.grips.empty() &&
           std::is_sorted(rivet.grips.begin(), rivet.grips.end(),
                          [](const Rivet::Grip& a, const Rivet::Grip& b) { return a.most < b.most; });
}

template <class Entry> void replaceOrAdd(std::vector<Entry>& entries, const Entry& own) {
    const auto same = std::find_if(entries.begin(), entries.end(),
                                   [&](const Entry& entry) { return lower(entry.size) == lower(own.size); });
    if (same == entries.end())
        entries.push_back(own);
    else
        *same = own;
}

} // namespace

const Screw* Book::findScrew(std::string_view size) const {
    return find(screws, size);
}
const RivetNut* Screw::rivetNut(const std::string& family) const {
    if (family.empty()) return rivetNuts.empty() ? nullptr : &rivetNuts.front();
    const auto found = std::find_if(rivetNuts.begin(), rivetNuts.end(),
                                    [&](const RivetNut& nut) { return nut.family == family; });
    return found == rivetNuts.end() ? nullptr : &*found;
}
const Rivet* Book::findRivet(std::string_view size) const {
    return find(rivets, size);
}
const Screw* Book::screwOfMajor(double mm) const {
    constexpr double kSame = 0.01;
    const auto found = std::find_if(screws.begin(), screws.end(),
                                    [&](const Screw& screw) { return std::abs(screw.major - mm) < kSame; });
    return found == screws.end() ? nullptr : &*found;
}

const Screw* Book::largestThrough(double hole, bool isMetric) const {
    const Screw* largest = nullptr;
    const auto isBetter = [&](const Screw& screw) {
        if (screw.major >= hole) return false;
        if (!largest) return true;
        if (screw.isMetric() != largest->isMetric()) return screw.isMetric() == isMetric;
        return screw.major > largest->major;
    };
    for (const Screw& screw : screws)
        if (isBetter(screw)) largest = &screw;
    return largest;
}

namespace {

Lengths listsFrom(Members& members) {
    Lengths lengths;
    if (!members.has("lengths")) return lengths;
    const json& lists = members.take("lengths");
    Members named(lists, "lengths");
    for (const auto& [name, list] : lists.items())
        lengths[name] = named.numbers(name);
    return lengths;
}

Book bookFrom(const json& root) {
    Members members(root, "");
    for (const char* words : {"note", "sources"})
        if (members.has(words)) members.take(words);
    const Lengths lengths = listsFrom(members);
    Book book;
    if (members.has("screws"))
        book.screws = members.list("screws", [&](Members& entry) { return screwFrom(entry, lengths); });
    if (members.has("rivets"))
        book.rivets = members.list("rivets", [&](Members& entry) { return rivetFrom(entry, lengths); });
    members.refuseOthers();
    for (const Screw& screw : book.screws)
        if (!isUsable(screw))
            throw Error{"Screw \"" + screw.size +
                            "\": its drill, thread and clearance holes do not fit each other.",
                        "screws"};
    for (const Rivet& rivet : book.rivets)
        if (!isUsable(rivet)) throw Error{"Rivet \"" + rivet.size + "\" does not go in its hole.", "rivets"};
    return book;
}

} // namespace

Result<Book> readBook(std::istream& in) {
    return readStrictly(in, bookFrom);
}

const Book& standardBook() {
    static const Book book = [] {
        std::istringstream in{std::string(shippedHardware)};
        Result<Book> read = readBook(in);
        assert(read);
        return *std::move(read);
    }();
    return book;
}

Book withOwn(Book book, const Book& own) {
    for (const Screw& screw : own.screws)
        replaceOrAdd(book.screws, screw);
    for (const Rivet& rivet : own.rivets)
        replaceOrAdd(book.rivets, rivet);
    return book;
}

} // namespace goodfold::hardware
