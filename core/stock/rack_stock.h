// What lies on the shop's rack: bars and sheets, those that are alike in one entry.
#pragma once

#include "common/result.h"
#include "job/job.h"

#include <functional>
#include <optional>
#include <string>
#include <vector>

namespace goodfold::stock {

/// A hole that is in a bar or a sheet already. Millimetres, from one end.
struct StockHole {
    double at = 0, diameter = 0;
    bool operator==(const StockHole&) const = default;
};

/// Bars, or sheets, that are alike. Millimetres; a sheet's grain runs along its length.
struct RackStock {
    job::StockForm form = job::StockForm::Bar;
    std::string material; // of the material book
    double width = 0, thickness = 0, length = 0;
    std::string name = {};         // as the shop calls it
    std::optional<int> count = {}; // as many as one likes where it is not said
    double price = 0;              // of one; 0 where it is not known
    bool isOffcut = false;
    std::string batch = {}; // as the shop calls it
    double measured = 0;    // its thickness by calipers; 0: not said
    std::vector<StockHole> holes = {};
    std::string id = {}; // in the shop's logbook
    bool operator==(const RackStock&) const = default;
};

/// What the rack has; where nothing is said of it, stock as it is sold.
struct Rack {
    std::optional<std::vector<RackStock>> bars, sheets;
};

/// A part of its length, from where to where.
struct Stretch {
    double from = 0, to = 0;
    double length() const { return to - from; }
};
/// What of it is whole, 2 mm off each hole's rim; all of it where it has none.
std::vector<Stretch> wholeStretches(const RackStock& stock);
/// How the stretch of it is called: "bar", or where it has holes "bar, 24 to 95".
std::string nameOf(const RackStock& stock, const Stretch& stretch);

/// What it cannot be, with the figure it is about in `where`: "width".
std::optional<Error> whatIsWrong(const RackStock& stock);

/// "Mild steel S235, hot rolled, 30 × 3".
std::string sectionInWords(const RackStock& stock, const quantity::Reading& reading);
/// "612.4 long, 2 there, offcut, 1 hole in it, R7, measures 2.94".
std::string inWords(const RackStock& stock, const quantity::Reading& reading);

/// "20 6.6; 95 6.6": where each hole is and how wide, figures as `shown` writes and `typed` reads them.
std::string shownHoles(const std::vector<StockHole>& holes, const std::function<std::string(double)>& shown);
Result<std::vector<StockHole>> typedHoles(const std::string& says,
                                          const std::function<Result<double>(const std::string&)>& typed);

} // namespace goodfold::stock
