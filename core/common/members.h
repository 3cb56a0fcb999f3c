// Reading one object of a JSON file member by member. Inside of readers only: it throws what they catch.
#pragma once

#include "common/result.h"

#include <nlohmann/json.hpp>

#include <algorithm>
#include <array>
#include <map>
#include <optional>
#include <set>
#include <string>
#include <string_view>
#include <vector>

namespace goodfold {

using nlohmann::json;

/// Words of a file for choices: one table for reading and writing.
template <class Choice, size_t N> using Words = std::array<std::pair<std::string_view, Choice>, N>;

/// One object of the file. Errors are thrown as Error and caught by parseStrictly()'s caller, so that reading
/// stays a list of members; nothing leaves a reader by exception.
class Members {
public:
    Members(const json& value, std::string path) : object(value), path(std::move(path)) {
        if (!object.is_object()) fail("must be an object in braces", {});
    }

    bool has(const std::string& key) const { return object.contains(key); }
    std::string at(const std::string& key) const {
        return path.empty() || key.empty() ? path + key : path + "." + key;
    }

    const json& take(const std::string& key) {
        if (!has(key)) throw Error{"\"" + key + "\" is missing.", path};
        taken.insert(key);
        return object.at(key);
    }

    double number(const std::string& key) {
        const json& value = take(key);
        if (!value.is_number()) fail("must be a number", key);
        return value.get<double>();
    }
    double number(const std::string& key, double otherwise) { return has(key) ? number(key) : otherwise; }
    std::optional<double> maybeNumber(const std::string& key) {
        return has(key) ? std::optional(number(key)) : std::nullopt;
    }

    int whole(const std::string& key, int otherwise) {
        const double value = number(key, otherwise);
        if (value != static_cast<int>(std::clamp(value, -1e9, 1e9))) fail("must be a whole number", key);
        return static_cast<int>(value);
    }

    std::string text(const std::string& key) {
        const json& value = take(key);
        if (!value.is_string()) fail("must be text in quotes", key);
        return value.get<std::string>();
    }
    std::string text(const std::string& key, const std::string& otherwise) {
        return has(key) ? text(key) : otherwise;
    }

    bool flag(const std::string& key, bool otherwise = false) {
        if (!has(key)) return otherwise;
        const json& value = take(key);
        if (!value.is_boolean()) fail("must be true or false", key);
        return value.get<bool>();
    }

    template <class Table, class Choice>
    Choice choice(const std::string& key, const Table& words, Choice otherwise) {
        return has(key) ? choice(key, words) : otherwise;
    }
    template <class Table> auto choice(const std::string& key, const Table& words) {
        const std::string said = text(key);
        std::string allowed;
        for (const auto& [word, value] : words) {
            if (word == said) return value;
            allowed += (allowed.empty() ? "" : ", ") + std::string(word);
        }
        fail("is \"" + said + "\", but must be one of: " + allowed, key);
    }

    /// A list of words; none where it is not there.
    template <class Choice, size_t N>
    std::vector<Choice> choices(const std::string& key, const Words<Choice, N>& words) {
        std::vector<Choice> all;
        if (!has(key)) return all;
        const json& value = take(key);
        if (!value.is_array()) fail("must be a list in brackets", key);
        for (const json& each : value) {
            const auto word = std::find_if(words.begin(), words.end(),
                                           [&](const auto& w) { return each == std::string(w.first); });
            if (word == words.end()) fail("has something in it that is none of its words", key);
            all.push_back(word->second);
        }
        return all;
    }

    /// A list of texts.
    std::vector<std::string> texts(const std::string& key) {
        const json& value = take(key);
        if (!value.is_array()) fail("must be a list in brackets", key);
        std::vector<std::string> all;
        for (const json& each : value) {
            if (!each.is_string()) fail("must hold texts in quotes", key);
            all.push_back(each.get<std::string>());
        }
        return all;
    }

    /// A list of numbers; none where it is not there.
    std::vector<double> numbers(const std::string& key) {
        std::vector<double> all;
        if (!has(key)) return all;
        const json& value = take(key);
        if (!value.is_array()) fail("must be a list in brackets", key);
        for (const json& each : value) {
            if (!each.is_number()) fail("must hold numbers", key);
            all.push_back(each.get<double>());
        }
        return all;
    }

    /// Every object of a list, with its own path.
    template <class Read> auto list(const std::string& key, Read read) {
        const json& value = take(key);
        if (!value.is_array()) fail("must be a list in brackets", key);
        std::vector<decltype(read(std::declval<Members&>()))> all;
        for (size_t i = 0; i < value.size(); ++i) {
            Members members(value[i], at(key) + "[" + std::to_string(i) + "]");
            all.push_back(read(members));
        }
        return all;
    }

    /// An object of its own, read whole: members that are not known there are refused.
    template <class Read> auto own(const std::string& key, Read read) {
        Members members(take(key), at(key));
        auto value = read(members);
        members.refuseOthers();
        return value;
    }

    /// An object whose members are named by words: `read(choice, members, key)` for each that is there.
    template <class Choice, size_t N, class Read>
    void each(const std::string& key, const Words<Choice, N>& words, Read read) {
        if (!has(key)) return;
        Members own(take(key), at(key));
        for (const auto& [word, choice] : words)
            if (own.has(std::string(word))) read(choice, own, std::string(word));
        own.refuseOthers();
    }

    /// For small objects that have no room for members of later versions.
    void refuseOthers() const {
        for (const auto& [key, value] : object.items())
            if (!taken.count(key)) fail("is nothing this version knows here", key);
    }

    std::map<std::string, std::string> kept() const {
        std::map<std::string, std::string> rest;
        for (const auto& [key, value] : object.items())
            if (!taken.count(key)) rest[key] = value.dump();
        return rest;
    }

    [[noreturn]] void fail(const std::string& reason, const std::string& key) const {
        throw Error{(key.empty() ? "this" : "\"" + key + "\"") + " " + reason + ".", at(key)};
    }

private:
    const json& object;
    std::string path;
    std::set<std::string> taken;
};

} // namespace goodfold
