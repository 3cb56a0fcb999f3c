#include "cli/arguments.h"

#include "cli/table.h"
#include "draw/exports.h"
#include "draw/papers.h"

#include <CLI/CLI.hpp>
#include <iostream>

namespace goodfold::cli {

namespace {

void addLearned(CLI::App& sub, Arguments& into) {
    sub.add_option(
           "--learned", into.learned,
           "The shop's test bends, as its logbook writes them: tools, springback and errors go by them")
        ->type_name("BENDS.csv");
}

/// `show`, `plan`, `lineup`, `mount`, `solve`, `propose`, `bench` and `practise`: many jobs, printed as JSON.
CLI::App& addPrinting(CLI::App& app, const std::string& name, const std::string& says, Arguments& into,
                      Arguments::Command command) {
    CLI::App& sub = *app.add_subcommand(name, says);
    sub.add_option("job", into.jobs, "Job files, or - for standard input")->required()->type_name("JOB");
    sub.add_flag("--json")->required()->description("One JSON object a job, each on one line");
    sub.add_option("--tools", into.tools, "The shop's own tools, over those that ship")->type_name("FILE");
    sub.add_option("--hardware", into.hardware, "The shop's own hardware, over what ships")
        ->type_name("FILE");
    addLearned(sub, into);
    sub.callback([&into, command] { into.command = command; });
    return sub;
}

void addErrors(CLI::App& sub, Arguments& into) {
    sub.add_option("--errors", into.errors, "The shop's own errors, over those that ship")->type_name("FILE");
}

void addLiningUp(CLI::App& app, Arguments& into) {
    CLI::App& sub = addPrinting(app, "lineup", "Print the odds that every bolt goes in, and what is to blame",
                                into, Arguments::Command::LineUp);
    sub.add_option("--trials", into.trials, "Pieces that are counted")
        ->check(CLI::Range(100, 10'000'000))
        ->type_name("N");
    sub.add_option("--seed", into.seed, "Other pieces for another seed")->type_name("S");
    sub.add_option_function<double>(
           "--reach", [&into](double percent) { into.reach = percent / 100; },
           "Look for the cheapest changes that reach these odds, in percent")
        ->check(CLI::Range(1.0, 100.0))
        ->type_name("PERCENT");
    sub.add_option_function<double>(
           "--within", [&into](double percent) { into.within = percent / 100; },
           "Count no more pieces than make the odds known to this, in percent, give or take")
        ->check(CLI::Range(0.01, 10.0))
        ->type_name("PERCENT");
    addErrors(sub, into);
}

void addMeasuring(CLI::App& app, Arguments& into) {
    addErrors(addPrinting(app, "mount",
                          "Print where everything of the mount is by its readings, and which of them "
                          "cannot be right",
                          into, Arguments::Command::Mount),
              into);
}

void addSolving(CLI::App& app, Arguments& into) {
    CLI::App& sub =
        addPrinting(app, "solve", "Change the bracket so that its holes come to the mount's points", into,
                    Arguments::Command::Solve);
    addErrors(sub, into);
    sub.add_option("--out", into.out, "Where to write the changed job")->type_name("FILE");
    sub.add_option("--hold", into.held, "Legs, bends and holes that stay as they are")
        ->delimiter(',')
        ->type_name("ID,...");
    sub.add_flag("--force", into.force, "Write over a file that is there");
}

void addProposing(CLI::App& app, Arguments& into) {
    addErrors(addPrinting(app, "propose", "Print shapes of bracket that reach all points of the mount", into,
                          Arguments::Command::Propose),
              into);
}

void addBench(CLI::App& app, Arguments& into) {
    CLI::App& sub =
        addPrinting(app, "bench",
                    "Print what is believed of a piece that was measured, and how the rest of it is "
                    "best made",
                    into, Arguments::Command::Bench);
    sub.add_option("--log", into.log, "What was done to the piece and measured of it; - for standard input")
        ->required()
        ->type_name("FILE");
    sub.add_option("--earlier", into.earlier,
                   "Logs of pieces made before of the same stock: they tell what all share")
        ->type_name("FILE");
    sub.add_option("--trials", into.trials, "Pieces that are counted")
        ->check(CLI::Range(100, 1'000'000))
        ->type_name("N");
    sub.add_option("--seed", into.seed, "Other pieces for another seed")->type_name("S");
    addErrors(sub, into);
}

void addPractising(CLI::App& app, Arguments& into) {
    CLI::App& sub = addPrinting(
        app, "practise",
        "Make each job in a virtual shop, and print how many pieces go on as planned, measured and "
        "after test bends",
        into, Arguments::Command::Practise);
    sub.add_option("--pieces", into.pieces, "How many are made")->check(CLI::Range(1, 1000))->type_name("N");
    sub.add_option("--seed", into.seed, "Another shop for another seed")->type_name("S");
    sub.add_option("--hand", into.hand, "Of a pair; left out, the one that is drawn")
        ->check(CLI::IsMember({"left", "right"}))
        ->type_name("left|right");
    addErrors(sub, into);
}

void addLearning(CLI::App& app, Arguments& into) {
    CLI::App& sub = addPrinting(app, "learn", "Print what a table of test bends has taught of one metal",
                                into, Arguments::Command::Learn);
    sub.add_option("--material", into.material, "Of which; left out, the first bend's")->type_name("ID");
    sub.add_option("--tool", into.tool, "For bends in that tool")->type_name("ID");
    sub.add_option("--batch", into.batch, "For stock from that batch")->type_name("NAME");
    addErrors(sub, into);
}

void addCutOptions(CLI::App& sub, Arguments& into) {
    sub.add_option("--bars", into.bars, "What is on the rack; left out, bars as they are sold")
        ->type_name("BARS.csv");
    sub.add_option("--squaring", into.squaring, "Cut off each bar's first end")
        ->check(CLI::Range(0.0, 1000.0))
        ->type_name("MM");
    sub.add_option("--grip", into.grip, "Of each bar's far end, that the saw does not reach")
        ->check(CLI::Range(0.0, 1000.0))
        ->type_name("MM");
    sub.add_option("--sheets", into.sheets, "The same of sheets")->type_name("SHEETS.csv");
    sub.add_option("--gap", into.gap, "Between blanks on a sheet; left out, what the jobs' cut takes")
        ->check(CLI::Range(0.0, 100.0))
        ->type_name("MM");
    sub.add_option("--margin", into.margin, "Along a sheet's edges, that no blank comes from")
        ->check(CLI::Range(0.0, 500.0))
        ->capture_default_str()
        ->type_name("MM");
    sub.add_flag("--shear", into.isShorn, "Blanks are cut from edge to edge, as a shear does");
    sub.add_flag("--force", into.force,
                 "Go on with a job that a finding stops, and write over files that are there");
}

void addNestSeconds(CLI::App& sub, Arguments& into) {
    sub.add_option("--seconds", into.seconds, "To look for a better way to lay blanks on sheets")
        ->check(CLI::Range(0.0, 600.0))
        ->capture_default_str()
        ->type_name("S");
}

void addCutting(CLI::App& app, Arguments& into) {
    CLI::App& sub =
        addPrinting(app, "cut", "Print from which bars and sheets all jobs together are cut, and how", into,
                    Arguments::Command::Cut);
    addCutOptions(sub, into);
    addNestSeconds(sub, into);
    sub.add_option("--dxf", into.sheetsDxf, "Draw the sheets with their blanks")->type_name("FILE");
    sub.add_option("--bars-after", into.barsAfter,
                   "Write what bars are left once it is cut, offcuts among them")
        ->type_name("BARS.csv");
    sub.add_option("--sheets-after", into.sheetsAfter, "The same of sheets")->type_name("SHEETS.csv");
}

void addCosting(CLI::App& app, Arguments& into) {
    CLI::App& sub = addPrinting(app, "cost", "Print what pieces of each job take in time and money, and why",
                                into, Arguments::Command::Cost);
    sub.add_option("--pieces", into.pieces, "How many are made; of a pair, of each hand")
        ->check(CLI::Range(1, 100000))
        ->type_name("N");
    sub.add_option("--work", into.work, "The shop's own times and prices, over those that ship")
        ->type_name("FILE");
    sub.add_option("--took", into.took, "Minutes that pieces of it took so far")
        ->delimiter(',')
        ->check(CLI::PositiveNumber)
        ->type_name("MIN,...");
    addCutOptions(sub, into);
    sub.callback([&into] { // what it costs does not hang on how long a nest is looked for
        into.command = Arguments::Command::Cost;
        into.seconds = 0;
    });
}

void addBuying(CLI::App& app, Arguments& into) {
    CLI::App& sub = addPrinting(
        app, "buy",
        "Print what has to be bought for all jobs together: stock that is not on the rack, bolts, nuts and "
        "rivets; and which drills and taps they take",
        into, Arguments::Command::Buy);
    addCutOptions(sub, into);
    addNestSeconds(sub, into);
    addErrors(sub, into);
}

void addImporting(CLI::App& app, Arguments& into) {
    CLI::App& sub = *app.add_subcommand(
        "import", "Make a job of a DXF or SVG drawing: its outline is the blank, what is in it is cut out");
    sub.add_option("drawing", into.jobs, "A drawing, or - for standard input")
        ->required()
        ->expected(1)
        ->type_name("DRAWING");
    sub.add_option("--out", into.out, "The job that is written, or - for standard output")
        ->required()
        ->type_name("FILE");
    sub.add_option("--unit", into.unit, "Where the drawing does not say its own")
        ->check(CLI::IsMember({"mm", "in"}))
        ->type_name("mm|in");
    sub.add_option("--thickness", into.thickness, "Of the sheet")
        ->check(CLI::Range(0.01, 100.0))
        ->capture_default_str()
        ->type_name("MM");
    sub.add_option("--material", into.material, "Of the material book; left out, hot-rolled steel")
        ->type_name("ID");
    sub.add_option("--leave-out", into.leaveOut, "Layers that are no metal")
        ->delimiter(',')
        ->type_name("LAYER,...");
    sub.add_option("--bend-up", into.bendUp, "Layers whose lines are bent toward who looks at the drawing")
        ->delimiter(',')
        ->type_name("LAYER,...");
    sub.add_option("--bend-down", into.bendDown, "Layers whose lines are bent away")
        ->delimiter(',')
        ->type_name("LAYER,...");
    sub.add_option("--card", into.card,
                   "The drawing is a pattern that folds sharp, tried in card: lengths are those of its faces")
        ->check(CLI::IsMember({"outer", "inner"}))
        ->type_name("outer|inner");
    sub.add_option("--angle", into.bendAngle, "What they are bent by, turned from flat")
        ->check(CLI::Range(1.0, 179.0))
        ->capture_default_str()
        ->type_name("DEGREES");
    sub.add_flag("--force", into.force, "Write over a file that is there");
    sub.callback([&into] { into.command = Arguments::Command::Import; });
}

void addExporting(CLI::App& app, Arguments& into) {
    CLI::App& sub =
        *app.add_subcommand("export", "Write files of one job; FILE may be - for standard output");
    sub.add_option("job", into.jobs, "A job file, or - for standard input")
        ->required()
        ->expected(1)
        ->type_name("JOB");
    for (const draw::Export& row : draw::exports())
        sub.add_option_function<std::string>(
               std::string("--") + row.key,
               [&into, key = std::string(row.key)](const std::string& file) { into.exports[key] = file; },
               row.tip)
            ->type_name("FILE");
    sub.add_flag("--force", into.force,
                 "Write over files that are there, and export a job that a finding stops");
    std::vector<std::string> papers;
    papers.reserve(draw::kPapers.size());
    for (const draw::Paper& paper : draw::kPapers)
        papers.emplace_back(paper.key);
    sub.add_option("--work", into.work, "The shop's own times and prices, over those that ship")
        ->type_name("FILE");
    sub.add_option("--paper", into.paper, "What PDFs are made for")
        ->check(CLI::IsMember(papers))
        ->type_name(CLI::detail::join(papers, "|"));
    sub.add_option("--tools", into.tools, "The shop's own tools, over those that ship")->type_name("FILE");
    sub.add_option("--hardware", into.hardware, "The shop's own hardware, over what ships")
        ->type_name("FILE");
    addLearned(sub, into);
    sub.callback([&into] {
        into.command = Arguments::Command::Export;
        if (!into.exports.empty()) return;
        std::string all;
        for (const draw::Export& row : draw::exports())
            all += (all.empty() ? "--" : ", --") + std::string(row.key);
        throw CLI::ValidationError("export", "say what to write: " + all);
    });
}

/// For packages: no command that people are told of.
void addTelling(CLI::App& app) {
    const auto add = [&](const char* name, const char* says, void (*write)(std::ostream&, const CLI::App&)) {
        app.add_subcommand(name, says)->group("")->callback([&app, write] {
            write(std::cout, app);
            throw CLI::Success();
        });
    };
    add("completion", "Print completion for bash", writeCompletion);
    add("manual", "Print the manual page", writeManual);
}

/// What is wrong, then how it is used.
std::string explained(const CLI::App* command, const CLI::Error& wrong) {
    return "goodfold-cli: " + std::string(wrong.what()) + ".\n\n" + command->help();
}

} // namespace

std::optional<Arguments> parseArguments(int argc, const char* const* argv, int& status) {
    Arguments arguments;
    CLI::App app("Good Fold for scripts: brackets bent from bar and sheet, computed.", "goodfold-cli");
    app.require_subcommand(1);
    app.set_version_flag("--version", "goodfold-cli " GOODFOLD_VERSION, "Print the version");
    app.failure_message(explained);
    app.footer(
        "Exit status: 0; 1 a job can be read but not made; 2 it cannot be read; 3 nothing, or not all, could "
        "be written.");
    addPrinting(app, "show", "Print each job solved, with its findings", arguments, Arguments::Command::Show)
        .add_flag_callback(
            "--without-plan", [&arguments] { arguments.plans = false; },
            "Quicker: without what the order of bending has to say");
    addPrinting(app, "plan", "Print the order of bending, step by step", arguments, Arguments::Command::Plan);
    addLiningUp(app, arguments);
    addMeasuring(app, arguments);
    addSolving(app, arguments);
    addProposing(app, arguments);
    addBench(app, arguments);
    addPractising(app, arguments);
    addLearning(app, arguments);
    addCutting(app, arguments);
    addCosting(app, arguments);
    addBuying(app, arguments);
    addPrinting(app, "revisions", "Print each job's revisions, and what changed from one to the next",
                arguments, Arguments::Command::Revisions);
    addImporting(app, arguments);
    addExporting(app, arguments);
    addTelling(app);
    try {
        app.parse(argc, argv);
        return arguments;
    } catch (const CLI::ParseError& end) {
        status = app.exit(end, std::cout, std::cerr) == 0 ? kFine : kCannotBeRead;
        return {};
    }
}

} // namespace goodfold::cli
