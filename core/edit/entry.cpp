#include "edit/entry.h"

#include "edit/edit_sheet.h"

#include <algorithm>
#include <cctype>
#include <sstream>

namespace goodfold::edit {

using namespace part;

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

const std::string& lastPlate(const Job& job) {
    const auto last = std::find_if(job.plates.begin(), job.plates.end(),
                                   [&](const Plate& plate) { return endIsFree(job, plate.id); });
    return last->id;
}

/// One line being understood: what is in hand, and the words by keyword.
struct Line {
    const Job& job;
    const Element& selected;
    const quantity::Reading& reading;
    const hardware::Book& book;
    std::map<std::string, std::string> said;

    bool has(const std::string& keyword) const { return said.count(keyword) > 0; }

    Result<double> length(const std::string& keyword) const {
        const auto words = said.find(keyword);
        const auto length = quantity::parseLength(words == said.end() ? "" : words->second, job.units);
        if (!length) return length.error();
        return length->mm();
    }
    Result<double> angle(const std::string& keyword) const {
        const auto words = said.find(keyword);
        return quantity::parseAngleDeg(words == said.end() ? "" : words->second);
    }
    Result<double> bendAngle(const std::string& keyword) const {
        const auto typed = angle(keyword);
        if (!typed) return typed.error();
        return reading.bendAngle(*typed);
    }
    Turn turn() const { return has("away") ? Turn::Down : Turn::Up; }

