#include "part/entry.h"

#include <algorithm>
#include <cctype>
#include <sstream>

namespace goodfold::part {

namespace {

std::vector<std::string> wordsOf(std::string_view line) {
    std::istringstream in{std::string(line)};
    std::vector<std::string> words;
    for (std::string word; in >> word;)
        words.push_back(word);
    return words;
}

std::string lower(std::string text) {
    std::transform(text.begin(), text.end(), text.begin(), [](unsigned char c) { return std::tolower(c); });
    return text;
}

/// The words after the command, gathered behind the keyword they follow; those before any keyword stand
/// behind "". A length such as `1 3/16` may be several words.
std::map<std::string, std::string> byKeyword(const std::vector<std::string>& words,
                                             const std::vector<std::string>& keywords) {
    std::map<std::string, std::string> said;
    std::string keyword;
    for (size_t i = 1; i < words.size(); ++i) {
        const std::string word = lower(words[i]);
        if (std::find(keywords.begin(), keywords.end(), word) != keywords.end()) {
            keyword = word;
            said[keyword];
            continue;
        }
        std::string& text = said[keyword];
        text += (text.empty() ? "" : " ") + words[i];
    }
    return said;
}

const std::string& lastLeg(const Job& job) {
    const auto last = std::find_if(job.plates.begin(), job.plates.end(),
                                   [&](const Plate& plate) { return endIsFree(job, plate.id); });
    return last->id;
}

Result<Edited> enterBend(const Job& job, const Element& selected, const std::vector<std::string>& words) {
    auto said = byKeyword(words, {"away", "toward", "towards", "r", "lean", "long"});
    Bend bend;
    if (const std::string angle = said[""]; !angle.empty()) {
        const auto parsed = quantity::parseAngleDeg(angle);
        if (!parsed) return parsed.error();
        bend.angleDeg = *parsed;
    }
    bend.turn = said.count("away") ? Turn::Down : Turn::Up;
    if (said.count("r")) {
        const auto radius = quantity::parseLength(said["r"], job.units);
        if (!radius) return radius.error();
        bend.insideRadius = radius->mm();
    }
    if (said.count("lean")) {
        const auto lean = quantity::parseAngleDeg(said["lean"]);
        if (!lean) return lean.error();
        bend.skewDeg = *lean;
    }
    double leg = firstLegLength(job.units);
    if (said.count("long")) {
        const auto length = quantity::parseLength(said["long"], job.units);
        if (!length) return length.error();
        leg = length->mm();
    }
    const std::string inHand = plateInHand(job, selected);
    return withBendAtEnd(job, endIsFree(job, inHand) ? inHand : lastLeg(job), std::move(bend), leg);
}

Result<Edited> enterHole(const Job& job, const Element& selected, const std::vector<std::string>& words) {
    auto said = byKeyword(words, {"d", "y"});
    Hole hole;
    const auto x = quantity::parseLength(said[""], job.units);
    if (!x) return x.error();
    hole.x = x->mm();
    if (job.units == quantity::Unit::Inch) hole.diameter = quantity::Length::inches(17.0 / 64).mm();
    for (const auto& [keyword, value] : {std::pair{"d", &hole.diameter}, std::pair{"y", &hole.y}})
        if (said.count(keyword)) {
            const auto length = quantity::parseLength(said[keyword], job.units);
            if (!length) return length.error();
            *value = length->mm();
        }
    auto edited = withHole(job, plateInHand(job, selected), std::move(hole));
    if (!edited) return edited;
    // The leg stays in hand, so that the next line can add another hole or the next bend.
    return Edited{edited->job, Element::plate(plateInHand(job, selected))};
}

Result<Edited> enterValue(Job job, const Element& selected, std::string_view line) {
    if (Bend* bend = job.findBend(selected.id); bend && selected.kind == Element::Kind::Bend) {
        const auto angle = quantity::parseAngleDeg(line);
        if (!angle) return angle.error();
        bend->angleDeg = *angle;
    } else {
        const auto length = quantity::parseLength(line, job.units);
        if (!length) return length.error();
        Hole* hole = selected.kind == Element::Kind::Hole ? job.findHole(selected.id) : nullptr;
        (hole ? hole->x : job.findPlate(plateInHand(job, selected))->length) = length->mm();
    }
    if (auto wrong = whatIsWrong(job)) return *std::move(wrong);
    return Edited{std::move(job), selected};
}

Element named(const Job& job, const std::vector<std::string>& words) {
    const std::string& last = words.back();
    if (words.size() == 2 && lower(words[0]) == "bend" && job.findBend(last)) return Element::bend(last);
    if (words.size() == 2 && lower(words[0]) == "leg" && job.findPlate(last)) return Element::plate(last);
    if (words.size() != 1) return {};
    if (job.findPlate(last)) return Element::plate(last);
    if (job.findHole(lower(last))) return Element::hole(lower(last));
    std::string capital = last;
    capital[0] = static_cast<char>(std::toupper(static_cast<unsigned char>(capital[0])));
    if (last != "b" && last != "h" && job.findPlate(capital)) return Element::plate(capital);
    return {};
}

} // namespace

std::string plateInHand(const Job& job, const Element& selected) {
    if (selected.kind == Element::Kind::Plate && job.findPlate(selected.id)) return selected.id;
    if (const Plate* plate = job.plateOfHole(selected.id); plate && selected.kind == Element::Kind::Hole)
        return plate->id;
    if (const Bend* bend = job.findBend(selected.id); bend && selected.kind == Element::Kind::Bend)
        return bend->to;
    return lastLeg(job);
}

Result<Edited> enter(const Job& job, const Element& selected, std::string_view line) {
    const std::vector<std::string> words = wordsOf(line);
    if (words.empty()) return Error{whatToType(job, selected), {}};
    if (const Element element = named(job, words); !element.isNothing()) return Edited{job, element};
    const std::string command = lower(words[0]);
    if (command == "b" || command == "bend") return enterBend(job, selected, words);
    if (command == "h" || command == "hole") return enterHole(job, selected, words);
    if (!std::isdigit(static_cast<unsigned char>(words[0][0])) && words[0].find_first_of("-.½¼¾") != 0)
        return Error{
            "\"" + std::string(line) + "\" is nothing the ladder knows: " + whatToType(job, selected), {}};
    return enterValue(job, selected, line);
}

std::string whatToType(const Job& job, const Element& selected) {
    if (selected.kind == Element::Kind::Bend && job.findBend(selected.id))
        return "type the angle of bend " + selected.id + " (90), or a leg's letter to go there.";
    if (selected.kind == Element::Kind::Hole && job.findHole(selected.id))
        return "type where " + selected.id + " is (12), or a leg's letter to go there.";
    const std::string plate = plateInHand(job, selected);
    const std::string more = endIsFree(job, plate) ? ", b 90 away for a bend" : "";
    return "type the length of leg " + plate + " (40)" + more + ", or h 12 for a hole.";
}

} // namespace goodfold::part
