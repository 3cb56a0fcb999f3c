#include "cli/arguments.h"

#include <algorithm>
#include <array>

namespace goodfold::cli {

const char* const kUsage =
    "goodfold-cli show JOB... --json [--hardware FILE]\n"
    "                            print each job solved, as one JSON object on a line\n"
    "goodfold-cli export JOB [--dxf FILE] [--svg FILE] [--pdf-template FILE] [--csv FILE]\n"
    "                            [--paper a4|letter]\n"
    "JOB is a .gfold file, or - for standard input. FILE may be - for standard output.\n"
    "Exit status: 0; 1 a job can be read but not made; 2 it cannot be read.\n";

namespace {

constexpr std::array kExports{"--dxf", "--svg", "--pdf-template", "--csv"};

Result<Arguments> parseShow(const std::vector<std::string>& words) {
    Arguments arguments{.command = Arguments::Command::Show};
    bool json = false;
    for (size_t i = 1; i < words.size(); ++i) {
        if (words[i] == "--json")
            json = true;
        else if (words[i] == "--hardware" && i + 1 < words.size())
            arguments.hardware = words[++i];
        else if (words[i].starts_with("--"))
            return Error{"show does not know " + words[i] + ".", {}};
        else
            arguments.jobs.push_back(words[i]);
    }
    if (!json) return Error{"show prints JSON only: say --json.", {}};
    if (arguments.jobs.empty()) return Error{"show needs a job file.", {}};
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
        if (!isExport && words[i] != "--paper") return Error{"export does not know " + words[i] + ".", {}};
        if (i + 1 == words.size()) return Error{words[i] + " needs a value.", {}};
        if (isExport)
            arguments.exports[words[i]] = words[i + 1];
        else
            arguments.paper = words[i + 1];
        ++i;
    }
    if (arguments.paper != "a4" && arguments.paper != "letter") return Error{"--paper is a4 or letter.", {}};
    if (arguments.jobs.size() != 1) return Error{"export takes one job file.", {}};
    if (arguments.exports.empty()) return Error{"export needs --dxf, --svg, --pdf-template or --csv.", {}};
    return arguments;
}

} // namespace

Result<Arguments> parseArguments(const std::vector<std::string>& words) {
    if (words.empty() || words[0] == "--help" || words[0] == "help") return Arguments{};
    if (words[0] == "show") return parseShow(words);
    if (words[0] == "export") return parseExport(words);
    return Error{"There is no command \"" + words[0] + "\".", {}};
}

} // namespace goodfold::cli
