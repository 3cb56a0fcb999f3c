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

/// "h1, h2 and h3"; of things that exclude each other with "or".
inline std::string listed(const std::vector<std::string>& names, const std::string& last = "and") {
    std::string says;
    for (size_t i = 0; i < names.size(); ++i)
        says += (i == 0 ? "" : i + 1 == names.size() ? " " + last + " " : ", ") + names[i];
    return says;
}

/// The same where three or more go on by number: "h1 to h5, h8 and h9".
inline std::string listedInRuns(const std::vector<std::string>& names) {
    const auto split = [](const std::string& name) {
        const size_t digits = name.find_last_not_of("0123456789") + 1;
        return std::pair(name.substr(0, digits), digits < name.size() && name.size() - digits < 7
                                                     ? std::stoi(name.substr(digits))
                                                     : -1);
    };
    std::vector<std::string> all;
    for (size_t i = 0; i < names.size();) {
        size_t last = i;
        while (last + 1 < names.size() && split(names[last]).second >= 0 &&
               split(names[last + 1]) == std::pair(split(names[last]).first, split(names[last]).second + 1))
            ++last;
        if (last >= i + 2)
            all.push_back(names[i] + " to " + names[last]);
        else
            all.insert(all.end(), names.begin() + static_cast<std::ptrdiff_t>(i),
                       names.begin() + static_cast<std::ptrdiff_t>(last) + 1);
        i = last + 1;
    }
    return listed(all);
}

} // namespace goodfold
