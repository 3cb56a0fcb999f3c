#include "edit/entry_line.h"

#include "edit/entry.h"

#include <algorithm>
#include <cctype>
#include <sstream>

namespace goodfold::edit {

std::vector<std::string> wordsOf(std::string_view line) {
    std::istringstream in{std::string(line)};
    std::vector<std::string> words;
    for (std::string word; in >> word;)
        words.push_back(word);
    return words;
}

std::string lower(std::string text) {
    std::transform(text.begin(), text.end(), text.begin(),
                   [](unsigned char c) { return static_cast<char>(std::tolower(c)); });
    return text;
}

std::string joined(const std::vector<std::string>& words, size_t from, size_t to) {
    std::string text;
    for (size_t i = from; i < to; ++i)
        text += (i == from ? "" : " ") + words[i];
    return text;
}

std::string Line::words(const std::string& keyword) const {
    const auto found = said.find(keyword);
    return found == said.end() ? std::string() : found->second;
}

Result<double> Line::lengthFrom(const std::string& text) const {
    if (text.empty()) return Error{"A figure is missing.", {}};
    const auto length = quantity::parseLength(text, job.units);
    if (!length) return Error{length.error().says, text};
    return length->mm();
}

Result<double> Line::angle(const std::string& keyword) const {
    const auto angle = quantity::parseAngleDeg(words(keyword));
    if (!angle) return Error{angle.error().says, words(keyword)};
    return *angle;
}

Result<double> Line::bendAngle(const std::string& keyword) const {
    const auto typed = angle(keyword);
    if (!typed) return typed.error();
    return reading.bendAngle(*typed);
}

Result<int> Line::count(const std::string& keyword) const {
    const std::string text = words(keyword);
    if (text.empty() || text.size() > 3 || text.find_first_not_of("0123456789") != std::string::npos)
        return Error{"\"" + text + "\" is no number of holes.", text};
    return std::stoi(text);
}

std::string Line::plateId() const {
    return plateInHand(job, selected);
}

std::string Line::plateWithFreeEnd() const {
    return endIsFree(job, plateId()) ? plateId() : plateInHand(job, {});
}

Result<Edge> Line::edge() const {
    const auto found = said.find("on");
    if (found == said.end()) return Edge::End;
    for (const auto& [word, edge] :
         {std::pair{"start", Edge::Start}, {"end", Edge::End}, {"left", Edge::Left}, {"right", Edge::Right}})
        if (found->second == word) return edge;
    return Error{"A leg is on the start, end, left or right edge.", found->second};
}

std::optional<Error> readArguments(const Line& line, const std::vector<Argument>& arguments) {
    for (const Argument& argument : arguments) {
        if (!line.has(argument.keyword)) continue;
        if (line.words(argument.keyword).empty() && *argument.keyword)
            return Error{"After \"" + std::string(argument.keyword) + "\" a figure is missing.",
                         argument.keyword};
        const auto read = (line.*argument.read)(argument.keyword);
        if (!read) return read.error();
        *argument.value = *read;
    }
    return {};
}

} // namespace goodfold::edit
