#include "edit/entry.h"

#include "edit/entry_line.h"

#include <algorithm>
#include <cctype>

namespace goodfold::edit {

namespace {

/// The words after the command, gathered behind the keyword they follow.
std::map<std::string, std::string> byKeyword(const std::vector<std::string>& words, size_t from,
                                             const std::vector<std::string>& keywords) {
    std::map<std::string, std::string> said;
    std::string keyword;
    for (size_t i = from; i < words.size(); ++i) {
        const std::string word = lower(words[i]) == "×" ? "x" : lower(words[i]);
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

const std::string& lastPlate(const Job& job) {
    const auto last = std::find_if(job.plates.begin(), job.plates.end(),
                                   [&](const Plate& plate) { return endIsFree(job, plate.id); });
    return last->id;
}

const Command* commandFor(const std::string& word) {
    for (const Command& command : commands())
        if (std::find(command.names.begin(), command.names.end(), word) != command.names.end())
            return &command;
    return nullptr;
}

/// "25x3" and "25 × 3" as "25 x 3".
std::string withSpacedTimes(std::string text) {
    for (size_t at = text.find("×"); at != std::string::npos; at = text.find("×", at + 1))
        text.replace(at, std::string("×").size(), " x ");
    const auto isDigit = [](char c) { return std::isdigit(static_cast<unsigned char>(c)) != 0; };
    for (size_t at = 1; at + 1 < text.size(); ++at)
        if (lower(text.substr(at, 1)) == "x" && isDigit(text[at - 1]) && isDigit(text[at + 1])) {
            text.replace(at, 1, " x ");
            at += 2;
        }
    return text;
}

/// What was refused, with a line beside it that would do.
Result<Edited> orExample(Result<Edited> entered, const Job& job, const Command& command) {
    if (entered) return entered;
    const bool inches = job.units == quantity::Unit::Inch;
    const std::string example = inches ? command.inches : command.millimetres;
    return Error{entered.error().says + " For example: " + example + ".", entered.error().where};
}

bool isFigure(const std::string& word) {
    return std::isdigit(static_cast<unsigned char>(word[0])) || word.find_first_of("+-.½¼¾") == 0;
}

/// "m6", "m6 close at 12"; nothing where no fastener begins the line. 1/4 alone is a length.
std::optional<Result<Edited>> enterAnyFastener(const Line& whole, const std::vector<std::string>& words) {
    const Line line{whole.job, whole.selected, whole.reading, whole.book, byKeyword(words, 0, {"at", "y"})};
    if (isFigure(words[0]) && !line.has("at")) return {};
    const auto fastener = hardware::parseFastener(line.words(""), line.book);
    if (!fastener) return {};
    return enterFastener(line, *fastener);
}

/// A figure, or with a sign before it how much more or less it is to be.
Result<Edited> enterValue(Job job, const Element& selected, std::string_view text,
                          const quantity::Reading& reading) {
    const double sign = text[0] == '+' ? 1 : text[0] == '-' ? -1 : 0;
    if (sign != 0) text.remove_prefix(1);
    const auto to = [&](double now, double typed) { return sign == 0 ? typed : now + sign * typed; };
    if (Bend* bend = job.findBend(selected.id); bend && selected.kind == Element::Kind::Bend) {
        const auto angle = quantity::parseAngleDeg(text);
        if (!angle) return Error{angle.error().says, std::string(text)};
        bend->angleDeg = reading.bendAngle(to(reading.bendAngle(bend->angleDeg), *angle));
    } else {
        const auto length = quantity::parseLength(text, job.units);
        if (!length) return Error{length.error().says, std::string(text)};
        Hole* hole = selected.kind == Element::Kind::Hole ? job.findHole(selected.id) : nullptr;
        Plate& plate = *job.findPlate(plateInHand(job, selected));
        double& value = hole ? hole->x : plate.joggle ? plate.joggle->offset : plate.length;
        value = to(value, length->mm());
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
    if (last != "b" && last != "h" && last != "j" && job.findPlate(capital)) return Element::plate(capital);
    return {};
}

} // namespace

std::string plateInHand(const Job& job, const Element& selected) {
    if (selected.kind == Element::Kind::Plate && job.findPlate(selected.id)) return selected.id;
    if (const Plate* plate = job.plateOfHole(selected.id); plate && selected.kind == Element::Kind::Hole)
        return plate->id;
    if (const Bend* bend = job.findBend(selected.id); bend && selected.kind == Element::Kind::Bend)
        return bend->to;
    return lastPlate(job);
}

Result<Edited> enter(const Job& job, const Element& selected, std::string_view text,
                     const quantity::Reading& reading, const hardware::Book& book) {
    const auto isControl = [](unsigned char c) { return c < 0x20 || c == 0x7f; };
    if (std::any_of(text.begin(), text.end(), isControl))
        return Error{"There is a character in it that nobody types.", {}};
    const std::string spaced = withSpacedTimes(std::string(text));
    const std::vector<std::string> words = wordsOf(spaced);
    if (words.empty()) return Error{whatToType(job, selected), {}};
    if (const Element element = named(job, words); !element.isNothing()) return Edited{job, element};
    if (const Command* command = commandFor(lower(words[0])))
        return orExample(
            command->enter({job, selected, reading, book, byKeyword(words, 1, command->keywords)}), job,
            *command);
    const Line line{job, selected, reading, book, byKeyword(words, 0, {"x"})};
    if (const auto entered = enterAnyFastener(line, words)) return *entered;
    if (!isFigure(words[0]))
        return Error{"\"" + words[0] +
                         "\" is not understood here. F1 lists what can be typed; such as: h 12.",
                     words[0]};
    if (line.has("x")) return enterStock(line, line.words(""), line.words("x"));
    return enterValue(job, selected, spaced, reading);
}

std::string whatToType(const Job& job, const Element& selected) {
    if (selected.kind == Element::Kind::Bend && job.findBend(selected.id))
        return "Bend " + selected.id + " in hand: type its angle (90), or a leg's letter to go there.";
    if (selected.kind == Element::Kind::Hole && job.findHole(selected.id))
        return selected.id + " in hand: type where it is (12), m6 for what goes through it, row 4 by 20.";
    const std::string plate = plateInHand(job, selected);
    const std::string more = endIsFree(job, plate) ? ", b 90 away for a bend" : "";
    return "Leg " + plate + " in hand: type its length (40)" + more + ", h 12 for a hole. F1 lists the rest.";
}

std::vector<Typeable> whatCanBeTyped(quantity::Unit unit) {
    const bool inches = unit == quantity::Unit::Inch;
    std::vector<Typeable> all{
        {inches ? "1 3/16" : "40", "the length of the leg in hand, the bend's angle, or where the hole is"},
        {inches ? "+1/8" : "+4", "more of it by that much; -4 less"},
        {inches ? "1 x 1/8" : "25 x 3",
         "the bar's width and thickness; of sheet its first leg's length and width"},
        {inches ? "1/4 at 1" : "m6 at 12",
         "a hole for an M6 bolt; m6 alone fits the hole in hand; also m6 close, "
         "m5 tap, rivet 4, m6 rivet nut"},
        {"B, h1, bend 2", "takes that leg, hole or bend in hand"}};
    for (const Command& command : commands())
        all.push_back({inches ? command.inches : command.millimetres, command.says});
    return all;
}

} // namespace goodfold::edit
