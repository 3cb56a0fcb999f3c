// What was asked for on the command line.
#pragma once

#include <map>
#include <optional>
#include <string>
#include <vector>

namespace goodfold::cli {

struct Arguments {
    enum class Command {
        Show,
        Plan,
        LineUp,
        Mount,
        Solve,
        Propose,
        Bench,
        Practise,
        Learn,
        Cut,
        Cost,
        Buy,
        Import,
        Revisions,
        Export
    };
    Command command = Command::Show;
    std::vector<std::string> jobs;              // "-" is standard input
    std::map<std::string, std::string> exports; // the key of draw::exports() and the file to write
    std::string paper = "a4";
    bool force = false;        // writes over files that are there, and exports what a finding stops
    bool plans = true;         // `show` looks for the order of bending, and finds what it has to say
    std::string hardware = {}; // a file of the shop's own
    std::string tools = {};    // the same of its tools
    std::string errors = {};   // and of what it is out by
    std::string learned = {};  // and of its test bends, that the books are taught by
    int trials = 20000;        // pieces that are counted
    unsigned seed = 1;
    std::optional<double> reach = {};       // odds that a way is looked for to
    double within = 0;                      // how well the odds have to be known; 0: by all trials
    std::vector<double> took;               // minutes, of pieces made so far
    int pieces = 20;                        // that are made in the virtual shop, or that `cost` reckons with
    std::string hand = {};                  // of a pair that `practise` makes: left, right; empty: as drawn
    std::vector<std::string> earlier = {};  // logs of pieces before it
    std::string log = {};                   // what was measured of the piece that `bench` is about
    std::string out = {};                   // the job that `solve` writes; empty: none
    std::string material = {};              // that `learn` is asked of; empty: the first bend's
    std::string tool = {}, batch = {};      // and for bends in that tool, from that batch; empty: any
    std::string bars = {};                  // a table of what is on the rack; empty: what is sold
    double squaring = 0, grip = 0;          // what `cut` takes off each bar, mm
    std::string sheets = {};                // the same of sheets
    std::optional<double> gap = {};         // between blanks on a sheet, mm; else what the jobs' cut takes
    double margin = 5;                      // along a sheet's edges, mm
    bool isShorn = false;                   // blanks of sheet are cut by a shear
    double seconds = 2;                     // to look for a better nest
    std::string sheetsDxf = {};             // a drawing of the sheets; empty: none
    std::string work = {};                  // a book of times and prices of the shop's own
    std::string unit = "mm";                // of a drawing that does not say its own
    double thickness = 2;                   // of the sheet that `import` makes
    std::vector<std::string> leaveOut = {}; // layers that are no metal
    std::vector<std::string> bendUp = {}, bendDown = {}; // layers whose lines are bent, and by what
    double bendAngle = 90;
    std::string card = {}; // outer or inner: what is drawn folds sharp, and which of its faces are drawn
    std::string barsAfter = {}, sheetsAfter = {}; // files for what is left on the rack
    std::vector<std::string> held = {};           // plates, bends and holes that `solve` leaves as they are
};

/// What the program ends with.
enum Exit { kFine = 0, kCannotBeMade = 1, kCannotBeRead = 2, kCannotBeWritten = 3 };

/// Nothing where there is nothing more to do: help was asked for and printed, or the words make no sense and
/// that was said. `status` is then what to end with.
std::optional<Arguments> parseArguments(int argc, const char* const* argv, int& status);

} // namespace goodfold::cli
