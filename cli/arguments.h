// What was asked for on the command line.
#pragma once

#include "common/result.h"

#include <map>
#include <string>
#include <vector>

namespace goodfold::cli {

struct Arguments {
    enum class Command { Show, Plan, Export, Help };
    Command command = Command::Help;
    std::vector<std::string> jobs;              // "-" is standard input
    std::map<std::string, std::string> exports; // "--dxf" and the file to write
    std::string paper = "a4";
    std::string hardware = {}; // a file of the shop's own
    std::string tools = {};    // the same of its tools
};

Result<Arguments> parseArguments(const std::vector<std::string>& words);

extern const char* const kUsage;

} // namespace goodfold::cli
