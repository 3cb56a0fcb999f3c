#include "cli/call.h"

#include <array>
#include <cerrno>
#include <cstdio>
#include <cstring>
#include <iostream>

namespace goodfold::cli {

namespace {

/// Names come from files: what would move a terminal's cursor or change its colours is printed as its number.
std::string harmless(const std::string& text) {
    std::string out;
    for (const char c : text)
        if (static_cast<unsigned char>(c) < 0x20 || c == 0x7f) {
            std::array<char, 8> number{};
            std::snprintf(number.data(), number.size(), "\\x%02x", static_cast<unsigned>(c));
            out += number.data();
        } else {
            out += c;
        }
    return out;
}

} // namespace

int complain(const std::string& path, const Error& error, int status) {
    std::cerr << harmless((path == "-" ? "standard input" : path) + ": " + error.where + ": " + error.says)
              << '\n';
    return status;
}

int printed(int status) {
    errno = 0;
    if (std::cout.flush()) return status;
    return complain("standard output",
                    {(errno ? std::string(std::strerror(errno)) : "it is closed") + ".", "writing"},
                    kCannotBeWritten);
}

} // namespace goodfold::cli
