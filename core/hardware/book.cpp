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
    screw.lengths = lengths.at(entry.at("lengths"));
    if (entry.contains("rivet_nut")) {
        const json& nut = entry.at("rivet_nut");
        screw.rivetNut =
            RivetNut{nut.at("hole"),       nut.at("least_edge"), nut.at("length"), nut.at("flange_diameter"),
                     nut.at("grip_least"), nut.at("grip_most")};
    }
    if (entry.contains("weld_nut")) {
        const json& nut = entry.at("weld_nut");
        screw.weldNut = WeldNut{nut.at("hole"), nut.at("across_flats"), nut.at("height")};
    }
    return screw;
}

bool isUsable(const Screw& screw) {
    return !screw.size.empty() && screw.pitch > 0 && screw.tapDrill > 0 && screw.tapDrill < screw.major &&
           screw.close > screw.major && screw.normal >= screw.close && screw.loose >= screw.normal &&
           !screw.lengths.empty() && std::is_sorted(screw.lengths.begin(), screw.lengths.end());
}

bool isUsable(const Rivet& rivet) {
    return !rivet.size.empty() && rivet.diameter > 0 && rivet.hole >= rivet.diameter &&
           !rivet.lengths.empty();
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
const Rivet* Book::findRivet(std::string_view size) const {
    return find(rivets, size);
}

Result<Book> readBook(std::istream& in) {
    try {
        Book book;
        const json root = json::parse(in);
        const Lengths lengths = root.at("lengths");
        for (const json& entry : root.value("screws", json::array())) {
            book.screws.push_back(screwFrom(entry, lengths));
            if (!isUsable(book.screws.back()))
                return Error{"Screw \"" + book.screws.back().size +
                                 "\": its drill, thread and clearance holes do not fit each other.",
                             "screws"};
        }
        for (const json& entry : root.value("rivets", json::array())) {
            book.rivets.push_back({entry.at("size"), entry.at("diameter"), entry.at("hole"),
                                   entry.at("head_diameter"), lengths.at(entry.at("lengths"))});
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
