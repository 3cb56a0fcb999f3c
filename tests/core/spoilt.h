// Files that somebody's disk, mailer or hand has been at.
#pragma once

#include "core/support.h"

namespace goodfold::test {

/// One to five bytes changed, runs of them lost or doubled, or one of `putIn` put in; seldom cut off.
inline std::string spoilt(std::string text, RandomJobs& random, const std::vector<const char*>& putIn) {
    for (int n = random.whole(1, 5); n > 0 && !text.empty(); --n) {
        const auto at = static_cast<size_t>(random.whole(0, static_cast<int>(text.size()) - 1));
        const auto some = static_cast<size_t>(random.whole(1, 40));
        switch (random.whole(0, 4)) {
        case 0:
            text[at] = static_cast<char>(random.whole(0, 255));
            break;
        case 1:
            text.erase(at, some);
            break;
        case 2:
            text.insert(at, text.substr(text.size() / 2, some));
            break;
        case 3:
            text.insert(at, putIn[static_cast<size_t>(random.whole(0, static_cast<int>(putIn.size()) - 1))]);
            break;
        default:
            if (random.whole(0, 5) == 0) text.resize(at + 1);
        }
    }
    return text;
}

} // namespace goodfold::test
