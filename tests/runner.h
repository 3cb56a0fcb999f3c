// One program runs all tests of a kind, each by the name of its file: test_core fold. They are linked once
// then.
#pragma once

#include <QtTest>

#include <filesystem>
#include <map>
#include <string>

namespace goodfold::test {

using Run = int (*)(int argc, char** argv);

inline std::map<std::string, Run>& allTests() {
    static std::map<std::string, Run> all;
    return all;
}

struct Added {
    Added(const char* file, Run run) { allTests().emplace(std::filesystem::path(file).stem(), run); }
};

/// What a main() ends with: the test that is named first, the rest is its own.
inline int runNamed(int argc, char** argv) {
    const auto found = argc > 1 ? allTests().find(argv[1]) : allTests().end();
    if (found != allTests().end()) return found->second(argc - 1, argv + 1);
    std::string names;
    for (const auto& [name, run] : allTests())
        names += " " + name;
    std::fprintf(stderr, "Name one of:%s\n", names.c_str());
    return 2;
}

} // namespace goodfold::test

#define GOODFOLD_TEST(Class)                                                                                 \
    static const goodfold::test::Added added(__FILE__, [](int argc, char** argv) {                           \
        Class test;                                                                                          \
        return QTest::qExec(&test, argc, argv);                                                              \
    });