    std::string plateId() const { return plateInHand(job, selected); }
    std::string plateWithFreeEnd() const { return endIsFree(job, plateId()) ? plateId() : lastPlate(job); }
    /// "on left", on sheet; the end where nothing is said.
    Result<Edge> edge() const {
        const auto words = said.find("on");
        if (words == said.end()) return Edge::End;
        for (const auto& [word, edge] : {std::pair{"start", Edge::Start},
                                         {"end", Edge::End},
                                         {"left", Edge::Left},
                                         {"right", Edge::Right}})
            if (words->second == word) return edge;
        return Error{"A flange is on the start, end, left or right edge.", {}};
    }
    bool isSheet() const { return job.stock.form == StockForm::Sheet; }
    Edge freeEdge() const { return endIsFree(job, plateId()) ? Edge::End : Edge::Start; }
};

/// Writes each figure that was said to its place; the first that makes no sense is the error.
struct Argument {
    const char* keyword;
    double* value;
    Result<double> (Line::*read)(const std::string&) const;
};

std::optional<Error> readArguments(const Line& line, const std::vector<Argument>& arguments) {
    for (const Argument& argument : arguments) {
        if (!line.has(argument.keyword)) continue;
        const auto read = (line.*argument.read)(argument.keyword);
        if (!read) return read.error();
        *argument.value = *read;
    }
    return {};
}

Result<Edited> enterBend(const Line& line) {
    Bend bend;
    bend.turn = line.turn();
    double plateLength = firstPlateLength(line.job.units), radius = -1;
    if (auto wrong = readArguments(line, {{"", &bend.angleDeg, &Line::bendAngle},
                                          {"r", &radius, &Line::length},
                                          {"lean", &bend.skewDeg, &Line::angle},
                                          {"long", &plateLength, &Line::length}}))
        return *std::move(wrong);
    if (line.has("r")) bend.insideRadius = radius;
    if (!line.isSheet() && (line.has("on") || line.has("wide") || line.has("at")))
        return Error{"A bar goes on at the end of a leg; other edges need sheet.", {}};
    if (!line.isSheet())
        return withBendAtEnd(line.job, line.plateWithFreeEnd(), std::move(bend), plateLength);
    double width = 0;
    if (auto wrong =
            readArguments(line, {{"wide", &width, &Line::length}, {"at", &bend.offset, &Line::length}}))
        return *std::move(wrong);
    const auto edge = line.edge();
    if (!edge) return edge.error();
    bend.edge = *edge;
    return withFlange(line.job, line.plateId(), std::move(bend), plateLength,
                      line.has("wide") ? std::optional(width) : std::nullopt);
}

Result<Edited> enterHem(const Line& line) {
    Hem hem;
    if (line.job.units == quantity::Unit::Inch) hem = {Hem::Kind::Closed, 25.4 * 3 / 8, 25.4 / 16};
    if (line.has("open")) hem.kind = Hem::Kind::Open;
    if (line.has("rolled")) hem.kind = Hem::Kind::Rolled;
    if (!line.has("") && hem.kind != Hem::Kind::Rolled)
        return Error{"A hem has a length: hem 8, hem 8 open 2.", {}};
    // "open" and "rolled" may go without a figure.
    const char* gap = line.has("open") ? "open" : "rolled";
    const bool saysGap = line.has(gap) && !line.said.at(gap).empty();
    if (line.has(""))
        if (auto wrong = readArguments(line, {{"", &hem.length, &Line::length}})) return *std::move(wrong);
    if (saysGap)
        if (auto wrong = readArguments(line, {{gap, &hem.gap, &Line::length}})) return *std::move(wrong);
    const auto edge = line.edge();
    if (!edge) return edge.error();
    return withHem(line.job, line.isSheet() ? line.plateId() : line.plateWithFreeEnd(), *edge, hem,
                   line.turn());
}

Result<Edited> enterWrap(const Line& line, Wrap::Kind kind) {
    Wrap wrap{kind, 0, 0};
    double ear = firstPlateLength(line.job.units) / 2;
    if (!line.has("")) return Error{"It goes round a pipe of some diameter: strap 60 gap 8 ear 25.", {}};
    if (auto wrong = readArguments(line, {{"", &wrap.pipe, &Line::length},
                                          {"gap", &wrap.gap, &Line::length},
                                          {"ear", &ear, &Line::length}}))
        return *std::move(wrong);
    return withWrap(line.job, line.isSheet() ? line.plateId() : line.plateWithFreeEnd(), wrap, ear,
                    line.turn());
}

Result<Edited> enterJoggle(const Line& line) {
    if (!line.has("") || !line.has("over"))
        return Error{"A joggle has an offset and a length: j 6 over 20.", {}};
    Joggle joggle;
    double plateLength = firstPlateLength(line.job.units);
    if (auto wrong = readArguments(line, {{"", &joggle.offset, &Line::length},
                                          {"over", &joggle.length, &Line::length},
                                          {"long", &plateLength, &Line::length}}))
        return *std::move(wrong);
    return withJoggle(line.job, line.plateWithFreeEnd(), joggle, line.turn(), plateLength);
}

Result<Edited> enterHole(const Line& line) {
    Hole hole;
    if (line.job.units == quantity::Unit::Inch) hole.diameter = quantity::Length::inches(17.0 / 64).mm();
    const auto x = line.length("");
    if (!x) return x.error();
    hole.x = *x;
    if (auto wrong = readArguments(line, {{"d", &hole.diameter, &Line::length},
                                          {"y", &hole.y, &Line::length},
                                          {"long", &hole.length, &Line::length},
                                          {"turn", &hole.angleDeg, &Line::angle}}))
        return *std::move(wrong);
    if (line.has("long")) hole.kind = Hole::Kind::Slot;
    if (line.has("for")) {
        const auto fastener = hardware::parseFastener(line.said.at("for"), line.book);
        if (!fastener) return fastener.error();
        auto fitted = hardware::fitted(std::move(hole), *fastener, line.book);
        if (!fitted) return fitted.error();
        hole = *std::move(fitted);
    }
    auto edited = withHole(line.job, line.plateId(), std::move(hole));
    if (!edited) return edited;
    // The leg stays in hand, so that the next line can add another hole or the next bend.
    return Edited{edited->job, Element::plate(line.plateId())};
}

/// A count, as in "row 4".
Result<int> countFrom(const Line& line, const std::string& keyword) {
    const std::string& words = line.said.at(keyword);
    if (words.empty() || words.size() > 3 || words.find_first_not_of("0123456789") != std::string::npos)
        return Error{"\"" + words + "\" is no number of holes.", {}};
    return std::stoi(words);
}

/// The hole in hand again and again.
Result<Edited> enterPattern(const Line& line, Pattern::Kind kind) {
    const Hole* hole =
        line.selected.kind == Element::Kind::Hole ? line.job.findHole(line.selected.id) : nullptr;
    if (!hole) return Error{"Choose the hole first that is to be repeated.", {}};
    Pattern pattern;
    pattern.kind = kind;
    if (!line.has(""))
        return Error{"Say how many: row 4 by 20, grid 3 by 20 rows 2 apart 15, circle 6 across 40.", {}};
    const auto count = countFrom(line, "");
    if (!count) return count.error();
    pattern.count = *count;
    if (line.has("rows")) {
        const auto rows = countFrom(line, "rows");
        if (!rows) return rows.error();
        pattern.rows = *rows;
    }
    if (auto wrong = readArguments(line, {{"by", &pattern.pitch, &Line::length},
                                          {"apart", &pattern.rowPitch, &Line::length},
                                          {"across", &pattern.diameter, &Line::length},
                                          {"turn", &pattern.angleDeg, &Line::angle}}))
        return *std::move(wrong);
    Job job = line.job;
    job.findHole(hole->id)->pattern = pattern;
    if (auto wrong = whatIsWrong(job)) return *std::move(wrong);
    return Edited{std::move(job), line.selected};
}

Result<Edited> enterMeasure(const Line& line, Plate::Measure measure, bool flatFirst) {
    const auto length = line.length("");
    if (!length) return length.error();
    Job job = line.job;
    Plate& plate = *job.findPlate(line.plateId());
    plate.length = *length;
    plate.measure = measure;
    plate.flatFirst = flatFirst;
    if (auto wrong = whatIsWrong(job)) return *std::move(wrong);
    return Edited{std::move(job), Element::plate(line.plateId())};
}

Result<Edited> enterCorners(const Line& line, CornerCut::Kind kind) {
    if (!line.has("") && kind == CornerCut::Kind::Round) {
        const auto ends = line.job.findPlate(line.plateId())->ends;
        const auto own = ends.find(line.freeEdge());
        BarEnd end = own == ends.end() ? BarEnd{} : own->second;
        end.fullRound = true;
        return withEnd(line.job, line.plateId(), line.freeEdge(), end);
    }
    const auto size = line.length("");
    if (!size) return size.error();
    return withEndCorners(line.job, line.plateId(), line.freeEdge(), CornerCut{kind, *size});
}

Result<Edited> enterEnd(const Line& line, double BarEnd::*member, bool isAngle) {
    const auto value = isAngle ? line.angle("") : line.length("");
    if (!value) return value.error();
    const auto& ends = line.job.findPlate(line.plateId())->ends;
    const auto own = ends.find(line.freeEdge());
    BarEnd end = own == ends.end() ? BarEnd{} : own->second;
    end.*member = *value;
    return withEnd(line.job, line.plateId(), line.freeEdge(), end);
}

struct Command {
    const char* name;
    std::vector<std::string> keywords;
    Result<Edited> (*enter)(const Line&);
};

const std::vector<Command>& commands() {
    using Measure = Plate::Measure;
    static const std::vector<Command> all{
        {"b", {"away", "toward", "towards", "r", "lean", "long", "on", "wide", "at"}, enterBend},
        {"hem", {"away", "toward", "towards", "on", "open", "rolled"}, enterHem},
        {"strap",
         {"away", "toward", "towards", "gap", "ear"},
         [](const Line& line) { return enterWrap(line, Wrap::Kind::Strap); }},
        {"saddle",
         {"away", "toward", "towards", "gap", "ear"},
         [](const Line& line) { return enterWrap(line, Wrap::Kind::Saddle); }},
        {"row", {"by", "turn"}, [](const Line& line) { return enterPattern(line, Pattern::Kind::Row); }},
        {"grid",
         {"by", "rows", "apart", "turn"},
         [](const Line& line) { return enterPattern(line, Pattern::Kind::Grid); }},
        {"circle",
         {"across", "turn"},
         [](const Line& line) { return enterPattern(line, Pattern::Kind::Circle); }},
        {"j", {"over", "away", "toward", "towards", "long"}, enterJoggle},
        {"h", {"d", "y", "long", "turn", "for"}, enterHole},
        {"overall", {}, [](const Line& line) { return enterMeasure(line, Measure::Overall, false); }},
        {"opening", {}, [](const Line& line) { return enterMeasure(line, Measure::Opening, false); }},
        {"offset", {}, [](const Line& line) { return enterMeasure(line, Measure::Offset, false); }},
        {"flat", {}, [](const Line& line) { return enterMeasure(line, Measure::Along, true); }},
        {"round", {}, [](const Line& line) { return enterCorners(line, CornerCut::Kind::Round); }},
        {"chamfer", {}, [](const Line& line) { return enterCorners(line, CornerCut::Kind::Chamfer); }},
        {"cut", {}, [](const Line& line) { return enterEnd(line, &BarEnd::cutDeg, true); }},
        {"extra", {}, [](const Line& line) { return enterEnd(line, &BarEnd::extra, false); }}};
    return all;
}

const Command* commandFor(const std::string& word) {
    const std::string name = word == "bend" ? "b" : word == "hole" ? "h" : word == "joggle" ? "j" : word;
    const auto found = std::find_if(commands().begin(), commands().end(),
                                    [&](const Command& command) { return name == command.name; });
    return found == commands().end() ? nullptr : &*found;
}

/// A figure, or with a sign before it how much more or less it is to be.
Result<Edited> enterValue(Job job, const Element& selected, std::string_view text,
                          const quantity::Reading& reading) {
    const double sign = text[0] == '+' ? 1 : text[0] == '-' ? -1 : 0;
    if (sign != 0) text.remove_prefix(1);
    const auto to = [&](double now, double typed) { return sign == 0 ? typed : now + sign * typed; };
    if (Bend* bend = job.findBend(selected.id); bend && selected.kind == Element::Kind::Bend) {
        const auto angle = quantity::parseAngleDeg(text);
        if (!angle) return angle.error();
        bend->angleDeg = reading.bendAngle(to(reading.bendAngle(bend->angleDeg), *angle));
    } else {
        const auto length = quantity::parseLength(text, job.units);
        if (!length) return length.error();
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
    const std::vector<std::string> words = wordsOf(text);
    if (words.empty()) return Error{whatToType(job, selected), {}};
    if (const Element element = named(job, words); !element.isNothing()) return Edited{job, element};
    if (const Command* command = commandFor(lower(words[0])))
        return command->enter({job, selected, reading, book, byKeyword(words, command->keywords)});
    if (!std::isdigit(static_cast<unsigned char>(words[0][0])) && words[0].find_first_of("+-.½¼¾") != 0)
        return Error{
            "\"" + std::string(text) + "\" is nothing the ladder knows: " + whatToType(job, selected), {}};
    return enterValue(job, selected, text, reading);
}

std::string whatToType(const Job& job, const Element& selected) {
    if (selected.kind == Element::Kind::Bend && job.findBend(selected.id))
        return "type the angle of bend " + selected.id + " (90), or a leg's letter to go there.";
    if (selected.kind == Element::Kind::Hole && job.findHole(selected.id))
        return "type where " + selected.id + " is (12), or a leg's letter to go there.";
    const std::string plate = plateInHand(job, selected);
    const std::string more = endIsFree(job, plate) ? ", b 90 away for a bend, j 6 over 20 for a joggle" : "";
    return "type the length of leg " + plate + " (40)" + more + ", or h 12 for a hole.";
}

} // namespace goodfold::edit
