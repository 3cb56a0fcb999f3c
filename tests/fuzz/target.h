// What a fuzz target is: it takes any bytes, and what should hold of what it makes of them is asserted
// whatever the build.
#pragma once

#include <cstdint>
#include <cstdio>
#include <cstdlib>
#include <string>

#define HOLDS(condition)                                                                                     \
    do {                                                                                                     \
        if (!(condition)) {                                                                                  \
            std::fprintf(stderr, "%s:%d: %s does not hold\n", __FILE__, __LINE__, #condition);               \
            std::abort();                                                                                    \
        }                                                                                                    \
    } while (false)

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size);

namespace goodfold::fuzz {

inline std::string textOf(const std::uint8_t* data, std::size_t size) {
    return {reinterpret_cast<const char*>(data), size};
}

/// Sentences are for people: there is one, and nothing ends it early. What is quoted in it was typed, and may
/// say anything else.
inline bool isForPeople(const std::string& says) {
    return !says.empty() && says.find('\0') == std::string::npos;
}

} // namespace goodfold::fuzz
