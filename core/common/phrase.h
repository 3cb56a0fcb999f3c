// Grammar that sentences of every room share. What things are called stands in text/ and beside the things.
#pragma once

#include <cctype>
#include <string>
#include <vector>

namespace goodfold {

/// "Leg C": how a sentence begins.
inline std::string capital(std::string words) {
    if (!words.empty()) words[0] = static_cast<char>(std::toupper(static_cast<unsigned char>(words[0])));
    return words;
}

/// "Leg C hits the screw."
inline std::string sentence(std::string words) {
    return capital(std::move(words)) + ".";
}

/// "h1, h2 and h3".
inline std::string listed(const std::vector<std::string>& names) {
    std::string says;
    for (size_t i = 0; i < names.size(); ++i)
        says += (i == 0 ? "" : i + 1 == names.size() ? " and " : ", ") + names[i];
    return says;
}

} // namespace goodfold
