#include "cli/arguments.h"

#include <algorithm>
#include <array>

namespace goodfold::cli {

const char* const kUsage =
    "goodfold-cli show JOB... --json [--hardware FILE]\n"
    "                            print each job solved, as one JSON object on a line\n"
    "goodfold-cli plan JOB... --json [--tools FILE]\n"
    "                            print the order of bending, step by step\n"
    "goodfold-cli export JOB [--dxf FILE] [--svg FILE] [--pdf-template FILE] [--pdf-sheet FILE]\n"
    "                            [--csv FILE] [--paper a4|letter] [--tools FILE]\n"
    "JOB is a .gfold file, or - for standard input. FILE may be - for standard output.\n"
    "Exit status: 0; 1 a job can be read but not made; 2 it cannot be read.\n";

namespace {

constexpr std::array kExports{"--dxf", "--svg", "--pdf-template", "--pdf-sheet", "--csv"};

/// `show` and `plan`: jobs, --json, and a file of the shop's own.
Result<Arguments> parsePrinted(const std::vector<std::string>& words, Arguments arguments,
                               const std::string& ownOption, std::string Arguments::*own) {
    bool json = false;
    for (size_t i = 1; i < words.size(); ++i) {
        if (words[i] == "--json")
            json = true;
        else if (words[i] == ownOption && i + 1 < words.size())
            arguments.*own = words[++i];
        else if (words[i].starts_with("--"))
            return Error{words[0] + " does not know " + words[i] + ".", {}};
        else
            arguments.jobs.push_back(words[i]);
    }
    if (!json) return Error{words[0] + " prints JSON only: say --json.", {}};
    if (arguments.jobs.empty()) return Error{words[0] + " needs a job file.", {}};
    return arguments;
}

Result<Arguments> parseExport(const std::vector<std::string>& words) {
    Arguments arguments{.command = Arguments::Command::Export};
    for (size_t i = 1; i < words.size(); ++i) {
        const bool isExport = std::find(kExports.begin(), kExports.end(), words[i]) != kExports.end();
        if (!words[i].starts_with("--")) {
            arguments.jobs.push_back(words[i]);
            continue;
        }
        if (!isExport && words[i] != "--paper" && words[i] != "--tools")
            return Error{"export does not know " + words[i] + ".", {}};
        if (i + 1 == words.size()) return Error{words[i] + " needs a value.", {}};
        if (isExport)
            arguments.exports[words[i]] = words[i + 1];
        else
            (words[i] == "--paper" ? arguments.paper : arguments.tools) = words[i + 1];
        ++i;
    }
    if (arguments.paper != "a4" && arguments.paper != "letter") return Error{"--paper is a4 or letter.", {}};
    if (arguments.jobs.size() != 1) return Error{"export takes one job file.", {}};
    if (arguments.exports.empty())
        return Error{"export needs --dxf, --svg, --pdf-template, --pdf-sheet or --csv.", {}};
    return arguments;
}

} // namespace

Result<Arguments> parseArguments(const std::vector<std::string>& words) {
    if (words.empty() || words[0] == "--help" || words[0] == "help") return Arguments{};
    using Command = Arguments::Command;
    if (words[0] == "show")
        return parsePrinted(words, {.command = Command::Show}, "--hardware", &Arguments::hardware);
    if (words[0] == "plan")
        return parsePrinted(words, {.command = Command::Plan}, "--tools", &Arguments::tools);
    if (words[0] == "export") return parseExport(words);
    return Error{"There is no command \"" + words[0] + "\".", {}};
}

} // namespace goodfold::cli
