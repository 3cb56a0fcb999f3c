#include "cli/table.h"

#include <CLI/CLI.hpp>
#include <ostream>

namespace goodfold::cli {

namespace {

/// What is told of: all but what only packaging asks for.
std::vector<const CLI::App*> commandsOf(const CLI::App& app) {
    std::vector<const CLI::App*> all;
    for (const CLI::App* sub : app.get_subcommands({}))
        if (!sub->get_group().empty()) all.push_back(sub);
    return all;
}

std::string longName(const CLI::Option& option) {
    return option.get_lnames().empty() ? std::string() : "--" + option.get_lnames().front();
}

/// Without what it is checked for, which follows a colon.
std::string typeOf(const CLI::Option& option) {
    const std::string type = option.get_type_name();
    return type.substr(0, type.find(':'));
}

/// "a4|letter" is one of two; FILE is anything.
std::vector<std::string> choicesOf(const CLI::Option& option) {
    std::vector<std::string> choices;
    const std::string type = typeOf(option);
    if (type.find('|') == std::string::npos) return choices;
    std::istringstream in(type);
    for (std::string choice; std::getline(in, choice, '|');)
        choices.push_back(choice);
    return choices;
}

std::string joined(const std::vector<std::string>& words) {
    std::string all;
    for (const std::string& word : words)
        all += (all.empty() ? "" : " ") + word;
    return all;
}

/// A hyphen that is typed as one.
std::string escaped(const std::string& text) {
    std::string all;
    for (const char c : text)
        if (c == '-')
            all += "\\-";
        else if (c == '\\')
            all += "\\e";
        else
            all += c;
    return all;
}

std::string inSynopsis(const CLI::Option& option) {
    const std::string name = longName(option);
    if (name.empty())
        return ".IR " + escaped(typeOf(option)) + (option.get_items_expected_max() > 1 ? " ..." : "");
    std::string says = ".RB [ " + escaped(name);
    if (option.get_items_expected_max() == 0) return says + " ]";
    return says + "\n.IR " + escaped(typeOf(option)) + " ]";
}

} // namespace

void writeCompletion(std::ostream& out, const CLI::App& app) {
    std::vector<std::string> names;
    std::map<std::string, std::string> choices; // by option
    out << "# bash completion for goodfold-cli\n\n_goodfold_cli() {\n"
           "    local word=${COMP_WORDS[COMP_CWORD]} before=${COMP_WORDS[COMP_CWORD - 1]} options=\n"
           "    COMPREPLY=()\n"
           "    case ${COMP_WORDS[1]} in\n";
    for (const CLI::App* command : commandsOf(app)) {
        names.push_back(command->get_name());
        std::vector<std::string> options;
        for (const CLI::Option* option : command->get_options()) {
            if (longName(*option).empty()) continue;
            options.push_back(longName(*option));
            if (const auto all = choicesOf(*option); !all.empty()) choices[longName(*option)] = joined(all);
        }
        out << "    " << command->get_name() << ") options=\"" << joined(options) << "\" ;;\n";
    }
    out << "    esac\n    if ((COMP_CWORD == 1)); then\n        mapfile -t COMPREPLY < <(compgen -W \""
        << joined(names) << " --help\" -- \"$word\")\n        return\n    fi\n    case $before in\n";
    for (const auto& [option, all] : choices)
        out << "    " << option << ") mapfile -t COMPREPLY < <(compgen -W \"" << all
            << "\" -- \"$word\"); return ;;\n";
    out << "    esac\n"
           "    if [[ $word == -* ]]; then\n"
           "        mapfile -t COMPREPLY < <(compgen -W \"$options\" -- \"$word\")\n"
           "    else\n"
           "        compopt -o filenames 2> /dev/null\n"
           "        mapfile -t COMPREPLY < <(compgen -f -- \"$word\")\n"
           "    fi\n"
           "}\n"
           "complete -F _goodfold_cli goodfold-cli\n";
}

void writeManual(std::ostream& out, const CLI::App& app) {
    out << ".TH GOODFOLD\\-CLI 1\n.SH NAME\ngoodfold\\-cli \\- brackets bent from bar and sheet, computed "
           "for "
           "scripts\n.SH SYNOPSIS\n";
    for (const CLI::App* command : commandsOf(app)) {
        out << ".B goodfold\\-cli " << escaped(command->get_name()) << '\n';
        for (const CLI::Option* option : command->get_options())
            if (longName(*option) != "--help") out << inSynopsis(*option) << '\n';
        out << ".br\n";
    }
    out << ".SH DESCRIPTION\nA job of\n.B \\-\nis read from standard input; a file of\n.B \\-\nis written to "
           "standard "
           "output.\n.SH COMMANDS\n";
    for (const CLI::App* command : commandsOf(app)) {
        out << ".SS " << escaped(command->get_name()) << '\n' << escaped(command->get_description()) << ".\n";
        for (const CLI::Option* option : command->get_options()) {
            if (longName(*option) == "--help") continue;
            const std::string name = longName(*option).empty() ? typeOf(*option) : longName(*option);
            out << ".TP\n.B " << escaped(name) << '\n' << escaped(option->get_description()) << ".\n";
        }
    }
    out << ".SH EXIT STATUS\n0; 1 when a job can be read but not made; 2 when it cannot be read; 3 when "
           "nothing, or "
           "not all, could be written.\n.SH CAUTION\nMaterial figures are typical and uncertified. Measure "
           "the stock and "
           "make a test bend.\n.SH SEE ALSO\n.BR goodfold (1)\n";
}

} // namespace goodfold::cli
