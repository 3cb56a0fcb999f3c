#include "common/strict_json.h"

#include <algorithm>
#include <functional>
#include <istream>

namespace goodfold {

namespace {

std::string placeOf(const std::string& text, size_t byte) {
    const size_t end = std::min(byte, text.size());
    const auto line = 1 + std::count(text.begin(), text.begin() + static_cast<long>(end), '\n');
    const size_t lineStart = end == 0 ? 0 : text.rfind('\n', end - 1) + 1; // npos + 1 is 0
    return "line " + std::to_string(line) + ", column " +
           std::to_string(std::max<size_t>(1, end - lineStart));
}

/// Members given twice, and nesting deep enough to exhaust the stack of whoever writes it out again.
class Guard {
public:
    bool operator()(int depth, json::parse_event_t event, json& parsed) {
        constexpr int kDeepest = 64;
        if (depth > kDeepest) throw Error{"lists and objects stand more than 64 deep in each other.", {}};
        if (event == json::parse_event_t::object_start) seen.emplace_back();
        if (event == json::parse_event_t::object_end) seen.pop_back();
        if (event == json::parse_event_t::key && !seen.back().insert(parsed.get<std::string>()).second)
            throw Error{"\"" + parsed.get<std::string>() + "\" is given twice.", {}};
        return true;
    }

private:
    std::vector<std::set<std::string>> seen;
};

std::string textOf(std::istream& in) {
    std::string text;
    std::array<char, 4096> piece{};
    while (in.read(piece.data(), piece.size()), in.gcount() > 0) {
        text.append(piece.data(), static_cast<size_t>(in.gcount()));
        if (text.size() > kMostBytes) throw Error{"it is larger than 8 MB, which none of ours is.", {}};
    }
    return text;
}

} // namespace

json parseStrictly(std::istream& in) {
    const std::string text = textOf(in);
    if (text.empty()) throw Error{"it is empty.", {}};
    if (const size_t nul = text.find('\0'); nul != std::string::npos)
        throw Error{"there is a zero byte, which no text has: the file is damaged.", placeOf(text, nul + 1)};
    try {
        Guard guard;
        return json::parse(text, std::ref(guard));
    } catch (const json::parse_error& trouble) {
        throw Error{"this is not JSON as it should be.", placeOf(text, trouble.byte)};
    } catch (const json::exception&) {
        throw Error{"a number is too large, or the text is not UTF-8.", {}};
    }
}

} // namespace goodfold
