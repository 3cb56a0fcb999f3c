// One line of the typed language being understood: its words, by the keyword they follow. Inside of edit/
// only.
#pragma once

#include "edit/edit.h"
#include "hardware/hardware.h"
#include "quantity/length.h"

#include <string_view>

namespace goodfold::edit {

std::vector<std::string> wordsOf(std::string_view line);
std::string lower(std::string text);
std::string joined(const std::vector<std::string>& words, size_t from, size_t to);

/// What is in hand, and the words by keyword; those before any keyword stand behind "". A length such as
/// `1 3/16` may be several words. Errors carry in `where` the words that were not understood.
struct Line {
    const Job& job;
    const Element& selected;
    const quantity::Reading& reading;
    const hardware::Book& book;
    std::map<std::string, std::string> said;

    bool has(const std::string& keyword) const { return said.count(keyword) > 0; }
    std::string words(const std::string& keyword) const;

    Result<double> length(const std::string& keyword) const { return lengthFrom(words(keyword)); }
    Result<double> lengthFrom(const std::string& text) const;
    Result<double> angle(const std::string& keyword) const;
    Result<double> bendAngle(const std::string& keyword) const;
    /// A count, as in "row 4".
    Result<int> count(const std::string& keyword) const;
    Turn turn() const { return has("away") ? Turn::Down : Turn::Up; }

    std::string plateId() const;
    std::string plateWithFreeEnd() const;
    /// "on left", on sheet; the end where nothing is said.
    Result<Edge> edge() const;
    bool isSheet() const { return job.stock.form == StockForm::Sheet; }
    Edge freeEdge() const { return endIsFree(job, plateId()) ? Edge::End : Edge::Start; }
};

/// Writes each figure that was said to its place; the first that makes no sense is the error.
struct Argument {
    const char* keyword;
    double* value;
    Result<double> (Line::*read)(const std::string&) const;
};
std::optional<Error> readArguments(const Line& line, const std::vector<Argument>& arguments);

/// What begins a line, and how the rest of it is understood.
struct Command {
    std::vector<std::string> names; // the first is the usual one
    std::vector<std::string> keywords;
    Result<Edited> (*enter)(const Line&);
    const char *millimetres, *inches; // an example
    const char* says;
};
const std::vector<Command>& commands();

/// "m6 close" at a place, or for the hole in hand; `line` has behind "" what was typed before any "at".
Result<Edited> enterFastener(const Line& line, const Fastener& fastener);
/// "25 x 3": of a bar its width and thickness, of sheet the root's length and width.
Result<Edited> enterStock(const Line& line, const std::string& first, const std::string& second);

} // namespace goodfold::edit
