#include "hardware/hardware.h"

#include <nlohmann/json.hpp>

#include <algorithm>
#include <cassert>
#include <cctype>
#include <map>
#include <sstream>

namespace goodfold::hardware {

extern const std::string_view shippedHardware;

namespace {

using nlohmann::json;
using Lengths = std::map<std::string, std::vector<double>>;
using Head = job::Fastener::Head;

const std::pair<const char*, Head> kHeads[] = {{"hex", Head::Hex},
                                               {"cap", Head::Cap},
                                               {"pan", Head::Pan},
                                               {"countersunk", Head::Countersunk},
                                               {"slotted-countersunk", Head::SlottedCountersunk}};

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

RivetNut rivetNutFrom(const json& nut) {
    return {nut.value("family", ""),   nut.at("hole"),       nut.at("least_edge"), nut.at("length"),
            nut.at("flange_diameter"), nut.at("grip_least"), nut.at("grip_most")};
}

/// Of each head the lengths of the list, from `sold_from` to `sold_to` where those are said.
std::map<Head, std::vector<double>> lengthsFrom(const json& entry, const std::vector<double>& list) {
    std::map<Head, std::vector<double>> lengths;
    for (const auto& [word, head] : kHeads) {
        double from = list.front(), to = list.back();
        if (entry.contains("sold_from")) {
            if (!entry.at("sold_from").contains(word)) continue;
            from = entry.at("sold_from").at(word);
            to = entry.at("sold_to").at(word);
        }
        for (const double length : list)
            if (length >= from && length <= to) lengths[head].push_back(length);
    }
    return lengths;
}

/// By its own grips; a shop that lists lengths alone loses 1.5 diameters of each to the head that is formed.
Rivet rivetFrom(const json& entry, const Lengths& lengths) {
    Rivet rivet{entry.at("size"), entry.at("diameter"), entry.at("hole"), entry.at("head_diameter"), {}};
    for (const json& grip : entry.value("grips", json::array()))
        rivet.grips.push_back({grip.at(0), grip.at(1), grip.at(2)});
    if (entry.contains("lengths"))
        for (const double length : lengths.at(entry.at("lengths")))
            if (const double most = length - 1.5 * rivet.diameter; most > 0)
                rivet.grips.push_back({length, 0, most});
    return rivet;
}

Screw screwFrom(const json& entry, const Lengths& lengths) {
    Screw screw;
    screw.size = entry.at("size");
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
        screw.*member = entry.at(key);
    screw.slottedCountersunkDiameter = entry.value("slotted_countersunk_diameter", screw.countersunkDiameter);
    screw.headAcrossFlats = entry.value("head_across_flats", screw.acrossFlats);
    screw.headSocketDiameter = entry.value("head_socket_diameter", screw.socketDiameter);
    screw.olderAcrossFlats = entry.value("older_across_flats", 0.0);
    screw.lengths = lengthsFrom(entry, lengths.at(entry.at("lengths")));
    if (entry.contains("rivet_nut")) screw.rivetNuts.push_back(rivetNutFrom(entry.at("rivet_nut")));
    for (const json& nut : entry.value("rivet_nuts", json::array()))
        screw.rivetNuts.push_back(rivetNutFrom(nut));
    if (entry.contains("weld_nut")) {
        const json& nut = entry.at("weld_nut");
        screw.weldNut = WeldNut{nut.at("hole"), nut.at("across_flats"), nut.at("height")};
    }
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

Result<Book> readBook(std::istream& in) {
    try {
        Book book;
        const json root = json::parse(in);
        const Lengths lengths = root.value("lengths", Lengths());
        for (const json& entry : root.value("screws", json::array())) {
            book.screws.push_back(screwFrom(entry, lengths));
            if (!isUsable(book.screws.back()))
                return Error{"Screw \"" + book.screws.back().size +
                                 "\": its drill, thread and clearance holes do not fit each other.",
                             "screws"};
        }
        for (const json& entry : root.value("rivets", json::array())) {
            book.rivets.push_back(rivetFrom(entry, lengths));
            if (!isUsable(book.rivets.back()))
                return Error{"Rivet \"" + book.rivets.back().size + "\" does not go in its hole.", "rivets"};
        }
        return book;
    } catch (const json::exception& trouble) {
        return Error{std::string("The hardware book cannot be read: ") + trouble.what() + ".", {}};
    } catch (const std::out_of_range&) {
        return Error{"An entry of the hardware book names lengths that are not there.", "lengths"};
    }
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
